<script lang="ts" generics="T extends { part: Part; suits: boolean; say: string }">
  import { columnsOf } from '@haversack/core/advise/part-columns';
  import type { Part, PartKind } from '@haversack/core/catalogue/part';
  import { useBox } from '$lib/client/use-box.ts';
  import { scrolls } from '$lib/ui/scrolls.ts';
  import Mark from './Mark.svelte';

  /** Things to choose from, what suits first, with the reasons of the rest; their figures as in the table of parts. */
  type Props = {
    title: string;
    kind: PartKind;
    /** Undefined while they are being tried. */
    rows: readonly T[] | undefined;
    chosenId: string | null;
    columnIds: readonly string[];
    ontake: (row: T) => void;
  };
  let { title, kind, rows, chosenId, columnIds, ontake }: Props = $props();
  const uid = $props.id();
  const open = useBox();
  const columns = $derived(columnsOf(kind).filter((c) => columnIds.includes(c.id)));
  /** So many are shown at first; all that suit always are, up to twice that. */
  const FIRST = 8;
  let all = $state(false);
  const shown = $derived.by(() => {
    const list = rows ?? [];
    return all ? list : list.slice(0, Math.max(FIRST, Math.min(2 * FIRST, list.filter((r) => r.suits).length)));
  });
</script>

<section aria-labelledby={uid} aria-busy={rows === undefined} class="overflow-x-auto" use:scrolls>
  <h2 id={uid}>{title}</h2>
  {#if !rows}<p class="mt-2 text-ink2" role="status">Trying each of them on a copy of this box …</p>{:else}
    <table class="sheet mt-2 [&_td]:!align-middle">
      <thead
        ><tr
          ><th scope="col">Name</th><th scope="col">For this box</th>{#each columns as c (c.id)}<th
              scope="col"
              class:num={c.figure}>{c.head}</th
            >{/each}<th scope="col">Take</th></tr
        ></thead
      >
      <tbody>
        {#each shown as row (row.part.id)}
          <tr>
            <th scope="row" class="!whitespace-normal"
              >{row.part.name}{#if row.part.origin === 'own'}<span class="tag ml-2">own</span>{/if}</th
            >
            <td
              ><span class="flex items-center gap-1.5"
                ><Mark
                  state={row.suits ? 'holds' : 'caution'}
                  size={14}
                  label={row.suits ? 'suits' : 'does not suit'}
                />
                {row.say}</span
              ></td
            >
            {#each columns as c (c.id)}<td class:num={c.figure} class:n={c.figure} class="whitespace-nowrap"
                >{c.text(row.part, open.doc.preferences)}</td
              >{/each}
            <td
              >{#if row.part.id === chosenId}<span class="lab">chosen</span>{:else}<button
                  type="button"
                  class="btn"
                  aria-label="Take {row.part.name}"
                  onclick={() => ontake(row)}>Take</button
                >{/if}</td
            >
          </tr>
        {/each}
      </tbody>
    </table>
    {#if shown.length < rows.length}<button type="button" class="btn mt-2" onclick={() => (all = true)}
        >Show all {rows.length}</button
      >{/if}
  {/if}
</section>
