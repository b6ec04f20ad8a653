<script lang="ts">
  import type { Units } from '@haversack/core/quantity/said';
  import { FOAM_SHEET } from '@haversack/core/kit/pieces';
  import { placedOn, type CutSheet } from '@haversack/core/kit/sheet-cut';
  import { lengthText } from '@haversack/core/quantity/format';

  /** One sheet with its strips and pieces, drawn to scale. */
  type Props = { sheet: CutSheet; unit: Units['lengthUnit']; number: number };
  let { sheet, unit, number }: Props = $props();

  const placed = $derived(placedOn(sheet));
  const size = (p: { lengthMm: number; widthMm: number }) =>
    `${lengthText(p.lengthMm, unit)} × ${lengthText(p.widthMm, unit)}`;
</script>

<figure class="m-0">
  <svg
    class="w-[300px] max-w-full border border-edge bg-paper"
    viewBox="0 0 {FOAM_SHEET.lengthMm} {FOAM_SHEET.widthMm}"
    role="img"
    aria-label="Sheet {number}: {placed.map((p) => `${p.label} ${size(p)} ${unit}`).join(', ')}"
  >
    {#each placed as p (p.id)}
      <rect
        x={p.xMm}
        y={p.yMm}
        width={p.lengthMm}
        height={p.widthMm}
        fill="var(--olive5)"
        fill-opacity="0.25"
        stroke="var(--ink2)"
        stroke-width="0.8"
      />
      {#if p.widthMm >= 14}<text
          x={p.xMm + p.lengthMm / 2}
          y={p.yMm + p.widthMm / 2}
          font-size="9"
          text-anchor="middle"
          dominant-baseline="central"
          fill="var(--ink)">{p.label}, {size(p)}</text
        >{/if}
    {/each}
  </svg>
  <figcaption class="lab">
    Sheet {number}, {size(FOAM_SHEET)}
    {unit}
  </figcaption>
</figure>
