<script lang="ts">
  import { unlikeBuilt } from '@haversack/core/bench/as-built';
  import { resolve } from '$app/paths';
  import { useMarks } from '$lib/client/bench-marks.svelte.ts';
  import { useBox } from '$lib/client/use-box.ts';
  import Mark from '$lib/ui/Mark.svelte';

  /** Said where the drawing is changed, not only on the bench. */
  const open = useBox();
  const bench = useMarks();
  const found = $derived(unlikeBuilt(open.doc, open.plan, bench.marks));
</script>

{#if found.length}
  <p class="no-print flex flex-wrap items-center gap-2 border-b border-line px-6 py-2 max-md:px-3" role="status">
    <Mark state="caution" size={16} label="" /><span
      ><b>Drawn unlike built:</b>
      {found
        .slice(0, 4)
        .map((u) => u.name)
        .join(', ')}{found.length > 4 ? ` and ${found.length - 4} more` : ''}</span
    ><a href={resolve(`/box/${open.id}/bench`)}>See how on Bench</a>
  </p>
{/if}
