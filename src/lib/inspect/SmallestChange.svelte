<script lang="ts">
  import { smallestChange, troubles } from '@haversack/core/wiring/smallest-change';
  import type { CircuitPlan } from '@haversack/core/wiring/types';
  import { useBox } from '$lib/client/use-box.ts';
  import Mark from '$lib/ui/Mark.svelte';

  /** What does not hold at a circuit, and the least that has to change so that it does: looked for when asked. */
  let { plan }: { plan: CircuitPlan } = $props();
  const open = useBox();
  const wrong = $derived(troubles(plan));
  let asked = $state('');
  const change = $derived(
    asked === plan.circuit.id
      ? smallestChange(
          {
            box: open.doc,
            catalogue: open.catalogue,
            need: open.plan.demand,
            bank: open.plan.bank,
            fit: open.plan.fit
          },
          plan.circuit.id
        )
      : undefined
  );
</script>

{#if wrong.length > 0}
  <section class="sec">
    <h3 class="flex items-center gap-2"><Mark state="caution" size={14} />Does not hold</h3>
    <p class="text-[0.875rem]">{wrong.join('; ')}.</p>
    {#if asked !== plan.circuit.id}<button type="button" class="btn mt-2" onclick={() => (asked = plan.circuit.id)}
        >Find the smallest change</button
      >{:else if change}<button
        type="button"
        class="btn main mt-2"
        onclick={() => open.commit(`${plan.tag}: ${change.label}`, change.edits)}>{change.label}</button
      >
      <p class="lab" role="status">{change.effect}</p>{:else}<p class="lab" role="status">
        Neither another fuse nor thicker wire is enough: take a larger part, or less load on it.
      </p>{/if}
  </section>
{/if}
