<script lang="ts">
  import { cuttingFor } from '@haversack/core/kit/cutting';
  import { runText } from '@haversack/core/quantity/format';
  import { useBox } from '$lib/client/open-box.svelte.ts';
  import { useShopping } from '$lib/client/shopping.svelte.ts';

  /** Which lead is cut from which reel, over all boxes, rests in the drawer first. */
  const open = useBox();
  const shopping = useShopping();
  const unit = $derived(open.doc.preferences.lengthUnit);
  const plans = $derived(cuttingFor(open.doc, open.plan, open.catalogue, shopping.drawer));
  const length = (mm: number) => {
    const { value, unit: u } = runText(mm, unit);
    return `${value} ${u}`;
  };
</script>

{#if plans.length === 0}
  <p>No lead is cut yet: as soon as circuits are wired, every reel stands here with the lengths it gives.</p>
{/if}
<div class="grid gap-5">
  {#each plans as p (p.lineId)}
    <section class="rounded-box border border-line2 bg-raise p-4" aria-label={p.name}>
      <h2>{p.name}</h2>
      <p class="lab">
        {p.plan.stocks.length === 1 ? 'One reel or rest' : `${p.plan.stocks.length} reels or rests`}, {p.plan
          .boughtCount} to buy{p.plan.boughtCount === p.plan.leastBought ? ', fewer cannot do' : ''}; {length(
          p.plan.leftMm
        )} are left.
      </p>
      {#each p.plan.stocks as s (s.id)}
        <div class="mt-3">
          <div class="flex justify-between gap-2">
            <b>{s.bought ? 'New reel' : 'From the drawer'}, {length(s.lengthMm)}</b><span class="text-ink2"
              >{length(s.leftMm)} left</span
            >
          </div>
          <div
            class="reel"
            role="img"
            aria-label="{s.pieces.length} leads of {length(s.lengthMm)}, {length(s.leftMm)} left"
          >
            {#each s.pieces as piece (piece.id)}<span
                class="piece"
                style:flex-grow={piece.lengthMm}
                title="{piece.label}, {length(piece.lengthMm)}"
              ></span>{/each}<span class="rest" style:flex-grow={s.leftMm}></span>
          </div>
          <p class="n text-[13px]">
            {s.pieces.map((piece) => `${piece.label} ${length(piece.lengthMm)}`).join(' · ')}
          </p>
        </div>
      {/each}
      {#if p.plan.tooLong.length}<p class="mt-2 text-stop">
          Longer than any reel: {p.plan.tooLong.map((t) => `${t.label} ${length(t.lengthMm)}`).join(', ')}.
        </p>{/if}
    </section>
  {/each}
</div>

<style>
  .reel {
    display: flex;
    gap: 1px;
    height: 16px;
    margin: 4px 0;
    border: 1px solid var(--edge);
    border-radius: 3px;
    overflow: hidden;
    background: var(--paper);
  }
  .piece {
    flex-basis: 0;
    background: var(--olive5);
    min-width: 1px;
  }
  .rest {
    flex-basis: 0;
    background: repeating-linear-gradient(135deg, var(--line) 0 3px, transparent 3px 7px);
  }
</style>
