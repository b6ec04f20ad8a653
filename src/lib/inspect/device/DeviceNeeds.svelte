<script lang="ts">
  import type { At } from '@haversack/core/box/edit';
  import type { Device } from '@haversack/core/box/schema';
  import { fixed } from '@haversack/core/quantity/format';
  import { useBox } from '$lib/client/use-box.ts';
  import QuantityRow from '$lib/ui/QuantityRow.svelte';

  let { device }: { device: Device } = $props();
  const open = useBox();
  const set = <const K extends string>(what: string, key: K, value: At<`devices/${string}/${K}`>) =>
    open.set(`${device.name}: ${what}`, `devices/${device.id}/${key}`, value);
  const BELOW = { stops: 'it stops', resets: 'it resets', degrades: 'it works badly' } as const;
  const chooseBelow = (below: Device['belowMin']) => set(BELOW[below], 'belowMin', below);
</script>

<section class="sec">
  <h3>What it needs</h3>
  <QuantityRow
    word="At least"
    label="Least voltage"
    kind="voltage"
    unit="V"
    width={64}
    text={device.minV === null ? '' : fixed(device.minV, 2)}
    options={{ min: 0, max: 60 }}
    onempty={() => set('least voltage not known', 'minV', null)}
    onvalue={(v) => set(`least ${v} V`, 'minV', v)}
  />
  <label class="row"
    ><span>Under that</span><select
      class="in w-44"
      value={device.belowMin}
      onchange={(e) => chooseBelow(e.currentTarget.value as Device['belowMin'])}
      >{#each Object.entries(BELOW) as [value, text] (value)}<option {value}>{text}</option>{/each}</select
    ></label
  >
  <QuantityRow
    word="At most"
    label="Highest voltage"
    kind="voltage"
    unit="V"
    width={64}
    text={device.maxV === null ? '' : fixed(device.maxV, 2)}
    options={{ min: 1, max: 60 }}
    onempty={() => set('highest voltage not known', 'maxV', null)}
    onvalue={(v) => set(`most ${v} V`, 'maxV', v)}
  />
  <label class="row"
    ><span>Electronics or radio: 3 % drop at most</span><input
      type="checkbox"
      checked={device.fussy}
      onchange={(e) => set('drop limit', 'fussy', e.currentTarget.checked)}
    /></label
  >
  <label class="row"
    ><span>Has a motor</span><input
      type="checkbox"
      checked={device.hasMotor}
      onchange={(e) => set('motor', 'hasMotor', e.currentTarget.checked)}
    /></label
  >
</section>
