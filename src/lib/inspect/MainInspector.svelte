<script lang="ts">
  import type { At } from '@haversack/core/box/edit';
  import { choiceOf, fromChoice } from '@haversack/core/box/attr';
  import { mainFeed } from '@haversack/core/box/feeds';
  import { INSULATION_CLASSES, insulationOf } from '@haversack/core/wiring/conductor';
  import { ampsText, fixed } from '@haversack/core/quantity/format';
  import { useBox } from '$lib/client/use-box.ts';
  import Figure from '$lib/ui/Figure.svelte';
  import PartSelect from '$lib/ui/PartSelect.svelte';
  import AttrQuantity from '$lib/ui/AttrQuantity.svelte';
  import SelectRow from '$lib/ui/SelectRow.svelte';
  import FeedFields from './FeedFields.svelte';
  import FeedsCard from './FeedsCard.svelte';
  import ReelsCard from './ReelsCard.svelte';
  import RelayCard from './RelayCard.svelte';

  const open = useBox();
  const m = $derived(open.plan.wiring.main);
  const shortA = $derived(open.plan.judge.of('F0')?.shortA);
  const w = $derived(open.doc.wiring);
  const RETURNS = [
    ['auto', 'bus bar'],
    ['stud', 'one stud'],
    ['chain', 'from port to port'],
    ['splice', 'a splice'],
    ['unknown', 'unknown'],
    ['bus-bar', 'bus bar, as found']
  ] as const;
  const set = <const K extends string>(what: string, key: K, value: At<`wiring/${K}`>) =>
    open.set(what, `wiring/${key}`, value);
</script>

<section class="sec">
  <h3>What it carries</h3>
  <div class="row">
    <span>Everything on at once</span><Figure value={ampsText(m.loadA)} unit="A" working={m.working} strong />
  </div>
  <div class="row">
    <span>Most by the time table</span><span class="val"
      ><span class="n">{ampsText(m.timetableA)}</span><span class="u min-w-5">A</span></span
    >
  </div>
  <div class="row">
    <span>Carries, of {m.ampacityA === undefined ? '?' : fixed(m.ampacityA, 0)} A its wire takes</span><span class="val"
      ><span class="n">{ampsText(m.loadA)}</span><span class="u min-w-5">A</span></span
    >
  </div>
  {#if shortA !== undefined}
    <div class="row">
      <span>A short behind its fuse could reach</span><span class="val"
        ><span class="n">{fixed(shortA, 0)}</span><span class="u min-w-5">A</span></span
      >
    </div>
  {/if}
  <div class="row">
    <span>Shared path, out and back</span><span class="val"
      ><span class="n">{fixed(m.commonMilliOhm, 1)}</span><span class="u">mohm</span></span
    >
  </div>
</section>
<FeedFields feed={mainFeed(open.doc)} />
<FeedsCard />
<section class="sec">
  <h3>Returns and shunt</h3>
  <SelectRow
    word="Returns come together"
    value={w.returns.is === 'set' ? w.returns.value : w.returns.is === 'unknown' ? 'unknown' : 'auto'}
    choices={RETURNS}
    onchoose={(v, t) => set(`Returns: ${t}`, 'returns', fromChoice(v))}
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
</section>
<section class="sec">
  <h3>All wires</h3>
  <SelectRow
    word="Insulation class"
    value={choiceOf(w.insulationC)}
    choices={[
      ['auto', 'automatic, 75 °C'],
      ['unknown', 'unknown'],
      ...INSULATION_CLASSES.map((c) => [String(c), `${c} °C`] as [string, string])
    ]}
    onchoose={(v) => set('Insulation class', 'insulationC', fromChoice(v, insulationOf))}
  />
  <SelectRow
    word="Metal"
    value={choiceOf(w.conductor)}
    choices={[
      ['auto', 'copper'],
      ['unknown', 'unknown'],
      ['copper-clad-aluminium', 'copper-clad aluminium'],
      ['copper', 'copper, as found']
    ]}
    onchoose={(v) => set('Metal of the wires', 'conductor', fromChoice(v))}
  />
  <AttrQuantity
    label="Wires that touch on the way"
    attr={w.bundledCount}
    automatic="by the stretch they share"
    start={open.plan.wiring.bundledCount}
    allow={['auto', 'set', 'unknown']}
    kind="number"
    unit=""
    text={(v) => String(v)}
    options={{ min: 1, max: 60, whole: true, units: { wires: 1, wire: 1 } }}
    onattr={(a) => set('Wires that touch', 'bundledCount', a)}
  />
  <p class="lab">
    Plastic switches and sockets bear 75 °C at their tabs, so the 75 °C column is used unless you say otherwise.
  </p>
</section>
<RelayCard />
<ReelsCard />
