<script lang="ts">
  import { PRICE_LIST, type Offer, type Shop, type Shops } from '@haversack/core/kit/buy/types';
  import { fixed, trimNumber } from '@haversack/core/quantity/format';
  import Plus from '@lucide/svelte/icons/plus';
  import Trash from '@lucide/svelte/icons/trash-2';
  import { useBox } from '$lib/client/use-box.ts';
  import { useShopping } from '$lib/client/shopping.svelte.ts';
  import Dialog from '$lib/ui/Dialog.svelte';
  import QuantityField from '$lib/ui/QuantityField.svelte';
  import QuantityRow from '$lib/ui/QuantityRow.svelte';

  /** The person's own shops: how they bill, and their packets of what this box takes. */
  let { open: shown = $bindable() }: { open: boolean } = $props();
  const open = useBox();
  const shopping = useShopping();
  const currency = $derived(open.doc.preferences.currency);
  const shops = $derived(shopping.shops.shops);
  const offers = $derived(shopping.shops.offers);
  let name = $state('');
  let shopId = $state('');
  const chosen = $derived(shops.find((s) => s.id === shopId) ?? shops[0]);
  let lineId = $state('');

  const keep = (next: (now: Shops) => Partial<Shops>) => shopping.changeShops((now) => ({ ...now, ...next(now) }));
  const change = (shop: Shop, over: Partial<Shop>) =>
    keep((now) => ({ shops: now.shops.map((s) => (s.id === shop.id ? { ...s, ...over } : s)) }));
  const changeOffer = (offer: Offer, over: Partial<Offer>) =>
    keep((now) => ({ offers: now.offers.map((o) => (o.id === offer.id ? { ...o, ...over } : o)) }));

  async function addShop(): Promise<void> {
    const text = name.trim();
    if (!text) return;
    const id = `shop-${crypto.randomUUID().slice(0, 8)}`;
    const made = await keep((now) => ({ shops: [...now.shops, { ...PRICE_LIST, id, name: text }] }));
    if (!made) return;
    name = '';
    shopId = id;
  }
  /** What was removed last: one press brings it back. */
  let removed = $state.raw<{ shop: Shop; offers: Offer[] }>();
  async function removeShop(shop: Shop): Promise<void> {
    const its = offers.filter((o) => o.shopId === shop.id);
    const done = await keep((now) => ({
      shops: now.shops.filter((s) => s.id !== shop.id),
      offers: now.offers.filter((o) => o.shopId !== shop.id)
    }));
    if (done) removed = { shop, offers: its };
  }
  async function bringBack(): Promise<void> {
    const back = removed;
    if (!back) return;
    const done = await keep((now) => ({
      shops: [...now.shops, back.shop],
      offers: [...now.offers, ...back.offers]
    }));
    if (done) removed = undefined;
  }
  function addOffer(): void {
    const line = open.plan.kit.lines.find((l) => l.lineId === lineId);
    if (!line || !chosen) return;
    const offer: Offer = {
      id: `offer-${crypto.randomUUID().slice(0, 8)}`,
      lineId,
      shopId: chosen.id,
      holds: line.perPack,
      price: line.packPrice ?? 0
    };
    void keep((now) => ({ offers: [...now.offers, offer] }));
  }
  const nameOf = (id: string): string => open.plan.kit.lines.find((l) => l.lineId === id)?.name ?? id;
  const MONEY = { min: 0, max: 100000 };
</script>

