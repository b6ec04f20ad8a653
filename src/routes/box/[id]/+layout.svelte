<script lang="ts">
  import { onMount, tick } from 'svelte';
  import { keyAction } from '$lib/client/keys.ts';
  import { fetchWorkspace } from '$lib/client/workspace.ts';
  import BrokenPage from '$lib/shell/BrokenPage.svelte';
  import Opening from '$lib/shell/Opening.svelte';

  let { data, children } = $props();
  let workspace = $state.raw<ReturnType<typeof fetchWorkspace>>();
  let there = false;
  /** Keys pressed meanwhile that mean something to a box. */
  let pressed: KeyboardEvent[] = [];

  // what is known of the box is painted before anything is fetched and worked out
  function begin(): void {
    workspace = fetchWorkspace();
    workspace.then(handOn, () => {}); // that it failed is shown
  }
  onMount(begin);

  function remember(event: KeyboardEvent): void {
    if (there || !keyAction('box', event)) return;
    event.preventDefault();
    pressed.push(event);
  }
  /** What was pressed while the box was being opened is done now that it can be. */
  async function handOn(): Promise<void> {
    await tick();
    there = true;
    for (const { key, code, ctrlKey, metaKey, shiftKey, altKey } of pressed.splice(0)) {
      const again = { key, code, ctrlKey, metaKey, shiftKey, altKey, bubbles: true, cancelable: true };
      document.body.dispatchEvent(new KeyboardEvent('keydown', again));
    }
  }
</script>

<svelte:window onkeydown={remember} />

{#snippet opening()}<Opening name={data.stored.document.name} verdicts={data.verdicts} />{/snippet}

{#key data.stored.id}
  {#if workspace}
    {#await workspace}{@render opening()}{:then { default: Workspace }}<Workspace {data}>{@render children()}</Workspace
      >{:catch error}<BrokenPage {error} reset={begin} />{/await}
  {:else}{@render opening()}{/if}
{/key}
