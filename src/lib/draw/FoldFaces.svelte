<script lang="ts">
  import { FACES, type Face } from '@haversack/core/catalogue/faces';
  import type { Zone } from '@haversack/core/catalogue/part';
  import { ZONE_WORDS } from '@haversack/core/panel/zones';
  import type { LengthUnit } from '@haversack/core/quantity/length';
  import { lengthText } from '@haversack/core/quantity/format';
  import type { FoldOutLayout } from '@haversack/core/draw/fold-out';

  /** The sheet under the ports: faces, folds, lid flaps, hinge and latch, no-drill zones, overall dimensions. */
  type Props = {
    at: FoldOutLayout;
    used: ReadonlySet<Face>;
    zones: readonly Zone[];
    keepClear: boolean;
    unit: LengthUnit;
  };
  let { at, used, zones, keepClear, unit }: Props = $props();
  const c = $derived(at.c);
  const { L, W, D, beltY, lidY, origin, scale } = $derived(at);
  const MX = $derived(at.marginX);
  const flap = $derived(Math.min(14, c.lidDepthMm * scale));
  const knuckles = [0.22, 0.78];
</script>

{#snippet knuckle(x: number, y: number, width: number, height: number)}<rect
    {x}
    {y}
    {width}
    {height}
    fill="var(--paper)"
    stroke="var(--edge)"
  />{/snippet}
<defs>
  <pattern id="grid10" width={10 * scale} height={10 * scale} patternUnits="userSpaceOnUse"
    ><path d="M{10 * scale} 0H0V{10 * scale}" fill="none" stroke="var(--grid)" /></pattern
  >
  <pattern id="hatch" width="6" height="6" patternUnits="userSpaceOnUse" patternTransform="rotate(45)"
    ><path d="M0 0V6" stroke="var(--line2)" /></pattern
  >
  <pattern id="hatch-stop" width="6" height="6" patternUnits="userSpaceOnUse" patternTransform="rotate(45)"
    ><path d="M0 0V6" stroke="var(--stop)" stroke-opacity="0.35" /></pattern
  >
</defs>
{#if flap > 2}<path
    d="M{origin.lid.x} {lidY}l{-flap} 6v{W - 12}l{flap} 6M{origin.lid.x + L} {lidY}l{flap} 6v{W - 12}l{-flap} 6M{origin
      .lid.x} {lidY + W}l6 {Math.min(flap, 12)}h{L - 12}l6 {-Math.min(flap, 12)}"
    fill="none"
    stroke="var(--line2)"
    ><title>lid, {lengthText(c.lidDepthMm, unit, 0)} {unit} deep: its sides are folded out, not to scale</title></path
  >{/if}
{#each FACES as face (face)}
  {@const s = at.size(face)}
  <g transform="translate({origin[face].x} {origin[face].y})">
    <rect
      width={s.widthMm * scale}
      height={s.heightMm * scale}
      fill={used.has(face) ? 'var(--raise)' : 'var(--paper)'}
      stroke="var(--ink)"
      rx={face === 'lid' ? 2 : 0}
    />
    {#if used.has(face)}<rect width={s.widthMm * scale} height={s.heightMm * scale} fill="url(#grid10)" />{/if}
    {#if c.trayBelowRimMm > 0 && face !== 'lid' && face !== 'floor'}<path
        d="M0 {c.trayBelowRimMm * scale}H{s.widthMm * scale}"
        stroke="var(--note)"
        stroke-dasharray="2 4"><title>the tray hangs down to here, inside</title></path
      >{/if}
  </g>
{/each}
{#each [MX + W, MX + W + L, MX + 2 * W + L] as x, nth (nth)}<path
    d="M{x} {beltY}V{beltY + D}"
    stroke="var(--raise)"
    stroke-width="2"
  /><path d="M{x} {beltY}V{beltY + D}" stroke="var(--ink)" stroke-dasharray="6 3" />{/each}
<path d="M{MX + W} {beltY + D}h{L}" stroke="var(--raise)" stroke-width="2" /><path
  d="M{MX + W} {beltY + D}h{L}"
  stroke="var(--ink)"
  stroke-dasharray="6 3"
/>
{#if keepClear}
  {#each zones as z, i (i)}
    <rect
      x={at.px(z.face, z.xMm)}
      y={at.py(z.face, z.yMm + z.heightMm)}
      width={z.widthMm * scale}
      height={z.heightMm * scale}
      fill="url(#hatch)"
      stroke={z.kind === 'curve' ? 'none' : 'var(--line2)'}
      stroke-width="0.75"><title>keep clear: {ZONE_WORDS[z.kind]}</title></rect
    >
  {/each}
{/if}
{#if c.hinge === 'back'}
  <text class="halo" x={origin.lid.x + L / 2} y={lidY - 8} text-anchor="middle" style:fill="var(--ink2)"
    >hinge, to the back</text
  >
  {#each knuckles as share (share)}{@render knuckle(origin.lid.x + L * share - 14, lidY - 5, 28, 5)}{@render knuckle(
      origin.back.x + L * share - 14,
      beltY - 5,
      28,
      5
    )}{/each}
  <text class="halo" x={origin.back.x + L / 2} y={beltY - 10} text-anchor="middle" style:fill="var(--ink2)"
    >hinge, to the lid</text
  >
  <rect
    x={origin.front.x + L / 2 - 18}
    y={beltY - 26}
    width="36"
    height="34"
    rx="3"
    fill="var(--paper)"
    stroke="var(--edge)"
  /><text x={origin.front.x + L / 2} y={beltY - 10} text-anchor="middle" style:fill="var(--ink2)">latch</text>
{:else if c.hinge === 'left'}
  {#each knuckles as share (share)}{@render knuckle(origin.lid.x - 5, lidY + W * share - 14, 5, 28)}{@render knuckle(
      origin.left.x + W * share - 14,
      beltY - 5,
      28,
      5
    )}{/each}
  <text class="halo" x={origin.left.x + W / 2} y={beltY - 10} text-anchor="middle" style:fill="var(--ink2)"
    >hinge, to the lid</text
  >
{/if}
<g stroke="var(--ink2)"
  ><path d="M{MX - 12} {beltY}V{beltY + D}M{MX - 16} {beltY}h8M{MX - 16} {beltY + D}h8" /><path
    d="M{MX + W} {beltY + D + W + 16}h{L}M{MX + W} {beltY + D + W + 12}v8M{MX + W + L} {beltY + D + W + 12}v8"
  /><path d="M{MX + W - 12} {beltY + D}v{W}M{MX + W - 16} {beltY + D + W}h8" /></g
>
<text class="n halo" transform="translate({MX - 8} {beltY + D / 2}) rotate(-90)" text-anchor="middle"
  >{lengthText(c.depthMm, unit, 0)}</text
>
<text class="n halo" x={MX + W + L / 2} y={beltY + D + W + 20} text-anchor="middle"
  >{lengthText(c.rimLengthMm, unit, 0)}</text
>
<text class="n halo" transform="translate({MX + W - 8} {beltY + D + W / 2}) rotate(-90)" text-anchor="middle"
  >{lengthText(c.rimWidthMm, unit, 0)}</text
>
