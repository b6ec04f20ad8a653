<script lang="ts">
  import { resolve } from '$app/paths';
  import type { Box } from '@haversack/core/box/schema';
  import type { Difference } from '@haversack/core/variant/differences';
  import { differenceText } from '@haversack/core/variant/differences';
  import { nameOf, type KeptVariant, type Variants } from '$lib/client/variants.svelte.ts';
  import { useBox } from '$lib/client/use-box.ts';
  import AskDialog from '$lib/ui/AskDialog.svelte';
  import Dialog from '$lib/ui/Dialog.svelte';
  import SideBySide from './SideBySide.svelte';
  import { ownDay } from '$lib/ui/days.ts';

  /** The variants of this box side by side, the open one first. */
  let { variants }: { variants: Variants } = $props();
  const open = useBox();
  const MOST_COLUMNS = 4;
  let hidden = $state<string[]>([]);
  let keeping = $state(false);
  let name = $state('');
  let renaming = $state.raw<KeptVariant | 'open' | undefined>();
  let newName = $state('');
  let asking = $state<AskDialog>();
  async function takeOut(v: KeptVariant): Promise<void> {
    const sure = await asking!.ask({
      title: 'Take the variant out?',
      text: `“${nameOf(v)}” is kept nowhere else. Make it a box of its own if you may want it back.`,
      yes: 'Take it out'
    });
    if (sure) await variants.drop({ id: v.id, name: nameOf(v) });
  }
  let made = $state.raw<{ id: string; name: string } | undefined>();
  /** The list is read again only when a swap was saved: until then the open one may stand in it, too. */
  const others = $derived(variants.kept.filter((v) => v.id !== open.doc.variant.id));
  const beside = $derived(others.filter((v) => !hidden.includes(v.id)).slice(0, MOST_COLUMNS - 1));
  const noteOf = (v: Box['variant'], isOpen: boolean): string =>
    [isOpen ? 'open' : '', v.builtDay ? `built ${ownDay(v.builtDay)}` : ''].filter(Boolean).join(', ');
  const columns = $derived([
    {
      id: open.doc.variant.id,
      name: nameOf(open.doc.variant),
      note: noteOf(open.doc.variant, true),
      document: open.doc
    },
    ...beside.map((v) => ({ id: v.id, name: nameOf(v), note: noteOf(v.document.variant, false), document: v.document }))
  ]);
  const today = (): string => new Date().toLocaleDateString('sv');

  async function keep(): Promise<void> {
    if (name.trim() === '' || !(await variants.keep(open.doc, name))) return;
    keeping = false;
    name = '';
  }
  async function rename(): Promise<void> {
    const to = newName.trim();
    if (to === '') return;
    if (renaming === 'open') open.set(`Variant: ${to}`, 'variant/name', to);
    else if (renaming) await variants.change(renaming, { name: to }, `Named “${to}”.`);
    renaming = undefined;
  }
  function built(v: KeptVariant | 'open'): void {
    if (v === 'open') {
      const day = open.doc.variant.builtDay ? null : today();
      open.set(day ? 'This variant was built' : 'This variant is a plan', 'variant/builtDay', day);
    } else {
      const builtDay = v.document.variant.builtDay ? null : today();
      void variants.change(v, { builtDay }, builtDay ? `“${nameOf(v)}” was built.` : `“${nameOf(v)}” is a plan.`);
    }
  }
  async function asBox(document: Box, called: string): Promise<void> {
    const boxName = `${open.doc.name}, ${called}`.slice(0, 80);
    const id = await variants.asBox(document, boxName);
    made = id ? { id, name: boxName } : undefined;
  }
  function takeOver(d: Difference, from: { name: string }): void {
    open.commit(`From ${from.name}: ${differenceText(d)}`.slice(0, 160), d.edits);
  }
  const keptOf = (id: string): KeptVariant | undefined => variants.kept.find((v) => v.id === id);
</script>

