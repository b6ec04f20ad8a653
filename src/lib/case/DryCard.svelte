<script lang="ts">
  import { fixed, temperatureText } from '@haversack/core/quantity/format';
  import { useBox } from '$lib/client/use-box.ts';
  import Figure from '$lib/ui/Figure.svelte';
  import QuantityField from '$lib/ui/QuantityField.svelte';
  import QuantityRow from '$lib/ui/QuantityRow.svelte';

  const open = useBox();
  const p = $derived(open.plan.dry);
  const d = $derived(open.doc.dry);
  const unit = $derived(open.doc.preferences.temperatureUnit);
</script>

<section class="card" aria-label="Dry inside">
  <h2 class="h3">Dry inside</h2>
  <div class="row">
    <span>Closed in air of</span><span class="flex gap-2"
      ><QuantityField
        label="Air when it is closed"
        hideLabel
        kind="temperature"
        unit="°{unit}"
        width={52}
        text={temperatureText(d.closeC, unit)}
        options={{ temperatureUnit: unit, min: -40, max: 60 }}
        onvalue={(v) => open.set(`Closed at ${fixed(v, 0)} °C`, 'dry/closeC', v)}
      /><QuantityField
        label="Humidity when it is closed"
        hideLabel
        kind="fraction"
        unit="% damp"
        width={52}
        text={fixed(d.closeHumidityFraction * 100, 0)}
        options={{ min: 0.05, max: 1 }}
        onvalue={(v) => open.set(`Closed at ${fixed(v * 100, 0)} % humidity`, 'dry/closeHumidityFraction', v)}
      /></span
    >
  </div>
  <QuantityRow
    word="Opened"
    label="Openings a month"
    kind="number"
    unit="times a month"
    width={52}
    text={fixed(d.openingsPerMonth, 0)}
    options={{ min: 0, max: 500, units: { times: 1, time: 1, x: 1 } }}
    onvalue={(v) => open.set(`Opened ${v} times a month`, 'dry/openingsPerMonth', v)}
  />
  <QuantityRow
    word="Silica gel in it"
    label="Silica gel"
    kind="mass"
    unit="g"
    width={52}
    text={d.gelG === null ? '' : fixed(d.gelG, 0)}
    options={{ min: 0.0001, max: 1, bareUnit: 'g' }}
    onempty={() => open.set('No gel', 'dry/gelG', null)}
    onvalue={(kg) => open.set(`${fixed(kg * 1000, 0)} g of gel`, 'dry/gelG', Number((kg * 1000).toPrecision(6)))}
  />
  {#if d.gelG !== null}<label class="row"
      ><span>Put in or dried on</span><input
        class="in"
        type="date"
        value={d.gelSince ?? ''}
        onchange={(e) =>
          open.set(
            e.currentTarget.value ? `Gel dried ${e.currentTarget.value}` : 'Gel: day not known',
            'dry/gelSince',
            e.currentTarget.value || null
          )}
      /></label
    >{/if}
  {#if p}
    {#each p.say as s, nth (nth)}<p class="mt-1">{s}</p>{/each}
    <div class="row"><span>Free air inside</span><span class="n">{fixed(p.freeL, 1)} l</span></div>
    <div class="row">
      <span>Gel for a month</span><Figure value={fixed(p.gelG, 1)} unit="g" working={p.working} strong />
    </div>
    {#if p.gelDays !== undefined}<div class="row">
        <span>What lies in it lasts</span><span class="n">{fixed(p.gelDays, 0)} days</span>
      </div>{/if}
    {#if p.gelUntil}<div class="row"><span>Renew it by</span><span class="n">{p.gelUntil}</span></div>{/if}
    {#if p.hydrogen}
      <p class="mt-2 {p.hydrogen.dangerous ? 'font-medium text-stop' : ''}">
        {p.hydrogen.dangerous
          ? `Lead-acid charging in a gas-tight case: hydrogen can burn after ${fixed(p.hydrogen.burnsAfterH, 1)} h. `
          : 'Lead-acid gives off hydrogen on charge. '}Two openings of {fixed(p.hydrogen.openingCm2, 1)} cm², or two holes
        of
        {fixed(p.hydrogen.holeMm, 0)} mm, one low and one high; a membrane vent does not count.
      </p>
    {/if}
    <p class="lab mt-1">
      Regenerate gel at 110 to 120 °C for two or three hours. Store the box closed after drying it open.
    </p>
  {:else}<p class="text-ink2">Choose a case.</p>{/if}
</section>
