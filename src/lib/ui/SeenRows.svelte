<script lang="ts" generics="Row extends { id: string }">
  import { createVirtualizer } from '@tanstack/svelte-virtual';
  import { onMount, untrack, type Snippet } from 'svelte';

  /** The body of a long table: only the rows that can be seen are there, and on paper all of them. */
  let { rows, cells }: { rows: readonly Row[]; cells: Snippet<[Row]> } = $props();

  /** So few are simply all there. */
  const FEW = 100;
  /** Height of a row that was not seen yet, px. */
  const USUAL_PX = 49;

  let body = $state<HTMLTableSectionElement>();
  let onPaper = $state(false);
  const scroller = (): HTMLElement | null => body?.closest<HTMLElement>('#main') ?? null;
  const virtual = createVirtualizer<HTMLElement, HTMLTableRowElement>({
    count: 0,
    getScrollElement: scroller,
    estimateSize: () => USUAL_PX,
    overscan: 10
  });
  const few = $derived(rows.length <= FEW || onPaper);
  $effect(() => {
    const [count, of, top] = [few ? 0 : rows.length, rows, body];
    untrack(() => {
      const main = scroller();
      if (!main || !top) return;
      $virtual.setOptions({
        count,
        getItemKey: (at) => of[at]?.id ?? at,
        // what stands above the rows scrolls with them
        scrollMargin: top.getBoundingClientRect().top - main.getBoundingClientRect().top + main.scrollTop
      });
    });
  });
  const seen = $derived($virtual.getVirtualItems());
  const above = $derived(seen.length > 0 ? seen[0]!.start - $virtual.options.scrollMargin : 0);
  const below = $derived(
    seen.length > 0 ? $virtual.getTotalSize() + $virtual.options.scrollMargin - seen.at(-1)!.end : 0
  );
  onMount(() => {
    const paper = matchMedia('print');
    const turn = (): void => void (onPaper = paper.matches);
    turn();
    paper.addEventListener('change', turn);
    return () => paper.removeEventListener('change', turn);
  });
  const measured = (node: HTMLTableRowElement): void => untrack(() => $virtual.measureElement(node));
</script>

<tbody bind:this={body}>
  {#if few}
    {#each rows as row, at (row.id)}<tr aria-rowindex={at + 2}>{@render cells(row)}</tr>{/each}
  {:else}
    <tr aria-hidden="true" class="gap" style:height="{Math.max(0, above)}px"></tr>
    {#each seen as { index } (rows[index]?.id ?? index)}{#if rows[index]}<tr
          {@attach measured}
          data-index={index}
          aria-rowindex={index + 2}>{@render cells(rows[index])}</tr
        >{/if}{/each}
    <tr aria-hidden="true" class="gap" style:height="{Math.max(0, below)}px"></tr>
  {/if}
</tbody>

<style>
  .gap {
    border: 0;
    background: none;
  }
</style>
