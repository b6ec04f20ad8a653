<script lang="ts">
  import type { Snippet } from 'svelte';
  import Broken from './Broken.svelte';

  /** A part of the screen that fails by itself: the rest stays, and what happened is said in its place. */
  type Props = { what: string; area: 'main' | 'insp' | 'strip'; children: Snippet };
  let { what, area, children }: Props = $props();
</script>

<svelte:boundary onerror={(error) => console.error(`${what} could not be shown:`, error)}>
  {@render children()}
  {#snippet failed(error, reset)}<Broken {what} {area} {error} {reset} />{/snippet}
</svelte:boundary>
