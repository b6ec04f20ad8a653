<script lang="ts">
  import { set as setAt, type At } from '@haversack/core/box/edit';
  import { yearsText } from '@haversack/core/box/age';
  import { mainFeed } from '@haversack/core/box/feeds';
  import { parallelPlan } from '@haversack/core/battery/parallel-plan';
  import { fixed, lengthText } from '@haversack/core/quantity/format';
  import { AGE_UNITS } from '@haversack/core/quantity/units';
  import { useBox } from '$lib/client/use-box.ts';
  import AttrQuantity from '$lib/ui/AttrQuantity.svelte';
  import QuantityField from '$lib/ui/QuantityField.svelte';
  import QuantityRow from '$lib/ui/QuantityRow.svelte';
  import SelectRow from '$lib/ui/SelectRow.svelte';

  const open = useBox();
  const bank = $derived(open.plan.bank);
  const b = $derived(open.doc.bank);
  const set = <const K extends string>(what: string, key: K, value: At<`bank/${K}`>) =>
    open.set(what, `bank/${key}`, value);
  const plan = $derived(bank ? parallelPlan(open.doc, bank, open.plan.wiring.main.loadA) : undefined);
  const ARRANGE = {
    parallel: 'joined in parallel when several',
    changeover: 'one after the other by a changeover switch',
    series: 'in series, 24 V: refused'
  } as const;
  const STANDS = [
    ['inside', 'inside the box'],
    ['outside', 'outside, feeding the box through a lead']
  ] as const;
  const main = $derived(mainFeed(open.doc));
  const lead = $derived(main.lead?.lengthMm ?? 0);
  const setLead = (lengthMm: number) =>
    setAt(`feeds/${main.id}/lead`, { ...(main.lead ?? { wire: { is: 'auto' }, wireCount: 1 }), lengthMm });
  const TAKE = {
    bus: 'equal leads to a common bus',
    opposite: 'plus and minus at opposite ends',
    'same-end': 'both at the same end'
  } as const;

  const said = (i: number) => (open.doc.bank.packs[i] ?? open.doc.bank).ageYears;
  function setPack(i: number, key: 'ageYears' | 'startFraction', value: number | 'unknown'): void {
    if (!bank) return;
    set(
      `Battery ${i + 1}`,
      'packs',
      bank.packs.map((p, j) => ({
        ageYears: (open.doc.bank.packs[j] ?? open.doc.bank).ageYears,
        startFraction: p.startFraction,
        ...(i === j ? { [key]: value } : {})
      }))
    );
  }
</script>

