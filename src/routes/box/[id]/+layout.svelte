<script lang="ts">
  import { onMount } from 'svelte';
  import { fetchWorkspace } from '$lib/client/workspace.ts';
  import BrokenPage from '$lib/shell/BrokenPage.svelte';
  import Opening from '$lib/shell/Opening.svelte';

  let { data, children } = $props();
  let workspace = $state.raw<ReturnType<typeof fetchWorkspace>>();
  // what is known of the box is painted before anything is fetched and worked out
  const begin = (): void => void (workspace = fetchWorkspace());
  onMount(begin);
</script>

{#snippet opening()}<Opening name={data.stored.document.name} verdicts={data.verdicts} />{/snippet}

{#key data.stored.id}
  {#if workspace}
    {#await workspace}{@render opening()}{:then { default: Workspace }}<Workspace {data}>{@render children()}</Workspace
      >{:catch error}<BrokenPage {error} reset={begin} />{/await}
  {:else}{@render opening()}{/if}
{/key}
