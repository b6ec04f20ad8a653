<script lang="ts">
  import type { Part } from '@haversack/core/catalogue/part';
  import type { LengthUnit } from '@haversack/core/quantity/length';
  import { lengthText } from '@haversack/core/quantity/format';

  /** A part by its sizes, to a scale that is said: from above and from the front, or flange, hole and depth. */
  let { part, unit }: { part: Part; unit: LengthUnit } = $props();
  const PX = 260;
  type View = { name: string; w: number; h: number; hole?: { w: number; h: number; round: boolean } };

  const views = $derived.by((): View[] => {
    if (part.kind === 'panel') {
      const h = part.hole;
      const hole =
        h.shape === 'none'
          ? undefined
          : h.shape === 'rect'
            ? { w: h.widthMm, h: h.heightMm, round: false }
            : { w: h.diameterMm, h: h.diameterMm, round: true };
      return [
        { name: 'flange and hole', w: part.flangeWidthMm, h: part.flangeHeightMm, ...(hole ? { hole } : {}) },
        { name: 'behind the wall', w: Math.max(1, part.bodyDepthMm), h: part.behindHeightMm }
      ];
    }
    if (part.kind === 'case')
      return [
        { name: 'inside from above', w: part.rimLengthMm, h: part.rimWidthMm },
        { name: 'from the front', w: part.rimLengthMm, h: part.depthMm + part.lidDepthMm }
      ];
    if ('lengthMm' in part)
      return [
        { name: 'from above', w: part.lengthMm, h: part.widthMm },
        { name: 'from the front', w: part.lengthMm, h: part.heightMm }
      ];
    return [];
  });
  const scale = $derived(Math.min(4, ...views.map((v) => PX / Math.max(v.w, v.h))));
</script>

{#if views.length > 0}
  <div class="flex flex-wrap items-end gap-6">
    {#each views as v, nth (nth)}
      <figure>
        <svg
          width={v.w * scale + 4}
          height={v.h * scale + 4}
          role="img"
          aria-label="{part.name} {v.name}: {lengthText(v.w, unit)} by {lengthText(v.h, unit)} {unit}"
        >
          <rect x="2" y="2" width={v.w * scale} height={v.h * scale} rx="3" fill="var(--olive1)" stroke="var(--ink)" />
          {#if v.hole}<rect
              x={2 + ((v.w - v.hole.w) / 2) * scale}
              y={2 + ((v.h - v.hole.h) / 2) * scale}
              width={v.hole.w * scale}
              height={v.hole.h * scale}
              rx={v.hole.round ? (v.hole.w * scale) / 2 : 2}
              fill="var(--paper)"
              stroke="var(--ink)"
              stroke-dasharray="4 3"
            />{/if}
        </svg>
        <figcaption class="lab">
          {v.name} <span class="n">{lengthText(v.w, unit)} × {lengthText(v.h, unit)} {unit}</span>
        </figcaption>
      </figure>
    {/each}
  </div>
  <p class="lab">1 mm is {scale.toFixed(2)} px</p>
{/if}
