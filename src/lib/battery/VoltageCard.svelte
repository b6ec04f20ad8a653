<script lang="ts">
  import { chemistryRange } from '@haversack/core/unknown/ranges';
  import { CHEMISTRY } from '@haversack/core/battery/chemistry';
  import { voltageChart, whatVoltageMeans, type Reading } from '@haversack/core/battery/voltage';
  import type { KnownChemistry } from '@haversack/core/catalogue/part';
  import { parseQuantity } from '@haversack/core/quantity/parse';
  import { ampsText, fixed } from '@haversack/core/quantity/format';
  import Printer from '@lucide/svelte/icons/printer';
  import { useBox } from '$lib/client/use-box.ts';

  const open = useBox();
  const bank = $derived(open.plan.bank);
  let chosen = $state<KnownChemistry | ''>('');
  const chemistry = $derived<KnownChemistry>(chosen || (bank?.chemistry ?? 'lfp'));
  let volts = $state('');
  let offset = $state('0');
  let tolerance = $state('0.05');
  let amps = $state('');
  let air = $state('');
  let condition = $state<Reading['state']>('rested');
  const capacityAh = $derived(bank?.ratedAh ?? 20);
  const tempC = $derived.by(() => {
    const p = parseQuantity(air, 'temperature', { temperatureUnit: open.doc.preferences.temperatureUnit });
    return p.ok ? p.value : open.doc.outing.airC;
  });
  const loadA = $derived(open.plan.demand.meanA);
  type Out =
    | { say: string; worth: string; low: number; high: number; each: { kind: KnownChemistry; say: string }[] }
    | { problem: string }
    | undefined;
  const answer = $derived.by((): Out => {
    if (volts.trim() === '') return undefined;
    const read = (text: string, label: string, min: number, max: number): number | string => {
      const p = parseQuantity(text, 'voltage', { min, max });
      return p.ok ? p.value : `${label}: ${p.message}`;
    };
    const v = read(volts, 'Reading', 5, 20);
    const o = read(offset || '0', 'Meter offset', -2, 2);
    const t = read(tolerance || '0', 'Meter tolerance', 0, 2);
    const a =
      condition === 'loaded' ? parseQuantity(amps || String(loadA), 'current', { min: 0, max: 200 }) : undefined;
    for (const x of [v, o, t]) if (typeof x === 'string') return { problem: x };
    if (a && !a.ok) return { problem: `Load: ${a.message}` };
    const meant = (kind: KnownChemistry) =>
      whatVoltageMeans({
        chemistry: kind,
        capacityAh,
        volts: v as number,
        state: condition,
        currentA: a?.ok ? a.value : 0,
        tempC,
        meterOffsetV: o as number,
        meterToleranceV: t as number
      });
    const m = meant(chemistry);
    const each = sorts.map((kind) => ({ kind, say: meant(kind).say }));
    return { say: m.say, worth: m.worth, low: m.lowFraction, high: m.highFraction, each };
  });
  /** With a battery nobody knows the sort of, what the reading means for each it may be. */
  const sorts = $derived(chosen === '' && bank?.assumedChemistry ? chemistryRange(open.doc) : []);
  const rows = $derived(voltageChart(chemistry, { capacityAh, tempC, currentA: loadA }));
</script>

<section class="card" aria-label="What a voltage means">
  <div class="no-print">
    <h2 class="h3">What a voltage means</h2>
    <div class="row">
      <label for="v-chem">Battery</label><select
        id="v-chem"
        class="in"
        value={chemistry}
        onchange={(e) => (chosen = e.currentTarget.value as KnownChemistry)}
        >{#each Object.entries(CHEMISTRY) as [id, c] (id)}<option value={id}>{c.name}</option>{/each}</select
      >
    </div>
    <div class="row">
      <label for="v-read">The meter shows</label><input
        id="v-read"
        class="in n w-24"
        placeholder="13.1 V"
        autocomplete="off"
        bind:value={volts}
      />
    </div>
    <div class="row">
      <span>The battery has</span>
      <div class="seg">
        {#each [['rested', 'rested'], ['loaded', 'a load on'], ['just-charged', 'just been charged']] as const as [id, text] (id)}<button
            type="button"
            aria-pressed={condition === id}
            onclick={() => (condition = id)}>{text}</button
          >{/each}
      </div>
    </div>
    {#if condition === 'loaded'}<div class="row">
        <label for="v-load">Load</label><input
          id="v-load"
          class="in n w-24"
          placeholder="{ampsText(loadA)} A"
          bind:value={amps}
        />
      </div>{/if}
    <div class="row">
      <label for="v-temp">Battery temperature</label><input
        id="v-temp"
        class="in n w-24"
        placeholder="{fixed(open.doc.outing.airC, 0)} C"
        bind:value={air}
      />
    </div>
    <div class="row">
      <label for="v-off">This meter shows too much by</label><input id="v-off" class="in n w-24" bind:value={offset} />
    </div>
    <div class="row">
      <label for="v-tol">and is good to ±</label><input id="v-tol" class="in n w-24" bind:value={tolerance} />
    </div>
    {#if answer && 'problem' in answer}<p role="alert" class="mt-2 text-stop">{answer.problem}</p>
    {:else if answer && answer.each.length > 0}
      <p class="mt-2">Which battery it is, is not known: the same reading would mean</p>
      <ul class="list-disc pl-5" aria-label="By sort of battery">
        {#each answer.each as one (one.kind)}<li><b>{CHEMISTRY[one.kind].name}:</b> {one.say}</li>{/each}
      </ul>
    {:else if answer}
      <div
        class="gauge"
        role="img"
        aria-label="{fixed(answer.low * 100, 0)} to {fixed(answer.high * 100, 0)} % charged"
      >
        <span style:left="{answer.low * 100}%" style:width="{Math.max(1, (answer.high - answer.low) * 100)}%"></span>
      </div>
      <p class="text-[0.875rem] font-medium" data-worth={answer.worth}>{answer.say}</p>
    {:else}<p class="lab mt-2">Type a reading: the answer is a range, because a voltage is one.</p>{/if}
  </div>
  <div class="mt-3 flex items-center justify-between">
    <h3>{CHEMISTRY[chemistry].name}, {fixed(capacityAh, 0)} Ah, {fixed(tempC, 0)} °C</h3>
    <button type="button" class="btn no-print" onclick={() => window.print()}
      ><Printer size={14} />Print the chart</button
    >
  </div>
  <table class="sheet">
    <thead
      ><tr
        ><th class="num">Charge left</th><th class="num">Rested, V</th><th class="num">At {ampsText(loadA)} A, V</th
        ></tr
      ></thead
    >
    <tbody
      >{#each rows as r (r.socFraction)}<tr
          ><td class="num n">{fixed(r.socFraction * 100, 0)} %</td><td class="num n">{fixed(r.restedV, 2)}</td><td
            class="num n">{fixed(r.loadedV, 2)}</td
          ></tr
        >{/each}</tbody
    >
  </table>
  <p class="lab mt-1">
    Rested: an hour for lithium, four for lead. {chemistry === 'lfp'
      ? 'Iron phosphate is nearly flat from 90 to 30 %: count amp-hours instead.'
      : 'Packs differ by about a tenth of a volt.'}
  </p>
</section>

<style>
  .gauge {
    position: relative;
    height: 14px;
    margin: 8px 0 6px;
    background: var(--sunk);
    border: 1px solid var(--line2);
  }
  .gauge span {
    position: absolute;
    top: 0;
    bottom: 0;
    background: var(--olive5);
  }
</style>
