<script lang="ts">
  import EmptyState from '$lib/ui/EmptyState.svelte';
  import type { At } from '@haversack/core/box/edit';
  import { dayAfter } from '@haversack/core/sun/sun';
  import { usualMonthC, type SeasonPlan } from '@haversack/core/season/season';
  import { listOf } from '@haversack/core/quantity/list-of';
  import type { Season } from '@haversack/core/box/schema';
  import { durationText, fixed, temperatureText } from '@haversack/core/quantity/format';
  import { useBox, useHeavy } from '$lib/client/use-box.ts';
  import { today } from '$lib/client/today.ts';
  import QuantityField from '$lib/ui/QuantityField.svelte';
  import SeasonChart from './SeasonChart.svelte';

  const open = useBox();
  const heavy = useHeavy();
  const season = $derived(open.doc.season);
  const plan = $derived(heavy.season);
  const unit = $derived(open.doc.preferences.temperatureUnit);
  const DAYS = { d: 1, day: 1, days: 1, week: 7, weeks: 7 };
  const MONTHS = ['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sep', 'Oct', 'Nov', 'Dec'];
  const set = <const K extends string>(what: string, key: K, value: At<`season/${K}`>) =>
    open.set(`Season: ${what}`, `season/${key}`, value);
  function begin(): void {
    open.set('Plan a season', 'season', {
      startDay: open.doc.outing.day ?? today(),
      dayCount: 120,
      monthC: usualMonthC(open.doc.outing.site?.latitudeDeg ?? 52),
      swingK: 8,
      boxOn: false,
      useSun: open.doc.charging.solar !== null,
      visitEveryDays: null,
      visit: 'swap'
    } satisfies Season);
  }
  const dateOf = (day: number): string => (season ? dayAfter(season.startDay, day) : '');
  const served = $derived(plan && plan.diesOnDay === undefined);
  /** What meters, modules and coils take beside what is ticked: those that are on with it. */
  function boxDraws(p: SeasonPlan): string {
    const mA = 1000 * p.boxDraws.reduce((sum, d) => sum + d.currentA, 0);
    return mA > 0
      ? `, the box itself ${fixed(mA, mA < 10 ? 1 : 0)} mA (at ${listOf(p.boxDraws.map((d) => d.name))})`
      : '';
  }
</script>

