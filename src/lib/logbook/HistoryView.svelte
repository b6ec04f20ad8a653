<script lang="ts">
  import EmptyState from '$lib/ui/EmptyState.svelte';
  import { formTexts } from '@haversack/core/logbook/form';
  import { KIND_NAMES, LOG_KINDS } from '@haversack/core/logbook/kinds';
  import type { LogEntry, LogKind, LogRecord } from '@haversack/core/logbook/record';
  import { recordWords } from '@haversack/core/logbook/words';
  import Pencil from '@lucide/svelte/icons/pencil';
  import Trash from '@lucide/svelte/icons/trash-2';
  import { onMount } from 'svelte';
  import { page } from '$app/state';
  import { request } from '$lib/client/api.ts';
  import { inPieces } from '$lib/client/in-pieces.ts';
  import { useBox } from '$lib/client/use-box.ts';
  import { useLogbook } from '$lib/client/logbook.svelte.ts';
  import { showView } from '$lib/client/views.ts';
  import Dialog from '$lib/ui/Dialog.svelte';
  import RecordForm from './RecordForm.svelte';
  import SeenRows from '$lib/ui/SeenRows.svelte';
  import SeriesPanel from './SeriesPanel.svelte';
  import { ownDay } from '$lib/ui/days.ts';

  const open = useBox();
  const log = useLogbook();
  const units = $derived(open.doc.preferences);
  const PARTS = [
    { id: 'records', text: 'Records' },
    { id: 'series', text: 'Meter’s series' }
  ] as const;
  const part = $derived(page.url.searchParams.get('part') === 'series' ? 'series' : 'records');
  let kind = $state<LogKind | ''>('');
  let text = $state('');
  let battery = $state('');
  let rows = $state.raw<LogRecord[]>([]);
  let total = $state(0);
  let known = $state(false);
  let problem = $state('');
  let mended = $state.raw<LogRecord | undefined>();
  let texts = $state<Record<string, string>>({});
  let batteryIds = $state<string[]>([]);
  let ran = $state<{ deviceId: string; name: string; onH: number }[]>([]);
  let shown = $state(false);

  let asked = 0;
  let question = '';
  /** All records of that sort, the first of them at once; those that stood stay until the new ones are whole. */
  async function load(): Promise<void> {
    const turn = ++asked;
    const asks = Object.entries({ kind, text: text.trim(), battery })
      .filter(([, v]) => v !== '')
      .map(([k, v]) => `&${k}=${encodeURIComponent(v)}`)
      .join('');
    const another = asks !== question;
    const ask = (offset: number, limit: number) =>
      request<{ records: LogRecord[]; total: number }>(
        'GET',
        `/api/boxes/${open.id}/logbook?offset=${offset}&limit=${limit}${asks}`
      );
    try {
      for await (const now of inPieces(ask)) {
        // an answer that was overtaken by a later question says nothing
        if (turn !== asked) return;
        total = now.total;
        if (another || now.whole || !known) rows = now.rows;
        known = true;
        question = asks;
        problem = '';
      }
    } catch (e) {
      if (turn === asked) problem = (e as Error).message;
    }
  }
  onMount(() => void log.load());
  $effect(() => {
    void [kind, text, battery, log.version];
    void load();
  });

  function mend(r: LogRecord): void {
    texts = formTexts(r, units);
    batteryIds = [...r.batteryIds];
    ran = r.kind === 'outing' ? r.ran.map((d) => ({ ...d })) : [];
    mended = r;
    shown = true;
  }
  async function take(entry: LogEntry): Promise<boolean> {
    const done = await log.change(mended!, entry);
    if (done) shown = false;
    return done;
  }
</script>

