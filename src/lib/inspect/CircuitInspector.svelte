<script lang="ts">
  import type { At } from '@haversack/core/box/edit';
  import { choiceOf, fromChoice } from '@haversack/core/box/attr';
  import type { Attr } from '@haversack/core/box/attr';
  import type { CircuitPlan } from '@haversack/core/wiring/types';
  import { fuseOf } from '@haversack/core/wiring/main-path';
  import { fittedFuseA } from '@haversack/core/wiring/fitted-fuse';
  import { ampsText, fixed, lengthText, runText } from '@haversack/core/quantity/format';
  import { wireSizeText } from '@haversack/core/quantity/wire-size';
  import { spanOf, spanText } from '@haversack/core/unknown/span';
  import { useBox } from '$lib/client/use-box.ts';
  import AttrField from '$lib/ui/AttrField.svelte';
  import Figure from '$lib/ui/Figure.svelte';
  import Mark from '$lib/ui/Mark.svelte';
  import FuseWindow from '$lib/draw/FuseWindow.svelte';
  import AttrQuantity from '$lib/ui/AttrQuantity.svelte';
  import SelectRow from '$lib/ui/SelectRow.svelte';
  import { isSwitch } from '@haversack/core/box/feeds';
  import { shareSwitch, usersOf } from '@haversack/core/box/feed-edits';
  import { FUSE_FAMILIES } from '@haversack/core/catalogue/part';
  import { FAMILY_WORDS } from './feed-words.ts';
  import LaidFields from './LaidFields.svelte';
  import OriginRow from './OriginRow.svelte';
  import SwitchPlaceRow from './SwitchPlaceRow.svelte';
  import PoleRow from './PoleRow.svelte';
  import SmallestChange from './SmallestChange.svelte';
  import { WIRE_COUNTS } from './wire-counts.ts';
  import WireField from './WireField.svelte';

  let { plan }: { plan: CircuitPlan } = $props();
  const open = useBox();
  const c = $derived(plan.circuit);
  const path = $derived(`circuits/${c.id}` as const);
  const ratings = $derived(fuseOf(open.doc, open.catalogue, plan.fuseFamily)?.ratingsA ?? []);
  const fittedA = $derived(fittedFuseA(plan));
  const unit = $derived(open.doc.preferences.lengthUnit);
  const same = (p: { wiring: { circuits: readonly CircuitPlan[] } }) =>
    p.wiring.circuits.find((k) => k.circuit.id === c.id);
  const lost = $derived(spanOf(open.plan, (p) => same(p)?.dropV) ?? { low: plan.dropV, high: plan.dropV });
  const arrives = $derived(spanOf(open.plan, (p) => same(p)?.plugV) ?? { low: plan.plugV, high: plan.plugV });
  const run = $derived(runText(plan.lengthMm, unit));
  const switches = $derived(
    (open.plan.panel?.ports ?? []).filter((p) => isSwitch(p.part) && p.port.id !== open.plan.wiring.main.masterPortId)
  );
  const set = <const K extends string>(what: string, key: K, value: At<`circuits/${string}/${K}`>) =>
    open.set(`${plan.tag} ${what}`, `${path}/${key}`, value);
  const RETURN = [
    ['bus', 'the bus, load side'],
    ['battery', 'the battery post']
  ] as const;
  const SHARE = 'share:';
  const TIE = 'tie:';
  /** A switch another circuit uses is shared by one fused feed; fused ways tied to it are entered as found only. */
  const levers = $derived(
    switches.flatMap((p): [string, string][] => {
      const { id } = p.port;
      const name = `${p.tag} ${p.port.name}`;
      const own = c.switchPortId.is === 'set' && c.switchPortId.value === id;
      const used =
        usersOf(open.doc, id).some((u) => u.id !== c.id) ||
        open.doc.feeds.some((f) => f.switches.is === 'set' && f.switches.value.includes(id));
      if (!used) return [[id, name]];
      return [
        [`${SHARE}${id}`, `${name}, one feed for all`],
        [own ? id : `${TIE}${id}`, `${name}, tied as found`]
      ];
    })
  );
  function chooseSwitch(v: string): void {
    if (v.startsWith(SHARE))
      return open.commit(`${plan.tag} behind a shared switch`, shareSwitch(open.doc, c.id, v.slice(SHARE.length)));
    const id = v.startsWith(TIE) ? v.slice(TIE.length) : v;
    set('switch', 'switchPortId', id === 'none' || id === 'unknown' ? { is: id } : { is: 'set', value: id });
  }
  const word = (a: Attr<unknown>, v: string) => (a.is === 'set' ? v : a.is === 'auto' ? 'automatic' : a.is);
