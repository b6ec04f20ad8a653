<script lang="ts">
  import { plannedFor } from '@haversack/core/logbook/planned';
  import { KIND_NAMES } from '@haversack/core/logbook/kinds';
  import type { EntryOf, LogEntry, LogKind, LogRecord } from '@haversack/core/logbook/record';
  import { readRecord, TYPED_RECORD_EXAMPLES } from '@haversack/core/logbook/typed-record';
  import { recordWords } from '@haversack/core/logbook/words';
  import CornerDownLeft from '@lucide/svelte/icons/corner-down-left';
  import { onMount, untrack } from 'svelte';
  import { page } from '$app/state';
  import { request } from '$lib/client/api.ts';
  import { KeptText } from '$lib/client/field-drafts.svelte.ts';
  import { useBox } from '$lib/client/use-box.ts';
  import { useLogbook } from '$lib/client/logbook.svelte.ts';
  import { today } from '$lib/client/today.ts';
  import LessonCard from './LessonCard.svelte';
  import RecordForm from './RecordForm.svelte';
  import { ownDay } from '$lib/ui/days.ts';

  const open = useBox();
  const log = useLogbook();
  const units = $derived(open.doc.preferences);
  const BUTTONS: { kind: LogKind; text: string }[] = [
    { kind: 'outing', text: 'It was out' },
    { kind: 'charge', text: 'Charged' },
    { kind: 'reading', text: 'Read the meter' },
    { kind: 'storage', text: 'Stored' },
    { kind: 'fault', text: 'A fault' },
    { kind: 'renewal', text: 'Renewed' },
    { kind: 'capacity', text: 'Capacity test' },
    { kind: 'moisture', text: 'Damp' },
    { kind: 'wish', text: 'A wish' }
  ];

  const line = new KeptText(open.drafts, () => 'logbook|line');
  const planned = (h: number | null) => plannedFor(open.doc, open.plan, h);
  const read = $derived(line.value.trim() === '' ? undefined : readRecord(line.value, today(), planned));
  let tried = $state(false);

  const FIELD = 'logbook|record';
  type Kept = {
    kind: LogKind;
    texts: Record<string, string>;
    batteryIds: string[] | null;
    ran: EntryOf<'outing'>['ran'];
  };
  const blank = (kind: LogKind): Kept => ({ kind, texts: { day: today() }, batteryIds: null, ran: [] });
  /** A half-filled form waits while one looks elsewhere. */
  const kept = (): Kept | undefined => {
    const draft = open.drafts.get(FIELD);
    if (!draft) return undefined;
    const read = JSON.parse(draft.text) as Partial<Kept>;
    return read.texts && read.kind ? { ...blank(read.kind), ...read } : undefined;
  };
  const asked = page.url.searchParams.get('kind');
  const start = kept() ?? (BUTTONS.some((b) => b.kind === asked) ? blank(asked as LogKind) : undefined);
  let form = $state<Kept | undefined>(start);
  const here = $derived(log.here.map((b) => b.id));
  const batteryIds = $derived(form?.batteryIds ?? here);
  function keep(): void {
    if (!form) return;
    const filled = Object.entries(form.texts).some(([k, v]) => !['day', 'time'].includes(k) && v.trim() !== '');
    const text = JSON.stringify(form);
    untrack(() => (filled ? open.drafts.set(FIELD, { text, tried: false }) : open.drafts.clear(FIELD)));
  }

  let recent = $state.raw<LogRecord[]>([]);
  async function look(): Promise<void> {
    try {
      recent = (await request<{ records: LogRecord[] }>('GET', `/api/boxes/${open.id}/logbook?limit=6`)).records;
    } catch {
      // the logbook itself says that the server is away
    }
  }
  onMount(() => void log.load());
  $effect(() => {
    void log.version;
    void look();
  });

  async function takeLine(event: SubmitEvent): Promise<void> {
    event.preventDefault();
    tried = true;
    if (!read?.ok) return;
    const entry = ['outing', 'charge', 'storage', 'reading', 'capacity'].includes(read.entry.kind)
      ? { ...read.entry, batteryIds: here }
      : read.entry;
    if (await log.add(entry as LogEntry)) {
      line.value = '';
      tried = false;
    }
  }
  async function takeForm(entry: LogEntry): Promise<boolean> {
    const done = await log.add(entry);
    if (done) {
      open.drafts.clear(FIELD);
      form = undefined;
    }
    return done;
  }
</script>

