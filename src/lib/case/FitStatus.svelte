<script lang="ts">
  import { set } from '@haversack/core/box/edit';
  import { arrangementEdits, faultSay } from '@haversack/core/case/fit';
  import { lengthText } from '@haversack/core/quantity/format';
  import { useBox, useHeavy } from '$lib/client/use-box.ts';
  import Mark from '$lib/ui/Mark.svelte';

  /** Whether it goes in; the long search with its progress; what would make it fit. */
  const open = useBox();
  const heavy = useHeavy();
  const fit = $derived(open.plan.fit!);
  const unit = $derived(open.doc.preferences.lengthUnit);
  const deep = $derived(heavy.deepFit?.fit.inputKey === fit.inputKey ? heavy.deepFit : undefined);
  const ways = $derived(
    (['length', 'width', 'height'] as const)
      .map((k) => ({ k, mm: fit.shortfall?.[`${k}Mm`] }))
      .sort((a, b) => (a.mm ?? 1e9) - (b.mm ?? 1e9))
  );
  const helping = $derived(ways.filter((w) => w.mm !== undefined));
  const useless = $derived(ways.filter((w) => w.mm === undefined).map((w) => w.k));
  const out = $derived(fit.leftOut.map((id) => fit.bodies.find((b) => b.id === id)!.name.toLowerCase()));
  const faults = $derived([...new Set(fit.faults.map((f) => faultSay(f, fit.bodies)))]);
  let asked = '';

  // the quick search stopped short, or said no: go on by itself, once for each question
  $effect(() => {
    if (open.holding || fit.state === 'fits' || fit.bodies.length === 0 || asked === fit.inputKey) return;
    asked = fit.inputKey;
    heavy.wantFit();
  });
</script>

{#if fit.state !== 'fits' || faults.length > 0}
  <section class="card mb-4 max-w-4xl" aria-label="Does it go in" role="status">
    {#if faults.length > 0}
      <p class="flex items-start gap-2 text-[0.875rem]">
        <Mark state="stop" size={20} label="" /><span
          >{faults.join('; ')}.
          <button
            type="button"
            class="fig"
            onclick={() => open.commit('Everything arranged again', [set('placements', {})])}
            >Let Haversack arrange everything</button
          ></span
        >
      </p>
    {/if}
    {#if fit.state === 'no'}
      <p class="flex items-start gap-2 text-[0.875rem]">
        <Mark state="stop" size={20} label="" /><span
          >It does not go in: every arrangement has been ruled out.
          {#if helping.length > 0}Alone it would take {#each helping as w, i (w.k)}{i ? ', or ' : ''}<b class="n"
                >{lengthText(w.mm!, unit, 0)}</b
              >
              {unit} more {w.k}{/each}.{/if}
          {#if useless.length > 0}More {useless.join(' or ')} alone does not help.{/if}
          {#if out.length > 0}Left out of the drawing: {out.join(', ')}.{/if}</span
        >
      </p>
    {:else if fit.state === 'not-proven'}
      <p class="flex items-start gap-2 text-[0.875rem]">
        <Mark state={deep?.fit.state === 'no' ? 'stop' : 'note'} size={20} label="" />{heavy.busy.fit
          ? 'A quick look found no arrangement; the whole search goes on.'
          : deep?.fit.state === 'fits'
            ? 'It goes in: the whole search found an arrangement. Put it so, and it is what you build.'
            : deep?.fit.state === 'no'
              ? 'It does not go in: the whole search has ruled out every arrangement.'
              : 'Whether it goes in is not proven either way.'}
      </p>
      {#if deep?.fit.state === 'fits'}<button
          type="button"
          class="btn main mt-2"
          onclick={() => open.commit('Arrangement found by the search', arrangementEdits(deep.fit))}
          >Put everything so</button
        >{/if}
    {/if}
    {#if heavy.busy.fit}
      <div class="mt-2 flex items-center gap-3">
        <progress class="flex-1" max="1" value={heavy.fitShare} aria-label="Share of the search that is done"
        ></progress>
        <span class="lab"
          >{fit.state === 'no' ? 'trying changes' : `${Math.floor(heavy.fitShare * 100)} % ruled out`}</span
        >
        <button type="button" class="btn" onclick={() => heavy.stopFit()}>Stop</button>
      </div>
    {:else if fit.state === 'not-proven' && (!deep || deep.fit.state === 'not-proven')}
      <button type="button" class="btn mt-2" onclick={() => heavy.wantFit()}>Search on</button>
    {/if}
    {#if deep && deep.changes.length > 0}
      <h3 class="mt-3">Cheapest changes that make it fit</h3>
      {#each deep.changes as change, nth (nth)}
        <div class="mt-1 flex items-center justify-between gap-3 border-t border-line pt-1">
          <span><b>{change.label}</b> <span class="lab">{change.effect}</span></span>
          <button type="button" class="btn" onclick={() => open.commit(change.label, change.edits)}>Do this</button>
        </div>
      {/each}
    {:else if deep && deep.fit.state === 'no'}
      <p class="lab mt-2">
        None of the usual changes, and no case of the catalogue, makes it fit: fewer or smaller things.
      </p>
    {/if}
  </section>
{/if}
