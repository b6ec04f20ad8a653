<script lang="ts">
  import type { SeasonPlan } from '@haversack/core/season/season';
  import { onMount } from 'svelte';
  import { useBox } from '$lib/client/open-box.svelte.ts';
  import { theme } from '$lib/client/theme.svelte.ts';

  let { plan }: { plan: SeasonPlan } = $props();
  const open = useBox();
  let host: HTMLDivElement;
  let width = $state(800);
  let chart: { setOption(option: object, whole: boolean): void; resize(): void; dispose(): void } | undefined =
    $state.raw();
  const colour = (name: string): string =>
    getComputedStyle(document.documentElement).getPropertyValue(`--${name}`).trim();

  $effect(() => {
    void theme.name;
    if (!chart) return;
    const days = plan.days.map((d) => d.isoDay);
    const label = { color: colour('ink2'), fontFamily: 'Spline Sans Mono Variable', fontSize: 12 };
    const keepBack = (open.plan.bank?.keepBackFraction ?? 0) * 100;
    const dies = plan.diesOnDay === undefined ? undefined : Math.floor(plan.diesOnDay);
    const axis = (gridIndex: number, show: boolean) => ({
      type: 'category',
      gridIndex,
      data: days,
      axisTick: { show: false },
      axisLabel: { ...label, show, formatter: (v: string) => v.slice(5), interval: Math.ceil(days.length / 9) },
      axisLine: { lineStyle: { color: colour('line2') } }
    });
    const y = (gridIndex: number, unit: string, extra: object = {}) => ({
      type: 'value',
      gridIndex,
      axisLabel: { ...label, formatter: (v: number) => `${v} ${unit}` },
      splitLine: { lineStyle: { color: colour('line') } },
      splitNumber: 2,
      ...extra
    });
    const line = (i: number, data: number[], extra: object) => ({
      type: 'line',
      xAxisIndex: i,
      yAxisIndex: i,
      data,
      showSymbol: false,
      animation: false,
      silent: true,
      ...extra
    });
    chart.setOption(
      {
        animation: false,
        grid: [
          { left: 56, right: 16, top: 10, height: 110 },
          { left: 56, right: 16, top: 140, height: 50 }
        ],
        xAxis: [axis(0, false), axis(1, true)],
        yAxis: [y(0, '%', { min: 0, max: 100, interval: 50 }), y(1, '°C')],
        series: [
          line(
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
          line(
            1,
            plan.days.map((d) => Number(d.airC.toFixed(1))),
            { lineStyle: { color: colour('note'), width: 1.4 } }
          )
        ]
      },
      true
    );
  });
  $effect(() => {
    void width;
    chart?.resize();
  });
  onMount(() => {
    let alive = true;
    void import('$lib/draw/echarts.ts').then(({ init }) => {
      if (alive) chart = init(host, undefined, { renderer: 'svg' });
    });
    return () => {
      alive = false;
      chart?.dispose();
    };
  });
</script>

<div class="my-2" bind:clientWidth={width}>
  <p class="lab">Charge left each day, and the air</p>
  <div
    bind:this={host}
    style:height="220px"
    role="img"
    aria-label="Charge left over {plan.dayCount} days; {plan.diesOnDay === undefined
      ? 'served to the end'
      : `dies on day ${Math.floor(plan.diesOnDay) + 1}`}"
  ></div>
</div>
