<script lang="ts">
  import type { CaseFit } from '@haversack/core/case/fit';
  import { gapsOf } from '@haversack/core/case/gaps';
  import { wallInsetMm } from '@haversack/core/case/faces';
  import type { Pocket } from '@haversack/core/case/room';
  import type { PanelPlan } from '@haversack/core/panel/panel';
  import { lengthText } from '@haversack/core/quantity/format';
  import type { Snippet } from 'svelte';
  import { useBox } from '$lib/client/use-box.ts';
  import { insideLabels } from '@haversack/core/draw/inside-labels';
  import LabelsLayer from './LabelsLayer.svelte';
  import InsideBody from './InsideBody.svelte';
  import { AT, extentMm, SIZE, VIEW_AXES, type View } from '@haversack/core/draw/inside-axes';

  /** The inside from above (front edge down), from the front or from the right, to scale. */
  type Props = {
    fit: CaseFit;
    panel?: PanelPlan | undefined;
    view: View;
    scale: number;
    dimensions?: boolean;
    portId?: string | undefined;
    pocket?: Pocket | undefined;
    /** What stands above it, given the names that found no room in it; without it they are said below. */
    caption?: Snippet<[string[]]>;
    centre?: { xMm: number; yMm: number; zMm: number } | undefined;
  };
  let { fit, panel, view, scale, dimensions = true, portId, pocket, centre, caption }: Props = $props();
  const open = useBox();
  const c = $derived(fit.part);
  const axes = $derived(VIEW_AXES[view]);
  const unit = $derived(open.doc.preferences.lengthUnit);
  const M = $derived(dimensions ? 34 : 8);
  const wide = $derived(extentMm(fit)[axes.right]);
  const deep = $derived(extentMm(fit)[axes.up]);
  const W = $derived(wide * scale + 2 * M);
  const H = $derived(deep * scale + 2 * M);
  const X = (mm: number): number => M + mm * scale;
  /** Up on the paper: back in the plan, lid in the others. */
  const Y = (mm: number): number => M + (deep - mm) * scale;
  const wall = $derived(Math.max(2, c.wallMm * scale));
  const insetL = $derived(wallInsetMm(c, 'length', 0));
  const insetW = $derived(wallInsetMm(c, 'width', 0));
  const leans = $derived(view === 'side' ? insetW : insetL);

  type Rect = { x: number; y: number; w: number; h: number };
  const rectOf = (low: readonly number[], high: readonly number[]): Rect => ({
    x: X(low[axes.right]!),
    y: Y(high[axes.up]!),
    w: (high[axes.right]! - low[axes.right]!) * scale,
    h: (high[axes.up]! - low[axes.up]!) * scale
  });
  const corners = (p: Pocket): [number[], number[]] => [AT.map((k) => p[k]), AT.map((k, i) => p[k] + p[SIZE[i]!])];
  /** Nearest to the eye last: from above in the plan, from the front or the right in the others. */
  const bodies = $derived(
    [...fit.placed].sort((a, b) =>
      view === 'plan'
        ? a.zMm + a.heightMm - (b.zMm + b.heightMm)
        : view === 'front'
          ? b.yMm - a.yMm
          : a.xMm + a.lengthMm - (b.xMm + b.lengthMm)
    )
  );
  const sizes = (id: string): string => {
    const p = fit.placed.find((b) => b.id === id)!;
    return [p.lengthMm, p.widthMm, p.heightMm].map((mm) => lengthText(mm, unit, 0)).join(' × ');
  };
  /** Where other marks stand: the poles of an upright battery. */
  const poles = $derived(
    view === 'plan'
      ? fit.placed
          .filter((p) => fit.bodies.find((b) => b.id === p.id)?.kind === 'battery' && p.turn[2] === 'h')
          .map((p) =>
            rectOf(
              AT.map((k) => p[k]),
              AT.map((k, i) => p[k] + p[SIZE[i]!])
            )
          )
          .filter((r) => r.w > 80)
          .map((r) => ({ x: r.x + 6, y: r.y + 4, w: r.w - 12, h: 16 }))
      : []
  );
  const cross = $derived.by(() => {
    if (!centre) return [];
    const at = [centre.xMm, centre.yMm, centre.zMm];
    return [{ x: X(at[axes.right]!) - 11, y: Y(at[axes.up]!) - 11, w: 22, h: 22 }];
  });
  /** Dimension lines with their figures, and the words at the edges. */
  const marks = $derived(
    dimensions
      ? [
          { x: M, y: H - 22, w: W - 2 * M, h: 16 },
          { x: 6, y: M, w: 16, h: H - 2 * M },
          { x: W - M - 34, y: 2, w: 36, h: 15 },
          { x: W - M - 36, y: H - 32, w: 38, h: 15 },
          ...(view === 'plan' ? [] : [{ x: X(2), y: Y(c.depthMm) - 16, w: 26, h: 34 }]),
          ...(view === 'side' ? [{ x: M - 2, y: H - 32, w: 32, h: 15 }] : [])
        ]
      : []
  );
  const labels = $derived(
    insideLabels({
      fit,
      panel,
      view,
      frame: { marginPx: M, scale },
      placed: bodies,
      sizes,
      taken: [...poles, ...cross, ...marks]
    })
  );
  const besides = $derived(
    labels.beside.map(
      (id) =>
        fit.bodies.find((b) => `body ${b.id}` === id)?.name ??
        panel?.ports.find((p) => `port ${p.port.id}` === id)?.tag ??
        ''
    )
  );
  const onBrass = (id: string): boolean =>
    id === `port ${portId}` || (open.selected?.kind === 'body' && id === `body ${open.selected.id}`);
  /** On the chosen thing its words are dark; beside it as all others. */
  const ink = (id: string): string =>
    onBrass(id) && labels.placed.find((l) => l.id === id)?.on ? 'var(--on-brass)' : 'var(--ink)';
  const wrong = $derived(new Set(fit.faults.flatMap((f) => [f.id, f.other ?? f.id])));
  const chosen = $derived(fit.placed.find((p) => open.selected?.kind === 'body' && p.id === open.selected.id));
  const gaps = $derived(chosen && dimensions ? gapsOf(fit, chosen) : undefined);
