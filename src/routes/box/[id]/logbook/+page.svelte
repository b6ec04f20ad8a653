<script lang="ts">
  import { compare } from '@haversack/core/logbook/compare';
  import { learn, takeLearnt } from '@haversack/core/logbook/learn';
  import type { LogEntry, LogRecord } from '@haversack/core/logbook/record';
  import { parseQuantity, type ParseOptions } from '@haversack/core/quantity/parse';
  import type { QuantityKind } from '@haversack/core/quantity/units';
  import { durationText, fixed, temperatureText } from '@haversack/core/quantity/format';
  import Trash from '@lucide/svelte/icons/trash-2';
  import { onMount, untrack } from 'svelte';
  import { request } from '$lib/client/api.ts';
  import { useBox } from '$lib/client/open-box.svelte.ts';
  import { today } from '$lib/client/today.ts';
  import StageHead from '$lib/ui/StageHead.svelte';

  const open = useBox();
  const records = $derived(open.records);
  const loaded = $derived(open.recordsKnown);
  let problem = $state('');
  let problems = $state<Record<string, string>>({});
  const BLANK = { duration: '', charge: '', endV: '', air: '', notes: '' };
  type Form = typeof BLANK & { kind: LogEntry['kind']; day: string };
  const FIELD = 'logbook|record';
  /** A half-filled form waits while one looks elsewhere. */
  const kept = (): Partial<Form> => {
    const draft = open.drafts.get(FIELD);
    return draft ? (JSON.parse(draft.text) as Partial<Form>) : {};
  };
  let form = $state<Form>({ kind: 'outing', day: today(), ...BLANK, ...kept() });
  $effect(() => {
    const filled = Object.keys(BLANK).some((k) => form[k as keyof typeof BLANK].trim() !== '');
    const text = JSON.stringify(form);
    untrack(() => (filled ? open.drafts.set(FIELD, { text, tried: false }) : open.drafts.clear(FIELD)));
  });
  const unit = $derived(open.doc.preferences.temperatureUnit);
  const learnt = $derived(learn(open.doc, open.plan.demand, records));
  const taking = $derived(learnt ? takeLearnt(open.doc, learnt) : []);
  const KINDS = { outing: 'Outing', charge: 'Charge', fault: 'Fault' } as const;

  onMount(load);
  async function load(): Promise<void> {
    try {
      await open.loadRecords();
      problem = '';
    } catch (e) {
      problem = (e as Error).message;
    }
  }

  /** A field's value, null when empty; what is wrong goes beside the field and the text stays. */
  function read(name: string, text: string, kind: QuantityKind, options: ParseOptions): number | null {
    if (text.trim() === '') return null;
    const parsed = parseQuantity(text, kind, options);
    if (parsed.ok && !parsed.question) return parsed.value;
    problems[name] = parsed.ok ? `${parsed.question!.message} Type it with its unit.` : parsed.message;
    return null;
  }

  async function add(event: SubmitEvent): Promise<void> {
    event.preventDefault();
    problems = {};
    const o = open.plan.outing;
    const entry: LogEntry = {
      kind: form.kind,
      day: form.day,
      durationH: read('duration', form.duration, 'duration', { min: 0, max: 2000 }),
      chargeAh: read('charge', form.charge, 'capacity', { min: 0, max: 10000 }),
      endV: read('endV', form.endV, 'voltage', { min: 0, max: 60, plausibleMin: 8, plausibleMax: 17 }),
      airC: read('air', form.air, 'temperature', { temperatureUnit: unit, min: -60, max: 80 }),
      notes: form.notes,
      planned: {
        lastsH: o && Number.isFinite(o.lastsH) ? o.lastsH : null,
        wantedH: o ? o.wantedH : null,
        chargeAh: o ? o.drawnAh : null,
        endV: o ? o.endBatteryV : null
      }
    };
    if (Object.keys(problems).length > 0) return;
    if (entry.kind === 'outing' && entry.durationH === null) {
      problems = { duration: 'How long was it out? Type for example 9h30.' };
      return;
    }
    try {
      let record: LogRecord | undefined;
      await open.log.act(
        `${KINDS[entry.kind]}, ${entry.day} recorded`,
        async () => {
          record = await (record
            ? request<LogRecord>('PUT', `/api/boxes/${open.id}/logbook`, record)
            : request<LogRecord>('POST', `/api/boxes/${open.id}/logbook`, entry));
          await load();
        },
        () => takeOut(record!)
      );
      form = { ...form, ...BLANK };
    } catch (e) {
      problem = (e as Error).message;
    }
  }

  async function takeOut(record: LogRecord): Promise<void> {
    await request('DELETE', `/api/logbook/${record.id}`);
    await load();
  }
  async function remove(record: LogRecord): Promise<void> {
    try {
      await open.log.act(
        `${KINDS[record.kind]}, ${record.day} taken out`,
        () => takeOut(record),
        async () => {
          await request('PUT', `/api/boxes/${open.id}/logbook`, record);
          await load();
        }
      );
    } catch (e) {
      problem = (e as Error).message;
    }
  }
</script>

<StageHead title="Logbook" sub="planned against actual" />

