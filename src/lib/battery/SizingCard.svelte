<script lang="ts">
  import { yearsText } from '@haversack/core/box/age';
  import { setTo } from '@haversack/core/box/attr';
  import { resizeOuting } from '@haversack/core/box/commands';
  import { chosenBattery } from '@haversack/core/advise/chosen-battery';
  import { durationText, fixed, temperatureText } from '@haversack/core/quantity/format';
  import { AGE_UNITS } from '@haversack/core/quantity/units';
  import { useBox } from '$lib/client/use-box.ts';
  import Figure from '$lib/ui/Figure.svelte';
  import Mark from '$lib/ui/Mark.svelte';
  import QuantityField from '$lib/ui/QuantityField.svelte';

  /** From the wanted hours back to amp-hours, each factor on its own line and editable where it is somebody's choice. */
  const open = useBox();
  const bank = $derived(open.plan.bank);
  const s = $derived(bank?.size);
  const outing = $derived(open.doc.outing);
  const chosen = $derived(chosenBattery(open.plan, outing.durationH));
  const unit = $derived(open.doc.preferences.temperatureUnit);
</script>

<section class="card" aria-label="Sizing">
  <h2 class="h3">How large it must be, line by line</h2>
  {#if bank && s}
    <p class="lab mb-1">{bank.sizing.formula}</p>
    <div class="l">
      <span>Wanted hours<span class="lab block">with what runs when on Outing</span></span>
      <QuantityField
        label="Wanted hours"
        hideLabel
        kind="duration"
        unit="h"
        width={64}
        text={fixed(outing.durationH, outing.durationH % 1 ? 2 : 0)}
        options={{ min: 0.25, max: 2000 }}
        onvalue={(v) =>
          open.commit(`${durationText(v)} wanted`, resizeOuting(open.doc, { startH: outing.startH, durationH: v }))}
      />
    </div>
    <div class="l">
      <span>Wanted by devices and box<span class="lab block">sum of the time line</span></span><span class="v"
        ><span class="n">{fixed(s.wantedWh, 0)}</span><span class="u">Wh</span></span
      >
    </div>
    <div class="l">
      <span>Wanted<span class="lab block">÷ {fixed(open.plan.demand.atV, 1)} V nominal</span></span><span class="v"
        ><span class="n">{fixed(s.wantedAh, 1)}</span><span class="u">Ah</span></span
      >
    </div>
    <div class="l">
      <span
        >Reserve on top<span class="lab block">× <span class="n">{fixed(1 + s.reserveFraction, 2)}</span></span></span
      >
      <QuantityField
        label="Reserve"
        hideLabel
        kind="fraction"
        unit="%"
        width={64}
        text={fixed(s.reserveFraction * 100, 0)}
        options={{ min: 0, max: 1 }}
        onvalue={(v) => open.set(`Reserve ${fixed(v * 100, 0)} %`, 'bank/reserveFraction', v)}
      />
    </div>
    <div class="l">
      <span>Fast draw<span class="lab block">Peukert at the mean current</span></span><span class="v"
        ><span class="n">× {fixed(s.rate, 3)}</span><span class="u"></span></span
      >
    </div>
    <div class="l">
      <span
        >Depth: kept back<span class="lab block">÷ <span class="n">{fixed(1 - bank.keepBackFraction, 2)}</span></span
        ></span
      >
      <QuantityField
        label="Kept back when sizing"
        hideLabel
        kind="fraction"
        unit="%"
        width={64}
        text={fixed(bank.keepBackFraction * 100, 0)}
        options={{ min: 0, max: 0.95 }}
        onvalue={(v) => open.set(`Kept back in the battery: ${fixed(v * 100, 0)} %`, 'bank/keepBack', setTo(v))}
      />
    </div>
    <div class="l">
      <span
        >Cold: coldest air<span class="lab block"
          >÷ <span class="n">{fixed(bank.coldFraction, 3)}</span> left{open.doc.bank.warmerK > 0
            ? `, battery ${open.doc.bank.warmerK} K warmer`
            : ''}</span
        ></span
      >
      <QuantityField
        label="Coldest air when sizing"
        hideLabel
        kind="temperature"
        unit="°{unit}"
        width={64}
        text={temperatureText(outing.airC, unit)}
        options={{ temperatureUnit: unit, min: -40, max: 60 }}
        onvalue={(v) => open.set(`Air ${fixed(v, 0)} °C`, 'outing/airC', v)}
      />
    </div>
    <div class="l">
      <span>Age<span class="lab block">÷ <span class="n">{fixed(bank.healthFraction, 3)}</span> left</span></span>
      <QuantityField
        label="Age when sizing"
        hideLabel
        kind="number"
        unit="years"
        width={64}
        text={open.doc.bank.ageYears === 'unknown' ? '' : yearsText(open.doc.bank.ageYears)}
        options={{ min: 0, max: 30, units: AGE_UNITS }}
        onempty={() => open.set('Age of the battery not known', 'bank/ageYears', 'unknown')}
        onvalue={(v) => open.set(`Battery ${v} years old`, 'bank/ageYears', v)}
      />
    </div>
    <div class="row sum">
      <span>Needed</span><span class="flex items-baseline gap-3"
        ><span class="val text-ink2"><span class="n">{fixed(s.neededWh, 0)}</span><span class="u">Wh</span></span
        ><Figure value={bank.sizing.result.value} unit="Ah" working={bank.sizing} strong /></span
      >
    </div>
    <div class="row">
      <span>Chosen, rated</span><span class="flex items-center gap-2"
        ><span class="val"><span class="n">{chosen?.ratedAh}</span><span class="u min-w-6">Ah</span></span><Mark
          state={chosen?.suffices ? 'holds' : 'caution'}
        /></span
      >
    </div>
    <p class="lab mt-1">Down to what is kept back it gives {chosen?.gives}.</p>
  {:else}
    <p class="text-[0.875rem]">
      {open.plan.demand.totalWh > 0
        ? `The outing wants ${fixed(open.plan.demand.totalWh, 0)} Wh, ${fixed(open.plan.demand.totalAh, 1)} Ah at ${fixed(open.plan.demand.atV, 1)} V, before reserve, cold, age and what is kept back. Choose a battery to see the rest.`
        : 'Nothing yet: name what must run on Outing.'}
    </p>
  {/if}
</section>

<style>
  .l {
    display: flex;
    align-items: center;
    justify-content: space-between;
    gap: 12px;
    min-height: 38px;
    border-top: 1px solid var(--line);
    padding: 3px 0;
  }
  .v {
    display: inline-flex;
    align-items: baseline;
    gap: 4px;
  }
  .v .u {
    min-width: 36px;
  }
</style>
