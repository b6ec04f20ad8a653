<script lang="ts">
  import { scrolls } from '$lib/ui/scrolls.ts';
  import {
    needsOf,
    needsOneMore,
    offersFor,
    ordersFrom,
    outstanding,
    paidFor,
    standings,
    type Order
  } from '@haversack/core/kit/buy/orders';
  import { PRICE_LIST, type Basket } from '@haversack/core/kit/buy/types';
  import { sparesOf, withSpares } from '@haversack/core/kit/spares';
  import { fixed, trimNumber } from '@haversack/core/quantity/format';
  import Store from '@lucide/svelte/icons/store';
  import Trash from '@lucide/svelte/icons/trash-2';
  import { useBox, useHeavy } from '$lib/client/use-box.ts';
  import { useShopping } from '$lib/client/shopping.svelte.ts';
  import { today } from '$lib/client/today.ts';
  import Mark from '$lib/ui/Mark.svelte';
  import QuantityField from '$lib/ui/QuantityField.svelte';
  import ShopsDialog from './ShopsDialog.svelte';
  import { ownDay } from '$lib/ui/days.ts';

  /** What is still to be ordered, bought as cheaply as it can be; orders placed, and what came of them. */
  const open = useBox();
  const heavy = useHeavy();
  const shopping = useShopping();
  const currency = $derived(open.doc.preferences.currency);
  const money = (v: number) => `${currency}${fixed(v, 2)}`;
  const lines = $derived(open.plan.kit.lines);
  const all = $derived(standings(lines, shopping.drawer, shopping.orders));
  const spares = $derived(sparesOf(open.plan));
  let spared = $state(false);
  const needs = $derived(spared ? withSpares(needsOf(all), spares, open.doc.kit.boxCount) : needsOf(all));
  const priced = $derived(offersFor(lines, shopping.shops.offers));
  const shops = $derived(priced.listed ? [...shopping.shops.shops, PRICE_LIST] : shopping.shops.shops);
  let found = $state.raw<{ best: Basket; single: Basket[] }>();
  let nextBox = $state.raw<number>();
  let problem = $state('');
  let editing = $state(false);

  // one more box costs what buying for it as well costs more: bought together
  const forOneMore = $derived(needsOneMore(needs, lines));
  $effect(() => {
    if (!shopping.loaded) return;
    const asked = needs;
    void heavy
      .buy(asked, shops, priced.offers)
      .then((answer) => {
        if (asked === needs) found = answer;
        return heavy.buy(forOneMore, shops, priced.offers);
      })
      .then((more) => {
        if (asked === needs && found) nextBox = more.best.total - found.best.total;
      })
      .catch((e: unknown) => (problem = (e as Error).message));
  });

  const shopOf = (id: string) => shops.find((s) => s.id === id);
  const onlyShop = $derived(found?.single.find((b) => b.unmet.length === found!.best.unmet.length));
  /** The order that was taken out last: one press brings it back. */
  let removed = $state.raw<Order>();
  async function takeOut(order: Order): Promise<void> {
    if (await shopping.remove(order.id)) removed = order;
  }
  async function bringBack(): Promise<void> {
    if (removed && (await shopping.place([removed]))) removed = undefined;
  }
  async function place(basket: Basket): Promise<void> {
    const orders = ordersFrom(basket, shops, { boxId: open.id, day: today(), newId: () => crypto.randomUUID() });
    // the spares are ordered now: asked for again only when somebody says so
    if (await shopping.place(orders)) spared = false;
  }
</script>

