<script lang="ts">
  import { set as setAt, type At } from '@haversack/core/box/edit';
  import { choiceOf, fromChoice } from '@haversack/core/box/attr';
  import { FEED_ENDS, WAYS_IN } from '@haversack/core/box/feed-names';
  import type { Feed } from '@haversack/core/box/schema';
  import { isSwitch, mainFeed, switchesOf } from '@haversack/core/box/feeds';
  import { panelPartOf } from '@haversack/core/box/lookup';
  import { FUSE_FAMILIES } from '@haversack/core/catalogue/part';
  import { ampsText, fixed, lengthText } from '@haversack/core/quantity/format';
  import { fuseOf } from '@haversack/core/wiring/main-path';
  import { fittedFuseA } from '@haversack/core/wiring/fitted-fuse';
  import { hasOwnReturn } from '@haversack/core/wiring/poles';
  import { useBox } from '$lib/client/use-box.ts';
  import AttrField from '$lib/ui/AttrField.svelte';
  import AttrQuantity from '$lib/ui/AttrQuantity.svelte';
  import PartSelect from '$lib/ui/PartSelect.svelte';
  import QuantityRow from '$lib/ui/QuantityRow.svelte';
  import SelectRow from '$lib/ui/SelectRow.svelte';
  import ConverterFields from './ConverterFields.svelte';
  import LaidFields from './LaidFields.svelte';
  import OriginRow from './OriginRow.svelte';
  import SwitchPlaceRow from './SwitchPlaceRow.svelte';
  import PoleRow from './PoleRow.svelte';
  import { WIRE_COUNTS } from './wire-counts.ts';
  import WireField from './WireField.svelte';
  import { END_WORDS, FAMILY_WORDS, WAY_WORDS } from './feed-words.ts';

  /** One feed: where it starts, what protects and switches it, its wire, how it ends. The main feed has the same fields. */
  let { feed }: { feed: Feed } = $props();
  const open = useBox();
  const isMain = $derived(feed.id === mainFeed(open.doc).id);
  const unit = $derived(open.doc.preferences.lengthUnit);
  const path = $derived(`feeds/${feed.id}` as const);
  const plan = $derived(open.plan.wiring.feeds.find((f) => f.circuit.id === feed.id));
  const m = $derived(open.plan.wiring.main);
  const now = $derived(
    isMain
      ? {
          tag: 'F0',
          fuseA: fittedFuseA(m),
          family: m.fuseFamily,
          wire: m.wire,
          lengthMm: m.lengthMm,
          distanceMm: m.fuseDistanceMm
        }
      : {
          tag: plan?.fuseTag ?? '',
          fuseA: plan && fittedFuseA(plan),
          family: plan?.fuseFamily,
          wire: plan?.wire,
          lengthMm: plan?.lengthMm ?? 0,
          distanceMm: plan?.fuseDistanceMm
        }
  );
  const ratings = $derived((now.family && fuseOf(open.doc, open.catalogue, now.family)?.ratingsA) ?? []);
  const tags = $derived(new Map((open.plan.panel?.ports ?? []).map((p) => [p.port.id, p.tag])));
  const switches = $derived(
    open.doc.ports
      .filter((p) => isSwitch(panelPartOf(open.doc, p)))
      .map((p): [string, string] => [p.id, `${tags.get(p.id) ?? ''} ${p.name}`])
  );
  const through = $derived(
    open.doc.ports
      .filter((p) => ['inlet', 'outlet', 'gland'].includes(panelPartOf(open.doc, p)?.role ?? ''))
      .map((p): [string, string] => [p.id, `${tags.get(p.id) ?? ''} ${p.name}`])
  );
  const chosen = $derived(feed.switches.is === 'set' ? feed.switches.value : []);
  const name = $derived(isMain ? 'Main feed' : feed.name || 'Feed');
  const set = <const K extends string>(what: string, key: K, value: At<`feeds/${string}/${K}`>) =>
    open.set(`${name}: ${what}`, `${path}/${key}`, value);
  const setSwitch = (i: number, v: string) => {
    if (v === 'auto' || v === 'none' || v === 'unknown') return set(`switch ${v}`, 'switches', fromChoice(v));
    const next = v === '' ? chosen.slice(0, i) : [...chosen.slice(0, i), v];
    set('switch', 'switches', next.length ? { is: 'set', value: next } : { is: 'none' });
  };
  const mm = (v: number) => lengthText(v, unit, 0);
</script>

