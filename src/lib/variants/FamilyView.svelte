<script lang="ts">
  import { resolve } from '$app/paths';
  import { applyEdits, type Edit } from '@haversack/core/box/edits';
  import type { Box } from '@haversack/core/box/schema';
  import type { Adapted, Ask } from '@haversack/core/design/adapt';
  import type { SoundProgress } from '@haversack/core/remedy/sound';
  import { useBox, useHeavy } from '$lib/client/use-box.ts';
  import type { Variants } from '$lib/client/variants.svelte.ts';
  import Dialog from '$lib/ui/Dialog.svelte';
  import AskAnswer from './AskAnswer.svelte';
  import AskForm from './AskForm.svelte';

  /** The same box for something else: what must change, and boxes of the same family. */
  let { variants }: { variants: Variants } = $props();
  const open = useBox();
  const heavy = useHeavy();
  let busy = $state(false);
  let progress = $state.raw<SoundProgress | undefined>();
  let found = $state.raw<{ adapted: Adapted; text: string; of: Box } | undefined>();
  /** An answer is true of the box it was worked out for, and of no other. */
  const answer = $derived(found?.of === open.doc ? found : undefined);
  let failed = $state('');

  async function look(ask: Ask, text: string): Promise<void> {
    const of = open.doc;
    found = undefined;
    failed = '';
    progress = undefined;
    busy = true;
    try {
      const adapted = await heavy.adapt(ask, (p) => (progress = p));
      found = adapted && { adapted, text, of };
      if (!adapted) failed = 'The box changed meanwhile: ask again.';
    } catch (e) {
      failed = (e as Error).message;
    } finally {
      busy = false;
    }
  }
  function take(edits: readonly Edit[]): void {
    if (answer) open.commit(`The same box, but ${answer.text}`, [...answer.adapted.asked, ...edits]);
  }
  async function keep(edits: readonly Edit[]): Promise<void> {
    if (answer)
      await variants.keep(applyEdits(open.doc, [...answer.adapted.asked, ...edits]), answer.text.slice(0, 60));
  }

  let blanking = $state(false);
  let blankName = $state('');
  let made = $state.raw<{ id: string; name: string } | undefined>();
  async function blank(): Promise<void> {
    const name = blankName.trim();
    if (name === '') return;
    const id = await variants.blank(open.doc, name);
    if (!id) return;
    made = { id, name };
    blanking = false;
  }
</script>

<div class="two">
  <section aria-label="The same box for something else">
    <h2>The same box, but …</h2>
    <AskForm {busy} onlook={look} />
    {#if busy}<p class="mt-2" role="status">
        {progress ? `Trying changes on copies: ${progress.triedCount} tried …` : 'Looking …'}
      </p>{/if}
    {#if failed}<p class="mt-2 text-stop" role="alert">{failed}</p>{/if}
    {#if answer}<AskAnswer adapted={answer.adapted} text={answer.text} ontake={take} onkeep={keep} />{/if}
    {#if variants.did}<p class="mt-2" role="status">{variants.did}</p>{/if}
    {#if variants.problem}<p class="mt-2 text-stop" role="alert">{variants.problem}</p>{/if}
  </section>
  <section aria-label="Boxes of the same family">
    <h2>Boxes of the same family</h2>
    <p>
      <b>Blank from this one</b>: a new box on the shelf with the same build, without what was measured, found, ticked
      or learnt on this one. Draws fall back to guesses until somebody measures them.
    </p>
    <button
      type="button"
      class="btn mt-2"
      onclick={() => {
        blankName = `${open.doc.name}, blank`.slice(0, 80);
        blanking = true;
      }}>Blank from this one …</button
    >
    {#if made}<p class="mt-2" role="status">
        “{made.name}” stands on the shelf.
        <a class="underline" href={resolve('/box/[id]/outing', { id: made.id })} data-sveltekit-reload>Open it</a>
      </p>{/if}
    <p class="mt-4">
      <b>Several at once</b>: {open.doc.kit.boxCount === 1
        ? 'this box is built once'
        : `this box is built ${open.doc.kit.boxCount} times`}. Packets, offcuts and orders are shared among all boxes
      that are built together, variants made boxes of their own included.
    </p>
    <a class="btn mt-2" href={resolve('/box/[id]/kit', { id: open.id })}>How many, on Kit</a>
  </section>
</div>

<Dialog bind:open={blanking} title="Blank from this one" onenter={blank}>
  <label class="grid gap-1"
    ><span class="lab">Name of the new box</span><input class="in" maxlength="80" bind:value={blankName} /></label
  >
  {#snippet foot()}<button type="button" class="btn main" disabled={blankName.trim() === ''} onclick={blank}
      >Put it on the shelf</button
    >{/snippet}
</Dialog>

<style>
  .two {
    display: grid;
    grid-template-columns: repeat(auto-fit, minmax(320px, 1fr));
    gap: 28px;
  }
</style>
