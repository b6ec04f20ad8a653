<script lang="ts">
  import EmptyState from '$lib/ui/EmptyState.svelte';
  import { CHEMISTRY } from '@haversack/core/battery/chemistry';
  import { CHEMISTRIES } from '@haversack/core/catalogue/names';
  import type { Battery } from '@haversack/core/logbook/battery';
  import { parseQuantity, type ParseOptions } from '@haversack/core/quantity/parse';
  import { rangeText } from '@haversack/core/logbook/say';
  import { fixed, trimNumber } from '@haversack/core/quantity/format';
  import type { QuantityKind } from '@haversack/core/quantity/units';
  import Plus from '@lucide/svelte/icons/plus';
  import Trash from '@lucide/svelte/icons/trash-2';
  import { onMount } from 'svelte';
  import { request } from '$lib/client/api.ts';
  import { LogHistory } from '$lib/client/log-history.svelte.ts';
  import type { KeptBattery } from '$lib/server/batteries.ts';
  import { today } from '$lib/client/today.ts';
  import PageHead from '$lib/ui/PageHead.svelte';
  import { ownDay } from '$lib/ui/days.ts';

  /** Batteries as things of their own: where each stands, what it did, what it still holds. */
  let list = $state.raw<KeptBattery[]>([]);
  let boxes = $state.raw<{ id: string; name: string }[]>([]);
  let known = $state(false);
  let problem = $state('');
  let problems = $state<Record<string, string>>({});
  let seq = 0;
  const undo = new LogHistory(() => ++seq);

  async function load(): Promise<void> {
    const [b, x] = await Promise.all([
      request<{ batteries: KeptBattery[] }>('GET', '/api/batteries?resistance=1'),
      request<{ boxes: { id: string; name: string }[] }>('GET', '/api/boxes')
    ]);
    list = b.batteries;
    boxes = x.boxes;
    known = true;
  }
  onMount(() => {
    load().catch((e: Error) => (problem = e.message));
  });
  async function act(label: string, redo: () => Promise<unknown>, back: () => Promise<unknown>): Promise<void> {
    try {
      await undo.act(
        label,
        async () => {
          await redo();
          await load();
        },
        async () => {
          await back();
          await load();
        }
      );
      problem = '';
    } catch (e) {
      problem = (e as Error).message;
      await load().catch(() => {});
    }
  }
  /** What is sent: the battery without its mark and what is worked out. */
  function bare(b: KeptBattery): Battery {
    const sent: Partial<KeptBattery> = { ...b };
    delete sent.id;
    delete sent.life;
    return sent as Battery;
  }
  const change = (b: KeptBattery, label: string, over: Partial<Battery>): Promise<void> =>
    act(
      `${b.name}: ${label}`,
      () => request('PATCH', `/api/batteries/${b.id}`, { ...bare(b), ...over }),
      () => request('PATCH', `/api/batteries/${b.id}`, bare(b))
    );
  function figure(b: KeptBattery, field: 'capacityAh' | 'priceAmount', text: string): void {
    const [kind, options]: [QuantityKind, ParseOptions] =
      field === 'capacityAh' ? ['capacity', { min: 0.1, max: 4000 }] : ['money', { min: 0, max: 100_000 }];
    const key = `${b.id} ${field}`;
    if (text.trim() === '' && field === 'priceAmount') return void change(b, 'price', { priceAmount: null });
    const parsed = parseQuantity(text, kind, options);
    problems = { ...problems, [key]: parsed.ok ? '' : parsed.message };
    if (parsed.ok) void change(b, field === 'capacityAh' ? 'amp-hours' : 'price', { [field]: parsed.value });
  }
  async function add(): Promise<void> {
    const blank: Battery = {
      name: 'New battery',
      partId: null,
      chemistry: 'unknown',
      capacityAh: 10,
      boughtDay: null,
      priceAmount: null,
      notes: '',
      resistance: null,
      retired: false,
      boxId: null,
      sinceDay: null,
      stays: []
    };
    let made: { id: string } | undefined;
    await act(
      'New battery',
      async () =>
        (made = made
          ? await request('PUT', `/api/batteries/${made.id}`, blank)
          : await request<{ id: string }>('POST', '/api/batteries', blank)),
      () => request('DELETE', `/api/batteries/${made!.id}`)
    );
  }
  const remove = (b: KeptBattery): Promise<void> =>
    act(
      `${b.name} taken out`,
      () => request('DELETE', `/api/batteries/${b.id}`),
      () => request('PUT', `/api/batteries/${b.id}`, bare(b))
    );
  const boxName = (id: string): string => boxes.find((x) => x.id === id)?.name ?? 'a box that is gone';
  const sort = (c: string): string => (c in CHEMISTRY ? CHEMISTRY[c as keyof typeof CHEMISTRY].name : 'not known');
</script>

