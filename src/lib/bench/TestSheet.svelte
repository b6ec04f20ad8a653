<script lang="ts">
  import { unlikeBuilt } from '@haversack/core/bench/as-built';
  import {
    judgedReadings,
    OPEN_OHM,
    openPoints,
    restVolts,
    shownReading,
    takeOver,
    unitOf
  } from '@haversack/core/bench/judge-reading';
  import type { Edit } from '@haversack/core/box/edits';
  import { TEST_STAGE_WORDS, TEST_STAGES, type TestRow, type TestStage } from '@haversack/core/bench/tests';
  import { trimNumber } from '@haversack/core/quantity/format';
  import { resolve } from '$app/paths';
  import { page } from '$app/state';
  import { useMarks } from '$lib/client/bench-marks.svelte.ts';
  import { useBox } from '$lib/client/use-box.ts';
  import { today } from '$lib/client/today.ts';
  import { showView } from '$lib/client/views.ts';
  import Mark from '$lib/ui/Mark.svelte';
  import QuantityField from '$lib/ui/QuantityField.svelte';
  import { stayAwake } from './awake.ts';
  import DischargeClock from './DischargeClock.svelte';
  import Photos from './Photos.svelte';
  import SignedBy from './SignedBy.svelte';

  /** Readings in a safe order, judged as they are entered. */
  const open = useBox();
  const bench = useMarks();
  const rows = $derived(open.plan.bench.tests);
  const asked = $derived(page.url.searchParams.get('stage'));
  const stages = $derived(TEST_STAGES.filter((s) => rows.some((r) => r.stage === s)));
  const stage = $derived<TestStage>(
    stages.find((s) => s === asked) ?? stages.find((s) => standing(s).open > 0) ?? stages[0] ?? 'dead'
  );
  const show = (s: TestStage) => showView(open.id, 'bench', { view: 'test', stage: s });
  const METER = 'haversack-meter';
  let meter = $state(keptMeter());
  function keptMeter(): string {
    try {
      return localStorage.getItem(METER) ?? '';
    } catch {
      return '';
    }
  }
  function keepMeter(): void {
    try {
      localStorage.setItem(METER, meter);
    } catch {
      // typed again next time
    }
  }
  let offsetV = $state(0);
  $effect(() => stayAwake());

  const units = $derived(open.doc.preferences);
  const judged = $derived(judgedReadings(rows, bench.marks, units));
  const points = $derived(openPoints(rows, new Map([...judged].map(([id, j]) => [id, j.judged.passes]))));
  const unlike = $derived(unlikeBuilt(open.doc, open.plan, bench.marks));
  function standing(s: TestStage): { made: number; all: number; failed: number; open: number } {
    const mine = rows.filter((r) => r.stage === s);
    const made = mine.filter((r) => judged.has(r.id));
    return {
      made: made.length,
      all: mine.length,
      failed: made.filter((r) => !judged.get(r.id)!.judged.passes).length,
      open: mine.length - made.length
    };
  }
  const enter = (row: TestRow, value: number | boolean) =>
    bench.read(row.id, { value, meter, offset: row.kind === 'voltage' ? offsetV : 0 });
  const shown = (row: TestRow): string => {
    const value = bench.marks.reading(row.id)?.value;
    return typeof value === 'number' ? shownReading(row, value, units) : '';
  };
  /** What the plan would become with a reading; nothing where it stands for no figure of it, or for the same one. */
  function taken(row: TestRow): Edit[] {
    const reading = bench.marks.reading(row.id);
    if (typeof reading?.value !== 'number' || reading.value <= 0) return [];
    return takeOver(open.doc, row, reading.value, today(), { restV: restVolts(bench.marks), offset: reading.offset });
  }
  const use = (row: TestRow) => open.commit(`Taken over: ${row.what}`, taken(row));
</script>

