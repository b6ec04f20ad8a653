<script lang="ts">
  import type { Device } from '@haversack/core/box/schema';
  import { ampsText, clockText, fixed } from '@haversack/core/quantity/format';
  import { useBox } from '$lib/client/open-box.svelte.ts';
  import { hourAt, pxAt, tickHours, type TimeAxis } from './time-axis.ts';

  let { axis, width }: { axis: TimeAxis; width: number } = $props();
  const open = useBox();
  const ROW = 36;
  const TOP = 36;
  const SNAP_H = 0.25;
  const outing = $derived(open.doc.outing);
  const endH = $derived(outing.startH + outing.durationH);
  const devices = $derived(open.doc.devices);
  const height = $derived(TOP + (devices.length + 1) * ROW + 4);
  const selectedId = $derived(open.selected?.kind === 'device' ? open.selected.id : null);
  const SUPPLY = {
    '12v': '12 V direct',
    'usb-a': 'USB-A',
    'usb-c': 'USB-C',
    'regulated-12v': 'regulated 12 V'
  } as const;
  const empties = $derived(open.plan.outing?.endsAtH);
  const startX = $derived(pxAt(axis, outing.startH));
  const endX = $derived(pxAt(axis, endH));

  type Drag = {
    device: Device;
    span: number;
    grip: 'move' | 'start' | 'end';
    fromX: number;
    was: { startH: number; endH: number };
  };
  let drag: Drag | undefined;
  let svg: SVGSVGElement;

  const snap = (h: number): number => Math.round(h / SNAP_H) * SNAP_H;
  const localX = (event: PointerEvent): number => {
    const matrix = svg.getScreenCTM();
    return matrix ? new DOMPoint(event.clientX, event.clientY).matrixTransform(matrix.inverse()).x : event.offsetX;
  };

  function put(device: Device, i: number, span: { startH: number; endH: number }, merge?: string): void {
    const startH = Math.max(0, span.startH);
    const next = { startH, endH: Math.max(startH + SNAP_H, span.endH) };
    open.set(
      `${device.name} ${clockText(next.startH)} to ${clockText(next.endH)}`,
      `devices/${device.id}/spans`,
      device.spans.map((s, j) => (j === i ? next : s)),
      merge
    );
  }

  function down(event: PointerEvent, device: Device, span: number, grip: Drag['grip']): void {
    open.selected = { kind: 'device', id: device.id };
    drag = { device, span, grip, fromX: localX(event), was: device.spans[span]! };
    (event.currentTarget as Element).setPointerCapture(event.pointerId);
    event.stopPropagation();
  }

  function move(event: PointerEvent): void {
    if (!drag) return;
    const byH = snap(hourAt(axis, localX(event)) - hourAt(axis, drag.fromX));
    const { was, grip } = drag;
    const device = devices.find((d) => d.id === drag!.device.id);
    if (!device || (byH === 0 && device.spans[drag.span] === was)) return;
    const next =
      grip === 'move'
        ? { startH: was.startH + byH, endH: was.endH + byH }
        : grip === 'start'
          ? { startH: Math.min(was.endH - SNAP_H, was.startH + byH), endH: was.endH }
          : { startH: was.startH, endH: was.endH + byH };
    put(device, drag.span, next, 'drag-bar');
  }

  function up(): void {
    drag = undefined;
    open.endMerge();
  }

  function keys(event: KeyboardEvent, device: Device, i: number): void {
    const by = event.key === 'ArrowRight' ? SNAP_H : event.key === 'ArrowLeft' ? -SNAP_H : 0;
    const span = device.spans[i]!;
    if (by !== 0) {
      event.preventDefault();
      put(
        device,
        i,
        event.shiftKey
          ? { startH: span.startH, endH: span.endH + by }
          : { startH: span.startH + by, endH: span.endH + by },
        `key-bar-${device.id}-${i}`
      );
    } else if (event.key === 'Delete' || event.key === 'Backspace') {
      event.preventDefault();
      open.set(
        `${device.name}: bar removed`,
        `devices/${device.id}/spans`,
        device.spans.filter((_, j) => j !== i)
      );
    } else if (event.key === 'Enter') open.selected = { kind: 'device', id: device.id };
  }

  const short = (text: string, most: number): string => (text.length > most ? `${text.slice(0, most - 1)}…` : text);
