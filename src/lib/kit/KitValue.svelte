<script lang="ts">
  import { add, remove, set } from '@haversack/core/box/edit';
  import { scrolls } from '$lib/ui/scrolls.ts';
  import { CHOICE_WORDS } from '@haversack/core/catalogue/field-words';
  import { CHEMISTRIES } from '@haversack/core/catalogue/part';
  import type { Offered } from '@haversack/core/box/schema';
  import { valueTable, type Ends } from '@haversack/core/kit/value';
  import { durationText, fixed, massText } from '@haversack/core/quantity/format';
  import { quantityText } from '@haversack/core/quantity/parse';
  import Plus from '@lucide/svelte/icons/plus';
  import Trash from '@lucide/svelte/icons/trash-2';
  import { useBox } from '$lib/client/use-box.ts';
  import QuantityField from '$lib/ui/QuantityField.svelte';

  /** Build or buy, this or that: what was offered against the kit, by one measure. */
  const open = useBox();
  const table = $derived(valueTable(open.doc, open.plan));
  const offered = $derived(open.doc.kit.offered);
  const { currency, massUnit } = $derived(open.doc.preferences);
  let name = $state('');

  const ends = (e: Ends | null, of: (v: number) => string, unit = ''): string => {
    if (e === null) return 'unknown';
    const [low, high] = [of(e.low), of(e.high)];
    return `${low === high ? low : `${low} to ${high}`}${unit}`;
  };
  const money = (v: number) => `${currency}${fixed(v, 2)}`;
  const one = (digits: number) => (v: number) => fixed(v, digits);
  const years = (v: number) => fixed(v, v < 3 ? 1 : 0);
  const mass = (v: number) => massText(v, massUnit);
  const best = $derived(table.rows.find((r) => r.id === table.cheapestPerOutingId));
  const change = (o: Offered, over: Partial<Offered>, what: string) =>
    open.commit(
      `${o.name}: ${what}`,
      Object.entries(over).map(([key, value]) => set<string>(`kit/offered/${o.id}/${key}`, value))
    );

  function offer(): void {
    const text = name.trim();
    if (!text) return;
    const value: Offered = {
      id: `o-${crypto.randomUUID().slice(0, 8)}`,
      name: text,
      priceAmount: null,
      extrasAmount: 0,
      energyWh: null,
      massKg: null,
      chemistry: 'unknown'
    };
    open.commit(`${text} to compare`, [add('kit/offered', value)]);
    name = '';
  }
</script>

