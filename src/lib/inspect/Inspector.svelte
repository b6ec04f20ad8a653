<script lang="ts">
  import { wayTags } from '@haversack/core/wiring/switch-place';
  import X from '@lucide/svelte/icons/x';
  import { isOf } from '@haversack/core/findings/at';
  import { allWorkings } from '@haversack/core/workings';
  import { ownBits } from '$lib/client/own-bits.svelte.ts';
  import { useBox } from '$lib/client/use-box.ts';
  import { STAGES } from '$lib/client/stages.ts';
  import CauseCard from '$lib/ui/CauseCard.svelte';
  import { byCause } from '@haversack/core/findings/causes';
  import WorkingSheet from '$lib/ui/WorkingSheet.svelte';
  import DeviceInspector from './DeviceInspector.svelte';
  import NextLine from './NextLine.svelte';
  import NextStep from './NextStep.svelte';

  /** Loaded when the first thing of the kind is chosen; the stages open without them. */
  const once = <T>(load: () => Promise<T>) => {
    let module: Promise<T> | undefined;
    return () => (module ??= load());
  };
  const LATER = {
    port: once(() => import('./PortInspector.svelte')),
    circuit: once(() => import('./CircuitInspector.svelte')),
    body: once(() => import('./BodyInspector.svelte')),
    feed: once(() => import('./FeedInspector.svelte')),
    main: once(() => import('./MainInspector.svelte'))
  };
  let { stage }: { stage: string } = $props();
  const open = useBox();
  const bits = ownBits();
  const s = $derived(open.selected);
  const device = $derived(s?.kind === 'device' ? open.doc.devices.find((d) => d.id === s.id) : undefined);
  const port = $derived(s?.kind === 'port' ? open.plan.panel?.ports.find((p) => p.port.id === s.id) : undefined);
  const circuit = $derived(
    s?.kind === 'circuit' ? open.plan.wiring.circuits.find((c) => c.circuit.id === s.id) : undefined
  );
  const feed = $derived(s?.kind === 'circuit' ? open.doc.feeds.find((f) => f.id === s.id) : undefined);
  const body = $derived(s?.kind === 'body' ? open.plan.fit?.bodies.find((b) => b.id === s.id) : undefined);
  const working = $derived(
    s?.kind === 'working' ? allWorkings(open.doc, open.plan, bits.sets).find((w) => w.id === s.id) : undefined
  );
  const main = $derived(s?.kind === 'main');
  const battery = $derived(s?.kind === 'battery');
  const chosen = $derived(device ?? port ?? circuit ?? feed ?? body ?? working ?? (main || battery || undefined));

  const head = $derived.by(() => {
    if (device)
      return {
        tag: String(open.doc.devices.indexOf(device) + 1),
        title: device.name,
        path: open.plan.panel?.ports.find((p) => p.port.id === device.portId)?.tag ?? 'no port yet'
      };
    if (port) return { tag: port.tag, title: port.port.name || port.part.name, path: port.part.name };
    if (circuit)
      return {
        tag: circuit.tag,
        title: circuit.feeds,
        path: wayTags(open.doc, circuit).join(' to ')
      };
    if (feed) {
      const tag = open.plan.wiring.feeds.find((f) => f.circuit.id === feed.id)?.tag ?? '';
      return { tag, title: feed.name, path: 'feed that circuits hang on' };
    }
    if (body) return { tag: '', title: body.name, path: 'inside the case' };
    if (working) return { tag: '=', title: working.title, path: 'the arithmetic' };
    if (main) return { tag: 'F0', title: 'Main feed', path: 'battery to what everything hangs on, and back' };
    if (battery) return { tag: '', title: 'Battery', path: open.plan.bank?.part.name ?? 'none chosen yet' };
    return { tag: '', title: STAGES.find((t) => t.id === stage)?.name ?? '', path: 'nothing chosen' };
  });

  function close(): void {
    open.selected = null;
    open.detailsShown = false;
  }

  /** Findings of the chosen thing; with nothing chosen, those of the stage. */
  const here = $derived(
    open.plan.findings.filter((f) => {
      if (working) return false;
      if (device) return isOf(f, { kind: 'device', id: device.id });
      if (port) return isOf(f, { kind: 'port', id: port.port.id });
      if (circuit) return isOf(f, { kind: 'circuit', id: circuit.circuit.id, portId: circuit.circuit.portId });
      if (feed) return isOf(f, { kind: 'circuit', id: feed.id, portId: '' });
      if (main) return isOf(f, { kind: 'main' }) || (f.where.kind === 'box' && f.stage === 'wiring');
      if (battery) return f.where.kind === 'battery';
      if (body) return isOf(f, { kind: 'body', id: body.id }) || f.where.kind === 'case';
      return f.stage === stage;
    })
  );
</script>

<aside class="insp no-print" class:open={chosen !== undefined || open.detailsShown} aria-label="Details">
  <div class="flex h-12 items-center gap-3 border-b border-line pr-3 pl-4">
    {#if head.tag}<span class="tag">{head.tag}</span>{/if}
    <div class="min-w-0 flex-1">
      <h2 class="truncate leading-[1.125rem]">{head.title}</h2>
      <p class="lab truncate">{head.path}</p>
    </div>
    <button
      type="button"
      class="icon close"
      class:chosen={chosen !== undefined}
      aria-label="Close details"
      onclick={close}><X size={18} /></button
    >
  </div>
  <NextLine {stage} short={chosen !== undefined} />
  {#if here.length > 0}<div class="grid gap-2 border-b border-line p-3">
      {#each byCause(here, open.plan.findings) as cause (cause.key)}<CauseCard {cause} />{/each}
    </div>{/if}
  {#if working}<WorkingSheet {working} />{:else if device}<DeviceInspector
      {device}
    />{:else if port}{#await LATER.port() then m}<m.default
        plan={port}
      />{/await}{:else if circuit}{#await LATER.circuit() then m}<m.default
        plan={circuit}
      />{/await}{:else if feed}{#await LATER.feed() then m}<m.default
        {feed}
      />{/await}{:else if body}{#await LATER.body() then m}<m.default
        {body}
      />{/await}{:else if main}{#await LATER.main() then m}<m.default />{/await}{:else}<NextStep {stage} />{/if}
</aside>

<style>
  .insp {
    grid-area: insp;
    overflow: auto;
    background: var(--page);
    border-left: 1px solid var(--line2);
  }
  .close:not(.chosen) {
    display: none;
  }
  @media (max-width: 1179px) {
    .close:not(.chosen) {
      display: inline-grid;
    }
    .insp {
      display: none;
    }
    .insp.open {
      display: block;
      position: fixed;
      right: 0;
      top: 52px;
      bottom: 72px;
      width: min(320px, 100vw);
      z-index: 30;
      box-shadow: -8px 0 24px rgb(0 0 0 / 0.2);
    }
  }
</style>
