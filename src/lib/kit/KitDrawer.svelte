<script lang="ts">
  import { drawerFrom, type Table } from '@haversack/core/kit/drawer-csv';
  import { takenBy, takenText } from '@haversack/core/kit/buy/orders';
  import { takenFrom } from '@haversack/core/kit/buy/orders-schema';
  import { trimNumber } from '@haversack/core/quantity/format';
  import Download from '@lucide/svelte/icons/download';
  import Plus from '@lucide/svelte/icons/plus';
  import Trash from '@lucide/svelte/icons/trash-2';
  import Upload from '@lucide/svelte/icons/upload';
  import { useMarks } from '$lib/client/bench-marks.svelte.ts';
  import { useBox } from '$lib/client/use-box.ts';
  import { saveCsv } from '$lib/client/save-file.ts';
  import { useShopping } from '$lib/client/shopping.svelte.ts';
  import QuantityField from '$lib/ui/QuantityField.svelte';
  import { METRES, PIECES } from './words.ts';

  /** What lies at home, over all boxes: parcels put in, a built box taken out, counted anew by hand or from a file. */
  const open = useBox();
  const shopping = useShopping();
  const bench = useMarks();
  const lines = $derived(open.plan.kit.lines);
  let lineId = $state('');
  let said = $state('');
  let problem = $state('');

  async function add(): Promise<void> {
    const line = lines.find((l) => l.lineId === lineId);
    if (line) await shopping.changeDrawer([{ lineId, name: line.name, unit: line.unit, by: line.perPack }]);
    lineId = '';
  }

  async function readFile(file: File | undefined): Promise<void> {
    problem = said = '';
    if (!file) return;
    const { default: papa } = await import('papaparse');
    const read = papa.parse<Record<string, string>>(await file.text(), { header: true, skipEmptyLines: 'greedy' });
    const got = drawerFrom(read.data as Table, lines);
    if (!got.ok) problem = `${file.name}: ${got.message}`;
    else if (got.lines.length === 0) problem = `${file.name}: no row names a part.`;
    else if (await shopping.changeDrawer(got.lines))
      said = `${got.lines.length} ${got.lines.length === 1 ? 'thing was' : 'things were'} counted anew from ${file.name}.`;
  }

  const csv = (): Promise<void> =>
    saveCsv(
      'drawer.csv',
      shopping.drawer.map((d) => ({ part: d.name, count: d.count, unit: d.unit, line: d.lineId }))
    );

  const builtKey = $derived(`built ${open.doc.kit.boxCount}`);
  /** What was taken out for this batch, kept with the mark so that exactly that is put back. */
  const taken = $derived(takenFrom(bench.marks.text(builtKey)));
  async function takeOut(): Promise<void> {
    const { boxCount } = open.doc.kit;
    const out = takenBy(lines, shopping.drawer, boxCount);
    if (out.length === 0) {
      said = 'Nothing of this box lies in the drawer.';
      return;
    }
    if (await shopping.changeDrawer(out.map(({ count, ...d }) => ({ ...d, by: -count })))) {
      bench.set(builtKey, takenText(out));
      said = `What ${boxCount === 1 ? 'one box takes' : `${boxCount} boxes take`} is out of the drawer.`;
    }
  }
  async function putBack(): Promise<void> {
    if (await shopping.changeDrawer(taken.map(({ count, ...d }) => ({ ...d, by: count })))) {
      bench.set(builtKey, '');
      said = 'They lie in the drawer again.';
    }
  }
</script>

<section class="card" aria-label="Drawer">
  <div class="flex flex-wrap items-center gap-2">
    <h2 class="flex-1">Parts at home</h2>
    <label class="btn"
      ><Upload size={15} />Count from a CSV<input
        type="file"
        accept=".csv,text/csv"
        class="sr-only"
        onchange={(e) => {
          void readFile(e.currentTarget.files?.[0]);
          e.currentTarget.value = '';
        }}
      /></label
    >
    {#if shopping.drawer.length}<button type="button" class="btn" onclick={csv}><Download size={15} />CSV</button>{/if}
  </div>
  <p class="lab mt-1">
    For all boxes. What came of an order lies here by itself; a file wants the columns <b>part</b> and <b>count</b>.
  </p>
  {#if problem || shopping.problem}<p class="mt-2 text-stop" role="alert">{problem || shopping.problem}</p>{/if}
  {#if said}<p class="mt-2" role="status">{said}</p>{/if}
  {#if shopping.drawer.length === 0}
    <p class="mt-3">The drawer is empty.</p>
  {:else}
    <table class="sheet mt-2 max-w-2xl">
      <caption class="sr-only">Parts at home</caption>
      <thead
        ><tr><th>Part</th><th class="num">Lies there</th><th>This box takes</th><td class="no-print"></td></tr></thead
      >
      <tbody>
        {#each shopping.drawer as d (d.lineId)}
          {@const line = lines.find((l) => l.lineId === d.lineId)}
          <tr>
            <td>{d.name}</td>
            <td class="num"
              ><QuantityField
                label="{d.name} in the drawer"
                at={d.lineId}
                hideLabel
                kind="number"
                unit={d.unit}
                width={60}
                text={trimNumber(d.count)}
                options={{ min: 0, max: 100000, whole: d.unit === 'pc', units: d.unit === 'm' ? METRES : PIECES }}
                onvalue={(v) => shopping.changeDrawer([{ lineId: d.lineId, name: d.name, unit: d.unit, count: v }])}
              /></td
            >
            <td class="text-ink2">{line ? `${trimNumber(line.perBox)} ${line.unit}` : 'nothing of it'}</td>
            <td class="no-print"
              ><button
                type="button"
                class="icon"
                aria-label="{d.name}: none left"
                onclick={() => shopping.changeDrawer([{ lineId: d.lineId, name: d.name, unit: d.unit, count: 0 }])}
                ><Trash size={16} /></button
              ></td
            >
          </tr>
        {/each}
      </tbody>
    </table>
  {/if}
  <div class="no-print mt-3 flex flex-wrap items-center gap-2">
    <select class="in max-w-72" aria-label="Put into the drawer" bind:value={lineId}>
      <option value="">a line of this kit …</option>
      {#each lines as l (l.lineId)}<option value={l.lineId}>{l.name}</option>{/each}
    </select>
    <button type="button" class="btn" disabled={!lineId} onclick={add}><Plus size={14} />Put a packet in</button>
    <span class="flex-1"></span>
    {#if lines.length && taken.length === 0}<button type="button" class="btn" onclick={takeOut}
        >It is built: take its parts out</button
      >{:else if taken.length > 0}<span class="lab">Taken out when it was built.</span><button
        type="button"
        class="btn"
        onclick={putBack}>Put them back</button
      >{/if}
  </div>
</section>