<section class="card" aria-label="Build or buy">
  <h2>Build or buy</h2>
  <p class="lab">
    One measure for all: new, at the coldest of this outing, down to where each chemistry should be left, {open.doc.bank
      .outingsPerYear} outings a year.
  </p>
  {#if table.rows.length === 0}
    <p class="mt-2">Choose a battery, or enter below what you were offered.</p>
  {:else}
    <div class="mt-2 overflow-x-auto" use:scrolls>
      <table class="sheet">
        <caption class="sr-only">The box against what was offered</caption>
        <thead
          ><tr
            ><th>What</th><th class="num">Price</th><th class="num">Label, Wh</th><th class="num">Usable, Wh</th><th
              class="num">A usable Wh</th
            ><th class="num">Mass, {massUnit}</th><th class="num">{massUnit} for 1 kWh</th><th class="num"
              >Life, years</th
            ><th class="num">An outing</th><th class="num">Lasts here</th></tr
          ></thead
        >
        <tbody>
          {#each table.rows as r (r.id)}
            <tr data-value={r.of}>
              <th scope="row" class="!text-[0.8125rem] !font-normal !whitespace-normal !text-ink"
                >{r.name}{#if r.of === 'box'}<span class="lab block">as built from this kit</span>{/if}</th
              >
              <td class="num n">{r.price === null ? 'unknown' : money(r.price)}</td>
              <td class="num n">{r.energyWh === null ? 'unknown' : fixed(r.energyWh, 0)}</td>
              <td class="num n">{ends(r.usableWh, one(0))}</td>
              <td class="num n {r.id === table.cheapestPerWhId ? 'font-bold' : ''}">{ends(r.pricePerWh, money)}</td>
              <td class="num n">{r.massKg === null ? 'unknown' : massText(r.massKg, massUnit)}</td>
              <td class="num n">{ends(r.kgPerKwh, mass)}</td>
              <td class="num n">{ends(r.lifeYears, years)}</td>
              <td class="num n {r.id === table.cheapestPerOutingId ? 'font-bold' : ''}"
                >{ends(r.pricePerOuting, money)}</td
              >
              <td class="num n">{ends(r.lastsH, durationText)}</td>
            </tr>
          {/each}
        </tbody>
      </table>
    </div>
    {#if best}<p class="mt-2"><b>{best.name}</b> is the cheapest over its life, outing by outing.</p>
    {:else if offered.length}<p class="mt-2">
        Which is cheapest cannot be told until price, energy and chemistry of each are known.
      </p>{/if}
  {/if}

  <h3 class="mt-5">What you were offered</h3>
  <div class="no-print mt-1 grid gap-3">
    {#each offered as o (o.id)}
      <fieldset class="rounded-box border border-line p-3">
        <legend class="px-1 font-semibold">{o.name}</legend>
        <div class="flex flex-wrap items-center gap-3">
          <label class="flex items-center gap-2"
            ><span class="lab">Name</span><input
              class="in w-52"
              maxlength="80"
              value={o.name}
              aria-label="Name of {o.name}"
              onchange={(e) => {
                const text = e.currentTarget.value.trim();
                if (text) change(o, { name: text }, `called ${text}`);
                else e.currentTarget.value = o.name;
              }}
            /></label
          >
          <QuantityField
            label="Price"
            at={o.id}
            kind="money"
            text={o.priceAmount === null ? '' : fixed(o.priceAmount, 2)}
            options={{ min: 0, max: 100000 }}
            onempty={() => change(o, { priceAmount: null }, 'price unknown')}
            onvalue={(v) => change(o, { priceAmount: v }, `price ${money(v)}`)}
          />
          <QuantityField
            label="What it needs along"
            at={o.id}
            kind="money"
            text={fixed(o.extrasAmount, 2)}
            options={{ min: 0, max: 100000 }}
            onvalue={(v) => change(o, { extrasAmount: v }, `needs ${money(v)} along`)}
          />
          <QuantityField
            label="Energy on its label"
            at={o.id}
            kind="energy"
            unit="Wh"
            text={o.energyWh === null ? '' : String(o.energyWh)}
            options={{ max: 100000, atV: 12.8 }}
            onempty={() => change(o, { energyWh: null }, 'energy unknown')}
            onvalue={(v) => change(o, { energyWh: v }, quantityText(v, 'energy'))}
          />
          <QuantityField
            label="Mass"
            at={o.id}
            kind="mass"
            unit={massUnit}
            text={o.massKg === null ? '' : massText(o.massKg, massUnit)}
            options={{ max: 500, ...(massUnit === 'lb' ? { bareUnit: 'lb' as const } : {}) }}
            onempty={() => change(o, { massKg: null }, 'mass unknown')}
            onvalue={(v) => change(o, { massKg: v }, quantityText(v, 'mass'))}
          />
          <label class="flex items-center gap-2"
            ><span class="lab">Chemistry</span><select
              class="in"
              aria-label="Chemistry of {o.name}"
              value={o.chemistry}
              onchange={(e) =>
                change(o, { chemistry: e.currentTarget.value as Offered['chemistry'] }, e.currentTarget.value)}
              >{#each CHEMISTRIES as c (c)}<option value={c}>{CHOICE_WORDS[c] ?? c}</option>{/each}</select
            ></label
          >
          <button
            type="button"
            class="btn"
            aria-label="Remove {o.name}"
            onclick={() => open.commit(`${o.name} removed`, [remove(`kit/offered/${o.id}`)])}
            ><Trash size={14} />Remove</button
          >
        </div>
      </fieldset>
    {/each}
    <form
      class="flex flex-wrap items-center gap-2"
      onsubmit={(e) => {
        e.preventDefault();
        offer();
      }}
    >
      <input
        class="in w-64"
        maxlength="80"
        placeholder="ready-made box, 240 Wh"
        aria-label="Name of what was offered"
        bind:value={name}
      /><button type="submit" class="btn" disabled={offered.length >= 20}><Plus size={15} />Add an offer</button>
    </form>
  </div>
</section>
