<script lang="ts">
  import type { Cause } from '@haversack/core/findings/causes';
  import FindingCard from './FindingCard.svelte';

  /** What several findings come from: the cause with its cure first, what follows from it folded below. */
  let { cause, compact = false }: { cause: Cause; compact?: boolean } = $props();
  let shown = $state(false);
  const many = $derived(cause.others.length);
</script>

<FindingCard finding={cause.head} {compact} title={cause.title}>
  {#if many > 0}
    <details class="mt-2 ml-6" bind:open={shown}>
      <summary class="lab cursor-pointer"
        >{cause.head.open
          ? many === 1
            ? '1 more to look up'
            : `${many} more to look up`
          : `comes with ${many} more`}</summary
      >
      {#if shown}<div class="mt-2 grid gap-2">
          {#each cause.others as finding (finding.key)}<FindingCard {finding} {compact} />{/each}
        </div>{:else}<ul class="mt-1 list-disc pl-4 text-[0.75rem] text-ink2">
          {#each cause.others.slice(0, 4) as finding (finding.key)}<li>{finding.title}</li>{/each}
          {#if many > 4}<li>and {many - 4} more</li>{/if}
        </ul>{/if}
    </details>
  {/if}
</FindingCard>
