<script lang="ts">
  import ArrowLeft from '@lucide/svelte/icons/arrow-left';
  import type { Snippet } from 'svelte';
  import { resolve } from '$app/paths';

  /** The head of a page beside the shelf. */
  let { title, children }: { title: string; children?: Snippet } = $props();
</script>

<svelte:head><title>{title} · Haversack</title></svelte:head>
<header class="flex min-h-[52px] flex-wrap items-center gap-3 border-b border-line2 bg-page px-4 py-2">
  <a class="icon !h-11 !w-11" href={resolve('/')} aria-label="Back to the shelf"><ArrowLeft size={18} /></a>
  <h1 class="!text-[1rem]">{title}</h1>
  <span class="flex-1"></span>
  {@render children?.()}
</header>
