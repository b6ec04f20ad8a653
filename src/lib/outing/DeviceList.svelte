<script lang="ts">
  import { ampsText, fixed } from '@haversack/core/quantity/format';
  import { stretchText } from '@haversack/core/timeline/bars';
  import { useBox } from '$lib/client/use-box.ts';

  /** The outing as a list with its times, for a screen too narrow for a time line: each device opens with a press. */
  const open = useBox();
  const chosenId = $derived(open.selected?.kind === 'device' ? open.selected.id : null);
</script>

<ul class="grid gap-1.5 px-3" aria-label="Devices with their times">
  {#each open.doc.devices as device, i (device.id)}
    {@const d = open.plan.demand.devices[i]!}
    <li>
      <button
        type="button"
        class="line"
        aria-pressed={chosenId === device.id}
        onclick={() => {
          open.selected = { kind: 'device', id: device.id };
          open.detailsShown = true;
        }}
      >
        <span class="flex justify-between gap-3"
          ><b>{device.name}</b><span class="n whitespace-nowrap">{fixed(d.energyWh, 1)} Wh</span></span
        >
        <span class="lab block"
          >{ampsText(d.peakA)} A at most, {device.spans.length === 0
            ? 'at no time'
            : device.spans.map((s) => stretchText(open.doc.outing, s)).join(', ')}</span
        >
      </button>
    </li>
  {/each}
</ul>

<style>
  .line {
    width: 100%;
    min-height: 44px;
    padding: 8px 12px;
    border: 1px solid var(--line);
    border-radius: 6px;
    background: var(--raise);
    text-align: left;
  }
  .line[aria-pressed='true'] {
    border-color: var(--brass6);
    background: var(--brass2);
  }
</style>
