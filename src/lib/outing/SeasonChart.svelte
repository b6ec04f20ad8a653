<script lang="ts">
  import type { SeasonPlan } from '@haversack/core/season/season';
  import { useBox } from '$lib/client/use-box.ts';
  import Chart from '$lib/draw/Chart.svelte';
  import { colour, gridOf, label, lineOf, valueAxis } from '$lib/draw/chart-style.ts';

  let { plan }: { plan: SeasonPlan } = $props();
  const open = useBox();
  const option = () => {
    const days = plan.days.map((d) => d.isoDay);
    const keepBack = (open.plan.bank?.keepBackFraction ?? 0) * 100;
    const dies = plan.diesOnDay === undefined ? undefined : Math.floor(plan.diesOnDay);
    const axis = (gridIndex: number, show: boolean) => ({
      type: 'category',
      gridIndex,
      data: days,
      axisTick: { show: false },
      axisLabel: { ...label(), show, formatter: (v: string) => v.slice(5), interval: Math.ceil(days.length / 9) },
      axisLine: { lineStyle: { color: colour('line2') } }
    });
    return {
      grid: [gridOf(10, 110), gridOf(140, 50)],
      xAxis: [axis(0, false), axis(1, true)],
      yAxis: [valueAxis(0, '%', { min: 0, max: 100, interval: 50 }), valueAxis(1, '°C', { scale: false })],
      series: [
        lineOf(
          0,
          plan.days.map((d) => d.socFraction * 100),
          {
            lineStyle: { color: colour('ink'), width: 1.6 },
            areaStyle: { color: colour('olive1') },
            markLine: {
              silent: true,
              symbol: 'none',
              animation: false,
              label: { show: false },
              data: [
                { yAxis: keepBack, lineStyle: { color: colour('caution'), type: [4, 3] } },
                ...(dies === undefined
                  ? []
                  : [{ xAxis: dies, lineStyle: { color: colour('caution'), width: 2, type: 'solid' } }])
              ]
            }
          }
        ),
        lineOf(
          1,
          plan.days.map((d) => Number(d.airC.toFixed(1))),
          { lineStyle: { color: colour('note'), width: 1.4 } }
        )
      ]
    };
  };
</script>

<div class="my-2">
  <p class="lab">Charge left each day, and the air</p>
  <Chart
    {option}
    height={220}
    label="Charge left over {plan.dayCount} days; {plan.diesOnDay === undefined
      ? 'served to the end'
      : `dies on day ${Math.floor(plan.diesOnDay) + 1}`}"
  />
</div>
