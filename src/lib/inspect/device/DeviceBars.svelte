<script lang="ts">
  import { repeatDaily, splitBar } from '@haversack/core/box/commands';
  import type { Device, Span } from '@haversack/core/box/schema';
  import { clockText, durationText, fixed } from '@haversack/core/quantity/format';
  import { barWith, clockOnDay, dayCount, dayOf, nextBar, stretchText } from '@haversack/core/timeline/bars';
  import Plus from '@lucide/svelte/icons/plus';
  import Repeat from '@lucide/svelte/icons/repeat';
  import Split from '@lucide/svelte/icons/split';
  import Trash from '@lucide/svelte/icons/trash-2';
  import { useBox } from '$lib/client/use-box.ts';
  import QuantityField from '$lib/ui/QuantityField.svelte';

  let { device }: { device: Device } = $props();
  const open = useBox();
  const outing = $derived(open.doc.outing);
  const days = $derived(dayCount(outing));
  const dayNumbers = $derived(Array.from({ length: days }, (_, d) => d + 1));
  const put = (what: string, spans: Span[]) => open.set(`${device.name}: ${what}`, `devices/${device.id}/spans`, spans);
  const change = (i: number, next: Span) =>
    put(
      `on ${stretchText(outing, next)}`,
      device.spans.map((s, j) => (j === i ? next : s))
    );
</script>

<section class="sec">
  <h3>When it is on</h3>
  {#each device.spans as span, i (i)}
    <div class="border-b border-line py-1 last:border-0">
      <div class="row">
        {#if days > 2}<select
            class="in !px-1"
            aria-label="Day of bar {i + 1}"
            value={dayOf(span.startH)}
            onchange={(e) => {
              const by = 24 * (Number(e.currentTarget.value) - dayOf(span.startH));
              change(i, { ...span, startH: span.startH + by, endH: span.endH + by });
            }}
            >{#each dayNumbers as d (d)}<option value={d}>day {d}</option>{/each}</select
          >{/if}
        <QuantityField
          label="Bar {i + 1} from"
          hideLabel
          kind="clock"
          width={64}
          text={clockText(span.startH)}
          onvalue={(v) => change(i, barWith(span, 'startH', clockOnDay(v, days > 2 ? dayOf(span.startH) : 1, outing)))}
        />
        <span class="text-ink2">to</span>
        <QuantityField
          label="Bar {i + 1} to"
          hideLabel
          kind="clock"
          width={64}
          text={clockText(span.endH)}
          onvalue={(v) => change(i, barWith(span, 'endH', clockOnDay(v, days > 2 ? dayOf(span.endH) : 1, outing)))}
        />
        {#if days > 2}<select
            class="in !px-1"
            aria-label="Day on which bar {i + 1} ends"
            value={dayOf(span.endH)}
            onchange={(e) =>
              change(i, barWith(span, 'endH', span.endH + 24 * (Number(e.currentTarget.value) - dayOf(span.endH))))}
            >{#each dayNumbers as d (d)}<option value={d}>day {d}</option>{/each}</select
          >{/if}
        <button
          type="button"
          class="icon"
          aria-label="Remove bar {i + 1}"
          onclick={() =>
            put(
              'bar removed',
              device.spans.filter((_, j) => j !== i)
            )}><Trash size={16} /></button
        >
      </div>
      {#if span.endH - span.startH >= 24}<p class="lab">
          On for {durationText(span.endH - span.startH)} without a break.
        </p>{/if}
      <div class="row">
        <span class="flex items-center gap-2"
          ><span class="lab">duty</span><QuantityField
            label="Duty of bar {i + 1}"
            hideLabel
            kind="fraction"
            unit="%"
            width={48}
            text={span.dutyFraction === null ? '' : fixed(span.dutyFraction * 100, 0)}
            options={{ min: 0, max: 1 }}
            onempty={() => change(i, { ...span, dutyFraction: null })}
            onvalue={(v) => change(i, { ...span, dutyFraction: v })}
          /></span
        >
        <span class="flex gap-1">
          <button
            type="button"
            class="btn !px-2"
            onclick={() => put('bar split', splitBar(device.spans, i, (span.startH + span.endH) / 2))}
            ><Split size={14} />Split</button
          >
          {#if days > 1}<button
              type="button"
              class="btn !px-2"
              onclick={() => put('every day', repeatDaily(device.spans, i, outing))}><Repeat size={14} />Daily</button
            >{/if}
        </span>
      </div>
    </div>
  {/each}
  <p class="lab">
    {device.modes.length > 1
      ? 'Duty: share of the bar in its hungriest mode; empty, as the modes say.'
      : 'Duty: share of the bar it is really on; empty, as above.'}
  </p>
  <div class="mt-1 flex flex-wrap gap-2">
    <button
      type="button"
      class="btn"
      onclick={() => put('one more bar', [...device.spans, nextBar(device.spans, outing)])}
      ><Plus size={14} />Bar</button
    >
    <button
      type="button"
      class="btn"
      onclick={() =>
        put('on all the time', [{ startH: outing.startH, endH: outing.startH + outing.durationH, dutyFraction: null }])}
      >Whole outing</button
    >
  </div>
  <label class="row mt-1"
    ><span>Counts in the season, unattended</span><input
      type="checkbox"
      checked={device.inSeason}
      onchange={(e) => open.set(`${device.name}: season`, `devices/${device.id}/inSeason`, e.currentTarget.checked)}
    /></label
  >
</section>