<section class="sec" aria-label={isMain ? 'Start of the main feed' : 'Start of the feed'}>
  <h3>{isMain ? 'Main fuse F0' : `Fuse ${now.tag}`}</h3>
  {#if !isMain}<OriginRow from={feed.from} forId={feed.id} onchoose={(v, t) => set(`from ${t}`, 'from', v)} />{/if}
  <PartSelect
    label="Holder"
    kind="fuse-holder"
    value={feed.holderPartId}
    path="{path}/holderPartId"
    none={isMain ? 'no fuse at the battery' : 'in line, as usual'}
  />
  {#if isMain ? m.holder || feed.fuse.is !== 'auto' || feed.fuseFamily.is === 'set' : true}
    <AttrField
      label="Fitted"
      attr={feed.fuse}
      automatic={now.fuseA === undefined ? 'none fits' : `${now.fuseA} A`}
      start={now.fuseA ?? 15}
      onattr={(a) => set(`fuse ${a.is}`, 'fuse', a)}
    >
      {#snippet field()}<select
          class="in"
          aria-label={isMain ? 'Main fuse rating' : 'Fuse rating'}
          value={String(feed.fuse.is === 'set' ? feed.fuse.value : '')}
          onchange={(e) =>
            set(`fuse ${e.currentTarget.value} A`, 'fuse', { is: 'set', value: Number(e.currentTarget.value) })}
          >{#if feed.fuse.is === 'set' && !ratings.includes(feed.fuse.value)}<option value={String(feed.fuse.value)}
              >{feed.fuse.value} A, not listed</option
            >{/if}{#each ratings as r, nth (nth)}<option value={String(r)}>{r} A</option>{/each}</select
        >{/snippet}
    </AttrField>
    <SelectRow
      word="Kind"
      value={choiceOf(feed.fuseFamily)}
      choices={[
        ['auto', now.family ? `as its holder: ${FAMILY_WORDS[now.family]}` : 'automatic'],
        ...FUSE_FAMILIES.map((f) => [f, FAMILY_WORDS[f]] as const),
        ['unknown', 'unknown']
      ]}
      onchoose={(v, t) => set(`fuse is ${t}`, 'fuseFamily', fromChoice(v))}
    />
    {#if feed.fuse.is !== 'none'}<PoleRow
        word="Fuse sits in"
        attr={feed.fuseLead}
        onattr={(a, t) => set(`fuse in ${t}`, 'fuseLead', a)}
      />{/if}
    <AttrQuantity
      label={isMain ? 'From the battery post' : 'From its start to its fuse'}
      attr={feed.fuseFromStartMm}
      automatic={now.distanceMm === undefined ? 'at its start' : `${mm(now.distanceMm)} ${unit}`}
      start={now.distanceMm ?? 100}
      allow={['auto', 'set', 'unknown']}
      kind="length"
      {unit}
      text={mm}
      options={{ lengthUnit: unit, max: 20000 }}
      onattr={(a) => set('fuse distance', 'fuseFromStartMm', a)}
    />
    <label class="row"
      ><span>Wire to it wholly in a sheath</span><input
        type="checkbox"
        checked={feed.sheathed}
        onchange={(e) => set('sheath', 'sheathed', e.currentTarget.checked)}
      /></label
    >
  {/if}
  {#if now.family === 'breaker' || feed.leverSwitches}<label class="row"
      ><span>{isMain ? 'Its lever switches the box off' : 'Its lever is used as a switch'}</span><input
        type="checkbox"
        checked={feed.leverSwitches}
        onchange={(e) => set('lever as switch', 'leverSwitches', e.currentTarget.checked)}
      /></label
    >{/if}
</section>
<section class="sec">
  <h3>Switches, in the order of the current</h3>
  <SelectRow
    word={isMain ? 'Master switch' : 'Switch'}
    value={chosen[0] ?? feed.switches.is}
    choices={[
      ...(isMain ? [['auto', 'automatic'] as [string, string]] : []),
      ['none', isMain ? 'none: always live' : 'none'],
      ['unknown', 'unknown'],
      ...(!isMain && feed.switches.is === 'auto' ? [['auto', 'none'] as [string, string]] : []),
      ...switches
    ]}
    onchoose={(v) => setSwitch(0, v)}
  />
  {#each chosen.slice(0, 3) as id, i (id)}
    {#if i + 1 < 4}<SelectRow
        word="And then"
        label="Switch {i + 2}"
        value={chosen[i + 1] ?? ''}
        choices={[['', 'nothing more'], ...switches.filter(([s]) => !chosen.slice(0, i + 1).includes(s))]}
        onchoose={(v) => setSwitch(i + 1, v)}
      />{/if}
  {/each}
  {#if switchesOf(open.doc, feed).length > 0}<PoleRow
      word={chosen.length > 1 ? 'They break' : 'Switch breaks'}
      attr={feed.switchLead}
      onattr={(a, t) => set(`switch in ${t}`, 'switchLead', a)}
    />{/if}
  {#if feed.fuse.is !== 'none' && (switchesOf(open.doc, feed).length > 0 || feed.switchPlace.is !== 'auto')}<SwitchPlaceRow
      word={chosen.length > 1 ? 'They sit' : 'Switch sits'}
      attr={feed.switchPlace}
      onattr={(a, t) => set(`switch ${t}`, 'switchPlace', a)}
    />{/if}
</section>
<section class="sec">
  <h3>Wire and way in</h3>
  <WireField
    label="Size"
    attr={feed.wire}
    actual={now.wire}
    system={open.doc.preferences.wireSystem}
    onattr={(a) => set('wire', 'wire', a)}
  />
  <SelectRow
    word="Side by side"
    value={`${feed.wireCount}`}
    choices={WIRE_COUNTS}
    onchoose={(v) => set(`${v} wires side by side`, 'wireCount', Number(v))}
  />
  <AttrQuantity
    label="Length, one way"
    attr={feed.lengthMm}
    automatic="{mm(now.lengthMm)} {unit}"
    start={Math.round(now.lengthMm) || 400}
    allow={['auto', 'set', 'unknown']}
    kind="length"
    {unit}
    text={mm}
    options={{ lengthUnit: unit, max: 20000 }}
    onattr={(a) => set('length', 'lengthMm', a)}
  />
  <LaidFields at={feed} hasReturn={isMain || hasOwnReturn(feed)} {path} name={`${name}:`} />
  <SelectRow
    word="Comes in by"
    value={choiceOf(feed.wayIn)}
    choices={[
      ['auto', 'automatic'],
      ...WAYS_IN.map((w) => [w, WAY_WORDS[w]] as const),
      ['none', 'nothing: all in one box'],
      ['unknown', 'unknown']
    ]}
    onchoose={(v, t) => set(`comes in by ${t}`, 'wayIn', fromChoice(v))}
  />
  <SelectRow
    word="Through the port"
    value={choiceOf(feed.throughPortId)}
    choices={[['auto', 'not placed'], ['none', 'none'], ['unknown', 'unknown'], ...through]}
    onchoose={(v, t) => set(`through ${t}`, 'throughPortId', fromChoice(v))}
  />
  <label class="row"
    ><span>A section of its own ahead of it</span><input
      type="checkbox"
      checked={feed.lead !== null}
      onchange={(e) =>
        set(
          e.currentTarget.checked ? 'a section ahead' : 'one section',
          'lead',
          e.currentTarget.checked ? { lengthMm: 1500, wire: { is: 'auto' }, wireCount: 1 } : null
        )}
    /></label
  >
  {#if feed.lead}
    <QuantityRow
      inset
      word="Its length, one way"
      label="Length of the section ahead"
      kind="length"
      {unit}
      width={72}
      text={mm(feed.lead.lengthMm)}
      options={{ lengthUnit: unit, min: 0, max: 20000 }}
      onvalue={(v) => set(`section ahead ${fixed(v, 0)} mm`, 'lead/lengthMm', v)}
    />
    <WireField
      label="Its size"
      attr={feed.lead.wire}
      actual={now.wire}
      system={open.doc.preferences.wireSystem}
      onattr={(a) => set('wire of the section ahead', 'lead/wire', a)}
    />
    <SelectRow
      word="Side by side there"
      value={`${feed.lead.wireCount}`}
      choices={WIRE_COUNTS}
      onchoose={(v) => set(`${v} side by side ahead`, 'lead/wireCount', Number(v))}
    />
  {/if}
</section>
<section class="sec">
  <h3>How it ends</h3>
  <SelectRow
    word="Ends in"
    value={feed.ends}
    choices={FEED_ENDS.filter((e) => isMain || e !== 'chain').map((e) => [e, END_WORDS[e]])}
    onchoose={(v, t) =>
      open.commit(t, [setAt(`${path}/ends`, v), ...(v === 'fuse-block' ? [] : [setAt(`${path}/blockPartId`, null)])])}
  />
  {#if feed.ends === 'fuse-block'}<PartSelect
      label="Fuse block"
      kind="fuse-block"
      value={feed.blockPartId}
      path="{path}/blockPartId"
      none="none yet"
    />{/if}
  {#if !isMain || feed.converter}<ConverterFields {feed} {plan} />{/if}
  {#if !isMain}<label class="row"
      ><span>In a second box, with its own joint of returns</span><input
        type="checkbox"
        checked={feed.secondBox}
        onchange={(e) => set('second box', 'secondBox', e.currentTarget.checked)}
      /></label
    >
    <div class="row">
      <span>Everything behind it can draw</span><span class="val"
        ><span class="n">{ampsText(plan?.carriesA ?? 0)}</span><span class="u min-w-5">A</span></span
      >
    </div>{/if}
</section>