<div class="grid gap-4 p-6 max-md:p-3">
  <div class="seg justify-self-start" role="group" aria-label="What is shown">
    {#each PARTS as p (p.id)}<button
        type="button"
        class="!h-9"
        aria-pressed={part === p.id}
        onclick={() => showView(open.id, 'logbook', { view: 'history', part: p.id })}>{p.text}</button
      >{/each}
  </div>
  {#if part === 'series'}<SeriesPanel />{:else}
    <div class="flex flex-wrap items-center gap-2">
      <label class="sr-only" for="log-kind">Kind</label>
      <select id="log-kind" class="in !h-9" bind:value={kind}
        ><option value="">All kinds</option>{#each LOG_KINDS as k (k)}<option value={k}>{KIND_NAMES[k]}</option
          >{/each}</select
      >
      <input
        class="in !h-9 min-w-40 flex-1 md:max-w-72"
        type="search"
        aria-label="Look for words"
        placeholder="rain, fuse, hide …"
        bind:value={text}
      />
      {#if log.batteries.length > 0}
        <label class="sr-only" for="log-battery">Battery</label>
        <select id="log-battery" class="in !h-9" bind:value={battery}
          ><option value="">Any battery</option>{#each log.batteries as b (b.id)}<option value={b.id}>{b.name}</option
            >{/each}</select
        >
      {/if}
      <span class="lab" role="status">{known ? `${total} ${total === 1 ? 'record' : 'records'}` : ''}</span>
    </div>
    {#if open.log.lastLabel}<p class="flex flex-wrap items-center gap-2">
        {open.log.lastLabel}
        <button type="button" class="btn" disabled={!open.log.canUndo} onclick={() => open.log.undo()}>Undo that</button
        >
      </p>{/if}
    {#if problem || log.problem || open.log.problem}<p role="alert" class="text-stop">
        {problem || log.problem || open.log.problem}
      </p>{/if}

    {#if known && total === 0}
      <EmptyState title={kind || text || battery ? 'Nothing of that sort' : 'Nothing recorded yet'}>
        {kind || text || battery
          ? 'Take another kind, other words or any battery.'
          : 'What you record under Record stands here, newest first, each line to be mended or taken out.'}</EmptyState
      >
    {:else if known}
      <div class="overflow-x-auto">
        <table class="sheet" aria-rowcount={total + 1}>
          <caption class="sr-only">Records of this box, newest first</caption>
          <thead
            ><tr><th>Day</th><th>What</th><th class="w-full">Said</th><th><span class="sr-only">Change</span></th></tr
            ></thead
          >
          <SeenRows {rows}>
            {#snippet cells(r)}
              <th scope="row" class="n align-top whitespace-nowrap"
                >{ownDay(r.day)}{r.time && r.kind !== 'change' ? ` ${r.time}` : ''}</th
              >
              <td class="whitespace-nowrap">{KIND_NAMES[r.kind]}</td>
              <td>
                {#if r.kind === 'change'}<ul class="list-disc pl-4">
                    {#each r.changes as c, i (i)}<li>{c}</li>{/each}
                  </ul>{:else}{recordWords(r, units)}{/if}
              </td>
              <td class="whitespace-nowrap">
                <span class="flex gap-1">
                  {#if r.kind !== 'change'}<button
                      type="button"
                      class="icon"
                      aria-label="Mend {KIND_NAMES[r.kind].toLowerCase()}, {ownDay(r.day)}"
                      onclick={() => mend(r)}><Pencil size={16} /></button
                    >{/if}
                  <button
                    type="button"
                    class="icon"
                    aria-label="Take out {KIND_NAMES[r.kind].toLowerCase()}, {ownDay(r.day)}"
                    onclick={() => log.remove(r)}><Trash size={16} /></button
                  >
                </span>
              </td>
            {/snippet}
          </SeenRows>
        </table>
      </div>
    {/if}
  {/if}
</div>

<Dialog bind:open={shown} title={mended ? `${KIND_NAMES[mended.kind]}, ${mended.day}` : ''}>
  {#if mended}<RecordForm
      kind={mended.kind}
      bind:texts
      bind:batteryIds
      bind:ran
      planned={mended.kind === 'outing' ? mended.planned : undefined}
      verb="Keep the change"
      onentry={take}
    />{/if}
</Dialog>
