<script lang="ts">
  import { TrialCircuit } from '@haversack/core/trials/circuit';
  import { conductorFacts, follow, partFacts } from '@haversack/core/trials/facts';
  import { benchSource } from '@haversack/core/trials/setting';
  import { schematic } from '@haversack/core/schematic/layout';
  import { worstOf } from '@haversack/core/findings/at';
  import type { Rung } from '@haversack/core/schematic/shapes';
  import type { NetRef } from '@haversack/core/wiring/netlist';
  import { fixed } from '@haversack/core/quantity/format';
  import FileCode from '@lucide/svelte/icons/file-code';
  import Download from '@lucide/svelte/icons/download';
  import Maximize from '@lucide/svelte/icons/maximize';
  import Minus from '@lucide/svelte/icons/minus';
  import Plus from '@lucide/svelte/icons/plus';
  import Printer from '@lucide/svelte/icons/printer';
  import X from '@lucide/svelte/icons/x';
  import { resolve } from '$app/paths';
  import { isWide, spanOf } from '@haversack/core/unknown/span';
  import { useBox } from '$lib/client/use-box.ts';
  import CircuitDrawing from './CircuitDrawing.svelte';
  import LeadLegend from './LeadLegend.svelte';
  import { failingParts, leadColours } from './drawn.ts';

  /** The whole circuit with facts of what is pressed, and one way followed from battery to plug and back. */
  let { width }: { width: number } = $props();
  const open = useBox();
  const w = $derived(open.plan.wiring);
  const unit = $derived(open.doc.preferences.lengthUnit);
  const mostLostV = (id: string): number | undefined => {
    const span = spanOf(open.plan, (p) => p.wiring.circuits.find((c) => c.circuit.id === id)?.dropV);
    return span && isWide(span) ? span.high : undefined;
  };
  const drawing = $derived(schematic(w, { widthPx: width - 2, lengthUnit: unit, mostLostV }));
  const circuit = $derived(new TrialCircuit(w));
  const reading = $derived(circuit.read(benchSource(open.plan.bank)));
  const said = (r: Rung) => {
    const c = [...w.circuits, ...w.feeds].find((k) => k.circuit.id === r.circuitId);
    return c && worstOf(open.plan.findings, { kind: 'circuit', id: c.circuit.id, portId: c.circuit.portId });
  };
  const failing = $derived(failingParts(open.plan));
  const colours = $derived(leadColours(open.doc));
  let lead = $state<string | undefined>();
  let part = $state<string | undefined>();
  let following = $state<string | undefined>();
  const facts = $derived(
    lead !== undefined
      ? conductorFacts(w, reading, lead, unit)
      : part !== undefined
        ? partFacts(w, reading, part)
        : undefined
  );
  const way = $derived(following === undefined ? undefined : follow(w, reading, following));
  const followed = $derived(way && new Set(way.conductorIds));
  const rungId = $derived.by(() => {
    const s = open.selected;
    return s?.kind === 'circuit' ? s.id : undefined;
  });
  const endOf = $derived.by(() => {
    const id = w.netlist.conductors.find((c) => c.id === lead)?.circuitId ?? rungId;
    return w.circuits.find((c) => c.circuit.id === id)?.portTag ?? part;
  });
  let shown: CircuitDrawing;

  function choose(ref: NetRef, id: string): void {
    part = id;
    lead = undefined;
    if (ref.kind === 'circuit') open.selected = { kind: 'circuit', id: ref.id };
    else if (ref.kind === 'port') {
      const c = w.circuits.find((k) => k.circuit.portId === ref.id);
      open.selected = c ? { kind: 'circuit', id: c.circuit.id } : { kind: 'port', id: ref.id };
    } else if (ref.kind === 'device') open.selected = { kind: 'device', id: ref.id };
    else if (ref.kind === 'battery') open.selected = { kind: 'battery' };
    else open.selected = { kind: 'main' };
  }
</script>

