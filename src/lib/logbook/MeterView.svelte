<script lang="ts">
  import { outingFromSeries } from '@haversack/core/logbook/from-series';
  import { durationText, fixed } from '@haversack/core/quantity/format';
  import Circle from '@lucide/svelte/icons/circle';
  import Square from '@lucide/svelte/icons/square';
  import Unplug from '@lucide/svelte/icons/unplug';
  import { onMount } from 'svelte';
  import { Meter } from '$lib/client/meter.svelte.ts';
  import { useBox } from '$lib/client/use-box.ts';
  import { useLogbook } from '$lib/client/logbook.svelte.ts';
  import { dayHere, today } from '$lib/client/today.ts';
  import { showView } from '$lib/client/views.ts';
  import Mark from '$lib/ui/Mark.svelte';
  import Chart from '$lib/draw/Chart.svelte';
  import { colour, gridOf, lineOf, valueAxis } from '$lib/draw/chart-style.ts';
  import LeftCard from './LeftCard.svelte';

  const open = useBox();
  const log = useLogbook();
  const meter = new Meter(open.id);
  let port = $state('');
  let path = $state('');
  let kind = $state<'tcp' | 'device'>('tcp');
  onMount(() => {
    void log.load();
    void meter.load().then(() => {
      const known = meter.known;
      if (known?.kind === 'tcp') port = String(known.port);
      if (known?.kind === 'device') {
        kind = 'device';
        path = known.path;
      }
    });
    return () => meter.close();
  });
  async function join(event: SubmitEvent): Promise<void> {
    event.preventDefault();
    await meter.join(kind === 'tcp' ? { kind, port: Number(port.trim()) } : { kind, path: path.trim() });
  }
  const s = $derived(meter.state);
  const r = $derived(s?.reading);
  const MARK = { live: 'holds', joining: 'note', silent: 'caution', lost: 'stop' } as const;
  const WORD = {
    live: 'Live',
    joining: 'Joining …',
    silent: 'Silent',
    lost: 'Broken off, tried again by itself'
  } as const;
  const signed = (v: number, decimals: number): string => `${v < 0 ? '−' : ''}${fixed(Math.abs(v), decimals)}`;

  const option = () => {
    const first = meter.trace[0]?.s ?? 0;
    const last = meter.trace.at(-1)?.s ?? 1;
    const xs = (i: number, show: boolean) => ({
      type: 'value',
      gridIndex: i,
      min: first,
      max: Math.max(last, first + 60),
      minInterval: 60,
      axisTick: { show: false },
      axisLabel: {
        show,
        color: colour('ink2'),
        fontFamily: 'Spline Sans Mono Variable',
        fontSize: 12,
        hideOverlap: true,
        formatter: (v: number) => durationText((v - first) / 3600)
      },
      axisLine: { lineStyle: { color: colour('line2') } },
      splitLine: { lineStyle: { color: colour('grid') } }
    });
    return {
      grid: [gridOf(10, 80), gridOf(116, 80)],
      xAxis: [xs(0, false), xs(1, true)],
      yAxis: [valueAxis(0, 'V'), valueAxis(1, 'A', { scale: false })],
      series: [
        lineOf(
          0,
          meter.trace.map((t) => [t.s, t.volts] as const)
        ),
        lineOf(
          1,
          meter.trace.map((t) => [t.s, t.amps] as const),
          { areaStyle: { color: colour('olive1') } }
        )
      ]
    };
  };
  const outing = $derived(
    meter.recorded &&
      outingFromSeries(
        open.doc,
        open.plan,
        {
          ...meter.recorded,
          outAh: meter.recorded.summary?.outAh ?? null,
          endV: meter.trace.at(-1)?.volts ?? null
        },
        { batteryIds: log.here.map((b) => b.id), day: dayHere }
      )
  );
  async function asOuting(): Promise<void> {
    if (!outing || !(await log.add(outing))) return;
    meter.recorded = null;
    await showView(open.id, 'logbook', { view: 'history' });
  }
</script>

