<script lang="ts">
  import '../app.css';
  import { onMount } from 'svelte';
  import { theme } from '$lib/client/theme.svelte.ts';

  let { children } = $props();
  onMount(() => {
    theme.start();
    document.documentElement.dataset.ready = 'true';
  });
</script>

{@render children()}
