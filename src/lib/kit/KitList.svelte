<script lang="ts">
  import { isChosen } from '@haversack/core/advise/alternatives';
  import type { KitLine } from '@haversack/core/kit/kit';
  import { holdsUp, standings } from '@haversack/core/kit/buy/orders';
  import { fixed, trimNumber } from '@haversack/core/quantity/format';
  import { resolve } from '$app/paths';
  import { useBox } from '$lib/client/use-box.ts';
  import { useShopping } from '$lib/client/shopping.svelte.ts';
  import Figure from '$lib/ui/Figure.svelte';
  import Mark from '$lib/ui/Mark.svelte';
  import QuantityField from '$lib/ui/QuantityField.svelte';
  import InsteadDialog from './InsteadDialog.svelte';
  import { GROUPS, METRES, PIECES } from './words.ts';

  /** Every piece the plan asks for, what of it is there, and what is missing. */
  const open = useBox();
  const shopping = useShopping();
  const kit = $derived(open.plan.kit);
  const currency = $derived(open.doc.preferences.currency);
  const all = $derived(standings(kit.lines, shopping.drawer, shopping.orders));
  const of = $derived(new Map(all.map((s) => [s.line.lineId, s])));
  const held = $derived(shopping.loaded ? holdsUp(all, open.plan.bench.steps) : []);
  const first = $derived(held.find((h) => h.step));
  const ownedOf = (id: string): number => open.doc.kit.owned.find((o) => o.lineId === id)?.count ?? 0;

  let instead = $state.raw<KitLine>();
  let choosing = $state(false);

  function own(line: KitLine, count: number): void {
    const rest = open.doc.kit.owned.filter((o) => o.lineId !== line.lineId);
    open.set(
      `${line.name}: ${fixed(count, 1)} set aside`,
      'kit/owned',
      count > 0 ? [...rest, { lineId: line.lineId, count }] : rest
    );
  }
</script>

{#if shopping.loaded}
  <p class="no-print mb-3 flex items-center gap-2" role="status">
    <Mark state={held.length === 0 ? 'holds' : 'note'} size={16} label="" />
    {#if held.length === 0}Everything is at hand.{:else}<span
        ><b class="n">{held.length}</b>
        {held.length === 1 ? 'line is' : 'lines are'} still missing{#if first}; {first.standing.line.name} holds up
          <a href={resolve(`/box/${open.id}/bench?view=build`)}>{first.step!.title}</a>{/if}.</span
      >{/if}
  </p>
{/if}
<div class="overflow-x-auto">
  <table class="sheet">
    <caption class="sr-only">Everything this box takes</caption>
    <thead
      ><tr
        ><th>Part</th><th class="num">One box takes</th><th class="num">Set aside</th><th class="num">In the drawer</th
        ><th class="num">On the way</th><th class="num">Still to order</th><th>Packet</th><th class="num">Price</th><th
          class="num">Cost</th
        ></tr
      ></thead
    >
    {#each Object.entries(GROUPS) as [group, title] (group)}
      {@const lines = kit.lines.filter((l) => l.group === group)}
      {#if lines.length}
        <tbody>
          <tr><th colspan="9" class="!pt-4" scope="rowgroup">{title}</th></tr>
          {#each lines as l (l.lineId)}
            {@const s = of.get(l.lineId)!}
            <tr data-line={l.lineId}>
              <th scope="row" class="min-w-40 !text-[0.8125rem] !font-normal !whitespace-normal !text-ink"
                >{l.name}{#if l.note}<span class="lab block max-w-md">{l.note}</span>{/if}{#if isChosen(l)}<button
                    type="button"
                    class="no-print block cursor-pointer text-left text-[0.75rem] text-ink2 underline decoration-dotted underline-offset-3 hover:text-ink"
                    aria-label="{l.name} cannot be had"
                    onclick={() => {
                      instead = l;
                      choosing = true;
                    }}>Cannot be had …</button
                  >{/if}</th
              >
              <td class="num whitespace-nowrap"
                ><span class="n">{trimNumber(l.perBox)}</span> <span class="u">{l.unit}</span></td
              >
              <td class="num"
                ><span class="no-print"
                  ><QuantityField
                    label="{l.name} set aside"
                    at={l.lineId}
                    hideLabel
                    kind="number"
                    width={48}
                    text={ownedOf(l.lineId) ? String(ownedOf(l.lineId)) : ''}
                    options={{ min: 0, max: 10000, whole: l.unit === 'pc', units: l.unit === 'm' ? METRES : PIECES }}
                    onempty={() => own(l, 0)}
                    onvalue={(v) => own(l, v)}
                  /></span
                ><span class="n hidden print:inline">{ownedOf(l.lineId) || ''}</span></td
              >
              <td class="num n">{s.drawer ? trimNumber(s.drawer) : '–'}</td>
              <td class="num n">{s.onTheWay ? trimNumber(s.onTheWay) : '–'}</td>
              <td class="num n font-semibold">{s.toOrder ? trimNumber(s.toOrder) : '–'}</td>
              <td class="whitespace-nowrap text-ink2">{l.packText}</td>
              <td class="num n">{l.packPrice === null ? 'unknown' : `${currency}${fixed(l.packPrice, 2)}`}</td>
              <td class="num n">{currency}{fixed(l.cost, 2)}</td>
            </tr>
          {/each}
        </tbody>
      {/if}
    {/each}
    <tfoot>
      <tr
        ><th colspan="8" class="num !text-[0.875rem]"
          >By the price list{open.doc.kit.boxCount > 1 ? `, for ${open.doc.kit.boxCount} boxes` : ''}</th
        ><td class="num n text-[0.875rem] font-semibold">{currency}{fixed(kit.totalCost, 2)}</td></tr
      >
      <tr
        ><th colspan="8" class="num">One box</th><td class="num"
          ><Figure value="{currency}{fixed(kit.costPerBox, 2)}" working={{ id: 'price' }} /></td
        ></tr
      >
      <tr
        ><th colspan="8" class="num">One box without its batteries</th><td class="num n"
          >{currency}{fixed(kit.costWithoutBatteries, 2)}</td
        ></tr
      >
    </tfoot>
  </table>
</div>
{#if kit.unpricedCount}<p class="lab mt-2">{kit.unpricedCount} lines have no price and are not in the sum.</p>{/if}
<p class="lab mt-2">
  Prices of the list are samples. Your own shops and their packets are entered under Orders, own parts and prices on the
  parts page.
</p>
{#if instead && choosing}<InsteadDialog bind:open={choosing} line={instead} />{/if}
