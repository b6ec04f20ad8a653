<script lang="ts">
  import { fittedFuseA } from '@haversack/core/wiring/fitted-fuse';
  import type { CircuitPlan } from '@haversack/core/wiring/types';
  import { ampsText } from '@haversack/core/quantity/format';

  /** Log scale 0.5 to 40 A: the green is where a fuse may be, the arrow is the one fitted. */
  let { plan }: { plan: CircuitPlan } = $props();
  const fittedA = $derived(fittedFuseA(plan));
  const W = 288;
  const LOW = 0.5;
  const HIGH = 40;
  const x = (amps: number): number =>
    6 + ((Math.log(Math.min(HIGH, Math.max(LOW, amps))) - Math.log(LOW)) / (Math.log(HIGH) - Math.log(LOW))) * (W - 24);
  const from = $derived(x(plan.windowA.min));
  const to = $derived(plan.windowA.max === undefined ? from : x(plan.windowA.max));
  const fits = $derived(
    plan.returnFuse === undefined &&
      fittedA !== undefined &&
      fittedA >= plan.windowA.min - 1e-9 &&
      (plan.windowA.max === undefined || fittedA <= plan.windowA.max + 1e-9)
  );
</script>

<svg
  width={W}
  height="66"
  viewBox="0 0 {W} 66"
  role="img"
  aria-label="A fuse may be from {ampsText(plan.windowA.min)} to {plan.windowA.max === undefined
    ? 'unknown'
    : ampsText(plan.windowA.max)} A; fitted is {fittedA ?? plan.fuseOrigin}{plan.returnFuse
    ? ' in the negative lead'
    : ''}"
>
  {#if to > from}<rect x={from} y="30" width={to - from} height="10" fill="var(--holds)" opacity="0.85" />{:else}<text
      x={W / 2}
      y="14"
      text-anchor="middle"
      fill="var(--stop)"
      style:fill="var(--stop)">no fuse fits both load and wire</text
    >{/if}
  <path d="M0 40h{W - 6}" stroke="var(--ink)" />
  {#each [0.5, 1, 2, 3, 5, 10, 20, 40] as amps, nth (nth)}
    <path d="M{x(amps)} 38v6" stroke="var(--ink)" /><text class="n" x={x(amps)} y="58" text-anchor="middle">{amps}</text
    >
  {/each}
  <text x={W} y="58" text-anchor="end" fill="var(--ink2)">A</text>
  {#if fittedA !== undefined}
    <path
      d="M{x(fittedA)} 18v16m-4 -6 4 6 4 -6"
      fill="none"
      stroke={fits ? 'var(--ink)' : 'var(--stop)'}
      stroke-width="2"
    />
    <text
      x={x(fittedA)}
      y="13"
      text-anchor={x(fittedA) > W - 60 ? 'end' : 'middle'}
      font-weight="640"
      style:fill={fits ? 'var(--ink)' : 'var(--stop)'}>{plan.fuseTag} {fittedA} A{plan.returnFuse ? ', in −' : ''}</text
    >
  {/if}
</svg>
