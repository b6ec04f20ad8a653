<script lang="ts">
  import { formFields, readForm, type FormField } from '@haversack/core/logbook/form';
  import { plannedFor } from '@haversack/core/logbook/planned';
  import type { EntryOf, LogEntry, LogKind } from '@haversack/core/logbook/record';
  import { useBox } from '$lib/client/use-box.ts';
  import { useLogbook } from '$lib/client/logbook.svelte.ts';
  import RanRows from './RanRows.svelte';

  /** The fields of one record: for a new one, or to mend one. What is typed lives in `texts`, which the caller keeps. */
  type Props = {
    kind: LogKind;
    texts: Record<string, string>;
    batteryIds: string[];
    ran: EntryOf<'outing'>['ran'];
    /** An outing that is mended keeps the plan of its day. */
    planned?: EntryOf<'outing'>['planned'] | undefined;
    verb: string;
    onentry: (entry: LogEntry) => Promise<boolean>;
    onchange?: () => void;
  };
  let {
    kind,
    texts = $bindable(),
    batteryIds = $bindable(),
    ran = $bindable(),
    planned,
    verb,
    onentry,
    onchange
  }: Props = $props();
  const uid = $props.id();
  const open = useBox();
  const log = useLogbook();
  let problems = $state<Record<string, string>>({});
  let busy = $state(false);
  let sure: Record<string, string> = {};
  let more = $state(false);
  const units = $derived(open.doc.preferences);
  const fields = $derived(formFields(kind, units));
  const unfolded = $derived(more || fields.some((f) => !f.first && (texts[f.key] ?? '') !== '') || ran.length > 0);
  const withBattery = $derived(['outing', 'charge', 'storage', 'reading', 'capacity'].includes(kind));
  const choice = $derived(log.batteries.filter((b) => !b.retired || batteryIds.includes(b.id)));

  async function submit(event: SubmitEvent): Promise<void> {
    event.preventDefault();
    const read = readForm(kind, texts, units, {
      batteryIds,
      ran,
      sure,
      planned: (h) => planned ?? plannedFor(open.doc, open.plan, h)
    });
    if (!read.ok) {
      problems = read.problems;
      // a figure that was questioned is taken when it is sent a second time
      sure = read.asked;
      if (fields.some((f) => !f.first && problems[f.key])) more = true;
      const first = Object.keys(read.problems)[0]!;
      document.getElementById(`${uid}-${first}`)?.focus();
      return;
    }
    problems = {};
    busy = true;
    if (await onentry(read.entry)) more = false;
    busy = false;
  }
  const set = (name: string, value: string): void => {
    texts[name] = value;
    onchange?.();
  };
  const toggle = (id: string): void => {
    batteryIds = batteryIds.includes(id) ? batteryIds.filter((b) => b !== id) : [...batteryIds, id];
    onchange?.();
  };
</script>

{#snippet field(f: FormField)}
  <div class="grid min-w-0 gap-1">
    {#if f.as === 'flag'}
      <label class="flex min-h-11 items-center gap-2"
        ><input
          type="checkbox"
          class="h-5 w-5"
          checked={texts[f.key] === 'yes'}
          onchange={(e) => set(f.key, e.currentTarget.checked ? 'yes' : '')}
        />{f.label}</label
      >
    {:else}
      <label class="lab" for="{uid}-{f.key}">{f.label}</label>
      {#if f.as === 'choice'}
        <select
          id="{uid}-{f.key}"
          class="in !h-11 w-full min-w-0"
          value={texts[f.key] || f.options[0]![0]}
          onchange={(e) => set(f.key, e.currentTarget.value)}
          >{#each f.options as [value, text] (value)}<option {value}>{text}</option>{/each}</select
        >
      {:else}
        <input
          id="{uid}-{f.key}"
          class="in !h-11 w-full min-w-0"
          class:bad={problems[f.key]}
          placeholder={f.example ?? ''}
          maxlength={f.as === 'text' ? f.most : 40}
          inputmode="text"
          autocomplete="off"
          value={texts[f.key] ?? ''}
          oninput={(e) => set(f.key, e.currentTarget.value)}
          aria-invalid={problems[f.key] ? 'true' : undefined}
          aria-describedby={problems[f.key] ? `${uid}-${f.key}-problem` : undefined}
        />
      {/if}
    {/if}
    {#if problems[f.key]}<p id="{uid}-{f.key}-problem" role="alert" class="text-[0.75rem] text-stop">
        {problems[f.key]}
      </p>{/if}
  </div>
{/snippet}

<form class="grid gap-3" onsubmit={submit} aria-label="Record">
  <div class="grid grid-cols-2 gap-3 max-[359px]:grid-cols-1">
    <div class="grid min-w-0 gap-1">
      <label class="lab" for="{uid}-day">Day</label>
      <input
        id="{uid}-day"
        class="in !h-11 w-full min-w-0"
        type="date"
        required
        value={texts.day ?? ''}
        onchange={(e) => set('day', e.currentTarget.value)}
      />
      {#if problems.day}<p role="alert" class="text-[0.75rem] text-stop">{problems.day}</p>{/if}
    </div>
    <div class="grid min-w-0 gap-1">
      <label class="lab" for="{uid}-time">Time, where it matters</label>
      <input
        id="{uid}-time"
        class="in !h-11 w-full min-w-0"
        type="time"
        value={texts.time ?? ''}
        onchange={(e) => set('time', e.currentTarget.value)}
      />
      {#if problems.time}<p role="alert" class="text-[0.75rem] text-stop">{problems.time}</p>{/if}
    </div>
    {#each fields.filter((f) => f.first) as f (f.key)}{@render field(f)}{/each}
  </div>
  {#if unfolded}
    <div class="grid grid-cols-2 gap-3 max-[359px]:grid-cols-1">
      {#each fields.filter((f) => !f.first) as f (f.key)}{@render field(f)}{/each}
    </div>
    {#if kind === 'outing'}<RanRows bind:ran {onchange} />{/if}
  {:else if fields.some((f) => !f.first)}
    <button type="button" class="btn !h-11" onclick={() => (more = true)}
      >More: {fields
        .filter((f) => !f.first)
        .map((f) => f.label.toLowerCase())
        .join(', ')
        .slice(0, 42)} …</button
    >
  {/if}
  {#if withBattery && choice.length > 0}
    <div role="group" aria-label="Batteries it was done with" class="flex flex-wrap gap-1.5">
      {#each choice as b (b.id)}<button
          type="button"
          class="chip !h-9"
          aria-pressed={batteryIds.includes(b.id)}
          onclick={() => toggle(b.id)}>{b.name}</button
        >{/each}
    </div>
  {/if}
  <label class="grid min-w-0 gap-1"
    ><span class="lab">Notes</span><textarea
      class="in h-20 py-1"
      maxlength="5000"
      value={texts.notes ?? ''}
      oninput={(e) => set('notes', e.currentTarget.value)}></textarea></label
  >
  <button class="btn main !h-11" disabled={busy}>{verb}</button>
  {#if log.problem || open.log.problem}<p role="alert" class="text-stop">{log.problem || open.log.problem}</p>{/if}
</form>
