<script lang="ts">
  import type { Box } from '@haversack/core/box/schema';
  import { commonScale, sketchOf } from '@haversack/core/panel/sketch';
  import { evaluate, type Plan } from '@haversack/core/evaluate';
  import { differencesOf, type Difference } from '@haversack/core/variant/differences';
  import { findingDifferences, kitDifferences, variantFacts } from '@haversack/core/variant/facts';
  import { fixed } from '@haversack/core/quantity/format';
  import { hoursText, priceText, weightText } from '$lib/design/words.ts';
  import BoxSketch from '$lib/draw/BoxSketch.svelte';
  import Mark from '$lib/ui/Mark.svelte';
  import { useBox } from '$lib/client/use-box.ts';
  import type { Snippet } from 'svelte';

  /** Documents of one box side by side: drawn at one scale, their answers and figures, and everything in which they differ. */
  type Column = { id: string; name: string; note: string; document: Box };
  type Props = {
    columns: readonly Column[];
    /** Buttons under a column's name. */
    actions?: Snippet<[Column]>;
    /** Takes one difference over into the open box; only where the first column is it. */
    ontake?: (d: Difference, from: Column) => void;
  };
  let { columns, actions, ontake }: Props = $props();
  const open = useBox();
  const prefs = $derived(open.doc.preferences);
  /** Documents are never changed in place: one that was worked out is not worked out again while another is edited. */
  const known = new WeakMap<Box, { catalogue: unknown; plan: Plan }>();
  function planOf(document: Box): Plan {
    if (document === open.doc) return open.plan;
    const had = known.get(document);
    if (had?.catalogue === open.catalogue) return had.plan;
    const plan = evaluate(document, open.catalogue);
    known.set(document, { catalogue: open.catalogue, plan });
    return plan;
  }
  const plans = $derived(columns.map((c) => planOf(c.document)));
  const sketches = $derived(plans.map(sketchOf));
  const facts = $derived(plans.map(variantFacts));
  const SKETCH_PX = 194;
  const scale = $derived(commonScale(sketches, SKETCH_PX, 0.6));
  const rows = $derived([
    { word: 'Price', cells: facts.map((f) => priceText(prefs, f.priceAmount)) },
    { word: 'Mass', cells: facts.map((f) => weightText(prefs, f.massKg)) },
    { word: 'Lasts as often as not', cells: facts.map((f) => hoursText(f.halfH)) },
    { word: 'Lasts nine times of ten, about', cells: facts.map((f) => hoursText(f.nineH)) },
    { word: 'Holes to drill', cells: facts.map((f) => String(f.holeCount)) }
  ]);
  const answers = $derived(
    (facts[0]?.answers ?? []).map((a, i) => ({ name: a.name, cells: facts.map((f) => f.answers[i]!) }))
  );
  const kit = $derived(kitDifferences(plans));
  const findings = $derived(findingDifferences(plans));
  /** How each of the others differs from the first. */
  const fields = $derived(
    columns.slice(1).map((c) => ({ column: c, differences: differencesOf(columns[0]!.document, c.document) }))
  );
  const same = (cells: readonly string[]): boolean => cells.every((c) => c === cells[0]);
  const amount = (v: number, unit: string): string => (v === 0 ? '–' : unit === 'm' ? `${fixed(v, 2)} m` : String(v));
  const WORDS = { stop: 'stop', caution: 'caution', note: 'note' } as const;
  const changeText = (d: Difference): string =>
    d.kind === 'added'
      ? 'added'
      : d.kind === 'removed'
        ? 'taken out'
        : d.was !== undefined && d.now !== undefined
          ? `${d.was} → ${d.now}`
          : 'changed';
</script>

