<script lang="ts">
  import type { DesignDot } from '@haversack/core/design/view';
  import { massText } from '@haversack/core/quantity/format';
  import { useBox } from '$lib/client/use-box.ts';
  import Chart from '$lib/draw/Chart.svelte';
  import { colour, gridOf, label, valueAxis } from '$lib/draw/chart-style.ts';
  import { chanceText, hoursText, priceText, rolesText, weightText } from './words.ts';

  /** Every sound box that was found: price against mass, larger the surer; a window drawn over them narrows the list, a press opens one. */
  let {
    dots,
    chosen,
    onopen
  }: { dots: readonly DesignDot[]; chosen: string | undefined; onopen: (key: string) => void } = $props();
  const open = useBox();
  const prefs = $derived(open.doc.preferences);
  type Frame = { x: [number, number]; y: [number, number] };
  let frame = $state.raw<Frame | undefined>();
  const inside = (d: DesignDot): boolean =>
    frame === undefined ||
    (d.merits.massKg >= frame.x[0] &&
      d.merits.massKg <= frame.x[1] &&
      d.merits.priceAmount >= frame.y[0] &&
      d.merits.priceAmount <= frame.y[1]);
  const listed = $derived(
    dots
      .filter(inside)
      .toSorted((a, b) => Number(b.within) - Number(a.within) || a.merits.priceAmount - b.merits.priceAmount)
  );
  const MOST = 40;
  const LEAST_PX = 6;
  const MORE_PX = 9;
  const kinds = $derived([
    { name: 'beyond', dots: dots.filter((d) => !d.within) },
    { name: 'within', dots: dots.filter((d) => d.within && d.roles.length === 0) },
    { name: 'named', dots: dots.filter((d) => d.within && d.roles.length > 0) }
  ]);

  function option(): object {
    const look = {
      beyond: { color: 'transparent', borderColor: colour('ink2') },
      within: { color: colour('olive5'), borderColor: colour('paper') },
      named: { color: colour('olive9'), borderColor: colour('paper') }
    };
    return {
      grid: { ...gridOf(12, 210), right: 40 },
      brush: {
        brushStyle: { color: 'transparent', borderColor: colour('brass6'), borderWidth: 1 },
        xAxisIndex: 0,
        yAxisIndex: 0,
        outOfBrush: { colorAlpha: 0.35 },
        throttleType: 'debounce',
        throttleDelay: 100
      },
      xAxis: {
        ...valueAxis(0, prefs.massUnit),
        splitNumber: 6,
        axisLabel: { ...label(), formatter: (v: number) => `${massText(v, prefs.massUnit)} ${prefs.massUnit}` }
      },
      yAxis: {
        ...valueAxis(0, ''),
        splitNumber: 4,
        axisLabel: { ...label(), formatter: (v: number) => `${prefs.currency}${v}` }
      },
      series: kinds.map(({ name, dots: list }) => ({
        type: 'scatter',
        name,
        data: list.map((d) => ({
          value: [d.merits.massKg, d.merits.priceAmount],
          symbolSize: LEAST_PX + MORE_PX * d.merits.chanceFraction,
          itemStyle:
            d.key === chosen
              ? { color: colour('brass4'), borderColor: colour('ink') }
              : look[name as keyof typeof look],
          label: {
            show: d.roles.length > 0,
            formatter: rolesText(d.roles),
            position: 'right',
            color: colour('ink'),
            fontSize: 12
          }
        }))
      }))
    };
  }
  const pick = (series: string, index: number): void => {
    const d = kinds.find((k) => k.name === series)?.dots[index];
    if (d) onopen(d.key);
  };
</script>

<section aria-label="Everything sound that was found">
  <div class="flex flex-wrap items-baseline gap-x-4">
    <h2>Everything sound that was found</h2>
    <p class="lab">
      Price against mass; larger means surer, hollow means beyond a limit. Draw a window over dots to list only those,
      press one to open it.
    </p>
  </div>
  <Chart
    {option}
    height={256}
    label="{dots.length} sound boxes by price and mass; the list below says the same"
    onpick={pick}
    onwindow={(w) => (frame = w)}
  />
  <div class="flex items-center gap-3">
    <p class="lab" role="status">
      {frame ? `${listed.length} of ${dots.length} in the window` : `${dots.length} found`}{listed.length > MOST
        ? `, the first ${MOST} are listed`
        : ''}
    </p>
    {#if frame}<button type="button" class="btn" onclick={() => (frame = undefined)}>List all</button>{/if}
  </div>
  <div class="overflow-x-auto">
    <table class="sheet w-full" aria-label="Sound boxes">
      <thead
        ><tr
          ><th>Battery and case</th><th class="num">Price</th><th class="num">Mass</th><th class="num">Lasts</th><th
            class="num">Sure</th
          ><td></td></tr
        ></thead
      >
      <tbody>
        {#each listed.slice(0, MOST) as d (d.key)}
          <tr class:on={d.key === chosen}>
            <th scope="row"
              >{d.name}{#if d.roles.length}<span class="lab"> · {rolesText(d.roles)}</span>{/if}{#if !d.within}<span
                  class="lab"
                >
                  · beyond a limit</span
                >{/if}</th
            >
            <td class="num">{priceText(prefs, d.merits.priceAmount)}</td>
            <td class="num">{weightText(prefs, d.merits.massKg)}</td>
            <td class="num">{hoursText(d.lastsH)}</td>
            <td class="num">{chanceText(d.merits)}</td>
            <td class="num"
              ><button type="button" class="btn" aria-label="Open {d.name}" onclick={() => onopen(d.key)}>Open</button
              ></td
            >
          </tr>
        {/each}
      </tbody>
    </table>
  </div>
</section>

<style>
  tr.on {
    background: var(--brass2);
  }
</style>
