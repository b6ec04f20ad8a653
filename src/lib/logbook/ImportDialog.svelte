<script lang="ts">
  import { fixed } from '@haversack/core/quantity/format';
  import type { Chunk } from '@haversack/core/series/chunk';
  import {
    COLUMN_NAMES,
    COLUMNS,
    guessMapping,
    guessSeparator,
    mappingProblems,
    TIME_FORMAT_NAMES,
    TIME_FORMATS,
    type Column,
    type Mapping
  } from '@haversack/core/series/mapping';
  import { SeriesReader, type SeriesSummary } from '@haversack/core/series/read';
  import { proxy, wrap, type Remote } from 'comlink';
  import papa from 'papaparse';
  import { request } from '$lib/client/api.ts';
  import { useBox } from '$lib/client/use-box.ts';
  import Dialog from '$lib/ui/Dialog.svelte';
  import SeriesWorker from '../../workers/series.worker.ts?worker';
  import type { ImportProgress, SeriesApi } from '../../workers/series.worker.ts';

  let { open = $bindable(), ondone }: { open: boolean; ondone: () => void } = $props();
  const box = useBox();
  const HEAD_BYTES = 60_000;
  const PREVIEW = 8;
  const TAB = '\t';

  let file = $state.raw<File | undefined>();
  let head = $state.raw<string[]>([]);
  let mapping = $state<Mapping | undefined>();
  let remembered = $state(false);
  let problem = $state('');
  let begin = $state('');
  let progress = $state.raw<ImportProgress | undefined>();
  let done = $state.raw<SeriesSummary | undefined>();
  let api: Remote<SeriesApi> | undefined;
  let worker: Worker | undefined;

  const rowsOf = (separator: string): string[][] =>
    papa.parse<string[]>(head.join('\n'), { delimiter: separator, skipEmptyLines: true }).data;
  const rows = $derived(mapping ? rowsOf(mapping.separator) : []);
  /** What tells one sort of file from another: the line above the first figures. */
  const headLine = (m: Mapping): string =>
    (head[m.headLines - 1] ?? `no head, ${m.columns.length} columns`).slice(0, 2000);

  async function choose(chosen: File | undefined): Promise<void> {
    done = undefined;
    problem = '';
    mapping = undefined;
    file = chosen;
    if (!chosen) return;
    const text = await chosen.slice(0, HEAD_BYTES).text();
    if (text.includes('\u0000')) {
      problem = `“${chosen.name}” is no text: save it from the meter as CSV.`;
      return;
    }
    // the last line of what was read may be cut
    const lines = text.split(/\r?\n/);
    head = (chosen.size > HEAD_BYTES ? lines.slice(0, -1) : lines).filter((l) => l.trim() !== '').slice(0, 200);
    if (head.length === 0) {
      problem = `“${chosen.name}” is empty.`;
      return;
    }
    const separator = guessSeparator(head);
    const guess = guessMapping(rowsOf(separator), separator, Intl.DateTimeFormat().resolvedOptions().timeZone);
    let known: { head: string; mapping: Mapping }[] = [];
    try {
      known = (await request<{ mappings: typeof known }>('GET', '/api/series/mappings')).mappings;
    } catch {
      // without what was settled before the guess stands
    }
    const before = known.find((k) => k.head === headLine(guess) && k.mapping.columns.length === guess.columns.length);
    remembered = before !== undefined;
    mapping = before?.mapping ?? guess;
  }

  const beginMs = $derived(begin === '' ? null : new Date(begin).getTime());
  const settled = $derived(mapping && { ...mapping, beginMs: mapping.time.startsWith('elapsed') ? beginMs : null });
  const wrong = $derived(settled ? mappingProblems(settled) : []);
  /** The first rows as they would be kept. */
  const preview = $derived.by(() => {
    if (!settled || wrong.length > 0) return undefined;
    let chunk: Chunk | undefined;
    const reader = new SeriesReader(settled, (c) => (chunk = c));
    for (const r of rows.slice(settled.headLines)) reader.row(r);
    const summary = reader.end();
    return { chunk, summary };
  });
  const column = (i: number, to: Column): void => {
    mapping!.columns = mapping!.columns.map((c, k) => (k === i ? to : c));
  };

  async function take(): Promise<void> {
    if (!file || !settled) return;
    problem = '';
    progress = { share: 0, rowCount: 0 };
    worker ??= new SeriesWorker();
    api ??= wrap<SeriesApi>(worker);
    const result = await api.run(
      file,
      $state.snapshot(settled) as Mapping,
      { boxId: box.id, name: file.name.replace(/\.[a-z]+$/i, '').slice(0, 120) || 'Series' },
      proxy((p: ImportProgress) => (progress = p))
    );
    progress = undefined;
    if (!result.ok) {
      problem = result.why;
      return;
    }
    done = result.summary;
    ondone();
    await request('PUT', '/api/series/mappings', {
      head: headLine(settled),
      mapping: { ...settled, beginMs: null }
    }).catch(() => {});
  }
  $effect(() => () => worker?.terminate());
  const figure = (v: number | undefined, decimals: number): string =>
    v === undefined || Number.isNaN(v) ? '–' : fixed(v, decimals);
