<script lang="ts">
  import EmptyState from '$lib/ui/EmptyState.svelte';
  import { fixed } from '@haversack/core/quantity/format';
  import Download from '@lucide/svelte/icons/download';
  import Printer from '@lucide/svelte/icons/printer';
  import { useBox } from '$lib/client/use-box.ts';
  import { saveCsv } from '$lib/client/save-file.ts';
  import { STAGE_VIEWS } from '$lib/client/stage-views.ts';
  import { askedView } from '$lib/client/views.ts';
  import KitCutting from '$lib/kit/KitCutting.svelte';
  import KitDrawer from '$lib/kit/KitDrawer.svelte';
  import KitList from '$lib/kit/KitList.svelte';
  import KitOrders from '$lib/kit/KitOrders.svelte';
  import KitValue from '$lib/kit/KitValue.svelte';
  import { GROUPS } from '$lib/kit/words.ts';
  import QuantityField from '$lib/ui/QuantityField.svelte';
  import StageHead from '$lib/ui/StageHead.svelte';
  import ViewSwitch from '$lib/ui/ViewSwitch.svelte';

  const open = useBox();
  const kit = $derived(open.plan.kit);
  const VIEWS = STAGE_VIEWS.kit;
  const view = $derived(askedView(VIEWS));

  function csv(): Promise<void> {
    const rows = kit.lines.map((l) => ({
      group: GROUPS[l.group],
      part: l.name,
      perBox: l.perBox,
      unit: l.unit,
      toBuy: l.toBuy,
      packs: l.packs,
      pack: l.packText,
      pricePerPack: l.packPrice ?? '',
      cost: fixed(l.cost, 2),
      note: l.note
    }));
    return saveCsv(`${open.doc.name} kit.csv`, rows);
  }
</script>

<StageHead title="Kit" sub="every piece of this plan">
  <ViewSwitch stage="kit" views={VIEWS} {view} />
  <QuantityField
    label="For how many boxes"
    kind="number"
    width={48}
    text={String(open.doc.kit.boxCount)}
    options={{ min: 1, max: 50, whole: true, units: { box: 1, boxes: 1 } }}
    onvalue={(v) => open.set(`${v} boxes`, 'kit/boxCount', v)}
  />
  <span class="flex-1"></span>
  {#if view === 'list'}<button type="button" class="btn" onclick={csv}><Download size={15} />CSV</button>{/if}
  <button type="button" class="btn" onclick={() => window.print()}><Printer size={15} />Print</button>
</StageHead>

<div class="p-6 max-md:p-3">
  <h1 class="mb-2 hidden print:block">{open.doc.name}: {view === 'list' ? 'kit' : VIEWS[view].toLowerCase()}</h1>
  {#if kit.lines.length === 0 && view !== 'drawer' && view !== 'value'}
    <EmptyState title="Nothing to buy yet">
      As soon as a battery, a case or ports are chosen, everything they take stands here: fuses, wire by colour, crimps
      and sleeves, bolts, strap and foam.</EmptyState
    >
  {:else if view === 'list'}<KitList />{:else if view === 'orders'}<KitOrders />{:else if view === 'cutting'}<KitCutting
    />{:else if view === 'drawer'}<KitDrawer />{:else}<KitValue />{/if}
</div>
