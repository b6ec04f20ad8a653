<script lang="ts">
  import ChartNoAxesGantt from '@lucide/svelte/icons/chart-no-axes-gantt';
  import CarBattery from '@lucide/svelte/icons/battery-charging';
  import Briefcase from '@lucide/svelte/icons/briefcase';
  import Grip from '@lucide/svelte/icons/circle-dot';
  import Waypoints from '@lucide/svelte/icons/waypoints';
  import ListChecks from '@lucide/svelte/icons/list-checks';
  import Drill from '@lucide/svelte/icons/drill';
  import NotebookPen from '@lucide/svelte/icons/notebook-pen';
  import type { Stage } from '@haversack/core/findings/rule';

  let { stage, size = 24 }: { stage: Stage; size?: number } = $props();
  const ICONS = {
    outing: ChartNoAxesGantt,
    battery: CarBattery,
    case: Briefcase,
    ports: Grip,
    wiring: Waypoints,
    kit: ListChecks,
    bench: Drill,
    logbook: NotebookPen
  };
  const Icon = $derived(ICONS[stage]);
</script>

<Icon {size} strokeWidth={1.6} aria-hidden="true" />
