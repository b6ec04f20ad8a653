<script lang="ts">
  import { runCurves } from '@haversack/core/outing/curves';
  import type { Outing } from '@haversack/core/outing/outing';
  import { ampsText, clockText, fixed } from '@haversack/core/quantity/format';
  import { useBox } from '$lib/client/use-box.ts';
  import Chart from './Chart.svelte';
  import { colour, label } from './chart-style.ts';
  import { tickHours, type TimeAxis } from './time-axis.ts';

  let { axis, width, outing }: { axis: TimeAxis; width: number; outing: Outing } = $props();
  const open = useBox();
  const ROWS = [
    { top: 22, height: 70 },
    { top: 116, height: 84 },
    { top: 224, height: 84 }
  ] as const;
  const HEIGHT = 322;
  const r = $derived(outing.run);
  const endH = $derived(open.doc.outing.startH + open.doc.outing.durationH);
  const chosen = $derived(
    open.selected?.kind === 'device'
      ? open.doc.devices.findIndex((d) => d.id === (open.selected as { id: string }).id)
      : -1
  );
  const keepBack = $derived((open.plan.bank?.keepBackFraction ?? 0) * 100);
  const curves = $derived(runCurves(outing, chosen));
  const mostA = $derived(curves.mostA);
  const plug = $derived(curves.plug);

  /** Whole and dashed part of a curve: dashed after the plan is no longer served. */
  function split(values: readonly number[], scale = 1): [number[][], number[][]] {
    const point = (i: number) => [r.timeH[i]!, values[i]! * scale];
    const all = r.timeH.map((_, i) => i);
    return [all.slice(0, curves.servedCount).map(point), all.slice(Math.max(0, curves.servedCount - 1)).map(point)];
  }

  /** Volts where something is connected; off is no reading. */
  const voltsOf = (port: number | null | undefined): (number | null)[][] =>
    port == null ? [] : r.timeH.map((t, i) => [t, r.portV[port]![i]! > 1 ? r.portV[port]![i]! : null]);
  const sunWh = $derived(r.balance.inflowWh);

  const option = () => {
    const ink = colour('ink');
    const caution = colour('caution');
    const grid = ROWS.map((row) => ({ left: axis.leftPx, top: row.top, width: axis.widthPx, height: row.height }));
    const xs = ROWS.map((_, i) => ({
      type: 'value',
      gridIndex: i,
      min: axis.fromH,
      max: axis.toH,
      interval: (tickHours(axis)[1] ?? 3) - (tickHours(axis)[0] ?? 0),
      axisLabel: { show: false },
      axisTick: { show: false },
      axisLine: { lineStyle: { color: colour('line2') } },
      splitLine: { lineStyle: { color: colour('grid') } }
    }));
    const y = (i: number, min: number, max: number, interval: number, unit: string) => ({
      type: 'value',
      gridIndex: i,
      min,
      max,
      interval,
      axisLabel: { ...label(), formatter: (v: number) => (v === max ? `${v} ${unit}` : String(v)) },
      splitLine: { lineStyle: { color: colour('line') } }
    });
    const { topA, lowV, highV } = curves;
    const [soc, socAfter] = split(r.socFraction, 100);
    const [v, vAfter] = split(r.batteryV);
    const line = (i: number, data: number[][], extra: object = {}) => ({
      type: 'line',
      xAxisIndex: i,
      yAxisIndex: i,
      data,
      showSymbol: false,
      animation: false,
      silent: true,
      lineStyle: { color: ink, width: 1.8 },
      ...extra
    });
    const dashed = { lineStyle: { color: caution, width: 1.6, type: [5, 4] } };
    const mark = (i: number, x: number | undefined, y0?: number) => ({
      markLine: {
        silent: true,
        symbol: 'none',
        animation: false,
        label: { show: false },
        data: [
          ...(x === undefined ? [] : [{ xAxis: x, lineStyle: { color: caution, width: 2, type: 'solid' } }]),
          ...(y0 === undefined ? [] : [{ yAxis: y0, lineStyle: { color: caution, width: 1, type: [4, 3] } }])
        ]
      },
      z: i
    });
    const series = [
      line(
        0,
        r.timeH.map((t, i) => [t, r.currentA[i]!]),
        {
          step: 'end',
          areaStyle: { color: colour('olive1') },
          lineStyle: { color: colour('bar-edge'), width: 1.4 },
          ...mark(3, r.failsAtH)
        }
      ),
      ...(chosen >= 0
        ? [
            line(
              0,
              r.timeH.map((t, i) => [t, r.loadA[chosen]![i]!]),
              {
                step: 'end',
                lineStyle: { color: colour('brass6'), width: 1 },
                areaStyle: { color: colour('brass4'), opacity: 1 },
                z: 4
              }
            )
          ]
        : []),
      line(1, soc, { areaStyle: { color: colour('olive1'), origin: keepBack }, ...mark(3, r.failsAtH, keepBack) }),
      line(1, socAfter, dashed),
      ...(sunWh > 0
        ? [
            line(
              0,
              r.timeH.map((t, i) => [t, r.inflowA[i]!]),
              { step: 'end', lineStyle: { color: colour('holds'), width: 1.4, type: [2, 2] }, z: 5 }
            )
          ]
        : []),
      line(2, v, mark(3, r.failsAtH)),
      line(2, vAfter, dashed),
      ...(outing.meterPort === null
        ? []
        : [
            line(2, voltsOf(outing.meterPort) as number[][], {
              lineStyle: { color: colour('note'), width: 1.2, type: [5, 3] }
            })
          ]),
      ...(plug === undefined
        ? []
        : [line(2, voltsOf(plug) as number[][], { lineStyle: { color: colour('brass6'), width: 1.6 }, z: 4 })])
    ];
    return {
      grid,
      xAxis: xs,
      yAxis: [y(0, 0, topA, topA / 2, 'A'), y(1, 0, 100, 50, '%'), y(2, lowV, highV, (highV - lowV) / 2, 'V')],
      series
    };
  };

  const words = $derived(
    `Current, charge left and battery voltage over the outing. Highest current ${ampsText(mostA)} A at ${clockText(curves.mostAtH)}; ${
      r.failsAtH === undefined
        ? `charge left at the end ${fixed(outing.endSocFraction * 100, 0)} %`
        : `the plan fails at ${clockText(r.failsAtH)}`
    }.`
  );
