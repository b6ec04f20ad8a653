<script lang="ts">
  import EmptyState from '$lib/ui/EmptyState.svelte';
  import { chooseParts, missingParts } from '@haversack/core/advise/choose-parts';
  import { resolve } from '$app/paths';
  import CircuitView from '$lib/wiring/CircuitView.svelte';
  import FaultFinder from '$lib/wiring/FaultFinder.svelte';
  import LiveView from '$lib/wiring/LiveView.svelte';
  import PathTable from '$lib/wiring/PathTable.svelte';
  import PlugTable from '$lib/wiring/PlugTable.svelte';
  import RunList from '$lib/wiring/RunList.svelte';
  import SurveyTable from '$lib/wiring/SurveyTable.svelte';
  import TrialBench from '$lib/wiring/TrialBench.svelte';
  import WhereRuns from '$lib/wiring/WhereRuns.svelte';
  import { ampsText } from '@haversack/core/quantity/format';
  import { useBox, useLead } from '$lib/client/use-box.ts';
  import { STAGE_VIEWS } from '$lib/client/stage-views.ts';
  import { askedView } from '$lib/client/views.ts';
  import StageHead from '$lib/ui/StageHead.svelte';
  import ViewSwitch from '$lib/ui/ViewSwitch.svelte';

  const open = useBox();
  let width = $state(880);
  const w = $derived(open.plan.wiring);
  const VIEWS = STAGE_VIEWS.wiring;
  const view = $derived(askedView(VIEWS));
  /** Drawings that are whole in their window; all else is as long as it gets. */
  const whole = $derived(w.circuits.length > 0 && (view === 'circuit' || view === 'live'));
  const leading = useLead();
  const missing = $derived(missingParts(open.plan.findings));
</script>

<div class={whole ? 'flex h-full flex-col print:block print:h-auto' : ''}>
  <StageHead title="Wiring" sub={`${w.circuits.length} circuits, ${ampsText(w.main.loadA)} A at most`}>
    {#if w.circuits.length > 0}<ViewSwitch stage="wiring" views={VIEWS} {view} />{/if}
    <span class="flex-1"></span>
    <button type="button" class="btn" onclick={() => (open.selected = { kind: 'main' })}>Main path</button>
    {#if missing.length > 0 && leading.now.missing !== 'part'}<button
        type="button"
        class="btn"
        onclick={() => open.commit('Main fuse, fuse block and circuits chosen', chooseParts(open.doc, open.catalogue))}
        >Choose the missing parts</button
      >{/if}
  </StageHead>

  <div class={whole ? 'flex min-h-0 flex-1 flex-col print:block' : 'overflow-auto'} bind:clientWidth={width}>
    {#if w.circuits.length === 0}
      <EmptyState title="No circuits yet" class="m-6">
        Each port gets its own fused circuit when it is placed. Put ports on the faces first; fuse, wire and lengths
        then follow from this very layout.
        {#snippet action()}<a class="btn main" href={resolve('/box/[id]/ports', { id: open.id })}>Place ports</a
          >{/snippet}</EmptyState
      >
    {:else if view === 'paths'}<PathTable />{:else if view === 'survey'}<SurveyTable
      />{:else if view === 'trials'}<TrialBench />{:else if view === 'finder'}<FaultFinder
      />{:else if view === 'runs'}<RunList />{:else if view === 'live'}<LiveView />{:else if view === 'where'}<WhereRuns
        {width}
      />{:else if view === 'plugs'}<PlugTable />{:else}
      <CircuitView {width} />
    {/if}
  </div>
</div>
