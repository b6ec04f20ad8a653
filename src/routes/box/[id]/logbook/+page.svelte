<script lang="ts">
  import type { Due } from '@haversack/core/logbook/due';
  import { request } from '$lib/client/api.ts';
  import { useLogbook } from '$lib/client/logbook.svelte.ts';
  import { useBox } from '$lib/client/use-box.ts';
  import { today } from '$lib/client/today.ts';
  import { STAGE_VIEWS } from '$lib/client/stage-views.ts';
  import { askedView } from '$lib/client/views.ts';
  import DueView from '$lib/logbook/DueView.svelte';
  import HistoryView from '$lib/logbook/HistoryView.svelte';
  import LearntView from '$lib/logbook/LearntView.svelte';
  import MeterView from '$lib/logbook/MeterView.svelte';
  import RecordView from '$lib/logbook/RecordView.svelte';
  import StageHead from '$lib/ui/StageHead.svelte';
  import ViewSwitch from '$lib/ui/ViewSwitch.svelte';

  const VIEWS = STAGE_VIEWS.logbook;
  const SUBS: Record<keyof typeof VIEWS, string> = {
    record: 'what happened, in one line',
    history: 'all of it, and the meter’s series',
    learnt: 'what the records say',
    due: 'what wants doing',
    meter: 'live, and how long it lasts'
  };
  const view = $derived(askedView(VIEWS));
  const open = useBox();
  const log = useLogbook();
  let dueCount = $state(0);
  // how much waits is told beside the word; without the season, which is worked out where it is looked at
  $effect(() => {
    void [log.version, view, open.save.kind === 'saved' && open.revision];
    request<{ due: Due[] }>('GET', `/api/boxes/${open.id}/due?season=0&today=${today()}`)
      .then((got) => (dueCount = got.due.filter((d) => d.state === 'overdue').length))
      .catch(() => {});
  });
</script>

<StageHead title="Logbook" sub={SUBS[view]}>
  <ViewSwitch stage="logbook" views={VIEWS} {view} counts={{ due: dueCount }} />
</StageHead>

{#if view === 'record'}<RecordView />{:else if view === 'history'}<HistoryView />{:else if view === 'learnt'}<LearntView
  />{:else if view === 'due'}<DueView />{:else}<MeterView />{/if}