<div class="mx-auto grid max-w-5xl gap-5 p-6 max-md:p-3 lg:grid-cols-[minmax(0,440px)_minmax(0,1fr)]">
  <div class="grid h-fit gap-4">
    <form class="card" onsubmit={takeLine} aria-label="A line">
      <label class="lab" for="log-line">Type or speak a line</label>
      <div class="mt-1 flex gap-2">
        <input
          id="log-line"
          class="in !h-11 min-w-0 flex-1 text-[1rem]"
          class:bad={tried && read?.ok === false}
          autocomplete="off"
          placeholder={TYPED_RECORD_EXAMPLES[0]}
          bind:value={line.value}
          oninput={() => (tried = false)}
          aria-invalid={tried && read?.ok === false ? 'true' : undefined}
          aria-describedby="log-line-read"
        />
        <button class="btn main !h-11 !px-4" aria-label="Record the line"><CornerDownLeft size={18} /></button>
      </div>
      <p id="log-line-read" class="mt-1.5 min-h-4 text-[0.8125rem]/[1.125rem]" role={tried ? 'alert' : undefined}>
        {#if read?.ok}<b>{KIND_NAMES[read.entry.kind]}</b>, {ownDay(read.entry.day)}: {recordWords(read.entry, units) ||
            'nothing but the day'}
        {:else if read}<span class:text-stop={tried}>{read.message}</span>
        {:else}<span class="lab">{TYPED_RECORD_EXAMPLES.slice(1, 5).join('  ·  ')}</span>{/if}
      </p>
      {#if !form && log.problem}<p role="alert" class="mt-1 text-stop">{log.problem}</p>{/if}
    </form>

    <div class="grid grid-cols-3 gap-2" role="group" aria-label="What happened">
      {#each BUTTONS as b (b.kind)}<button
          type="button"
          class="btn !h-12"
          class:main={form?.kind === b.kind}
          aria-pressed={form?.kind === b.kind}
          onclick={() => {
            form = form?.kind === b.kind ? undefined : blank(b.kind);
            if (!form) open.drafts.clear(FIELD);
          }}>{b.text}</button
        >{/each}
    </div>

    {#if form}
      <section class="card" aria-label={KIND_NAMES[form.kind]}>
        {#key form.kind}<RecordForm
            kind={form.kind}
            bind:texts={form.texts}
            bind:batteryIds={() => batteryIds, (ids) => (form = { ...form!, batteryIds: ids })}
            bind:ran={form.ran}
            verb="Record it"
            onentry={takeForm}
            onchange={keep}
          />{/key}
      </section>
    {/if}
    {#if log.batteriesKnown && here.length === 0 && open.plan.bank}
      <div class="card p-3 text-[0.875rem]">
        <p class="text-ink2">
          Keep the {open.doc.bank.count === 1 ? 'battery' : 'batteries'} of this box as {open.doc.bank.count === 1
            ? 'a thing'
            : 'things'} of {open.doc.bank.count === 1 ? 'its' : 'their'} own: the history then goes along to the next box.
        </p>
        <button type="button" class="btn mt-2 !h-11" onclick={() => log.fromBox()}
          >Keep {open.plan.bank.part.name}{open.doc.bank.count > 1 ? ` × ${open.doc.bank.count}` : ''}</button
        >
      </div>
    {/if}
  </div>

  <section aria-label="Last records" class="min-w-0">
    {#if open.log.lastLabel}<p class="mb-3 flex flex-wrap items-center gap-2" role="status">
        {open.log.lastLabel}
        <button type="button" class="btn !h-9" disabled={!open.log.canUndo} onclick={() => open.log.undo()}
          >Undo that</button
        >
      </p>{/if}
    {#if log.lastId}<LessonCard recordId={log.lastId} />{/if}
    {#if log.waiting.length > 0}
      <h2 class="mb-2">On this device only, until Haversack answers</h2>
      <ul class="mb-4 grid gap-1.5">
        {#each log.waiting as r (r.id)}<li class="rounded-box border border-caution bg-raise px-3 py-2">
            <b>{KIND_NAMES[r.kind]}</b> <span class="n lab">{ownDay(r.day)}</span>
            <p class="text-ink2">{recordWords(r, units)}</p>
          </li>{/each}
      </ul>
    {/if}
    {#if recent.length > 0}
      <h2 class="mb-2">Last records</h2>
      <ul class="grid gap-1.5">
        {#each recent as r (r.id)}<li class="rounded-box border border-line bg-raise px-3 py-2">
            <b>{KIND_NAMES[r.kind]}</b> <span class="n lab">{ownDay(r.day)}</span>
            <p class="text-ink2">{recordWords(r, units)}</p>
          </li>{/each}
      </ul>
    {:else if open.records.known && log.waiting.length === 0}
      <div class="card p-5">
        <h2>Nothing recorded yet</h2>
        <p class="mt-2 text-[0.875rem] text-ink2">
          After an outing one line is enough: <span class="n">out 9h 12.4Ah 3C rain</span>. What was planned on that day
          is kept beside it, and from two or three outings on the logbook says what your devices really draw, what the
          battery still holds and what is due.
        </p>
      </div>
    {/if}
  </section>
</div>
