<script lang="ts">
  import type { Attr } from '@haversack/core/box/attr';
  import type { CircuitPlan } from '@haversack/core/wiring/types';
  import { fuseOf } from '@haversack/core/wiring/main-path';
  import { ampsText, fixed, lengthText, runText } from '@haversack/core/quantity/format';
  import { wireSizeText } from '@haversack/core/quantity/wire-size';
  import { useBox } from '$lib/client/open-box.svelte.ts';
  import AttrField from '$lib/ui/AttrField.svelte';
  import Figure from '$lib/ui/Figure.svelte';
  import Mark from '$lib/ui/Mark.svelte';
  import FuseWindow from '$lib/draw/FuseWindow.svelte';
  import AttrQuantity from '$lib/ui/AttrQuantity.svelte';
  import SelectRow from '$lib/ui/SelectRow.svelte';
  import SmallestChange from './SmallestChange.svelte';
  import { WIRE_COUNTS } from './wire-counts.ts';
  import WireField from './WireField.svelte';

  let { plan }: { plan: CircuitPlan } = $props();
  const open = useBox();
  const c = $derived(plan.circuit);
  const path = $derived(`circuits/${c.id}`);
  const ratings = $derived(fuseOf(open.doc, open.catalogue, plan.fuseFamily)?.ratingsA ?? []);
  const unit = $derived(open.doc.preferences.lengthUnit);
  const run = $derived(runText(plan.lengthMm, unit));
  const switches = $derived(
    (open.plan.panel?.ports ?? []).filter(
      (p) => p.part.role === 'switch' && p.port.id !== open.plan.wiring.main.masterPortId
    )
  );
  const set = (what: string, key: string, value: unknown) => open.set(`${plan.tag} ${what}`, `${path}/${key}`, value);
  const LIVE = [
    ['master', 'behind the master'],
    ['always', 'always live'],
    ['direct', 'straight off the battery']
  ] as const;
  const RETURN = [
    ['bus', 'the bus, load side'],
    ['battery', 'the battery post']
  ] as const;
  const taps = $derived<[string, string][]>([
    ['auto', 'automatic'],
    ['none', 'block or main path'],
    ['unknown', 'unknown'],
    ...open.plan.wiring.circuits
      .filter((o) => o.circuit.id !== c.id)
      .map((o): [string, string] => [o.circuit.id, `${o.portTag} ${o.feeds}`])
  ]);
  const word = (a: Attr<unknown>, v: string) => (a.is === 'set' ? v : a.is === 'auto' ? 'automatic' : a.is);
</script>

