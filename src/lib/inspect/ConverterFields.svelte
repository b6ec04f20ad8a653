<script lang="ts">
  import { set } from '@haversack/core/box/edit';
  import type { Feed } from '@haversack/core/box/schema';
  import { USUAL_RAIL_V } from '@haversack/core/box/rail-edits';
  import type { Part } from '@haversack/core/catalogue/part';
  import { ampsText, fixed } from '@haversack/core/quantity/format';
  import { converterFor, railLoadW } from '@haversack/core/wiring/rails';
  import type { CircuitPlan } from '@haversack/core/wiring/types';
  import { useBox } from '$lib/client/use-box.ts';
  import PartSelect from '$lib/ui/PartSelect.svelte';
  import QuantityField from '$lib/ui/QuantityField.svelte';
  import QuantityRow from '$lib/ui/QuantityRow.svelte';

  /** The converter ahead of a feed's end: the volts that all its ports share, which one it is, what is asked of it. */
  let { feed, plan }: { feed: Feed; plan: CircuitPlan | undefined } = $props();
  const open = useBox();
  const path = $derived(`feeds/${feed.id}/converter` as const);
  const watts = $derived(railLoadW(open.plan.wiring, feed.id));
  const isConverter = (p: Part) => p.kind === 'body' && p.use === 'converter';

  function toggle(wanted: boolean): void {
    const [, outV] = USUAL_RAIL_V;
    const part = wanted ? converterFor(open.catalogue, outV, watts) : undefined;
    open.commit(wanted ? 'A converter at its end' : 'No converter at its end', [
      ...(part ? [set(`parts/${part.id}`, part)] : []),
      set(path, wanted ? { outV, partId: part?.id ?? null, ratedW: null } : null)
    ]);
  }
  const volts = (v: number) => String(Number(fixed(v, 2)));
</script>

<label class="row"
  ><span>A converter at its end: its ports share other volts</span><input
    type="checkbox"
    checked={feed.converter !== null}
    onchange={(e) => toggle(e.currentTarget.checked)}
  /></label
>
{#if feed.converter}
  <QuantityRow
    inset
    word="It gives"
    label="Volts it gives"
    kind="voltage"
    unit="V"
    width={72}
    text={volts(feed.converter.outV)}
    options={{ min: 1, max: 48 }}
    onvalue={(v) => open.set(`Shared ${volts(v)} V`, `${path}/outV`, v)}
  />
  <div class="row">
    <span></span><span class="flex flex-wrap justify-end gap-1"
      >{#each USUAL_RAIL_V as v (v)}<button
          type="button"
          class="chip"
          aria-label="{v} V"
          aria-pressed={feed.converter.outV === v}
          onclick={() => open.set(`Shared ${v} V`, `${path}/outV`, v)}>{v}</button
        >{/each}</span
    >
  </div>
  <PartSelect
    label="Converter"
    kind="body"
    only={isConverter}
    value={feed.converter.partId}
    path="{path}/partId"
    none="not known"
  />
  {#if plan?.gives?.part?.converterRatedW == null}<div class="row">
      <span>Its label says</span><QuantityField
        label="Watts on its label"
        hideLabel
        kind="power"
        unit="W"
        width={72}
        text={feed.converter.ratedW === null ? '' : fixed(feed.converter.ratedW, 0)}
        options={{ min: 1, max: 2000 }}
        onempty={() => open.set('Converter not read', `${path}/ratedW`, null)}
        onvalue={(v) => open.set(`Converter of ${fixed(v, 0)} W`, `${path}/ratedW`, v)}
      />
    </div>{/if}
  <div class="row">
    <span>Asked of it</span><span class="val"
      ><span class="n">{fixed(watts, 1)}</span><span class="u min-w-5">W</span></span
    >
  </div>
  {#if plan?.gives}<div class="row">
      <span>It bears</span><span class="val"
        ><span class="n">{plan.gives.ratedW === undefined ? 'unknown' : fixed(plan.gives.ratedW, 0)}</span><span
          class="u min-w-5">W</span
        ></span
      >
    </div>
    <div class="row">
      <span>Lets go under</span><span class="val"
        ><span class="n">{fixed(plan.gives.leastInV, 1)}</span><span class="u min-w-5">V</span></span
      >
    </div>
    {#if plan.gives.limitA !== undefined}<div class="row">
        <span>Into a short it drives at most</span><span class="val"
          ><span class="n">{ampsText(plan.gives.limitA)}</span><span class="u min-w-5">A</span></span
        >
      </div>{/if}{/if}
  <p class="lab">
    Set its volts with a meter before the first device is plugged in. A plug that fits the 12 V ports as well must not
    fit these.
  </p>
{/if}
