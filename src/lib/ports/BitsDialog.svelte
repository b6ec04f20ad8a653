<script lang="ts">
  import { FAMILY, USUAL_SETS, type BitFamily, type BitSet } from '@haversack/core/drill/bits';
  import { readSizes } from '@haversack/core/drill/read-sizes';
  import { request } from '$lib/client/api.ts';
  import { useBox } from '$lib/client/use-box.ts';
  import Dialog from '$lib/ui/Dialog.svelte';
  import Trash from '@lucide/svelte/icons/trash-2';

  /** The person's own bits: sets as sold to tick, and single ones to type. Kept for all boxes. */
  type Props = { open: boolean; bits: readonly BitSet[]; onbits: (bits: readonly BitSet[]) => void };
  let { open = $bindable(), bits, onbits }: Props = $props();
  const box = useBox();
  let family = $state<BitFamily>('twist');
  let text = $state('');
  let problem = $state('');
  const others = $derived(bits.filter((b) => !USUAL_SETS.some((u) => u.id === b.id)));

  async function keep(next: readonly BitSet[]): Promise<void> {
    try {
      onbits((await request<{ bits: BitSet[] }>('PUT', '/api/bits', next)).bits);
      problem = '';
    } catch (e) {
      problem = (e as Error).message;
    }
  }
  const toggle = (set: BitSet) =>
    keep(bits.some((b) => b.id === set.id) ? bits.filter((b) => b.id !== set.id) : [...bits, set]);

  async function add(event: SubmitEvent): Promise<void> {
    event.preventDefault();
    const read = readSizes(text, box.doc.preferences.lengthUnit);
    if (!read.ok) {
      problem = read.message;
      return;
    }
    let n = others.length + 1;
    while (bits.some((b) => b.id === `own-${n}`)) n++;
    await keep([
      ...bits,
      { id: `own-${n}`, name: `${FAMILY[family].name}: ${text.trim()}`.slice(0, 80), family, sizesMm: read.sizesMm }
    ]);
    if (!problem) text = '';
  }
</script>

<Dialog bind:open title="My bits">
  <p class="lab mb-2">Tick what lies in your drawer; it counts for every box.</p>
  <ul class="grid gap-1 sm:grid-cols-2">
    {#each USUAL_SETS as set (set.id)}
      <li>
        <label class="flex items-center gap-2"
          ><input
            type="checkbox"
            checked={bits.some((b) => b.id === set.id)}
            onchange={() => toggle(set)}
          />{set.name}</label
        >
      </li>
    {/each}
  </ul>
  {#if others.length > 0}
    <h3 class="mt-3">Single bits</h3>
    {#each others as set (set.id)}
      <div class="row">
        <span>{set.name}</span><button
          type="button"
          class="icon"
          aria-label="Remove {set.name}"
          onclick={() => keep(bits.filter((b) => b.id !== set.id))}><Trash size={16} /></button
        >
      </div>
    {/each}
  {/if}
  <form class="mt-3 flex flex-wrap items-center gap-2" onsubmit={add}>
    <select class="in" aria-label="Kind of bit" bind:value={family}
      >{#each Object.entries(FAMILY) as [id, f] (id)}<option value={id}>{f.name}</option>{/each}</select
    >
    <input class="in flex-1" aria-label="Sizes of the bits" placeholder="29 mm; 1 1/8 in; 16" bind:value={text} />
    <button class="btn">Add</button>
  </form>
  {#if problem}<p role="alert" class="mt-1 text-stop">{problem}</p>{/if}
</Dialog>
