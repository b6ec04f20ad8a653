<script lang="ts">
  import { tagMarks } from '@haversack/core/draw/tag-marks';
  import { foldedLead } from '@haversack/core/draw/fold-joins';
  import { FoldOutLayout } from '@haversack/core/draw/fold-out';
  import { leadWays, type LeadWay } from '@haversack/core/wiring/lead-ways';
  import { runText } from '@haversack/core/quantity/format';
  import { wireSizeText } from '@haversack/core/quantity/wire-size';
  import { TrialCircuit } from '@haversack/core/trials/circuit';
  import { follow } from '@haversack/core/trials/facts';
  import { benchSource } from '@haversack/core/trials/setting';
  import { useBox } from '$lib/client/use-box.ts';
  import FoldFaces from '$lib/draw/FoldFaces.svelte';
  import InsideView from '$lib/draw/InsideView.svelte';
  import { scrolls } from '$lib/ui/scrolls.ts';
  import { leadColours } from './drawn.ts';

  /** The same circuit on the case: where each lead lies, out and back, folded out, from above and to be turned about. */
  let { width }: { width: number } = $props();
  const open = useBox();
  const fit = $derived(open.plan.fit);
  const w = $derived(open.plan.wiring);
  const unit = $derived(open.doc.preferences.lengthUnit);
  const colours = $derived(leadColours(open.doc));
  const circuits = $derived(w.circuits.filter((c) => !c.feed));
  const chosen = $derived.by(() => {
    const s = open.selected;
    return s?.kind === 'circuit' ? circuits.find((c) => c.circuit.id === s.id) : undefined;
  });
  const scale = $derived.by(() => {
    if (!fit) return 1;
    const whole = 2 * (fit.part.rimLengthMm + fit.part.rimWidthMm);
    return Math.max(0.45, Math.min(1.1, (width - 112) / whole));
  });
  const layout = $derived(fit && new FoldOutLayout(fit.part, scale));
  const all = $derived(fit ? leadWays(open.doc, fit, open.plan.panel, w).filter((x) => x.polarity !== 'sense') : []);
  /** From the battery to the port that is chosen, and back: every lead on that way. */
  const followed = $derived(
    chosen &&
      new Set(
        follow(w, new TrialCircuit(w).read(benchSource(open.plan.bank)), chosen.portTag)?.conductorIds ??
          all.filter((x) => x.circuitId === chosen.circuit.id).map((x) => x.id)
      )
  );
  const shown = (way: LeadWay): boolean => !followed || followed.has(way.id);
  /** What is followed is drawn last, above the rest. */
  const ways = $derived(all.toSorted((a, b) => Number(shown(a)) - Number(shown(b))));
  const ports = $derived(open.plan.panel?.ports ?? []);
  const marks = $derived(
    layout
      ? tagMarks(
          ports.map((p) => ({
            id: p.port.id,
            tag: p.tag,
            x: layout.px(p.port.face, p.port.xMm),
            y: layout.py(p.port.face, p.port.yMm)
          })),
          { x: 0, y: 0, w: layout.width, h: layout.height }
        )
      : []
  );
  const used = $derived(new Set(ports.map((x) => x.port.face)));
  /** What passes round the outside of the paper, over the lid’s hinge or below the floor, has a lane of its own there. */
  const lanes = $derived(
    new Map(
      all
        .filter((x) => x.segments.some((s) => s.face === 'lid' || s.face === 'back'))
        .map((x, i) => [x.id, followed ? 0 : i] as const)
    )
  );
  const LANE_PX = 3;
  const margin = $derived(followed ? 8 : lanes.size * LANE_PX + 8);
  const planScale = $derived(fit ? Math.min(1.6, 420 / fit.part.rimLengthMm) : 1);
  const PLAN_M = 34;
  const planPath = (way: LeadWay, c: NonNullable<typeof fit>): string =>
    way.segments
      .flatMap((s) => s.points)
      .map(
        (p, i) => `${i ? 'L' : 'M'}${PLAN_M + p.xMm * planScale} ${PLAN_M + (c.part.rimWidthMm - p.yMm) * planScale}`
      )
      .join('');
  const colourOf = (way: LeadWay): string =>
    !shown(way) ? 'var(--line2)' : way.polarity === 'negative' ? colours.negative : colours.positive;
  const weightOf = (way: LeadWay): number => (!shown(way) ? 1 : followed ? 2.5 : 1.6);
  /** A return lies beside its lead, not on it. */
  const beside = (way: LeadWay): string => (way.polarity === 'negative' ? 'translate(3 3)' : '');
  let turned = $state(false);
  const lengthOf = (id: string | undefined): string => {
    const lead = w.netlist.conductors.find((c) => c.id === id);
    if (!lead) return '–';
    const run = runText(lead.lengthMm, unit);
    return `${run.value} ${run.unit}`;
  };
  const backOf = (circuitId: string): string | undefined =>
    w.netlist.conductors.find((c) => c.circuitId === circuitId && c.polarity === 'negative')?.id;
  const facesOf = (circuitId: string): string =>
    [
      ...new Set(
        all
          .filter((x) => x.circuitId === circuitId && x.polarity === 'positive')
          .flatMap((x) => x.segments.map((s) => (s.face === 'floor' ? 'inside' : s.face)))
      )
    ].join(', ');
