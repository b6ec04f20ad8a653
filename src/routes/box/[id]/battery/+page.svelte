<script lang="ts">
  import BankCard from '$lib/battery/BankCard.svelte';
  import ChargePlanCard from '$lib/battery/ChargePlanCard.svelte';
  import ChargerCard from '$lib/battery/ChargerCard.svelte';
  import ClaimCard from '$lib/battery/ClaimCard.svelte';
  import ChooseBattery from '$lib/battery/ChooseBattery.svelte';
  import CompareTable from '$lib/battery/CompareTable.svelte';
  import ParallelCard from '$lib/battery/ParallelCard.svelte';
  import SizingCard from '$lib/battery/SizingCard.svelte';
  import SolarCard from '$lib/battery/SolarCard.svelte';
  import StorageCard from '$lib/battery/StorageCard.svelte';
  import VoltageCard from '$lib/battery/VoltageCard.svelte';
  import { useBox } from '$lib/client/use-box.ts';
  import { STAGE_VIEWS } from '$lib/client/stage-views.ts';
  import { askedView } from '$lib/client/views.ts';
  import StageHead from '$lib/ui/StageHead.svelte';
  import ViewSwitch from '$lib/ui/ViewSwitch.svelte';

  const open = useBox();
  const bank = $derived(open.plan.bank);
  const b = $derived(open.doc.bank);
  const VIEWS = STAGE_VIEWS.battery;
  const view = $derived(askedView(VIEWS));
  let choosing = $state(false);
</script>

<StageHead title="Battery" sub={bank ? `${bank.part.name}${b.count > 1 ? ` × ${b.count}` : ''}` : 'none chosen yet'}>
  <ViewSwitch stage="battery" views={VIEWS} {view} />
  {#if bank}<button type="button" class="btn" aria-pressed={choosing} onclick={() => (choosing = !choosing)}
      >Choose another</button
    >{/if}
</StageHead>

<div class="grid grid-cols-[minmax(0,1fr)] gap-4 p-6 max-md:p-3">
  {#if (!bank || choosing) && view === 'size'}<ChooseBattery ontaken={() => (choosing = false)} />{/if}
  {#if view === 'compare'}
    <CompareTable />
  {:else if view === 'join'}
    <div class="max-w-3xl"><ParallelCard /></div>
  {:else}
    <div class="grid items-start gap-4 md:grid-cols-[repeat(2,minmax(0,1fr))]">
      {#if view === 'size'}
        <BankCard />
        <SizingCard />
      {:else if view === 'charge'}
        <div class="grid gap-4"><ChargerCard /><ChargePlanCard /></div>
        <div class="grid gap-4"><SolarCard /><StorageCard /></div>
      {:else}
        <VoltageCard />
        <div class="no-print"><ClaimCard /></div>
      {/if}
    </div>
  {/if}
</div>
