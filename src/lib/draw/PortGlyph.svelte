<script lang="ts">
  import type { PortPlan } from '@haversack/core/panel/panel';
  import { holeSizeMm } from '@haversack/core/panel/spacing';

  /** One port on its face: flange, hole with its key, a small sign of what it is. Its words are placed with all others of the drawing. */
  type Props = {
    p: PortPlan;
    x: number;
    y: number;
    scale: number;
    on: boolean;
    also: boolean;
    wrong: boolean;
  };
  let { p, x, y, scale, on, also, wrong }: Props = $props();
  const fw = $derived(p.part.flangeWidthMm * scale);
  const fh = $derived(p.part.flangeHeightMm * scale);
  const hole = $derived(holeSizeMm(p.part));
  const ground = $derived(on ? 'var(--brass4)' : also ? 'var(--brass2)' : 'var(--paper)');
  const edge = $derived(wrong ? 'var(--stop)' : on || also ? 'var(--brass6)' : 'var(--ink)');
  const fill = $derived(on ? 'var(--brass2)' : 'var(--olive1)');
  /** Outline of a round hole with flats or a notch, px round its middle. */
  const keyed = $derived.by(() => {
    const h = p.part.hole;
    if (h.shape !== 'round' || !h.key) return undefined;
    const r = (h.diameterMm / 2) * scale;
    if (h.key.form === 'notch') {
      const w = (h.key.widthMm / 2) * scale;
      const top = Math.sqrt(r * r - w * w);
      return `M${w} ${-top}A${r} ${r} 0 1 1 ${-w} ${-top}V${-r - h.key.deepMm * scale}H${w}Z`;
    }
    const cut = (h.key.form === 'flat' ? h.key.acrossMm - h.diameterMm / 2 : h.key.acrossMm / 2) * scale;
    const half = Math.sqrt(Math.max(0, r * r - cut * cut));
    return h.key.form === 'flat'
      ? `M${half} ${-cut}A${r} ${r} 0 1 1 ${-half} ${-cut}Z`
      : `M${cut} ${-half}V${half}A${r} ${r} 0 0 1 ${-cut} ${half}V${-half}A${r} ${r} 0 0 1 ${cut} ${-half}Z`;
  });
</script>

{#if p.part.flangeWidthMm === p.part.flangeHeightMm}
  <circle cx={x} cy={y} r={fw / 2} fill={ground} stroke={edge} stroke-width={wrong ? 2 : 1.2} />
{:else}
  <rect
    x={x - fw / 2}
    y={y - fh / 2}
    width={fw}
    height={fh}
    rx="3"
    fill={ground}
    stroke={edge}
    stroke-width={wrong ? 2 : 1.2}
  />
{/if}
{#if keyed}
  <path d={keyed} transform="translate({x} {y})" {fill} stroke="var(--ink)" />
{:else if p.part.hole.shape === 'round'}
  <circle cx={x} cy={y} r={(hole.widthMm * scale) / 2} {fill} stroke="var(--ink)" />
{:else if p.part.hole.shape === 'rect'}
  <rect
    x={x - (hole.widthMm * scale) / 2}
    y={y - (hole.heightMm * scale) / 2}
    width={hole.widthMm * scale}
    height={hole.heightMm * scale}
    {fill}
    stroke="var(--ink)"
  />
{:else if p.part.hole.shape === 'twin'}
  {#each [-1, 1] as side (side)}<circle
      cx={x + (side * p.part.hole.pitchMm * scale) / 2}
      cy={y}
      r={(p.part.hole.diameterMm * scale) / 2}
      fill="var(--olive1)"
      stroke="var(--ink)"
    />{/each}
{/if}
{#if p.part.role === 'switch'}<path
    d="M{x} {y - 6 * scale}V{y + 6 * scale}"
    stroke="var(--ink)"
    stroke-width="2"
  />{:else if p.part.supply === 'usb-c'}<rect
    x={x - 5 * scale}
    y={y - 2 * scale}
    width={10 * scale}
    height={4 * scale}
    rx={2 * scale}
    fill="none"
    stroke="var(--ink)"
  />{:else if p.part.supply === 'usb-a'}<path
    d="M{x - 6 * scale} {y - 4 * scale}h{12 * scale}M{x - 6 * scale} {y + 4 * scale}h{12 * scale}"
    stroke="var(--ink)"
    stroke-width="2"
  />{:else if p.part.role === 'outlet' || p.part.role === 'inlet'}<circle
    cx={x - 3 * scale}
    cy={y}
    r="1.6"
    fill="var(--ink)"
  /><circle cx={x + 3 * scale} cy={y} r="1.6" fill="var(--ink)" />{/if}
