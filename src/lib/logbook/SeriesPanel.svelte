<script lang="ts">
  import { fixed } from '@haversack/core/quantity/format';
  import Download from '@lucide/svelte/icons/download';
  import Trash from '@lucide/svelte/icons/trash-2';
  import Upload from '@lucide/svelte/icons/upload';
  import { resolve } from '$app/paths';
  import { request } from '$lib/client/api.ts';
  import { useBox } from '$lib/client/use-box.ts';
  import { useLogbook } from '$lib/client/logbook.svelte.ts';
  import type { SeriesHead } from '$lib/server/series.ts';
  import Dialog from '$lib/ui/Dialog.svelte';
  import ImportDialog from './ImportDialog.svelte';
  import SeriesChart from './SeriesChart.svelte';

  /** What meters wrote down over time. */
  const open = useBox();
  const log = useLogbook();
  let list = $state.raw<SeriesHead[]>([]);
  let chosen = $state('');
  let problem = $state('');
  let importing = $state(false);
  let doomed = $state.raw<SeriesHead | undefined>();
  let asking = $state(false);
  const series = $derived(list.find((s) => s.id === chosen));

  async function load(): Promise<void> {
    try {
      list = (await request<{ series: SeriesHead[] }>('GET', `/api/boxes/${open.id}/series`)).series;
      if (!list.some((s) => s.id === chosen)) chosen = list[0]?.id ?? '';
      problem = '';
    } catch (e) {
      problem = (e as Error).message;
    }
  }
  $effect(() => {
    void log.version;
    void load();
  });
  async function remove(): Promise<void> {
    try {
      await request('DELETE', `/api/series/${doomed!.id}`);
      asking = false;
      await load();
    } catch (e) {
      problem = (e as Error).message;
    }
  }
  async function rename(name: string): Promise<void> {
    if (!series || name.trim() === '' || name === series.name) return;
    try {
      await request('PATCH', `/api/series/${series.id}`, { name });
      await load();
    } catch (e) {
      problem = (e as Error).message;
    }
  }
  const when = (ms: number | null): string =>
    ms === null ? '' : new Date(ms).toLocaleString(undefined, { dateStyle: 'medium', timeStyle: 'short' });
</script>

<section class="grid gap-3" aria-label="Series of a meter">
  <div class="flex flex-wrap items-center gap-2">
    <h2 class="flex-1">Series of a meter</h2>
    <button type="button" class="btn !h-9" onclick={() => (importing = true)}
      ><Upload size={15} />Import a meter’s file</button
    >
  </div>
  {#if problem}<p role="alert" class="text-stop">{problem}</p>{/if}
  {#if list.length === 0}
    <p class="lab max-w-xl">
      A meter that writes down volts, amps and amp-hours: its CSV is taken in any order of columns, or record it live
      under Meter.
    </p>
  {:else}
    <div class="flex flex-wrap gap-1.5" role="group" aria-label="Which series">
      {#each list as s (s.id)}<button
          type="button"
          class="chip !h-9"
          aria-pressed={s.id === chosen}
          onclick={() => (chosen = s.id)}>{s.name}</button
        >{/each}
    </div>
  {/if}
  {#if series}
    <div class="card p-3">
      <div class="flex flex-wrap items-center gap-2">
        <input
          class="in !h-9 min-w-48 flex-1"
          aria-label="Name of the series"
          maxlength="120"
          value={series.name}
          onchange={(e) => rename(e.currentTarget.value)}
        />
        <a
          class="btn !h-9"
          data-sveltekit-reload
          href={resolve(`/api/series/${series.id}?format=csv` as '/')}
          download="series.csv"><Download size={15} />CSV</a
        >
        <button
          type="button"
          class="btn danger !h-9"
          onclick={() => {
            doomed = series;
            asking = true;
          }}><Trash size={15} />Take out</button
        >
      </div>
      <p class="lab mt-2">
        {when(series.fromMs)} to {when(series.toMs)} · {series.rowCount.toLocaleString()} rows{series.summary?.stepS
          ? `, every ${series.summary.stepS < 90 ? `${fixed(series.summary.stepS, 0)} s` : `${fixed(series.summary.stepS / 60, 0)} min`}`
          : ''}{series.summary?.outAh == null ? '' : ` · ${fixed(series.summary.outAh, 2)} Ah out`}{series.summary
          ?.refusedCount
          ? ` · ${series.summary.refusedCount} rows left out`
          : ''}
      </p>
      <SeriesChart {series} />
      {#if series.summary && series.summary.notes.length > 0}
        <details class="mt-2">
          <summary
            >{series.summary.notes.length === 1
              ? 'One thing noticed'
              : `${series.summary.notes.length} things noticed`}</summary
          >
          <ul class="mt-1 grid gap-0.5 text-[0.8125rem]">
            {#each series.summary.notes as n, i (i)}<li>
                {#if n.ms !== null}<span class="n lab">{when(n.ms)}</span>{:else}<span class="lab">line {n.line}</span
                  >{/if}
                {n.say}
              </li>{/each}
          </ul>
        </details>
      {/if}
    </div>
  {/if}
</section>

<ImportDialog bind:open={importing} ondone={load} />
<Dialog bind:open={asking} title="Take the series out?">
  <p>“{doomed?.name}” with its {doomed?.rowCount.toLocaleString()} rows is gone then. Its CSV can be kept before.</p>
  {#snippet foot()}
    <button type="button" class="btn" onclick={() => (asking = false)}>Keep it</button>
    <button type="button" class="btn danger" onclick={remove}>Take it out</button>
  {/snippet}
</Dialog>
