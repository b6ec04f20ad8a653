<script lang="ts">
  import type { Proposal } from '@haversack/core/design/view';
  import type { Edit } from '@haversack/core/box/edits';
  import { useBox } from '$lib/client/use-box.ts';
  import BoxSketch from '$lib/draw/BoxSketch.svelte';
  import Mark from '$lib/ui/Mark.svelte';
  import { chanceText, hoursText, priceText, rolesText, weightText } from './words.ts';

  /** One sound box to choose: drawn, with its five answers, why it is so, and one press to take it. */
  type Props = {
    proposal: Proposal;
    scale: number;
    /** What must be given up for it, before it is taken. */
    gives?: readonly Edit[];
    /** Said in place of what it is best at. */
    title?: string;
    ontake: (proposal: Proposal, gives: readonly Edit[]) => void;
    /** Keeps it beside the box instead. */
    onkeep: (proposal: Proposal, gives: readonly Edit[]) => void;
  };
  let { proposal, scale, gives = [], title, ontake, onkeep }: Props = $props();
  const open = useBox();
  const prefs = $derived(open.doc.preferences);
  const m = $derived(proposal.merits);
  let why = $state(false);
  const heading = $derived(title ?? (rolesText(proposal.roles) || 'In between'));
</script>

<article class="card" aria-label="{heading}: {proposal.name}">
  <header>
    <h3>{heading}</h3>
    <p>{proposal.battery}<br />{proposal.caseName}</p>
  </header>
  <div class="sketch">
    <BoxSketch sketch={proposal.sketch} {scale} label="{proposal.caseName}, front and right side" />
  </div>
  <dl>
    <div>
      <dt>Price</dt>
      <dd class="n">{priceText(prefs, m.priceAmount)}</dd>
    </div>
    <div>
      <dt>Mass</dt>
      <dd class="n">{weightText(prefs, m.massKg)}</dd>
    </div>
    <div>
      <dt>Lasts</dt>
      <dd class="n">{hoursText(proposal.lastsH)}</dd>
    </div>
    <div>
      <dt>Sure</dt>
      <dd class="n">{chanceText(m)}</dd>
    </div>
    {#if m.toBuyAmount < m.priceAmount - 0.5}<div>
        <dt>To buy</dt>
        <dd class="n">{priceText(prefs, m.toBuyAmount)}</dd>
      </div>{/if}
  </dl>
  <ul class="answers" aria-label="The five answers">
    {#each proposal.answers as a (a.id)}<li><Mark state={a.state} size={14} label="" />{a.name}: {a.say}</li>{/each}
  </ul>
  {#if proposal.unpricedCount > 0}<p class="lab">
      {proposal.unpricedCount === 1 ? 'One part has no price' : `${proposal.unpricedCount} parts have no price`}: the
      sum leaves it out.
    </p>{/if}
  {#each proposal.cautions as caution, i (i)}<p class="lab">Mind: {caution}.</p>{/each}
  {#if proposal.reasons.length > 0}
    <button type="button" class="btn w-fit" aria-expanded={why} onclick={() => (why = !why)}
      >{why ? 'Hide why' : 'Why so?'}</button
    >
    {#if why}
      <dl class="why">
        {#each proposal.reasons as r, i (i)}
          <dt>{r.what}</dt>
          <dd>
            <b>{r.chosen}</b>: {r.why}.
            {#each r.beat as b, j (j)}<span class="beat">Not {b}.</span>{/each}
          </dd>
        {/each}
      </dl>
    {/if}
  {/if}
  <div class="flex flex-wrap gap-2">
    <button type="button" class="btn main flex-1" onclick={() => ontake(proposal, gives)}>Take this one</button>
    <button type="button" class="btn" onclick={() => onkeep(proposal, gives)}>Keep as a variant</button>
  </div>
</article>

<style>
  .card {
    display: grid;
    align-content: start;
    gap: 8px;
    padding: 12px;
    border: 1px solid var(--line2);
    border-radius: 6px;
    background: var(--paper);
  }
  .sketch {
    display: flex;
    align-items: flex-end;
    justify-content: center;
    overflow: hidden;
    min-height: 96px;
  }
  dl:not(.why) {
    display: grid;
    grid-template-columns: repeat(2, minmax(0, 1fr));
    gap: 0 12px;
  }
  dl:not(.why) > div {
    display: flex;
    justify-content: space-between;
    border-bottom: 1px solid var(--line);
    padding: 2px 0;
  }
  dt {
    color: var(--ink2);
    font-size: 0.75rem;
  }
  .answers {
    display: grid;
    gap: 2px;
    font-size: 0.75rem;
    line-height: 1rem;
  }
  .answers li {
    display: flex;
    gap: 6px;
    align-items: center;
  }
  .why {
    display: grid;
    gap: 4px;
    font-size: 0.75rem;
    line-height: 1rem;
  }
  .why dt {
    font-weight: 600;
    margin-top: 4px;
  }
  .beat {
    display: block;
    color: var(--ink2);
  }
</style>
