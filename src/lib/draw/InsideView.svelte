<script lang="ts">
  import type { CaseFit } from '@haversack/core/case/fit';
  import { wallInsetMm } from '@haversack/core/case/faces';
  import type { PanelPlan } from '@haversack/core/panel/panel';
  import { lengthText } from '@haversack/core/quantity/format';
  import { useBox } from '$lib/client/open-box.svelte.ts';

  /** The inside from above (front edge down) or from the front, to scale. */
  type Props = {
    fit: CaseFit;
    panel?: PanelPlan | undefined;
    view: 'plan' | 'front';
    scale: number;
    dimensions?: boolean;
    portId?: string | undefined;
  };
  let { fit, panel, view, scale, dimensions = true, portId }: Props = $props();
  const open = useBox();
  const c = $derived(fit.part);
  const unit = $derived(open.doc.preferences.lengthUnit);
  const M = $derived(dimensions ? 34 : 8);
  const deep = $derived(view === 'plan' ? c.rimWidthMm : c.depthMm + c.lidDepthMm);
  const W = $derived(c.rimLengthMm * scale + 2 * M);
  const H = $derived(deep * scale + 2 * M);
  const X = (mm: number): number => M + mm * scale;
  /** Up on the paper: back in the plan, lid in the front view. */
  const Y = (mm: number): number => M + (deep - mm) * scale;
  const wall = $derived(Math.max(2, c.wallMm * scale));
  const selected = $derived(open.selected?.kind === 'body' ? open.selected.id : null);
  const insetL = $derived(wallInsetMm(c, 'length', 0));
  const insetW = $derived(wallInsetMm(c, 'width', 0));
  const size = (p: { lengthMm: number; widthMm: number; heightMm: number }) =>
    [p.lengthMm, p.widthMm, p.heightMm].map((v) => lengthText(v, unit, 0)).join(' × ');

  type Rect = { x: number; y: number; w: number; h: number };
  const rectOf = (low: readonly number[], high: readonly number[]): Rect => {
    const [a, b] = view === 'plan' ? [low[1]!, high[1]!] : [low[2]!, high[2]!];
    return { x: X(low[0]!), y: Y(b), w: (high[0]! - low[0]!) * scale, h: (b - a) * scale };
  };
  const bodies = $derived(
    [...fit.placed].sort((a, b) => (view === 'plan' ? a.zMm + a.heightMm - (b.zMm + b.heightMm) : b.yMm - a.yMm))
  );
</script>

<svg
  width={W}
  height={H}
  viewBox="0 0 {W} {H}"
  role="group"
  aria-label={view === 'plan' ? 'Plan of the inside, front edge down' : 'Inside seen from the front'}
