<script lang="ts">
  import { set } from '@haversack/core/box/edit';
  import type { Part, PartKind } from '@haversack/core/catalogue/part';
  import { useBox } from '$lib/client/use-box.ts';
  import { ownCopy } from '$lib/parts/own-copy.ts';
  import { listedName } from '$lib/parts/parts-of-kind.ts';

  /** Chooses a catalogue part and copies it into the box. */
  type Props = {
    label: string;
    kind: PartKind;
    value: string | null;
    path: string;
    none?: string;
    wide?: boolean;
    /** Of that kind only these. */
    only?: (part: Part) => boolean;
  };
  let { label, kind, value, path, none, wide = false, only = () => true }: Props = $props();
  const open = useBox();
  const choices = $derived.by((): Part[] => {
    const listed = open.catalogue.filter((p) => p.kind === kind && only(p));
    const own = value ? open.doc.parts[value] : undefined;
    return own && !listed.some((p) => p.id === own.id) ? [own, ...listed] : listed;
  });

  const MINE = 'enter-mine';
  let editing = $state.raw<Part | null>(null);
  let dialog = $state(false);

  /** Not in the list: a part of one's own, after the chosen one or the first of its kind. */
  function enterMine(): void {
    const pattern = (value ? open.doc.parts[value] : undefined) ?? choices[0];
    if (!pattern) return;
    editing = ownCopy(pattern, [...open.catalogue, ...Object.values(open.doc.parts)]);
    dialog = true;
  }

  function kept(part: Part): void {
    open.ownParts = [part, ...open.ownParts.filter((p) => p.id !== part.id)];
    open.commit(`${label}: ${part.name}`, [set(`parts/${part.id}`, part), set(path, part.id)]);
  }

  function choose(id: string, field: HTMLSelectElement): void {
    if (id === MINE) {
      field.value = value ?? '';
      return enterMine();
    }
    if (id === '') return open.set(`${label}: none`, path, null);
    const part = choices.find((p) => p.id === id);
    if (part)
      open.commit(`${label}: ${part.name}`, [
        set(`parts/${part.id}`, open.doc.parts[part.id] ?? part),
        set(path, part.id)
      ]);
  }
</script>

<label class="row"
  ><span>{label}</span>
  <select
    aria-label={label}
    class="in {wide ? 'w-80' : 'max-w-44'} min-w-0"
    value={value ?? ''}
    onchange={(e) => choose(e.currentTarget.value, e.currentTarget)}
  >
    {#if none !== undefined || value === null}<option value="">{none ?? 'choose one'}</option>{/if}
    {#each choices as part (part.id)}<option value={part.id}>{listedName(part)}</option>{/each}
    <option value={MINE}>not in the list: enter mine …</option>
  </select>
</label>
{#if editing}{#await import('$lib/parts/OwnPartDialog.svelte') then { default: OwnPartDialog }}<OwnPartDialog
      bind:open={dialog}
      part={editing}
      onkept={kept}
    />{/await}{/if}
