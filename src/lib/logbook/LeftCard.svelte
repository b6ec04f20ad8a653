<script lang="ts">
  import { boxDrawA } from '@haversack/core/demand/demand';
  import {
    chanceOf,
    chargeNow,
    hoursLeft,
    runningOf,
    switchOff,
    type Charge,
    type Now
  } from '@haversack/core/logbook/left';
  import type { MeterReading } from '@haversack/core/meter/line';
  import { durationText, fixed } from '@haversack/core/quantity/format';
  import { parseQuantity, type ParseOptions } from '@haversack/core/quantity/parse';
  import type { QuantityKind } from '@haversack/core/quantity/units';
  import type { Figure } from '@haversack/core/series/chunk';
  import type { Point } from '@haversack/core/series/thin';
  import { request } from '$lib/client/api.ts';
  import type { SeriesHead } from '$lib/server/series.ts';
  import { useBox } from '$lib/client/use-box.ts';

  /** How full it is, how long it lasts, and whether one may stay: from the meter, or from what is typed. */
  let { reading }: { reading: MeterReading | undefined } = $props();
  const open = useBox();
  const bank = $derived(open.plan.bank);
  const unit = $derived(open.doc.preferences.temperatureUnit);
  let texts = $state({ percent: '', counted: '', volts: '', amps: '', air: '', out: '', more: '2 h' });
  let condition = $state<Now['state']>('rested');
  let off = $state<string[]>([]);
  let problems = $state<Record<string, string>>({});

  let seriesSaid = $state('');
  const LAST_MS = 900_000;
  /** What the newest series of a meter ended with. */
  async function fromSeries(): Promise<void> {
    try {
      const { series } = await request<{ series: SeriesHead[] }>('GET', `/api/boxes/${open.id}/series`);
      const newest = series.toSorted((a, b) => (b.toMs ?? 0) - (a.toMs ?? 0))[0];
      if (!newest?.toMs) {
        seriesSaid = 'There is no series of this box yet: import one under History, or record one.';
        return;
      }
      const { points } = await request<{ points: Record<Figure, Point[]> }>(
        'GET',
        `/api/series/${newest.id}?from=${newest.toMs - LAST_MS}&to=${newest.toMs}`
      );
      const last = (f: Figure): number | undefined => points[f].at(-1)?.[1];
      const put = (v: number | undefined, unit: string): string => (v === undefined ? '' : `${fixed(v, 2)} ${unit}`);
      const [ah, volts, amps] = [last('ampHours'), last('volts'), last('amps')];
      texts = {
        ...texts,
        counted: put(ah !== undefined && ah >= 0 ? ah : undefined, 'Ah'),
        volts: put(volts, 'V'),
        amps: put(amps, 'A')
      };
      condition = amps !== undefined && amps > 0.05 ? 'loaded' : 'rested';
      seriesSaid = `As “${newest.name}” ended on ${new Date(newest.toMs).toLocaleString()}.`;
    } catch (e) {
      seriesSaid = (e as Error).message;
    }
  }

  function value(name: keyof typeof texts, kind: QuantityKind, options: ParseOptions): number | null {
    const text = texts[name].trim();
    if (text === '') return null;
    const parsed = parseQuantity(text, kind, options);
    return parsed.ok ? parsed.value : null;
  }
  /** What is wrong with a field, said when it is left. */
  function check(name: keyof typeof texts, kind: QuantityKind, options: ParseOptions): void {
    const text = texts[name].trim();
    const parsed = text === '' ? undefined : parseQuantity(text, kind, options);
    problems = { ...problems, [name]: parsed && !parsed.ok ? parsed.message : '' };
  }
  const FIELDS = $derived<
    { key: keyof typeof texts; label: string; kind: QuantityKind; options: ParseOptions; example: string }[]
  >([
    {
      key: 'counted',
      label: 'Ah out since full',
      kind: 'capacity',
      options: { min: 0, max: 10_000 },
      example: '8.4 Ah'
    },
    { key: 'percent', label: 'Percent by the meter', kind: 'fraction', options: { min: 0, max: 1 }, example: '55 %' },
    { key: 'volts', label: 'Volts', kind: 'voltage', options: { min: 0, max: 60 }, example: '12.9 V' },
    { key: 'amps', label: 'Amps out now', kind: 'current', options: { min: -500, max: 500 }, example: '1.2 A' },
    {
      key: 'air',
      label: 'Coldest it will get',
      kind: 'temperature',
      options: { temperatureUnit: unit, min: -60, max: 80 },
      example: unit === 'C' ? '3 C' : '37 F'
    },
    {
      key: 'out',
      label: 'Hours since it was full and on',
      kind: 'duration',
      options: { min: 0, max: 2000 },
      example: '6 h'
    }
  ]);
  const optionsOf = (name: keyof typeof texts) => FIELDS.find((f) => f.key === name)!.options;

  const airC = $derived(value('air', 'temperature', optionsOf('air')) ?? open.doc.outing.airC);
  const ampsNow = $derived(reading ? reading.amps : value('amps', 'current', optionsOf('amps')));
  const now = $derived<Now>({
    percent: reading ? reading.socFraction : value('percent', 'fraction', optionsOf('percent')),
    countedAh: reading ? reading.ampHours : value('counted', 'capacity', optionsOf('counted')),
    volts: reading ? reading.volts : value('volts', 'voltage', optionsOf('volts')),
    state: reading ? 'loaded' : condition,
    currentA: ampsNow,
    airC,
    outH: value('out', 'duration', optionsOf('out'))
  });
  const charge = $derived<Charge | undefined>(bank ? chargeNow(bank, open.plan.demand, now) : undefined);
  const running = $derived(runningOf(open.plan.demand, off));
  const at = $derived({ airC, boxA: boxDrawA(open.doc, open.plan.demand) });
  const left = $derived(bank && charge ? hoursLeft(bank, charge, running, at) : undefined);
  const leftNow = $derived(
    bank && charge && ampsNow !== null && ampsNow > 0.01
      ? hoursLeft(bank, charge, running, { ...at, measuredA: ampsNow })
      : undefined
  );
  const moreH = $derived(value('more', 'duration', { min: 0.1, max: 2000 }));
  const chance = $derived(bank && charge && moreH !== null ? chanceOf(bank, charge, running, at, moreH) : undefined);
  const advice = $derived(bank && charge && moreH !== null ? switchOff(bank, charge, running, at, moreH) : undefined);
  const hours = (h: number): string => (Number.isFinite(h) ? durationText(h) : 'no end in sight');
  const percent = (v: number): string => `${fixed(v * 100, 0)} %`;
