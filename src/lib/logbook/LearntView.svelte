<script lang="ts">
  import EmptyState from '$lib/ui/EmptyState.svelte';
  import { actuals } from '@haversack/core/logbook/actuals';
  import { capacityTrend, matchOf } from '@haversack/core/logbook/battery-life';
  import { SURPRISING } from '@haversack/core/logbook/estimate/estimate';
  import { takeable, takeOverEdits } from '@haversack/core/logbook/estimate/take-over';
  import { learntNote, lessonSay, parameterText, rangeText } from '@haversack/core/logbook/say';
  import { durationText, fixed } from '@haversack/core/quantity/format';
  import { onMount } from 'svelte';
  import { useBox } from '$lib/client/use-box.ts';
  import { useLogbook } from '$lib/client/logbook.svelte.ts';
  import Chart from '$lib/draw/Chart.svelte';
  import { learntHere } from './learnt.ts';
  import { colour, dotsOf, gridOf, lineOf, timeAxis, valueAxis } from '$lib/draw/chart-style.ts';
  import { ownDay } from '$lib/ui/days.ts';

  const open = useBox();
  const log = useLogbook();
  onMount(() => void log.load());
  const learnt = $derived(learntHere(open, log));
  const told = $derived(learnt.parameters.filter((p) => p.recordCount > 0));
  const match = $derived(matchOf(log.here));
  const toTake = $derived(takeable(open.doc, learnt));
  const odd = $derived(learnt.lessons.filter((l) => l.surprise >= SURPRISING).toReversed());
  const days = $derived(new Map(open.records.telling.map((r) => [r.id, r.day])));
  const outings = $derived(actuals(open.records.telling));
  const edits = (keys: string[]) => takeOverEdits(open.doc, learnt, keys);
  const take = (keys: string[], what: string): void => open.commit(`Learnt: ${what}`, edits(keys));

  const ms = (day: string): number => Date.parse(`${day}T12:00:00Z`);
  const counted = $derived(outings.filter((o) => o.chargeAh !== null));
  const wantedAh = $derived(open.plan.bank ? open.plan.bank.neededAh : 0);
  const tests = $derived(learnt.capacities.filter((c) => c.test));
  const trend = $derived(capacityTrend(tests, wantedAh));
  const pair = (values: (readonly [string, number | null])[]): [number, number][] =>
    values.flatMap(([day, v]) => (v === null ? [] : [[ms(day), v] as [number, number]]));
  const withVolts = $derived(outings.some((o) => o.endV !== null));
  const mostAh = $derived(Math.ceil(1.1 * Math.max(wantedAh, ...learnt.capacities.map((c) => c.ah))));
  const outingOption = () => ({
    grid: [gridOf(10, 84), gridOf(124, 84), ...(withVolts ? [gridOf(238, 60)] : [])],
    xAxis: (withVolts ? [0, 1, 2] : [0, 1]).map((i) => timeAxis(i, i === (withVolts ? 2 : 1))),
    yAxis: [
      valueAxis(0, 'h', { scale: false }),
      valueAxis(1, 'Ah', { scale: false }),
      ...(withVolts ? [valueAxis(2, 'V')] : [])
    ],
    series: [
      lineOf(0, pair(outings.map((o) => [o.day, o.wantedH])), {
        lineStyle: { color: colour('note'), width: 1.2, type: [4, 3] }
      }),
      dotsOf(0, pair(outings.map((o) => [o.day, o.durationH]))),
      lineOf(1, pair(outings.map((o) => [o.day, o.plannedAh])), {
        lineStyle: { color: colour('note'), width: 1.2, type: [4, 3] }
      }),
      dotsOf(1, pair(outings.map((o) => [o.day, o.chargeAh]))),
      ...(withVolts
        ? [
            lineOf(2, pair(outings.map((o) => [o.day, o.plannedEndV])), {
              lineStyle: { color: colour('note'), width: 1.2, type: [4, 3] }
            }),
            dotsOf(2, pair(outings.map((o) => [o.day, o.endV])))
          ]
        : [])
    ]
  });
  const capacityOption = () => ({
    grid: [gridOf(10, 110)],
    xAxis: [timeAxis(0, true)],
    yAxis: [valueAxis(0, 'Ah', { scale: false, min: 0, max: mostAh })],
    series: [
      lineOf(
        0,
        learnt.capacities.map((c) => [ms(c.day), c.ah] as const),
        {
          markLine: {
            silent: true,
            symbol: 'none',
            animation: false,
            label: { show: false },
            data: [{ yAxis: wantedAh, lineStyle: { color: colour('caution'), width: 1, type: [4, 3] } }]
          }
        }
      ),
      dotsOf(
        0,
        tests.map((c) => [ms(c.day), c.ah] as const)
      )
    ]
  });
