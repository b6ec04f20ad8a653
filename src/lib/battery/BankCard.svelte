<script lang="ts">
  import type { At } from '@haversack/core/box/edit';
  import { AGES_Y, yearsText } from '@haversack/core/box/age';
  import { choiceOf, fromChoice, setTo } from '@haversack/core/box/attr';
  import { CHEMISTRY } from '@haversack/core/battery/chemistry';
  import { fixed } from '@haversack/core/quantity/format';
  import { AGE_UNITS } from '@haversack/core/quantity/units';
  import { useBox } from '$lib/client/use-box.ts';
  import AttrField from '$lib/ui/AttrField.svelte';
  import PartSelect from '$lib/ui/PartSelect.svelte';
  import QuantityField from '$lib/ui/QuantityField.svelte';
  import SelectRow from '$lib/ui/SelectRow.svelte';
  import QuantityRow from '$lib/ui/QuantityRow.svelte';

  const open = useBox();
  const bank = $derived(open.plan.bank);
  const b = $derived(open.doc.bank);
  const cutV = $derived(bank ? CHEMISTRY[bank.chemistry].loadedCutoffV : 12);
  const set = <const K extends string>(what: string, key: K, value: At<`bank/${K}`>) =>
    open.set(what, `bank/${key}`, value);
  const HOLD = {
    strap: 'strap',
    bracket: 'bracket',
    foam: 'foam nest',
    snug: 'snug fit',
    'hook-and-loop': 'hook and loop'
  } as const;
  const straight = $derived(open.plan.wiring.circuits.filter((c) => c.live === 'direct').map((c) => c.portTag));
  /** Where the cut-off stands: only what hangs behind is switched off. */
  const covers = $derived<[string, string][]>([
    ['auto', straight.length > 0 ? `all but ${straight.join(', ')}` : 'everything'],
    [open.doc.feeds[0].id, 'what hangs on the main feed'],
    ...(open.doc.charging.solar?.loadTerminal
      ? [['load-terminal', 'the controller’s load terminals'] as [string, string]]
      : []),
    ...open.plan.wiring.feeds.map((f): [string, string] => [f.circuit.id, `feed ${f.tag} ${f.circuit.name}`]),
    ...open.plan.wiring.circuits.map((c): [string, string] => [c.circuit.id, `${c.portTag} ${c.feeds}`]),
    ['unknown', 'unknown']
  ]);
</script>

