<script lang="ts">
  import { wallMmOf } from '@haversack/core/case/faces';
  import type { CaseFit } from '@haversack/core/case/fit';
  import type { PortPlan } from '@haversack/core/panel/panel';
  import { depthSection } from '@haversack/core/panel/depth-section';
  import { holeSizeMm } from '@haversack/core/panel/spacing';
  import { lengthText } from '@haversack/core/quantity/format';
  import { useBox } from '$lib/client/use-box.ts';

  /** A cut through one port: cap, flange, wall, body, wire bend, gap and what stands behind. */
  let { plan, fit }: { plan: PortPlan; fit: CaseFit } = $props();
  const open = useBox();
  const unit = $derived(open.doc.preferences.lengthUnit);
  const W = 330;
  const H = 132;
  const p = $derived(plan.part);
  const cut = $derived(depthSection(plan, wallMmOf(fit.part, plan.port.face)));
  const wall = $derived(cut.wallMm);
  const bend = $derived(cut.bendMm);
  const body = $derived(cut.bodyMm);
  const behindShown = $derived(plan.behindId !== undefined || plan.freeMm < 130);
  const room = $derived(8 + cut.spacerMm + wall + Math.min(130, Math.max(plan.freeMm, plan.needMm)) + 14);
  const k = $derived(Math.min(3, (W - 10) / room));
  const x0 = $derived(6 + (8 + cut.spacerMm) * k);
  const inner = $derived(x0 + wall * k);
  const mid = 58;
  const half = (mm: number): number => Math.min(50, (mm * k) / 2);
  const clear = $derived(plan.clearMm);
</script>

<svg
  width={W}
  height={H}
  viewBox="0 0 {W} {H}"
  role="img"
  aria-label="Section through {plan.tag}: wall {lengthText(wall, unit)}, body {lengthText(
    body,
    unit
  )}, terminals and bend {lengthText(bend, unit)}, {lengthText(clear, unit)} {unit} clear of the {plan.behindName}"
>
  <rect
    x={x0}
    y="4"
    width={wall * k}
    height={mid - half(holeSizeMm(p).heightMm) - 4}
    fill="var(--line2)"
    stroke="var(--ink)"
  /><rect
    x={x0}
    y={mid + half(holeSizeMm(p).heightMm)}
    width={wall * k}
    height={108 - mid - half(holeSizeMm(p).heightMm)}
    fill="var(--line2)"
    stroke="var(--ink)"
  />
  <rect
    x={x0 - (cut.spacerMm + 3) * k}
    y={mid - half(p.flangeHeightMm)}
    width={3 * k}
    height={half(p.flangeHeightMm) * 2}
    rx="1"
    fill="var(--brass4)"
    stroke="var(--brass6)"
  />
  {#if cut.spacerMm > 0}<rect
      x={x0 - cut.spacerMm * k}
      y={mid - half(p.flangeHeightMm)}
      width={cut.spacerMm * k}
      height={half(p.flangeHeightMm) * 2}
      fill="var(--olive3)"
      stroke="var(--ink)"
    />{/if}
  <rect
    x={inner}
    y={mid - half(Math.min(p.behindHeightMm, p.flangeHeightMm))}
    width={4 * k}
    height={half(Math.min(p.behindHeightMm, p.flangeHeightMm)) * 2}
    fill="var(--paper)"
    stroke="var(--ink)"
  />
  <rect
    x={x0 - cut.spacerMm * k}
    y={mid - half(holeSizeMm(p).heightMm)}
    width={(cut.spacerMm + wall + body) * k}
    height={half(holeSizeMm(p).heightMm) * 2}
    fill="var(--brass4)"
    stroke="var(--brass6)"
  />
  <path
    d="M{inner + body * k} {mid - 7}h{bend * k * 0.5}q{bend * k * 0.45} 0 {bend * k * 0.45} 18v{104 - mid}"
    fill="none"
    stroke="var(--pos)"
    stroke-width="3"
  />
  <path
    d="M{inner + body * k} {mid + 7}h{bend * k * 0.3}q{bend * k * 0.35} 0 {bend * k * 0.35} 14v{94 - mid}"
    fill="none"
    stroke="var(--neg)"
    stroke-width="3"
  />
  {#if behindShown}
    {@const bx = inner + plan.freeMm * k}
    <rect
      x={bx}
      y="4"
      width={Math.max(6, W - bx - 2)}
      height="104"
      fill="var(--olive1)"
      stroke={clear < 0 ? 'var(--stop)' : 'var(--olive5)'}
      stroke-width={clear < 0 ? 2 : 1}
    />
    {#if W - bx > 56}<text x={bx + 6} y="20" style:fill="var(--ink)">{plan.behindName}</text>{/if}
    {#if clear > 0}<rect
        x={inner + plan.needMm * k}
        y="4"
        width={clear * k}
        height="104"
        fill="var(--brass2)"
        opacity="0.7"
      />{/if}
  {/if}
  <text x={inner + (body * k) / 2} y={mid + 4} text-anchor="middle" style:fill="var(--on-brass)">body</text>
  <text class="n" x={x0 + (wall * k) / 2} y="126" text-anchor="middle">{lengthText(wall, unit)}</text>
  <text class="n" x={inner + (body * k) / 2} y="126" text-anchor="middle">{lengthText(body, unit, 0)}</text>
  <text class="n" x={inner + (body + bend / 2) * k} y="126" text-anchor="middle">{lengthText(bend, unit, 0)}</text>
  <text x={W - 2} y="126" text-anchor="end" style:fill={clear < 0 ? 'var(--stop)' : 'var(--brass7)'}
    ><tspan class="n" font-weight="640">{lengthText(clear, unit)}</tspan> {unit} {clear < 0 ? 'short' : 'clear'}</text
  >
</svg>
