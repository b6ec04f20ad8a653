<script lang="ts">
  import '../app.css';
  import { onMount } from 'svelte';
  import BrokenPage from '$lib/shell/BrokenPage.svelte';
  import { theme } from '$lib/client/theme.svelte.ts';

  let { children } = $props();
  onMount(() => {
    theme.start();
    document.documentElement.dataset.ready = 'true';
  });
</script>

<svelte:boundary onerror={(error) => console.error('This page could not be shown:', error)}>
  {@render children()}
  {#snippet failed(error, reset)}<BrokenPage {error} {reset} />{/snippet}
</svelte:boundary>
