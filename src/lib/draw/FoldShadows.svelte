<script lang="ts">
  import type { Shadow } from '@haversack/core/draw/shadows';

  /** Silhouettes of what stands behind each face; their words are placed with all others of the drawing. */
  let { shadows }: { shadows: readonly Shadow[] } = $props();
</script>

{#each shadows as { hint, tight } (hint.id)}
  <rect
    x={hint.shape.x}
    y={hint.shape.y}
    width={hint.shape.w}
    height={hint.shape.h}
    fill={tight ? 'url(#hatch-stop)' : 'none'}
    stroke="var(--note)"
    stroke-dasharray="4 3"
    stroke-width="1"
    pointer-events="none"
  />
{/each}
