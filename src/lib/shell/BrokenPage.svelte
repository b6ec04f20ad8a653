<script lang="ts">
  import { resolve } from '$app/paths';
  import { page } from '$app/state';
  import { untrack } from 'svelte';
  import Mark from '$lib/ui/Mark.svelte';

  type Props = { error: unknown; reset: () => void };
  let { error, reset }: Props = $props();
  const said = $derived(error instanceof Error ? error.message : String(error));

  // another page may well be shown: try again by itself
  const failedAt = untrack(() => page.url.pathname);
  $effect(() => {
    if (page.url.pathname !== failedAt) reset();
  });
</script>

<main class="mx-auto max-w-xl p-8" role="alert" aria-label="This page cannot be shown">
  <p class="flex items-start gap-2 text-[0.875rem]">
    <Mark state="stop" size={20} label="" /><span
      ><b>This page cannot be shown.</b> Nothing you entered is lost: boxes, parts and records stand in the database.
      <span class="lab block">What happened: {said}</span></span
    >
  </p>
  <div class="mt-3 flex flex-wrap gap-2">
    <button type="button" class="btn main" onclick={reset}>Try again</button>
    <a class="btn" href={resolve('/')} onclick={() => setTimeout(reset)}>Back to the shelf</a>
    <a class="btn" href={resolve('/parts')} onclick={() => setTimeout(reset)}>Parts</a>
  </div>
</main>
