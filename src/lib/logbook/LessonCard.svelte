<script lang="ts">
  import { SURPRISING } from '@haversack/core/logbook/estimate/estimate';
  import { lessonSay, parameterText } from '@haversack/core/logbook/say';
  import { useBox } from '$lib/client/use-box.ts';
  import { useLogbook } from '$lib/client/logbook.svelte.ts';
  import { learntHere } from './learnt.ts';

  /** What one record changed in what is known. */
  let { recordId }: { recordId: string } = $props();
  const open = useBox();
  const log = useLogbook();
  const lessons = $derived(learntHere(open, log).lessons.filter((l) => l.recordId === recordId));
</script>

{#if lessons.length > 0}
  <section class="card mb-4" aria-label="What it changed" aria-live="polite">
    <h2>What it changed</h2>
    {#each lessons as l, i (i)}
      <p class="mt-1" class:font-medium={l.surprise >= SURPRISING}>{lessonSay(l)}</p>
      {#if l.moved.length > 0}
        <ul class="mt-1 grid gap-0.5 text-ink2">
          {#each l.moved.slice(0, 4) as m (m.key)}<li>
              {m.name}: <span class="n">{parameterText(m, m.from)} → {parameterText(m, m.to)}</span>
            </li>{/each}
        </ul>
      {/if}
    {/each}
  </section>
{/if}