>
  <rect
    x={M - wall}
    y={M - wall}
    width={c.rimLengthMm * scale + 2 * wall}
    height={deep * scale + 2 * wall}
    rx={c.cornerRadiusMm * scale}
    fill="var(--line2)"
    stroke="var(--ink)"
  />
  <rect
    x={M}
    y={M}
    width={c.rimLengthMm * scale}
    height={deep * scale}
    rx={Math.max(0, c.cornerRadiusMm * scale - wall)}
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
  {#if view === 'front'}
    <path d="M{X(0)} {Y(c.depthMm)}H{X(c.rimLengthMm)}" stroke="var(--ink)" stroke-dasharray="6 3" /><text
      x={X(4)}
      y={Y(c.depthMm) - 4}
      style:fill="var(--ink2)">rim</text
    >
    {#if insetL > 0.5}<path
        d="M{X(insetL)} {Y(0)}L{X(0)} {Y(c.depthMm)}M{X(c.rimLengthMm - insetL)} {Y(0)}L{X(c.rimLengthMm)} {Y(
          c.depthMm
        )}"
        stroke="var(--line2)"
        stroke-dasharray="4 3"
      />{/if}
    {#if c.trayBelowRimMm > 0}<rect
        x={X(0)}
        y={Y(c.depthMm)}
        width={c.rimLengthMm * scale}
        height={c.trayBelowRimMm * scale}
        fill="var(--sunk)"
      /><text x={X(6)} y={Y(c.depthMm) + 14}>tray</text>{/if}
  {/if}
  {#each panel?.ports ?? [] as p (p.port.id)}
    {#if p.port.face !== 'lid' && p.part.hole.shape !== 'none'}
      {@const r = rectOf(p.rear.low, p.rear.high)}
      <rect
        x={r.x}
        y={r.y}
        width={r.w}
        height={r.h}
        fill={p.port.id === portId ? 'var(--brass4)' : 'var(--sunk)'}
        stroke={p.clearMm < 0 ? 'var(--stop)' : p.port.id === portId ? 'var(--brass6)' : 'var(--edge)'}
        stroke-dasharray={p.port.id === portId ? undefined : '3 2'}
      />
      {#if r.w > 18 && view === 'plan'}<text
          x={r.x + r.w / 2}
          y={r.y + r.h / 2 + 4}
          text-anchor="middle"
          font-weight="640"
          style:fill={p.port.id === portId ? 'var(--on-brass)' : 'var(--ink)'}>{p.tag}</text
        >{/if}
    {/if}
  {/each}
  {#each bodies as p (p.id)}
    {@const body = fit.bodies.find((b) => b.id === p.id)!}
    {@const r = rectOf([p.xMm, p.yMm, p.zMm], [p.xMm + p.lengthMm, p.yMm + p.widthMm, p.zMm + p.heightMm])}
    <g
      role="button"
      tabindex="0"
      class="cursor-pointer"
      aria-label="{body.name}, {size(p)} {unit}"
      onclick={() => (open.selected = { kind: 'body', id: p.id })}
      onkeydown={(e) => e.key === 'Enter' && (open.selected = { kind: 'body', id: p.id })}
    >
      <rect
        x={r.x}
        y={r.y}
        width={r.w}
        height={r.h}
        rx="2"
        fill={selected === p.id ? 'var(--brass4)' : body.kind === 'battery' ? 'var(--olive1)' : 'var(--page)'}
        stroke={selected === p.id ? 'var(--brass6)' : 'var(--olive5)'}
      />
      {#if r.w > 52 && r.h > 18}
        <text
          x={r.x + r.w / 2}
          y={r.y + r.h / 2 + (r.h > 40 ? -2 : 4)}
          text-anchor="middle"
          font-weight="640"
          style:fill={selected === p.id ? 'var(--on-brass)' : 'var(--ink)'}>{body.name}</text
        >
        {#if r.h > 40 && r.w > 96}<text
            class="n"
            x={r.x + r.w / 2}
            y={r.y + r.h / 2 + 14}
            text-anchor="middle"
            style:fill={selected === p.id ? 'var(--on-brass)' : 'var(--ink2)'}>{size(p)}</text
          >{/if}
      {:else if r.h > 50 && r.w > 16}
        <text
          transform="translate({r.x + r.w / 2 + 4} {r.y + r.h / 2}) rotate(-90)"
          text-anchor="middle"
          font-weight="640"
          style:fill={selected === p.id ? 'var(--on-brass)' : 'var(--ink)'}>{body.name}</text
        >
      {/if}
      {#if body.kind === 'battery' && view === 'plan' && p.turn[2] === 'h' && r.w > 80}
        <circle cx={r.x + 14} cy={r.y + 12} r="6" fill="var(--pos)" /><path
          d="M{r.x + 11} {r.y + 12}h6m-3 -3v6"
          stroke="var(--raise)"
          stroke-width="1.5"
        /><circle cx={r.x + r.w - 14} cy={r.y + 12} r="6" fill="var(--neg)" /><path
          d="M{r.x + r.w - 17} {r.y + 12}h6"
          stroke="var(--raise)"
          stroke-width="1.5"
        />
      {/if}
    </g>
  {/each}
  {#if dimensions}
    <g stroke="var(--ink2)"
      ><path d="M{X(0)} {H - 14}H{X(c.rimLengthMm)}M{X(0)} {H - 18}v8M{X(c.rimLengthMm)} {H - 18}v8" /><path
        d="M14 {M}V{H - M}M10 {M}h8M10 {H - M}h8"
      /></g
    >
    <text class="n halo" x={W / 2} y={H - 10} text-anchor="middle">{lengthText(c.rimLengthMm, unit, 0)}</text>
    <text class="n halo" transform="translate(18 {H / 2}) rotate(-90)" text-anchor="middle"
      >{lengthText(deep, unit, 0)}</text
    >
    <text x={W - M} y="14" text-anchor="end" style:fill="var(--ink2)">{view === 'plan' ? 'back' : 'lid'}</text>
    <text x={W - M} y={H - 20} text-anchor="end" style:fill="var(--ink2)">{view === 'plan' ? 'front' : ''}</text>
  {/if}
</svg>