<div class="flex min-h-[420px] flex-1 flex-col print:block print:min-h-0" data-view="circuit">
  <div class="no-print flex flex-wrap items-center gap-1 border-b border-line px-6 py-1 max-md:px-3">
    <LeadLegend {colours} />
    <span class="flex-1"></span>
    <button type="button" class="icon" aria-label="Zoom in" onclick={() => shown.zoomBy(1.3)}><Plus size={16} /></button
    >
    <button type="button" class="icon" aria-label="Zoom out" onclick={() => shown.zoomBy(1 / 1.3)}
      ><Minus size={16} /></button
    >
    <button type="button" class="icon" aria-label="Show all" onclick={() => shown.reset()}
      ><Maximize size={16} /></button
    >
    <button type="button" class="icon" aria-label="Print the circuit" onclick={() => window.print()}
      ><Printer size={16} /></button
    >
    <a
      class="icon"
      aria-label="Circuit as SVG"
      data-sveltekit-reload
      download
      href={resolve(`/api/boxes/${open.id}/circuit`)}><Download size={16} /></a
    >
    <a
      class="icon"
      aria-label="Circuit as a netlist for a simulator (SPICE)"
      title="Netlist for a circuit simulator"
      data-sveltekit-reload
      download
      href={resolve(`/api/boxes/${open.id}/circuit?format=spice`)}><FileCode size={16} /></a
    >
  </div>
  <div class="sheetbox">
    <CircuitDrawing
      bind:this={shown}
      {drawing}
      {colours}
      label="The circuit from the battery through each fuse and port and back"
      chosenLead={lead}
      chosenPart={part}
      {rungId}
      {failing}
      {said}
      {followed}
      onlead={(id) => {
        lead = id;
        part = undefined;
        following = undefined;
      }}
      onpart={(id, owner) => choose(owner.ref, id)}
      onrung={(r) => {
        lead = undefined;
        part = r.endPart;
        if (r.circuitId) open.selected = { kind: 'circuit', id: r.circuitId };
        else open.selected = { kind: 'main' };
      }}
    />
  </div>
  <div
    class="no-print facts flex items-start gap-x-8 gap-y-2 border-t border-line2 bg-raise px-6 py-2 max-md:flex-wrap max-md:px-3"
    role="status"
    aria-label="What is pressed"
  >
    {#if !facts && !rungId && !way}<p class="lab">Press a part, a lead or a row: its figures stand here.</p>
    {:else}
      {#if facts && !way}
        <div class="min-w-0">
          <h2 class="h3">{facts.title}</h2>
          <dl class="mt-1 flex flex-wrap gap-x-6">
            {#each facts.facts as f, nth (nth)}<div class="flex gap-2">
                <dt class="lab">{f.name}</dt>
                <dd class="n">{f.value}</dd>
              </div>{/each}
          </dl>
        </div>
      {/if}
      {#if way}
        <ol class="way flex flex-wrap gap-x-1" aria-label="The way out and back, with voltages">
          {#each way.stations as s, i (i)}<li class="lab whitespace-nowrap">
              {i > 0 ? '→ ' : ''}{s.word}{#if s.volts !== undefined}<b class="n ml-1">{fixed(s.volts, 2)} V</b>{/if}
            </li>{/each}
        </ol>
      {/if}
      <div class="ml-auto flex shrink-0 gap-2">
        {#if endOf && following === undefined}<button type="button" class="btn" onclick={() => (following = endOf)}
            >Follow the way to {endOf}</button
          >{/if}
        {#if following !== undefined || lead !== undefined || part !== undefined}<button
            type="button"
            class="icon"
            aria-label="Show everything"
            onclick={() => {
              following = undefined;
              lead = undefined;
              part = undefined;
            }}><X size={18} /></button
          >{/if}
      </div>
    {/if}
  </div>
</div>

<style>
  /* the drawing has its own window, whole when it is opened; what is pressed stands below it and moves nothing */
  .sheetbox {
    flex: 1 1 0;
    min-height: 0;
    overflow: auto;
  }
  .facts {
    flex: none;
    height: 72px;
    overflow: auto;
  }
  @media (max-width: 767px) {
    .facts {
      height: auto;
      max-height: 120px;
    }
  }
  @media print {
    .sheetbox {
      overflow: visible;
    }
  }
</style>
