<script lang="ts">
  import { eventLines } from '@haversack/core/outing/event-lines';
  import type { Outing } from '@haversack/core/outing/outing';
  import { clockText } from '@haversack/core/quantity/format';
  import { useBox } from '$lib/client/use-box.ts';

  let { outing }: { outing: Outing } = $props();
  const open = useBox();
  const lines = $derived(eventLines(open.doc, outing));
</script>

<section class="card" aria-label="What stops when">
  <h2 class="h3">What stops when</h2>
  {#if lines.length === 0}<p>
      Nothing stops before pack-up at {clockText(open.doc.outing.startH + open.doc.outing.durationH)}.
    </p>{/if}
  <ul>
    {#each lines as l, i (i)}
      <li class="flex gap-3 border-t border-line py-1 first:border-0">
        <span class="n w-20 shrink-0">{l.when}</span><span>{l.what}</span>
      </li>
    {/each}
  </ul>
</section>
