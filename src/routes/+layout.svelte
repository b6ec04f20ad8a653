<script lang="ts">
  import '../app.css';
  import { onMount } from 'svelte';
  import { page } from '$app/state';
  import BrokenPage from '$lib/shell/BrokenPage.svelte';
  import { program } from '$lib/client/program.svelte.ts';
  import { theme } from '$lib/client/theme.svelte.ts';

  let { children } = $props();
  onMount(() => {
    theme.start();
    void program.keep();
    // a box says by itself when it can be worked with
    if (!page.params.id || page.error) document.documentElement.dataset.ready = 'true';
  });
</script>

<svelte:boundary onerror={(error) => console.error('This page could not be shown:', error)}>
  {@render children()}
  {#snippet failed(error, reset)}<BrokenPage {error} {reset} />{/snippet}
</svelte:boundary>
{#if program.newer}<div class="newer no-print" role="status">
    A newer Haversack is there. <button type="button" class="btn main" onclick={() => program.take()}>Use it now</button
    >
    <button type="button" class="btn" onclick={() => (program.newer = false)}>Later</button>
  </div>{/if}

<style>
  .newer {
    position: fixed;
    left: 50%;
    bottom: 88px;
    z-index: 70;
    display: flex;
    align-items: center;
    gap: 8px;
    max-width: calc(100vw - 24px);
    padding: 8px 12px;
    transform: translateX(-50%);
    border: 1px solid var(--line2);
    border-radius: 6px;
    background: var(--raise);
    box-shadow: 0 8px 24px rgb(0 0 0 / 0.2);
  }
</style>
