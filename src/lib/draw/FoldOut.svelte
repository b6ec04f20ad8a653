<script lang="ts">
  import { set } from '@haversack/core/box/edit';
  import { worstOf } from '@haversack/core/findings/at';
  import { keyAction } from '$lib/client/keys.ts';
  import type { CaseFit } from '@haversack/core/case/fit';
  import { FACES, type Face } from '@haversack/core/catalogue/faces';
  import type { PanelPlan, PortPlan } from '@haversack/core/panel/panel';
  import { snapPort, type Guide } from '@haversack/core/panel/snap';
  import { fixed, lengthText } from '@haversack/core/quantity/format';
  import { useBox } from '$lib/client/use-box.ts';
  import { FACE_NAMES, FoldOutLayout } from '@haversack/core/draw/fold-out';
  import { foldLabels, type Hint } from '@haversack/core/draw/fold-labels';
  import LabelsLayer from './LabelsLayer.svelte';
  import { shadowsOf } from '@haversack/core/draw/shadows';
  import FoldBrackets from './FoldBrackets.svelte';
  import FoldFaces from './FoldFaces.svelte';
  import FoldShadows from './FoldShadows.svelte';
  import PortGlyph from './PortGlyph.svelte';
  import ThingMark from './ThingMark.svelte';

  /** The case laid flat at true scale, every face seen from outside: left, front, right, back in one belt, lid above, floor below. */
  type Props = { fit: CaseFit; panel: PanelPlan; scale: number; behind: boolean; keepClear: boolean };
  let { fit, panel, scale, behind, keepClear }: Props = $props();
  const open = useBox();
  const unit = $derived(open.doc.preferences.lengthUnit);
  const layout = $derived(new FoldOutLayout(fit.part, scale));
  const selectedId = $derived(open.selected?.kind === 'port' ? open.selected.id : null);
  const chosen = $derived(panel.ports.find((p) => p.port.id === selectedId));
  const used = $derived(new Set(panel.ports.map((p) => p.port.face)));
  /** What stands behind the faces and on them, hinted at with words of its own. */
  const shadows = $derived(behind ? shadowsOf(layout, fit, unit) : []);
  const feet = $derived(
    open.plan.brackets.map((b): Hint => {
      const d = b.bracket.acrossMm * scale;
      const [x, y] = [layout.px(b.bracket.face, b.bracket.xMm), layout.py(b.bracket.face, b.bracket.yMm)];
      return {
        id: `foot ${b.bracket.id}`,
        shape: { x: x - d / 2, y: y - d / 2, w: d, h: d },
        text: b.bracket.name,
        insideOnly: false
      };
    })
  );
  const labels = $derived(foldLabels(layout, panel, [...feet.filter((f) => f.text), ...shadows.map((s) => s.hint)]));
  const besides = $derived(panel.ports.filter((p) => labels.beside.includes(p.port.id)));
  const px = (face: Face, xMm: number): number => layout.px(face, xMm);
  const py = (face: Face, yMm: number): number => layout.py(face, yMm);

  type Drag = { id: string; dx: number; dy: number; face: Face; fromX: number; fromY: number; moved: boolean };
  let svg: SVGSVGElement;
  let drag = $state<Drag | undefined>();
  let guides = $state.raw<{ face: Face; lines: Guide[] } | undefined>();
  let frame = 0;

  function local(event: PointerEvent | DragEvent): { x: number; y: number } {
    const p = new DOMPoint(event.clientX, event.clientY).matrixTransform(svg.getScreenCTM()!.inverse());
    return { x: p.x, y: p.y };
  }
  /** Where a paper point lies on its face, in whole mm. */
  export function placeAt(event: PointerEvent | DragEvent): { face: Face; xMm: number; yMm: number } | undefined {
    const p = local(event);
    const face = layout.faceAt(p.x, p.y);
    if (!face) return undefined;
    const at = layout.on(face, p.x, p.y);
    return { face, xMm: Math.round(at.xMm), yMm: Math.round(at.yMm) };
  }

  function down(event: PointerEvent, p: PortPlan): void {
    if (event.shiftKey && selectedId !== null && selectedId !== p.port.id) {
      open.toggleAlso(p.port.id);
      return;
    }
    open.selected = { kind: 'port', id: p.port.id };
    if (!open.alsoPorts.includes(p.port.id)) open.alsoPorts = [];
    const at = local(event);
    drag = {
      id: p.port.id,
      dx: at.x - px(p.port.face, p.port.xMm),
      dy: at.y - py(p.port.face, p.port.yMm),
      face: p.port.face,
      fromX: at.x,
      fromY: at.y,
      moved: false
    };
    (event.currentTarget as Element).setPointerCapture(event.pointerId);
  }

  /** Once a frame: pointers may report far more often than a screen draws. */
  function move(event: PointerEvent): void {
    if (!drag) return;
    const at = local(event);
    if (!drag.moved && Math.hypot(at.x - drag.fromX, at.y - drag.fromY) < 3) return;
    if (!drag.moved) {
      drag.moved = true;
      open.holding = true;
    }
    const free = event.altKey;
    cancelAnimationFrame(frame);
    frame = requestAnimationFrame(() => dragTo(at, free));
  }

  function dragTo(at: { x: number; y: number }, free: boolean): void {
    if (!drag) return;
    const [x, y] = [at.x - drag.dx, at.y - drag.dy];
    const face = layout.faceAt(x, y) ?? drag.face;
    const raw = layout.on(face, x, y);
    const p = panel.ports.find((q) => q.port.id === drag!.id)!;
    const others = panel.ports
      .filter((o) => o.port.face === face && o.port.id !== drag!.id)
      .map((o) => ({ xMm: o.port.xMm, yMm: o.port.yMm, part: o.part }));
    const to = free ? { ...raw, guides: [] } : snapPort(layout.size(face), p.part, others, raw);
    guides = { face, lines: to.guides };
    put(p, face, Number(to.xMm.toFixed(1)), Number(to.yMm.toFixed(1)), 'drag-port');
  }

  function put(p: PortPlan, face: Face, xMm: number, yMm: number, merge: string): void {
    open.commit(
      `${p.tag} to ${fixed(xMm, 0)}, ${fixed(yMm, 0)} mm`,
      [set(`ports/${p.port.id}/face`, face), set(`ports/${p.port.id}/xMm`, xMm), set(`ports/${p.port.id}/yMm`, yMm)],
      merge
    );
  }

  function up(event: PointerEvent): void {
    if (drag?.moved) {
      cancelAnimationFrame(frame);
      dragTo(local(event), event.altKey);
      open.endMerge();
      open.holding = false;
    }
    drag = undefined;
    guides = undefined;
  }

  function keys(event: KeyboardEvent, p: PortPlan): void {
    const action = keyAction('port', event);
    const step = event.shiftKey ? 10 : event.altKey ? 0.1 : 1;
    const by = { ArrowLeft: [-step, 0], ArrowRight: [step, 0], ArrowUp: [0, step], ArrowDown: [0, -step] }[event.key];
    if (action === 'move' && by) {
      event.preventDefault();
      open.selected = { kind: 'port', id: p.port.id };
      const to = (v: number) => Number(v.toFixed(1));
      put(p, p.port.face, to(p.port.xMm + by[0]!), to(p.port.yMm + by[1]!), `key-port-${p.port.id}`);
    } else if (action === 'also' && selectedId !== null) {
      event.preventDefault();
      open.toggleAlso(p.port.id);
    } else if (action === 'choose' || action === 'also') {
      event.preventDefault();
      open.selected = { kind: 'port', id: p.port.id };
      open.alsoPorts = [];
    } else if (action === 'remove') {
      event.preventDefault();
      if (open.selected?.kind === 'port' && open.alsoPorts.includes(p.port.id)) open.removeChosen();
      else open.remove(p.tag, [{ kind: 'port', id: p.port.id }]);
    }
  }

  const wrong = $derived(
    new Set([
      ...panel.ports.filter((p) => p.clearMm < 0).map((p) => p.port.id),
      ...panel.zoneClashes.map((z) => z.portId),
      ...panel.swingClashes.map((s) => s.portId),
      ...panel.clashes.filter((k) => k.kind !== 'plug' && k.kind !== 'web').flatMap((k) => [k.aId, k.bId])
    ])
  );
  const WHY: Record<Guide['why'], string> = { centre: 'middle', row: '', edge: 'edge', equal: 'equal', grid: '' };
