<script lang="ts">
  import { arrowPath, pathOf } from '@haversack/core/schematic/paths';
  import type { Shape } from '@haversack/core/schematic/shapes';

  /** One drawn thing of the circuit. Returns are hollow, so that they are told apart without colour, too. */
  type Props = {
    shape: Shape;
    colours: { positive: string; negative: string };
    /** Shown as without voltage, or put back behind what is followed. */
    faint?: boolean;
    chosen?: boolean;
    /** Its lever is up, or it is pulled out. */
    open?: boolean;
    failing?: boolean;
  };
  let { shape, colours, faint = false, chosen = false, open = false, failing = false }: Props = $props();
  const lead = $derived.by(() => {
    if (shape.t !== 'line') return '';
    if (faint) return 'var(--dead)';
    if (shape.role === 'positive') return colours.positive;
    if (shape.role === 'negative') return colours.negative;
    return shape.role === 'sense' ? 'var(--sense)' : shape.role === 'ink' ? 'var(--ink)' : 'var(--ink2)';
  });
  const LIFT = 13;
  const points = $derived.by(() => {
    if (shape.t !== 'line' || !open || shape.role !== 'ink') return shape.t === 'line' ? shape.points : [];
    const [a, b] = [shape.points[0]!, shape.points.at(-1)!];
    return [a, a[1] === b[1] ? ([b[0] - 4, b[1] - LIFT] as const) : ([b[0] + LIFT, b[1] + 4] as const)];
  });
</script>

{#if shape.t === 'line'}
  {@const d = pathOf(points)}
  {#if shape.bridges}<path {d} stroke="var(--paper)" stroke-width={shape.weight + 7} />{/if}
  {#if chosen}<path {d} stroke="var(--brass4)" stroke-width={shape.weight + 9} stroke-opacity="0.7" />{/if}
  {#if shape.role === 'negative'}<path {d} stroke={lead} stroke-width={shape.weight + 2} /><path
      {d}
      stroke="var(--paper)"
      stroke-width={Math.max(0.8, shape.weight - 0.6)}
    />{:else}<path
      {d}
      stroke={lead}
      stroke-width={faint ? Math.min(1.4, shape.weight) : shape.weight}
      stroke-dasharray={shape.role === 'sense' ? '5 3' : faint && shape.role === 'positive' ? '2 3' : undefined}
    />{/if}
{:else if shape.t === 'box'}
  <rect
    x={shape.x}
    y={shape.y}
    width={shape.w}
    height={shape.h}
    rx="3"
    fill={shape.role === 'frame'
      ? 'none'
      : chosen
        ? 'var(--brass2)'
        : shape.role === 'battery'
          ? 'var(--olive1)'
          : 'var(--raise)'}
    stroke={failing ? 'var(--stop)' : shape.role === 'frame' ? 'var(--line2)' : faint ? 'var(--dead)' : 'var(--ink)'}
    stroke-width={failing ? 2 : 1}
    stroke-dasharray={open && shape.role === 'fuse' ? '3 2' : undefined}
  />
{:else if shape.t === 'ring'}
  <circle
    cx={shape.x}
    cy={shape.y}
    r={shape.r}
    fill={shape.role === 'joint-positive'
      ? colours.positive
      : shape.role === 'joint-negative'
        ? colours.negative
        : chosen
          ? 'var(--brass2)'
          : shape.role === 'contact'
            ? 'var(--paper)'
            : 'var(--raise)'}
    stroke={shape.role.startsWith('joint') ? 'none' : failing ? 'var(--stop)' : faint ? 'var(--dead)' : 'var(--ink)'}
    stroke-width={failing ? 2 : 1}
  />
{:else if shape.t === 'arrow'}
  <path d={arrowPath(shape)} fill={faint ? 'var(--dead)' : colours[shape.role]} />
{:else}
  <text
    class:halo={shape.role !== 'column'}
    x={shape.x}
    y={shape.y}
    text-anchor={shape.anchor}
    font-weight={shape.role === 'name' || shape.role === 'sign' ? 640 : undefined}
    style:fill={failing
      ? 'var(--stop)'
      : shape.role === 'warn'
        ? 'var(--caution)'
        : shape.role === 'plain' || shape.role === 'column' || faint
          ? 'var(--ink2)'
          : 'var(--ink)'}>{shape.text}</text
  >
{/if}
