<script lang="ts">
  import { keyAction } from '$lib/client/keys.ts';
  import { pathOf } from '@haversack/core/schematic/paths';
  import type { Owner, Rung, Schematic, Shape } from '@haversack/core/schematic/shapes';
  import { select } from 'd3-selection';
  import { zoom, zoomIdentity, type ZoomBehavior } from 'd3-zoom';
  import type { Severity } from '@haversack/core/findings/rule';
  import ThingMark from '$lib/draw/ThingMark.svelte';
  import ShapeView from './ShapeView.svelte';

  /** The drawn circuit: turn the wheel with Ctrl to zoom, drag the ground to move it; every part and lead can be pressed. */
  type Props = {
    drawing: Schematic;
    colours: { positive: string; negative: string };
    label: string;
    chosenPart?: string | undefined;
    chosenLead?: string | undefined;
    rungId?: string | undefined;
    failing?: ReadonlySet<string>;
    /** What is said of a row, and of the batteries, where something is. */
    said?: (rung: Rung) => Severity | undefined;
    /** Leads to be seen; the rest steps back. */
    followed?: ReadonlySet<string> | undefined;
    /** Leads with voltage; undefined = not a live view. */
    live?: ReadonlySet<string> | undefined;
    /** Parts whose far side has voltage. */
    liveParts?: ReadonlySet<string> | undefined;
    carrying?: ReadonlyMap<string, number> | undefined;
    openParts?: ReadonlySet<string>;
    onpart: (id: string, owner: Extract<Owner, { kind: 'part' }>) => void;
    onlead: (id: string) => void;
    onrung: (rung: Rung) => void;
  };
  let {
    drawing,
    colours,
    label,
    chosenPart,
    chosenLead,
    rungId,
    failing = new Set<string>(),
    said = () => undefined,
    followed,
    live,
    liveParts,
    carrying,
    openParts = new Set<string>(),
    onpart,
    onlead,
    onrung
  }: Props = $props();

  let svg: SVGSVGElement;
  let view = $state.raw(zoomIdentity);
  let behaviour: ZoomBehavior<SVGSVGElement, unknown> | undefined;
  /** It fits its window when opened; smaller than this nobody could read it, and the window scrolls. */
  const LEAST_FIT = 0.5;
  const LEAST = 0.4;
  const MOST = 4;
  const STEP = 1.3;

  $effect(() => {
    const b = zoom<SVGSVGElement, unknown>()
      .scaleExtent([LEAST, MOST])
      // the plain wheel and one finger scroll; Ctrl and the wheel, or two fingers, zoom
      .filter((e: WheelEvent | MouseEvent | TouchEvent) => {
        if (e.type === 'wheel') return e.ctrlKey;
        return 'touches' in e ? e.touches.length > 1 : e.button === 0;
      })
      .on('zoom', (e: { transform: typeof zoomIdentity }) => (view = e.transform));
    const s = select(svg);
    s.call(b).on('dblclick.zoom', null);
    behaviour = b;
    return () => s.on('.zoom', null);
  });

  export function zoomBy(factor: number): void {
    if (behaviour) behaviour.scaleBy(select(svg), factor);
  }
  export function reset(): void {
    if (behaviour) behaviour.transform(select(svg), zoomIdentity);
  }
  function keys(e: KeyboardEvent): void {
    if (!behaviour || e.target !== svg) return;
    const action = keyAction('circuit', e);
    const by = { ArrowLeft: [60, 0], ArrowRight: [-60, 0], ArrowUp: [0, 60], ArrowDown: [0, -60] }[e.key];
    if (action === 'move' && by) behaviour.translateBy(select(svg), by[0]!, by[1]!);
    else if (action === 'closer') zoomBy(STEP);
    else if (action === 'farther') zoomBy(1 / STEP);
    else if (action === 'whole') reset();
    else return;
    e.preventDefault();
  }

  const faintOf = (s: Shape): boolean => {
    const o = s.owner;
    if (followed) return o?.kind === 'conductor' ? !followed.has(o.id) : false;
    if (!live || (s.t !== 'line' && s.t !== 'arrow')) return false;
    if (o?.kind === 'part') return s.role === 'positive' && !(liveParts?.has(o.id) ?? true);
    if (o?.kind !== 'conductor') return false;
    return s.role === 'positive' ? !live.has(o.id) : s.role === 'negative' ? !(carrying?.has(o.id) ?? false) : false;
  };
  const partOf = (s: Shape): string | undefined => (s.owner?.kind === 'part' ? s.owner.id : undefined);
  const leadOf = (s: Shape): string | undefined => (s.owner?.kind === 'conductor' ? s.owner.id : undefined);
  const press = (s: Shape, e: MouseEvent): void => {
    if (!s.owner) return;
    e.stopPropagation();
    if (s.owner.kind === 'part') onpart(s.owner.id, s.owner);
    else onlead(s.owner.id);
  };