<section class="sec">
  <h3>Fuse {plan.fuseTag}</h3>
  <FuseWindow {plan} />
  <AttrField
    label="Fitted"
    attr={c.fuse}
    automatic={plan.fuseA === undefined ? 'none fits' : `${plan.fuseA} A`}
    start={plan.fuseA ?? 5}
    onattr={(a) => set(`fuse ${word(a, a.is === 'set' ? `${a.value} A` : '')}`, 'fuse', a)}
  >
    {#snippet field()}
      <select
        class="in"
        aria-label="Fuse rating"
        value={String(c.fuse.is === 'set' ? c.fuse.value : '')}
        onchange={(e) =>
          set(`fuse ${plan.fuseA ?? ''} to ${e.currentTarget.value} A`, 'fuse', {
            is: 'set',
            value: Number(e.currentTarget.value)
          })}
      >
        {#if c.fuse.is === 'set' && !ratings.includes(c.fuse.value)}<option value={String(c.fuse.value)}
            >{c.fuse.value} A, not listed</option
          >{/if}
        {#each ratings as r, nth (nth)}<option value={String(r)}>{r} A</option>{/each}
      </select>
    {/snippet}
  </AttrField>
  <div class="row">
    <span>Load, hungriest</span><span class="val"
      ><Figure value={ampsText(plan.loadA)} unit="A" working={plan.fuseWorking()} /></span
    >
  </div>
  {#if plan.assumedLoad}<p class="lab">No device is named for this port: a load was assumed.</p>{/if}
</section>
<section class="sec">
  <h3>Wire</h3>
  <WireField
    label="Size"
    attr={c.wire}
    actual={plan.wire}
    system={open.doc.preferences.wireSystem}
    onattr={(a) => set(`wire ${word(a, a.is === 'set' ? wireSizeText(a.value) : '')}`, 'wire', a)}
  />
  <SelectRow
    word="Side by side"
    value={`${c.wireCount}`}
    choices={WIRE_COUNTS}
    onchoose={(v) => set(`${v} side by side`, 'wireCount', Number(v))}
  />
  <AttrQuantity
    label="Length, one way"
    attr={c.lengthMm}
    automatic="{run.value} {run.unit}"
    start={plan.lengthMm}
    allow={['auto', 'set', 'unknown']}
    kind="length"
    {unit}
    text={(v) => lengthText(v, unit, 0)}
    options={{ lengthUnit: unit, max: 20000 }}
    onattr={(a) => set(a.is === 'set' ? `length ${fixed(a.value, 0)} mm` : 'length', 'lengthMm', a)}
  />
  <div class="row">
    <span>Comes to</span><Figure value={run.value} unit={run.unit} working={{ id: `length-${c.id}` }} />
  </div>
  <div class="row">
    <span>Carries, of {plan.ampacityA === undefined ? '?' : fixed(plan.ampacityA, 0)} A it takes</span><span
      class="flex items-center gap-2"
      ><span class="val"><span class="n">{ampsText(plan.carriesA)}</span><span class="u min-w-5">A</span></span
      >{#if plan.ampacityA !== undefined}<Mark state={plan.carriesA <= plan.ampacityA ? 'holds' : 'stop'} />{/if}</span
    >
  </div>
</section>
<section class="sec">
  <h3>Switch and return</h3>
  <SelectRow word="Fed" value={c.live} choices={LIVE} onchoose={(v, t) => set(t, 'live', v)} />
  <SelectRow
    word="Taken from"
    value={c.tapFrom.is === 'set' ? c.tapFrom.value : c.tapFrom.is}
    choices={taps}
    onchoose={(v, t) =>
      set(
        `taken from ${t}`,
        'tapFrom',
        v === 'auto' || v === 'none' || v === 'unknown' ? { is: v } : { is: 'set', value: v }
      )}
  />
  {#if plan.sharesFuse && plan.guard}<p class="lab">
      {plan.guard.tag}{plan.guard.ratingA === undefined ? '' : ` ${plan.guard.ratingA} A`} stands for it{plan.carriesA >
      plan.loadA
        ? `; with what hangs behind it ${ampsText(plan.carriesA)} A`
        : ''}.
    </p>{/if}
  {#if c.live === 'direct'}<AttrQuantity
      label="Fuse from the post"
      attr={c.fuseFromBatteryMm}
      automatic="{lengthText(plan.fuseDistanceMm ?? 100, unit, 0)} {unit}"
      start={100}
      allow={['auto', 'set', 'unknown']}
      kind="length"
      {unit}
      text={(v) => lengthText(v, unit, 0)}
      options={{ lengthUnit: unit, max: 20000 }}
      onattr={(a) => set('fuse distance', 'fuseFromBatteryMm', a)}
    />{/if}
  <label class="row"
    ><span>Own switch</span>
    <select
      class="in"
      value={c.switchPortId.is === 'set' ? c.switchPortId.value : c.switchPortId.is}
      onchange={(e) => {
        const v = e.currentTarget.value;
        set('switch', 'switchPortId', v === 'none' || v === 'unknown' ? { is: v } : { is: 'set', value: v });
      }}
    >
      <option value="none">none</option><option value="unknown">unknown</option>
      {#if c.switchPortId.is === 'auto'}<option value="auto">none</option>{/if}
      {#each switches as s (s.port.id)}<option value={s.port.id}>{s.tag} {s.port.name}</option>{/each}
    </select>
  </label>
  <SelectRow
    word="Return lands on"
    value={c.returnTo}
    choices={RETURN}
    onchoose={(v) => set('return', 'returnTo', v)}
  />
</section>
<SmallestChange {plan} />
<section class="sec">
  <h3>Drop</h3>
  <div class="row">
    <span>Wire, fuse, switch, crimps</span><span class="flex items-center gap-2"
      ><Figure value={fixed(plan.dropV, 2)} unit="V" working={plan.dropWorking()} /><Mark
        state={plan.dropFraction <= plan.dropLimitFraction ? 'holds' : 'caution'}
      /></span
    >
  </div>
  <div class="row">
    <span>At the port, battery low</span><span class="val"
      ><span class="n">{fixed(plan.plugV, 2)}</span><span class="u min-w-5">V</span></span
    >
  </div>
  <p class="lab">{fixed(plan.dropFraction * 100, 1)} % lost; {fixed(plan.dropLimitFraction * 100, 0)} % is allowed.</p>
</section>
<section class="sec">
  <h3>A short at the port</h3>
  <div class="row">
    <span>Drives at least, cold and low</span><span class="val"
      ><span class="n">{fixed(plan.weakFaultA, 0)}</span><span class="u min-w-5">A</span></span
    >
  </div>
</section>
<div class="p-4">
  <button type="button" class="btn danger" onclick={() => open.remove(plan.tag, [{ kind: 'circuit', id: c.id }])}
    >Remove circuit</button
  >
</div>
