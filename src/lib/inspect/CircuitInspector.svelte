<script lang="ts">
  import type { Attr } from '@haversack/core/box/attr';
  import type { CircuitPlan } from '@haversack/core/wiring/types';
  import { fuseOf } from '@haversack/core/wiring/main-path';
  import { ampsText, fixed, runText } from '@haversack/core/quantity/format';
  import { wireSizeText } from '@haversack/core/quantity/wire-size';
  import { useBox } from '$lib/client/open-box.svelte.ts';
  import AttrField from '$lib/ui/AttrField.svelte';
  import Figure from '$lib/ui/Figure.svelte';
  import Mark from '$lib/ui/Mark.svelte';
  import QuantityField from '$lib/ui/QuantityField.svelte';
  import FuseWindow from '$lib/draw/FuseWindow.svelte';
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
        {#each ratings as r (r)}<option value={String(r)}>{r} A</option>{/each}
      </select>
    {/snippet}
  </AttrField>
  <div class="row">
    <span>Load, hungriest</span><span class="val"
      ><Figure value={ampsText(plan.loadA)} unit="A" working={plan.fuseWorking} /></span
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
  <AttrField
    label="Length, one way"
    attr={c.lengthMm}
    automatic="{run.value} {run.unit}"
    start={plan.lengthMm}
    allow={['auto', 'set', 'unknown']}
    onattr={(a) => set('length', 'lengthMm', a)}
  >
    {#snippet field()}<QuantityField
        label="Length"
        hideLabel
        kind="length"
        width={72}
        {unit}
        text={unit === 'mm' ? fixed(plan.lengthMm, 0) : run.value}
        options={{ lengthUnit: unit, max: 20000 }}
        onvalue={(v) => set(`length ${fixed(v, 0)} mm`, 'lengthMm', { is: 'set', value: v })}
      />{/snippet}
  </AttrField>
  <div class="row">
    <span>Carries, of {plan.ampacityA === undefined ? '?' : fixed(plan.ampacityA, 0)} A it takes</span><span
      class="flex items-center gap-2"
      ><span class="val"><span class="n">{ampsText(plan.loadA)}</span><span class="u min-w-5">A</span></span
      >{#if plan.ampacityA !== undefined}<Mark state={plan.loadA <= plan.ampacityA ? 'holds' : 'stop'} />{/if}</span
    >
  </div>
</section>
<section class="sec">
  <h3>Switch and return</h3>
  <label class="row"
    ><span>Fed</span><select
      class="in"
      value={c.live}
      onchange={(e) =>
        set(e.currentTarget.value === 'always' ? 'always live' : 'behind the master', 'live', e.currentTarget.value)}
      ><option value="master">behind the master</option><option value="always">always live</option></select
    ></label
  >
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
  <label class="row"
    ><span>Return lands on</span><select
      class="in"
      value={c.returnTo}
      onchange={(e) => set('return', 'returnTo', e.currentTarget.value)}
      ><option value="bus">the bus, load side</option><option value="battery">the battery post</option></select
    ></label
  >
</section>
<section class="sec">
  <h3>Drop</h3>
  <div class="row">
    <span>Wire, fuse, switch, crimps</span><span class="flex items-center gap-2"
      ><Figure value={fixed(plan.dropV, 2)} unit="V" working={plan.dropWorking} /><Mark
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
  <button
    type="button"
    class="btn danger"
    onclick={() => {
      open.selected = null;
      open.commit(`Removed ${plan.tag}`, [{ op: 'remove', path }]);
    }}>Remove circuit</button
  >
</div>
