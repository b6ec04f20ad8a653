<script lang="ts">
  import { onWall } from '@haversack/core/case/faces';
  import { solidOf, type CaseFit } from '@haversack/core/case/fit';
  import type { Face } from '@haversack/core/catalogue/faces';
  import type { PanelPlan } from '@haversack/core/panel/panel';
  import type { LengthUnit } from '@haversack/core/quantity/length';
  import { lengthText } from '@haversack/core/quantity/format';
  import type { FoldOutLayout } from './fold-out.ts';

  /** Silhouettes of what stands behind each face, with how far behind. */
  let { at, fit, panel, unit }: { at: FoldOutLayout; fit: CaseFit; panel: PanelPlan; unit: LengthUnit } = $props();
  const c = $derived(fit.part);
  const scale = $derived(at.scale);
  const px = (face: Face, xMm: number) => at.px(face, xMm);
  const py = (face: Face, yMm: number) => at.py(face, yMm);

  /** Silhouettes of what stands behind a face, in face coordinates, with the clear distance at mid height. */
  const shadows = $derived.by(() => {
    return (['left', 'front', 'right', 'back', 'lid'] as Face[]).flatMap((face) =>
      fit.placed.map((p) => {
        const s = solidOf(p);
        const [x1, x2] =
          face === 'front' || face === 'lid'
            ? [s.low[0], s.high[0]]
            : face === 'back'
              ? [c.rimLengthMm - s.high[0], c.rimLengthMm - s.low[0]]
              : face === 'right'
                ? [s.low[1], s.high[1]]
                : [c.rimWidthMm - s.high[1], c.rimWidthMm - s.low[1]];
        const [y1, y2] = face === 'lid' ? [s.low[1], s.high[1]] : [s.low[2], s.high[2]];
        const wall = onWall(c, face, (x1 + x2) / 2, (y1 + y2) / 2);
        const distance =
          face === 'front'
            ? s.low[1] - wall.yMm
            : face === 'back'
              ? wall.yMm - s.high[1]
              : face === 'left'
                ? s.low[0] - wall.xMm
                : face === 'right'
                  ? wall.xMm - s.high[0]
                  : wall.zMm - s.high[2];
        return {
          key: `${face}-${p.id}`,
          face,
          name: fit.bodies.find((b) => b.id === p.id)!.name.toLowerCase(),
          x1,
          x2,
          y1: Math.max(0, y1),
          y2: Math.min(face === 'lid' ? c.rimWidthMm : c.depthMm, y2),
          distance
        };
      })
    );
  });
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

{#each shadows as s (s.key)}
  {@const tight = s.distance < shallowest}
  {@const x = px(s.face, s.x1)}
  {@const y = py(s.face, s.y2)}
  {@const w = (s.x2 - s.x1) * scale}
  {@const h = (s.y2 - s.y1) * scale}
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
        ><tspan class="n">{lengthText(Math.max(0, s.distance), unit, 0)}</tspan> {unit} to {s.name}</text
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