</script>

{@render caption?.(besides)}
<svg
  width={W}
  height={H}
  viewBox="0 0 {W} {H}"
  role="group"
  aria-label={view === 'plan' ? 'Plan of the inside, front edge down' : `Inside seen ${axes.name.toLowerCase()}`}
  class="select-none"
>
  <rect
    x={M - wall}
    y={M - wall}
    width={wide * scale + 2 * wall}
    height={deep * scale + 2 * wall}
    rx={view === 'plan' ? c.cornerRadiusMm * scale : 3}
    fill="var(--line2)"
    stroke="var(--ink)"
  />
  <rect
    x={M}
    y={M}
    width={wide * scale}
    height={deep * scale}
    rx={view === 'plan' ? Math.max(0, c.cornerRadiusMm * scale - wall) : 0}
    fill="var(--raise)"
    stroke="var(--ink)"
  />
  {#if view === 'plan' && insetL > 0.5}<rect
      x={X(insetL)}
      y={Y(c.rimWidthMm - insetW)}
      width={c.floorLengthMm * scale}
      height={c.floorWidthMm * scale}
      fill="none"
      stroke="var(--line2)"
      stroke-dasharray="4 3"
    />{/if}
  {#if view !== 'plan'}
    <path d="M{X(0)} {Y(c.depthMm)}H{X(wide)}" stroke="var(--ink)" stroke-dasharray="6 3" />
    {#if dimensions}<text x={X(4)} y={Y(c.depthMm) - 4} style:fill="var(--ink2)">rim</text>{/if}
    {#if leans > 0.5}<path
        d="M{X(leans)} {Y(0)}L{X(0)} {Y(c.depthMm)}M{X(wide - leans)} {Y(0)}L{X(wide)} {Y(c.depthMm)}"
        stroke="var(--line2)"
        stroke-dasharray="4 3"
      />{/if}
    {#if c.trayBelowRimMm > 0}<rect
        x={X(0)}
        y={Y(c.depthMm)}
        width={wide * scale}
        height={c.trayBelowRimMm * scale}
        fill="var(--sunk)"
      /><text x={X(6)} y={Y(c.depthMm) + 14}>tray</text>{/if}
  {/if}
  {#each panel?.ports ?? [] as p (p.port.id)}
    {#if p.part.hole.shape !== 'none' && (view !== 'plan' || p.port.face !== 'lid')}
      {@const r = rectOf(p.rear.low, p.rear.high)}
      <rect
        x={r.x}
        y={r.y}
        width={r.w}
        height={r.h}
        fill={p.port.id === portId ? 'var(--brass4)' : 'var(--sunk)'}
        fill-opacity={view === 'plan' ? 1 : 0.5}
        stroke={p.clearMm < 0 ? 'var(--stop)' : p.port.id === portId ? 'var(--brass6)' : 'var(--edge)'}
        stroke-dasharray={p.port.id === portId ? undefined : '3 2'}
      />
    {/if}
  {/each}
  {#each bodies as p (p.id)}
    <InsideBody
      body={fit.bodies.find((b) => b.id === p.id)!}
      placed={p}
      {view}
      {scale}
      rect={rectOf(
        AT.map((k) => p[k]),
        AT.map((k, i) => p[k] + p[SIZE[i]!])
      )}
      wrong={wrong.has(p.id)}
    />
  {/each}
  <LabelsLayer {labels} colour={ink} />
  {#if pocket}
    {@const r = rectOf(...corners(pocket))}
    <rect
      x={r.x}
      y={r.y}
      width={r.w}
      height={r.h}
      fill="none"
      stroke="var(--note)"
      stroke-dasharray="4 3"
      pointer-events="none"
    />
  {/if}
  {#if centre}
    {@const at = [centre.xMm, centre.yMm, centre.zMm]}
    {@const x = X(at[axes.right]!)}
    {@const y = Y(at[axes.up]!)}
    <g pointer-events="none" stroke="var(--ink)" stroke-width="1.5"
      ><title>centre of mass</title><circle cx={x} cy={y} r="7" fill="var(--raise)" /><path
        d="M{x - 10} {y}h20M{x} {y - 10}v20"
      /><path d="M{x} {y}h7a7 7 0 0 1 -7 7zM{x} {y}h-7a7 7 0 0 1 7 -7z" fill="var(--ink)" stroke="none" /></g
    >
  {/if}
  {#if chosen && gaps}
    {@const low = AT.map((k) => chosen[k])}
    {@const high = AT.map((k, i) => chosen[k] + chosen[SIZE[i]!])}
    {@const [gx, gy] = [gaps[axes.right], gaps[axes.up]]}
    {@const mx = X((low[axes.right]! + high[axes.right]!) / 2)}
    {@const my = Y((low[axes.up]! + high[axes.up]!) / 2)}
    <g pointer-events="none" stroke="var(--brass6)"
      ><path
        d="M{X(low[axes.right]! - gx.lowMm)} {my}H{X(low[axes.right]!)}M{X(high[axes.right]!)} {my}H{X(
          high[axes.right]! + gx.highMm
        )}M{mx} {Y(low[axes.up]! - gy.lowMm)}V{Y(low[axes.up]!)}M{mx} {Y(high[axes.up]!)}V{Y(
          high[axes.up]! + gy.highMm
        )}"
      /></g
    >
    {#each [[X(low[axes.right]! - gx.lowMm / 2), my - 4, gx.lowMm], [X(high[axes.right]! + gx.highMm / 2), my - 4, gx.highMm], [mx + 3, Y(low[axes.up]! - gy.lowMm / 2) + 4, gy.lowMm], [mx + 3, Y(high[axes.up]! + gy.highMm / 2) + 4, gy.highMm]] as const as [x, y, mm], i (i)}
      {#if Math.abs(mm) > 0.5}<text
          class="n halo"
          {x}
          {y}
          text-anchor={i < 2 ? 'middle' : 'start'}
          style:fill={mm < 0 ? 'var(--stop)' : 'var(--brass7)'}
          pointer-events="none">{lengthText(mm, unit, 0)}</text
        >{/if}
    {/each}
  {/if}
  {#if dimensions}
    <g stroke="var(--ink2)"
      ><path d="M{X(0)} {H - 14}H{X(wide)}M{X(0)} {H - 18}v8M{X(wide)} {H - 18}v8" /><path
        d="M14 {M}V{H - M}M10 {M}h8M10 {H - M}h8"
      /></g
    >
    <text class="n halo" x={W / 2} y={H - 10} text-anchor="middle">{lengthText(wide, unit, 0)}</text>
    <text class="n halo" transform="translate(18 {H / 2}) rotate(-90)" text-anchor="middle"
      >{lengthText(deep, unit, 0)}</text
    >
    <text x={W - M} y="14" text-anchor="end" style:fill="var(--ink2)">{axes.edges[0]}</text>
    <text x={W - M} y={H - 20} text-anchor="end" style:fill="var(--ink2)">{axes.edges[1]}</text>
    {#if view === 'side'}<text x={M} y={H - 20} style:fill="var(--ink2)">front</text>{/if}
  {/if}
</svg>
{#if !caption && besides.length > 0}<p class="lab">No room in the drawing for: {besides.join(', ')}</p>{/if}
