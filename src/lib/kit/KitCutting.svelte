<script lang="ts">
  import type { Box } from '@haversack/core/box/schema';
  import { countsByLength, type CutPiece } from '@haversack/core/kit/cut';
  import { cuttingFor, type Cutting } from '@haversack/core/kit/cutting';
  import { lengthText, runText } from '@haversack/core/quantity/format';
  import { request } from '$lib/client/api.ts';
  import { useBox, useHeavy } from '$lib/client/use-box.ts';
  import { useShopping } from '$lib/client/shopping.svelte.ts';
  import FoamSheet from './FoamSheet.svelte';

  /** Which piece is cut from which reel or sheet, over all boxes, rests in the drawer first. */
  const open = useBox();
  const heavy = useHeavy();
  const shopping = useShopping();
  const unit = $derived(open.doc.preferences.lengthUnit);
  let others = $state.raw<{ id: string; name: string }[]>([]);
  let together = $state.raw<string[]>([]);
  let along = $state.raw<Cutting>();
  let problem = $state('');
  const alone = $derived(cuttingFor([{ box: open.doc, plan: open.plan }], open.catalogue, shopping.drawer));
  const shown = $derived(together.length > 0 ? along : alone);

  $effect(() => {
    request<{ boxes: { id: string; name: string }[] }>('GET', '/api/boxes')
      .then(({ boxes }) => (others = boxes.filter((b) => b.id !== open.id)))
      .catch((e: unknown) => (problem = (e as Error).message));
  });

  $effect(() => {
    const ids = together;
    // reckoned again when this box or the drawer changes
    const [version, drawer] = [heavy.version, shopping.drawer];
    if (ids.length === 0) return;
    Promise.all(ids.map((id) => request<{ document: Box }>('GET', `/api/boxes/${id}`)))
      .then((found) =>
        heavy.cutting(
          found.map((f) => f.document),
          drawer
        )
      )
      .then((cut) => {
        if (ids === together && version === heavy.version) along = cut;
      })
      .catch((e: unknown) => (problem = (e as Error).message));
  });

  const length = (mm: number) => {
    const { value, unit: u } = runText(mm, unit);
    return `${value} ${u}`;
  };
  const small = (mm: number) => `${lengthText(mm, unit)} ${unit}`;
  const SORTS = { wire: 'lead', sleeve: 'piece', strip: 'strip', strap: 'strap' } as const;
  const counted = (n: number, word: string) => `${n} ${word}${n === 1 ? '' : 's'}`;
  /** Of sleeves only how many of each length; of everything else each piece, box by box. */
  function short(pieces: readonly CutPiece[], sort: keyof typeof SORTS): string {
    if (sort === 'sleeve')
      return countsByLength(pieces)
        .map((c) => `${c.count} × ${small(c.lengthMm)}`)
        .join(' · ');
    const boxes = [...new Set(pieces.map((p) => p.of))];
    return boxes
      .map((of) => {
        const its = pieces.filter((p) => p.of === of);
        return `${of ? `${of}: ` : ''}${its.map((p) => `${p.label} ${sort === 'wire' ? length(p.lengthMm) : small(p.lengthMm)}`).join(' · ')}`;
      })
      .join('; ');
  }
</script>

{#if others.length}
  <details class="no-print mb-4" open={together.length > 0}>
    <summary>Cut together with other boxes{together.length ? `: ${together.length} along` : ''}</summary>
    <fieldset class="mt-2 flex flex-wrap gap-x-5 gap-y-2">
      <legend class="sr-only">Boxes cut along</legend>
      {#each others as b (b.id)}
        <label class="flex items-center gap-2"
          ><input
            type="checkbox"
            checked={together.includes(b.id)}
            onchange={(e) =>
              (together = e.currentTarget.checked ? [...together, b.id] : together.filter((id) => id !== b.id))}
          />{b.name}</label
        >
      {/each}
    </fieldset>
  </details>
{/if}
{#if problem}<p class="mb-3 text-stop" role="alert">{problem}</p>{/if}
{#if !shown}<p role="status">Laying the leads of all boxes on reels …</p>
{:else if shown.lengths.length === 0 && shown.sheets.length === 0}
  <p>Nothing is cut yet: as soon as circuits are wired, every reel stands here with the lengths it gives.</p>
{:else}
  <div class="grid gap-5">
    {#each shown.lengths as p (p.lineId)}
      <section class="card" aria-label={p.name}>
        <h2>{p.name}</h2>
        <p class="lab">
          {counted(
            p.plan.stocks.reduce((n, s) => n + s.pieces.length, 0),
            SORTS[p.sort]
          )} from {p.plan.stocks.length === 1 ? 'one length' : `${p.plan.stocks.length} lengths`}, {p.plan.boughtCount} to
          buy{p.plan.boughtCount === p.plan.leastBought ? ', fewer cannot do' : ''}; {length(p.plan.leftMm)} are left.
        </p>
        {#each p.plan.stocks as s (s.id)}
          <div class="mt-3">
            <div class="flex justify-between gap-2">
              <b>{s.bought ? 'New' : 'From the drawer'}, {length(s.lengthMm)}</b><span class="text-ink2"
                >{length(s.leftMm)} left</span
              >
            </div>
            <div
              class="reel"
              role="img"
              aria-label="{counted(s.pieces.length, SORTS[p.sort])} of {length(s.lengthMm)}, {length(s.leftMm)} left"
            >
              {#each s.pieces as piece (piece.id)}<span
                  class="piece"
                  style:flex-grow={piece.lengthMm}
                  title="{piece.label}, {length(piece.lengthMm)}"
                ></span>{/each}<span class="rest" style:flex-grow={s.leftMm}></span>
            </div>
            <p class="n text-[0.8125rem]">{short(s.pieces, p.sort)}</p>
          </div>
        {/each}
        {#if p.plan.tooLong.length}<p class="mt-2 text-stop">
            Longer than any length sold: {p.plan.tooLong.map((t) => `${t.label} ${length(t.lengthMm)}`).join(', ')}.
          </p>{/if}
      </section>
    {/each}
    {#each shown.sheets as p (p.lineId)}
      <section class="card" aria-label={p.name}>
        <h2>{p.name}</h2>
        <p class="lab">
          {counted(p.plan.sheets.length, 'sheet')}{p.plan.sheets.length === p.plan.leastSheets
            ? ', fewer cannot do'
            : ''}. Strips first, across the whole sheet, then each strip into its pieces; one spare of the largest is
          in.
        </p>
        <div class="mt-3 flex flex-wrap gap-4">
          {#each p.plan.sheets as sheet, i (i)}<FoamSheet {sheet} {unit} number={i + 1} />{/each}
        </div>
      </section>
    {/each}
  </div>
{/if}

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
