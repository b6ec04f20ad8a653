<script lang="ts">
  import type { PartOf } from '@haversack/core/catalogue/part';
  import { durationText } from '@haversack/core/quantity/format';
  import { suggestBattery } from '@haversack/core/advise/suggest-battery';
  import { goto } from '$app/navigation';
  import { resolve } from '$app/paths';
  import { page } from '$app/state';
  import BankCard from '$lib/battery/BankCard.svelte';
  import ChargePlanCard from '$lib/battery/ChargePlanCard.svelte';
  import ChargerCard from '$lib/battery/ChargerCard.svelte';
  import ClaimCard from '$lib/battery/ClaimCard.svelte';
  import CompareTable from '$lib/battery/CompareTable.svelte';
  import ParallelCard from '$lib/battery/ParallelCard.svelte';
  import SizingCard from '$lib/battery/SizingCard.svelte';
  import SolarCard from '$lib/battery/SolarCard.svelte';
  import StorageCard from '$lib/battery/StorageCard.svelte';
  import VoltageCard from '$lib/battery/VoltageCard.svelte';
  import { useBox } from '$lib/client/open-box.svelte.ts';
  import StageHead from '$lib/ui/StageHead.svelte';

  const open = useBox();
  const bank = $derived(open.plan.bank);
  const b = $derived(open.doc.bank);
  const VIEWS = { size: 'Size', compare: 'Compare', join: 'Join', charge: 'Charge', volts: 'Read' } as const;
  type View = keyof typeof VIEWS;
  const view = $derived.by((): View => {
    const asked = page.url.searchParams.get('view');
    return asked && asked in VIEWS ? (asked as View) : 'size';
  });
  const show = (next: View) =>
    goto(resolve(`/box/${open.id}/battery?view=${next}`), { replaceState: true, keepFocus: true, noScroll: true });
  const batteries = $derived(open.catalogue.filter((p): p is PartOf<'battery'> => p.kind === 'battery'));
  const suggested = $derived(bank ? undefined : suggestBattery(open.doc, open.plan, batteries));
  const suggestedName = $derived(
    suggested && (suggested.count > 1 ? `${suggested.count} × ${suggested.part.name}` : suggested.part.name)
  );
</script>

<StageHead title="Battery" sub={bank ? `${bank.part.name}${b.count > 1 ? ` × ${b.count}` : ''}` : 'none chosen yet'}>
  <div class="seg" role="group" aria-label="View">
    {#each Object.entries(VIEWS) as [id, text] (id)}<button
        type="button"
        aria-pressed={view === id}
        onclick={() => show(id as View)}>{text}</button
      >{/each}
  </div>
  <span class="flex-1"></span>
  {#if suggested}<button
      type="button"
      class="btn main"
      title={suggested.holds ? undefined : `The largest there is, ${durationText(suggested.shortH)} short`}
      onclick={() => open.commit(`Battery: ${suggestedName}`, suggested.edits)}
      >Take {suggestedName}{suggested.holds ? '' : `, ${durationText(suggested.shortH)} short`}</button
    >{/if}
</StageHead>

<div class="grid grid-cols-[minmax(0,1fr)] gap-4 p-6 max-md:p-3">
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
