<script lang="ts" generics="V extends string">
  import { showView } from '$lib/client/views.ts';
  import { useBox } from '$lib/client/use-box.ts';

  /** The views of a stage side by side. */
  let {
    stage,
    views,
    view,
    counts = {}
  }: {
    stage: string;
    views: Record<V, string>;
    view: V;
    /** What waits in a view, written behind its word. */
    counts?: Partial<Record<V, number>>;
  } = $props();
  const open = useBox();
  const ids = $derived(Object.keys(views) as V[]);
</script>

<div class="seg" role="group" aria-label="View">
  {#each ids as id (id)}<button
      type="button"
      aria-pressed={view === id}
      onclick={() => showView(open.id, stage, { view: id })}>{views[id]}{counts[id] ? ` ${counts[id]}` : ''}</button
    >{/each}
</div>
