<script lang="ts">
  import type { Measure } from '@haversack/core/case/measure';

  /** Where to lay the rule for the line that is being typed: a plan over a section, not to scale. */
  let { active }: { active: Measure | undefined } = $props();
  type Dim = { x1: number; y1: number; x2: number; y2: number };
  const DIMS: Partial<Record<Measure, Dim>> = {
    rimLengthMm: { x1: 30, y1: 24, x2: 290, y2: 24 },
    rimWidthMm: { x1: 306, y1: 40, x2: 306, y2: 140 },
    floorLengthMm: { x1: 48, y1: 92, x2: 272, y2: 92 },
    floorWidthMm: { x1: 160, y1: 56, x2: 160, y2: 124 },
    cornerRadiusMm: { x1: 30, y1: 40, x2: 46, y2: 56 },
    depthMm: { x1: 160, y1: 262, x2: 160, y2: 372 },
    lidDepthMm: { x1: 200, y1: 216, x2: 200, y2: 248 },
    wallMm: { x1: 284, y1: 290, x2: 296, y2: 290 },
    floorFilletMm: { x1: 50, y1: 358, x2: 64, y2: 372 },
    skirtMm: { x1: 312, y1: 254, x2: 312, y2: 284 },
    gasketBandMm: { x1: 10, y1: 262, x2: 10, y2: 292 },
    trayBelowRimMm: { x1: 110, y1: 262, x2: 110, y2: 302 },
    handleRatedKg: { x1: 130, y1: 196, x2: 190, y2: 196 }
  };
  const dim = $derived(active ? DIMS[active] : undefined);
  const ticks = (d: Dim): string => {
    const level = d.y1 === d.y2;
    const t = (x: number, y: number) => (level ? `M${x} ${y - 5}v10` : `M${x - 5} ${y}h10`);
    return `M${d.x1} ${d.y1}L${d.x2} ${d.y2}${t(d.x1, d.y1)}${t(d.x2, d.y2)}`;
  };
</script>

<svg viewBox="0 0 330 400" width="330" height="400" role="img" aria-label="Where to measure">
  <text x="30" y="14" font-weight="640">From above, lid off</text>
  <rect x="24" y="34" width="272" height="112" rx="18" fill="var(--line2)" stroke="var(--ink)" />
  <rect x="30" y="40" width="260" height="100" rx="14" fill="var(--raise)" stroke="var(--ink)" />
  <rect x="48" y="56" width="224" height="68" rx="10" fill="none" stroke="var(--ink2)" stroke-dasharray="4 3" />
  <text x="58" y="118" style:fill="var(--ink2)">floor</text>
  <text x="36" y="136" style:fill="var(--ink2)">front</text>
  <text x="30" y="180" font-weight="640">Cut through, from the front</text>
  <path d="M24 262L42 378H278L296 262" fill="none" stroke="var(--ink)" stroke-width="6" />
  <path d="M30 262L48 366Q49 372 56 372H264Q271 372 272 366L290 262" fill="var(--raise)" stroke="var(--ink)" />
  <path d="M18 284V254H302V284" fill="none" stroke="var(--ink)" stroke-width="4" />
  <path d="M24 248V214H296V248z" fill="var(--raise)" stroke="var(--ink)" stroke-width="3" />
  <path d="M130 214V202h60v12" fill="none" stroke="var(--ink)" stroke-width="3" />
  <rect x="34" y="256" width="14" height="7" fill="var(--ink2)" /><rect
    x="272"
    y="256"
    width="14"
    height="7"
    fill="var(--ink2)"
  />
  <rect x="60" y="264" width="90" height="38" fill="var(--sunk)" stroke="var(--edge)" stroke-dasharray="3 2" />
  <text x="66" y="288" style:fill="var(--ink2)">tray</text>
  {#if dim}<path d={ticks(dim)} fill="none" stroke="var(--brass6)" stroke-width="3" />{/if}
  {#if active === 'massKg'}<text x="120" y="330" font-weight="640" style:fill="var(--brass7)">on the scale</text>{/if}
</svg>