</script>

<section class="card grid h-fit gap-3" aria-label="Out now">
  <h2>Out now: how long does it last?</h2>
  {#if !bank}
    <p class="text-ink2">Choose a battery in the Battery stage first.</p>
  {:else}
    {#if !reading}
      <p class="lab flex flex-wrap items-center gap-2">
        Any of these is enough; the more of them, the surer.
        <button type="button" class="btn !h-9" onclick={fromSeries}>Take the end of the last series</button>
      </p>
      {#if seriesSaid}<p class="lab" role="status">{seriesSaid}</p>{/if}
      <div class="grid grid-cols-2 gap-3">
        {#each FIELDS as f (f.key)}
          <div class="grid min-w-0 content-start gap-1">
            <label class="grid min-w-0 gap-1"
              ><span class="lab">{f.label}</span><input
                class="in !h-11 w-full min-w-0"
                class:bad={problems[f.key]}
                autocomplete="off"
                placeholder={f.example}
                bind:value={texts[f.key]}
                onchange={() => check(f.key, f.kind, f.options)}
                aria-invalid={problems[f.key] ? 'true' : undefined}
              /></label
            >{#if problems[f.key]}<span role="alert" class="text-[0.75rem] text-stop">{problems[f.key]}</span>{/if}
          </div>
        {/each}
        <label class="grid min-w-0 gap-1"
          ><span class="lab">Volts were read</span><select class="in !h-11 w-full min-w-0" bind:value={condition}
            ><option value="rested">rested</option><option value="loaded">with the load on</option><option
              value="just-charged">just charged</option
            ></select
          ></label
        >
      </div>
      {#if texts.volts !== '' && condition === 'loaded' && ampsNow === null}<p class="lab">
          A loaded voltage needs the amps beside it.
        </p>{/if}
      {#if texts.volts !== '' && bank.assumedChemistry}<p class="lab">
          Nobody knows what sort of battery it is: a voltage means three things. Look it up in the Battery stage.
        </p>{/if}
    {/if}
    {#if charge && left}
      <p class="text-[0.9375rem]" role="status">
        About <b class="n">{percent(charge.socFraction)}</b>
        <span class="lab">({percent(charge.lowFraction)} to {percent(charge.highFraction)})</span>
      </p>
      {#if charge.say}<p class="text-caution" role="alert">{charge.say}</p>{/if}
      <dl class="grid grid-cols-2 gap-2">
        {#if leftNow}<div>
            <dt class="lab">At the {fixed(ampsNow!, 2)} A it draws now</dt>
            <dd class="n text-[1.375rem]/[1.75rem]">{hours(leftNow.hours)}</dd>
            <dd class="lab">{hours(leftNow.leastH)} to {hours(leftNow.mostH)}</dd>
          </div>{/if}
        <div>
          <dt class="lab">At the plan’s {fixed(left.drawA, 2)} A with what is on</dt>
          <dd class="n text-[1.375rem]/[1.75rem]">{hours(left.hours)}</dd>
          <dd class="lab">{hours(left.leastH)} to {hours(left.mostH)}; {hours(left.emptyH)} to empty</dd>
        </div>
      </dl>
      <p class="lab">
        Down to the {percent(bank.keepBackFraction)} that are kept back, at {fixed(airC, 0)} °C; no sun, no charger.
      </p>
      <fieldset class="grid gap-1.5">
        <legend class="lab">What runs on</legend>
        <div class="flex flex-wrap gap-1.5">
          {#each running as d (d.deviceId)}<button
              type="button"
              class="chip !h-9"
              aria-pressed={d.on}
              onclick={() => (off = d.on ? [...off, d.deviceId] : off.filter((id) => id !== d.deviceId))}
              >{d.name} <span class="n">{fixed(d.meanA, 2)} A</span></button
            >{/each}
        </div>
      </fieldset>
      <label class="flex flex-wrap items-center gap-2"
        ><span>Can I stay for</span><input class="in n !h-11 w-24" autocomplete="off" bind:value={texts.more} />
        <span>more?</span></label
      >
      {#if moreH === null}<p class="text-stop" role="alert">Type the hours, for example 2h30.</p>
      {:else if chance !== undefined}
        <p role="status">
          <b class="n">{percent(chance)}</b> chance of {hours(moreH)} more.
          {#if advice === undefined}Not even with everything off.{:else if advice.devices.length > 0}With {advice.devices
              .map((d) => d.name)
              .join(' and ')} off: <b class="n">{percent(advice.chance)}</b>.{:else}That may be counted on.{/if}
        </p>
      {/if}
    {:else if reading}<p class="lab">The meter’s reading says nothing of the charge.</p>{/if}
  {/if}
</section>
