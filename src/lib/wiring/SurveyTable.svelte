<script lang="ts">
  import { scrolls } from '$lib/ui/scrolls.ts';
  import type { ShortTrial } from '@haversack/core/trials/survey';
  import { secondsText } from '@haversack/core/trials/outcome';
  import { fixed } from '@haversack/core/quantity/format';
  import { useBox, useHeavy } from '$lib/client/use-box.ts';
  import Mark from '$lib/ui/Mark.svelte';

  /** Every place shorted in turn, with the battery at its weakest and at its strongest. */
  const open = useBox();
  const heavy = useHeavy();
  $effect(() => {
    void open.doc;
    if (open.plan.bank) heavy.wantSurvey();
  });
  /** Something opens, or the converter that feeds it holds back. */
  const stops = (r: ShortTrial) => r.opens !== undefined || r.limitedBy !== undefined;
  const rank = (r: ShortTrial) => (r.unprotected ? 1 : !r.holds ? 0 : stops(r) ? 3 : 2);
  const rows = $derived([...(heavy.survey ?? [])].sort((a, b) => rank(a) - rank(b)));
  const burning = $derived(rows.filter((r) => !r.holds && !r.unprotected));
  const never = $derived(rows.filter((r) => r.holds && !stops(r) && !r.unprotected));
  const before = $derived(rows.filter((r) => r.unprotected));
  const mark = (r: ShortTrial) => (r.unprotected ? 'note' : !r.holds ? 'stop' : stops(r) ? 'holds' : 'caution');
</script>

<section class="grid gap-4 p-6 max-md:p-3" aria-label="Survey of shorts" aria-busy={heavy.busy.survey}>
  {#if !open.plan.bank}
    <p>Choose a battery first: what flows in a short is up to it.</p>
  {:else if rows.length === 0}
    <p class="lab">Shorting every place in turn …</p>
  {:else}
    <p class="flex items-center gap-2 text-[0.875rem]" role="status">
      <Mark state={burning.length ? 'stop' : never.length ? 'caution' : 'holds'} size={20} /><span
        >{rows.length} shorts tried.
        {burning.length
          ? `In ${burning.length} a wire goes beyond its limit before anything opens.`
          : 'No single short behind a fuse leaves a wire beyond its limit before something opens.'}
        {never.length ? `In ${never.length} nothing opens, and the wire bears it.` : ''}
        {before.length
          ? `${before.length} lie before the first fuse, where nothing can open: keep that lead short, sheathed and away from metal.`
          : ''}</span
      >
    </p>
    <div class="overflow-x-auto" use:scrolls>
      <table class="sheet">
        <thead
          ><tr
            ><th>Short</th><th>Battery</th><th class="num">Current, A</th><th>Opens</th><th class="num">soonest</th><th
              class="num">latest</th
            ><th>Hottest wire</th><th class="num">of its limit</th><th>Dark after</th></tr
          ></thead
        >
        <tbody>
          {#each rows as r, nth (nth)}
            <tr>
              <td><span class="flex items-center gap-2"><Mark state={mark(r)} size={14} />{r.where}</span></td><td
                >{r.battery}</td
              ><td class="num n">{fixed(r.currentA, 0)}</td><td
                >{r.opens ? r.opens.partId : r.limitedBy ? `${r.limitedBy} holds back` : 'nothing'}{r.maybe.length
                  ? ` (${r.maybe.join(', ')})`
                  : ''}</td
              ><td class="num n">{r.opens ? secondsText(r.opens.minS) : ''}</td><td class="num n"
                >{r.opens ? secondsText(r.opens.maxS) : ''}</td
              ><td>{r.hottest?.name ?? ''}</td><td class="num n"
                >{r.hottest ? `${fixed(r.hottest.share * 100, r.hottest.share < 0.1 ? 1 : 0)} %` : ''}</td
              ><td class="max-w-48">{r.dark.length > 4 ? `${r.dark.length} ports` : r.dark.join(', ')}</td>
            </tr>
          {/each}
        </tbody>
      </table>
    </div>
    <p class="lab">
      Weak: cold, old, a fifth left. Strong: full, new, warm. In brackets what may open with it. Protection built into
      packs is not counted on. Opening times by the fuses’ standard bands.
    </p>
  {/if}
</section>