<div class="grid gap-5 p-6 max-md:p-3 lg:grid-cols-[360px_minmax(0,1fr)]">
  <form class="h-fit rounded-box border border-line2 bg-raise p-4" onsubmit={add} aria-label="Record">
    <h2 class="mb-3">How did it go?</h2>
    <div class="seg mb-3 w-full">
      {#each Object.entries(KINDS) as [value, text] (value)}<button
          type="button"
          class="!h-9 flex-1"
          aria-pressed={form.kind === value}
          onclick={() => (form.kind = value as LogEntry['kind'])}>{text}</button
        >{/each}
    </div>
    <label class="mb-2 grid gap-1"
      ><span class="lab">Day</span><input class="in !h-10" type="date" required bind:value={form.day} /></label
    >
    {#each [['duration', form.kind === 'charge' ? 'Hours on the charger' : 'Hours it ran', '9h30'], ['charge', form.kind === 'charge' ? 'Amp-hours put in' : 'Amp-hours drawn, by the meter', '12.4 Ah'], ['endV', 'Volts at the end', '12.9 V'], ['air', 'Coldest air', unit === 'C' ? '3 C' : '37 F']] as const as [name, label, example] (name)}
      <label class="mb-2 grid gap-1"
        ><span class="lab">{label}</span><input
          class="in !h-10"
          class:bad={problems[name]}
          placeholder={example}
          inputmode="text"
          autocomplete="off"
          bind:value={form[name]}
          aria-invalid={problems[name] ? 'true' : undefined}
          aria-describedby={problems[name] ? `log-${name}` : undefined}
        />{#if problems[name]}<span id="log-{name}" role="alert" class="text-[12px] text-stop">{problems[name]}</span
          >{/if}</label
      >
    {/each}
    <label class="mb-3 grid gap-1"
      ><span class="lab">Notes</span><textarea class="in h-20 py-1" maxlength="5000" bind:value={form.notes}
      ></textarea></label
    >
    <button class="btn main !h-10 w-full">Record it</button>
    {#if problem || open.log.problem}<p role="alert" class="mt-2 text-stop">{problem || open.log.problem}</p>{/if}
  </form>

  <section aria-label="Records" class="min-w-0">
    {#if open.log.lastLabel}<p class="mb-2 flex items-center gap-2" role="status">
        {open.log.lastLabel}
        <button type="button" class="btn" disabled={!open.log.canUndo} onclick={() => open.log.undo()}>Undo that</button
        >
      </p>{/if}
    {#if loaded && records.length === 0}
      <div class="max-w-xl rounded-box border border-line2 bg-raise p-5">
        <h2>Nothing recorded yet</h2>
        <p class="mt-2 text-[14px] text-ink2">
          After the first outing note the hours and what the meter counted, or the voltage at the end. What was planned
          on that day is kept beside it, so you see what the guesses were worth.
        </p>
      </div>
    {/if}
    {#if learnt && taking.length > 0}
      <section class="mb-3 rounded-box border border-line2 bg-raise p-3" aria-label="Learnt draws">
        <h2 class="h3">What the outings say about the draws</h2>
        <p>
          Over {learnt.outingCount === 1 ? 'one outing' : `${learnt.outingCount} outings`} the box drew
          <b class="n">{fixed(learnt.ratio * 100, 0)} %</b> of what was planned. The least certain draws give way most:
        </p>
        <ul class="mt-1">
          {#each learnt.devices.filter((d) => Math.abs(d.factor - 1) >= 0.01) as d (d.deviceId)}<li class="row">
              <span>{d.name}</span><span class="n">× {fixed(d.factor, 2)}</span>
            </li>{/each}
        </ul>
        <button type="button" class="btn mt-1" onclick={() => open.commit('Learnt draws taken over', taking)}
          >Take the learnt draws over</button
        >
      </section>
    {/if}
    <ul class="grid gap-2">
      {#each records as r (r.id)}
        {@const c = compare(r)}
        <li class="rounded-box border border-line2 bg-raise p-3">
          <div class="flex items-center justify-between">
            <b>{KINDS[r.kind]}, {r.day}</b><button
              type="button"
              class="icon"
              aria-label="Remove the record of {r.day}"
              onclick={() => remove(r)}><Trash size={16} /></button
            >
          </div>
          <div class="overflow-x-auto">
            <table class="sheet">
              <thead
                ><tr
                  ><th></th><th class="num">Hours</th><th class="num">Ah</th><th class="num">Mean A</th><th class="num"
                    >Volts at end</th
                  ></tr
                ></thead
              >
              <tbody>
                <tr
                  ><th scope="row">Actual</th><td class="num n"
                    >{r.durationH === null ? '–' : durationText(r.durationH)}</td
                  ><td class="num n">{r.chargeAh === null ? '–' : fixed(r.chargeAh, 1)}</td><td class="num n"
                    >{c.meanA === undefined ? '–' : fixed(c.meanA, 2)}</td
                  ><td class="num n">{r.endV === null ? '–' : fixed(r.endV, 2)}</td></tr
                >
                {#if r.kind === 'outing'}<tr
                    ><th scope="row">Planned</th><td class="num n"
                      >{r.planned.wantedH === null ? '–' : durationText(r.planned.wantedH)}</td
                    ><td class="num n">{r.planned.chargeAh === null ? '–' : fixed(r.planned.chargeAh, 1)}</td><td
                      class="num n">{c.plannedMeanA === undefined ? '–' : fixed(c.plannedMeanA, 2)}</td
                    ><td class="num n">{r.planned.endV === null ? '–' : fixed(r.planned.endV, 2)}</td></tr
                  >{/if}
              </tbody>
            </table>
          </div>
          {#if r.kind === 'outing'}<p class="mt-1 font-medium">{c.say}</p>{/if}
          {#if r.airC !== null}<p class="lab">Coldest {temperatureText(r.airC, unit)} °{unit}</p>{/if}
          {#if r.notes}<p class="mt-1 whitespace-pre-line text-ink2">{r.notes}</p>{/if}
        </li>
      {/each}
    </ul>
  </section>
</div>
