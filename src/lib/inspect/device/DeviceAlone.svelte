<script lang="ts">
  import type { At } from '@haversack/core/box/edit';
  import type { Device } from '@haversack/core/box/schema';
  import type { DeviceDemand } from '@haversack/core/demand/demand';
  import { cardFullAtH, cardHours, unplugged } from '@haversack/core/demand/unplugged';
  import { durationText, fixed, trimNumber } from '@haversack/core/quantity/format';
  import { momentText } from '@haversack/core/timeline/bars';
  import { useBox } from '$lib/client/use-box.ts';
  import QuantityRow from '$lib/ui/QuantityRow.svelte';

  /** What it has of its own, battery and card, and what happens when its lead is pulled. */
  let { device, need }: { device: Device; need: DeviceDemand } = $props();
  const open = useBox();
  const set = <const K extends string>(what: string, key: K, value: At<`devices/${string}/${K}`>) =>
    open.set(`${device.name}: ${what}`, `devices/${device.id}/${key}`, value);
  const pulled = $derived(unplugged(device, need.outW));
  const fullAtH = $derived(cardFullAtH(device, open.doc.outing));
</script>

<section class="sec">
  <h3>On its own</h3>
  <label class="row"
    ><span>Has a battery inside</span><input
      type="checkbox"
      checked={device.inner !== null}
      onchange={(e) =>
        set(
          e.currentTarget.checked ? 'battery inside' : 'no battery inside',
          'inner',
          e.currentTarget.checked ? { capacityWh: 10, first: 'box' } : null
        )}
    /></label
  >
  {#if device.inner}
    <QuantityRow
      word="Holds"
      label="Inner battery"
      kind="energy"
      unit="Wh"
      width={64}
      text={fixed(device.inner.capacityWh, device.inner.capacityWh < 10 ? 1 : 0)}
      options={{ min: 0.1, max: 1000 }}
      onvalue={(v) => set(`inner ${v} Wh`, 'inner/capacityWh', v)}
    />
    <label class="row"
      ><span>Empties first</span><select
        class="in w-44"
        value={device.inner.first}
        onchange={(e) => set('which source first', 'inner/first', e.currentTarget.value as 'box' | 'inner')}
        ><option value="box">the box, inner as backup</option><option value="inner">its own, then the box</option
        ></select
      ></label
    >
  {/if}
  <label class="row"
    ><span>Writes to a memory card</span><input
      type="checkbox"
      checked={device.card !== null}
      onchange={(e) =>
        set(
          e.currentTarget.checked ? 'writes to a card' : 'no card',
          'card',
          e.currentTarget.checked ? { sizeGB: 128, gbPerHour: 10 } : null
        )}
    /></label
  >
  {#if device.card}
    <QuantityRow
      word="Card"
      label="Size of the card"
      kind="data"
      unit="GB"
      width={64}
      text={trimNumber(device.card.sizeGB)}
      options={{ min: 0.1, max: 100000, plausibleMin: 1, plausibleMax: 4096 }}
      onvalue={(v) => set(`card of ${v} GB`, 'card/sizeGB', v)}
    />
    <QuantityRow
      word="Takes while on"
      label="Written to the card in an hour"
      kind="dataRate"
      unit="GB/h"
      width={64}
      text={trimNumber(device.card.gbPerHour)}
      options={{ min: 0.001, max: 10000, plausibleMax: 400 }}
      onvalue={(v) => set(`${v} GB an hour`, 'card/gbPerHour', v)}
    />
    <p class="lab">
      The card holds {durationText(cardHours(device.card))}{fullAtH === undefined
        ? ': enough for this outing.'
        : `: full at ${momentText(open.doc.outing, fullAtH)}.`}
    </p>
  {/if}
  <p class="lab">{pulled.say}</p>
</section>