</script>

<svg
  bind:this={svg}
  width={layout.width}
  height={layout.height}
  viewBox="0 0 {layout.width} {layout.height}"
  role="group"
  aria-label="The case folded out, faces seen from outside"
  onpointermove={move}
  onpointerup={up}
  onpointercancel={up}
  class="touch-none select-none"
>
  <FoldFaces at={layout} {used} zones={panel.zones} {keepClear} {unit} />
  <FoldShadows {shadows} />
  {#each FACES as face (face)}
    <text class="halo" x={px(face, 0) + 8} y={py(face, 0) - 8} font-weight="640">{FACE_NAMES[face]}</text>
  {/each}
  <FoldBrackets at={layout} />
  {#if guides}
    {#each guides.lines as g (g.axis)}
      {@const f = guides.face}
      {@const s = layout.size(f)}
      <path
        d={g.axis === 'x'
          ? `M${px(f, g.atMm)} ${py(f, 0)}V${py(f, s.heightMm)}`
          : `M${px(f, 0)} ${py(f, g.atMm)}H${px(f, s.widthMm)}`}
        stroke="var(--brass6)"
        stroke-dasharray={g.why === 'equal' ? '2 3' : undefined}
      />
      {#if WHY[g.why]}<text
          class="halo"
          x={g.axis === 'x' ? px(f, g.atMm) + 4 : px(f, 0) + 4}
          y={g.axis === 'x' ? py(f, s.heightMm) + 14 : py(f, g.atMm) - 4}
          style:fill="var(--brass7)">{WHY[g.why]}</text
        >{/if}
    {/each}
  {/if}
  {#if chosen}
    {@const f = chosen.port.face}
    {@const s = layout.size(f)}
    {@const x = px(f, chosen.port.xMm)}
    {@const y = py(f, chosen.port.yMm)}
    <g stroke="var(--brass6)" pointer-events="none"
      ><path d="M{px(f, 0)} {y}H{x}M{px(f, 0)} {y - 4}v8" /><path d="M{x} {py(f, 0)}V{y}M{x - 4} {py(f, 0)}h8" />
      {#if drag}<path
          d="M{x + (chosen.part.flangeWidthMm * scale) / 2} {y}H{px(f, s.widthMm)}M{x} {y -
            (chosen.part.flangeHeightMm * scale) / 2}V{py(f, s.heightMm)}"
          stroke-dasharray="3 3"
        />{/if}</g
    >
    <text
      class="n halo"
      x={(px(f, 0) + x) / 2}
      y={y + 4}
      text-anchor="middle"
      style:fill="var(--brass7)"
      pointer-events="none">{lengthText(chosen.port.xMm, unit)}</text
    >
    <text
      class="n halo"
      transform="translate({x + 4} {(py(f, 0) + y) / 2 + (chosen.part.flangeHeightMm * scale) / 4}) rotate(-90)"
      text-anchor="middle"
      style:fill="var(--brass7)"
      pointer-events="none">{lengthText(chosen.port.yMm, unit)}</text
    >
    {#if drag}
      <text
        class="n halo"
        x={(x + (chosen.part.flangeWidthMm * scale) / 2 + px(f, s.widthMm)) / 2}
        y={y + 4}
        text-anchor="middle"
        style:fill="var(--brass7)"
        pointer-events="none">{lengthText(chosen.edgesMm.right, unit, 0)}</text
      >
      <text
        class="n halo"
        x={x + 4}
        y={(y - (chosen.part.flangeHeightMm * scale) / 2 + py(f, s.heightMm)) / 2 + 4}
        style:fill="var(--brass7)"
        pointer-events="none">{lengthText(chosen.edgesMm.top, unit, 0)}</text
      >
      <text
        class="n halo"
        x={x + (chosen.part.flangeWidthMm * scale) / 2 + 6}
        y={y + (chosen.part.flangeHeightMm * scale) / 2 + 14}
        style:fill={chosen.clearMm < 0 ? 'var(--stop)' : 'var(--note)'}
        pointer-events="none">{lengthText(chosen.clearMm, unit)} {unit} clear behind</text
      >
    {/if}
  {/if}
  {#each panel.ports as p (p.port.id)}
    {@const bad = wrong.has(p.port.id)}
    {@const on = p.port.id === selectedId}
    {@const also = open.alsoPorts.includes(p.port.id)}
    {@const said = worstOf(open.plan.findings, { kind: 'port', id: p.port.id })}
    <g
      role="button"
      tabindex="0"
      aria-label="{p.tag} {p.port.name || p.part.name} on the {p.port.face}, {fixed(
        p.port.xMm,
        0
      )} from the left, {fixed(p.port.yMm, 0)} up, {fixed(p.clearMm, 1)} mm clear behind{bad
        ? ', does not fit here'
        : ''}{said ? `, ${said}` : ''}"
      aria-pressed={on || also}
      data-port={p.port.id}
      class="port"
      onpointerdown={(e) => down(e, p)}
      onkeydown={(e) => keys(e, p)}
    >
      <PortGlyph {p} x={px(p.port.face, p.port.xMm)} y={py(p.port.face, p.port.yMm)} {scale} {on} {also} wrong={bad} />
      {#if said}<ThingMark
          severity={said}
          x={px(p.port.face, p.port.xMm) + (p.part.flangeWidthMm * scale) / 2}
          y={py(p.port.face, p.port.yMm) - (p.part.flangeHeightMm * scale) / 2}
        />{/if}
    </g>
  {/each}
  <LabelsLayer
    {labels}
    colour={(id) =>
      wrong.has(id)
        ? 'var(--stop)'
        : shadows.find((s) => s.hint.id === id)?.tight
          ? 'var(--stop)'
          : id.startsWith('behind ')
            ? 'var(--note)'
            : id.startsWith('foot ')
              ? 'var(--ink2)'
              : 'var(--ink)'}
  />
</svg>
{#if besides.length > 0}<p class="lab px-6">
    No room for their words in the drawing: {besides.map((p) => `${p.tag} on the ${p.port.face}`).join(', ')}
  </p>{/if}

<style>
  .port {
    cursor: grab;
    outline: none;
  }
  .port:active {
    cursor: grabbing;
  }
  .port:focus-visible {
    outline: 2px solid var(--brass6);
    outline-offset: 3px;
  }
</style>
