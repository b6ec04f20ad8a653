<script lang="ts">
  import { resolve } from '$app/paths';
  import { goto } from '$app/navigation';
  import { applyEdits } from '@haversack/core/box/edits';
  import type { Edit } from '@haversack/core/box/edits';
  import type { Proposal } from '@haversack/core/design/view';
  import { commonScale } from '@haversack/core/panel/sketch';
  import { clockText, durationText, fixed, temperatureText } from '@haversack/core/quantity/format';
  import { SEAL_WORDS } from '@haversack/core/sealing/sealing';
  import Wand from '@lucide/svelte/icons/wand-sparkles';
  import { tick } from 'svelte';
  import { useBox, useHeavy } from '$lib/client/use-box.ts';
  import DesignChart from '$lib/design/DesignChart.svelte';
  import ProposalCard from '$lib/design/ProposalCard.svelte';
  import { priceText, rolesText, weightText } from '$lib/design/words.ts';
  import { useShopping } from '$lib/client/shopping.svelte.ts';
  import { Variants } from '$lib/client/variants.svelte.ts';
  import WishesForm from '$lib/design/WishesForm.svelte';
  import StageHead from '$lib/ui/StageHead.svelte';
  import TypedLine from '$lib/outing/TypedLine.svelte';

  const open = useBox();
  const heavy = useHeavy();
  const variants = new Variants(open);
  const shopping = useShopping();
  const outing = $derived(open.doc.outing);
  const prefs = $derived(open.doc.preferences);
  const unit = $derived(prefs.temperatureUnit);
  const seen = $derived(heavy.design);
  const end = $derived(heavy.designEnd);
  const busy = $derived(heavy.busy.design);
  let opened = $state.raw<Proposal | undefined>();
  /** What was kept, said once. */
  let taken = $state('');
  let openedCard = $state<HTMLElement>();

  const share = $derived(seen && seen.pairCount > 0 ? seen.settledCount / seen.pairCount : 0);
  const shown = $derived(seen?.proposals ?? []);
  const nearest = $derived(end?.unmet.nearest ?? []);

  /** All drawings at one scale, so that they can be compared by eye; the widest decides it. */
  const SKETCH_PX = 218;
  const MOST_SCALE = 0.6;
  const sketches = $derived(
    [...shown, ...nearest.map((n) => n.proposal), ...(opened ? [opened] : [])].map((p) => p.sketch)
  );
  const scale = $derived(commonScale(sketches, SKETCH_PX, MOST_SCALE));

  function look(): void {
    opened = undefined;
    taken = '';
    heavy.wantDesign(shopping.drawer);
  }

  async function openOne(key: string): Promise<void> {
    opened = shown.find((p) => p.key === key) ?? (await heavy.designOne(key));
    await tick();
    openedCard?.scrollIntoView({ block: 'nearest' });
    openedCard?.focus();
  }

  function take(p: Proposal, gives: readonly Edit[]): void {
    open.commit(`Took ${p.name}`, [...gives, ...p.edits]);
    opened = undefined;
    void goto(resolve('/box/[id]/ports', { id: open.id }));
  }
  /** Kept beside the open box, under what it is best at; nothing of the box changes. */
  async function keep(p: Proposal, gives: readonly Edit[]): Promise<void> {
    const name = (rolesText(p.roles) || p.name).slice(0, 60);
    taken = (await variants.keep(applyEdits(open.doc, [...gives, ...p.edits]), name))
      ? `Kept “${name}” beside this box: the variants stand side by side.`
      : variants.problem;
  }
  const gap = $derived(end ? Math.max(...Object.values(end.gap)) : 0);
</script>

<svelte:head><title>Design · {open.doc.name} · Haversack</title></svelte:head>

