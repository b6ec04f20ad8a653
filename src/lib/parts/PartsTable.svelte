<script lang="ts">
  import { scrolls } from '$lib/ui/scrolls.ts';
  import { columnsOf, sharedNotes, sortParts, type PartUnits } from '@haversack/core/advise/part-columns';
  import type { Part, PartKind } from '@haversack/core/catalogue/part';
  import Trash from '@lucide/svelte/icons/trash-2';
  import PartSketch from './PartSketch.svelte';

  /** Parts of one kind as a table that sorts, opens and compares. */
  type Props = {
    kind: PartKind;
    parts: readonly Part[];
    units: PartUnits;
    onedit: (part: Part) => void;
    onremove: (part: Part) => void;
  };
  let { kind, parts, units, onedit, onremove }: Props = $props();
  const MOST_COMPARED = 4;
  let sortId = $state('');
  let down = $state(false);
  let openId = $state('');
  let ticked = $state<string[]>([]);
  const columns = $derived(columnsOf(kind));
  const rows = $derived(
    sortParts(
      parts,
      columns.find((c) => c.id === sortId),
      down
    )
  );
  const shared = $derived(sharedNotes(parts));
  const compared = $derived(parts.filter((p) => ticked.includes(p.id)));
  const order = (id: string): 'ascending' | 'descending' | 'none' =>
    sortId !== id ? 'none' : down ? 'descending' : 'ascending';

  function sort(id: string): void {
    down = sortId === id ? !down : false;
    sortId = id;
  }
</script>

{#each shared as note, i (i)}<p class="lab mb-1 max-w-2xl">{note}</p>{/each}
{#if compared.length > 1}
  <section class="mb-4 overflow-x-auto" aria-label="Compared">
    <table class="sheet">
      <thead
        ><tr
          ><th scope="col">Compared</th>{#each compared as p (p.id)}<th scope="col" class="!whitespace-normal"
              >{p.name}</th
            >{/each}</tr
        ></thead
      >
      <tbody
        >{#each columns as c (c.id)}{@const texts = compared.map((p) => c.text(p, units))}<tr
            ><th scope="row">{c.head}</th>{#each texts as text, i (i)}<td
                class:n={c.figure}
                class:font-semibold={new Set(texts).size > 1}>{text}</td
              >{/each}</tr
          >{/each}</tbody
      >
    </table>
  </section>
{/if}
<div class="overflow-x-auto" use:scrolls>
  <table class="sheet [&_td]:!align-middle">
    <caption class="sr-only">Parts, {rows.length}</caption>
    <thead
      ><tr
        ><th scope="col">Compare</th><th scope="col" aria-sort={order('')}
          ><button type="button" class="sort" onclick={() => sort('')}
            >Name{sortId === '' ? (down ? ' ↓' : ' ↑') : ''}</button
          ></th
        >{#each columns as c (c.id)}<th scope="col" class:num={c.figure} aria-sort={order(c.id)}
            ><button type="button" class="sort" onclick={() => sort(c.id)}
              >{c.head}{sortId === c.id ? (down ? ' ↓' : ' ↑') : ''}</button
            ></th
          >{/each}<th scope="col">Change</th></tr
      ></thead
    >
    <tbody>
      {#each rows as part (part.id)}
        <tr>
          <td
            ><input
              type="checkbox"
              aria-label="Compare {part.name}"
              checked={ticked.includes(part.id)}
              disabled={!ticked.includes(part.id) && ticked.length >= MOST_COMPARED}
              onchange={() =>
                (ticked = ticked.includes(part.id) ? ticked.filter((id) => id !== part.id) : [...ticked, part.id])}
            /></td
          >
          <th scope="row" class="!whitespace-normal"
            ><button
              type="button"
              class="text-left font-medium hover:underline"
              aria-expanded={openId === part.id}
              onclick={() => (openId = openId === part.id ? '' : part.id)}>{part.name}</button
            >{#if part.origin === 'own'}<span class="tag ml-2">own</span>{/if}</th
          >
          {#each columns as c (c.id)}<td class:num={c.figure} class:n={c.figure} class="whitespace-nowrap"
              >{c.text(part, units)}</td
            >{/each}
          <td class="whitespace-nowrap"
            ><button
              type="button"
              class="btn"
              aria-label="{part.origin === 'own' ? 'Edit' : 'Make my own of'} {part.name}"
              onclick={() => onedit(part)}>{part.origin === 'own' ? 'Edit' : 'Make my own'}</button
            >{#if part.origin === 'own'}<button
                type="button"
                class="icon !inline-grid align-middle"
                aria-label="Remove {part.name}"
                onclick={() => onremove(part)}><Trash size={16} /></button
              >{/if}</td
          >
        </tr>
        {#if openId === part.id}<tr
            ><td colspan={columns.length + 3}
              ><div class="grid gap-2 py-2">
                <PartSketch {part} unit={units.lengthUnit} />
                {#if part.note && !shared.includes(part.note)}<p class="max-w-2xl text-ink2">{part.note}</p>{/if}
              </div></td
            ></tr
          >{/if}
      {:else}<tr><td colspan={columns.length + 3} class="text-ink2">Nothing of that name.</td></tr>{/each}
    </tbody>
  </table>
</div>

<style>
  .sort {
    font-weight: 600;
    white-space: nowrap;
  }
  .sort:hover {
    color: var(--ink);
    text-decoration: underline;
  }
</style>
