<script lang="ts">
  import { resolve } from '$app/paths';
  import { nextStep } from '@haversack/core/advise/next-step';
  import { useBox } from '$lib/client/open-box.svelte.ts';
  import Mark from '$lib/ui/Mark.svelte';

  /** On narrow screens, where the details are folded away: what is next, and the way to the findings of this stage. */
  let { stage }: { stage: string } = $props();
  const open = useBox();
  const next = $derived(nextStep(open.doc, open.plan));
  const here = $derived(open.plan.findings.filter((f) => f.stage === stage && f.acceptedBecause === null));
  const worst = $derived(here[0]?.severity);
</script>

<section class="next no-print" aria-label="Next on this box">
  <p class="min-w-0 flex-1"><b>Next</b> <span>{next.text}</span></p>
  {#if next.stage !== stage}<a class="btn main" href={resolve(`/box/[id]/${next.stage}`, { id: open.id })}>Go there</a
    >{/if}
  <button type="button" class="btn" aria-expanded={open.detailsShown} onclick={() => (open.detailsShown = true)}>
    {#if worst}<Mark state={worst} size={14} label="" />{/if}{here.length === 0
      ? 'Details'
      : here.length === 1
        ? '1 finding'
        : `${here.length} findings`}</button
  >
</section>

<style>
  .next {
    grid-area: next;
    display: none;
    align-items: center;
    gap: 8px;
    padding: 4px 12px;
    border-top: 1px solid var(--line2);
    background: var(--page);
  }
  .next p {
    display: -webkit-box;
    -webkit-box-orient: vertical;
    -webkit-line-clamp: 2;
    line-clamp: 2;
    overflow: hidden;
    line-height: 16px;
    font-size: 12px;
  }
  @media (max-width: 1179px) {
    .next {
      display: flex;
    }
  }
</style>
