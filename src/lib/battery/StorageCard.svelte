<script lang="ts">
  import { storagePlan } from '@haversack/core/charge/storage';
  import { fixed, temperatureText } from '@haversack/core/quantity/format';
  import { MONTH_UNITS } from '@haversack/core/quantity/units';
  import { useBox } from '$lib/client/use-box.ts';
  import Figure from '$lib/ui/Figure.svelte';
  import QuantityRow from '$lib/ui/QuantityRow.svelte';

  const open = useBox();
  const plan = $derived(storagePlan(open.doc, open.plan));
  const unit = $derived(open.doc.preferences.temperatureUnit);
  const monthsText = (m: number): string =>
    m === Infinity ? 'over ten years' : m >= 24 ? `${fixed(m / 12, 1)} years` : `${fixed(m, 1)} months`;
</script>

<section class="card" aria-label="Storage">
  <h2 class="h3">On the shelf</h2>
  {#if plan}
    <p class="text-[0.875rem] font-medium">{plan.say}</p>
    <QuantityRow
      word="Stored at"
      label="Storage temperature"
      kind="temperature"
      unit="°{unit}"
      width={56}
      text={temperatureText(open.doc.charging.storageC, unit)}
      options={{ temperatureUnit: unit, min: -40, max: 60 }}
      onvalue={(v) => open.set(`Stored at ${fixed(v, 0)} °C`, 'charging/storageC', v)}
    />
    <QuantityRow
      word="For"
      label="Months of storage"
      kind="number"
      unit="months"
      width={56}
      text={fixed(open.doc.charging.storageMonths, open.doc.charging.storageMonths % 1 ? 1 : 0)}
      options={{ min: 0, max: 36, units: MONTH_UNITS }}
      onvalue={(v) => open.set(`Stored ${v} months`, 'charging/storageMonths', v)}
    />
    <div class="row">
      <span>Left then</span><span class="n">{fixed(plan.leftAfterFraction * 100, 0)} %</span>
    </div>
    <div class="row">
      <span>Top up within</span><Figure
        value={fixed(plan.topUpMonths, 1)}
        unit="months"
        working={plan.working}
        strong
      />
    </div>
    <div class="row"><span>Flat after</span><span class="n">{monthsText(plan.shelfMonths)}</span></div>
    <div class="row">
      <span>Drain while switched off</span><span class="val"
        ><span class="n">{fixed(plan.drainA * 1000, 1)}</span><span class="u">mA</span></span
      >
    </div>
    {#each plan.drains as d, nth (nth)}<div class="row">
        <span class="lab pl-3">{d.name}</span><span class="lab n">{fixed(d.currentA * 1000, 1)} mA</span>
      </div>{/each}
  {:else}<p class="text-ink2">Choose a battery.</p>{/if}
</section>
