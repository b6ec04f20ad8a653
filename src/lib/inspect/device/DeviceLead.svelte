<script lang="ts">
  import type { At } from '@haversack/core/box/edit';
  import type { Device } from '@haversack/core/box/schema';
  import { lengthText } from '@haversack/core/quantity/format';
  import { wireSizeText } from '@haversack/core/quantity/wire-size';
  import { leadWire } from '@haversack/core/wiring/net-extras';
  import { useBox } from '$lib/client/use-box.ts';
  import QuantityRow from '$lib/ui/QuantityRow.svelte';
  import SelectRow from '$lib/ui/SelectRow.svelte';
  import WireField from '../WireField.svelte';

  /** The device's own lead from the plug on: the fuse of the port stands for it, too. */
  let { device }: { device: Device } = $props();
  const open = useBox();
  const unit = $derived(open.doc.preferences.lengthUnit);
  const path = $derived(`devices/${device.id}` as const);
  const set = <const K extends string>(what: string, key: K, value: At<`devices/${string}/${K}`>) =>
    open.set(`${device.name}: ${what}`, `${path}/${key}`, value);
  const ADAPTERS = [
    ['none', 'none'],
    ['straight', 'straight, measured'],
    ['reversing', 'swaps + and −'],
    ['unknown', 'not measured']
  ] as const;
  const USES = [
    ['field', 'field electronics'],
    ['starting', 'engine starting'],
    ['propulsion', 'propulsion'],
    ['mains', 'mains wiring']
  ] as const;
</script>

<section class="sec">
  <h3>Its lead</h3>
  <label class="row"
    ><span>Describe the lead</span><input
      type="checkbox"
      checked={device.lead !== null}
      onchange={(e) =>
        set(
          e.currentTarget.checked ? 'lead described' : 'lead not described',
          'lead',
          e.currentTarget.checked
            ? { lengthMm: 1000, wire: { is: 'auto' }, adapter: 'none', reversed: 'no', armoured: 'no' }
            : null
        )}
    /></label
  >
  {#if device.lead}
    <QuantityRow
      word="Length"
      label="Length of the lead"
      kind="length"
      {unit}
      width={72}
      text={lengthText(device.lead.lengthMm, unit, 0)}
      options={{ lengthUnit: unit, min: 10, max: 20000 }}
      onvalue={(v) => set('lead length', 'lead/lengthMm', v)}
    />
    <WireField
      label="Wire"
      attr={device.lead.wire}
      actual={leadWire(device.lead)}
      system={open.doc.preferences.wireSystem}
      onattr={(a) => set(`lead ${a.is === 'set' ? wireSizeText(a.value) : a.is}`, 'lead/wire', a)}
    />
    <SelectRow
      word="Adapter"
      value={device.lead.adapter}
      choices={ADAPTERS}
      onchoose={(v, t) => set(`adapter ${t}`, 'lead/adapter', v)}
    />
    <SelectRow
      word="The device is wired"
      value={device.lead.reversed}
      choices={[
        ['no', '+ to +, as usual'],
        ['yes', 'the other way round'],
        ['unknown', 'not known']
      ]}
      onchoose={(v, t) => set(`wired ${t}`, 'lead/reversed', v)}
    />
    <SelectRow
      word="Metal braid round it"
      value={device.lead.armoured}
      choices={[
        ['no', 'none'],
        ['yes', 'yes'],
        ['unknown', 'not known']
      ]}
      onchoose={(v, t) => set(`braid ${t}`, 'lead/armoured', v)}
    />
  {/if}
  <SelectRow word="What it is" value={device.use} choices={USES} onchoose={(v, t) => set(t, 'use', v)} />
  {#if device.use !== 'field'}<p class="lab">
      Haversack does not plan this: it says so and refuses. Vehicle, boat and mains work has its own codes and people.
    </p>{/if}
</section>