<Dialog bind:open={shown} title="My shops and packets">
  <form
    class="flex flex-wrap items-center gap-2"
    onsubmit={(e) => {
      e.preventDefault();
      void addShop();
    }}
  >
    <input class="in" maxlength="60" placeholder="name of a shop" aria-label="Name of a new shop" bind:value={name} />
    <button class="btn" disabled={!name.trim()}><Plus size={14} />Add shop</button>
  </form>
  {#if shops.length === 0}
    <p class="lab mt-3">
      Add the shops you buy from. Until then everything is counted from the price list, without shipping.
    </p>
  {:else if chosen}
    <div class="seg mt-3" role="group" aria-label="Shop">
      {#each shops as s (s.id)}<button type="button" aria-pressed={s.id === chosen.id} onclick={() => (shopId = s.id)}
          >{s.name}</button
        >{/each}
    </div>
    <div class="mt-2">
      <QuantityRow
        word="Shipping of an order"
        label="Shipping of {chosen.name}"
        kind="money"
        unit={currency}
        text={fixed(chosen.shipping, 2)}
        options={MONEY}
        onvalue={(v) => change(chosen, { shipping: v })}
      />
      <QuantityRow
        word="Free from"
        label="Free shipping of {chosen.name} from"
        kind="money"
        unit={currency}
        text={chosen.freeFrom === null ? '' : fixed(chosen.freeFrom, 2)}
        options={{ min: 0.01, max: 100000 }}
        onempty={() => change(chosen, { freeFrom: null })}
        onvalue={(v) => change(chosen, { freeFrom: v })}
      />
      <QuantityRow
        word="Comes after"
        label="Days of delivery of {chosen.name}"
        kind="number"
        unit="days"
        text={chosen.deliveryDays === null ? '' : String(chosen.deliveryDays)}
        options={{ min: 0, max: 120, whole: true, units: { day: 1, days: 1, week: 7, weeks: 7 } }}
        onempty={() => change(chosen, { deliveryDays: null })}
        onvalue={(v) => change(chosen, { deliveryDays: v })}
      />
      <QuantityRow
        word="Tax on top of its prices"
        label="Tax of {chosen.name}"
        kind="fraction"
        unit="%"
        text={trimNumber(chosen.taxFraction * 100)}
        options={{ min: 0, max: 1 }}
        onvalue={(v) => change(chosen, { taxFraction: v })}
      />
      <QuantityRow
        word="Off every price"
        label="Off at {chosen.name}"
        kind="fraction"
        unit="%"
        text={trimNumber(chosen.offFraction * 100)}
        options={{ min: 0, max: 0.95 }}
        onvalue={(v) => change(chosen, { offFraction: v })}
      />
      <div class="row">
        <span>Coupon, off an order</span><span class="flex items-center gap-1"
          ><QuantityField
            label="Coupon of {chosen.name}"
            hideLabel
            kind="money"
            unit={currency}
            width={56}
            text={chosen.coupon ? fixed(chosen.coupon.amount, 2) : ''}
            options={{ min: 0.01, max: 100000 }}
            onempty={() => change(chosen, { coupon: null })}
            onvalue={(v) => change(chosen, { coupon: { amount: v, from: chosen.coupon?.from ?? 0 } })}
          />{#if chosen.coupon}from<QuantityField
              label="Coupon of {chosen.name} from"
              hideLabel
              kind="money"
              unit={currency}
              width={56}
              text={fixed(chosen.coupon.from, 2)}
              options={MONEY}
              onvalue={(v) => change(chosen, { coupon: { ...chosen.coupon!, from: v } })}
            />{/if}</span
        >
      </div>
      <h3 class="mt-3">Its packets</h3>
      {#each offers.filter((o) => o.shopId === chosen.id) as o (o.id)}
        <div class="row" data-offer={o.lineId}>
          <span class="min-w-0 flex-1">{nameOf(o.lineId)}</span>
          <span class="flex items-center gap-1"
            ><QuantityField
              label="{nameOf(o.lineId)}: a packet holds"
              at={o.id}
              hideLabel
              kind="number"
              width={52}
              text={trimNumber(o.holds)}
              options={{ min: 0.01, max: 100000 }}
              onvalue={(v) => changeOffer(o, { holds: v })}
            /><span class="lab">for</span><QuantityField
              label="{nameOf(o.lineId)}: its price"
              at={o.id}
              hideLabel
              kind="money"
              unit={currency}
              width={60}
              text={fixed(o.price, 2)}
              options={MONEY}
              onvalue={(v) => changeOffer(o, { price: v })}
            /><button
              type="button"
              class="icon"
              aria-label="{nameOf(o.lineId)}: no longer sold there"
              onclick={() => keep((now) => ({ offers: now.offers.filter((x) => x.id !== o.id) }))}
              ><Trash size={16} /></button
            ></span
          >
        </div>
      {:else}<p class="lab">None yet: what it sells of this box, packet by packet.</p>{/each}
      <div class="row">
        <select class="in min-w-0 flex-1" aria-label="What it sells" bind:value={lineId}>
          <option value="">a line of this kit …</option>
          {#each open.plan.kit.lines as l (l.lineId)}<option value={l.lineId}>{l.name}</option>{/each}
        </select>
        <button type="button" class="btn" disabled={!lineId} onclick={addOffer}><Plus size={14} />Packet</button>
      </div>
      <button type="button" class="btn danger mt-3" onclick={() => removeShop(chosen)}
        >Remove {chosen.name} and its packets</button
      >
    </div>
  {/if}
  {#if removed}<p class="mt-3 flex flex-wrap items-center gap-2" role="status">
      {removed.shop.name} is removed.
      <button type="button" class="btn" onclick={bringBack}>Bring {removed.shop.name} back</button>
    </p>{/if}
  {#if shopping.problem}<p class="mt-2 text-stop" role="alert">{shopping.problem}</p>{/if}
</Dialog>
