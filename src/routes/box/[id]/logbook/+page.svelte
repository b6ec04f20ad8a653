<script lang="ts">
  import { askedView } from '$lib/client/views.ts';
  import DueView from '$lib/logbook/DueView.svelte';
  import HistoryView from '$lib/logbook/HistoryView.svelte';
  import LearntView from '$lib/logbook/LearntView.svelte';
  import MeterView from '$lib/logbook/MeterView.svelte';
  import RecordView from '$lib/logbook/RecordView.svelte';
  import StageHead from '$lib/ui/StageHead.svelte';
  import ViewSwitch from '$lib/ui/ViewSwitch.svelte';

  const VIEWS = { record: 'Record', history: 'History', learnt: 'Learnt', due: 'Due', meter: 'Meter' } as const;
  const SUBS: Record<keyof typeof VIEWS, string> = {
    record: 'what happened, in one line',
    history: 'all of it, and the meter’s series',
    learnt: 'what the records say',
    due: 'what wants doing',
    meter: 'live, and how long it lasts'
  };
  const view = $derived(askedView(VIEWS));
</script>

<StageHead title="Logbook" sub={SUBS[view]}>
  <ViewSwitch stage="logbook" views={VIEWS} {view} />
</StageHead>

{#if view === 'record'}<RecordView />{:else if view === 'history'}<HistoryView />{:else if view === 'learnt'}<LearntView
  />{:else if view === 'due'}<DueView />{:else}<MeterView />{/if}