<section class="card" aria-label="This battery">
  <h2 class="h3">This box’s battery</h2>
  <PartSelect label="Battery" kind="battery" value={b.partId} path="bank/partId" none="none yet" />
  <QuantityRow
    word="How many"
    label="How many batteries"
    kind="number"
    width={56}
    text={String(b.count)}
    options={{ min: 1, max: 4, whole: true, units: { battery: 1, batteries: 1, pack: 1, packs: 1 } }}
    onvalue={(v) => set(`${v} packs`, 'count', v)}
  />
  <QuantityRow
    word="Age"
    label="Age in years"
    kind="number"
    unit="years"
    width={56}
    text={b.ageYears === 'unknown' ? '' : yearsText(b.ageYears)}
    options={{ min: 0, max: 30, units: AGE_UNITS }}
    onempty={() => set('Age of the battery not known', 'ageYears', 'unknown')}
    onvalue={(v) => set(`Battery ${v} years old`, 'ageYears', v)}
  />
  {#if b.ageYears === 'unknown'}<p class="lab">
      Age not known: everything that hangs on it is shown as a range, new to {AGES_Y[2]} years old.
    </p>{:else}<p class="lab">Leave the age empty when nobody knows it.</p>{/if}
  <QuantityRow
    word="Starts"
    label="How full it starts"
    kind="fraction"
    unit="% full"
    width={56}
    text={fixed(b.startFraction * 100, 0)}
    options={{ min: 0.01, max: 1 }}
    onvalue={(v) => set(`Starts ${fixed(v * 100, 0)} % full`, 'startFraction', v)}
  />
  <QuantityRow
    word="Kept warmer than the air by"
    label="Warmer than the air"
    kind="number"
    unit="K"
    width={56}
    text={fixed(b.warmerK, 0)}
    options={{ min: 0, max: 40, units: { k: 1, c: 1, '°c': 1 } }}
    onvalue={(v) => set(`Battery ${v} K warmer`, 'warmerK', v)}
  />
  <QuantityRow
    word="Outings a year"
    label="Outings a year"
    kind="number"
    width={56}
    text={fixed(b.outingsPerYear, 0)}
    options={{ min: 0, max: 400 }}
    onvalue={(v) => set(`${fixed(v, 0)} outings a year`, 'outingsPerYear', v)}
  />
  <AttrField
    label="Kept back in the battery"
    attr={b.keepBack}
    automatic={bank ? `${fixed(bank.keepBackFraction * 100, 0)} %` : 'by chemistry'}
    start={bank?.keepBackFraction ?? 0.1}
    words={{ none: 'nothing' }}
    onattr={(a) => set('Kept back in the battery', 'keepBack', a)}
  >
    {#snippet field()}<QuantityField
        label="Kept back in the battery"
        hideLabel
        kind="fraction"
        unit="%"
        width={56}
        text={b.keepBack.is === 'set' ? fixed(b.keepBack.value * 100, 0) : ''}
        options={{ min: 0, max: 0.95 }}
        onvalue={(v) => set(`Kept back in the battery: ${fixed(v * 100, 0)} %`, 'keepBack', { is: 'set', value: v })}
      />{/snippet}
  </AttrField>
  <AttrField
    label="What holds the battery"
    attr={b.holdDown}
    automatic="strap"
    start={'strap' as const}
    words={{ none: 'nothing' }}
    onattr={(a) => set('Battery held', 'holdDown', a)}
  >
    {#snippet field()}<select
        class="in"
        aria-label="What holds the battery"
        value={b.holdDown.is === 'set' ? b.holdDown.value : ''}
        onchange={(e) =>
          set(
            `Battery held by ${e.currentTarget.value}`,
            'holdDown',
            setTo(e.currentTarget.value as keyof typeof HOLD)
          )}
        >{#each Object.entries(HOLD) as [v, t] (v)}<option value={v}>{t}</option>{/each}</select
      >{/snippet}
  </AttrField>
  <label class="row"
    ><span>Terminals</span><select
      class="in"
      value={b.terminals}
      onchange={(e) =>
        set(
          `${e.currentTarget.value} terminals on the battery`,
          'terminals',
          e.currentTarget.value as typeof b.terminals
        )}><option value="flag">flag, low</option><option value="straight">straight, tall</option></select
    ></label
  >
  <AttrField
    label="Low-voltage disconnect"
    attr={b.disconnect}
    automatic=""
    start={{ cutV: cutV, backV: cutV + 1 }}
    allow={['set', 'none', 'unknown']}
    onattr={(a) => set('Low-voltage disconnect', 'disconnect', a)}
  />
  {#if b.disconnect.is === 'set'}
    {@const cut = b.disconnect.value}
    <QuantityRow
      word="opens at"
      inset
      label="Disconnect opens at"
      kind="voltage"
      unit="V"
      width={56}
      text={fixed(cut.cutV, 1)}
      options={{ min: 1, max: 60, plausibleMin: 9, plausibleMax: 14 }}
      onvalue={(v) => set(`Opens at ${v} V`, 'disconnect', { is: 'set', value: { ...cut, cutV: v } })}
    />
    <QuantityRow
      word="closes again at"
      inset
      label="Disconnect closes at"
      kind="voltage"
      unit="V"
      width={56}
      text={fixed(cut.backV, 1)}
      options={{ min: 1, max: 60, plausibleMin: 9, plausibleMax: 16 }}
      onvalue={(v) => set(`Closes at ${v} V`, 'disconnect', { is: 'set', value: { ...cut, backV: v } })}
    />
    <SelectRow
      word="switches off"
      label="What the disconnect switches off"
      value={b.disconnectIn.is === 'none' ? 'auto' : choiceOf(b.disconnectIn)}
      choices={covers}
      onchoose={(v, t) => set(`Switches off ${t}`, 'disconnectIn', fromChoice(v))}
    />
  {/if}
</section>