<div class="grid gap-4 p-6 max-md:p-3">
  {#if !season}
    <EmptyState title="Weeks or months unattended?">
      A camera at a nest, a weather station, a mesh node on a hill: standby and events instead of bars, a temperature
      for each month, self-discharge, and the days on which somebody has to come. The devices are those of this box;
      their modes and events say what they draw.
      {#snippet action()}<button type="button" class="btn main" onclick={begin}>Plan a season</button
        >{/snippet}</EmptyState
    >
  {:else}
    <section class="card" aria-label="Season">
      <div class="flex flex-wrap items-center gap-x-5 gap-y-2">
        <label class="flex items-center gap-2"
          ><span class="lab">From</span><input
            class="in"
            type="date"
            required
            value={season.startDay}
            onchange={(e) => e.currentTarget.value && set('start', 'startDay', e.currentTarget.value)}
          /></label
        >
        <QuantityField
          label="Length"
          kind="number"
          width={52}
          unit="days"
          text={fixed(season.dayCount, 0)}
          options={{ min: 1, max: 400, whole: true, units: DAYS }}
          onvalue={(v) => set(`${v} days`, 'dayCount', v)}
        />
        <QuantityField
          label="Visit every"
          kind="number"
          width={52}
          unit="days"
          text={season.visitEveryDays === null ? '' : fixed(season.visitEveryDays, 0)}
          options={{ min: 1, max: 400, whole: true, units: DAYS }}
          onempty={() => set('nobody comes', 'visitEveryDays', null)}
          onvalue={(v) => set(`visit every ${v} days`, 'visitEveryDays', v)}
        />
        <label class="flex items-center gap-2"
          ><span class="lab">and</span><select
            class="in"
            aria-label="What a visit does"
            value={season.visit}
            onchange={(e) => set('visit', 'visit', e.currentTarget.value as Season['visit'])}
            ><option value="swap">put a full battery in</option><option value="charge">charge it on the spot</option
            ></select
          ></label
        >
        <label class="flex items-center gap-2"
          ><span class="lab">The box itself is on</span><input
            type="checkbox"
            checked={season.boxOn}
            onchange={(e) => set('box on', 'boxOn', e.currentTarget.checked)}
          /></label
        >
        <label class="flex items-center gap-2"
          ><span class="lab">Solar panel stands there</span><input
            type="checkbox"
            checked={season.useSun}
            onchange={(e) => set('sun', 'useSun', e.currentTarget.checked)}
          /></label
        >
        <button type="button" class="btn danger" onclick={() => open.set('No season', 'season', null)}>Remove</button>
      </div>
      {#if season.useSun && !open.doc.charging.solar}<p class="mt-2 text-caution">
          No panel is named yet: add one on Battery, Charging.
        </p>{:else if season.useSun && !open.doc.outing.site}<p class="mt-2 text-caution">
          The sun needs a place: type the latitude on the Trip view.
        </p>{/if}
      <div class="mt-3 flex flex-wrap items-end gap-2" role="group" aria-label="Mean air of each month">
        <span class="lab w-full">Mean air of each month, °{unit}, and how much a day swings</span>
        {#each MONTHS as name, m (name)}
          <div class="grid justify-items-center">
            <span class="lab">{name}</span>
            <QuantityField
              label="Mean air in {name}"
              hideLabel
              kind="temperature"
              width={54}
              text={temperatureText(season.monthC[m]!, unit)}
              options={{ temperatureUnit: unit, min: -40, max: 60 }}
              onvalue={(v) =>
                set(
                  `${name} ${fixed(v, 0)} °C`,
                  'monthC',
                  season.monthC.map((c, i) => (i === m ? Number(v.toFixed(1)) : c))
                )}
            />
          </div>
        {/each}
        <QuantityField
          label="Swing"
          kind="number"
          width={46}
          unit="K"
          text={fixed(season.swingK, 0)}
          options={{ min: 0, max: 40, units: { k: 1, c: 1, '°c': 1 } }}
          onvalue={(v) => set(`swing ${v} K`, 'swingK', v)}
        />
      </div>
    </section>
    <section class="card" aria-label="Left running">
      <h2 class="h3">Left running, as their modes and events say</h2>
      <div class="flex flex-wrap gap-2">
        {#each open.doc.devices as d (d.id)}
          <button
            type="button"
            class="chip"
            aria-pressed={d.inSeason}
            onclick={() => open.set(`${d.name}: season`, `devices/${d.id}/inSeason`, !d.inSeason)}
            >{d.inSeason ? '✓ ' : ''}{d.name}</button
          >
        {:else}<p class="text-ink2">Add devices on the Trip view first.</p>{/each}
      </div>
    </section>
    {#if plan}
      <section class="card" aria-label="How the season goes" aria-busy={heavy.busy.season}>
        <p class="text-[1.25rem] font-[640]" data-dies={plan.diesOnDay ?? ''}>
          {#if served}Serves all {plan.dayCount} days.{:else}Dies on day {fixed(Math.floor(plan.diesOnDay!) + 1, 0)}, {dateOf(
              plan.diesOnDay!
            )}{plan.diesBecause === 'voltage' ? ': too little voltage' : ': empty'}.{/if}
        </p>
        <p class="text-ink2">
          {fixed(plan.meanW, plan.meanW < 0.1 ? 4 : 2)} W on average, {fixed(plan.perDayWh, plan.perDayWh < 10 ? 2 : 1)} Wh
          a day; self-discharge takes {fixed(plan.selfDischargeAh, 1)} Ah{plan.standbyAh > 0.05
            ? `, the pack's own electronics ${fixed(plan.standbyAh, 1)} Ah`
            : ''}{boxDraws(plan)}{plan.sunWh > 0 ? `; the sun brings ${fixed(plan.sunWh, 0)} Wh` : ''}.
        </p>
        <SeasonChart {plan} />
        <div class="grid gap-4 md:grid-cols-2">
          <div>
            <h3>Visits that keep it alive</h3>
            {#if plan.visitPlan.length === 0 && served && plan.visits.length === 0}<p>Nobody has to come.</p>
            {:else if plan.everyDays === undefined}<p class="text-caution">
                Even a visit a day is too little: less draw or a larger battery.
              </p>
            {:else}
              <p>
                At the latest every <b class="n">{plan.everyDays}</b> days, or on
                <span class="n"
                  >{plan.visitPlan
                    .slice(0, 12)
                    .map((d) => dateOf(d).slice(5))
                    .join(', ')}</span
                >{plan.visitPlan.length > 12 ? ` and ${plan.visitPlan.length - 12} more` : ''}.
              </p>
              {#if season.visitEveryDays !== plan.everyDays}<button
                  type="button"
                  class="btn mt-1"
                  onclick={() => set(`visit every ${plan.everyDays} days`, 'visitEveryDays', plan.everyDays!)}
                  >Do this: come every {plan.everyDays} days</button
                >{/if}
            {/if}
          </div>
          <div>
            <h3>Device by device</h3>
            {#each plan.devices as d (d.deviceId)}
              <div class="row border-t border-line">
                <button type="button" class="fig" onclick={() => (open.selected = { kind: 'device', id: d.deviceId })}
                  >{d.name}</button
                ><span
                  >{d.day === undefined ? 'served to the end' : `until ${dateOf(d.day)}`}{d.innerDays > 0
                    ? `, its own cells carry it ${durationText(d.innerDays * 24)}`
                    : ''}</span
                >
              </div>
            {/each}
          </div>
        </div>
      </section>
    {:else if heavy.busy.season}<p class="lab">Living through the season …</p>
    {:else}<p class="text-ink2">Choose a battery and let at least one device count in the season.</p>{/if}
  {/if}
</div>
