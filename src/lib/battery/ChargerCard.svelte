<script lang="ts">
  import { fromChoice, setTo } from '@haversack/core/box/attr';
  import { FED_FROM, FED_FROM_WORDS } from '@haversack/core/box/charge-names';
  import { CHEMISTRY } from '@haversack/core/battery/chemistry';
  import { chargerA } from '@haversack/core/wiring/charger';
  import { temperatureText } from '@haversack/core/quantity/format';
  import { useBox } from '$lib/client/use-box.ts';
  import AttrField from '$lib/ui/AttrField.svelte';
  import QuantityField from '$lib/ui/QuantityField.svelte';
  import SelectRow from '$lib/ui/SelectRow.svelte';
  import BuiltInChargers from './BuiltInChargers.svelte';

  const open = useBox();
  const bank = $derived(open.plan.bank);
  const COLD = [
    ['unknown', 'not known'],
    ['yes', 'blocks charging, its label says so'],
    ['no', 'charges all the same']
  ] as const;
  const FEEDS = [...FED_FROM.map((v) => [v, FED_FROM_WORDS[v]] as const), ['unknown', 'unknown'] as const];
  const outlets = $derived(
    (open.plan.panel?.ports ?? [])
      .filter((p) => p.part.role === 'outlet' && p.part.converterRatedW === null)
      .map((p): [string, string] => [p.port.id, `${p.tag} ${p.port.name}`])
  );
  const PATHS = {
    inlet: 'inlet on the case',
    'through-port': 'through an output port',
    'lid-open': 'lid open or battery out, at the posts'
  } as const;
</script>

<section class="card">
  <h2 class="h3">The charger</h2>
  <AttrField
    label="How it is charged"
    attr={open.doc.charging.path}
    automatic={open.doc.circuits.some((c) => c.purpose === 'charge') ? 'inlet on the case' : 'lid open'}
    start={'inlet' as const}
    onattr={(a) => open.set('Charging path', 'charging/path', a)}
  >
    {#snippet field()}<select
        class="in"
        aria-label="How it is charged"
        value={open.doc.charging.path.is === 'set' ? open.doc.charging.path.value : ''}
        onchange={(e) => open.set('Charging path', 'charging/path', setTo(e.currentTarget.value as keyof typeof PATHS))}
        >{#each Object.entries(PATHS) as [v, t] (v)}<option value={v}>{t}</option>{/each}</select
      >{/snippet}
  </AttrField>
  {#if open.doc.charging.path.is === 'set' && open.doc.charging.path.value === 'through-port'}<SelectRow
      word="Through which outlet"
      value={open.doc.charging.throughPortId.is === 'set'
        ? open.doc.charging.throughPortId.value
        : open.doc.charging.throughPortId.is}
      choices={[['auto', 'not said: the weakest counts'], ['unknown', 'unknown'], ...outlets]}
      onchoose={(v, t) => open.set(`Charged through ${t}`, 'charging/throughPortId', fromChoice(v))}
    />{/if}
  <SelectRow
    word="The charger is fed from"
    value={open.doc.charging.fedFrom}
    choices={FEEDS}
    onchoose={(v, t) => open.set(`Charged from ${t}`, 'charging/fedFrom', v)}
  />
  <AttrField
    label="Charger current"
    attr={open.doc.charging.chargerA}
    automatic={bank ? `${chargerA(open.doc, bank) ?? '–'} A` : '–'}
    start={3}
    onattr={(a) => open.set('Charger current', 'charging/chargerA', a)}
  >
    {#snippet field()}<QuantityField
        label="Charger current"
        hideLabel
        kind="current"
        unit="A"
        width={56}
        text={open.doc.charging.chargerA.is === 'set' ? String(open.doc.charging.chargerA.value) : ''}
        options={{ min: 0.1, max: 200, plausibleMin: 0.3, plausibleMax: 60 }}
        onvalue={(v) => open.set(`Charger ${v} A`, 'charging/chargerA', { is: 'set', value: v })}
      />{/snippet}
  </AttrField>
  <AttrField
    label="Charger voltage"
    attr={open.doc.charging.chargerV}
    automatic={bank ? `${CHEMISTRY[bank.chemistry].absorbV} V` : '–'}
    start={14.4}
    onattr={(a) => open.set('Charger voltage', 'charging/chargerV', a)}
  >
    {#snippet field()}<QuantityField
        label="Charger voltage"
        hideLabel
        kind="voltage"
        unit="V"
        width={56}
        text={open.doc.charging.chargerV.is === 'set' ? String(open.doc.charging.chargerV.value) : ''}
        options={{ min: 1, max: 60, plausibleMin: 10, plausibleMax: 18 }}
        onvalue={(v) => open.set(`Charger ${v} V`, 'charging/chargerV', { is: 'set', value: v })}
      />{/snippet}
  </AttrField>
  <AttrField
    label="Coldest place of charging"
    attr={open.doc.charging.coldestC}
    automatic="indoors"
    start={5}
    onattr={(a) => open.set('Coldest charging', 'charging/coldestC', a)}
  >
    {#snippet field()}<QuantityField
        label="Coldest place of charging"
        hideLabel
        kind="temperature"
        unit="°{open.doc.preferences.temperatureUnit}"
        width={56}
        text={open.doc.charging.coldestC.is === 'set'
          ? temperatureText(open.doc.charging.coldestC.value, open.doc.preferences.temperatureUnit)
          : ''}
        options={{ temperatureUnit: open.doc.preferences.temperatureUnit, min: -40, max: 60 }}
        onvalue={(v) => open.set('Coldest charging', 'charging/coldestC', { is: 'set', value: v })}
      />{/snippet}
  </AttrField>
  <SelectRow
    word="Below its limit the battery itself"
    value={open.doc.bank.blocksCold}
    choices={COLD}
    onchoose={(v, t) => open.set(`The battery ${t}`, 'bank/blocksCold', v)}
  />
</section>
<BuiltInChargers />