<div class="min-h-screen bg-paper">
  <PageHead title="Batteries">
    {#if undo.lastLabel}<span class="lab" role="status">{undo.lastLabel}</span>
      <button type="button" class="btn !h-9" disabled={!undo.canUndo} onclick={() => undo.undo()}>Undo that</button
      >{/if}
    <button type="button" class="btn main !h-11" onclick={add}><Plus size={16} />Battery</button>
  </PageHead>
  <main class="mx-auto grid max-w-[1080px] gap-3 p-6 max-sm:p-3">
    {#if problem || undo.problem}<p role="alert" class="text-stop">{problem || undo.problem}</p>{/if}
    {#if known && list.length === 0}
      <EmptyState title="No battery yet">
        A battery kept here is a thing of its own: put into another box it takes its outings, its tests and its age
        along. The Logbook of a box offers to keep its own.</EmptyState
      >
    {/if}
    {#each list as b (b.id)}
      <section class="card grid gap-3" class:border-dashed={b.retired} aria-label={b.name}>
        <div class="flex flex-wrap items-center gap-2">
          <input
            class="in !h-11 min-w-48 flex-1 text-[1rem] font-semibold"
            aria-label="Name"
            maxlength="80"
            value={b.name}
            onchange={(e) => {
              const name = e.currentTarget.value.trim();
              if (name === '') e.currentTarget.value = b.name;
              else void change(b, 'name', { name });
            }}
          />
          {#if b.retired}<span class="lab">retired</span>{/if}
          <button
            type="button"
            class="btn !h-11"
            onclick={() => change(b, b.retired ? 'in use again' : 'retired', { retired: !b.retired })}
            >{b.retired ? 'Use it again' : 'Retire'}</button
          >
          <button type="button" class="icon !h-11 !w-11" aria-label="Take {b.name} out" onclick={() => remove(b)}
            ><Trash size={17} /></button
          >
        </div>
        <div class="grid grid-cols-2 gap-3 md:grid-cols-5">
          <label class="grid min-w-0 gap-1"
            ><span class="lab">Stands in</span><select
              class="in !h-11 min-w-0"
              value={b.boxId ?? ''}
              onchange={(e) => change(b, 'moved', { boxId: e.currentTarget.value || null })}
              ><option value="">the shelf</option>{#each boxes as x (x.id)}<option value={x.id}>{x.name}</option
                >{/each}</select
            ></label
          >
          <label class="grid min-w-0 gap-1"
            ><span class="lab">Sort</span><select
              class="in !h-11 w-full min-w-0"
              value={b.chemistry}
              onchange={(e) => change(b, 'sort', { chemistry: e.currentTarget.value as Battery['chemistry'] })}
              >{#each CHEMISTRIES as c (c)}<option value={c}
                  >{c === 'lithium' ? 'lithium, which is not known' : sort(c)}</option
                >{/each}</select
            ></label
          >
          <div class="grid min-w-0 gap-1">
            <label class="grid min-w-0 gap-1"
              ><span class="lab">Amp-hours, by its label</span><input
                class="in n !h-11 w-full min-w-0"
                class:bad={problems[`${b.id} capacityAh`]}
                value="{trimNumber(b.capacityAh)} Ah"
                onchange={(e) => figure(b, 'capacityAh', e.currentTarget.value)}
              /></label
            >{#if problems[`${b.id} capacityAh`]}<span role="alert" class="text-[0.75rem] text-stop"
                >{problems[`${b.id} capacityAh`]}</span
              >{/if}
          </div>
          <label class="grid min-w-0 gap-1"
            ><span class="lab">Bought on</span><input
              class="in !h-11 w-full min-w-0"
              type="date"
              max={today()}
              value={b.boughtDay ?? ''}
              onchange={(e) => change(b, 'day it was bought', { boughtDay: e.currentTarget.value || null })}
            /></label
          >
          <div class="grid min-w-0 gap-1">
            <label class="grid min-w-0 gap-1"
              ><span class="lab">Price</span><input
                class="in n !h-11 w-full min-w-0"
                class:bad={problems[`${b.id} priceAmount`]}
                placeholder="not known"
                value={b.priceAmount === null ? '' : trimNumber(b.priceAmount)}
                onchange={(e) => figure(b, 'priceAmount', e.currentTarget.value)}
              /></label
            >{#if problems[`${b.id} priceAmount`]}<span role="alert" class="text-[0.75rem] text-stop"
                >{problems[`${b.id} priceAmount`]}</span
              >{/if}
          </div>
        </div>
        <dl class="grid grid-cols-2 gap-2 md:grid-cols-6">
          <div>
            <dt class="lab">Age</dt>
            <dd class="n">{b.life.ageYears === undefined ? 'not known' : `${fixed(b.life.ageYears, 1)} years`}</dd>
          </div>
          <div>
            <dt class="lab">Outings</dt>
            <dd class="n">{b.life.outingCount}</dd>
          </div>
          <div>
            <dt class="lab">Full cycles</dt>
            <dd class="n">{fixed(b.life.cycles, 1)}</dd>
          </div>
          <div>
            <dt class="lab">Measured</dt>
            <dd class="n">
              {b.life.measuredAh === undefined
                ? 'never'
                : `${fixed(b.life.measuredAh, 1)} Ah, ${fixed((b.life.measuredAh / b.capacityAh) * 100, 0)} %`}
            </dd>
            {#if b.life.measuredDay}<dd class="lab">{ownDay(b.life.measuredDay)}</dd>{/if}
          </div>
          <div>
            <dt class="lab">Resistance, of the usual</dt>
            <dd class="n">
              {b.resistance === null ? 'not known' : rangeText({ unit: '×' }, b.resistance.factor, b.resistance.spread)}
            </dd>
          </div>
          <div>
            <dt class="lab">Price of an outing</dt>
            <dd class="n">{b.life.pricePerOuting === undefined ? '–' : fixed(b.life.pricePerOuting, 2)}</dd>
          </div>
        </dl>
        {#if b.stays.length > 0}<p class="lab">
            Stood before in {b.stays
              .map((s) => `${s.boxName}, ${ownDay(s.fromDay)} to ${ownDay(s.toDay)}`)
              .join('; ')}{b.boxId && b.sinceDay ? `; in ${boxName(b.boxId)} since ${ownDay(b.sinceDay ?? '')}` : ''}
          </p>{/if}
        <label class="grid min-w-0 gap-1"
          ><span class="lab">Notes</span><input
            class="in !h-11"
            maxlength="5000"
            value={b.notes}
            onchange={(e) => change(b, 'notes', { notes: e.currentTarget.value })}
          /></label
        >
      </section>
    {/each}
  </main>
</div>