</script>

<Dialog bind:open title="Import a meter’s file">
  <div class="grid gap-3">
    <label class="grid gap-1"
      ><span class="lab">CSV or text file of the meter</span><input
        type="file"
        accept=".csv,.txt,.tsv,text/csv,text/plain"
        class="in !h-11 py-2"
        onchange={(e) => choose(e.currentTarget.files?.[0])}
      /></label
    >
    {#if problem}<p role="alert" class="text-stop">{problem}</p>{/if}
    {#if done}
      <p role="status">
        <b>{done.rowCount.toLocaleString()} rows are in.</b>
        {done.refusedCount > 0 ? `${done.refusedCount} were left out.` : ''}
        {done.notes.length > 0 ? 'What was noticed stands under the chart.' : 'Nothing odd was noticed.'}
      </p>
    {:else if progress}
      <p role="status">
        <progress class="w-full" max="1" value={progress.share}></progress>
        {fixed(progress.share * 100, 0)} %, {progress.rowCount.toLocaleString()} rows
      </p>
      <button type="button" class="btn !h-11" onclick={() => api?.stop()}>Stop</button>
    {:else if mapping && settled}
      <p class="lab">
        {remembered
          ? 'Read as the last file with this head.'
          : 'A first guess: look at the figures below and mend what is wrong.'}
      </p>
      <div class="grid grid-cols-2 gap-2 md:grid-cols-3">
        <label class="grid gap-1"
          ><span class="lab">Columns are cut at</span><select
            class="in !h-9"
            value={mapping.separator}
            onchange={(e) => {
              const separator = e.currentTarget.value as Mapping['separator'];
              mapping = guessMapping(rowsOf(separator), separator, mapping!.zone);
            }}
            ><option value=",">comma</option><option value=";">semicolon</option><option value={TAB}>tab</option><option
              value="|">bar</option
            ></select
          ></label
        >
        <label class="grid gap-1"
          ><span class="lab">Lines above the figures</span><input
            class="in n !h-9"
            type="number"
            min="0"
            max="50"
            bind:value={mapping.headLines}
          /></label
        >
        <label class="grid gap-1"
          ><span class="lab">Decimals after</span><select class="in !h-9" bind:value={mapping.decimal}
            ><option value=".">a point</option><option value=",">a comma</option></select
          ></label
        >
        <label class="grid gap-1"
          ><span class="lab">Time is written as</span><select class="in !h-9" bind:value={mapping.time}
            >{#each TIME_FORMATS as t (t)}<option value={t}>{TIME_FORMAT_NAMES[t]}</option>{/each}</select
          ></label
        >
        {#if mapping.time.startsWith('elapsed')}
          <label class="grid gap-1"
            ><span class="lab">It began</span><input class="in !h-9" type="datetime-local" bind:value={begin} /></label
          >
        {:else if !mapping.time.startsWith('unix')}
          <label class="grid gap-1"
            ><span class="lab">Clock of</span><input
              class="in !h-9"
              list="zones"
              autocomplete="off"
              bind:value={mapping.zone}
            /></label
          >
          <datalist id="zones"
            >{#each Intl.supportedValuesOf('timeZone') as z (z)}<option value={z}></option>{/each}</datalist
          >
        {/if}
        <label class="grid gap-1"
          ><span class="lab">A discharge is written</span><select class="in !h-9" bind:value={mapping.discharge}
            ><option value="minus">with a minus</option><option value="plus">without a sign</option></select
          ></label
        >
        <label class="grid gap-1"
          ><span class="lab">Volts in</span><select class="in !h-9" bind:value={mapping.volts}
            ><option>V</option><option>mV</option></select
          ></label
        >
        <label class="grid gap-1"
          ><span class="lab">Amps in</span><select class="in !h-9" bind:value={mapping.amps}
            ><option>A</option><option>mA</option></select
          ></label
        >
        <label class="grid gap-1"
          ><span class="lab">Amp-hours in</span><select class="in !h-9" bind:value={mapping.ampHours}
            ><option>Ah</option><option>mAh</option></select
          ></label
        >
        <label class="grid gap-1"
          ><span class="lab">Temperature in</span><select class="in !h-9" bind:value={mapping.temperature}
            ><option value="C">°C</option><option value="F">°F</option></select
          ></label
        >
      </div>
      <div class="overflow-x-auto">
        <table class="sheet">
          <caption class="lab mb-1 text-left">The file, and what each column is taken for</caption>
          <thead
            ><tr
              >{#each mapping.columns as c, i (i)}<th
                  ><select
                    class="in !h-8"
                    aria-label="Column {i + 1}, {rows[mapping.headLines - 1]?.[i] ?? 'no name'}"
                    value={c}
                    onchange={(e) => column(i, e.currentTarget.value as Column)}
                    >{#each COLUMNS as k (k)}<option value={k}>{COLUMN_NAMES[k]}</option>{/each}</select
                  ></th
                >{/each}</tr
            ></thead
          >
          <tbody
            >{#each rows.slice(0, mapping.headLines + PREVIEW) as r, i (i)}<tr class:text-ink2={i < mapping.headLines}
                >{#each r.slice(0, mapping.columns.length) as cell, k (k)}<td class="n whitespace-nowrap">{cell}</td
                  >{/each}</tr
              >{/each}</tbody
          >
        </table>
      </div>
      {#each wrong as w, i (i)}<p role="alert" class="text-stop">{w}</p>{/each}
      {#if preview?.chunk}
        {@const c = preview.chunk}
        <div class="overflow-x-auto">
          <table class="sheet">
            <caption class="lab mb-1 text-left"
              >So it is kept: {preview.summary.refusedCount > 0
                ? `${preview.summary.refusedCount} of the first rows cannot be read`
                : 'out of the battery is above nothing'}</caption
            >
            <thead
              ><tr
                ><th>When</th><th class="num">V</th><th class="num">A out</th><th class="num">Ah out</th><th class="num"
                  >°C</th
                ></tr
              ></thead
            >
            <tbody
              >{#each [...c.ms].slice(0, PREVIEW) as ms, i (i)}<tr
                  ><th scope="row" class="n">{new Date(ms).toLocaleString()}</th><td class="num n"
                    >{figure(c.volts[i], 2)}</td
                  ><td class="num n">{figure(c.amps[i], 3)}</td><td class="num n">{figure(c.ampHours[i], 2)}</td><td
                    class="num n">{figure(c.tempC[i], 1)}</td
                  ></tr
                >{/each}</tbody
            >
          </table>
        </div>
        {#if preview.summary.notes[0]}<p class="lab">{preview.summary.notes[0].say}</p>{/if}
      {:else if wrong.length === 0}
        <p role="alert" class="text-stop">
          No row can be read this way: {preview?.summary.notes[0]?.say ?? 'is it the file of a meter?'}
        </p>
      {/if}
    {/if}
  </div>
  {#snippet foot()}
    <button type="button" class="btn" onclick={() => (open = false)}>{done ? 'Close' : 'Leave it'}</button>
    {#if mapping && !done && !progress}<button type="button" class="btn main" disabled={!preview?.chunk} onclick={take}
        >Take it in</button
      >{/if}
  {/snippet}
</Dialog>
