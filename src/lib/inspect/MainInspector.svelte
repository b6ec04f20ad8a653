<script lang="ts">
  import type { PartOf } from '@haversack/core/catalogue/part';
  import { ampsText, fixed, lengthText } from '@haversack/core/quantity/format';
  import { useBox } from '$lib/client/open-box.svelte.ts';
  import AttrField from '$lib/ui/AttrField.svelte';
  import Figure from '$lib/ui/Figure.svelte';
  import PartSelect from '$lib/ui/PartSelect.svelte';
  import QuantityField from '$lib/ui/QuantityField.svelte';
  import AttrQuantity from '$lib/ui/AttrQuantity.svelte';
  import QuantityRow from '$lib/ui/QuantityRow.svelte';
  import SelectRow from '$lib/ui/SelectRow.svelte';
  import ReelsCard from './ReelsCard.svelte';
  import RelayCard from './RelayCard.svelte';
  import { WIRE_COUNTS } from './wire-counts.ts';
  import WireField from './WireField.svelte';

  const open = useBox();
  const m = $derived(open.plan.wiring.main);
  const w = $derived(open.doc.wiring);
  const unit = $derived(open.doc.preferences.lengthUnit);
  const ratings = $derived((m.fuse as PartOf<'fuse'> | undefined)?.ratingsA ?? []);
  const switches = $derived(
    (open.plan.panel?.ports ?? [])
      .filter((p) => p.part.role === 'switch')
      .map((p): [string, string] => [p.port.id, `${p.tag} ${p.port.name}`])
  );
  const SCHOOLS = [
    ['fuse-block', 'fuse block, a way for each port'],
    ['daisy-chain', 'daisy chain under one fuse']
  ] as const;
  const RETURNS = [
    ['auto', 'bus bar'],
    ['stud', 'one stud'],
    ['chain', 'from port to port'],
    ['splice', 'a splice'],
    ['unknown', 'unknown'],
    ['bus-bar', 'bus bar, as found']
  ] as const;
  const lever = (what: string, key: 'master' | 'isolator', v: string) =>
    open.set(
      what,
      `switching/${key}`,
      v === 'auto' || v === 'none' || v === 'unknown' ? { is: v } : { is: 'set', value: v }
    );
  const set = (what: string, key: string, value: unknown) => open.set(what, `wiring/${key}`, value);
</script>

<section class="sec">
  <h3>How it is distributed</h3>
  <SelectRow
    word="School"
    value={w.school}
    choices={SCHOOLS}
    onchoose={(v, t) =>
      open.commit(t, [
        { op: 'set', path: 'wiring/school', value: v },
        ...(v === 'daisy-chain' ? [{ op: 'set' as const, path: 'wiring/fuseBlockPartId', value: null }] : [])
      ])}
  />
  <SelectRow
    word="Returns come together"
    value={w.returns.is === 'set' ? w.returns.value : w.returns.is === 'unknown' ? 'unknown' : 'auto'}
    choices={RETURNS}
    onchoose={(v, t) =>
      set(`Returns: ${t}`, 'returns', v === 'auto' || v === 'unknown' ? { is: v } : { is: 'set', value: v })}
  />
  <QuantityRow
    word="Cable to a second box"
    label="Cable between battery box and distribution box"
    kind="length"
    {unit}
    width={72}
    text={w.distributionMm === 0 ? '' : lengthText(w.distributionMm, unit, 0)}
    options={{ lengthUnit: unit, min: 0, max: 20000 }}
    onempty={() => set('All in one case', 'distributionMm', 0)}
    onvalue={(v) => set('Distribution outside', 'distributionMm', v)}
  />