<div class="overflow-x-auto">
  <table class="side" aria-label="Side by side">
    <thead>
      <tr>
        <td></td>
        {#each columns as c (c.id)}<th scope="col"
            ><span class="block text-[0.875rem] font-[640]">{c.name}</span><span class="lab">{c.note}</span>
            {#if actions}<span class="no-print mt-1 flex flex-wrap gap-1">{@render actions(c)}</span>{/if}</th
          >{/each}
      </tr>
    </thead>
    <tbody>
      <tr>
        <th scope="row">Drawn at one scale</th>
        {#each sketches as sketch, i (columns[i]!.id)}<td
            ><BoxSketch {sketch} {scale} label="{columns[i]!.name}: front and right side" /></td
          >{/each}
      </tr>
      {#each answers as a, i (i)}
        <tr>
          <th scope="row">{a.name}</th>
          {#each a.cells as cell, j (j)}<td
              ><span class="flex items-center gap-1.5"
                ><Mark state={cell.state} size={14} label={cell.state} />{cell.say}</span
              ></td
            >{/each}
        </tr>
      {/each}
      {#each rows as r (r.word)}
        <tr class:differs={!same(r.cells)}>
          <th scope="row">{r.word}</th>
          {#each r.cells as cell, j (j)}<td class="n">{cell}</td>{/each}
        </tr>
      {/each}
    </tbody>
  </table>
</div>

{#if columns.length > 1}
  <div class="lists">
    {#each fields as f (f.column.id)}
      <section aria-label="How {f.column.name} differs">
        <h2>{f.column.name} against {columns[0]!.name}</h2>
        {#if f.differences.length === 0}<p class="text-ink2">They are the same box.</p>{/if}
        <ul>
          {#each f.differences as d (d.id)}
            <li>
              <span class="min-w-0 flex-1"><b>{d.name}</b> {changeText(d)}</span>
              {#if ontake}<button
                  type="button"
                  class="btn no-print"
                  aria-label="Take over: {d.name} {changeText(d)}"
                  onclick={() => ontake(d, f.column)}>Take over</button
                >{/if}
            </li>
          {/each}
        </ul>
      </section>
    {/each}
    {#if findings.length > 0}
      <section aria-label="Findings that differ">
        <h2>Findings that differ</h2>
        <table class="sheet w-full">
          <thead
            ><tr
              ><th>Finding</th>{#each columns as c (c.id)}<th>{c.name}</th>{/each}</tr
            ></thead
          >
          <tbody>
            {#each findings as f (f.key)}<tr
                ><th scope="row">{f.title}</th>{#each f.severities as s, i (i)}<td>{s ? WORDS[s] : '–'}</td>{/each}</tr
              >{/each}
          </tbody>
        </table>
      </section>
    {/if}
    {#if kit.length > 0}
      <section aria-label="Kit that differs">
        <h2>Kit that differs</h2>
        <table class="sheet w-full">
          <thead
            ><tr
              ><th>For one box</th>{#each columns as c (c.id)}<th class="num">{c.name}</th>{/each}</tr
            ></thead
          >
          <tbody>
            {#each kit as l (l.lineId)}<tr
                ><th scope="row">{l.name}</th>{#each l.counts as v, i (i)}<td class="num">{amount(v, l.unit)}</td
                  >{/each}</tr
              >{/each}
          </tbody>
        </table>
      </section>
    {/if}
  </div>
{/if}

<style>
  .side {
    border-collapse: collapse;
    min-width: 100%;
  }
  .side th,
  .side td {
    padding: 6px 12px 6px 0;
    border-bottom: 1px solid var(--line);
    text-align: left;
    vertical-align: top;
    min-width: 150px;
  }
  .side tbody th {
    font-weight: 450;
    color: var(--ink2);
    min-width: 130px;
  }
  .side tr.differs td {
    font-weight: 600;
  }
  .lists {
    display: grid;
    grid-template-columns: repeat(auto-fit, minmax(340px, 1fr));
    gap: 20px 28px;
    margin-top: 20px;
  }
  .lists li {
    display: flex;
    align-items: center;
    gap: 8px;
    min-height: 32px;
    border-bottom: 1px solid var(--line);
  }
  .lists > section {
    min-width: 0;
    overflow-wrap: anywhere;
  }
  .lists table {
    table-layout: fixed;
  }
  .lists th[scope='row'],
  .lists thead th:first-child {
    width: 46%;
  }
  @media print {
    .side {
      font-size: 9px;
      line-height: 0.75rem;
    }
    .side :global(svg) {
      max-height: 80px;
      width: auto;
    }
    .side th,
    .side td {
      padding: 1px 6px 1px 0;
      min-width: 0;
    }
    .lists {
      display: block;
      columns: 4;
      column-gap: 14px;
      margin-top: 6px;
      font-size: 7.5px;
      line-height: 9px;
    }
    .lists h2 {
      font-size: 9px;
      line-height: 0.75rem;
      break-after: avoid;
    }
    .lists li {
      min-height: 0;
      padding: 1px 0;
    }
    .lists :global(table.sheet th),
    .lists :global(table.sheet td) {
      padding: 1px 3px 1px 0;
      font-size: 7.5px;
      line-height: 9px;
    }
  }
</style>
