<script lang="ts">
  import { sureText } from '@haversack/core/verdict';
  import { durationText, fixed } from '@haversack/core/quantity/format';
  import { useBox, useHeavy } from '$lib/client/use-box.ts';

  const open = useBox();
  const heavy = useHeavy();
  const s = $derived(heavy.sure);
  const wanted = $derived(open.doc.outing.durationH);
  const most = $derived(s ? Math.max(wanted, s.p90H) * 1.08 : 1);
  const from = $derived(s ? Math.min(wanted, s.p10H) * 0.85 : 0);
  const at = (h: number): number => Math.min(100, Math.max(0, ((h - from) / (most - from)) * 100));
  const progress = $derived(s && s.runCount < s.wantedRunCount ? s.runCount / s.wantedRunCount : 1);
</script>

<section class="card" aria-label="How sure" aria-busy={heavy.busy.sure}>
  <h2 class="h3">How sure</h2>
  {#if heavy.failed}<p class="text-stop">{heavy.failed}</p>{/if}
  {#if s}
    <p class="text-[1rem] font-[640]" data-chance={fixed(s.chanceFraction, 3)}>
      {sureText(s.chanceFraction)} of {durationText(wanted)}
    </p>
    <div class="scale" role="img" aria-label="Hours reached in nine, five and one of ten cases">
      <div class="band" style:left="{at(s.p10H)}%" style:width="{at(s.p90H) - at(s.p10H)}%"></div>
      <div class="mid" style:left="{at(s.p50H)}%"></div>
      <div class="want" style:left="{at(wanted)}%"></div>
    </div>
    <dl class="three">
      <div>
        <dt>9 of 10 times</dt>
        <dd class="n">{durationText(s.p10H)}</dd>
      </div>
      <div>
        <dt>as often as not</dt>
        <dd class="n">{durationText(s.p50H)}</dd>
      </div>
      <div>
        <dt>1 of 10 times</dt>
        <dd class="n">{s.beyond && s.p90H >= wanted * 6 - 0.01 ? 'over ' : ''}{durationText(s.p90H)}</dd>
      </div>
    </dl>
    {#if s.say}<p class="mt-2 font-medium">{s.say}</p>{/if}
    <ul class="mt-2 grid gap-1">
      {#each s.doubts.filter((d) => d.shareFraction >= 0.02).slice(0, 5) as d (d.kind + d.id)}
        <li class="doubt">
          {#if d.kind === 'device'}<button
              type="button"
              class="fig text-left"
              onclick={() => (open.selected = { kind: 'device', id: d.id })}>{d.name}</button
            >{:else}<span>{d.name}</span>{/if}
          <span class="bar"><span style:width="{d.shareFraction * 100}%"></span></span>
          <span class="n text-right">{fixed(d.shareFraction * 100, 0)} %</span>
        </li>
      {/each}
    </ul>
    <p class="lab mt-2">
      {#if progress < 1 || heavy.busy.sure}{fixed(s.runCount, 0)} of {fixed(s.wantedRunCount, 0)} runs …{:else}{fixed(
          s.runCount,
          0
        )} runs over draws, capacity, resistance, cold and age.{/if}
    </p>
  {:else if heavy.busy.sure}<p class="lab">Trying many outings …</p>
  {:else}<p class="lab">Appears when a battery is chosen and something runs.</p>{/if}
</section>

<style>
  .scale {
    position: relative;
    height: 16px;
    margin: 8px 0 6px;
    border-bottom: 1px solid var(--line2);
  }
  .band {
    position: absolute;
    bottom: 0;
    height: 10px;
    background: var(--bar);
    border: 1px solid var(--bar-edge);
    border-bottom: 0;
  }
  .mid,
  .want {
    position: absolute;
    bottom: 0;
    width: 2px;
    height: 14px;
    margin-left: -1px;
    background: var(--bar-edge);
  }
  .want {
    height: 16px;
    background: var(--ink);
  }
  .want::after {
    content: 'wanted';
    position: absolute;
    top: -6px;
    left: 5px;
    font-size: 0.75rem;
    line-height: 0.75rem;
    color: var(--ink2);
    font-stretch: 90%;
    background: var(--raise);
  }
  .three {
    display: grid;
    grid-template-columns: repeat(3, 1fr);
    gap: 8px;
  }
  .three dt {
    font-size: 0.75rem;
    line-height: 1rem;
    color: var(--ink2);
    font-stretch: 90%;
  }
  .doubt {
    display: grid;
    grid-template-columns: minmax(0, 1fr) 90px 40px;
    gap: 8px;
    align-items: center;
  }
  .doubt .bar {
    height: 6px;
    background: var(--sunk);
  }
  .doubt .bar > span {
    display: block;
    height: 100%;
    background: var(--olive5);
  }
</style>
