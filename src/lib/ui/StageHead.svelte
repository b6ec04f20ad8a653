<script lang="ts">
  import type { Snippet } from 'svelte';

  let { title, sub = '', children }: { title: string; sub?: string; children?: Snippet } = $props();
</script>

<header class="head no-print">
  <h1>{title}</h1>
  {#if sub}<span class="lab">{sub}</span>{/if}
  {@render children?.()}
</header>

<style>
  .head {
    position: sticky;
    top: 0;
    z-index: 20;
    display: flex;
    flex-wrap: wrap;
    align-items: center;
    gap: 6px 10px;
    min-height: 48px;
    padding: 8px 24px;
    border-bottom: 1px solid var(--line);
    background: var(--paper);
  }
  @media (max-width: 699px) {
    .head {
      padding: 8px 12px;
      position: static;
    }
  }
</style>
