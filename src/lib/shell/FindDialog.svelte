<script lang="ts">
  import { Command } from 'bits-ui';
  import { goto } from '$app/navigation';
  import { resolve } from '$app/paths';
  import type { Stage } from '@haversack/core/findings/rule';
  import { useBox, type Selection } from '$lib/client/open-box.svelte.ts';
  import { STAGES } from '$lib/client/stages.ts';
  import Dialog from '$lib/ui/Dialog.svelte';

  let { open = $bindable() }: { open: boolean } = $props();
  const box = useBox();
  type Hit = { id: string; text: string; kind: string; stage: Stage; selection: Selection };

  const hits = $derived<Hit[]>([
    ...STAGES.map((s): Hit => ({ id: `stage-${s.id}`, text: s.name, kind: 'stage', stage: s.id, selection: null })),
    ...box.doc.devices.map((d): Hit => ({
      id: d.id,
      text: d.name,
      kind: 'device',
      stage: 'outing',
      selection: { kind: 'device', id: d.id }
    })),
    ...(box.plan.panel?.ports ?? []).map((p): Hit => ({
      id: `port-${p.port.id}`,
      text: `${p.tag} ${p.port.name} · ${p.part.name}`,
      kind: 'port',
      stage: 'ports',
      selection: { kind: 'port', id: p.port.id }
    })),
    ...box.plan.wiring.circuits.map((c): Hit => ({
      id: `circuit-${c.circuit.id}`,
      text: `${c.tag} ${c.feeds} · ${c.fuseTag}`,
      kind: 'circuit',
      stage: 'wiring',
      selection: { kind: 'circuit', id: c.circuit.id }
    })),
    ...box.plan.kit.lines.map((l): Hit => ({
      id: `kit-${l.lineId}`,
      text: l.name,
      kind: 'part',
      stage: 'kit',
      selection: null
    })),
    ...box.plan.findings.map((f): Hit => ({
      id: `finding-${f.key}`,
      text: f.title,
      kind: f.severity,
      stage: f.stage,
      selection: null
    }))
  ]);

  function take(hit: Hit): void {
    open = false;
    box.selected = hit.selection;
    void goto(resolve(`/box/[id]/${hit.stage}`, { id: box.id }));
  }
</script>

<Dialog bind:open title="Find">
  <Command.Root label="Find a port, part, device or finding">
    <Command.Input class="in mb-2 w-full" placeholder="Port, part, device, finding" />
    <Command.List class="max-h-96 overflow-auto">
      <Command.Viewport>
        <Command.Empty class="p-3 text-ink2">Nothing of that name is in this box.</Command.Empty>
        {#each hits as hit (hit.id)}
          <Command.Item
            value={`${hit.text} ${hit.kind} ${hit.id}`}
            class="flex cursor-pointer items-center justify-between rounded-in px-2 py-1.5 data-selected:bg-brass2"
            onSelect={() => take(hit)}
          >
            <span>{hit.text}</span><span class="lab">{hit.kind}</span>
          </Command.Item>
        {/each}
      </Command.Viewport>
    </Command.List>
  </Command.Root>
</Dialog>