</script>

<svg
  bind:this={svg}
  {width}
  {height}
  viewBox="0 0 {width} {height}"
  role="group"
  aria-label="Devices on the time line"
  onpointermove={move}
  onpointerup={up}
  onpointercancel={up}
>
  <rect
    x={axis.leftPx}
    y={TOP - 8}
    width={Math.max(0, startX - axis.leftPx)}
    height={height - TOP + 8}
    fill="var(--page)"
  />
  <rect
    x={endX}
    y={TOP - 8}
    width={Math.max(0, axis.leftPx + axis.widthPx - endX)}
    height={height - TOP + 8}
    fill="var(--page)"
  />
  <text x="36" y="24" fill="var(--ink2)" style:fill="var(--ink2)">Device</text>
  <text x="214" y="24" text-anchor="end" style:fill="var(--ink2)">draws</text>
  <text x="284" y="24" text-anchor="end" style:fill="var(--ink2)">at {fixed(open.plan.demand.atV, 1)} V</text>
  <text x={axis.leftPx + axis.widthPx + 72} y="24" text-anchor="end" style:fill="var(--ink2)">uses</text>
  {#each tickHours(axis) as t (t)}
    {@const x = pxAt(axis, t)}
    <path d="M{x} {TOP - 8}V{height}" stroke="var(--grid)" />
    {#if Math.abs(x - startX) > 30 && Math.abs(x - endX) > 30}<text
        class="n"
        {x}
        y="24"
        text-anchor="middle"
        style:fill="var(--ink2)">{clockText(t === axis.toH && t % 24 === 0 ? 24 : t).slice(0, 2)}</text
      >{/if}
  {/each}
  {#each [[outing.startH, startX], [endH, endX]] as const as [h, x], i (i)}
    <text class="n" {x} y="24" text-anchor="middle" font-weight="640">{clockText(h)}</text>
  {/each}
  {#each devices as device, row (device.id)}
    {@const y = TOP + row * ROW}
    {@const d = open.plan.demand.devices[row]!}
    {@const chosen = device.id === selectedId}
    {#if chosen}<rect x="0" {y} {width} height={ROW} fill="var(--brass1)" /><rect
        x="0"
        {y}
        width="3"
        height={ROW}
        fill="var(--brass6)"
      />{/if}
    <path d="M8 {y}H{width - 8}" stroke="var(--line)" />
    <g
      role="button"
      tabindex="0"
      aria-label="{device.name}, {ampsText(d.meanA)} A, {fixed(d.chargeAh, 1)} Ah"
      onclick={() => (open.selected = { kind: 'device', id: device.id })}
      onkeydown={(e) => {
        if (e.key === 'Enter' || e.key === ' ') {
          e.preventDefault();
          open.selected = { kind: 'device', id: device.id };
        }
      }}
      class="cursor-pointer"
    >
      <rect x="4" y={y + 2} width={axis.leftPx - 12} height={ROW - 4} fill="transparent" />
      <text class="n" x="14" y={y + 16} style:fill="var(--ink2)">{row + 1}</text>
      <text x="36" y={y + 16} font-weight="640">{short(device.name, 24)}</text>
      <text x="36" y={y + 30} style:fill="var(--ink2)"
        >{SUPPLY[device.supply]}{device.source === 'guess' ? ', a guess' : ''}</text
      >
      <text x="224" y={y + 16} text-anchor="end"
        ><tspan class="n">{fixed(d.meanW, 1)}</tspan> <tspan style:fill="var(--ink2)">W</tspan></text
      >
      <text x="284" y={y + 16} text-anchor="end"
        ><tspan class="n">{ampsText(d.meanA)}</tspan> <tspan style:fill="var(--ink2)">A</tspan></text
      >
      <text x={axis.leftPx + axis.widthPx + 92} y={y + 16} text-anchor="end"
        ><tspan class="n" font-weight={chosen ? 640 : 460}>{fixed(d.chargeAh, 1)}</tspan>
        <tspan style:fill="var(--ink2)">Ah</tspan></text
      >
      <text x={axis.leftPx + axis.widthPx + 92} y={y + 30} text-anchor="end"
        ><tspan class="n" style:fill="var(--ink2)">{fixed(d.onH, 1)}</tspan>
        <tspan style:fill="var(--ink2)">h</tspan></text
      >
    </g>
    {#each device.spans as span, i (i)}
      {@const x1 = Math.max(axis.leftPx, pxAt(axis, span.startH))}
      {@const x2 = Math.min(axis.leftPx + axis.widthPx, pxAt(axis, span.endH))}
      {#if x2 > x1}
        {@const duty = Math.min(
          1,
          device.modes.reduce((s, m) => s + m.dutyFraction, 0)
        )}
        <g
          role="slider"
          tabindex="0"
          class="bar"
          aria-label="{device.name} bar {i + 1}"
          aria-valuenow={span.startH}
          aria-valuetext="{clockText(span.startH)} to {clockText(span.endH)}"
          onpointerdown={(e) => down(e, device, i, 'move')}
          onkeydown={(e) => keys(e, device, i)}
        >
          <rect
            x={x1}
            y={y + 8}
            width={x2 - x1}
            height="20"
            rx="3"
            fill={chosen ? 'var(--brass2)' : 'var(--paper)'}
            stroke={chosen ? 'var(--brass6)' : 'var(--bar-edge)'}
          />
          <rect
            x={x1 + 0.5}
            y={y + 8.5 + 19 * (1 - duty)}
            width={x2 - x1 - 1}
            height={19 * duty}
            rx="2.5"
            fill={chosen ? 'var(--brass4)' : 'var(--bar)'}
          />
          {#if chosen && x2 - x1 > 96}<text class="n" x={x1 + 8} y={y + 22} style:fill="var(--on-brass)"
              >{clockText(span.startH)}</text
            ><text class="n" x={x2 - 8} y={y + 22} text-anchor="end" style:fill="var(--on-brass)"
              >{clockText(span.endH)}</text
            >{/if}
        </g>
        {#each [['start', x1], ['end', x2]] as const as [grip, x] (grip)}
          <!-- svelte-ignore a11y_no_static_element_interactions -->
          <rect
            {x}
            y={y + 6}
            width="8"
            height="24"
            transform="translate({grip === 'start' ? -3 : -5})"
            fill="transparent"
            class="cursor-ew-resize"
            onpointerdown={(e) => down(e, device, i, grip)}
          />
        {/each}
      {/if}
    {/each}
  {/each}
  {#if open.plan.demand.box.currentA > 0 || devices.length > 0}
    {@const y = TOP + devices.length * ROW}
    <path d="M8 {y}H{width - 8}" stroke="var(--line)" />
    <text x="36" y={y + 16} font-weight="640">The box itself</text>
    <text x="36" y={y + 30} style:fill="var(--ink2)">meters, idle converters</text>
    <text x="224" y={y + 16} text-anchor="end"
      ><tspan class="n">{fixed(open.plan.demand.box.currentA * open.plan.demand.atV, 1)}</tspan>
      <tspan style:fill="var(--ink2)">W</tspan></text
    >
    <text x="284" y={y + 16} text-anchor="end"
      ><tspan class="n">{ampsText(open.plan.demand.box.currentA)}</tspan>
      <tspan style:fill="var(--ink2)">A</tspan></text
    >
    {#if open.plan.demand.box.currentA > 0}<rect
        x={startX}
        y={y + 8}
        width={Math.max(0, endX - startX)}
        height="20"
        rx="3"
        fill="var(--bar)"
        stroke="var(--bar-edge)"
      />{/if}
    <text x={axis.leftPx + axis.widthPx + 92} y={y + 16} text-anchor="end"
      ><tspan class="n">{fixed(open.plan.demand.box.chargeAh, 1)}</tspan>
      <tspan style:fill="var(--ink2)">Ah</tspan></text
    >
  {/if}
  {#each [startX, endX] as x (x)}<path d="M{x} 28V{height}" stroke="var(--ink)" />{/each}
  {#if empties !== undefined && empties < endH}
    {@const x = pxAt(axis, empties)}
    <path d="M{x} {TOP - 4}V{height}" stroke="var(--caution)" stroke-width="2" />
  {/if}
</svg>

<style>
  .bar {
    cursor: grab;
  }
  .bar:active {
    cursor: grabbing;
  }
  .bar:focus-visible,
  g:focus-visible {
    outline: 2px solid var(--brass6);
    outline-offset: 1px;
  }
</style>