<StageHead title="Design it" lead={false}>
  <span class="lab">
    {open.doc.devices.length === 1 ? 'One device' : `${open.doc.devices.length} devices`}, {durationText(
      outing.durationH
    )} from {clockText(outing.startH)}, {temperatureText(outing.airC, unit)} °{unit}, {SEAL_WORDS[
      outing.seal
    ].toLowerCase()}
  </span>
  <a class="btn" href={resolve('/box/[id]/outing', { id: open.id })}>Change the outing</a>
  <span class="flex-1"></span>
  {#if busy}<button type="button" class="btn" onclick={() => heavy.stopDesign()}>Stop looking</button>{/if}
  <button type="button" class="btn main" disabled={busy || open.doc.devices.length === 0} onclick={look}
    ><Wand size={16} />{seen ? 'Look again' : 'Find boxes'}</button
  >
</StageHead>

<div class="page">
  <aside class="no-print">
    <WishesForm />
  </aside>
  <div class="grid min-w-0 grid-cols-1 content-start gap-5">
    {#if heavy.failed}<p class="text-stop" role="alert">{heavy.failed}</p>{/if}
    {#if open.doc.devices.length === 0}
      <section class="hint">
        <h2>Say first what must run</h2>
        <p>
          A line is enough: the name of the thing, its watts or amps, and its hours. Then Haversack looks for complete
          boxes: battery, case, ports, fuses, wires and charging, each of them sound, and shows the few worth choosing
          from.
        </p>
        <TypedLine />
      </section>
    {:else if !seen && !busy}
      <section class="hint">
        <h2>From what must run to boxes that can be built</h2>
        <p>
          Haversack tries batteries and cases together with everything that follows from them, throws out what does not
          last, fit, stay dry or stay safe, and shows what is left that nothing beats. On the left is what it must keep
          to; all of it may stay as it is. Nothing of your box changes until you take one, and one step of undo takes it
          back.
        </p>
        <button type="button" class="btn main" onclick={look}><Wand size={16} />Find boxes</button>
        {#if open.doc.bank.partId !== null || open.doc.ports.length > 0}
          <p class="lab">
            Taking one replaces battery, case, ports and wiring of this box; devices, outing and logbook stay. To keep
            both, keep this one as a variant first.
          </p>
        {/if}
      </section>
    {/if}
    {#if busy || seen}
      <div>
        <progress class="w-full" max="1" value={busy ? share : 1} aria-label="Pairs of battery and case settled"
        ></progress>
        <p class="lab" role="status">
          {#if seen}{seen.settledCount} of {seen.pairCount} pairs of battery and case settled, {seen.triedCount} boxes worked
            out, {seen.soundCount} sound{#if !busy && end}; {end.boundedCount} pairs could not have been better than what
              was found{#if end.settledCount < end.pairCount}, {end.pairCount - end.settledCount} beyond the limits were left{/if}{/if}{:else}Looking
            …{/if}
        </p>
        {#if end && gap > 0 && Number.isFinite(gap)}<p class="lab">
            The search was left early: something not looked at might be up to {priceText(prefs, end.gap.priceAmount)} cheaper,
            {weightText(prefs, end.gap.massKg)} lighter or {fixed(end.gap.chanceFraction * 100, 0)} % surer.
          </p>{/if}
      </div>
    {/if}
    {#if taken}<p role="status">
        {taken}
        <a class="underline" href={resolve('/box/[id]/variants', { id: open.id })}>Look at them</a>
      </p>{/if}
    {#if shown.length > 0}
      <section aria-label="Proposals">
        <h2>
          {shown.length === 1
            ? 'One box that nothing beats'
            : `${shown.length} boxes to choose from, none beaten by another`}
        </h2>
        <div class="cards">
          {#each shown as p (p.key)}<ProposalCard proposal={p} {scale} ontake={take} onkeep={keep} />{/each}
        </div>
      </section>
    {:else if end}
      <section class="hint" aria-label="Why there is none">
        <h2>Nothing sound keeps to all of it</h2>
        {#each end.unmet.why as say, i (i)}<p>{say}</p>{:else}<p>
            Nothing was found before the search was left. Let it look longer.
          </p>{/each}
      </section>
      {#if nearest.length > 0}
        <section aria-label="The nearest that can be">
          <h2>The nearest that can be</h2>
          <div class="cards">
            {#each nearest as n (n.id)}<ProposalCard
                proposal={n.proposal}
                gives={n.gives}
                title={n.say}
                {scale}
                ontake={take}
                onkeep={keep}
              />{/each}
          </div>
        </section>
      {/if}
    {/if}
    {#if opened && !shown.some((p) => p.key === opened?.key)}
      <section aria-label="The one you opened" tabindex="-1" bind:this={openedCard}>
        <h2>The one you opened</h2>
        <div class="cards"><ProposalCard proposal={opened} {scale} title="As found" ontake={take} onkeep={keep} /></div>
      </section>
    {/if}
    {#if seen && seen.dots.length > 0}<DesignChart dots={seen.dots} chosen={opened?.key} onopen={openOne} />{/if}
    {#if shown.length > 0}<p class="lab">
        Every one of these was worked out in full: no stop and no caution that is not named, the packing proven, every
        place shorted in turn. Prices are rough. Local codes and licensed practice come first.
      </p>{/if}
  </div>
</div>

<style>
  .page {
    display: grid;
    grid-template-columns: 300px minmax(0, 1fr);
    gap: 24px;
    padding: 16px 24px 24px;
  }
  .cards {
    display: grid;
    grid-template-columns: repeat(auto-fill, minmax(252px, 1fr));
    gap: 12px;
    margin-top: 8px;
  }
  .hint {
    display: grid;
    gap: 10px;
    justify-items: start;
    max-width: 720px;
    padding: 16px;
    border: 1px solid var(--line2);
    border-radius: 6px;
    background: var(--raise);
  }
  progress {
    appearance: none;
    height: 6px;
    border: 0;
    border-radius: 3px;
    background: var(--sunk);
  }
  progress::-webkit-progress-bar {
    border-radius: 3px;
    background: var(--sunk);
  }
  progress::-webkit-progress-value {
    border-radius: 3px;
    background: var(--olive7);
  }
  progress::-moz-progress-bar {
    border-radius: 3px;
    background: var(--olive7);
  }
  @media (max-width: 899px) {
    .page {
      grid-template-columns: minmax(0, 1fr);
      padding: 12px;
    }
  }
</style>