</script>

<section class="grid gap-4 p-6 max-md:p-3" aria-label="Where the leads run" data-view="where">
  {#if !fit || !layout}<p>Choose a case first: where a lead runs follows from it.</p>
  {:else if all.length === 0}<p>No lead has both its ends in the case yet.</p>
  {:else}
    <div class="no-print flex flex-wrap gap-2" role="group" aria-label="Which circuit">
      <button type="button" class="btn" aria-pressed={chosen === undefined} onclick={() => (open.selected = null)}
        >All</button
      >
      {#each circuits as c (c.circuit.id)}<button
          type="button"
          class="btn"
          aria-pressed={chosen?.circuit.id === c.circuit.id}
          onclick={() => (open.selected = { kind: 'circuit', id: c.circuit.id })}><b>{c.portTag}</b> {c.feeds}</button
        >{/each}
    </div>
    <div class="overflow-x-auto" use:scrolls>
      <svg
        width={layout.width}
        height={layout.height + 2 * margin}
        viewBox="0 {-margin} {layout.width} {layout.height + 2 * margin}"
        role="img"
        aria-label="The case folded out with its leads, out and back"
      >
        <FoldFaces at={layout} {used} zones={[]} keepClear={false} {unit} />
        {#each ways as way (way.id)}
          {@const paths = foldedLead(layout, way, lanes.get(way.id) ?? 0)}
          <g
            fill="none"
            stroke={colourOf(way)}
            stroke-width={weightOf(way)}
            stroke-linejoin="round"
            transform={beside(way)}
            data-way={way.id}
            data-shown={shown(way)}
          >
            {#each paths.solid as d, i (i)}<path {d} />{/each}
            {#each paths.dotted as d, i (i)}<path {d} stroke-dasharray="2 4" />{/each}
          </g>
        {/each}
        {#each marks as m (m.id)}
          {@const on = !chosen || chosen.circuit.portId === m.id || chosen.switches.some((s) => s.portId === m.id)}
          <circle
            cx={m.x}
            cy={m.y}
            r={m.radius}
            fill="var(--raise)"
            stroke={on ? 'var(--ink)' : 'var(--line2)'}
          />{#if m.label?.leader}<line
              {...m.label.leader}
              stroke="var(--line2)"
            />{/if}{#if m.label || m.radius > 4}<text
              x={m.label ? m.label.box.x + m.label.box.w / 2 : m.x}
              y={m.label ? m.label.box.y + 11 : m.y + 4}
              text-anchor="middle"
              font-weight="640"
              class:onway={m.label !== undefined}>{m.tag}</text
            >{/if}
        {/each}
      </svg>
    </div>
    <p class="lab max-w-3xl">
      Dotted: where the paper parts what is one edge on the case. Returns lie beside their leads, {open.doc.preferences
        .colours === 'brown-blue'
        ? 'blue'
        : 'black'}.
    </p>
    <div class="flex flex-wrap items-start gap-8">
      <div class="relative">
        <InsideView {fit} panel={open.plan.panel} view="plan" scale={planScale} />
        <svg class="pointer-events-none absolute inset-0" width="100%" height="100%" aria-hidden="true">
          {#each ways as way (way.id)}<path
              d={planPath(way, fit)}
              transform={beside(way)}
              fill="none"
              stroke={colourOf(way)}
              stroke-width={weightOf(way)}
            />{/each}
        </svg>
      </div>
      <table class="sheet w-auto">
        <caption class="sr-only">Each circuit’s lead, its wire and its length out and back</caption>
        <thead
          ><tr><th>Circuit</th><th>Wire</th><th class="num">Out</th><th class="num">Back</th><th>Along</th></tr></thead
        >
        <tbody>
          {#each circuits as c (c.circuit.id)}
            {@const run = runText(c.lengthMm, unit)}
            <tr
              ><th scope="row" class="font-normal"><b>{c.portTag}</b> {c.feeds}</th><td
                >{c.wire ? wireSizeText(c.wire) : 'unknown'}</td
              ><td class="num n">{run.value} {run.unit}</td><td class="num n">{lengthOf(backOf(c.circuit.id))}</td><td
                >{facesOf(c.circuit.id)}</td
              ></tr
            >{/each}
        </tbody>
      </table>
    </div>
    <div class="no-print">
      <button type="button" class="btn" aria-expanded={turned} onclick={() => (turned = !turned)}
        >{turned ? 'Close the view to turn about' : 'Turn it about'}</button
      >
      {#if turned}{#await import('$lib/draw/Inside3D.svelte') then { default: Inside3D }}<div class="mt-3">
            <Inside3D {fit} panel={open.plan.panel} {ways} {shown} />
          </div>{/await}{/if}
    </div>
    <p class="lab max-w-3xl">
      The way that the lengths are taken from: across the inside at the height of the terminals and along the wall, over
      its switch, on the lid over its hinge. Tie every lead within 50 mm of its terminal, away from edges and hot parts.
    </p>
  {/if}
</section>

<style>
  /* words on a lead are read all the same */
  .onway {
    paint-order: stroke;
    stroke: var(--paper);
    stroke-width: 3px;
  }
</style>
