<script lang="ts">
  import EmptyState from '$lib/ui/EmptyState.svelte';
  import BuildSteps from '$lib/bench/BuildSteps.svelte';
  import LookUp from '$lib/bench/LookUp.svelte';
  import Papers from '$lib/bench/Papers.svelte';
  import TestSheet from '$lib/bench/TestSheet.svelte';
  import UnlikeBuilt from '$lib/bench/UnlikeBuilt.svelte';
  import WorkPlan from '$lib/bench/WorkPlan.svelte';
  import { useMarks } from '$lib/client/bench-marks.svelte.ts';
  import { useBox } from '$lib/client/use-box.ts';
  import { STAGE_VIEWS } from '$lib/client/stage-views.ts';
  import { askedView } from '$lib/client/views.ts';
  import StageHead from '$lib/ui/StageHead.svelte';
  import ViewSwitch from '$lib/ui/ViewSwitch.svelte';

  const open = useBox();
  const bench = useMarks();
  const VIEWS = STAGE_VIEWS.bench;
  const SUBS: Record<keyof typeof VIEWS, string> = {
    plan: 'what is done when',
    build: 'one step at a time',
    test: 'judged as it is read',
    papers: 'what is printed',
    lookup: 'what nobody read yet'
  };
  const view = $derived(askedView(VIEWS));
  const openCount = $derived(open.plan.findings.filter((f) => f.open && f.acceptedBecause === null).length);
  const ready = $derived(open.plan.bank !== undefined && open.plan.fit !== undefined);

  // somebody else may have ticked meanwhile: looked at when this window is looked at again
  $effect(() => {
    const look = () => document.visibilityState === 'visible' && void bench.load();
    document.addEventListener('visibilitychange', look);
    const timer = setInterval(look, 15_000);
    return () => {
      document.removeEventListener('visibilitychange', look);
      clearInterval(timer);
    };
  });
</script>

<StageHead title="Bench" sub={SUBS[view]}>
  <ViewSwitch stage="bench" views={VIEWS} {view} counts={{ lookup: openCount }} />
</StageHead>

{#if ready}<UnlikeBuilt />{/if}
{#if view === 'lookup'}<LookUp />{:else if !ready}
  <EmptyState title="Nothing to build yet" class="m-6 max-md:m-3">
    With a battery and a case chosen, the plan of work, each step with its holes and leads, the readings to take and
    every paper stand here, computed from this very box.</EmptyState
  >
{:else if view === 'plan'}<WorkPlan />{:else if view === 'build'}<BuildSteps />{:else if view === 'test'}<TestSheet
  />{:else}<Papers />{/if}
