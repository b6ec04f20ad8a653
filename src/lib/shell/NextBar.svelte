<script lang="ts">
  import { useBox, useLead } from '$lib/client/use-box.ts';
  import LeadButton from './LeadButton.svelte';
  import Mark from '$lib/ui/Mark.svelte';

  /** On narrow screens, where the details are folded away: what is next, and the way to the findings of this stage. */
  let { stage }: { stage: string } = $props();
  const open = useBox();
  const leading = useLead();
  const next = $derived(leading.now);
  const here = $derived(open.plan.findings.filter((f) => f.stage === stage && f.acceptedBecause === null));
  const worst = $derived(here[0]?.severity);
</script>

<section class="next no-print" aria-label="Next on this box">
  <p class="min-w-0 flex-1"><b>Next</b> <span>{leading.problem || next.text}</span></p>
  <LeadButton />
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
    line-height: 1rem;
    font-size: 0.75rem;
  }
  @media (max-width: 1179px) {
    .next {
      display: flex;
    }
  }
</style>
