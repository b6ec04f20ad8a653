<script lang="ts">
  import { inquire, type Inquiry, type Said } from '@haversack/core/trials/yes-no';

  /** One question after the other until one suspect is left. */
  let { inquiry }: { inquiry: Inquiry } = $props();
  let said = $state.raw<Said[]>([]);
  const now = $derived(inquire(inquiry, said));
  const ask = (id: string) => inquiry.questions.find((q) => q.id === id)?.ask ?? '';
</script>

<div class="card" role="status" aria-label="Next question">
  {#if now.left.length === 0}
    <h2>These answers contradict each other</h2>
    <p class="mt-1">Take the last one back and try it again.</p>
  {:else if now.next}
    <h2>{now.next.ask}</h2>
    <p class="lab mt-1">{now.left.length} suspects left.</p>
    <div class="mt-3 flex gap-2">
      <button type="button" class="btn" onclick={() => (said = [...said, { questionId: now.next!.id, yes: true }])}
        >Yes</button
      >
      <button type="button" class="btn" onclick={() => (said = [...said, { questionId: now.next!.id, yes: false }])}
        >No</button
      >
    </div>
  {:else}
    <h2>{now.left[0]!.name}</h2>
    <p class="mt-1 text-[0.875rem]">{now.left[0]!.mend}</p>
    {#if now.left.length > 1}<p class="lab mt-1">
        Or: {now.left
          .slice(1)
          .map((d) => d.name)
          .join('; ')}.
      </p>{/if}
  {/if}
</div>
{#if said.length > 0}
  <ol class="lab">
    {#each said as s, i (s.questionId)}<li>
        {ask(s.questionId)} <b>{s.yes ? 'Yes' : 'No'}</b>
        <button type="button" class="fig" onclick={() => (said = said.slice(0, i))}>take back</button>
      </li>{/each}
  </ol>
{/if}
