<script lang="ts">
  import { set, type At } from '@haversack/core/box/edit';
  import { yearsOf, yearsText } from '@haversack/core/box/age';
  import { NO_WISHES } from '@haversack/core/box/wishes';
  import { CARRY_LIMIT_KG, CARRY_WORDS } from '@haversack/core/kit/carry';
  import { SEAL_LADDER, SEAL_WORDS } from '@haversack/core/sealing/sealing';
  import { fixed, massText } from '@haversack/core/quantity/format';
  import { useBox } from '$lib/client/use-box.ts';
  import { listedName, partsOfKind } from '$lib/parts/parts-of-kind.ts';
  import QuantityField from '$lib/ui/QuantityField.svelte';
  import SelectRow from '$lib/ui/SelectRow.svelte';

  /** What a designed box must keep to. Everything left as usual is chosen by what people usually do. */
  const open = useBox();
  const w = $derived(open.doc.wishes);
  const p = $derived(open.doc.preferences);

  function wish<const K extends string>(label: string, key: K, value: At<`wishes/${K}`>): void {
    open.set(label, `wishes/${key}`, value);
  }
  const named = (list: readonly { id: string; name: string; origin: string }[], any: string) =>
    [['', any], ...list.map((q) => [q.id, listedName(q)])] as [string, string][];
  /** The one that stands in the box is as old as there. */
  function chooseBattery(partId: string | null, text: string): void {
    const ageYears = partId !== null && partId === open.doc.bank.partId ? yearsOf(open.doc.bank.ageYears) : 0;
    open.commit(`Battery: ${text}`, [set('wishes/batteryPartId', partId), set('wishes/batteryAgeYears', ageYears)]);
  }
  const SEALS = SEAL_LADDER.map((s) => [s, SEAL_WORDS[s].toLowerCase()] as const);
  const CARRIES = (Object.keys(CARRY_WORDS) as (keyof typeof CARRY_WORDS)[]).map((c) => [c, CARRY_WORDS[c]] as const);
  const SORTS = [
    ['lfp', 'Iron phosphate'],
    ['agm', 'AGM'],
    ['gel', 'Gel'],
    ['nmc3', 'Li-ion 3S'],
    ['nmc4', 'Li-ion 4S'],
    ['flooded', 'Flooded']
  ] as const;
  const sockets = $derived(partsOfKind(open, 'panel').filter((q) => q.role === 'outlet' && !q.exposedLivePins));
  const toggled = <T>(list: readonly T[], one: T): T[] =>
    list.includes(one) ? list.filter((x) => x !== one) : [...list, one];
  const isPlain = $derived(JSON.stringify(w) === JSON.stringify(NO_WISHES));
</script>

