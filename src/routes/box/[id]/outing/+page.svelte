<script lang="ts">
  import EmptyState from '$lib/ui/EmptyState.svelte';
  import { add } from '@haversack/core/box/edit';
  import { deviceFrom, freeName, plainDevice, resizeOuting } from '@haversack/core/box/commands';
  import { setTo } from '@haversack/core/box/attr';
  import type { PartOf } from '@haversack/core/catalogue/part';
  import { SUPPLY_WORDS } from '@haversack/core/demand/edit-draw';
  import { clockText, fixed, temperatureText } from '@haversack/core/quantity/format';
  import { lightStretches } from '@haversack/core/sun/sun';
  import { dayCount } from '@haversack/core/timeline/bars';
  import ChevronLeft from '@lucide/svelte/icons/chevron-left';
  import ChevronRight from '@lucide/svelte/icons/chevron-right';
  import Plus from '@lucide/svelte/icons/plus';
  import Wand from '@lucide/svelte/icons/wand-sparkles';
  import { resolve } from '$app/paths';
  import { useBox } from '$lib/client/use-box.ts';
  import RunCharts from '$lib/draw/RunCharts.svelte';
  import TimeLine from '$lib/draw/TimeLine.svelte';
  import { ROOM, timeAxis } from '$lib/draw/time-axis.ts';
  import { MediaQuery } from 'svelte/reactivity';
  import DeviceList from '$lib/outing/DeviceList.svelte';
  import EnergyGoes from '$lib/outing/EnergyGoes.svelte';
  import HowSure from '$lib/outing/HowSure.svelte';
  import SeasonView from '$lib/outing/SeasonView.svelte';
  import SiteFields from '$lib/outing/SiteFields.svelte';
  import TypedLine from '$lib/outing/TypedLine.svelte';
  import WhatHelps from '$lib/outing/WhatHelps.svelte';
  import WhatStops from '$lib/outing/WhatStops.svelte';
  import Dialog from '$lib/ui/Dialog.svelte';
  import QuantityField from '$lib/ui/QuantityField.svelte';
  import { STAGE_VIEWS } from '$lib/client/stage-views.ts';
  import { askedView } from '$lib/client/views.ts';
  import StageHead from '$lib/ui/StageHead.svelte';
  import ViewSwitch from '$lib/ui/ViewSwitch.svelte';

  const open = useBox();
  const outing = $derived(open.doc.outing);
  const unit = $derived(open.doc.preferences.temperatureUnit);
  let width = $state(880);
  const narrow = new MediaQuery('screen and (max-width: 699px)');
  let adding = $state(false);
  // the leading action asks for it from wherever one is
  $effect(() => {
    if (open.asked !== 'device') return;
    open.asked = null;
    adding = true;
  });
  let search = $state('');
  const shown = $derived(narrow.current ? width : Math.max(680, width));
  const days = $derived(dayCount(outing));
  let wantedDay = $state<number | null>(null);
  const day = $derived(wantedDay !== null && wantedDay <= days && days > 2 ? wantedDay : null);
  const axis = $derived(timeAxis(outing, shown, day, narrow.current ? ROOM.narrow : ROOM.wide));
  const light = $derived(
    outing.site && outing.day ? lightStretches(outing.site, outing.day, { fromH: axis.fromH, toH: axis.toH }) : []
  );
  const VIEWS = STAGE_VIEWS.outing;
  const view = $derived(askedView(VIEWS));
  const keepBack = $derived(
    open.plan.bank
      ? open.plan.bank.keepBackFraction
      : open.doc.bank.keepBack.is === 'set'
        ? open.doc.bank.keepBack.value
        : undefined
  );
  const library = $derived(
    open.catalogue.filter(
      (p): p is PartOf<'device'> => p.kind === 'device' && p.name.toLowerCase().includes(search.trim().toLowerCase())
    )
  );
  const SEALS = { 'dry-store': 'stays dry', splash: 'splashes', rain: 'rain', dunk: 'a brief dunk' } as const;
  const CARRIES = {
    pocketable: 'on the shoulder',
    'one-hand': 'one hand',
    'short-walk': 'short walk',
    'car-to-bank': 'car to bank',
    vehicle: 'wheels'
  } as const;

  const rangeText = (part: PartOf<'device'>): string =>
    [
      ...part.modes.map((m) => `${m.name} ${m.lowW}-${m.highW} W`),
      ...part.events.map((e) => `${e.name} ${e.lowJ}-${e.highJ} J`)
    ].join(', ');

  function resize(startH: number, durationH: number, what: string): void {
    open.commit(what, resizeOuting(open.doc, { startH, durationH }));
  }
  function end(clockH: number): void {
    const durationH = clockH - outing.startH <= 0 ? clockH + 24 - outing.startH : clockH - outing.startH;
    resize(outing.startH, durationH, `Pack up ${clockText(clockH)}`);
  }
  /** Row of the library that Enter takes; none until something is typed or the arrows are used. */
  let at = $state(-1);
  function step(event: KeyboardEvent): void {
    const by = event.key === 'ArrowDown' ? 1 : event.key === 'ArrowUp' ? -1 : 0;
    if (by === 0 || library.length === 0) return;
    event.preventDefault();
    at = Math.max(0, Math.min(library.length - 1, at + by));
  }
  function takeFirst(): void {
    if (at >= 0 && library[at]) addDevice(library[at]);
    else if (search.trim()) addDevice(undefined);
  }
  /** Keeps the marked row in sight. */
  function intoView(node: HTMLElement, marked: boolean) {
    if (marked) node.scrollIntoView({ block: 'nearest' });
    return { update: (now: boolean) => now && node.scrollIntoView({ block: 'nearest' }) };
  }
  function addDevice(part: PartOf<'device'> | undefined): void {
    const device = part
      ? deviceFrom(open.doc, part)
      : plainDevice(open.doc, freeName(open.doc, search.trim() || 'New device'));
    open.commit(`Added ${device.name}`, [add('devices', device)]);
    open.selected = { kind: 'device', id: device.id };
    adding = false;
    search = '';
    at = -1;
  }
