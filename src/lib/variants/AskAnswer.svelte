<script lang="ts">
  import { resolve } from '$app/paths';
  import type { Edit } from '@haversack/core/box/edits';
  import type { Adapted } from '@haversack/core/design/adapt';
  import { useBox } from '$lib/client/use-box.ts';
  import FactsTable from '$lib/shell/FactsTable.svelte';

  /** What must change for what was asked: single changes, and where they leave something a design anew. */
  type Props = {
    adapted: Adapted;
    text: string;
    ontake: (edits: readonly Edit[]) => void;
    onkeep: (edits: readonly Edit[]) => void;
  };
  let { adapted, text, ontake, onkeep }: Props = $props();
  const open = useBox();
  const { sound, anew } = $derived(adapted);
  const singles = $derived(sound.changes.flatMap((c) => c.edits));
</script>

<div class="mt-3" role="status">
  <h3>{text}</h3>
  {#if sound.changes.length === 0}<p>
      {sound.inTheWay.length === 0 ? 'Nothing else has to change.' : 'No single change was found that helps.'}
    </p>{/if}
  <ol class="list-decimal pl-5">
    {#each sound.changes as c, i (i)}<li>
        <b>{c.label}</b> <span class="lab">clears {c.clears.slice(0, 2).join('; ')}</span>
      </li>{/each}
  </ol>
  {#if sound.inTheWay.length > 0}
    <h3 class="mt-2">What then stands against it</h3>
    <ul class="list-disc pl-5">
      {#each sound.inTheWay as say, i (i)}<li>{say}</li>{/each}
    </ul>
  {/if}
  <FactsTable label="Before and after" before={adapted.before} after={sound.after} />
  <div class="mt-3 flex flex-wrap gap-2">
    <button type="button" class="btn" class:main={!anew} onclick={() => ontake(singles)}>Change this box so</button>
    <button type="button" class="btn" onclick={() => onkeep(singles)}>Keep it as a variant</button>
  </div>
  {#if anew}
    <h3 class="mt-5">Designed anew, with as little changed as can be: {anew.name}</h3>
    <details>
      <summary class="cursor-pointer">{anew.changes.length} things differ</summary>
      <ul class="list-disc pl-5">
        {#each anew.changes as say, i (i)}<li>{say}</li>{/each}
      </ul>
    </details>
    <FactsTable label="Before and designed anew" before={adapted.before} after={anew.after} />
    <div class="mt-3 flex flex-wrap gap-2">
      <button type="button" class="btn main" onclick={() => ontake(anew.edits)}>Take the new design</button>
      <button type="button" class="btn" onclick={() => onkeep(anew.edits)}>Keep the new design as a variant</button>
    </div>
  {:else if sound.inTheWay.length > 0}<p class="lab mt-2">
      No sound design was found for it either: <a class="underline" href={resolve('/box/[id]/design', { id: open.id })}
        >Design it</a
      > says what stands in the way.
    </p>{/if}
</div>
