<script lang="ts">
  import { printOf, unlikeBuilt, type Unlike } from '@haversack/core/bench/as-built';
  import { useMarks } from '$lib/client/bench-marks.svelte.ts';
  import { useBox } from '$lib/client/open-box.svelte.ts';
  import Mark from '$lib/ui/Mark.svelte';

  /** What was ticked as built and is drawn otherwise by now: never passed over in silence. */
  const open = useBox();
  const bench = useMarks();
  const found = $derived(unlikeBuilt(open.doc, open.plan, open.catalogue, bench.marks));

  const idOf = (u: Unlike) => u.key.slice(`built ${u.kind} `.length);
  function rebuilt(u: Unlike): void {
    const print = printOf(open.doc, open.plan, u.kind, idOf(u));
    if (print) bench.set(print.key, print.value);
  }
</script>

{#if found.length}
  <section class="m-4 mb-0 rounded-box border-2 border-caution bg-raise p-3 max-md:m-3" aria-label="Drawn unlike built">
    <h2 class="flex items-center gap-2"><Mark state="caution" size={18} label="" />Drawn unlike built</h2>
    <ul class="mt-1 grid gap-2">
      {#each found as u (u.key)}
        <li class="flex flex-wrap items-center gap-2">
          <span class="min-w-0 flex-1"><b>{u.name}</b>: built {u.built}; the drawing says {u.drawn}.</span>
          {#if u.edits.length}<button
              type="button"
              class="btn"
              aria-label="{u.name}: draw it as built"
              onclick={() => open.commit(`${u.name} as built`, u.edits)}>Draw it as built</button
            >{/if}
          <button type="button" class="btn" aria-label="{u.name}: rebuilt as drawn" onclick={() => rebuilt(u)}
            >Rebuilt as drawn</button
          >
        </li>
      {/each}
    </ul>
  </section>
{/if}
