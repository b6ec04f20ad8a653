<script lang="ts">
  import { printOf, unlikeBuilt, type Unlike } from '@haversack/core/bench/as-built';
  import { useMarks } from '$lib/client/bench-marks.svelte.ts';
  import { useBox } from '$lib/client/use-box.ts';
  import Mark from '$lib/ui/Mark.svelte';

  /** What was ticked as built and is drawn otherwise by now: never passed over in silence. */
  const open = useBox();
  const bench = useMarks();
  const found = $derived(unlikeBuilt(open.doc, open.plan, bench.marks));
  let problem = $state('');

  function rebuilt(u: Unlike): void {
    const print = printOf(open.doc, open.plan, u.kind, u.id);
    if (print) bench.set(print.key, print.value);
  }
  function drawAsBuilt(u: Unlike): void {
    const edits = u.edits(open.catalogue);
    problem = edits.length > 0 ? '' : `The drawing has no field for how ${u.name} was built: change it by hand.`;
    if (edits.length > 0) open.commit(`${u.name} as built`, edits);
  }
</script>

{#if found.length}
  <section class="m-4 mb-0 rounded-box border-2 border-caution bg-raise p-3 max-md:m-3" aria-label="Drawn unlike built">
    <h2 class="flex items-center gap-2"><Mark state="caution" size={18} label="" />Drawn unlike built</h2>
    <ul class="mt-1 grid gap-2">
      {#each found as u (u.key)}
        <li class="flex flex-wrap items-center gap-2">
          <span class="min-w-0 flex-1"><b>{u.name}</b>: built {u.built}; the drawing says {u.drawn}.</span>
          <button type="button" class="btn" aria-label="{u.name}: draw it as built" onclick={() => drawAsBuilt(u)}
            >Draw it as built</button
          >
          <button type="button" class="btn" aria-label="{u.name}: rebuilt as drawn" onclick={() => rebuilt(u)}
            >Rebuilt as drawn</button
          >
        </li>
      {/each}
    </ul>
    {#if problem}<p class="mt-2 text-stop" role="alert">{problem}</p>{/if}
  </section>
{/if}
