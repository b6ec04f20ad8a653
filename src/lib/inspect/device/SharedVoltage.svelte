<script lang="ts">
  import { railIdea } from '@haversack/core/advise/rail';
  import type { Device } from '@haversack/core/box/schema';
  import type { DeviceDemand } from '@haversack/core/demand/demand';
  import { fixed } from '@haversack/core/quantity/format';
  import { addSharedVoltage } from '$lib/client/shared-voltage.ts';
  import { useBox } from '$lib/client/use-box.ts';

  /** Where a device hangs on a shared voltage that is said; where several could, it is offered. */
  let { device, need }: { device: Device; need: DeviceDemand } = $props();
  const open = useBox();
  const rail = $derived(need.shared?.rail);
  const idea = $derived(railIdea(open.doc, open.catalogue));
  const offered = $derived(idea.deviceIds.length > 1 && idea.deviceIds.includes(device.id));
</script>

{#if rail}
  <div class="row">
    <span>Fed from</span><button
      type="button"
      class="fig"
      onclick={() => (open.selected = { kind: 'circuit', id: rail.feedId })}
      >{rail.name || 'a shared converter'}, {Number(fixed(rail.outV, 2))} V</button
    >
  </div>
{:else if offered}
  <div class="row">
    <span>{idea.deviceIds.length} devices want {idea.outV} V</span><button
      type="button"
      class="btn"
      onclick={() => addSharedVoltage(open, idea)}>One converter for all</button
    >
  </div>
{/if}
