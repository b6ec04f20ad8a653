<script lang="ts">
  import { applyEdits } from '@haversack/core/box/edits';
  import type { Box } from '@haversack/core/box/schema';
  import type { PartOf } from '@haversack/core/catalogue/part';
  import { evaluate } from '@haversack/core/evaluate';
  import { CHEMISTRY } from '@haversack/core/battery/chemistry';
  import { candidate } from '@haversack/core/compare/candidate';
  import { chargerA } from '@haversack/core/wiring/wiring';
  import { ampsText, durationText, fixed } from '@haversack/core/quantity/format';
  import { useBox } from '$lib/client/open-box.svelte.ts';
  import AttrField from '$lib/ui/AttrField.svelte';
  import Figure from '$lib/ui/Figure.svelte';
  import Mark from '$lib/ui/Mark.svelte';
  import PartSelect from '$lib/ui/PartSelect.svelte';
  import QuantityField from '$lib/ui/QuantityField.svelte';
  import StageHead from '$lib/ui/StageHead.svelte';

  const open = useBox();
  const bank = $derived(open.plan.bank);
  const b = $derived(open.doc.bank);
  const set = (what: string, key: string, value: unknown) => open.set(what, `bank/${key}`, value);
  const batteries = $derived(open.catalogue.filter((p): p is PartOf<'battery'> => p.kind === 'battery'));
  /** The first that is large enough and is not the one chosen. */
  const suggested = $derived.by(() => {
    const need = bank?.neededAh ?? open.plan.demand.totalAh * 1.3;
    return (
      batteries.find((p) => p.chemistry === 'lfp' && p.capacityAh >= need && p.id !== b.partId) ??
      batteries.find((p) => p.id !== b.partId)
    );
  });
  let otherId = $state('');
  const other = $derived(batteries.find((p) => p.id === otherId) ?? suggested);
  const withOther = (part: PartOf<'battery'>): Box =>
    applyEdits(open.doc, [
      { op: 'set', path: `parts/${part.id}`, value: part },
      { op: 'set', path: 'bank/partId', value: part.id }
    ]);
  const columns = $derived.by(() => {
    const out: { title: string; facts: ReturnType<typeof candidate>; part: PartOf<'battery'>; chosen: boolean }[] = [];
    if (bank) out.push({ title: 'Chosen', facts: candidate(open.doc, open.plan), part: bank.part, chosen: true });
    if (other) {
      const doc = withOther(other);
      out.push({
        title: 'Beside it',
        facts: candidate(doc, evaluate(doc, open.catalogue)),
        part: other,
        chosen: false
      });
    }
    return out;
  });
  const currency = $derived(open.doc.preferences.currency);

  function choose(part: PartOf<'battery'>): void {
    open.commit(`Battery: ${part.name}`, [
      { op: 'set', path: `parts/${part.id}`, value: part },
      { op: 'set', path: 'bank/partId', value: part.id }
    ]);
  }
  const HOLD = {
    strap: 'strap',
    bracket: 'bracket',
    foam: 'foam nest',
    snug: 'snug fit',
    'hook-and-loop': 'hook and loop'
  } as const;
  const PATHS = {
    inlet: 'inlet on the case',
    'through-port': 'through an output port',
    'lid-open': 'lid open, at the posts'
  } as const;
</script>

