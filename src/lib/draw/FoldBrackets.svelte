<script lang="ts">
  import { lengthText } from '@haversack/core/quantity/format';
  import { useBox } from '$lib/client/use-box.ts';
  import type { FoldOutLayout } from '@haversack/core/draw/fold-out';

  /** Feet of what is screwed or stuck onto the outside. */
  let { at }: { at: FoldOutLayout } = $props();
  const open = useBox();
  const unit = $derived(open.doc.preferences.lengthUnit);
</script>

{#each open.plan.brackets as b (b.bracket.id)}
  {@const x = at.px(b.bracket.face, b.bracket.xMm)}
  {@const y = at.py(b.bracket.face, b.bracket.yMm)}
  {@const d = b.bracket.acrossMm * at.scale}
  {@const wrong = !b.holds || b.under.length > 0}
  <g pointer-events="none" fill="none" stroke={wrong ? 'var(--stop)' : 'var(--olive5)'} stroke-width="1.5">
    <title>{b.bracket.name || 'bracket'}, foot {lengthText(b.bracket.acrossMm, unit, 0)} {unit}</title>
    {#if b.bracket.fixing === 'suction'}<circle cx={x} cy={y} r={d / 2} stroke-dasharray="5 3" /><circle
        cx={x}
        cy={y}
        r="4"
      />{:else}<rect
        x={x - d / 2}
        y={y - d / 2}
        width={d}
        height={d}
        rx="3"
        stroke-dasharray="5 3"
      />{#each [-1, 1] as i (i)}{#each [-1, 1] as j (j)}<circle
            cx={x + (i * d) / 2.6}
            cy={y + (j * d) / 2.6}
            r="2.5"
          />{/each}{/each}{/if}
  </g>
{/each}
