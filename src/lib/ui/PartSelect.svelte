<script lang="ts">
  import type { Part, PartKind } from '@haversack/core/catalogue/part';
  import { useBox } from '$lib/client/open-box.svelte.ts';

  /** Chooses a catalogue part and copies it into the box. */
  type Props = { label: string; kind: PartKind; value: string | null; path: string; none?: string; wide?: boolean };
  let { label, kind, value, path, none, wide = false }: Props = $props();
  const open = useBox();
  const choices = $derived.by((): Part[] => {
    const listed = open.catalogue.filter((p) => p.kind === kind);
    const own = value ? open.doc.parts[value] : undefined;
    return own && !listed.some((p) => p.id === own.id) ? [own, ...listed] : listed;
  });

  function choose(id: string): void {
    if (id === '') return open.set(`${label}: none`, path, null);
    const part = choices.find((p) => p.id === id);
    if (part)
      open.commit(`${label}: ${part.name}`, [
        { op: 'set', path: `parts/${part.id}`, value: open.doc.parts[part.id] ?? part },
        { op: 'set', path, value: part.id }
      ]);
  }
</script>

<label class="row"
  ><span>{label}</span>
  <select
    aria-label={label}
    class="in {wide ? 'w-80' : 'max-w-44'} min-w-0"
    value={value ?? ''}
    onchange={(e) => choose(e.currentTarget.value)}
  >
    {#if none !== undefined || value === null}<option value="">{none ?? 'choose one'}</option>{/if}
    {#each choices as part (part.id)}<option value={part.id}>{part.name}{part.origin === 'own' ? ' (own)' : ''}</option
      >{/each}
  </select>
</label>