<section class="card" aria-label="Arrangement">
  <h2 class="h3">Where the batteries stand, and how they are joined</h2>
  <QuantityRow
    word="How many"
    label="How many to join"
    kind="number"
    width={56}
    text={String(b.count)}
    options={{ min: 1, max: 4, whole: true, units: { battery: 1, batteries: 1, pack: 1, packs: 1 } }}
    onvalue={(v) => set(`${v} batteries`, 'count', v)}
  />
  <SelectRow
    word="They stand"
    width="w-72"
    value={b.stands}
    choices={STANDS}
    onchoose={(v, t) =>
      open.commit(`Battery ${t}`, [setAt('bank/stands', v), ...(v === 'outside' && !main.lead ? [setLead(1500)] : [])])}
  />
  <SelectRow
    word="Arrangement"
    width="w-72"
    value={b.arrangement}
    choices={Object.entries(ARRANGE) as [keyof typeof ARRANGE, string][]}
    onchoose={(v, t) => set(t, 'arrangement', v)}
  />
  {#if b.arrangement === 'changeover'}<label class="row"
      ><span>It has a position that joins the packs</span><input
        type="checkbox"
        checked={b.changeoverJoins}
        onchange={(e) => set('Changeover joins', 'changeoverJoins', e.currentTarget.checked)}
      /></label
    >
    <AttrQuantity
      label="The changeover bears"
      kind="current"
      unit="A"
      attr={b.changeoverA}
      text={String}
      automatic="bought to bear the main fuse"
      start={60}
      allow={['auto', 'set', 'unknown']}
      options={{ min: 1, max: 500 }}
      onattr={(a) => set('Changeover rating', 'changeoverA', a)}
    />{/if}
  {#if b.stands === 'outside'}
    <QuantityRow
      word="Lead to the box, one way"
      label="Lead of the outside battery"
      kind="length"
      unit={open.doc.preferences.lengthUnit}
      width={72}
      text={lengthText(lead, open.doc.preferences.lengthUnit, 0)}
      options={{ lengthUnit: open.doc.preferences.lengthUnit, min: 50, max: 20000 }}
      onvalue={(v) => open.commit('Battery lead', [setLead(v)])}
    />
    <p class="lab">
      The main fuse stays at the battery; the lead and both contacts of its way in count in every voltage. Which port it
      comes through is said on Wiring, main feed. The battery takes no room in the case and is not in its mass.
    </p>
  {/if}
  {#if bank && bank.count > 1}
    {#if b.arrangement !== 'changeover'}
      <SelectRow
        word="Leads taken off"
        width="w-72"
        value={b.takeOff}
        choices={Object.entries(TAKE) as [keyof typeof TAKE, string][]}
        onchoose={(v, t) => set(t, 'takeOff', v)}
      />
      <AttrQuantity
        label="One link, one pole"
        kind="number"
        unit="mohm"
        attr={b.linkMilliOhm}
        text={String}
        automatic="{fixed(bank.linkMilliOhm, 2)} mohm"
        start={1}
        allow={['auto', 'set']}
        options={{ min: 0.01, max: 1000, units: { mohm: 1, ohm: 1000 } }}
        onattr={(a) => set('Links', 'linkMilliOhm', a)}
      />
    {/if}
    <AttrQuantity
      label="Fuse at each battery"
      kind="current"
      unit="A"
      attr={b.packFuse}
      text={String}
      automatic="{plan?.packFuseA ?? '–'} A"
      start={plan?.packFuseA ?? 30}
      options={{ min: 1, max: 300 }}
      onattr={(a) => set('Fuse at each battery', 'packFuse', a)}
    />
    <table class="sheet mt-2">
      <thead
        ><tr
          ><th>Battery</th><th class="num">Age, years</th><th class="num">Starts, %</th>{#if plan}<th class="num"
              >of {fixed(plan.loadA, 1)} A gives</th
            >{/if}</tr
        ></thead
      >
      <tbody>
        {#each bank.packs as p, i (i)}
          <tr>
            <th scope="row">{i + 1}</th>
            <td class="num"
              ><QuantityField
                label="Age of battery {i + 1}"
                hideLabel
                kind="number"
                width={56}
                text={said(i) === 'unknown' ? '' : yearsText(said(i))}
                options={{ min: 0, max: 30, units: AGE_UNITS }}
                onempty={() => setPack(i, 'ageYears', 'unknown')}
                onvalue={(v) => setPack(i, 'ageYears', v)}
              /></td
            >
            <td class="num"
              ><QuantityField
                label="Charge of battery {i + 1}"
                hideLabel
                kind="fraction"
                width={56}
                text={fixed(p.startFraction * 100, 0)}
                options={{ min: 0.01, max: 1 }}
                onvalue={(v) => setPack(i, 'startFraction', v)}
              /></td
            >
            {#if plan}<td class="num"><span class="n">{fixed(plan.currentsA[i]!, 2)}</span> <span class="u">A</span></td
              >{/if}
          </tr>
        {/each}
      </tbody>
    </table>
    {#if plan}
      <p class="mt-2">{plan.say}</p>
      {#if plan.surge}<p class="mt-1">
          Joined now: <b class="n">{fixed(plan.surge.settledA, 1)} A</b> from the fuller into the emptier one over the
          first minute, up to <b class="n">{fixed(plan.surge.peakA, 0)} A</b> at first;
          <span class="n">{fixed(plan.surge.movedAh, 1)} Ah</span>
          move. The emptier may be charged with <span class="n">{fixed(plan.surge.limitA, 0)} A</span>.
        </p>{/if}
    {/if}
  {:else if b.arrangement === 'changeover'}<p class="lab">A changeover needs a second battery: set how many above.</p>
  {/if}
  <p class="lab mt-2">Never in series here: two 12 V batteries in series make 24 V and destroy what is plugged in.</p>
</section>