</script>

<div class="grid gap-6 p-6 max-md:p-3">
  {#if log.problem}<p role="alert" class="text-stop">{log.problem}</p>{/if}
  {#if told.length === 0}
    <EmptyState title="Nothing learnt yet">
      An outing with its hours and amp-hours says what the devices draw; a rested voltage, a count that ran flat or a
      capacity test what the battery holds; a reading with everything off what the box draws by itself. All of it is
      reckoned together, and what is surer counts for more.</EmptyState
    >
  {:else}
    <section aria-label="What the records say" class="min-w-0">
      <div class="mb-2 flex flex-wrap items-center gap-3">
        <h2 class="flex-1">What the records say</h2>
        {#if toTake.length > 1}<button
            type="button"
            class="btn main !h-11"
            onclick={() =>
              take(
                toTake.map((p) => p.key),
                `${toTake.length} figures taken over`
              )}>Take all {toTake.length} over</button
          >{/if}
      </div>
      <div class="overflow-x-auto">
        <table class="sheet">
          <caption class="lab mb-1 text-left"
            >± holds nine of ten. Draws, the box itself, resistance and sun are in percent of what the plan has now.</caption
          >
          <thead
            ><tr
              ><th>What</th><th class="num max-md:hidden">Believed before</th><th class="num">By the records</th><th
                class="num max-md:hidden">From</th
              ><th><span class="sr-only">Take over</span></th></tr
            ></thead
          >
          <tbody>
            {#each told as p (p.key)}
              <tr>
                <th scope="row"
                  >{p.name}{#if learntNote(p)}<span class="lab block">{learntNote(p)}</span>{/if}</th
                >
                <td class="num n whitespace-nowrap max-md:hidden">{rangeText(p, p.mean, p.spread)}</td>
                <td class="num n whitespace-nowrap"
                  ><b>{rangeText(p, p.now, p.nowSpread)}</b><span class="lab block md:hidden"
                    >before {rangeText(p, p.mean, p.spread)}</span
                  ></td
                >
                <td class="num n max-md:hidden">{p.recordCount}</td>
                <td
                  >{#if toTake.some((t) => t.key === p.key)}<button
                      type="button"
                      class="btn !h-9"
                      aria-label="Take over: {p.name}"
                      onclick={() => take([p.key], `${p.name} ${parameterText(p, p.now)}`)}>Take over</button
                    >{/if}</td
                >
              </tr>
            {/each}
          </tbody>
        </table>
      </div>
      <details class="mt-2 max-w-3xl">
        <summary>How this is reckoned</summary>
        <p class="mt-1 text-ink2">
          Everything not known starts as the plan believes it, with its spread. Each record is one sum of them, give or
          take: an outing the amp-hours of its devices by their hours, a rested voltage the charge that is left, a
          top-up what the shelf took. One after the other they move what is believed, each unknown by as much as it is
          unsure (linear least squares, normal spreads). A draw is one factor on all modes of a device; a battery may
          stray by 3 % a year; a record that lies far out still counts, and is told. Taken over it stands in the plan as
          measured, with what is left of its doubt.
        </p>
      </details>
    </section>
    {#if odd.length > 0}
      <section aria-label="Surprising records" class="max-w-3xl">
        <h2 class="mb-1">Surprising</h2>
        <ul class="grid gap-1">
          {#each odd.slice(0, 8) as l, i (i)}<li>
              <span class="n lab">{days.get(l.recordId)}</span>
              {lessonSay(l)}
            </li>{/each}
        </ul>
      </section>
    {/if}
  {/if}
  {#if outings.length > 0}
    <section class="grid gap-4 lg:grid-cols-2" aria-label="Planned against actual">
      <div class="min-w-0">
        <h2>Planned against actual</h2>
        <p class="lab mb-1">
          Dots: as it was. Dashed: as planned on that day. Hours, amp-hours{withVolts ? ', volts at the end' : ''}.
        </p>
        <Chart
          option={outingOption}
          height={withVolts ? 330 : 240}
          label="Hours, amp-hours and end voltage of {outings.length} outings against their plan"
        />
      </div>
      <div class="min-w-0">
        <details open={outings.length <= 12}>
          <summary class="text-[1rem] font-[640]">Outing by outing</summary>
          <div class="overflow-x-auto">
            <table class="sheet">
              <caption class="sr-only">Outings against their plan, newest first</caption>
              <thead
                ><tr
                  ><th>Day</th><th class="num">Hours</th><th class="num">Ah</th><th class="num">planned</th><th>Said</th
                  ></tr
                ></thead
              >
              <tbody
                >{#each outings.toReversed().slice(0, 60) as o (o.id)}<tr
                    ><th scope="row" class="n whitespace-nowrap">{ownDay(o.day)}</th><td class="num n whitespace-nowrap"
                      >{o.durationH === null ? '–' : durationText(o.durationH)}</td
                    ><td class="num n">{o.chargeAh === null ? '–' : fixed(o.chargeAh, 1)}</td><td class="num n"
                      >{o.plannedAh === null ? '–' : fixed(o.plannedAh, 1)}</td
                    ><td>{o.say}</td></tr
                  >{/each}</tbody
              >
            </table>
          </div>
        </details>
      </div>
    </section>
  {/if}
  {#if learnt.capacities.length > 0}
    <section aria-label="Capacity over the years" class="grid gap-4 lg:grid-cols-2">
      <div class="min-w-0">
        <h2>Capacity over the years</h2>
        <p class="lab mb-1">Dots: tests. Dashed: what this outing asks for, {fixed(wantedAh, 1)} Ah.</p>
        <Chart
          option={capacityOption}
          height={160}
          label="Capacity, {fixed(learnt.capacities.at(-1)!.ah, 1)} Ah by the last record"
        />
        <p>
          {#if !trend}Two tests in different years say how fast it ages.{:else if trend.perYearAh >= 0}It did not get
            less from test to test.{:else}It loses <b class="n">{fixed(-trend.perYearAh, 2)} Ah</b> a year{trend.underYear ===
            undefined
              ? ' and holds enough for this outing for the next thirty years'
              : `: in ${trend.underYear} it holds less than this outing asks for`}.{/if}
        </p>
      </div>
      {#if log.here.length > 0}
        <div class="min-w-0 overflow-x-auto">
          <table class="sheet">
            <caption class="lab mb-1 text-left">Batteries in this box, over all they did</caption>
            <thead
              ><tr
                ><th>Battery</th><th class="num">Outings</th><th class="num">Cycles</th><th class="num">Measured</th><th
                  class="num">Each outing</th
                ></tr
              ></thead
            >
            <tbody
              >{#each log.here as b (b.id)}<tr
                  ><th scope="row">{b.name}</th><td class="num n">{b.life.outingCount}</td><td class="num n"
                    >{fixed(b.life.cycles, 1)}</td
                  ><td class="num n">{b.life.measuredAh === undefined ? '–' : `${fixed(b.life.measuredAh, 1)} Ah`}</td
                  ><td class="num n"
                    >{b.life.pricePerOuting === undefined
                      ? '–'
                      : `${fixed(b.life.pricePerOuting, 2)} ${open.doc.preferences.currency}`}</td
                  ></tr
                >{/each}</tbody
            >
          </table>
          {#if match}<p class="mt-1">{match}</p>{/if}
        </div>
      {/if}
    </section>
  {/if}
  {#if counted.length === 0 && outings.length > 0}<p class="lab">
      None of the outings was counted: amp-hours from a meter make the draws known.
    </p>{/if}
</div>
