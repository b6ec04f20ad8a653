<script lang="ts">
  import type { Snippet } from 'svelte';

  import LeadButton from '$lib/shell/LeadButton.svelte';

  type Props = {
    title: string;
    sub?: string;
    /** The leading action stands at its end; not on pages that are no stage. */
    lead?: boolean;
    children?: Snippet;
  };
  let { title, sub = '', lead = true, children }: Props = $props();
</script>

<header class="head no-print">
  <h1 tabindex="-1">{title}</h1>
  {#if sub}<span class="lab">{sub}</span>{/if}
  {@render children?.()}
  {#if lead}<span class="lead"><LeadButton /></span>{/if}
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
  .lead {
    margin-left: auto;
    max-width: 280px;
    min-width: 0;
  }
  .lead :global(.btn) {
    max-width: 100%;
  }
  /* there it stands above the answers, with its reason */
  @media (max-width: 1179px) {
    .lead {
      display: none;
    }
  }
  @media (max-width: 699px) {
    .head {
      padding: 8px 12px;
      position: static;
    }
  }
</style>
