<script lang="ts">
  import { chargingPlan } from '@haversack/core/charge/charging';
  import { ampsText, clockText, durationText, fixed, temperatureText } from '@haversack/core/quantity/format';
  import Plus from '@lucide/svelte/icons/plus';
  import Trash from '@lucide/svelte/icons/trash-2';
  import { useBox } from '$lib/client/use-box.ts';
  import Figure from '$lib/ui/Figure.svelte';
  import Mark from '$lib/ui/Mark.svelte';
  import QuantityField from '$lib/ui/QuantityField.svelte';

  const open = useBox();
  const plan = $derived(chargingPlan(open.doc, open.plan));
  const unit = $derived(open.doc.preferences.temperatureUnit);
  const outing = $derived(open.doc.outing);
  const plugged = $derived(open.doc.charging.plugged);
  const PATHS = {
    inlet: 'inlet on the case',
    'through-port': 'an output port',
    'lid-open': 'the posts, lid open'
  } as const;
  const setPlugged = (what: string, value: { startH: number; endH: number }[]) =>
    open.set(what, 'charging/plugged', value);
</script>

<section class="card" aria-label="Charging plan">
  <h2 class="h3">The charging plan</h2>
  {#if !plan}
    <p class="text-ink2">Choose a battery: how it is charged follows from its chemistry.</p>
  {:else}
    <div class="row">
      <span>Through</span><span
        >{PATHS[plan.path]}{plan.way.portTag ? ` ${plan.way.portTag}` : ''}{plan.way.fuseTag
          ? `, fuse ${plan.way.fuseTag} ${plan.way.fuseA ?? '?'} A`
          : ''}</span
      >
    </div>
    <div class="row">
      <span>Charger</span><span class="val"
        ><span class="n">{fixed(plan.chargerV, 1)}</span><span class="u">V</span><span class="n"
          >{ampsText(plan.chargerA)}</span
        ><span class="u">A</span></span
      >
    </div>
    <div class="row">
      <span>Profile</span><span
        >full at <span class="n">{ampsText(plan.tailA)}</span> A, {#if plan.floatV === null}no float{:else}float
          <span class="n">{fixed(plan.floatV, 1)}</span> V{/if}</span
      >
    </div>
    <div class="row">
      <span>Hours to full</span>{#if plan.hours}<Figure
          value={durationText(plan.hours.totalH)}
          working={plan.working}
          strong
        />{:else}<span class="text-caution">the charger is weaker than the tail</span>{/if}
    </div>
    <div class="row">
      <span>With {ampsText(plan.loadA)} A running meanwhile</span><span class="n"
        >{plan.hoursLoaded === undefined ? 'never full' : durationText(plan.hoursLoaded)}</span
      >
    </div>
    <div class="row">
      <span>From the wall</span><span class="val"
        ><span class="n">{fixed(plan.wallWh, 0)}</span><span class="u">Wh</span></span
      >
    </div>
    <div class="row">
      <span>Charge between</span><span
        ><b class="n">{temperatureText(plan.coldestC, unit)}</b> and
        <b class="n">{temperatureText(plan.hottestC, unit)}</b>
        °{unit}</span
      >
    </div>
    <div class="row">
      <span>While the box is switched off</span><span class="flex items-center gap-1"
        ><Mark state={plan.whileOff ? 'holds' : 'caution'} size={14} />{plan.whileOff
          ? 'yes'
          : `no: ${plan.way.switchesOn.join(' and ')} must be on`}</span
      >
    </div>
    {#if plan.way.limitA !== undefined}<div class="row">
        <span>The way lets in at most</span><span class="flex items-center gap-1"
          ><Mark state={plan.chargerA <= plan.way.limitA + 1e-9 ? 'holds' : 'caution'} size={14} /><span class="n"
            >{ampsText(plan.way.limitA)} A</span
          >: {plan.way.limitedBy}</span
        >
      </div>{/if}
    <p class="mt-1">{plan.meterSay}</p>
    <p class="mt-1">{plan.vent.say}</p>
    <h3 class="mt-3">To set on the charger or controller</h3>
    <ul class="list-disc pl-5">
      {#each plan.settings as setting, nth (nth)}<li>{setting}</li>{/each}
    </ul>
    <h3 class="mt-3">In this order</h3>
    <ol class="list-decimal pl-5">
      {#each plan.steps as step, nth (nth)}<li>{step}</li>{/each}
    </ol>
    <ul class="mt-2 border-l-[3px] border-caution pl-3">
      {#each plan.cautions as caution, nth (nth)}<li>{caution}</li>{/each}
    </ul>
    <h3 class="mt-3">Plugged in during the outing</h3>
    {#each plugged as p, i (i)}
      <div class="row">
        <QuantityField
          label="Charger from {i + 1}"
          hideLabel
          kind="clock"
          width={64}
          text={clockText(p.startH)}
          onvalue={(v) =>
            setPlugged(
              'Charger plugged in',
              plugged.map((q, j) => (j === i ? { startH: v, endH: q.endH > v ? q.endH : v + 1 } : q))
            )}
        /><span>to</span><QuantityField
          label="Charger to {i + 1}"
          hideLabel
          kind="clock"
          width={64}
          text={clockText(p.endH)}
          onvalue={(v) =>
            setPlugged(
              'Charger plugged in',
              plugged.map((q, j) => (j === i ? { ...q, endH: v > q.startH ? v : v + 24 } : q))
            )}
        /><button
          type="button"
          class="icon"
          aria-label="Remove charging {i + 1}"
          onclick={() =>
            setPlugged(
              'Charger not plugged in',
              plugged.filter((_, j) => j !== i)
            )}><Trash size={16} /></button
        >
      </div>
    {/each}
    <button
      type="button"
      class="btn"
      onclick={() =>
        setPlugged('Charger plugged in', [
          ...plugged,
          { startH: outing.startH + outing.durationH / 2, endH: outing.startH + outing.durationH / 2 + 1 }
        ])}><Plus size={14} />A time with mains</button
    >
  {/if}
</section>
