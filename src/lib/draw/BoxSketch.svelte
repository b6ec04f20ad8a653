<script lang="ts">
  import { faceSizeMm } from '@haversack/core/case/faces';
  import type { Face } from '@haversack/core/catalogue/faces';
  import type { Sketch } from '@haversack/core/panel/sketch';
  import PortGlyph from './PortGlyph.svelte';

  /** A box as it stands, seen from the front and from the right, to a given scale, with what stands inside dashed. */
  type Props = { sketch: Sketch | undefined; scale: number; label: string };
  let { sketch, scale, label }: Props = $props();
  const c = $derived(sketch?.part);
  const GAP = 14;
  const PAD = 4;
  const VIEWS: readonly Face[] = ['front', 'right'];
  const lidPx = $derived((c?.lidDepthMm ?? 0) * scale);
  const faces = $derived.by(() => {
    if (!c) return [];
    let x = PAD;
    return VIEWS.map((face) => {
      const size = faceSizeMm(c, face);
      const at = { face, x, w: size.widthMm * scale, h: size.heightMm * scale };
      x += at.w + GAP;
      return at;
    });
  });
  const width = $derived(faces.reduce((s, f) => s + f.w, 0) + GAP + 2 * PAD);
  const height = $derived((faces[0]?.h ?? 0) + lidPx + 2 * PAD);
  /** Bodies as shadows: along the front their length, along the right side their depth. */
  const shadows = $derived(
    (sketch?.placed ?? []).map((p) => ({
      id: p.id,
      front: { x: p.xMm, w: p.lengthMm },
      // the right face is seen from outside: its left edge is the front
      right: { x: p.yMm, w: p.widthMm },
      y: p.zMm,
      h: p.heightMm
    }))
  );
  const floorY = $derived(PAD + lidPx + (faces[0]?.h ?? 0));
</script>

{#if c}
  <svg {width} {height} viewBox="0 0 {width} {height}" role="img" aria-label={label}>
    {#each faces as f (f.face)}
      <rect
        x={f.x}
        y={PAD}
        width={f.w}
        height={lidPx}
        fill="var(--olive1)"
        stroke="var(--line2)"
        rx={Math.min(6, c.cornerRadiusMm * scale)}
      />
      <rect
        x={f.x}
        y={PAD + lidPx}
        width={f.w}
        height={f.h}
        fill="var(--raise)"
        stroke="var(--ink2)"
        rx={Math.min(6, c.cornerRadiusMm * scale)}
      />
      {#each shadows as s (s.id)}
        {@const side = f.face === 'front' ? s.front : s.right}
        <rect
          x={f.x + side.x * scale}
          y={floorY - (s.y + s.h) * scale}
          width={side.w * scale}
          height={s.h * scale}
          fill="none"
          stroke="var(--line2)"
          stroke-dasharray="4 3"
        />
      {/each}
      {#each sketch?.ports.filter((p) => p.port.face === f.face) ?? [] as p (p.port.id)}
        <PortGlyph
          {p}
          x={f.x + p.port.xMm * scale}
          y={floorY - p.port.yMm * scale}
          {scale}
          on={false}
          also={false}
          wrong={false}
        />
      {/each}
    {/each}
  </svg>
{:else}<p class="text-ink2">No case yet: nothing to draw.</p>{/if}
