<script lang="ts">
  import type { At } from '@haversack/core/box/edit';
  import { duplicateDevice } from '@haversack/core/box/commands';
  import { SUPPLY_WORDS } from '@haversack/core/demand/edit-draw';
  import type { Device } from '@haversack/core/box/schema';
  import { fixed } from '@haversack/core/quantity/format';
  import { ownDevicePart } from '@haversack/core/demand/own-device';
  import { request } from '$lib/client/api.ts';
  import { keepText } from '$lib/client/field-drafts.svelte.ts';
  import { useBox } from '$lib/client/use-box.ts';
  import QuantityField from '$lib/ui/QuantityField.svelte';
  import DeviceAlone from './device/DeviceAlone.svelte';
  import DeviceBars from './device/DeviceBars.svelte';
  import DeviceClaims from './device/DeviceClaims.svelte';
  import DeviceDraw from './device/DeviceDraw.svelte';
  import DeviceLead from './device/DeviceLead.svelte';
  import DeviceNeeds from './device/DeviceNeeds.svelte';
  import SharedVoltage from './device/SharedVoltage.svelte';

  let { device }: { device: Device } = $props();
  const open = useBox();
  const path = $derived(`devices/${device.id}` as const);
  const need = $derived(open.plan.demand.devices.find((d) => d.deviceId === device.id)!);
  const set = <const K extends string>(what: string, key: K, value: At<`devices/${string}/${K}`>) =>
    open.set(`${device.name}: ${what}`, `${path}/${key}`, value);
  const chooseSupply = (supply: Device['supply']) => set(SUPPLY_WORDS[supply], 'supply', supply);
  const ownConverter = $derived(device.supply === 'dc-converter' || device.supply === 'inverter');

  let more = $state(1);
  function twin(): void {
    const { device: copy, edits } = duplicateDevice(open.doc, device, more);
    open.commit(more === 1 ? `Added ${copy.name}` : `Added ${more} like ${device.name}`, edits);
    more = 1;
    open.selected = { kind: 'device', id: copy.id };
  }
  let kept = $state('');
  async function keep(): Promise<void> {
    const part = ownDevicePart(
      device,
      open.catalogue.map((p) => p.id)
    );
    try {
      await request('PUT', '/api/parts', part);
      open.ownParts = [...open.ownParts, part];
      kept = `${device.name} is in your library now: it comes up under Add device in every box.`;
    } catch (e) {
      kept = (e as Error).message;
    }
  }
</script>

<section class="sec">
  <h3>What it is</h3>
  <label class="row"
    ><span>Name</span><input
      class="in w-44"
      maxlength="80"
      value={device.name}
      use:keepText={{ drafts: open.drafts, field: `${path}/name` }}
      onchange={(e) => e.currentTarget.value.trim() && set('renamed', 'name', e.currentTarget.value.trim())}
    /></label
  >
  <label class="row"
    ><span>Supply</span><select
      class="in w-44"
      value={device.supply}
      onchange={(e) => chooseSupply(e.currentTarget.value as Device['supply'])}
      >{#each Object.entries(SUPPLY_WORDS) as [value, text] (value)}<option {value}>{text}</option>{/each}</select
    ></label
  >
  {#if device.supply === 'usb-c' || device.supply === 'dc-converter'}
    <div class="row">
      <span>{device.supply === 'usb-c' ? 'Asks for a rail of' : 'Wants'}</span><QuantityField
        label="Voltage it wants"
        hideLabel
        kind="voltage"
        unit="V"
        width={64}
        text={device.wantsV === null ? '' : fixed(device.wantsV, device.wantsV % 1 ? 1 : 0)}
        options={{ min: 1, max: 60 }}
        onempty={() => set('any rail', 'wantsV', null)}
        onvalue={(v) => set(`wants ${v} V`, 'wantsV', v)}
      />
    </div>
  {/if}
  {#if need.rail}
    <p class="lab pb-1">
      Settles on {need.rail.volts} V, {fixed(need.rail.currentA, 2)} A{need.rail.boosts
        ? ', stepped up from the battery'
        : ''}{need.rail.markedCable ? ', with a cable marked for 5 A' : ''}.
    </p>
  {/if}
  <SharedVoltage {device} {need} />
  {#if ownConverter && !need.shared}
    <div class="row">
      <span>{device.supply === 'inverter' ? 'Inverter rated' : 'Converter rated'}</span><QuantityField
        label="Rating of its converter"
        hideLabel
        kind="power"
        unit="W"
        width={64}
        text={device.converterW === null ? '' : fixed(device.converterW, 0)}
        options={{ min: 1, max: 2000 }}
        onempty={() => set('usual converter', 'converterW', null)}
        onvalue={(v) => set(`converter ${v} W`, 'converterW', v)}
      />
    </div>
  {/if}
  <label class="row"
    ><span>Plugged into</span>
    <select
      class="in w-44"
      value={device.portId ?? ''}
      onchange={(e) => set('port', 'portId', e.currentTarget.value || null)}
    >
      <option value="">no port yet</option>
      {#each (open.plan.panel?.ports ?? []).filter((p) => p.part.role === 'outlet' || (p.part.role === 'gland' && open.doc.circuits.some((c) => c.portId === p.port.id))) as p (p.port.id)}<option
          value={p.port.id}>{p.tag} {p.port.name}</option
        >{/each}
    </select>
  </label>
</section>
<DeviceDraw {device} {need} />
<DeviceClaims {device} />
<DeviceBars {device} />
<DeviceNeeds {device} />
<DeviceLead {device} />
<DeviceAlone {device} {need} />
<div class="flex flex-wrap items-center gap-2 p-4">
  <button type="button" class="btn" onclick={keep}>Keep in my library</button>
  <span class="flex items-center gap-1"
    ><select class="in" aria-label="How many more like it" bind:value={more}
      >{#each [1, 2, 3, 4, 5, 6, 8, 10] as n (n)}<option value={n}>{n}</option>{/each}</select
    ><button type="button" class="btn" onclick={twin}>more like it</button></span
  >
  <button type="button" class="btn danger" onclick={() => open.remove(device.name, [{ kind: 'device', id: device.id }])}
    >Remove device</button
  >
  {#if kept}<p class="lab w-full" role="status">{kept}</p>{/if}
</div>