</script>

<section class="sec">
  <h3>Fuse {plan.fuseTag}</h3>
  <FuseWindow {plan} />
  <AttrField
    label="Fitted"
    attr={c.fuse}
    automatic={fittedA === undefined ? 'none fits' : `${fittedA} A`}
    start={fittedA ?? 5}
    onattr={(a) => set(`fuse ${word(a, a.is === 'set' ? `${a.value} A` : '')}`, 'fuse', a)}
  >
    {#snippet field()}
      <select
        class="in"
        aria-label="Fuse rating"
        value={String(c.fuse.is === 'set' ? c.fuse.value : '')}
        onchange={(e) =>
          set(`fuse ${fittedA ?? ''} to ${e.currentTarget.value} A`, 'fuse', {
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
  {#if plan.assumedLoad}<p class="lab">No device is named for this port: a load was assumed.</p>
    <AttrQuantity
      label="Expected there"
      attr={c.expectedA}
      automatic="{ampsText(plan.loadA)} A"
      start={2}
      allow={['auto', 'set']}
      kind="current"
      unit="A"
      text={(v) => ampsText(v)}
      options={{ min: 0.01, max: 200 }}
      onattr={(a) => set('expected load', 'expectedA', a)}
    />{/if}
  <SelectRow
    word="Kind of fuse"
    value={choiceOf(c.fuseFamily)}
    choices={[
      ['auto', `automatic: ${FAMILY_WORDS[plan.fuseFamily]}`],
      ...FUSE_FAMILIES.map((f) => [f, FAMILY_WORDS[f]] as const),
      ['unknown', 'unknown']
    ]}
    onchoose={(v, t) => set(`fuse is ${t}`, 'fuseFamily', fromChoice(v))}
  />
  {#if c.fuse.is !== 'none'}<PoleRow
      word="Fuse sits in"
      attr={c.fuseLead}
      onattr={(a, t) => set(`fuse in ${t}`, 'fuseLead', a)}
    />{/if}
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
  <LaidFields at={c} {path} name={plan.tag} />
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
  <OriginRow from={c.from} forId={c.id} onchoose={(v, t) => set(`taken from ${t}`, 'from', v)} />
  {#if plan.sharesFuse && plan.guard}<p class="lab">
      {plan.guard.tag}{plan.guard.ratingA === undefined ? '' : ` ${plan.guard.ratingA} A`} stands for it{plan.carriesA >
      plan.loadA
        ? `; with what hangs behind it ${ampsText(plan.carriesA)} A`
        : ''}.
    </p>{/if}
  {#if plan.fuseOrigin !== 'none' || c.fuseFromStartMm.is !== 'auto'}<AttrQuantity
      label={plan.live === 'direct' ? 'Fuse from the post' : 'Fuse from its start'}
      attr={c.fuseFromStartMm}
      automatic={plan.fuseDistanceMm === undefined
        ? 'at its start'
        : `${lengthText(plan.fuseDistanceMm, unit, 0)} ${unit}`}
      start={100}
      allow={['auto', 'set', 'unknown']}
      kind="length"
      {unit}
      text={(v) => lengthText(v, unit, 0)}
      options={{ lengthUnit: unit, max: 20000 }}
      onattr={(a) => set('fuse distance', 'fuseFromStartMm', a)}
    />{/if}
  <SelectRow
    word="Own switch"
    value={c.switchPortId.is === 'set'
      ? c.switchPortId.value
      : c.switchPortId.is === 'auto'
        ? 'none'
        : c.switchPortId.is}
    choices={[['none', 'none'], ['unknown', 'unknown'], ...levers]}
    onchoose={chooseSwitch}
  />
  {#if plan.switches.length > 0}<PoleRow
      word="Switch breaks"
      attr={c.switchLead}
      onattr={(a, t) => set(`switch in ${t}`, 'switchLead', a)}
    />{/if}
  {#if (plan.switches.length > 0 && c.fuse.is !== 'none') || c.switchPlace.is !== 'auto'}<SwitchPlaceRow
      word="Switch sits"
      attr={c.switchPlace}
      onattr={(a, t) => set(`switch ${t}`, 'switchPlace', a)}
    />{/if}
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
      ><Figure value={spanText(lost, (v) => fixed(v, 2))} unit="V" working={plan.dropWorking()} /><Mark
        state={plan.dropFraction <= plan.dropLimitFraction ? 'holds' : 'caution'}
      /></span
    >
  </div>
  <div class="row">
    <span>At the port, battery low</span><span class="val"
      ><span class="n">{spanText(arrives, (v) => fixed(v, 2))}</span><span class="u min-w-5">V</span></span
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
