<script lang="ts">
  import type { Goal, SoundFacts } from '@haversack/core/remedy/sound';
  import { stands } from '@haversack/core/remedy/attempt';
  import { untrack } from 'svelte';
  import { useBox, useHeavy } from '$lib/client/use-box.ts';
  import Dialog from '$lib/ui/Dialog.svelte';
  import FactsTable from './FactsTable.svelte';
  import SelectRow from '$lib/ui/SelectRow.svelte';

  /** The shortest list of changes that was found after which nothing stands against the box, to be ticked and taken. */
  const open = useBox();
  const heavy = useHeavy();
  // with no stop in the way it is the cautions that are asked about
  let goal = $state<Goal>(
    untrack(() => (open.plan.findings.some((f) => f.severity === 'stop' && stands(f)) ? 'stops' : 'cautions'))
  );
  /** Changes that are not wanted, by their place in the list. */
  let left = $state<number[]>([]);
  let partly = $state<SoundFacts | undefined | 'busy'>();
  const GOALS: [Goal, string][] = [
    ['stops', 'no stop is left'],
    ['cautions', 'no stop and no caution is left']
  ];
  const found = $derived(heavy.sound);
  const chosen = $derived((found?.changes ?? []).filter((_, i) => !left.includes(i)));
  const after = $derived(left.length === 0 ? found?.after : partly);

  function look(): void {
    left = [];
    heavy.wantSound(goal);
  }
  $effect(() => {
    void goal;
    if (heavy.soundShown) untrack(look);
  });

  async function tick(i: number): Promise<void> {
    left = left.includes(i) ? left.filter((k) => k !== i) : [...left, i];
    if (left.length === 0) return;
    partly = 'busy';
    const now = left;
    const facts = await heavy.soundWith(chosen);
    if (now === left) partly = facts;
  }

  function take(): void {
    const edits = chosen.flatMap((c) => c.edits);
    heavy.soundShown = false;
    open.remedy(chosen.length === 1 ? chosen[0]!.label : `Made sound: ${chosen.length} changes`, edits);
  }

  /** 'C3: fit a 3 A fuse'; a label that begins with a mark of its own needs none. */
  const said = (c: { place: string; label: string }) =>
    /^[A-Z]+[0-9]*:/.test(c.label) ? c.label : `${c.place[0]?.toUpperCase()}${c.place.slice(1)}: ${c.label}`;
</script>

<Dialog bind:open={heavy.soundShown} title="Make it sound">
  <SelectRow word="Until" width="w-72" value={goal} choices={GOALS} onchoose={(v) => (goal = v)} />
  {#if !found}
    <p class="mt-3" role="status">
      {#if heavy.soundProgress}Trying changes on copies: {heavy.soundProgress.triedCount} tried, {heavy.soundProgress
          .stopCount} stops left …{:else}Looking for changes …{/if}
    </p>
  {:else if found.changes.length === 0 && found.inTheWay.length === 0}
    <p class="mt-3" role="status">
      Nothing has to be changed for that. What is still open is to be looked up, not changed.
    </p>
  {:else}
    {#if found.changes.length === 0}<p class="mt-3">No change was found that helps.</p>{/if}
    <ul class="mt-3 grid gap-1" aria-label="Changes">
      {#each found.changes as change, i (i)}
        <li class="border-t border-line pt-1">
          <label class="flex cursor-pointer items-start gap-2">
            <input type="checkbox" class="mt-1" checked={!left.includes(i)} onchange={() => void tick(i)} />
            <span class="min-w-0 flex-1"
              ><span class="font-medium">{said(change)}</span>
              <span class="lab block"
                >{change.clears.length === 1 ? 'clears' : `clears ${change.clears.length}:`}
                {change.clears.slice(0, 2).join('; ')}{change.clears.length > 2 ? ' …' : ''}</span
              ></span
            >
          </label>
        </li>
      {/each}
    </ul>
    <FactsTable
      label="Before and after"
      before={found.before}
      then="With what is ticked"
      after={after === 'busy' ? 'Working it out …' : (after ?? 'These changes cannot be made without the others.')}
    />
    {#if found.inTheWay.length > 0}
      <h3 class="mt-3">What stands in the way</h3>
      <p class="lab">For these no change was found that helps without harming something else.</p>
      <ul class="list-disc pl-5">
        {#each found.inTheWay as title, i (i)}<li>{title}</li>{/each}
      </ul>
    {/if}
    <p class="lab mt-3">
      Found by trying {found.triedCount} changes on copies of the box; a shorter list may exist. One step of undo takes all
      of it back. Local codes and licensed practice come first.
    </p>
  {/if}
  {#snippet foot()}
    {#if heavy.busy.sound}<button type="button" class="btn" onclick={() => heavy.stopSound()}>Stop looking</button>{/if}
    {#if !found && !heavy.busy.sound}<button type="button" class="btn" onclick={look}>Look again</button>{/if}
    <button type="button" class="btn" onclick={() => (heavy.soundShown = false)}>Close</button>
    <button type="button" class="btn main" disabled={chosen.length === 0} onclick={take}>Make these changes</button>
  {/snippet}
</Dialog>