<div class="mx-auto grid max-w-4xl gap-4 p-4 max-md:p-3">
  <section class="card" aria-label="How the test stands">
    <p class="flex items-center gap-2 text-[0.9375rem]">
      <Mark
        state={points.length === 0 && unlike.length === 0
          ? 'holds'
          : points.some((p) => p.why === 'failed')
            ? 'stop'
            : 'note'}
        size={18}
        label=""
      />
      {#if points.length === 0 && unlike.length > 0}<span
          ><b>Not finished:</b> every reading passes, but {unlike.map((u) => u.name).join(', ')}
          {unlike.length === 1 ? 'is' : 'are'} drawn unlike built.</span
        >{:else if points.length === 0}<b>Every reading passes: this box may be called finished.</b>{:else}<span
          ><b>Not finished:</b>
          {#if points.some((p) => p.why === 'failed')}<b class="text-stop"
              >{points.filter((p) => p.why === 'failed').length} failed</b
            >,{/if}
          {points.filter((p) => p.why === 'not made').length} not made yet.</span
        >{/if}
    </p>
    <div class="mt-3 flex flex-wrap items-center gap-3">
      <label class="flex items-center gap-2"
        ><span class="lab">Meter</span><input
          class="in w-32"
          maxlength="60"
          placeholder="which one"
          bind:value={meter}
          onchange={keepMeter}
        /></label
      >
      <QuantityField
        label="It shows too much by"
        kind="voltage"
        unit="V"
        width={60}
        text={offsetV ? trimNumber(offsetV) : '0'}
        options={{ min: -1, max: 1 }}
        onvalue={(v) => (offsetV = v)}
      />
      <SignedBy word="Read by" />
    </div>
    <p class="lab mt-2">
      Local codes and licensed practice come first. Before there is power the main fuse is out; with power one hand, one
      probe.
    </p>
  </section>
  <div class="seg justify-self-start" role="group" aria-label="Part of the test">
    {#each stages as s (s)}
      {@const k = standing(s)}
      <button type="button" class="!h-11 !px-3" aria-pressed={s === stage} onclick={() => show(s)}
        >{TEST_STAGE_WORDS[s]} <span class="n">{k.made}/{k.all}</span>{k.failed ? ` · ${k.failed} failed` : ''}</button
      >
    {/each}
  </div>
  <section class="card" aria-label={TEST_STAGE_WORDS[stage]}>
    {#each rows.filter((r) => r.stage === stage) as r (r.id)}
      {@const made = judged.get(r.id)}
      {@const j = made?.judged}
      {@const reading = made?.reading}
      <div class="reading" data-row={r.id} data-passes={j?.passes}>
        <div class="min-w-0 flex-1">
          <p class="text-[0.9375rem]">{r.what}</p>
          <p class="lab">
            {#if r.expected !== 'yes'}expected <b class="n">{r.expected} {r.kind === 'temperature' ? '' : r.unit}</b
              >;{/if}
            {r.where}{r.why ? `: ${r.why}` : ''}
          </p>
          {#if j}<p class="mt-1 flex items-start gap-2">
              <Mark state={j.passes ? 'holds' : 'stop'} size={16} label={j.passes ? 'passes' : 'fails'} /><span
                >{j.say}
                {#if j.cause}<b>{j.cause}</b>{/if}
                {#if !j.passes && r.seen}<a
                    href={resolve(
                      `/box/${open.id}/wiring?view=finder&seen=${encodeURIComponent(r.seen.portTag)}&level=${r.seen.level}`
                    )}>Find the culprit</a
                  >{/if}</span
              >
            </p>
            {#if reading}<p class="lab">
                {[
                  reading.by,
                  reading.meter,
                  new Intl.DateTimeFormat(undefined, {
                    day: 'numeric',
                    month: 'short',
                    hour: '2-digit',
                    minute: '2-digit'
                  }).format(reading.atMs)
                ]
                  .filter(Boolean)
                  .join(', ')}
              </p>{/if}{/if}
          {#if j}<div class="mt-1"><Photos key="reading {r.id}" of={r.what} small /></div>{/if}
          {#if r.id === 'capacity'}<DischargeClock onend={(ah) => enter(r, ah)} />{/if}
          {#if taken(r).length > 0}<button type="button" class="btn mt-1" onclick={() => use(r)}
              >Reckon with this from now on</button
            >{/if}
        </div>
        {#if r.kind === undefined}
          <div class="flex gap-2" role="group" aria-label={r.what}>
            <button
              type="button"
              class="btn big"
              class:main={reading?.value === true}
              aria-pressed={reading?.value === true}
              onclick={() => enter(r, true)}>Yes</button
            >
            <button
              type="button"
              class="btn big"
              class:main={reading?.value === false}
              aria-pressed={reading?.value === false}
              onclick={() => enter(r, false)}>No</button
            >
          </div>
        {:else}
          <div class="field">
            <QuantityField
              label={r.what}
              at={r.id}
              hideLabel
              kind={r.unit === 'mA' ? 'number' : r.kind}
              unit={unitOf(r, units)}
              width={88}
              text={shown(r)}
              options={{
                ...(r.unit === 'mA' ? { units: { ma: 1, a: 1000 } } : {}),
                temperatureUnit: units.temperatureUnit,
                min: r.kind === 'temperature' ? -60 : -1e6,
                max: r.kind === 'resistance' ? OPEN_OHM : r.kind === 'temperature' ? 300 : 1e6
              }}
              onvalue={(v) => enter(r, r.unit === 'mA' ? v / 1000 : v)}
            />
            {#if r.kind === 'resistance'}<button type="button" class="btn big mt-1" onclick={() => enter(r, OPEN_OHM)}
                >No end (OL)</button
              >{/if}
          </div>
        {/if}
      </div>
    {/each}
  </section>
  {#if bench.unsent > 0}<p role="status">
      {bench.unsent}
      {bench.unsent === 1 ? 'reading is' : 'readings are'} kept on this device until Haversack answers.
    </p>{/if}
</div>

<style>
  .reading {
    display: flex;
    flex-wrap: wrap;
    align-items: flex-start;
    gap: 8px 16px;
    padding: 12px 16px;
    border-bottom: 1px solid var(--line);
  }
  .reading[data-passes='false'] {
    background: color-mix(in srgb, var(--stop) 8%, transparent);
  }
  .btn.big {
    min-width: 64px;
    min-height: 44px;
    font-size: 1rem;
    justify-content: center;
  }
  .field :global(input) {
    min-height: 44px;
    font-size: 1rem;
  }
</style>
