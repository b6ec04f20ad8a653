<script lang="ts">
  import EmptyState from '$lib/ui/EmptyState.svelte';
  import { fixed, lengthText } from '@haversack/core/quantity/format';
  import Ruler from '@lucide/svelte/icons/ruler';
  import ChooseCase from '$lib/case/ChooseCase.svelte';
  import CaseDrawings from '$lib/case/CaseDrawings.svelte';
  import CaseFacts from '$lib/case/CaseFacts.svelte';
  import DryCard from '$lib/case/DryCard.svelte';
  import FitStatus from '$lib/case/FitStatus.svelte';
  import HeatCard from '$lib/case/HeatCard.svelte';
  import MeasureSheet from '$lib/case/MeasureSheet.svelte';
  import StanceCard from '$lib/case/StanceCard.svelte';
  import WhatGoesIn from '$lib/case/WhatGoesIn.svelte';
  import { useBox } from '$lib/client/use-box.ts';
  import PartSelect from '$lib/ui/PartSelect.svelte';
  import QuantityField from '$lib/ui/QuantityField.svelte';
  import StageHead from '$lib/ui/StageHead.svelte';

  const open = useBox();
  const fit = $derived(open.plan.fit);
  const unit = $derived(open.doc.preferences.lengthUnit);
  let measuring = $state(false);
  let choosing = $state(false);
</script>

<StageHead title="Case">
  {#if measuring}
    <span class="flex-1"></span>
    <button type="button" class="btn" onclick={() => (measuring = false)}>Back to the case</button>
  {:else}
    <PartSelect label="Case" kind="case" value={open.doc.casePartId} path="casePartId" none="none yet" wide />
    <QuantityField
      label="Padding"
      kind="length"
      {unit}
      width={56}
      text={lengthText(open.doc.paddingMm, unit)}
      options={{ lengthUnit: unit, max: 50, allowZero: true }}
      onvalue={(v) => open.set(`Padding ${fixed(v, 1)} mm`, 'paddingMm', v)}
    />
    <button
      type="button"
      class="chip"
      aria-pressed={open.doc.bank.mayLie}
      title="Where its chemistry allows it"
      onclick={() =>
        open.set(
          open.doc.bank.mayLie ? 'Battery stands upright' : 'Battery may lie',
          'bank/mayLie',
          !open.doc.bank.mayLie
        )}>Battery may lie</button
    >
    {#if fit}<button type="button" class="btn" aria-pressed={choosing} onclick={() => (choosing = !choosing)}
        >Compare cases</button
      >{/if}
    <button type="button" class="btn" onclick={() => (measuring = true)}><Ruler size={15} /> Measure my own</button>
  {/if}
</StageHead>

<div class="p-6">
  {#if measuring}
    <MeasureSheet ondone={() => (measuring = false)} />
  {:else if !fit}
    <EmptyState title="Does it all go in?">
      Choose a case below, or measure your own. Battery, fuse block, shunt and whatever else you put in are arranged to
      scale; when they do not fit you see by how many millimetres, and what the cheapest change would be.
      {#snippet action()}<button type="button" class="btn" onclick={() => (measuring = true)}
          >Measure my own case</button
        >{/snippet}</EmptyState
    >
    <div class="mt-6"><ChooseCase ontaken={() => (choosing = false)} /></div>
  {:else}
    {#if choosing}<div class="mb-6"><ChooseCase ontaken={() => (choosing = false)} /></div>{/if}
    <FitStatus />
    <CaseDrawings />
    <div class="mt-6 grid gap-6 md:grid-cols-2">
      <WhatGoesIn />
      <CaseFacts />
      <StanceCard />
      <HeatCard />
      <DryCard />
    </div>
  {/if}
</div>
