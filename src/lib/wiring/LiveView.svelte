<script lang="ts">
  import { mainFeed } from '@haversack/core/box/feeds';
  import { TrialCircuit } from '@haversack/core/trials/circuit';
  import { liveView } from '@haversack/core/trials/live';
  import { benchSource, type Setting } from '@haversack/core/trials/setting';
  import { schematic } from '@haversack/core/schematic/layout';
  import { thrownOn } from '@haversack/core/trials/pushes';
  import { ampsText, fixed } from '@haversack/core/quantity/format';
  import { SvelteSet } from 'svelte/reactivity';
  import { useBox } from '$lib/client/use-box.ts';
  import Mark from '$lib/ui/Mark.svelte';
  import { scrolls } from '$lib/ui/scrolls.ts';
  import CircuitDrawing from './CircuitDrawing.svelte';
  import { failingParts, leadColours } from './drawn.ts';

  /** Switches thrown, fuses pulled, plugs and batteries taken out, in the drawing itself. Nothing is changed in the design. */
  const open = useBox();
  const w = $derived(open.plan.wiring);
  const circuit = $derived(new TrialCircuit(w));
  const source = $derived(benchSource(open.plan.bank));
  const off = new SvelteSet<string>();
  const out = new SvelteSet<string>();
  const packsOut = new SvelteSet<string>();
  const charging = new SvelteSet<string>();
  let changeover = $state('1');
  const packs = $derived(w.netlist.packIds);
  const hasChangeover = $derived(w.netlist.parts.some((p) => p.kind === 'changeover'));
  const positions = $derived([
    ...packs.map((_, i) => `${i + 1}`),
    'off',
    ...(open.doc.bank.changeoverJoins ? ['both'] : [])
  ]);
  const setting = $derived<Setting>({
    off,
    unplugged: out,
    packsOut,
    changeover,
    charging: open.plan.bank ? thrownOn(open.plan.judge.sources, w.circuits, open.plan.bank, charging) : new Map()
  });
  const ratedAh = $derived(open.plan.bank?.ratedAh ?? 0);
  const now = $derived(liveView(circuit, source, setting, ratedAh));
  const volts = $derived(new Map(now.ports.flatMap((p) => (p.live ? [[p.tag, p.volts] as const] : []))));
  let width = $state(900);
  const drawing = $derived(
    schematic(w, {
      widthPx: width,
      lengthUnit: open.doc.preferences.lengthUnit,
      readings: { ampsOn: (id) => now.carrying.get(id), voltsAt: (tag) => volts.get(tag) }
    })
  );
  const openParts = $derived(new Set([...off, ...now.openRelays]));
  const toggle = (set: SvelteSet<string>, id: string) => (set.has(id) ? set.delete(id) : set.add(id));
  const isCharge = (tag: string) => w.circuits.some((c) => c.portTag === tag && c.circuit.purpose === 'charge');

  function press(id: string): void {
    const p = w.netlist.parts.find((o) => o.id === id);
    if (!p) return;
    if (p.kind === 'switch' || p.kind === 'fuse') toggle(off, id);
    else if (p.kind === 'battery') toggle(packsOut, id);
    else if (p.kind === 'controller' || isCharge(id)) toggle(charging, id);
    else if (p.kind === 'port') toggle(out, id);
    else if (p.kind === 'changeover') changeover = positions[(positions.indexOf(changeover) + 1) % positions.length]!;
  }
  function allOff(): void {
    allOn();
    for (const p of w.netlist.parts) if (p.kind === 'switch') off.add(p.id);
    if (mainFeed(open.doc).leverSwitches) off.add('F0');
    for (const c of w.circuits) out.add(c.portTag);
  }
  function allOn(): void {
    for (const s of [off, out, packsOut, charging]) s.clear();
    changeover = '1';
  }
  const levers = $derived(w.netlist.parts.filter((p) => p.kind === 'switch'));
  const fuses = $derived(w.netlist.parts.filter((p) => p.kind === 'fuse'));
</script>

