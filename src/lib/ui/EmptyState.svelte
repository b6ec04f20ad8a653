<script lang="ts">
  import type { Snippet } from 'svelte';

  /** What stands where nothing is yet: what will be here, and the one thing to do for it. */
  type Props = { title: string; children: Snippet; action?: Snippet; class?: string };
  let { title, children, action, class: place = '' }: Props = $props();
</script>

<section class="card max-w-xl p-5 {place}">
  <h2>{title}</h2>
  <p class="mt-2 text-[0.875rem] text-ink2">{@render children()}</p>
  {#if action}<div class="mt-4">{@render action()}</div>{/if}
</section>