<section class="grid content-start gap-1" aria-label="What it must keep to">
  <div class="flex items-center justify-between">
    <h2>What it must keep to</h2>
    {#if !isPlain}<button type="button" class="btn" onclick={() => open.set('No wishes', 'wishes', NO_WISHES)}
        >Clear</button
      >{/if}
  </div>
  <SelectRow
    word="Weather"
    value={open.doc.outing.seal}
    choices={SEALS}
    onchoose={(v, text) => open.set(`Weather: ${text}`, 'outing/seal', v)}
  />
  <SelectRow
    word="Carried"
    value={open.doc.outing.carry}
    choices={CARRIES}
    onchoose={(v, text) => open.set(`Carried: ${text}`, 'outing/carry', v)}
  />
  <SelectRow
    word="Battery that is mine"
    value={w.batteryPartId ?? ''}
    choices={named(partsOfKind(open, 'battery'), 'any')}
    onchoose={(v, text) => chooseBattery(v === '' ? null : v, text)}
  />
  {#if w.batteryPartId !== null}
    <div class="row">
      <span>Bought how long ago</span><QuantityField
        label="Bought how long ago"
        hideLabel
        kind="number"
        unit="years"
        text={yearsText(w.batteryAgeYears)}
        options={{ min: 0, max: 30 }}
        onvalue={(v) => wish(`Battery ${yearsText(v)} years old`, 'batteryAgeYears', v)}
      />
    </div>
  {/if}
  <SelectRow
    word="How many"
    value={String(w.batteryCount ?? '')}
    choices={[
      ['', 'one or two'],
      ['1', 'one'],
      ['2', 'two'],
      ['3', 'three'],
      ['4', 'four']
    ]}
    onchoose={(v, text) => wish(`Batteries: ${text}`, 'batteryCount', v === '' ? null : Number(v))}
  />
  {#if w.batteryPartId === null}
    <div class="flex flex-wrap gap-1 py-1" role="group" aria-label="Sorts of battery">
      {#each SORTS as [sort, word] (sort)}<button
          type="button"
          class="chip"
          aria-pressed={w.chemistries.includes(sort)}
          onclick={() => wish(`Sorts: ${word}`, 'chemistries', toggled(w.chemistries, sort))}>{word}</button
        >{/each}
    </div>
  {/if}
  <SelectRow
    word="Case on the shelf"
    value={w.casePartId ?? ''}
    choices={named(partsOfKind(open, 'case'), 'any')}
    onchoose={(v, text) => wish(`Case: ${text}`, 'casePartId', v === '' ? null : v)}
  />
  <div class="row">
    <span>Weighs at most</span><QuantityField
      label="Weighs at most"
      hideLabel
      kind="mass"
      unit={p.massUnit}
      text={w.mostKg === null ? '' : massText(w.mostKg, p.massUnit)}
      options={{ ...(p.massUnit === 'lb' ? { bareUnit: 'lb' as const } : {}), min: 0.2, max: 500 }}
      onempty={() => wish('No limit of its own', 'mostKg', null)}
      onvalue={(v) => wish(`At most ${massText(v, p.massUnit)} ${p.massUnit}`, 'mostKg', v)}
    />
  </div>
  <p class="lab">
    Carried so: {massText(CARRY_LIMIT_KG[open.doc.outing.carry], p.massUnit)}
    {p.massUnit} at most{open.doc.outing.budgetAmount === null
      ? ''
      : `, ${p.currency}${fixed(open.doc.outing.budgetAmount, 0)} at most`}. Here it can be less.
  </p>
  <div class="row">
    <span>Costs at most</span><QuantityField
      label="Costs at most"
      hideLabel
      kind="money"
      unit={p.currency}
      text={w.mostAmount === null ? '' : fixed(w.mostAmount, 0)}
      options={{ min: 1, max: 100000 }}
      onempty={() => wish('No limit of its own', 'mostAmount', null)}
      onvalue={(v) => wish(`At most ${p.currency}${fixed(v, 0)}`, 'mostAmount', v)}
    />
  </div>
  <div class="row">
    <span>At least so sure</span><QuantityField
      label="At least so sure"
      hideLabel
      kind="fraction"
      unit="%"
      text={fixed(w.leastChanceFraction * 100, 0)}
      options={{ min: 0, max: 0.99 }}
      onvalue={(v) => wish(`At least ${fixed(v * 100, 0)} % sure`, 'leastChanceFraction', v)}
    />
  </div>
  <label class="row"
    ><span>No soldering</span><input
      type="checkbox"
      checked={w.noSoldering}
      onchange={(e) =>
        wish(e.currentTarget.checked ? 'No soldering' : 'Soldering is fine', 'noSoldering', e.currentTarget.checked)}
    /></label
  >
  <SelectRow
    word="Switched by"
    value={w.control}
    choices={[
      ['usual', 'as usual: a switch'],
      ['switch', 'a switch'],
      ['breaker', 'a breaker’s lever']
    ]}
    onchoose={(v, text) => wish(`Switched by ${text}`, 'control', v)}
  />
  <SelectRow
    word="Spread out by"
    value={w.spread}
    choices={[
      ['usual', 'as usual: a fuse block'],
      ['fuse-block', 'a fuse block'],
      ['chain', 'a chain']
    ]}
    onchoose={(v, text) => wish(`Spread out by ${text}`, 'spread', v)}
  />
  <SelectRow
    word="Meter"
    value={w.meter}
    choices={[
      ['usual', 'as usual'],
      ['shunt', 'shunt meter'],
      ['voltmeter', 'voltmeter'],
      ['none', 'none']
    ]}
    onchoose={(v, text) => wish(`Meter: ${text}`, 'meter', v)}
  />
  <SelectRow
    word="Charged"
    value={w.charging}
    choices={[
      ['usual', 'as usual'],
      ['inlet', 'through an inlet'],
      ['lid-open', 'with the lid open']
    ]}
    onchoose={(v, text) => wish(`Charged ${text}`, 'charging', v)}
  />
  <details class="pt-1" open={w.outletPartIds.length > 0}>
    <summary class="cursor-pointer"
      >Sockets I have plugs for{w.outletPartIds.length ? ` (${w.outletPartIds.length})` : ''}</summary
    >
    <div class="grid gap-1 py-1">
      {#each sockets as s (s.id)}
        <label class="flex items-start gap-2"
          ><input
            type="checkbox"
            class="mt-1"
            checked={w.outletPartIds.includes(s.id)}
            onchange={() => wish(`Plugs: ${s.name}`, 'outletPartIds', toggled(w.outletPartIds, s.id))}
          /><span>{s.name}</span></label
        >
      {/each}
    </div>
  </details>
</section>
