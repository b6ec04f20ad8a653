<script lang="ts">
  import { worstOf } from '@haversack/core/findings/at';
  import ThingMark from './ThingMark.svelte';
  import { keyAction } from '$lib/client/keys.ts';
  import type { Device, Span } from '@haversack/core/box/schema';
  import { ampsText, clockText, fixed, temperatureText } from '@haversack/core/quantity/format';
  import { dayOf, stretchText } from '@haversack/core/timeline/bars';
  import { repeatDaily, splitBar } from '@haversack/core/box/commands';
  import { barShares } from '@haversack/core/demand/draw';
  import { SUPPLY_WORDS } from '@haversack/core/demand/edit-draw';
  import { riseAndSet, type Light } from '@haversack/core/sun/sun';
  import { draggedBar, keptBar, SNAP_H, snapH, steppedBar, type Grip } from '@haversack/core/timeline/drag-bar';
  import { useBox } from '$lib/client/use-box.ts';
  import { hourAt, pxAt, tickHours, type TimeAxis } from './time-axis.ts';

  type Props = { axis: TimeAxis; width: number; light: { fromH: number; toH: number; light: Light }[] };
  let { axis, width, light }: Props = $props();
  const open = useBox();
  const ROW = 36;
  const LIGHT_PX = 12;
  const SNAP_PX = 6;
  const DUTY_STEP = 0.05;
  const TOP = $derived(light.length > 0 ? 50 : 36);
  const SKY = { dark: 'var(--dark-sky)', dusk: 'var(--dusk-sky)', day: 'var(--day-sky)' } as const;
  const outing = $derived(open.doc.outing);
  const unit = $derived(open.doc.preferences.temperatureUnit);
  const endH = $derived(outing.startH + outing.durationH);
  const devices = $derived(open.doc.devices);
  const height = $derived(TOP + (devices.length + 1) * ROW + 4);
  const selectedId = $derived(open.selected?.kind === 'device' ? open.selected.id : null);
  const empties = $derived(open.plan.outing?.endsAtH);
  const sun = $derived(outing.site && outing.day ? riseAndSet(outing.site, outing.day) : undefined);
  const skyWords = $derived(
    [
      sun ? `sun ${clockText(sun.riseH)} to ${clockText(sun.setH)}` : 'dark and daylight',
      outing.warmestC === null
        ? ''
        : `air ${temperatureText(outing.airC, unit)} to ${temperatureText(outing.warmestC, unit)} °${unit}`
    ]
      .filter(Boolean)
      .join(', ')
  );
  const startX = $derived(pxAt(axis, outing.startH));
  const endX = $derived(pxAt(axis, endH));

  type Drag = {
    device: Device;
    span: number;
    grip: Grip;
    fromX: number;
    was: Span;
  };
  let drag: Drag | undefined;
  let svg: SVGSVGElement;

  /** Edges a bar clicks into: outing, light, other bars; else the quarter hours. */
  const edges = $derived([
    outing.startH,
    endH,
    ...light.flatMap((l) => [l.fromH, l.toH]),
    ...devices.flatMap((d) => d.spans.flatMap((s) => [s.startH, s.endH]))
  ]);
  const reachH = $derived((SNAP_PX / axis.widthPx) * (axis.toH - axis.fromH));
  const localX = (event: PointerEvent): number => {
    const matrix = svg.getScreenCTM();
    return matrix ? new DOMPoint(event.clientX, event.clientY).matrixTransform(matrix.inverse()).x : event.offsetX;
  };

  function put(device: Device, i: number, span: Span, merge?: string): void {
    const next = keptBar(span);
    open.set(
      `${device.name} ${stretchText(outing, next)}`,
      `devices/${device.id}/spans`,
      device.spans.map((s, j) => (j === i ? next : s)),
      merge
    );
  }

  /** A bar is begun where the pointer goes down on an empty stretch of a row, and drawn out to its end. */
  function begin(event: PointerEvent, device: Device): void {
    if (event.button !== 0) return;
    const startH = snapH(hourAt(axis, localX(event)));
    if (startH < 0 || startH >= endH) return;
    const bar: Span = { startH, endH: Math.min(endH, startH + SNAP_H), dutyFraction: null };
    open.set(
      `${device.name}: a bar from ${clockText(startH)}`,
      `devices/${device.id}/spans`,
      [...device.spans, bar],
      'drag-bar'
    );
    open.selected = { kind: 'device', id: device.id };
    drag = { device, span: device.spans.length, grip: 'end', fromX: localX(event), was: bar };
    svg.setPointerCapture(event.pointerId);
    event.preventDefault();
  }

  function down(event: PointerEvent, device: Device, span: number, grip: Drag['grip']): void {
    open.selected = { kind: 'device', id: device.id };
    drag = { device, span, grip, fromX: localX(event), was: device.spans[span]! };
    (event.currentTarget as Element).setPointerCapture(event.pointerId);
    event.stopPropagation();
  }

  function move(event: PointerEvent): void {
    if (!drag) return;
    const byH = hourAt(axis, localX(event)) - hourAt(axis, drag.fromX);
    const { was, grip } = drag;
    const device = devices.find((d) => d.id === drag!.device.id);
    if (!device || (Math.abs(byH) < SNAP_H / 4 && device.spans[drag.span] === was)) return;
    const next = draggedBar(was, byH, grip, edges, reachH);
    put(device, drag.span, next, 'drag-bar');
  }

  function up(): void {
    drag = undefined;
    open.endMerge();
  }

  function keys(event: KeyboardEvent, device: Device, i: number): void {
    const action = keyAction('bar', event);
    const by = event.key === 'ArrowRight' ? SNAP_H : -SNAP_H;
    const duty = event.key === 'ArrowUp' ? DUTY_STEP : -DUTY_STEP;
    const span = device.spans[i]!;
    const taken = () => event.preventDefault();
    if (action === 'move' || action === 'stretch') {
      taken();
      put(device, i, steppedBar(span, by, action === 'stretch'), `key-bar-${device.id}-${i}`);
    } else if (action === 'duty') {
      taken();
      const dutyFraction = Math.min(
        1,
        Math.max(0, Number((barShares(device, span.dutyFraction).topFraction + duty).toFixed(2)))
      );
      put(device, i, { ...span, dutyFraction }, `key-duty-${device.id}-${i}`);
    } else if (action === 'remove') {
      taken();
      open.set(
        `${device.name}: bar removed`,
        `devices/${device.id}/spans`,
        device.spans.filter((_, j) => j !== i)
      );
    } else if (action === 'split') {
      taken();
      open.set(
        `${device.name}: bar split`,
        `devices/${device.id}/spans`,
        splitBar(device.spans, i, snapH((span.startH + span.endH) / 2))
      );
    } else if (action === 'repeat') {
      taken();
      open.set(`${device.name}: every day`, `devices/${device.id}/spans`, repeatDaily(device.spans, i, outing));
    } else if (action === 'choose') open.selected = { kind: 'device', id: device.id };
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
  {#each light as l (l.fromH)}
    {@const x1 = Math.max(axis.leftPx, pxAt(axis, l.fromH))}
    {@const x2 = Math.min(axis.leftPx + axis.widthPx, pxAt(axis, l.toH))}
    {#if x2 > x1}<rect x={x1} y="30" width={x2 - x1} height={LIGHT_PX} fill={SKY[l.light]}
        ><title>{l.light === 'day' ? 'daylight' : l.light === 'dusk' ? 'half light' : 'dark'}</title></rect
      >{/if}
  {/each}
  {#if light.length > 0}<text x="36" y="40" style:fill="var(--ink2)">{skyWords}</text>{/if}
  <rect
    x={axis.leftPx}
    y={TOP - 8}
    width={Math.min(axis.widthPx, Math.max(0, startX - axis.leftPx))}
    height={height - TOP + 8}
    fill="var(--page)"
  />
  <rect
    x={Math.max(axis.leftPx, endX)}
    y={TOP - 8}
    width={Math.min(axis.widthPx, Math.max(0, axis.leftPx + axis.widthPx - endX))}
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
  {#each ([[outing.startH, startX], [endH, endX]] as const).filter(([, x]) => x >= axis.leftPx - 1 && x <= axis.leftPx + axis.widthPx + 1) as [h, x], i (i)}
    <text class="n" {x} y="24" text-anchor="middle" font-weight="640">{clockText(h)}</text>
  {/each}
  {#each devices as device, row (device.id)}
    {@const y = TOP + row * ROW}
    {@const d = open.plan.demand.devices[row]!}
    {@const chosen = device.id === selectedId}
    {@const said = worstOf(open.plan.findings, { kind: 'device', id: device.id })}
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
      aria-label="{device.name}, {ampsText(d.meanA)} A, {fixed(d.chargeAh, 1)} Ah{said ? `, ${said}` : ''}"
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
      {#if said}<ThingMark severity={said} x={18} y={y + 28} />{/if}
      <text class="n" x="14" y={y + 16} style:fill="var(--ink2)">{row + 1}</text>
      <text x="36" y={y + 16} font-weight="640">{short(device.name, 22)}</text>
      <text x="36" y={y + 30} style:fill="var(--ink2)"
        >{d.shared ? `${d.shared.rail.outV} V, shared` : SUPPLY_WORDS[device.supply]}{device.source === 'guess'
          ? ', a guess'
          : ''}</text
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
    <!-- svelte-ignore a11y_no_static_element_interactions -->
    <rect
      class="track"
      data-track={device.id}
      x={axis.leftPx}
      y={y + 4}
      width={axis.widthPx}
      height={ROW - 8}
      fill="transparent"
      onpointerdown={(e) => begin(e, device)}><title>Drag to put a bar here</title></rect
    >
    {#each device.spans as span, i (i)}
      {@const x1 = Math.max(axis.leftPx, pxAt(axis, span.startH))}
      {@const x2 = Math.min(axis.leftPx + axis.widthPx, pxAt(axis, span.endH))}
      {#if x2 > x1}
        {@const shares = barShares(device, span.dutyFraction)}
        <g
          role="slider"
          tabindex="0"
          class="bar"
          aria-label="{device.name} bar {i + 1}"
          aria-valuenow={span.startH}
          aria-valuetext="{stretchText(outing, span)}, {fixed(shares.topFraction * 100, 0)} %"
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
            y={y + 8.5 + 19 * (1 - shares.onFraction)}
            width={x2 - x1 - 1}
            height={19 * shares.onFraction}
            rx="2.5"
            fill={chosen ? 'var(--brass4)' : 'var(--bar)'}
          />
          {#if shares.topFraction < shares.onFraction}<rect
              x={x1 + 0.5}
              y={y + 27.5 - Math.max(1.5, 19 * shares.topFraction)}
              width={x2 - x1 - 1}
              height={Math.max(1.5, 19 * shares.topFraction)}
              fill={chosen ? 'var(--brass6)' : 'var(--bar-edge)'}
            />{/if}
          {#if chosen && x2 - x1 > 96}<text class="n" x={x1 + 8} y={y + 22} style:fill="var(--on-brass)"
              >{clockText(span.startH)}</text
            ><text class="n" x={x2 - 8} y={y + 22} text-anchor="end" style:fill="var(--on-brass)"
              >{clockText(span.endH)}{span.endH - span.startH >= 24
                ? ` +${dayOf(span.endH) - dayOf(span.startH)} d`
                : ''}</text
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
    {@const b1 = Math.max(axis.leftPx, startX)}
    {#if open.plan.demand.box.currentA > 0}<rect
        x={b1}
        y={y + 8}
        width={Math.max(0, Math.min(axis.leftPx + axis.widthPx, endX) - b1)}
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
  {#each [startX, endX].filter((x) => x >= axis.leftPx - 1 && x <= axis.leftPx + axis.widthPx + 1) as x, nth (nth)}<path
      d="M{x} 28V{height}"
      stroke="var(--ink)"
    />{/each}
  {#if empties !== undefined && empties < endH && empties >= axis.fromH && empties <= axis.toH}
    {@const x = pxAt(axis, empties)}
    <path d="M{x} {TOP - 4}V{height}" stroke="var(--caution)" stroke-width="2" />
  {/if}
</svg>

<style>
  .track {
    cursor: crosshair;
  }
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
