<script lang="ts">
  import { yearsOf, yearsText } from '@haversack/core/box/age';
  import type { Ask } from '@haversack/core/design/adapt';
  import { packsText } from '@haversack/core/design/words';
  import { durationText, fixed } from '@haversack/core/quantity/format';
  import { useBox } from '$lib/client/use-box.ts';
  import { listedName, partsOfKind } from '$lib/parts/parts-of-kind.ts';
  import QuantityField from '$lib/ui/QuantityField.svelte';
  import SelectRow from '$lib/ui/SelectRow.svelte';

  /** What is asked of the box that stands. */
  let { busy, onlook }: { busy: boolean; onlook: (ask: Ask, text: string) => void } = $props();
  const open = useBox();
  /** How much longer is asked first. */
  const LONGER = 1.5;
  let kind = $state<Ask['kind']>('hours');
  let hours = $state<number | undefined>();
  let deviceId = $state('');
  let batteryId = $state('');
  let age = $state<number | undefined>();
  let count = $state(1);
  let caseId = $state('');
  const wantedH = $derived(hours ?? Math.round(open.doc.outing.durationH * LONGER));
  const batteries = $derived(partsOfKind(open, 'battery'));
  const cases = $derived(partsOfKind(open, 'case'));
  const device = $derived(open.doc.devices.find((d) => d.id === deviceId) ?? open.doc.devices[0]);
  const battery = $derived(batteries.find((p) => p.id === batteryId) ?? batteries[0]);
  const casePart = $derived(cases.find((p) => p.id === caseId) ?? cases[0]);
  /** The one that stands in the box is as old as there, another is new until somebody says otherwise. */
  const ageYears = $derived(age ?? (battery?.id === open.doc.bank.partId ? yearsOf(open.doc.bank.ageYears) : 0));
  const asked = $derived.by((): { ask: Ask; text: string } | undefined => {
    switch (kind) {
      case 'hours':
        return { ask: { kind, durationH: wantedH }, text: `${durationText(wantedH)} outing` };
      case 'again':
        return device && { ask: { kind, deviceId: device.id }, text: `One more ${device.name}` };
      case 'battery':
        return (
          battery && {
            ask: { kind, part: battery, count, ageYears },
            text: `${packsText({ battery, count })}${ageYears > 0 ? `, ${yearsText(ageYears)} years old` : ''}`
          }
        );
      case 'case':
        return casePart && { ask: { kind, part: casePart }, text: casePart.name };
    }
  });
</script>

<div class="grid max-w-md gap-1">
  <SelectRow
    word="For"
    width="w-56"
    value={kind}
    choices={[
      ['hours', 'a longer outing'],
      ['again', 'one more of a device'],
      ['battery', 'another battery'],
      ['case', 'another case']
    ]}
    onchoose={(v) => (kind = v)}
  />
  {#if kind === 'hours'}
    <div class="row">
      <span>Hours wanted</span><QuantityField
        label="Hours wanted"
        hideLabel
        kind="duration"
        unit="h"
        text={fixed(wantedH, wantedH % 1 ? 2 : 0)}
        options={{ min: 0.25, max: 2000 }}
        onvalue={(v) => (hours = v)}
      />
    </div>
  {:else if kind === 'again'}
    <SelectRow
      word="Which"
      width="w-56"
      value={device?.id ?? ''}
      choices={open.doc.devices.map((d) => [d.id, d.name] as const)}
      onchoose={(v) => (deviceId = v)}
    />
  {:else if kind === 'battery'}
    <SelectRow
      word="Which"
      width="w-56"
      value={battery?.id ?? ''}
      choices={batteries.map((p) => [p.id, listedName(p)] as const)}
      onchoose={(v) => {
        batteryId = v;
        age = undefined;
      }}
    />
    <SelectRow
      word="How many"
      value={String(count)}
      choices={[
        ['1', 'one'],
        ['2', 'two'],
        ['3', 'three'],
        ['4', 'four']
      ]}
      onchoose={(v) => (count = Number(v))}
    />
    <div class="row">
      <span>How old</span><QuantityField
        label="How old"
        hideLabel
        kind="number"
        unit="years"
        text={yearsText(ageYears)}
        options={{ min: 0, max: 30 }}
        onvalue={(v) => (age = v)}
      />
    </div>
  {:else}
    <SelectRow
      word="Which"
      width="w-56"
      value={casePart?.id ?? ''}
      choices={cases.map((p) => [p.id, listedName(p)] as const)}
      onchoose={(v) => (caseId = v)}
    />
  {/if}
  <button
    type="button"
    class="btn main mt-2 w-fit"
    disabled={busy || !asked}
    onclick={() => asked && onlook(asked.ask, asked.text)}>What must change?</button
  >
</div>