{#if variants.loaded && variants.kept.length === 0}
  <section class="no-print card mb-4 max-w-2xl">
    <h2>One box, several ways to build it</h2>
    <p class="mt-2">
      Keep the box as it stands as a variant, then change what is open: another battery, a smaller case, other ports.
      The two stand side by side here, with everything in which they differ, and single differences can be taken over.
    </p>
  </section>
{/if}
<div class="no-print mb-3 flex flex-wrap items-center gap-2">
  <button type="button" class="btn main" onclick={() => (keeping = true)}>Keep this as a variant …</button>
  <a class="btn" href={resolve('/box/[id]/design', { id: open.id })}>Find others: Design it</a>
  <button type="button" class="btn" onclick={() => window.print()}>Print the comparison</button>
  {#if others.length > 1}
    <span class="lab ml-2">Shown</span>
    {#each others as v (v.id)}<button
        type="button"
        class="chip"
        aria-pressed={beside.some((b) => b.id === v.id)}
        onclick={() => (hidden = hidden.includes(v.id) ? hidden.filter((h) => h !== v.id) : [...hidden, v.id])}
        >{nameOf(v)}</button
      >{/each}
  {/if}
</div>
{#if variants.did}<p class="mb-2" role="status">
    {variants.did}
    {#if made}<a class="underline" href={resolve('/box/[id]/outing', { id: made.id })} data-sveltekit-reload
        >Open “{made.name}”</a
      >{/if}
  </p>{/if}
{#each variants.broken as b (b.id)}<p class="mb-2 text-stop" role="alert">
    One variant cannot be read: {b.why}.
    <button type="button" class="btn" onclick={() => variants.drop({ id: b.id, name: b.id })}>Take it out</button>
  </p>{/each}

<SideBySide {columns} ontake={takeOver}>
  {#snippet actions(c)}
    {@const v = keptOf(c.id)}
    {#if v}
      <button type="button" class="btn" onclick={() => variants.openOne(v)}>Open</button>
      <button
        type="button"
        class="btn"
        onclick={() => {
          renaming = v;
          newName = v.name;
        }}>Rename</button
      >
      <button type="button" class="btn" aria-pressed={v.document.variant.builtDay !== null} onclick={() => built(v)}
        >{v.document.variant.builtDay ? 'Not built' : 'Was built'}</button
      >
      <button type="button" class="btn" onclick={() => asBox(v.document, nameOf(v))}>Own box</button>
      <button type="button" class="btn danger" onclick={() => takeOut(v)}>Take out</button>
    {:else}
      <button
        type="button"
        class="btn"
        onclick={() => {
          renaming = 'open';
          newName = open.doc.variant.name;
        }}>Rename</button
      >
      <button type="button" class="btn" aria-pressed={open.doc.variant.builtDay !== null} onclick={() => built('open')}
        >{open.doc.variant.builtDay ? 'Not built' : 'Was built'}</button
      >
      <button type="button" class="btn" onclick={() => asBox(open.doc, nameOf(open.doc.variant))}>Own box</button>
    {/if}
  {/snippet}
</SideBySide>

<Dialog bind:open={keeping} title="Keep this as a variant" onenter={keep}>
  <label class="grid gap-1"
    ><span class="lab">What is it called?</span><input
      class="in"
      maxlength="60"
      placeholder="lighter, with the old battery …"
      bind:value={name}
    /></label
  >
  <p class="lab mt-2">A copy of the box as it stands is kept beside it. What you go on changing is the open one.</p>
  {#if variants.problem}<p class="mt-2 text-stop" role="alert">{variants.problem}</p>{/if}
  {#snippet foot()}<button type="button" class="btn" onclick={() => (keeping = false)}>Cancel</button><button
      type="button"
      class="btn main"
      disabled={name.trim() === ''}
      onclick={keep}>Keep</button
    >{/snippet}
</Dialog>
<Dialog
  bind:open={() => renaming !== undefined, (v) => (renaming = v ? renaming : undefined)}
  title="Name of the variant"
  onenter={rename}
>
  <label class="grid gap-1"><span class="lab">Name</span><input class="in" maxlength="60" bind:value={newName} /></label
  >
  {#snippet foot()}<button type="button" class="btn main" disabled={newName.trim() === ''} onclick={rename}
      >Name it so</button
    >{/snippet}
</Dialog>
<AskDialog bind:this={asking} />
