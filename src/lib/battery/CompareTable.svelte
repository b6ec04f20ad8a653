<script lang="ts">
  import { ofKind } from '@haversack/core/catalogue/of-kind';
  import { remove, set, type At } from '@haversack/core/box/edit';
  import { freeId } from '@haversack/core/box/lookup';
  import type { PartOf } from '@haversack/core/catalogue/part';
  import { likelyBatteries } from '@haversack/core/battery/suggest';
  import { chooseBattery, type Candidate } from '@haversack/core/compare/candidate';
  import { COLUMNS, sortedRows, type ColumnId } from '@haversack/core/compare/columns';
  import Pin from '@lucide/svelte/icons/pin';
  import Plus from '@lucide/svelte/icons/plus';
  import Trash from '@lucide/svelte/icons/trash-2';
  import { untrack } from 'svelte';
  import { useBox, useHeavy } from '$lib/client/use-box.ts';

  const open = useBox();
  const heavy = useHeavy();
  const batteries = $derived(ofKind(open.catalogue, 'battery'));
  const bank = $derived(open.plan.bank);
  const stored = $derived(open.doc.compare.candidates);
  let pickId = $state('');
  let pickCount = $state(1);
  let sort = $state<{ column: ColumnId; down: boolean }>({ column: 'lasts', down: true });
  const picked = $derived(batteries.find((p) => p.id === pickId) ?? batteries.find((p) => p.id !== bank?.part.id));

  type Row = { key: string; part: PartOf<'battery'>; count: number; chosen: boolean; pinned: boolean };
  const rows = $derived.by((): Row[] => {
    const others = stored.flatMap((c) => {
      const part = open.doc.parts[c.partId];
      return part?.kind === 'battery' ? [{ key: c.id, part, count: c.count, chosen: false, pinned: c.pinned }] : [];
    });
    return bank
      ? [{ key: 'chosen', part: bank.part, count: bank.count, chosen: true, pinned: true }, ...others]
      : others;
  });
  $effect(() => {
    void open.doc;
    untrack(() => {
      heavy.rows = [];
      heavy.wantRows(rows.map((r) => (r.chosen ? 'chosen' : { part: r.part, count: r.count })));
    });
  });
  const shown = $derived(
    sortedRows(
      rows.map((row, i) => ({ row, facts: heavy.rows[i] as Candidate | undefined, pinned: row.pinned })),
      sort
    )
  );
  const x = $derived({ currency: open.doc.preferences.currency, massUnit: open.doc.preferences.massUnit });

  function add(list: { part: PartOf<'battery'>; count: number }[]): void {
    const fresh = list.filter(({ part, count }) => !stored.some((c) => c.partId === part.id && c.count === count));
    if (fresh.length === 0) return;
    const taken = [...stored];
    for (const { part, count } of fresh.slice(0, 40 - taken.length))
      taken.push({ id: freeId('b', taken), partId: part.id, count, pinned: false });
    open.commit(fresh.length === 1 ? `Compare ${fresh[0]!.part.name}` : `Compare ${fresh.length} batteries`, [
      ...fresh.map(({ part }) => set(`parts/${part.id}`, part)),
      set('compare/candidates', taken)
    ]);
  }
  const likely = $derived(
    likelyBatteries(batteries, { neededAh: bank?.neededAh, totalAh: open.plan.demand.totalAh }, bank?.part.id).map(
      (part) => ({ part, count: 1 })
    )
  );
  const setRow = <const K extends string>(
    id: string,
    what: string,
    key: K,
    value: At<`compare/candidates/${string}/${K}`>
  ) => open.set(what, `compare/candidates/${id}/${key}`, value);
</script>