<StageHead title="Battery" sub={bank ? `${bank.part.name}${b.count > 1 ? ` × ${b.count}` : ''}` : 'none chosen yet'}>
  <span class="flex-1"></span>
  {#if !bank && suggested}<button type="button" class="btn main" onclick={() => choose(suggested)}
      >Take {suggested.name}</button
    >{/if}
</StageHead>

<div class="grid gap-6 p-6 lg:grid-cols-[minmax(0,1fr)_minmax(0,1.15fr)]">
  <div class="grid content-start gap-4">
    <section class="rounded-box border border-line2 bg-raise p-4">
      <h2 class="h3">This box’s battery</h2>
      <PartSelect label="Battery" kind="battery" value={b.partId} path="bank/partId" none="none yet" />
      <div class="row">
        <span>Packs in parallel</span><QuantityField
          label="Packs in parallel"
          hideLabel
          kind="number"
          width={56}
          text={String(b.count)}
          options={{ min: 1, max: 4 }}
          onvalue={(v) => set(`${Math.round(v)} packs`, 'count', Math.round(v))}
        />
      </div>
      <div class="row">
        <span>Age</span><QuantityField
          label="Age in years"
          hideLabel
          kind="number"
          unit="years"
          width={56}
          text={fixed(b.ageYears, b.ageYears % 1 ? 1 : 0)}
          options={{ min: 0, max: 30 }}
          onvalue={(v) => set(`Battery ${v} years old`, 'ageYears', v)}
        />
      </div>
      <div class="row">
        <span>Outings a year</span><QuantityField
          label="Outings a year"
          hideLabel
          kind="number"
          width={56}
          text={fixed(b.outingsPerYear, 0)}
          options={{ min: 0, max: 400 }}
          onvalue={(v) => set(`${fixed(v, 0)} outings a year`, 'outingsPerYear', v)}
        />
      </div>
      <AttrField
        label="Kept back"
        attr={b.keepBack}
        automatic={bank ? `${fixed(bank.keepBackFraction * 100, 0)} %` : 'by chemistry'}
        start={bank?.keepBackFraction ?? 0.1}
        words={{ none: 'nothing' }}
        onattr={(a) => set('Kept back', 'keepBack', a)}
      >
        {#snippet field()}<QuantityField
            label="Kept back"
            hideLabel
            kind="fraction"
            unit="%"
            width={56}
            text={b.keepBack.is === 'set' ? fixed(b.keepBack.value * 100, 0) : ''}
            options={{ min: 0, max: 0.95 }}
            onvalue={(v) => set(`Keep back ${fixed(v * 100, 0)} %`, 'keepBack', { is: 'set', value: v })}
          />{/snippet}
      </AttrField>
      <AttrField
        label="Held by"
        attr={b.holdDown}
        automatic="strap"
        start={'strap' as const}
        words={{ none: 'nothing' }}
        onattr={(a) => set('Battery held', 'holdDown', a)}
      >
        {#snippet field()}<select
            class="in"
            aria-label="Held by"
            value={b.holdDown.is === 'set' ? b.holdDown.value : ''}
            onchange={(e) =>
              set(`Battery held by ${e.currentTarget.value}`, 'holdDown', { is: 'set', value: e.currentTarget.value })}
            >{#each Object.entries(HOLD) as [v, t] (v)}<option value={v}>{t}</option>{/each}</select
          >{/snippet}
      </AttrField>
      <label class="row"
        ><span>Terminals</span><select
          class="in"
          value={b.terminals}
          onchange={(e) => set(`${e.currentTarget.value} terminals on the battery`, 'terminals', e.currentTarget.value)}
          ><option value="flag">flag, low</option><option value="straight">straight, tall</option></select
        ></label
      >
    </section>
    {#if bank}
      <section class="rounded-box border border-line2 bg-raise p-4" aria-label="Sizing">
        <h2 class="h3">How large it must be, line by line</h2>
        <p class="lab mb-1">{bank.sizing.formula}</p>
        {#each bank.sizing.lines as l (l.label)}
          <div class="flex items-baseline justify-between gap-3 border-t border-line py-1">
            <span>{l.label}<span class="lab block">{l.source}</span></span><span class="val"
              ><span class="n">{l.value}</span><span class="u min-w-6">{l.unit}</span></span
            >
          </div>
        {/each}
        <div class="row sum">
          <span>Needed</span><Figure value={bank.sizing.result.value} unit="Ah" working={bank.sizing} strong />
        </div>
        <div class="row">
          <span>Chosen, rated</span><span class="flex items-center gap-2"
            ><span class="val"><span class="n">{fixed(bank.ratedAh, 1)}</span><span class="u min-w-6">Ah</span></span
            ><Mark state={bank.ratedAh >= bank.neededAh ? 'holds' : 'caution'} /></span
          >
        </div>
      </section>
    {:else}
      <section class="rounded-box border border-line2 bg-raise p-4">
        <h2 class="h3">What the outing wants</h2>
        <p class="text-[14px]">
          {open.plan.demand.totalWh > 0
            ? `${fixed(open.plan.demand.totalWh, 0)} Wh, ${fixed(open.plan.demand.totalAh, 1)} Ah at ${fixed(open.plan.demand.atV, 1)} V, before cold, age and what is kept back.`
            : 'Nothing yet: name what must run on Outing.'}
        </p>
      </section>
    {/if}
  </div>

  <div class="grid content-start gap-4">
    <section class="rounded-box border border-line2 bg-raise p-4">
      <h2 class="h3">Side by side</h2>
      <label class="row"
        ><span>Compare with</span><select
          class="in w-64"
          value={other?.id ?? ''}
          onchange={(e) => (otherId = e.currentTarget.value)}
          >{#each batteries as p (p.id)}<option value={p.id}>{p.name}{p.origin === 'own' ? ' (own)' : ''}</option
            >{/each}</select
        ></label
      >
      <table class="sheet mt-2">
        <thead
          ><tr
            ><td></td>{#each columns as c (c.title)}<th class="num"
                >{c.title}<span class="block font-normal">{c.part.name}</span></th
              >{/each}</tr
          ></thead
        >
        <tbody>
          {#each [['Lasts', (f: (typeof columns)[0]['facts']) => (f.lastsH === null ? 'over 6 times' : durationText(f.lastsH))], ['Chance of the wanted hours', (f) => `${Math.min(99, Math.round(f.chanceFraction * 100))} %`], ['Usable here', (f) => `${fixed(f.usableAh, 1)} Ah`], ['Volts at the end', (f) => (f.endV === null ? '–' : `${fixed(f.endV, 1)} V`)], ['Mass of the box', (f) => `${fixed(f.massKg, 1)} kg`], ['Price', (f) => (f.priceAmount === null ? 'unknown' : `${currency}${fixed(f.priceAmount, 0)}`)], ['Price per outing over its life', (f) => (f.pricePerOuting === null ? '–' : `${currency}${fixed(f.pricePerOuting, 2)}`)], ['Full charge from empty', (f) => (f.chargeH === null ? '–' : `${durationText(f.chargeH)} at ${ampsText(f.chargeA)} A`)], ['Charging below 0 °C', (f) => (f.coldCharging ? 'allowed' : 'never')], ['Air travel', (f) => f.airTravel], ['Goes into the case', (f) => f.fits]] as [string, (f: (typeof columns)[0]['facts']) => string][] as [name, show] (name)}
            <tr
              ><th scope="row">{name}</th>{#each columns as c (c.title)}<td class="num n">{show(c.facts)}</td
                >{/each}</tr
            >
          {/each}
          <tr
            ><td></td>{#each columns as c (c.title)}<td class="num"
                >{#if !c.chosen}<button type="button" class="btn main" onclick={() => choose(c.part)}
                    >Choose this</button
                  >{/if}</td
              >{/each}</tr
          >
        </tbody>
      </table>
    </section>
    <section class="rounded-box border border-line2 bg-raise p-4">
      <h2 class="h3">Charging</h2>
      <AttrField
        label="Way"
        attr={open.doc.charging.path}
        automatic={open.doc.circuits.some((c) => c.purpose === 'charge') ? 'inlet on the case' : 'lid open'}
        start={'inlet' as const}
        onattr={(a) => open.set('Charging path', 'charging/path', a)}
      >
        {#snippet field()}<select
            class="in"
            aria-label="Way of charging"
            value={open.doc.charging.path.is === 'set' ? open.doc.charging.path.value : ''}
            onchange={(e) => open.set('Charging path', 'charging/path', { is: 'set', value: e.currentTarget.value })}
            >{#each Object.entries(PATHS) as [v, t] (v)}<option value={v}>{t}</option>{/each}</select
          >{/snippet}
      </AttrField>
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
              ? fixed(
                  open.doc.preferences.temperatureUnit === 'C'
                    ? open.doc.charging.coldestC.value
                    : (open.doc.charging.coldestC.value * 9) / 5 + 32,
                  0
                )
              : ''}
            options={{ temperatureUnit: open.doc.preferences.temperatureUnit, min: -40, max: 60 }}
            onvalue={(v) => open.set('Coldest charging', 'charging/coldestC', { is: 'set', value: v })}
          />{/snippet}
      </AttrField>
    </section>
  </div>
</div>