</section>
<section class="sec">
  <h3>Main fuse F0</h3>
  <PartSelect
    label="Holder"
    kind="fuse-holder"
    value={w.mainHolderPartId}
    path="wiring/mainHolderPartId"
    none="no fuse at the battery"
  />
  {#if m.holder}
    <AttrField
      label="Fitted"
      attr={w.mainFuse}
      automatic={m.fuseA === undefined ? 'none fits' : `${m.fuseA} A`}
      start={m.fuseA ?? 30}
      onattr={(a) => set(`Main fuse ${a.is}`, 'mainFuse', a)}
    >
      {#snippet field()}<select
          class="in"
          aria-label="Main fuse rating"
          value={String(w.mainFuse.is === 'set' ? w.mainFuse.value : '')}
          onchange={(e) =>
            set(`Main fuse ${e.currentTarget.value} A`, 'mainFuse', {
              is: 'set',
              value: Number(e.currentTarget.value)
            })}
          >{#each ratings as r, nth (nth)}<option value={String(r)}>{r} A</option>{/each}</select
        >{/snippet}
    </AttrField>
    <AttrField
      label="From the battery post"
      attr={w.mainFuseFromBatteryMm}
      automatic="{lengthText(m.holder.usualDistanceMm, unit, 0)} {unit}"
      start={m.holder.usualDistanceMm}
      allow={['auto', 'set', 'unknown']}
      onattr={(a) => set('Main fuse distance', 'mainFuseFromBatteryMm', a)}
    >
      {#snippet field()}<QuantityField
          label="Distance"
          hideLabel
          kind="length"
          {unit}
          width={72}
          text={lengthText(m.fuseDistanceMm ?? 0, unit, 0)}
          options={{ lengthUnit: unit, max: 20000 }}
          onvalue={(v) =>
            set(`Main fuse ${fixed(v, 0)} mm from the battery`, 'mainFuseFromBatteryMm', { is: 'set', value: v })}
        />{/snippet}
    </AttrField>
    <label class="row"
      ><span>Wire to it wholly in a sheath</span><input
        type="checkbox"
        checked={w.mainSheathed}
        onchange={(e) => set('Sheath on the main wire', 'mainSheathed', e.currentTarget.checked)}
      /></label
    >
  {/if}
  {#if m.fuseFamily === 'breaker' || w.breakerIsSwitch}<label class="row"
      ><span>Its lever switches the box off</span><input
        type="checkbox"
        checked={w.breakerIsSwitch}
        onchange={(e) => set('Breaker as switch', 'breakerIsSwitch', e.currentTarget.checked)}
      /></label
    >{/if}
  <div class="row">
    <span>Most at one moment</span><Figure value={ampsText(m.loadA)} unit="A" working={m.working} strong />
  </div>
  <div class="row">
    <span>A short behind it could reach</span><span class="val"
      ><span class="n">{fixed(m.prospectiveA, 0)}</span><span class="u min-w-5">A</span></span
    >
  </div>
</section>
<section class="sec">
  <h3>Main wire, fuse block, shunt</h3>
  <WireField
    label="Size"
    attr={w.mainWire}
    actual={m.wire}
    system={open.doc.preferences.wireSystem}
    onattr={(a) => set('Main wire', 'mainWire', a)}
  />
  <SelectRow
    word="Side by side"
    value={`${w.mainWireCount}`}
    choices={WIRE_COUNTS}
    onchoose={(v) => set(`${v} main wires side by side`, 'mainWireCount', Number(v))}
  />
  <div class="row">
    <span>Carries, of {m.ampacityA === undefined ? '?' : fixed(m.ampacityA, 0)} A it takes</span><span class="val"
      ><span class="n">{ampsText(m.loadA)}</span><span class="u min-w-5">A</span></span
    >
  </div>
  <div class="row">
    <span>Shared path, out and back</span><span class="val"
      ><span class="n">{fixed(m.commonMilliOhm, 1)}</span><span class="u">mohm</span></span
    >
  </div>
  <PartSelect
    label="Fuse block"
    kind="fuse-block"
    value={w.fuseBlockPartId}
    path="wiring/fuseBlockPartId"
    none="none yet"
  />
  <PartSelect label="Shunt" kind="shunt" value={w.shuntPartId} path="wiring/shuntPartId" none="none: voltmeter only" />
  {#if w.shuntPartId}<AttrQuantity
      label="Fuse in each sense lead"
      attr={w.senseFuse}
      automatic="1 A"
      start={1}
      kind="current"
      unit="A"
      text={(v) => fixed(v, v % 1 ? 1 : 0)}
      options={{ min: 0.5, max: 30 }}
      onattr={(a) => set('Sense fuse', 'senseFuse', a)}
    />{/if}
  <SelectRow
    word="Master switch"
    value={open.doc.switching.master.is === 'set' ? open.doc.switching.master.value : open.doc.switching.master.is}
    choices={[['auto', 'automatic'], ['none', 'none: always live'], ['unknown', 'unknown'], ...switches]}
    onchoose={(v) => lever('Master switch', 'master', v)}
  />
  <SelectRow
    word="Isolator or kill switch"
    value={open.doc.switching.isolator.is === 'set'
      ? open.doc.switching.isolator.value
      : open.doc.switching.isolator.is === 'unknown'
        ? 'unknown'
        : 'none'}
    choices={[['none', 'none'], ['unknown', 'unknown'], ...switches]}
    onchoose={(v) => lever('Isolator', 'isolator', v)}
  />
</section>
<section class="sec">
  <h3>All wires</h3>
  <label class="row"
    ><span>Insulation class</span><select
      class="in"
      value={w.insulationC.is === 'set' ? String(w.insulationC.value) : w.insulationC.is}
      onchange={(e) => {
        const v = e.currentTarget.value;
        set(
          'Insulation class',
          'insulationC',
          v === 'auto' || v === 'unknown' ? { is: v } : { is: 'set', value: Number(v) }
        );
      }}
      ><option value="auto">automatic, 75 °C</option><option value="unknown">unknown</option
      >{#each ['60', '75', '80', '90', '105'] as v (v)}<option value={v}>{v} °C</option>{/each}</select
    ></label
  >
  <label class="row"
    ><span>Metal</span><select
      class="in"
      value={w.conductor.is === 'set' ? w.conductor.value : w.conductor.is}
      onchange={(e) => {
        const v = e.currentTarget.value;
        set('Metal of the wires', 'conductor', v === 'auto' || v === 'unknown' ? { is: v } : { is: 'set', value: v });
      }}
      ><option value="auto">copper</option><option value="unknown">unknown</option><option value="copper-clad-aluminium"
        >copper-clad aluminium</option
      ></select
    ></label
  >
  <p class="lab">
    Plastic switches and sockets bear 75 °C at their tabs, so the 75 °C column is used unless you say otherwise.
  </p>
</section>
<RelayCard />
<ReelsCard />