<div class="grid gap-5">
  <section class="card" aria-label="What to order">
    <div class="flex flex-wrap items-center gap-2">
      <h2 class="flex-1">The cheapest way to buy it</h2>
      <button type="button" class="btn" onclick={() => (editing = true)}
        ><Store size={15} />My shops and packets …</button
      >
    </div>
    {#if spares.length}
      <details class="mt-2">
        <summary>Spares for the field: {spares.length} sorts</summary>
        <div class="overflow-x-auto" use:scrolls>
          <table class="sheet mt-1 max-w-2xl">
            <caption class="sr-only">A pocket of spares</caption>
            <thead><tr><th>What</th><th class="num">How many</th><th>For</th><th>Changed with</th></tr></thead>
            <tbody
              >{#each spares as s (s.lineId)}<tr
                  ><td>{s.name}</td><td class="num n">{s.count}</td><td>{s.where}</td><td>{s.tools || 'bare hands'}</td
                  ></tr
                >{/each}</tbody
            >
          </table>
        </div>
      </details>
      <label class="no-print mt-2 flex items-center gap-2"
        ><input type="checkbox" bind:checked={spared} />Buy the pocket of spares along</label
      >
    {/if}
    {#if !shopping.loaded}<p class="mt-2" role="status">Reading shops and drawer …</p>
    {:else if needs.length === 0}
      <p class="mt-2 flex items-center gap-2"><Mark state="holds" size={16} label="" />Nothing is left to order.</p>
    {:else if !found}<p class="mt-2" role="status">Comparing packets, shops and shipping …</p>
    {:else}
      {@const best = found.best}
      <p class="mt-2 text-[0.875rem]">
        <b class="n text-[1.125rem]">{money(best.total)}</b> in {best.orders.length === 1
          ? 'one order'
          : `${best.orders.length} orders`}{#if onlyShop && onlyShop.orders[0] && best.orders.length > 1}; all of it
          from {shopOf(onlyShop.orders[0].shopId)?.name} would be <b class="n">{money(onlyShop.total)}</b>{/if}. {best.proven
          ? 'Nothing is cheaper with these prices.'
          : `Not proven: at most ${money(best.gap)} could be saved.`}
        {#if nextBox !== undefined}One box more would cost <b class="n">{money(nextBox)}</b>.{/if}
      </p>
      {#each best.orders as o (o.shopId)}
        {@const shop = shopOf(o.shopId)}
        <div class="mt-4 overflow-x-auto">
          <table class="sheet">
            <caption class="text-left font-semibold"
              >{shop?.name}{#if shop?.deliveryDays != null}<span class="lab font-normal">
                  , comes after {shop.deliveryDays} days</span
                >{/if}</caption
            >
            <thead
              ><tr
                ><th>Part</th><th class="num">Packets</th><th>Packet</th><th class="num">Each</th><th class="num"
                  >Together</th
                ></tr
              ></thead
            >
            <tbody>
              {#each best.purchases.filter((p) => p.shopId === o.shopId) as p (p.offerId)}
                <tr
                  ><td>{p.name}</td><td class="num n font-semibold">{p.packets}</td><td class="whitespace-nowrap"
                    >{p.unit === 'm'
                      ? `${trimNumber(p.holds)} m`
                      : p.holds === 1
                        ? 'single'
                        : `of ${trimNumber(p.holds)}`}</td
                  ><td class="num n">{money(p.price)}</td><td class="num n">{money(p.packets * p.price)}</td></tr
                >
              {/each}
              <tr
                ><td colspan="4" class="num text-ink2"
                  >Shipping{o.shortOfFree !== null && shop?.freeFrom != null
                    ? ` (free from ${money(shop.freeFrom)}, ${money(o.shortOfFree)} short of it)`
                    : ''}</td
                ><td class="num n">{money(o.shipping)}</td></tr
              >
              {#if o.off > 0}<tr
                  ><td colspan="4" class="num text-ink2">Coupon</td><td class="num n">−{money(o.off)}</td></tr
                >{/if}
              <tr
                ><th colspan="4" class="num" scope="row">This order</th><td class="num n font-semibold"
                  >{money(o.total)}</td
                ></tr
              >
            </tbody>
          </table>
        </div>
      {/each}
      {#if best.unmet.length}<p class="mt-3 flex items-start gap-2">
          <Mark state="caution" size={16} label="" /><span
            >Nobody offers: {best.unmet.map((u) => u.name).join(', ')}. Enter who sells it, or what you paid.</span
          >
        </p>{/if}
      {#if best.left.length}<details class="mt-3">
          <summary>Left over when it is built: worth {money(best.leftWorth)}</summary>
          <ul class="mt-1 grid list-disc gap-x-6 pl-5 md:grid-cols-2">
            {#each best.left as l (l.lineId)}<li>
                <span class="n">{trimNumber(l.count)}</span>
                {l.unit === 'm' ? 'm of' : '×'}
                {l.name}, {money(l.worth)}
              </li>{/each}
          </ul>
        </details>{/if}
      <div class="no-print mt-4 flex flex-wrap gap-2">
        <button type="button" class="btn main" onclick={() => place(best)}
          >Put into {best.orders.length === 1 ? 'an order' : `${best.orders.length} orders`}</button
        >
        {#if onlyShop && best.orders.length > 1}<button type="button" class="btn" onclick={() => place(onlyShop)}
            >Rather one order, {money(onlyShop.total)}</button
          >{/if}
      </div>
    {/if}
    {#if problem || shopping.problem}<p class="mt-2 text-stop" role="alert">{problem || shopping.problem}</p>{/if}
  </section>

  <section class="card" aria-label="Orders placed">
    <h2>Orders placed</h2>
    {#if shopping.orders.length === 0}<p class="lab mt-1">
        None yet. What comes is ticked here, lies in the drawer from then on, and is known on the bench.
      </p>{/if}
    {#if removed}<p class="no-print mt-2 flex flex-wrap items-center gap-2" role="status">
        The order at {removed.shopName} is taken out; what came of it still lies in the drawer.
        <button type="button" class="btn" onclick={bringBack}>Bring it back</button>
      </p>{/if}
    {#each shopping.orders as o (o.id)}
      <div class="mt-3 overflow-x-auto" data-order={o.shopName}>
        <table class="sheet">
          <caption class="text-left"
            ><b>{o.shopName}</b>, <span class="n">{ownDay(o.day)}</span>{#if outstanding(o) === 0}: all of it came{:else if o.expectedDay}:
              expected <span class="n">{ownDay(o.expectedDay)}</span>{/if}; <span class="n">{money(paidFor(o))}</span> with
            shipping</caption
          >
          <thead
            ><tr
              ><th>Part</th><th class="num">Ordered</th><th class="num">Paid for one</th><th class="num">Came</th><td
                class="no-print"
              ></td></tr
            ></thead
          >
          <tbody>
            {#each o.lines as l (l.lineId)}
              <tr>
                <td>{l.name}</td>
                <td class="num whitespace-nowrap"
                  ><span class="n">{l.packets}</span>
                  <span class="u"
                    >{l.unit === 'm'
                      ? `× ${trimNumber(l.holds)} m`
                      : l.holds === 1
                        ? ''
                        : `× ${trimNumber(l.holds)}`}</span
                  ></td
                >
                <td class="num"
                  ><QuantityField
                    label="{l.name} paid for a packet"
                    at="{o.id} {l.lineId} paid"
                    hideLabel
                    kind="money"
                    width={64}
                    text={fixed(l.price, 2)}
                    options={{ min: 0, max: 100000 }}
                    onvalue={(v) => shopping.paid(o.id, l.lineId, v)}
                  /></td
                >
                <td class="num"
                  ><QuantityField
                    label="{l.name} came"
                    at="{o.id} {l.lineId}"
                    hideLabel
                    kind="number"
                    width={48}
                    text={String(l.arrived)}
                    options={{ min: 0, max: l.packets, whole: true }}
                    onvalue={(v) => shopping.arrived(o.id, l.lineId, v)}
                  /></td
                >
                <td class="no-print"
                  >{#if l.arrived < l.packets}<button
                      type="button"
                      class="btn"
                      aria-label="{l.name}: all came"
                      onclick={() => shopping.arrived(o.id, l.lineId, l.packets)}>All came</button
                    >{:else}<Mark state="holds" size={16} label="came" />{/if}</td
                >
              </tr>
            {/each}
          </tbody>
        </table>
        <div class="no-print mt-2 flex gap-2">
          {#if outstanding(o) > 0}<button
              type="button"
              class="btn"
              onclick={async () => {
                for (const l of o.lines) if (l.arrived < l.packets) await shopping.arrived(o.id, l.lineId, l.packets);
              }}>The whole parcel came</button
            >{/if}
          <button type="button" class="btn" onclick={() => takeOut(o)}><Trash size={14} />Take this order out</button>
        </div>
      </div>
    {/each}
  </section>
</div>
{#if editing}<ShopsDialog bind:open={editing} />{/if}