</script>

<StageHead title="Outing">
  <ViewSwitch stage="outing" views={VIEWS} {view} />
  {#if view === 'outing'}
    <QuantityField
      label="Switch on"
      kind="clock"
      width={60}
      text={clockText(outing.startH)}
      onvalue={(v) => resize(v >= 24 ? 0 : v, outing.durationH, `Switch on ${clockText(v)}`)}
    />
    <QuantityField
      label="Pack up"
      kind="clock"
      width={60}
      text={clockText(outing.startH + outing.durationH)}
      onvalue={end}
    />
    <QuantityField
      label="Wanted"
      kind="duration"
      width={44}
      unit="h"
      text={fixed(outing.durationH, outing.durationH % 1 ? 2 : 0)}
      options={{ min: 0.25, max: 2000 }}
      onvalue={(v) => resize(outing.startH, v, `${fixed(v, 1)} h wanted`)}
    />
    <QuantityField
      label="Air"
      kind="temperature"
      width={44}
      unit="°{unit}"
      text={temperatureText(outing.airC, unit)}
      options={{ temperatureUnit: unit, min: -40, max: 60 }}
      onvalue={(v) => open.set(`Air ${fixed(v, 0)} °C`, 'outing/airC', v)}
    />
  {/if}
  <button type="button" class="btn" onclick={() => (adding = true)}><Plus size={16} />Add device</button>
  <a class="btn" href={resolve('/box/[id]/design', { id: open.id })}><Wand size={16} />Design it</a>
</StageHead>

{#if view === 'season'}<SeasonView />{:else}
  <div class="flex flex-wrap items-center gap-x-5 gap-y-1 px-6 pt-2">
    <label class="flex items-center gap-2"
      ><span class="lab">Weather</span><select
        class="in"
        value={outing.seal}
        onchange={(e) =>
          open.set(
            `Weather: ${SEALS[e.currentTarget.value as keyof typeof SEALS]}`,
            'outing/seal',
            e.currentTarget.value as typeof outing.seal
          )}
        >{#each Object.entries(SEALS) as [value, text] (value)}<option {value}>{text}</option>{/each}</select
      ></label
    >
    <label class="flex items-center gap-2"
      ><span class="lab">Carried</span><select
        class="in"
        value={outing.carry}
        onchange={(e) =>
          open.set(
            `Carried: ${CARRIES[e.currentTarget.value as keyof typeof CARRIES]}`,
            'outing/carry',
            e.currentTarget.value as typeof outing.carry
          )}
        >{#each Object.entries(CARRIES) as [value, text] (value)}<option {value}>{text}</option>{/each}</select
      ></label
    >
    <label class="flex items-center gap-2"
      ><span class="lab">Stands in the sun</span><input
        type="checkbox"
        checked={outing.inSun}
        onchange={(e) =>
          open.set(e.currentTarget.checked ? 'In the sun' : 'In the shade', 'outing/inSun', e.currentTarget.checked)}
      /></label
    >
    <QuantityField
      label="Budget"
      kind="money"
      width={64}
      unit={open.doc.preferences.currency}
      text={outing.budgetAmount === null ? '' : fixed(outing.budgetAmount, 0)}
      options={{ min: 0, max: 100000 }}
      onempty={() => open.set('No budget', 'outing/budgetAmount', null)}
      onvalue={(v) => open.set(`Budget ${fixed(v, 0)}`, 'outing/budgetAmount', v)}
    />
    <QuantityField
      label="Kept back in the battery"
      kind="fraction"
      width={42}
      unit="%"
      text={keepBack === undefined ? '' : fixed(keepBack * 100, 0)}
      options={{ min: 0, max: 0.95 }}
      onvalue={(v) => open.set(`Kept back in the battery: ${fixed(v * 100, 0)} %`, 'bank/keepBack', setTo(v))}
    />
    <SiteFields />
  </div>

  <div class="overflow-x-auto px-0 pt-2 pb-4" bind:clientWidth={width}>
    {#if open.doc.devices.length === 0}
      <EmptyState title="What must run, and for how long?" class="mx-6 mt-4">
        Set switch-on and pack-up above, then add each device: from the library with its usual draw, or your own with
        what its label says. Then press <b>Design it</b> and choose one of the boxes that are found; or go on by
        yourself, stage by stage.
        {#snippet action()}<button type="button" class="btn main" onclick={() => (adding = true)}
            ><Plus size={16} />Add the first device</button
          >{/snippet}</EmptyState
      >
      <div class="max-w-2xl"><TypedLine /></div>
    {:else}
      {#if days > 2}
        <div class="flex items-center gap-1 px-9">
          <button type="button" class="chip" aria-pressed={day === null} onclick={() => (wantedDay = null)}
            >All {days} days</button
          >
          <button
            type="button"
            class="icon !h-6"
            aria-label="Day before"
            disabled={day === null || day <= 1}
            onclick={() => (wantedDay = (day ?? 1) - 1)}><ChevronLeft size={16} /></button
          >
          <button type="button" class="chip" aria-pressed={day !== null} onclick={() => (wantedDay = day ?? 1)}
            >Day {day ?? 1}</button
          >
          <button
            type="button"
            class="icon !h-6"
            aria-label="Day after"
            disabled={day !== null && day >= days}
            onclick={() => (wantedDay = (day ?? 0) + 1)}><ChevronRight size={16} /></button
          >
        </div>
      {/if}
      {#if narrow.current}<DeviceList />{:else}<TimeLine {axis} width={shown} {light} />{/if}
      <TypedLine />
      {#if open.plan.outing}
        <RunCharts {axis} width={shown} narrow={narrow.current} outing={open.plan.outing} />
        <div class="panels">
          <div class="grid content-start gap-4">
            <HowSure />
            <WhatStops outing={open.plan.outing} />
          </div>
          <div class="grid content-start gap-4">
            <WhatHelps />
            <EnergyGoes outing={open.plan.outing} />
          </div>
        </div>
      {:else}
        <p class="px-9 pt-6 text-ink2">
          The curves appear when a battery is chosen: the outing wants {fixed(open.plan.demand.totalWh, 0)} Wh.
        </p>
      {/if}
    {/if}
  </div>
{/if}

<Dialog bind:open={adding} title="Add a device" onenter={takeFirst}>
  <input
    class="in mb-3 w-full"
    placeholder="Search the library, or type a name of your own"
    aria-label="Search devices"
    aria-describedby="add-hint"
    bind:value={search}
    oninput={() => (at = search.trim() ? 0 : -1)}
    onkeydown={step}
  />
  <ul class="max-h-96 overflow-auto">
    {#each library as part, i (part.id)}
      <li>
        <button
          type="button"
          class="flex w-full items-center justify-between rounded-in px-2 py-1.5 text-left hover:bg-olive1"
          class:chosen={i === at}
          use:intoView={i === at}
          onclick={() => addDevice(part)}
        >
          <span>{part.name}</span>
          <span class="lab">{rangeText(part)} · {SUPPLY_WORDS[part.supply]}</span>
        </button>
      </li>
    {:else}<li class="p-2 text-ink2">Nothing of that name in the library.</li>{/each}
  </ul>
  <p id="add-hint" class="lab mt-2">
    Arrows and Enter take a row; a name that is not there becomes a device of your own.
  </p>
  {#snippet foot()}<button type="button" class="btn main" onclick={() => addDevice(undefined)}
      >Own device{search.trim() ? ` “${search.trim()}”` : ''}</button
    >{/snippet}
</Dialog>

<style>
  .chosen {
    background: var(--brass2);
  }
  .panels {
    display: grid;
    grid-template-columns: repeat(2, minmax(0, 1fr));
    gap: 16px;
    padding: 8px 24px 8px 36px;
  }
  @media (max-width: 899px) {
    .panels {
      grid-template-columns: minmax(0, 1fr);
      padding: 8px 12px;
    }
  }
</style>
