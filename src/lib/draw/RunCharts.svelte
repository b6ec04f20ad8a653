<script lang="ts">
  import { runCurves } from '@haversack/core/outing/curves';
  import type { Outing } from '@haversack/core/outing/outing';
  import { ampsText, clockText, fixed } from '@haversack/core/quantity/format';
  import { useBox } from '$lib/client/use-box.ts';
  import Chart from './Chart.svelte';
  import { ABOVE, BESIDE, runOption } from './run-option.ts';
  import type { TimeAxis } from './time-axis.ts';

  let { axis, width, narrow, outing }: { axis: TimeAxis; width: number; narrow: boolean; outing: Outing } = $props();
  const open = useBox();
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
  const sunWh = $derived(r.balance.inflowWh);

  const layout = $derived(narrow ? ABOVE : BESIDE);
  const option = () => runOption({ axis, layout, outing, curves, chosen, keepBack });

  const words = $derived(
    `Current, charge left and battery voltage over the outing. Highest current ${ampsText(mostA)} A at ${clockText(curves.mostAtH)}; ${
      r.failsAtH === undefined
        ? `charge left at the end ${fixed(outing.endSocFraction * 100, 0)} %`
        : `the plan fails at ${clockText(r.failsAtH)}`
    }.`
  );
</script>

<div class="relative" style:width="{width}px" style:height="{layout.heightPx}px">
  <Chart {option} height={layout.heightPx} label={words} />
  <dl class="words" class:above={narrow} style:top="{layout.wordsTopPx[0]}px">
    <dt>Drawn from the battery</dt>
    <dd>most, at {clockText(curves.mostAtH)} <b class="n">{ampsText(mostA)}</b> A</dd>
    {#if sunWh > 0}<dd>coming in, in all <b class="n">{fixed(sunWh, 0)}</b> Wh</dd>{/if}
    <dd>mean over {fixed(outing.wantedH, 0)} h <b class="n">{ampsText(outing.meanA)}</b> A</dd>
  </dl>
  <dl class="words" class:above={narrow} style:top="{layout.wordsTopPx[1]}px">
    <dt>Charge left</dt>
    {#if outing.endsAtH !== undefined}<dd>
        at {clockText(outing.endsAtH)} <b class="n">{fixed((outing.endsSocFraction ?? 0) * 100, 0)}</b> %
      </dd>
      <dd>at {clockText(endH)}, if forced <b class="n">{fixed(outing.endSocFraction * 100, 0)}</b> %</dd>{:else}<dd>
        at {clockText(endH)} <b class="n">{fixed(outing.endSocFraction * 100, 0)}</b> %
      </dd>{/if}
    {#if narrow}<dd>kept back <b class="n">{fixed(keepBack, 0)}</b> %</dd>{/if}
  </dl>
  <dl class="words" class:above={narrow} style:top="{layout.wordsTopPx[2]}px">
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
  {#if !narrow}
    <div class="right lab" style:top="170px" style:left="{axis.leftPx + axis.widthPx + 6}px">
      kept back<br />{fixed(keepBack, 0)} %
    </div>
  {/if}
  {#if outing.endsAtH !== undefined && outing.endsAtH < endH && outing.endsAtH >= axis.fromH && outing.endsAtH <= axis.toH}
    {@const endOffsetPx = ((outing.endsAtH - axis.fromH) / (axis.toH - axis.fromH)) * axis.widthPx}
    <div
      class="pennant"
      class:flip={endOffsetPx < 120}
      style:left="{axis.leftPx + endOffsetPx}px"
      style:top="{layout.pennantTopPx}px"
    >
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
  .words.above {
    left: 16px;
    width: calc(100% - 32px);
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
