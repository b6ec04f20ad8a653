<script lang="ts">
  import type { CaseFit } from '@haversack/core/case/fit';
  import type { Face } from '@haversack/core/catalogue/faces';
  import { silhouettes } from '@haversack/core/panel/silhouettes';
  import type { PanelPlan } from '@haversack/core/panel/panel';
  import type { LengthUnit } from '@haversack/core/quantity/length';
  import { lengthText } from '@haversack/core/quantity/format';
  import type { FoldOutLayout } from './fold-out.ts';

  /** Silhouettes of what stands behind each face, with how far behind. */
  let { at, fit, panel, unit }: { at: FoldOutLayout; fit: CaseFit; panel: PanelPlan; unit: LengthUnit } = $props();
  const scale = $derived(at.scale);
  const px = (face: Face, xMm: number) => at.px(face, xMm);
  const py = (face: Face, yMm: number) => at.py(face, yMm);

  const shadows = $derived(silhouettes(fit));
  const shallowest = 25;

  /** A place for the words in a silhouette that no port and no face name covers: at its top, else lower down. */
  function labelSpot(
    face: Face,
    r: { x: number; y: number; w: number; h: number },
    letters: number
  ): number | undefined {
    const long = (letters + 10) * 6;
    if (r.w < long || r.h < 22) return undefined;
    const taken = panel.ports
      .filter((p) => p.port.face === face)
      .map((p) => ({
        x: px(face, p.port.xMm),
        y: py(face, p.port.yMm),
        a: (p.part.flangeWidthMm * scale) / 2 + 4,
        b: (p.part.flangeHeightMm * scale) / 2
      }));
    const rows = [14, 34, r.h - 40, r.h - 60].filter((dy) => dy >= 14 && dy + 18 <= Math.max(r.h, 22));
    const free = rows.find((dy) =>
      taken.every(
        (t) => t.x + t.a < r.x || t.x - t.a > r.x + long || t.y + t.b + 30 < r.y + dy - 12 || t.y - t.b > r.y + dy + 18
      )
    );
    return free === undefined ? undefined : r.y + free;
  }
</script>

{#each shadows as s, nth (nth)}
  {@const tight = s.distanceMm < shallowest}
  {@const x = px(s.face, s.x1Mm)}
  {@const y = py(s.face, s.y2Mm)}
  {@const w = (s.x2Mm - s.x1Mm) * scale}
  {@const h = (s.y2Mm - s.y1Mm) * scale}
  {#if w > 0 && h > 0}
    <rect
      {x}
      {y}
      width={w}
      height={h}
      fill={tight ? 'url(#hatch-stop)' : 'none'}
      stroke="var(--note)"
      stroke-dasharray="4 3"
      stroke-width="1"
      pointer-events="none"
    />
    {@const spot = labelSpot(s.face, { x, y, w, h }, s.name.length)}
    {#if spot}
      <text class="halo" x={x + 6} y={spot} style:fill="var(--note)" pointer-events="none"
        ><tspan class="n">{lengthText(Math.max(0, s.distanceMm), unit, 0)}</tspan> {unit} to {s.name}</text
      >
      {#if tight && h > 40}<text
          class="halo"
          x={x + 6}
          y={spot + 16}
          style:fill="var(--stop)"
          font-weight="640"
          pointer-events="none">no room</text
        >{/if}
    {/if}
  {/if}
{/each}