<div class="mx-auto grid max-w-5xl gap-5 p-6 max-md:p-3 lg:grid-cols-2">
  <div class="grid h-fit gap-4">
    {#if !s}
      <form class="card grid gap-3" onsubmit={join} aria-label="Join a meter">
        <h2>Join a meter</h2>
        <p class="text-ink2">
          A shunt meter on a serial cable, or one that speaks on a port of this computer. Its lines are told in
          docs/meter-protocol.md{meter.known?.kind === 'tcp' ? '; the simulated one waits on the port below' : ''}.
        </p>
        <div class="seg justify-self-start" role="group" aria-label="How it is joined">
          <button type="button" class="!h-11" aria-pressed={kind === 'tcp'} onclick={() => (kind = 'tcp')}>Port</button>
          <button type="button" class="!h-11" aria-pressed={kind === 'device'} onclick={() => (kind = 'device')}
            >Serial device</button
          >
        </div>
        {#if kind === 'tcp'}<label class="grid gap-1"
            ><span class="lab">Port of this computer</span><input
              class="in n !h-11"
              inputmode="numeric"
              autocomplete="off"
              placeholder="4175"
              bind:value={port}
            /></label
          >{:else}<label class="grid gap-1"
            ><span class="lab">Path of the device</span><input
              class="in !h-11"
              autocomplete="off"
              placeholder="/dev/ttyUSB0"
              bind:value={path}
            /></label
          >{/if}
        <button class="btn main !h-11" disabled={!meter.loaded}>Join</button>
      </form>
    {:else}
      <section class="card grid gap-3" aria-label="The meter">
        <div class="flex items-center gap-2">
          <Mark state={MARK[s.state]} size={16} label="" />
          <p class="flex-1" role="status">
            <b>{WORD[s.state]}</b> <span class="lab">on {s.where}</span>
          </p>
          <button type="button" class="btn !h-9" onclick={() => meter.leave()}><Unplug size={15} />Let it go</button>
        </div>
        {#if s.say}<p class="text-caution" role="alert">{s.say}</p>{/if}
        {#if s.recordingProblem}<p class="text-stop" role="alert">{s.recordingProblem}</p>{/if}
        {#if meter.away}<p class="text-stop" role="alert">
            Haversack itself does not answer; what stands here is old.
          </p>{/if}
        {#if r}
          <dl class="grid grid-cols-3 gap-2" class:opacity-50={s.state !== 'live'}>
            <div>
              <dt class="lab">Volts</dt>
              <dd class="n text-[1.625rem]/[2rem]">{fixed(r.volts, 2)}</dd>
            </div>
            <div>
              <dt class="lab">{r.amps >= 0 ? 'Amps out' : 'Amps in'}</dt>
              <dd class="n text-[1.625rem]/[2rem]">{signed(r.amps, 2)}</dd>
            </div>
            <div>
              <dt class="lab">By the meter</dt>
              <dd class="n text-[1.625rem]/[2rem]">
                {r.socFraction === null ? '–' : `${fixed(r.socFraction * 100, 0)} %`}
              </dd>
            </div>
          </dl>
          <p class="lab">
            {signed(r.ampHours, 2)} Ah out since full{r.tempC === null ? '' : ` · ${fixed(r.tempC, 1)} °C`} · clock {durationText(
              r.clockS / 3600
            )} · {s.lostCount} lines lost, {s.damagedCount} damaged
          </p>
        {:else}<p class="lab">Nothing came yet.</p>{/if}
        <div class="flex flex-wrap items-center gap-2">
          {#if s.recording}
            <button type="button" class="btn main !h-11" onclick={() => meter.stop()}
              ><Square size={15} />Stop recording</button
            >
            <span class="n" role="status">{s.recording.rowCount} rows</span>
          {:else}
            <button type="button" class="btn !h-11" onclick={() => meter.record(`Meter, ${today()}`)}
              ><Circle size={15} />Record</button
            >
          {/if}
        </div>
        {#if meter.recorded && outing}
          <p role="status">
            <b>{meter.recorded.rowCount} rows kept</b> as “{meter.recorded.name}”, under History.
          </p>
          <button type="button" class="btn !h-11 justify-self-start" onclick={asOuting}
            >Record it as an outing: {durationText(outing.durationH ?? 0)}, {fixed(outing.chargeAh ?? 0, 2)} Ah</button
          >
        {/if}
      </section>
      {#if meter.trace.length > 1}
        <section class="card min-w-0 p-3" aria-label="The last minutes">
          <h2 class="mb-1">The last minutes of its clock</h2>
          <Chart
            {option}
            height={224}
            label="Volts and amps of the last {meter.trace.length} readings; now {fixed(r?.volts ?? 0, 2)} V"
          />
        </section>
      {/if}
    {/if}
    {#if meter.problem || log.problem}<p role="alert" class="text-stop">{meter.problem || log.problem}</p>{/if}
  </div>
  <LeftCard reading={s?.state === 'live' ? (r ?? undefined) : undefined} />
</div>