</script>

<!-- svelte-ignore a11y_no_noninteractive_tabindex, a11y_no_noninteractive_element_interactions -->
<svg
  bind:this={svg}
  style:max-width="{drawing.width}px"
  style:max-height="{drawing.height}px"
  style:min-width="{drawing.width * LEAST_FIT}px"
  style:min-height="{drawing.height * LEAST_FIT}px"
  preserveAspectRatio="xMidYMin meet"
  viewBox="0 0 {drawing.width} {drawing.height}"
  role="group"
  tabindex="0"
  aria-label="{label}. Plus and minus zoom, arrow keys move, 0 shows all."
  class="circuit block select-none"
  fill="none"
  onkeydown={keys}
>
  <g class="zoomed" transform={view.toString()}>
    {#each drawing.rungs as r (r.id)}
      <g
        role="button"
        tabindex="0"
        class="rung"
        aria-label={said(r) ? `${r.say}, ${said(r)}` : r.say}
        aria-pressed={rungId === r.id}
        onclick={() => onrung(r)}
        onkeydown={(e) => {
          if (e.key === 'Enter' || e.key === ' ') {
            e.preventDefault();
            onrung(r);
          }
        }}
      >
        <rect
          x={r.x}
          y={r.top}
          width={r.width}
          height={r.height}
          rx="3"
          fill={rungId === r.id ? 'var(--brass1)' : 'transparent'}
        />
      </g>
    {/each}
    {#each drawing.shapes as s, i (i)}
      {@const part = partOf(s)}
      {@const lead = leadOf(s)}
      <!-- svelte-ignore a11y_click_events_have_key_events, a11y_no_static_element_interactions -->
      <g
        class:press={s.owner !== null}
        class:pass={s.t === 'text' && s.owner === null}
        data-part={part}
        data-lead={lead}
        onclick={(e) => press(s, e)}
      >
        {#if s.t === 'line' && lead !== undefined}<path
            d={pathOf(s.points)}
            stroke="transparent"
            stroke-width="14"
          />{:else if s.t === 'line' && part !== undefined && s.role === 'ink'}<path
            d={pathOf(s.points)}
            stroke="transparent"
            stroke-width="44"
          />{/if}
        <ShapeView
          shape={s}
          {colours}
          faint={faintOf(s)}
          chosen={(part !== undefined && part === chosenPart) ||
            (lead !== undefined && (lead === chosenLead || (followed?.has(lead) ?? false)))}
          open={part !== undefined && openParts.has(part)}
          failing={part !== undefined && failing.has(part)}
        />
      </g>
    {/each}
    {#each drawing.rungs as r (r.id)}
      {@const severity = said(r)}
      {#if severity}<ThingMark {severity} x={drawing.width - 10} y={r.y} />{/if}
    {/each}
  </g>
</svg>

<style>
  .rung {
    cursor: pointer;
    outline: none;
  }
  .rung:focus-visible rect {
    stroke: var(--brass6);
    stroke-width: 2;
  }
  .circuit {
    width: 100%;
    height: 100%;
    margin-inline: auto;
    cursor: grab;
    touch-action: pan-x pan-y;
  }
  .circuit:focus-visible {
    outline: 2px solid var(--brass6);
    outline-offset: -2px;
  }
  .press {
    cursor: pointer;
  }
  .pass {
    pointer-events: none;
  }
  @media print {
    .circuit {
      height: auto;
      min-width: 0 !important;
      min-height: 0 !important;
      max-height: none !important;
    }
    .zoomed {
      transform: none;
    }
  }
</style>