<div class="flex min-h-0 min-w-0 flex-1 flex-col print:block" data-view="live">
  <div class="no-print flex flex-wrap items-center gap-2 border-b border-line px-6 py-2 max-md:px-3">
    <button type="button" class="btn" onclick={allOn}>All on</button>
    <button type="button" class="btn" onclick={allOff}>Off position</button>
    {#each levers as p (p.id)}<button
        type="button"
        class="btn"
        aria-pressed={!off.has(p.id)}
        onclick={() => toggle(off, p.id)}>{p.id} {off.has(p.id) ? 'off' : 'on'}</button
      >{/each}
    {#if hasChangeover}<label class="flex items-center gap-2"
        >Changeover <select class="in" bind:value={changeover}
          >{#each positions as p (p)}<option value={p}>{p}</option>{/each}</select
        ></label
      >{/if}
    <label class="flex items-center gap-2"
      >Fuse <select
        class="in"
        aria-label="Pull or put a fuse"
        value=""
        onchange={(e) => {
          toggle(off, e.currentTarget.value);
          e.currentTarget.value = '';
        }}
        ><option value="">pull or put…</option>{#each fuses as p (p.id)}<option value={p.id}
            >{p.id} {off.has(p.id) ? 'put in' : 'pull'}</option
          >{/each}</select
      ></label
    >
    {#each packs as id, i (id)}<button
        type="button"
        class="btn"
        aria-pressed={!packsOut.has(id)}
        onclick={() => toggle(packsOut, id)}
        >Battery {packs.length > 1 ? i + 1 : ''} {packsOut.has(id) ? 'off' : 'on'}</button
      >{/each}
  </div>
  <div class="both">
    <div class="window" bind:clientWidth={width}>
      <CircuitDrawing
        {drawing}
        colours={leadColours(open.doc)}
        label="What is live: press switches, fuses, ports and batteries"
        failing={failingParts(open.plan)}
        live={now.liveConductors}
        liveParts={now.liveParts}
        carrying={now.carrying}
        {openParts}
        onpart={(id) => press(id)}
        onlead={() => undefined}
        onrung={(r) => press(r.endPart)}
      />
    </div>
    <div class="list" role="status" use:scrolls>
      <p class="lab no-print">Press a switch, fuse, port or battery in the drawing.</p>
      <div>
        <h2 class="h3">Now</h2>
        <div class="row">
          <span>Out of the battery</span><span class="n"
            >{ampsText(Math.abs(now.batteryA))} A{now.batteryA < -0.001 ? ' in' : ''}</span
          >
        </div>
        <div class="row">
          <span>The meter shows</span><span class="n"
            >{now.meterA === undefined
              ? 'no shunt'
              : `${now.meterA < -0.005 ? '−' : ''}${ampsText(Math.abs(now.meterA))} A`}</span
          >
        </div>
      </div>
      <div>
        <h2 class="h3">Ports</h2>
        {#each now.ports as p, nth (nth)}<div class="row">
            <span class="flex min-w-0 items-center gap-2"
              ><Mark state={p.live ? 'holds' : 'note'} size={14} /><span class="truncate"><b>{p.tag}</b> {p.feeds}</span
              ></span
            ><span class="whitespace-nowrap"
              >{p.live ? `live, ${fixed(p.volts, 1)} V` : p.because}{w.shunt && !p.metered ? ', not metered' : ''}</span
            >
          </div>{/each}
      </div>
      <div>
        <h2 class="h3">Drains with nothing plugged in</h2>
        {#each now.drains as d, nth (nth)}<div class="row">
            <span>{d.name}{d.metered ? '' : ', not metered'}</span><span class="n"
              >{fixed(d.currentA * 1000, 0)} mA</span
            >
          </div>{:else}<p class="lab">Nothing drains in this position.</p>{/each}
        {#if now.daysToFlat !== undefined}<div class="row">
            <span><b>A full battery is flat after</b></span><span class="n"
              >{now.daysToFlat < 2 ? `${fixed(now.daysToFlat * 24, 0)} h` : `${fixed(now.daysToFlat, 0)} days`}</span
            >
          </div>{/if}
      </div>
    </div>
  </div>
</div>

<style>
  .both {
    display: flex;
    flex: 1 1 0;
    min-height: 0;
  }
  .window {
    flex: 1 1 0;
    min-width: 0;
    overflow: auto;
  }
  .list {
    display: grid;
    flex: none;
    align-content: start;
    gap: 12px;
    width: 290px;
    padding: 12px 20px;
    overflow: auto;
    border-left: 1px solid var(--line2);
  }
  @media print {
    .both,
    .list {
      display: block;
      width: auto;
    }
  }
  /* in the hand the list says it in words; the drawing comes below it */
  @media (max-width: 899px) {
    .both {
      flex-direction: column-reverse;
      flex: none;
    }
    .list {
      width: auto;
      padding: 12px;
      border-left: none;
      border-bottom: 1px solid var(--line2);
    }
    .window {
      flex: none;
    }
  }
</style>