</script>

<div class="relative" style:width="{width}px" style:height="{HEIGHT}px">
  <Chart {option} height={HEIGHT} label={words} />
  <dl class="words" style:top="14px">
    <dt>Drawn from the battery</dt>
    <dd>most, at {clockText(curves.mostAtH)} <b class="n">{ampsText(mostA)}</b> A</dd>
    {#if sunWh > 0}<dd>coming in, in all <b class="n">{fixed(sunWh, 0)}</b> Wh</dd>{/if}
    <dd>mean over {fixed(outing.wantedH, 0)} h <b class="n">{ampsText(outing.meanA)}</b> A</dd>
  </dl>
  <dl class="words" style:top="108px">
    <dt>Charge left</dt>
    {#if outing.endsAtH !== undefined}<dd>
        at {clockText(outing.endsAtH)} <b class="n">{fixed((outing.endsSocFraction ?? 0) * 100, 0)}</b> %
      </dd>
      <dd>at {clockText(endH)}, if forced <b class="n">{fixed(outing.endSocFraction * 100, 0)}</b> %</dd>{:else}<dd>
        at {clockText(endH)} <b class="n">{fixed(outing.endSocFraction * 100, 0)}</b> %
      </dd>{/if}
  </dl>
  <dl class="words" style:top="216px">
    <dt>Volts at the battery</dt>
    <dd>
      at {clockText(endH)}{outing.endsAtH !== undefined ? ', if forced' : ''}
      <b class="n">{fixed(outing.endBatteryV, 1)}</b> V
    </dd>
    {#if curves.meterEndV !== undefined}<dd class="meter">
        panel voltmeter reads <b class="n">{fixed(curves.meterEndV, 2)}</b> V then
      </dd>{/if}
    {#if curves.plugLowV !== undefined}<dd class="plug">
        reaches it, lowest <b class="n">{fixed(curves.plugLowV, 2)}</b> V
      </dd>{/if}
  </dl>
  <div class="right lab" style:top="170px" style:left="{axis.leftPx + axis.widthPx + 6}px">
    kept back<br />{fixed(keepBack, 0)} %
  </div>
  {#if outing.endsAtH !== undefined && outing.endsAtH < endH && outing.endsAtH >= axis.fromH && outing.endsAtH <= axis.toH}
    {@const endOffsetPx = ((outing.endsAtH - axis.fromH) / (axis.toH - axis.fromH)) * axis.widthPx}
    <div class="pennant" class:flip={endOffsetPx < 120} style:left="{axis.leftPx + endOffsetPx}px">
      {outing.reason === 'kept-back' ? 'Empty' : outing.reason === 'device' ? 'A device stops' : 'Off'}
      <span class="n">{clockText(outing.endsAtH)}</span>
    </div>
  {/if}
</div>

<style>
  .words {
    position: absolute;
    left: 36px;
    width: 230px;
    font-size: 12px;
    line-height: 16px;
    font-stretch: 92%;
    color: var(--ink2);
  }
  .words dt {
    font-weight: 640;
    color: var(--ink);
    margin-bottom: 2px;
  }
  .words b {
    color: var(--ink);
  }
  .words .meter {
    color: var(--note);
  }
  .words .plug {
    color: var(--brass7);
  }
  .right {
    position: absolute;
    color: var(--caution);
  }
  .pennant {
    position: absolute;
    top: 0;
    transform: translateX(-100%);
    padding: 1px 8px 1px 12px;
    background: var(--caution);
    color: var(--paper);
    font-size: 12px;
    line-height: 18px;
    white-space: nowrap;
    clip-path: polygon(0 0, 100% 0, 100% 100%, 0 100%, 6px 50%);
  }
  /* Near the left edge it would cover the row's words, so it flies to the right there. */
  .pennant.flip {
    transform: none;
    padding: 1px 12px 1px 8px;
    clip-path: polygon(0 0, 100% 0, calc(100% - 6px) 50%, 100% 100%, 0 100%);
  }
</style>
