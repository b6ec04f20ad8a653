<script lang="ts">
  import { STARTERS, starterBox, type StarterKind } from '@haversack/core/box/starters';
  import type { Box } from '@haversack/core/box/schema';
  import { STARTER_CATALOGUE } from '@haversack/core/catalogue/starter';
  import Dialog from '$lib/ui/Dialog.svelte';

  /** The first thing of a box is its name; then what it begins with. */
  type Props = { open: boolean; busy: boolean; oncreate: (document: Box) => void };
  let { open = $bindable(), busy, oncreate }: Props = $props();
  let name = $state('');
  let kind = $state<StarterKind>('empty');

  function create(event: SubmitEvent): void {
    event.preventDefault();
    const starter = STARTERS.find((s) => s.id === kind)!;
    oncreate(starterBox(kind, name.trim() || (kind === 'empty' ? 'New box' : starter.name), STARTER_CATALOGUE));
  }
</script>

<Dialog bind:open title="New box">
  <form class="grid gap-4" onsubmit={create}>
    <label class="grid gap-1"
      ><span class="lab">What is it called?</span><input
        class="in"
        maxlength="80"
        placeholder="Night box for the canal"
        bind:value={name}
      /></label
    >
    <fieldset class="grid gap-1">
      <legend class="lab mb-1">What does it begin with?</legend>
      {#each STARTERS as s (s.id)}<label class="start"
          ><input type="radio" name="starter" value={s.id} bind:group={kind} /><span
            ><b>{s.name}</b> <span class="lab">{s.say}</span></span
          ></label
        >{/each}
    </fieldset>
    <p class="lab">Everything it begins with is changed or taken out like any other thing.</p>
    <p><button class="btn main" disabled={busy}>Make this box</button></p>
  </form>
</Dialog>

<style>
  .start {
    display: flex;
    align-items: center;
    gap: 8px;
    padding: 6px 8px;
    border: 1px solid var(--line);
    border-radius: 6px;
  }
  .start:has(:checked) {
    border-color: var(--brass6);
    background: var(--brass2);
  }
</style>
