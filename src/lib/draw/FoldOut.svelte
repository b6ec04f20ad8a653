<script lang="ts">
  import { onWall, faceSizeMm } from '@haversack/core/case/faces';
  import { solidOf, type CaseFit } from '@haversack/core/case/fit';
  import type { Face } from '@haversack/core/catalogue/faces';
  import { holeSizeMm } from '@haversack/core/panel/spacing';
  import { holeText, type PanelPlan, type PortPlan } from '@haversack/core/panel/panel';
  import { removePort } from '@haversack/core/panel/add-port';
  import { fixed, lengthText } from '@haversack/core/quantity/format';
  import { useBox } from '$lib/client/open-box.svelte.ts';

  /** The case laid flat at true scale, every face seen from outside: left, front, right, back in one belt, lid above, floor below. */
  type Props = {
    fit: CaseFit;
    panel: PanelPlan;
    scale: number;
    behind: boolean;
    keepClear: boolean;
    ondropped?: (face: Face, at: { xMm: number; yMm: number }) => void;
  };
  let { fit, panel, scale, behind, keepClear }: Props = $props();
  const open = useBox();
  const c = $derived(fit.part);
  const unit = $derived(open.doc.preferences.lengthUnit);
  const selectedId = $derived(open.selected?.kind === 'port' ? open.selected.id : null);
  const L = $derived(c.rimLengthMm * scale);
  const W = $derived(c.rimWidthMm * scale);
  const D = $derived(c.depthMm * scale);
  const MX = 24;
  const lidY = 20;
  const beltY = $derived(lidY + W + 30);
  const origin = $derived<Record<Exclude<Face, never>, { x: number; y: number }>>({
    left: { x: MX, y: beltY },
    front: { x: MX + W, y: beltY },
    right: { x: MX + W + L, y: beltY },
    back: { x: MX + 2 * W + L, y: beltY },
    lid: { x: MX + W, y: lidY },
    floor: { x: MX + W, y: beltY + D }
  });
  const width = $derived(MX * 2 + 2 * W + 2 * L);
  const height = $derived(beltY + D + W + 24);
  const FACES: Face[] = ['left', 'front', 'right', 'back', 'lid', 'floor'];
  const sizeOf = (face: Face) => faceSizeMm(c, face);
  /** Paper place of a face point: x from its left edge, y up. */
  const px = (face: Face, xMm: number): number => origin[face].x + xMm * scale;
  const py = (face: Face, yMm: number): number => origin[face].y + (sizeOf(face).heightMm - yMm) * scale;

  /** Silhouettes of what stands behind a face, in face coordinates, with the clear distance at mid height. */
  const shadows = $derived.by(() => {
    if (!behind) return [];
    return (['left', 'front', 'right', 'back', 'lid'] as Face[]).flatMap((face) =>
      fit.placed.map((p) => {
        const s = solidOf(p);
        const [x1, x2] =
          face === 'front' || face === 'lid'
            ? [s.low[0], s.high[0]]
            : face === 'back'
              ? [c.rimLengthMm - s.high[0], c.rimLengthMm - s.low[0]]
              : face === 'right'
                ? [s.low[1], s.high[1]]
                : [c.rimWidthMm - s.high[1], c.rimWidthMm - s.low[1]];
        const [y1, y2] = face === 'lid' ? [s.low[1], s.high[1]] : [s.low[2], s.high[2]];
        const wall = onWall(c, face, (x1 + x2) / 2, (y1 + y2) / 2);
        const distance =
          face === 'front'
            ? s.low[1] - wall.yMm
            : face === 'back'
              ? wall.yMm - s.high[1]
              : face === 'left'
                ? s.low[0] - wall.xMm
                : face === 'right'
                  ? wall.xMm - s.high[0]
                  : wall.zMm - s.high[2];
        return {
          key: `${face}-${p.id}`,
          face,
          name: fit.bodies.find((b) => b.id === p.id)!.name.toLowerCase(),
          x1,
          x2,
          y1: Math.max(0, y1),
          y2: Math.min(face === 'lid' ? c.rimWidthMm : c.depthMm, y2),
          distance
        };
      })
    );
  });
  const shallowest = 25;

  /** A place for the words in a silhouette that no port and no face name covers: at its top, else lower down. */
  function labelSpot(
    face: Face,
    r: { x: number; y: number; w: number; h: number },
    letters: number
  ): number | undefined {
    const long = (letters + 10) * 6;
    if (r.w < long || r.h < 22) return undefined;
    const taken = panel.ports
      .filter((p) => p.port.face === face)
      .map((p) => ({
        x: px(face, p.port.xMm),
        y: py(face, p.port.yMm),
        a: (p.part.flangeWidthMm * scale) / 2 + 4,
        b: (p.part.flangeHeightMm * scale) / 2
      }));
    const rows = [14, 34, r.h - 40, r.h - 60].filter((dy) => dy >= 14 && dy + 18 <= Math.max(r.h, 22));
    const free = rows.find((dy) =>
      taken.every(
        (t) => t.x + t.a < r.x || t.x - t.a > r.x + long || t.y + t.b + 30 < r.y + dy - 12 || t.y - t.b > r.y + dy + 18
      )
    );
    return free === undefined ? undefined : r.y + free;
  }

  type Drag = { id: string; dx: number; dy: number; face: Face; fromX: number; fromY: number; moved: boolean };
  let drag: Drag | undefined = $state.raw();
  let svg: SVGSVGElement;
  const GRID_MM = 1;
  const SNAP_MM = 3;
  let guide: { face: Face; xMm?: number; yMm?: number } | undefined = $state.raw();

  const local = (event: PointerEvent): DOMPoint =>
    new DOMPoint(event.clientX, event.clientY).matrixTransform(svg.getScreenCTM()!.inverse());
  function faceAt(x: number, y: number): Face | undefined {
    return FACES.find((f) => {
      const s = sizeOf(f);
      return (
        x >= origin[f].x &&
        x <= origin[f].x + s.widthMm * scale &&
        y >= origin[f].y &&
        y <= origin[f].y + s.heightMm * scale
      );
    });
  }
  /** Where a paper point lies on its face, in mm. */
  export function placeAt(event: PointerEvent | DragEvent): { face: Face; xMm: number; yMm: number } | undefined {
    const p = new DOMPoint(event.clientX, event.clientY).matrixTransform(svg.getScreenCTM()!.inverse());
    const face = faceAt(p.x, p.y);
    return (
      face && {
        face,
        xMm: Math.round((p.x - origin[face].x) / scale),
        yMm: Math.round(sizeOf(face).heightMm - (p.y - origin[face].y) / scale)
      }
    );
  }

  function down(event: PointerEvent, p: PortPlan): void {
    open.selected = { kind: 'port', id: p.port.id };
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

  /** Rows and columns of neighbours, and the face's middle, pull a port within 3 mm. */
  function snapped(face: Face, id: string, xMm: number, yMm: number): { xMm: number; yMm: number } {
    const others = panel.ports.filter((o) => o.port.face === face && o.port.id !== id);
    const sx = [sizeOf(face).widthMm / 2, ...others.map((o) => o.port.xMm)].find((x) => Math.abs(x - xMm) < SNAP_MM);
    const sy = others.map((o) => o.port.yMm).find((y) => Math.abs(y - yMm) < SNAP_MM);
    guide =
      sx === undefined && sy === undefined
        ? undefined
        : { face, ...(sx === undefined ? {} : { xMm: sx }), ...(sy === undefined ? {} : { yMm: sy }) };
    return { xMm: sx ?? Math.round(xMm / GRID_MM) * GRID_MM, yMm: sy ?? Math.round(yMm / GRID_MM) * GRID_MM };
  }

  function move(event: PointerEvent): void {
    if (!drag) return;
    const at = local(event);
    if (!drag.moved && Math.hypot(at.x - drag.fromX, at.y - drag.fromY) < 3) return;
    drag = { ...drag, moved: true };
    const x = at.x - drag.dx;
    const y = at.y - drag.dy;
    const face = faceAt(x, y) ?? drag.face;
    const raw = { xMm: (x - origin[face].x) / scale, yMm: sizeOf(face).heightMm - (y - origin[face].y) / scale };
    const to = event.altKey ? raw : snapped(face, drag.id, raw.xMm, raw.yMm);
    put(drag.id, face, Number(to.xMm.toFixed(1)), Number(to.yMm.toFixed(1)), 'drag-port');
  }

  function put(id: string, face: Face, xMm: number, yMm: number, merge: string): void {
    const p = panel.ports.find((q) => q.port.id === id)!;
    open.commit(
      `${p.tag} to ${fixed(xMm, 0)}, ${fixed(yMm, 0)} mm`,
      [
        { op: 'set', path: `ports/${id}/face`, value: face },
        { op: 'set', path: `ports/${id}/xMm`, value: xMm },
        { op: 'set', path: `ports/${id}/yMm`, value: yMm }
      ],
      merge
    );
  }

  function up(): void {
    if (drag?.moved) open.endMerge();
    drag = undefined;
    guide = undefined;
  }

  function keys(event: KeyboardEvent, p: PortPlan): void {
    const step = event.shiftKey ? 10 : 1;
    const by = { ArrowLeft: [-step, 0], ArrowRight: [step, 0], ArrowUp: [0, step], ArrowDown: [0, -step] }[event.key];
    if (by) {
      event.preventDefault();
      open.selected = { kind: 'port', id: p.port.id };
      put(p.port.id, p.port.face, p.port.xMm + by[0]!, p.port.yMm + by[1]!, `key-port-${p.port.id}`);
    } else if (event.key === 'Enter' || event.key === ' ') {
      event.preventDefault();
      open.selected = { kind: 'port', id: p.port.id };
    } else if (event.key === 'Delete' || event.key === 'Backspace') {
      event.preventDefault();
      open.selected = null;
      open.commit(`Removed ${p.tag}`, removePort(open.doc, p.port.id));
    }
  }

  const bad = (p: PortPlan): boolean =>
    p.clearMm < 0 ||
    panel.zoneClashes.some((z) => z.portId === p.port.id) ||
    panel.clashes.some((k) => k.kind !== 'plug' && k.kind !== 'web' && (k.aId === p.port.id || k.bId === p.port.id));
  const NAMES: Record<Face, string> = {
    left: 'Left',
    front: 'Front',
    right: 'Right',
    back: 'Back',
    lid: 'Lid',
    floor: 'Floor'
  };
  const used = $derived(new Set(panel.ports.map((p) => p.port.face)));
  const chosen = $derived(panel.ports.find((p) => p.port.id === selectedId));
  const small = $derived(scale < 0.75);
</script>

<svg
  bind:this={svg}
  {width}
  {height}
  viewBox="0 0 {width} {height}"
  role="group"
  aria-label="The case folded out, faces seen from outside"
  onpointermove={move}
  onpointerup={up}
  onpointercancel={up}
  class="touch-none select-none"
>
  <defs>
    <pattern id="grid10" width={10 * scale} height={10 * scale} patternUnits="userSpaceOnUse"
      ><path d="M{10 * scale} 0H0V{10 * scale}" fill="none" stroke="var(--grid)" /></pattern
    >
    <pattern id="hatch" width="6" height="6" patternUnits="userSpaceOnUse" patternTransform="rotate(45)"
      ><path d="M0 0V6" stroke="var(--line2)" /></pattern
    >
    <pattern id="hatch-stop" width="6" height="6" patternUnits="userSpaceOnUse" patternTransform="rotate(45)"
      ><path d="M0 0V6" stroke="var(--stop)" stroke-opacity="0.35" /></pattern
    >
  </defs>
  {#each FACES as face (face)}
    {@const s = sizeOf(face)}
    {@const o = origin[face]}
    <g transform="translate({o.x} {o.y})">
      <rect
        width={s.widthMm * scale}
        height={s.heightMm * scale}
        fill={used.has(face) ? 'var(--raise)' : 'var(--paper)'}
        stroke="var(--ink)"
        stroke-width={face === 'lid' ? 1 : 1}
        stroke-dasharray={face === 'floor' ? undefined : undefined}
        rx={face === 'lid' ? 2 : 0}
      />
      {#if used.has(face)}<rect width={s.widthMm * scale} height={s.heightMm * scale} fill="url(#grid10)" />{/if}
    </g>
  {/each}
  {#each [MX + W, MX + W + L, MX + 2 * W + L] as x (x)}<path
      d="M{x} {beltY}V{beltY + D}"
      stroke="var(--raise)"
      stroke-width="2"
    /><path d="M{x} {beltY}V{beltY + D}" stroke="var(--ink)" stroke-dasharray="6 3" />{/each}
  <path d="M{MX + W} {beltY + D}h{L}" stroke="var(--raise)" stroke-width="2" /><path
    d="M{MX + W} {beltY + D}h{L}"
    stroke="var(--ink)"
    stroke-dasharray="6 3"
  />
  {#if keepClear}
    {#each panel.zones as z, i (i)}
      <rect
        x={px(z.face, z.xMm)}
        y={py(z.face, z.yMm + z.heightMm)}
        width={z.widthMm * scale}
        height={z.heightMm * scale}
        fill="url(#hatch)"
        stroke="var(--line2)"
        stroke-width="0.75"><title>keep clear: {z.kind}</title></rect
      >
    {/each}
  {/if}
  {#if c.hinge === 'back'}
    <text class="halo" x={origin.lid.x + L / 2} y={lidY - 8} text-anchor="middle" style:fill="var(--ink2)"
      >hinge, to the back</text
    >
    {#each [0.22, 0.78] as share (share)}<rect
        x={origin.lid.x + L * share - 14}
        y={lidY - 5}
        width="28"
        height="5"
        fill="var(--paper)"
        stroke="var(--edge)"
      /><rect
        x={origin.back.x + L * share - 14}
        y={beltY - 5}
        width="28"
        height="5"
        fill="var(--paper)"
        stroke="var(--edge)"
      />{/each}
    <text class="halo" x={origin.back.x + L / 2} y={beltY - 10} text-anchor="middle" style:fill="var(--ink2)"
      >hinge, to the lid</text
    >
    <rect
      x={origin.front.x + L / 2 - 18}
      y={beltY - 26}
      width="36"
      height="34"
      rx="3"
      fill="var(--paper)"
      stroke="var(--edge)"
    /><text x={origin.front.x + L / 2} y={beltY - 10} text-anchor="middle" style:fill="var(--ink2)">latch</text>
  {/if}
  {#each shadows as s (s.key)}
    {@const tight = s.distance < shallowest}
    {@const x = px(s.face, s.x1)}
    {@const y = py(s.face, s.y2)}
    {@const w = (s.x2 - s.x1) * scale}
    {@const h = (s.y2 - s.y1) * scale}
    {#if w > 0 && h > 0}
      <rect
        {x}
        {y}
        width={w}
        height={h}
        fill={tight ? 'url(#hatch-stop)' : 'none'}
        stroke="var(--note)"
        stroke-dasharray="4 3"
        stroke-width="1"
        pointer-events="none"
      />
      {@const spot = labelSpot(s.face, { x, y, w, h }, s.name.length)}
      {#if spot}
        <text class="halo" x={x + 6} y={spot} style:fill="var(--note)" pointer-events="none"
          ><tspan class="n">{lengthText(Math.max(0, s.distance), unit, 0)}</tspan> {unit} to {s.name}</text
        >
        {#if tight && h > 40}<text
            class="halo"
            x={x + 6}
            y={spot + 16}
            style:fill="var(--stop)"
            font-weight="640"
            pointer-events="none">no room</text
          >{/if}
      {/if}
    {/if}
  {/each}
  {#each FACES as face (face)}
    <text class="halo" x={px(face, 0) + 8} y={py(face, 0) - 8} font-weight="640">{NAMES[face]}</text>
  {/each}
  {#if guide}
    {#if guide.xMm !== undefined}<path
        d="M{px(guide.face, guide.xMm)} {py(guide.face, 0)}V{py(guide.face, sizeOf(guide.face).heightMm)}"
        stroke="var(--brass6)"
      />{/if}
    {#if guide.yMm !== undefined}<path
        d="M{px(guide.face, 0)} {py(guide.face, guide.yMm)}H{px(guide.face, sizeOf(guide.face).widthMm)}"
        stroke="var(--brass6)"
      />{/if}
  {/if}
  {#if chosen}
    {@const f = chosen.port.face}
    {@const x = px(f, chosen.port.xMm)}
    {@const y = py(f, chosen.port.yMm)}
    <g stroke="var(--brass6)" pointer-events="none"
      ><path d="M{px(f, 0)} {y}H{x}M{px(f, 0)} {y - 4}v8" /><path d="M{x} {py(f, 0)}V{y}M{x - 4} {py(f, 0)}h8" /></g
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
  {/if}
  {#each panel.ports as p (p.port.id)}
    {@const x = px(p.port.face, p.port.xMm)}
    {@const y = py(p.port.face, p.port.yMm)}
    {@const fw = p.part.flangeWidthMm * scale}
    {@const fh = p.part.flangeHeightMm * scale}
    {@const hole = holeSizeMm(p.part)}
    {@const on = p.port.id === selectedId}
    {@const wrong = bad(p)}
    <g
      role="button"
      tabindex="0"
      aria-label="{p.tag} {p.port.name || p.part.name} on the {p.port.face}, {fixed(
        p.port.xMm,
        0
      )} from the left, {fixed(p.port.yMm, 0)} up, {fixed(p.clearMm, 1)} mm clear behind{wrong
        ? ', does not fit here'
        : ''}"
      aria-pressed={on}
      data-port={p.port.id}
      class="port"
      onpointerdown={(e) => down(e, p)}
      onkeydown={(e) => keys(e, p)}
    >
      {#if p.part.flangeWidthMm === p.part.flangeHeightMm}
        <circle
          cx={x}
          cy={y}
          r={fw / 2}
          fill={on ? 'var(--brass4)' : 'var(--paper)'}
          stroke={wrong ? 'var(--stop)' : on ? 'var(--brass6)' : 'var(--ink)'}
          stroke-width={wrong ? 2 : 1.2}
        />
      {:else}
        <rect
          x={x - fw / 2}
          y={y - fh / 2}
          width={fw}
          height={fh}
          rx="3"
          fill={on ? 'var(--brass4)' : 'var(--paper)'}
          stroke={wrong ? 'var(--stop)' : on ? 'var(--brass6)' : 'var(--ink)'}
          stroke-width={wrong ? 2 : 1.2}
        />
      {/if}
      {#if p.part.hole.shape === 'round'}
        <circle
          cx={x}
          cy={y}
          r={(hole.widthMm * scale) / 2}
          fill={on ? 'var(--brass2)' : 'var(--olive1)'}
          stroke="var(--ink)"
        />
      {:else if p.part.hole.shape === 'rect'}
        <rect
          x={x - (hole.widthMm * scale) / 2}
          y={y - (hole.heightMm * scale) / 2}
          width={hole.widthMm * scale}
          height={hole.heightMm * scale}
          fill={on ? 'var(--brass2)' : 'var(--olive1)'}
          stroke="var(--ink)"
        />
      {:else if p.part.hole.shape === 'twin'}
        {#each [-1, 1] as side (side)}<circle
            cx={x + (side * p.part.hole.pitchMm * scale) / 2}
            cy={y}
            r={(p.part.hole.diameterMm * scale) / 2}
            fill="var(--olive1)"
            stroke="var(--ink)"
          />{/each}
      {/if}
      {#if p.part.role === 'switch'}<path
          d="M{x} {y - 6 * scale}V{y + 6 * scale}"
          stroke="var(--ink)"
          stroke-width="2"
        />{:else if p.part.supply === 'usb-c'}<rect
          x={x - 5 * scale}
          y={y - 2 * scale}
          width={10 * scale}
          height={4 * scale}
          rx={2 * scale}
          fill="none"
          stroke="var(--ink)"
        />{:else if p.part.supply === 'usb-a'}<path
          d="M{x - 6 * scale} {y - 4 * scale}h{12 * scale}M{x - 6 * scale} {y + 4 * scale}h{12 * scale}"
          stroke="var(--ink)"
          stroke-width="2"
        />{:else if p.part.role === 'outlet' || p.part.role === 'inlet'}<circle
          cx={x - 3 * scale}
          cy={y}
          r="1.6"
          fill="var(--ink)"
        /><circle cx={x + 3 * scale} cy={y} r="1.6" fill="var(--ink)" />{/if}
      {#if !small}
        <text
          class="halo"
          {x}
          y={y + fh / 2 + 14}
          text-anchor="middle"
          font-weight="640"
          style:fill={wrong ? 'var(--stop)' : 'var(--ink)'}>{p.tag}</text
        >
        {#if holeText(p.part).length * 7 <= fw + 10}<text
            class="n halo"
            {x}
            y={y + fh / 2 + 27}
            text-anchor="middle"
            style:fill="var(--ink2)">{holeText(p.part)}</text
          >{/if}
      {:else}<text class="halo" {x} y={y + 4} text-anchor="middle" font-weight="640">{p.tag}</text>{/if}
    </g>
  {/each}
  <g stroke="var(--ink2)"
    ><path d="M{MX - 12} {beltY}V{beltY + D}M{MX - 16} {beltY}h8M{MX - 16} {beltY + D}h8" /><path
      d="M{MX + W} {beltY + D + W + 16}h{L}M{MX + W} {beltY + D + W + 12}v8M{MX + W + L} {beltY + D + W + 12}v8"
    /><path d="M{MX + W - 12} {beltY + D}v{W}M{MX + W - 16} {beltY + D + W}h8" /></g
  >
  <text class="n halo" transform="translate({MX - 8} {beltY + D / 2}) rotate(-90)" text-anchor="middle"
    >{lengthText(c.depthMm, unit, 0)}</text
  >
  <text class="n halo" x={MX + W + L / 2} y={beltY + D + W + 20} text-anchor="middle"
    >{lengthText(c.rimLengthMm, unit, 0)}</text
  >
  <text class="n halo" transform="translate({MX + W - 8} {beltY + D + W / 2}) rotate(-90)" text-anchor="middle"
    >{lengthText(c.rimWidthMm, unit, 0)}</text
  >
</svg>

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
