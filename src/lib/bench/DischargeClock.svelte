<script lang="ts">
  import { dischargeA, dischargeH, dischargeNow } from '@haversack/core/bench/discharge';
  import { readDischarge, type Discharge } from '@haversack/core/bench/discharge-read';
  import { durationText, fixed } from '@haversack/core/quantity/format';
  import { useMarks } from '$lib/client/bench-marks.svelte.ts';
  import { useBox } from '$lib/client/use-box.ts';
  import Mark from '$lib/ui/Mark.svelte';
  import QuantityField from '$lib/ui/QuantityField.svelte';

  /** A timed discharge with a known load, guided: begun, looked at, ended; the amp-hours go into the sheet. */
  type Props = { onend: (ampHours: number) => void };
  let { onend }: Props = $props();
  const open = useBox();
  const bench = useMarks();
  const KEY = 'note discharge';
  const running = $derived(readDischarge(bench.marks.text(KEY)));
  const bank = $derived(open.plan.bank);
  const suggestA = $derived(bank ? dischargeA(bank) : 1);
  let currentA = $state<number>();
  let volts = $state<number>();
  let now = $state(Date.now());
  $effect(() => {
    const timer = setInterval(() => (now = Date.now()), 5000);
    return () => clearInterval(timer);
  });
  const stands = $derived(bank && running && dischargeNow(bank, running, now));

  const keep = (d: Discharge | undefined) => bench.set(KEY, d ? JSON.stringify(d) : '');
  function begin(): void {
    now = Date.now();
    keep({ looks: [{ atMs: now, currentA: currentA ?? suggestA, volts: volts ?? null }], endedMs: null });
    volts = undefined;
  }
  function look(): void {
    if (!running) return;
    now = Date.now();
    const last = running.looks.at(-1)!;
    keep({
      ...running,
      looks: [...running.looks, { atMs: now, currentA: currentA ?? last.currentA, volts: volts ?? null }]
    });
    volts = undefined;
  }
  function end(): void {
    if (!running || !bank) return;
    now = Date.now();
    const ended = { ...running, endedMs: now };
    keep(ended);
    onend(Number(dischargeNow(bank, ended, now).outAh.toFixed(2)));
  }
</script>

{#if bank}
  <section class="mt-2 rounded-box border border-line2 p-3" aria-label="Timed discharge">
    {#if !running || running.endedMs !== null}
      <p class="text-[0.875rem]">
        Full battery, room warmth, a known lamp or resistor on a hard surface, somebody in the house. It takes about
        <b class="n">{durationText(dischargeH(bank, currentA ?? suggestA))}</b>.
      </p>
    {:else if stands}
      <p class="text-[0.9375rem]" role="timer" aria-label="Discharge">
        <b class="n">{fixed(stands.outAh, 2)} Ah</b> out since
        <b class="n">{durationText((now - running.looks[0]!.atMs) / 3_600_000)}</b>; about
        <b class="n">{durationText(stands.leftH)}</b>
        to go. The posts should show about
        <b class="n">{fixed(stands.expectedV, 2)} V</b>; take the load off at
        <b class="n">{fixed(stands.stopV, 1)} V</b>.
      </p>
      <p class="lab">
        Look again in {stands.lookInMin} minutes: {running.looks.length}
        {running.looks.length === 1 ? 'look' : 'looks'} so far.
      </p>
      {#if stands.atEnd}<p class="mt-1 flex items-center gap-2">
          <Mark state="caution" size={16} label="" /><b>At its end: take the load off now.</b>
        </p>{/if}
    {/if}
    <div class="mt-2 flex flex-wrap items-center gap-3">
      <QuantityField
        label="Current that flows"
        at="discharge"
        kind="current"
        unit="A"
        text={fixed(currentA ?? running?.looks.at(-1)?.currentA ?? suggestA, 2)}
        options={{ min: 0.01, max: 500 }}
        onvalue={(v) => (currentA = v)}
      />
      <QuantityField
        label="Volts at the posts"
        at="discharge"
        kind="voltage"
        unit="V"
        text={volts === undefined ? '' : fixed(volts, 2)}
        options={{ min: 0, max: 60 }}
        onempty={() => (volts = undefined)}
        onvalue={(v) => (volts = v)}
      />
      {#if !running || running.endedMs !== null}
        <button type="button" class="btn big" onclick={begin}>Load is on: start the clock</button>
      {:else}
        <button type="button" class="btn big" onclick={look}>I looked</button>
        <button type="button" class="btn big main" onclick={end}>Load is off: enter it</button>
        <button type="button" class="btn big" onclick={() => keep(undefined)}>Leave it</button>
      {/if}
    </div>
  </section>
{/if}

<style>
  .btn.big {
    min-height: 44px;
    font-size: 0.9375rem;
  }
</style>
