<script lang="ts">
  import { keyAction } from '$lib/client/keys.ts';
  import type { FitBody } from '@haversack/core/case/fit';
  import { worstOf } from '@haversack/core/findings/at';
  import type { Placed } from '@haversack/core/case/space';
  import { lengthText } from '@haversack/core/quantity/format';
  import { useBox } from '$lib/client/use-box.ts';
  import { putBody, turnBody } from '$lib/case/place-body.ts';
  import { tick } from 'svelte';
  import { AT, VIEW_AXES, type View } from '@haversack/core/draw/inside-axes';
  import ThingMark from './ThingMark.svelte';

  /** One body in a view of the inside: pressed, dragged, moved with the arrow keys, turned with R. */
  type Props = {
    body: FitBody;
    placed: Placed;
    view: View;
    scale: number;
    rect: { x: number; y: number; w: number; h: number };
    wrong: boolean;
  };
  let { body, placed, view, scale, rect, wrong }: Props = $props();
  const open = useBox();
  const axes = $derived(VIEW_AXES[view]);
  const unit = $derived(open.doc.preferences.lengthUnit);
  const chosen = $derived(open.selected?.kind === 'body' && open.selected.id === body.id);
  const said = $derived(worstOf(open.plan.findings, { kind: 'body', id: body.id }));
  const ink = $derived(chosen ? 'var(--on-brass)' : 'var(--ink)');
  const sizes = $derived(
    [placed.lengthMm, placed.widthMm, placed.heightMm].map((v) => lengthText(v, unit, 0)).join(' × ')
  );
  let group: SVGGElement;
  /** Drawing order may change with a move; the keys stay with the body. */
  const stay = () => open.onceShown(() => void tick().then(() => group.focus()));
  let from: { x: number; y: number; a: number; b: number; moved: boolean } | undefined;
  const GRID_MM = 1;

  function down(event: PointerEvent): void {
    open.selected = { kind: 'body', id: body.id };
    from = { x: event.clientX, y: event.clientY, a: placed[AT[axes.right]!], b: placed[AT[axes.up]!], moved: false };
    (event.currentTarget as Element).setPointerCapture(event.pointerId);
  }
  function move(event: PointerEvent): void {
    if (!from) return;
    const [dx, dy] = [event.clientX - from.x, event.clientY - from.y];
    if (!from.moved && Math.hypot(dx, dy) < 3) return;
    from.moved = true;
    open.holding = true;
    const to = (start: number, by: number) => Math.round((start + by / scale) / GRID_MM) * GRID_MM;
    putBody(
      open,
      body,
      placed,
      { [AT[axes.right]!]: to(from.a, dx), [AT[axes.up]!]: to(from.b, -dy) },
      `drag-body-${body.id}`
    );
  }
  function up(): void {
    if (from?.moved) {
      open.endMerge();
      open.holding = false;
    }
    from = undefined;
  }
  function keys(event: KeyboardEvent): void {
    const action = keyAction('body', event);
    const step = event.shiftKey ? 10 : 1;
    const by: [number, number] | undefined = (
      { ArrowLeft: [-step, 0], ArrowRight: [step, 0], ArrowUp: [0, step], ArrowDown: [0, -step] } as const
    )[event.key as 'ArrowLeft']?.slice() as [number, number] | undefined;
    if (action === 'move' && by) {
      event.preventDefault();
      open.selected = { kind: 'body', id: body.id };
      putBody(
        open,
        body,
        placed,
        { [AT[axes.right]!]: placed[AT[axes.right]!] + by[0], [AT[axes.up]!]: placed[AT[axes.up]!] + by[1] },
        `key-body-${body.id}`
      );
      stay();
    } else if (action === 'choose') {
      event.preventDefault();
      open.selected = { kind: 'body', id: body.id };
    } else if (action === 'turn') {
      event.preventDefault();
      turnBody(open, body, placed);
      stay();
    } else if (action === 'remove') {
      event.preventDefault();
      open.remove(body.name, [{ kind: 'body', id: body.id }]);
    }
  }
</script>

<g
  bind:this={group}
  role="button"
  tabindex="0"
  class="body"
  data-body={body.id}
  aria-label="{body.name}, {sizes} {unit}, {lengthText(placed.xMm, unit, 0)} from the left, {lengthText(
    placed.yMm,
    unit,
    0
  )} from the front, {lengthText(placed.zMm, unit, 0)} up{body.pinned ? ', put by hand' : ''}{wrong
    ? ', meets something'
    : ''}{said ? `, ${said}` : ''}"
  aria-pressed={chosen}
  onpointerdown={down}
  onpointermove={move}
  onpointerup={up}
  onpointercancel={up}
  onkeydown={keys}
>
  <rect
    x={rect.x}
    y={rect.y}
    width={rect.w}
    height={rect.h}
    rx="2"
    fill={chosen ? 'var(--brass4)' : body.kind === 'battery' ? 'var(--olive1)' : 'var(--page)'}
    stroke={wrong ? 'var(--stop)' : chosen ? 'var(--brass6)' : 'var(--olive5)'}
    stroke-width={wrong ? 2.5 : 1}
  />
  {#if body.kind === 'battery' && view === 'plan' && placed.turn[2] === 'h' && rect.w > 80}
    <circle cx={rect.x + 14} cy={rect.y + 12} r="6" fill="var(--pos)" /><path
      d="M{rect.x + 11} {rect.y + 12}h6m-3 -3v6"
      stroke="var(--raise)"
      stroke-width="1.5"
    /><circle cx={rect.x + rect.w - 14} cy={rect.y + 12} r="6" fill="var(--neg)" /><path
      d="M{rect.x + rect.w - 17} {rect.y + 12}h6"
      stroke="var(--raise)"
      stroke-width="1.5"
    />
  {/if}
  {#if said}<ThingMark severity={said} x={rect.x + rect.w - 9} y={rect.y + rect.h - 9} />{/if}
  {#if !said && body.pinned && rect.w > 20 && rect.h > 20}
    <circle cx={rect.x + rect.w - 8} cy={rect.y + rect.h - 8} r="3" fill={ink}><title>put by hand</title></circle>
  {/if}
</g>

<style>
  .body {
    cursor: grab;
    outline: none;
    touch-action: none;
  }
  .body:active {
    cursor: grabbing;
  }
  .body:focus-visible {
    outline: 2px solid var(--brass6);
    outline-offset: 2px;
  }
</style>