<section class="card min-w-0" aria-label="Compare batteries">
  <div class="flex flex-wrap items-center gap-2">
    <h2 class="h3 mr-2">Side by side, in this box and on this outing</h2>
    <select
      class="in max-w-full min-w-0"
      aria-label="Battery to compare"
      value={picked?.id ?? ''}
      onchange={(e) => (pickId = e.currentTarget.value)}
      >{#each batteries as p (p.id)}<option value={p.id}>{p.name}{p.origin === 'own' ? ' (own)' : ''}</option
        >{/each}</select
    >
    <select
      class="in"
      aria-label="How many in parallel"
      value={pickCount}
      onchange={(e) => (pickCount = Number(e.currentTarget.value))}
      >{#each [1, 2, 3, 4] as n (n)}<option value={n}>{n === 1 ? 'one' : `${n} in parallel`}</option>{/each}</select
    >
    <button type="button" class="btn main" onclick={() => picked && add([{ part: picked, count: pickCount }])}
      ><Plus size={14} />Compare it</button
    >
    {#if likely.length > 0}<button type="button" class="btn" onclick={() => add(likely)}
        >Add the {likely.length} likely ones</button
      >{/if}
  </div>
  {#if rows.length === 0}
    <p class="mt-3 text-ink2">Add a battery above; each is worked out in this very box.</p>
  {:else}
    <div class="mt-3 overflow-x-auto" aria-busy={heavy.busy.rows}>
      <table class="sheet">
        <thead>
          <tr>
            <th>Battery</th>
            {#each COLUMNS as c (c.id)}
              <th
                class={c.numeric ? 'num' : ''}
                aria-sort={sort.column === c.id ? (sort.down ? 'descending' : 'ascending') : 'none'}
                ><button
                  type="button"
                  class="fig"
                  title={c.help}
                  onclick={() => (sort = { column: c.id, down: sort.column === c.id ? !sort.down : c.moreIsBetter })}
                  >{c.name}{sort.column === c.id ? (sort.down ? ' ▾' : ' ▴') : ''}</button
                ></th
              >
            {/each}
            <th><span class="sr-only">Actions</span></th>
          </tr>
        </thead>
        <tbody>
          {#each shown as { row, facts } (row.key)}
            <tr class:chosen={row.chosen}>
              <th scope="row"
                >{row.count > 1 ? `${row.count} × ` : ''}{row.part.name}{#if row.chosen}<span class="lab block"
                    >chosen</span
                  >{/if}</th
              >
              {#each COLUMNS as c (c.id)}
                <td class="{c.numeric ? 'num n' : ''} {facts && c.bad(facts, open.doc.outing.durationH) ? 'bad' : ''}"
                  >{facts ? c.show(facts, x) : '…'}</td
                >
              {/each}
              <td class="whitespace-nowrap">
                {#if !row.chosen}
                  <span class="flex justify-end">
                    <button
                      type="button"
                      class="btn !px-2"
                      onclick={() =>
                        open.commit(
                          `Battery: ${row.count > 1 ? `${row.count} × ` : ''}${row.part.name}`,
                          chooseBattery(row.part, row.count)
                        )}>Choose</button
                    >
                    <button
                      type="button"
                      class="icon !h-7 !w-6"
                      aria-pressed={row.pinned}
                      aria-label="{row.pinned ? 'Unpin' : 'Pin'} {row.part.name}"
                      onclick={() => setRow(row.key, row.pinned ? 'Unpinned' : 'Pinned', 'pinned', !row.pinned)}
                      ><Pin size={14} fill={row.pinned ? 'currentColor' : 'none'} /></button
                    >
                    <button
                      type="button"
                      class="icon !h-7 !w-6"
                      aria-label="Leave {row.part.name} out"
                      onclick={() => open.commit(`Without ${row.part.name}`, [remove(`compare/candidates/${row.key}`)])}
                      ><Trash size={14} /></button
                    >
                  </span>
                {/if}
              </td>
            </tr>
          {/each}
        </tbody>
      </table>
    </div>
    <p class="lab mt-2">
      The chosen one as it is, each other as new; in this case, with this wiring. Volts at the end: at the plug of the
      device that wants most. Press a heading to sort; pinned rows stay on top.
    </p>
  {/if}
</section>

<style>
  .chosen > * {
    background: var(--brass1);
  }
  .bad {
    color: var(--caution);
  }
  table.sheet td {
    white-space: nowrap;
    vertical-align: middle;
  }
  table.sheet td,
  table.sheet th {
    padding-left: 5px;
    padding-right: 5px;
  }
</style>
