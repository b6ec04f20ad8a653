<script lang="ts">
  import { Command } from 'bits-ui';
  import { goto } from '$app/navigation';
  import { resolve } from '$app/paths';
  import type { Command as Doable } from '$lib/client/commands.ts';
  import { fieldsHere, goInto, viewTargets } from '$lib/client/find-list.ts';
  import { KNOWN_FIELDS } from '$lib/client/known-fields.ts';
  import type { Selection } from '$lib/client/open-box-state.ts';
  import { useBox } from '$lib/client/use-box.ts';
  import { STAGES } from '$lib/client/stages.ts';
  import { STAGE_NAMES } from '@haversack/core/stage-names';
  import Dialog from '$lib/ui/Dialog.svelte';

  let { open = $bindable(), commands }: { open: boolean; commands: () => Doable[] } = $props();
  const box = useBox();
  type Hit = { id: string; text: string; kind: string; also?: string; take: () => void };

  const visit =
    (path: string, selection: Selection = null) =>
    (): void => {
      box.selected = selection;
      void goto(resolve(`/box/${box.id}/${path}` as '/'));
    };
  async function visitField(stage: string, label: string): Promise<void> {
    await goto(resolve(`/box/${box.id}/${stage}` as '/'));
    await goInto(label);
  }

  /** Fields of the screen as it stood when the search was opened. */
  const here = $derived(open ? fieldsHere() : []);
  const hits = $derived<Hit[]>(
    !open
      ? []
      : [
          ...commands().map((c): Hit => ({
            id: `do-${c.id}`,
            text: c.text,
            kind: 'command',
            also: c.also ?? '',
            take: c.run
          })),
          ...STAGES.map((s): Hit => ({ id: `stage-${s.id}`, text: s.name, kind: 'stage', take: visit(s.id) })),
          ...viewTargets().map((v): Hit => ({
            id: v.id,
            text: v.text,
            kind: 'view',
            also: v.also,
            take: visit(v.path)
          })),
          ...here.map(({ label, field }, nth): Hit => ({
            id: `here-${nth}`,
            text: label,
            kind: 'field here',
            // the dialog gives the focus back first
            take: () => setTimeout(() => field.focus(), 60)
          })),
          ...KNOWN_FIELDS.filter((f) => !here.some((h) => h.label === f.label)).map((f, nth): Hit => ({
            id: `field-${nth}`,
            text: f.label,
            kind: `field, ${STAGE_NAMES[f.stage]}`,
            also: f.also ?? '',
            take: () => void visitField(f.stage, f.label)
          })),
          ...box.doc.devices.map((d): Hit => ({
            id: d.id,
            text: d.name,
            kind: 'device',
            take: visit('outing', { kind: 'device', id: d.id })
          })),
          ...(box.plan.panel?.ports ?? []).map((p): Hit => ({
            id: `port-${p.port.id}`,
            text: `${p.tag} ${p.port.name} · ${p.part.name}`,
            kind: 'port',
            take: visit('ports', { kind: 'port', id: p.port.id })
          })),
          ...box.plan.wiring.circuits.map((c): Hit => ({
            id: `circuit-${c.circuit.id}`,
            text: `${c.tag} ${c.feeds} · ${c.fuseTag}`,
            kind: 'circuit',
            take: visit('wiring', { kind: 'circuit', id: c.circuit.id })
          })),
          ...box.plan.kit.lines.map((l): Hit => ({
            id: `kit-${l.lineId}`,
            text: l.name,
            kind: 'part',
            take: visit('kit')
          })),
          ...box.plan.findings.map((f): Hit => ({
            id: `finding-${f.key}`,
            text: f.title,
            kind: f.severity,
            take: visit(f.stage)
          }))
        ]
  );

  /** Every word that is typed must be there; what begins with it comes first. */
  function matches(value: string, search: string, keywords: string[] = []): number {
    const text = `${value} ${keywords.join(' ')}`.toLowerCase();
    const typed = search.trim().toLowerCase();
    if (!typed.split(/\s+/).every((word) => text.includes(word))) return 0;
    return text.startsWith(typed) ? 1 : value.toLowerCase().includes(typed) ? 0.7 : 0.4;
  }

  function take(hit: Hit): void {
    open = false;
    hit.take();
  }
</script>

<Dialog bind:open title="Find">
  <Command.Root label="Find a command, field, port, part, device or finding" filter={matches}>
    <Command.Input class="in mb-2 w-full" placeholder="Command, field, port, part, device, finding" />
    <Command.List class="max-h-96 overflow-auto" tabindex={0} aria-label="What was found">
      <Command.Viewport>
        <Command.Empty class="p-3 text-ink2">Nothing of that name is in this box.</Command.Empty>
        {#each hits as hit (hit.id)}
          <Command.Item
            value={`${hit.text} ${hit.kind} ${hit.id}`}
            keywords={hit.also ? hit.also.split(' ') : []}
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
