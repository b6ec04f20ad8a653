<script lang="ts">
  import type { Goal, SoundFacts } from '@haversack/core/remedy/sound';
  import { durationText, fixed, massText } from '@haversack/core/quantity/format';
  import { untrack } from 'svelte';
  import { useBox } from '$lib/client/open-box.svelte.ts';
  import { useHeavy } from '$lib/client/heavy.svelte.ts';
  import Dialog from '$lib/ui/Dialog.svelte';
  import SelectRow from '$lib/ui/SelectRow.svelte';

  /** The shortest list of changes that was found after which nothing stands against the box, to be ticked and taken. */
  const open = useBox();
  const heavy = useHeavy();
  let goal = $state<Goal>('stops');
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
    open.commit(chosen.length === 1 ? chosen[0]!.label : `Made sound: ${chosen.length} changes`, edits);
  }

  const rows = (b: SoundFacts, a: SoundFacts): [string, string, string][] => [
    ['Stops', String(b.stopCount), String(a.stopCount)],
    ['Cautions', String(b.cautionCount), String(a.cautionCount)],
    ['Price', priced(b.cost), priced(a.cost)],
    ['Mass', mass(b.massKg), mass(a.massKg)],
    ['Lasts', hours(b), hours(a)]
  ];
  const priced = (v: number) => `${open.doc.preferences.currency}${fixed(v, 2)}`;
  const mass = (v: number) => `${massText(v, open.doc.preferences.massUnit)} ${open.doc.preferences.massUnit}`;
  /** 'C3: fit a 3 A fuse'; a label that begins with a mark of its own needs none. */
  const said = (c: { place: string; label: string }) =>
    /^[A-Z]+[0-9]*:/.test(c.label) ? c.label : `${c.place[0]?.toUpperCase()}${c.place.slice(1)}: ${c.label}`;
  const hours = (f: SoundFacts) => (f.lastsH === null ? 'far longer' : durationText(f.lastsH));
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
    <table class="sheet mt-3" aria-label="Before and after">
      <thead><tr><th></th><th class="num">Now</th><th class="num">With what is ticked</th></tr></thead>
      <tbody>
        {#if after === 'busy' || after === undefined}
          <tr
            ><td colspan="3" class="text-ink2"
              >{after === 'busy' ? 'Working it out …' : 'These changes cannot be made without the others.'}</td
            ></tr
          >
        {:else}
          {#each rows(found.before, after) as [word, was, now], i (i)}<tr
              ><th scope="row">{word}</th><td class="num">{was}</td><td class="num">{now}</td></tr
            >{/each}
        {/if}
      </tbody>
    </table>
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
