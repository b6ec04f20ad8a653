<script lang="ts">
  import { lengthText } from '@haversack/core/quantity/format';
  import Download from '@lucide/svelte/icons/download';
  import Printer from '@lucide/svelte/icons/printer';
  import { resolve } from '$app/paths';
  import QuantityField from '$lib/ui/QuantityField.svelte';
  import { useBox } from '$lib/client/use-box.ts';

  /** Leads to cut and crimp, with terminals and sleeves counted. */
  const open = useBox();
  const unit = $derived(open.doc.preferences.lengthUnit);
  const list = $derived(open.plan.runs);
  let labels = $state(false);
  const cut = (id: string, key: string, mm: number) =>
    open.set(`${id} cut to ${lengthText(mm, unit, 0)} ${unit}`, 'bench/asCut', { ...open.doc.bench.asCut, [key]: mm });
  const planned = (id: string, key: string) => {
    const rest = { ...open.doc.bench.asCut };
    delete rest[key];
    open.set(`${id} as planned`, 'bench/asCut', rest);
  };
</script>

<section class="grid gap-4 p-6 max-md:p-3" aria-label="Run list">
  <div class="no-print flex items-center gap-3">
    <button type="button" class="btn" onclick={() => window.print()}><Printer size={14} />Print</button>
    <a class="btn" data-sveltekit-reload href={resolve(`/api/boxes/${open.id}/runs`)} download
      ><Download size={14} />CSV</a
    >
    <button type="button" class="btn" aria-pressed={labels} onclick={() => (labels = !labels)}
      >Labels for the ends</button
    >
    <span class="lab">Sleeve first, then crimp; tug every one.</span>
  </div>
  {#if labels}
    <p class="lab no-print">
      One for each end, 60 by 9 mm: cut, fold over the lead within 30 mm of its end, sleeve over it.
    </p>
    <div class="flags" aria-label="Labels of the runs">
      {#each list.runs as r (r.id)}{#each [r.from.tab, r.to.tab] as tab, i (i)}<span class="flag"
            ><b>{r.id}</b> {tab}</span
          >{/each}{/each}
    </div>
  {:else}
    <div class="overflow-x-auto">
      <table class="sheet">
        <thead
          ><tr
            ><th>Run</th><th>From</th><th>To</th><th>Wire</th><th>Colour</th><th class="num">Cut, {unit}</th><th
              >Ends</th
            ><th>Die</th></tr
          ></thead
        >
        <tbody>
          {#each list.runs as r (r.id)}
            <tr
              ><td><b>{r.id}</b></td><td>{r.from.tab}</td><td>{r.to.tab}</td><td
                >{r.count > 1 ? `${r.count} × ` : ''}{r.size}</td
              ><td>{r.colour}</td><td class="num"
                ><span class="only-print n">{lengthText(r.lengthMm, unit, 0)}</span><span class="no-print"
                  ><QuantityField
                    label="{r.id} as cut"
                    hideLabel
                    kind="length"
                    unit={r.asCut ? 'as cut' : ''}
                    width={64}
                    text={lengthText(r.lengthMm, unit, 0)}
                    options={{ lengthUnit: unit, min: 10, max: 20000 }}
                    onempty={() => planned(r.id, r.key)}
                    onvalue={(v) => cut(r.id, r.key, v)}
                  /></span
                ></td
              ><td>{r.from.terminal} / {r.to.terminal}</td><td>{r.die}</td></tr
            >
          {/each}
        </tbody>
      </table>
    </div>
    <div class="grid max-w-3xl gap-6 md:grid-cols-2">
      {#each [['Terminals', list.terminals], ['Sleeves', list.sleeves]] as const as [title, rows] (title)}
        <div>
          <h2 class="h3">{title}</h2>
          {#each rows as r, nth (nth)}<div class="row">
              <span>{r.name}</span><span class="n">{r.count}</span>
            </div>{/each}
        </div>
      {/each}
    </div>
    <p class="lab">{list.outside}</p>
    <p class="lab no-print">
      Write down what you really cut: resistance and voltages follow. Emptied, the plan counts again.
    </p>
  {/if}
</section>

<style>
  .flags {
    display: flex;
    flex-wrap: wrap;
    gap: 2mm;
  }
  .flag {
    width: 60mm;
    height: 9mm;
    padding: 1.5mm 2mm;
    overflow: hidden;
    border: 1px solid var(--line2);
    font-size: 3.2mm;
    line-height: 6mm;
    white-space: nowrap;
  }
</style>
