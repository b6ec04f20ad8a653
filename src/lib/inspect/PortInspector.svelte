<script lang="ts">
  import { ofKind } from '@haversack/core/catalogue/of-kind';
  import { pluggedPorts } from '@haversack/core/box/plugged';
  import { add, type At } from '@haversack/core/box/edit';
  import { mainFeed } from '@haversack/core/box/feeds';
  import { freeId } from '@haversack/core/box/lookup';
  import { newCircuit } from '@haversack/core/panel/add-port';
  import type { PortPlan } from '@haversack/core/panel/panel';
  import { holeText } from '@haversack/core/panel/panel';
  import { faceSizeMm } from '@haversack/core/case/faces';
  import { around } from '@haversack/core/panel/around';
  import { CORNERS, fromCorner, type Corner } from '@haversack/core/panel/line-up';
  import { portMark, SEAL_WORDS, sealWord } from '@haversack/core/sealing/sealing';
  import { setTo } from '@haversack/core/box/attr';
  import { FACES } from '@haversack/core/catalogue/faces';
  import type { Part, PartOf } from '@haversack/core/catalogue/part';
  import OwnPartDialog from '$lib/parts/OwnPartDialog.svelte';
  import { ownCopy } from '$lib/parts/own-copy.ts';
  import { swapPart } from '@haversack/core/panel/place-port';
  import { plugProudMm } from '@haversack/core/panel/plug-room';
  import { BEHIND_GAP_MM, FINGER_GAP_MM } from '@haversack/core/panel/spacing';
  import { inchFraction } from '@haversack/core/quantity/length';
  import { fixed, lengthText } from '@haversack/core/quantity/format';
  import { keepText } from '$lib/client/field-drafts.svelte.ts';
  import { useBox } from '$lib/client/use-box.ts';
  import Figure from '$lib/ui/Figure.svelte';
  import Mark from '$lib/ui/Mark.svelte';
  import QuantityRow from '$lib/ui/QuantityRow.svelte';
  import SealFields from './SealFields.svelte';
  import SwitchTabs from './SwitchTabs.svelte';

  let { plan }: { plan: PortPlan } = $props();
  const open = useBox();
  const unit = $derived(open.doc.preferences.lengthUnit);
  const path = $derived(`ports/${plan.port.id}` as const);
  const hole = $derived(plan.part.hole);
  const isMaster = $derived(open.plan.wiring.main.masterPortId === plan.port.id);
  const set = <const K extends string>(what: string, key: K, value: At<`ports/${string}/${K}`>) =>
    open.set(`${plan.tag} ${what}`, `${path}/${key}`, value);
  let corner = $state<Corner>('bottom-left');
  const CORNER_WORDS: Record<Corner, string> = {
    'bottom-left': 'bottom left',
    'bottom-right': 'bottom right',
    'top-left': 'top left',
    'top-right': 'top right'
  };
  const face = $derived(faceSizeMm(open.plan.fit!.part, plan.port.face));
  const shown = $derived(fromCorner(face, corner, plan.port));
  const near = $derived(around(open.plan.panel!, plan));
  function place(key: 'xMm' | 'yMm', v: number): void {
    const at = fromCorner(face, corner, { ...shown, [key]: v });
    set(`moved to ${fixed(at[key], 1)} mm${key === 'yMm' ? ' up' : ''}`, key, Number(at[key].toFixed(3)));
  }
  /** Others that do the same, and the one that is there. */
  const parts = $derived.by(() => {
    const same = ofKind(open.catalogue, 'panel').filter((p) => p.role === plan.part.role);
    return same.some((p) => p.id === plan.part.id) ? same : [own, ...same];
  });
  /** The part as it is kept, whatever hole was drilled for it. */
  const own = $derived((open.doc.parts[plan.port.partId] ?? plan.part) as PartOf<'panel'>);
  let noRoom = $state('');
  const MINE = 'enter-mine';
  let editing = $state.raw<Part | null>(null);
  let dialog = $state(false);
  function kept(part: Part): void {
    open.ownParts = [part, ...open.ownParts.filter((p) => p.id !== part.id)];
    if (part.kind === 'panel') take(part);
  }
  function swap(select: HTMLSelectElement): void {
    if (select.value === MINE) {
      select.value = plan.part.id;
      editing = ownCopy(own, [...open.catalogue, ...Object.values(open.doc.parts)]);
      dialog = true;
      return;
    }
    const part = parts.find((p) => p.id === select.value);
    if (!part || !take(part)) select.value = plan.part.id;
  }
  function take(part: PartOf<'panel'>): boolean {
    const done = open.plan.fit ? swapPart(open.doc, open.plan.fit, plan.port.id, part) : undefined;
    noRoom = done ? '' : `${part.name} meets something everywhere on the ${plan.port.face}.`;
    if (done) open.commit(`${plan.tag}: ${part.name}${done.moved ? ', moved' : ''}`, done.edits);
    return done !== undefined;
  }
  const STATES = { mated: 'plugged in', capped: 'capped', open: 'open' } as const;
  /** Only states that this part has: nothing is plugged into a switch. */
  const states = $derived(
    Object.entries(STATES).filter(
      ([id]) => id === 'open' || id === plan.port.inUse || plan.part.seal[id as keyof typeof STATES] !== null
    )
  );
</script>

<section class="sec flex items-center gap-4">
  {#if hole.shape === 'round'}
    <svg width="96" height="96" viewBox="0 0 120 120" aria-hidden="true"
      ><circle cx="60" cy="60" r="54" fill="var(--paper)" stroke="var(--ink)" /><circle
        cx="60"
        cy="60"
        r={Math.min(50, (54 * hole.diameterMm) / plan.part.flangeWidthMm)}
        fill="var(--brass2)"
        stroke="var(--brass6)"
        stroke-width="1.5"
      /><path d="M60 2v116M2 60h116" stroke="var(--ink2)" stroke-dasharray="12 3 3 3" /></svg
    >
  {/if}
  <div>
    <div class="lab">Hole</div>
    <div class="val">
      {#if hole.shape === 'round'}<button
          type="button"
          class="n fig text-[1.75rem]/[2rem]"
          title="Show how this is worked out"
          onclick={() => open.showWorking(`hole-${plan.port.id}`)}
          >{unit === 'in' ? inchFraction(hole.diameterMm).text : holeText(plan.part)}</button
        >{:else}<span class="n text-[1.75rem]/[2rem]">{holeText(plan.part)}</span>{/if}<span class="u"
        >{hole.shape === 'round' ? unit : 'mm'}</span
      >
    </div>
    {#if hole.shape === 'round'}<p class="lab">
        {lengthText(hole.minMm, unit)} to {lengthText(hole.maxMm, unit)}
        {unit} is good, near {inchFraction(hole.diameterMm).text} in
      </p>{/if}
    <p class="lab">{plan.part.keyNote === 'none' ? 'no key' : plan.part.keyNote}</p>
  </div>
</section>
<section class="sec">
  <h3>Place, seen from outside</h3>
  <label class="row"
    ><span>Name</span><input
      class="in w-40"
      maxlength="80"
      value={plan.port.name}
      use:keepText={{ drafts: open.drafts, field: `${path}/name` }}
      onchange={(e) => set('renamed', 'name', e.currentTarget.value)}
    /></label
  >
  <label class="row"
    ><span>Face</span><select
      class="in w-40"
      value={plan.port.face}
      onchange={(e) => set(`to the ${e.currentTarget.value}`, 'face', e.currentTarget.value as typeof plan.port.face)}
      >{#each FACES as face (face)}<option value={face}>{face}</option>{/each}</select
    ></label
  >
  <label class="row"
    ><span>Counted from</span><select class="in w-40" bind:value={corner}
      >{#each CORNERS as c (c)}<option value={c}>{CORNER_WORDS[c]}</option>{/each}</select
    ></label
  >
  <QuantityRow
    word={corner.endsWith('right') ? 'From the right edge' : 'From the left edge'}
    label={corner.endsWith('right') ? 'From the right edge' : 'From the left edge'}
    kind="length"
    {unit}
    text={lengthText(shown.xMm, unit)}
    options={{ lengthUnit: unit, max: 2000, allowZero: true }}
    onvalue={(v) => place('xMm', v)}
  />
  <QuantityRow
    word={corner.startsWith('top')
      ? 'Down from the top edge'
      : plan.port.face === 'lid'
        ? 'Up from the front edge'
        : 'Up from the floor'}
    label={corner.startsWith('top') ? 'Down from the top edge' : 'Up from the floor'}
    kind="length"
    {unit}
    text={lengthText(shown.yMm, unit)}
    options={{ lengthUnit: unit, max: 2000, allowZero: true }}
    onvalue={(v) => place('yMm', v)}
  />
  <label class="row"
    ><span>Terminals behind</span><select
      class="in w-40"
      value={plan.port.terminals}
      onchange={(e) =>
        set(`${e.currentTarget.value} terminals`, 'terminals', e.currentTarget.value as typeof plan.port.terminals)}
      ><option value="flag">flag, {lengthText(plan.part.flagMm, unit)} {unit}</option><option value="straight"
        >straight, {lengthText(plan.part.straightMm, unit)} {unit}</option
      ></select
    ></label
  >
  {#if hole.shape === 'round'}<QuantityRow
      word="Drilled, where it differs"
      label="Drilled, where it differs"
      kind="length"
      {unit}
      text={plan.port.drilledMm === null ? '' : lengthText(plan.port.drilledMm, unit)}
      options={{ lengthUnit: unit, min: 0.5, max: 200 }}
      onempty={() => set('drilled as drawn', 'drilledMm', null)}
      onvalue={(v) => set(`drilled ${fixed(v, 1)} mm`, 'drilledMm', v)}
    />{/if}
  <QuantityRow
    word="Contacts, as measured"
    label="Contacts, as measured"
    kind="resistance"
    unit="mohm"
    text={plan.port.contactMilliOhm === null ? '' : fixed(plan.port.contactMilliOhm, 1)}
    options={{ min: 0, max: 1, bareUnit: 'mohm' }}
    onempty={() => set('contacts as its part', 'contactMilliOhm', null)}
    onvalue={(v) => set(`contacts ${fixed(v * 1000, 1)} mohm`, 'contactMilliOhm', Number((v * 1000).toPrecision(6)))}
  />
  <QuantityRow
    word="Spacer under the flange"
    label="Spacer under the flange"
    kind="length"
    {unit}
    text={lengthText(plan.port.spacerMm, unit)}
    options={{ lengthUnit: unit, max: 100, allowZero: true }}
    onvalue={(v) => set(`spacer ${fixed(v, 1)} mm`, 'spacerMm', v)}
  />
  <label class="row"
    ><span>In an insert, tray or thin plate</span><input
      type="checkbox"
      checked={plan.port.insert !== null}
      onchange={(e) =>
        set(
          e.currentTarget.checked ? 'in an insert' : 'in the wall',
          'insert',
          e.currentTarget.checked ? { wallMm: 2, behindMm: 0 } : null
        )}
    /></label
  >
  {#if plan.port.insert}
    <QuantityRow
      inset
      word="How thick it is"
      label="Thickness of the insert"
      kind="length"
      {unit}
      text={lengthText(plan.port.insert.wallMm, unit)}
      options={{ lengthUnit: unit, min: 0.2, max: 50 }}
      onvalue={(v) => set(`insert ${fixed(v, 1)} mm thick`, 'insert/wallMm', v)}
    />
    <QuantityRow
      inset
      word="Its face behind the wall's"
      label="How far the insert lies behind the wall"
      kind="length"
      {unit}
      text={lengthText(plan.port.insert.behindMm, unit)}
      options={{ lengthUnit: unit, min: 0, max: 200, allowZero: true }}
      onvalue={(v) => set(`insert ${fixed(v, 1)} mm behind the wall`, 'insert/behindMm', v)}
    />
  {/if}
</section>
<section class="sec">
  <h3>Round it, {unit}</h3>
  <div class="row">
    <span>Flange to left, right edge</span><span class="n"
      >{lengthText(near.edgesMm.left, unit, 0)}, {lengthText(near.edgesMm.right, unit, 0)}</span
    >
  </div>
  <div class="row">
    <span>Flange to top, bottom edge</span><span class="n"
      >{lengthText(near.edgesMm.top, unit, 0)}, {lengthText(near.edgesMm.bottom, unit, 0)}</span
    >
  </div>
  {#if near.neighbour}<div class="row">
      <span>Flange to {near.neighbour.tag}</span><span class="n">{lengthText(near.neighbour.gapMm, unit)}</span>
    </div>{/if}
  {#if near.zone}<div class="row">
      <span>To the {near.zone.word}</span><span class="n">{lengthText(near.zone.gapMm, unit)}</span>
    </div>{/if}
</section>
<section class="sec">
  <h3>Depth behind the panel</h3>
  {#each plan.working.lines as l, nth (nth)}<div class="row">
      <span>{l.label}</span><span class="val"
        ><span class="n">{l.value}</span><span class="u min-w-5">{l.unit}</span></span
      >
    </div>{/each}
  <div class="row sum">
    <span>Clear of the {plan.behindName}</span><span class="flex items-center gap-2"
      ><Figure value={plan.working.result.value} {unit} working={plan.working} strong /><Mark
        state={plan.clearMm >= BEHIND_GAP_MM ? 'holds' : plan.clearMm >= 0 ? 'caution' : 'stop'}
      /></span
    >
  </div>
  <p class="lab">Wanted {lengthText(BEHIND_GAP_MM, unit)} {unit}.</p>
</section>
<section class="sec">
  <h3>Sealing</h3>
  {#if states.length > 1}<label class="row"
      ><span>During the outing</span><select
        class="in"
        value={plan.port.inUse}
        onchange={(e) =>
          set(
            STATES[e.currentTarget.value as keyof typeof STATES],
            'inUse',
            e.currentTarget.value as typeof plan.port.inUse
          )}
        >{#each states as [value, text] (value)}<option {value}>{text}</option>{/each}</select
      ></label
    >{/if}
  {#if plan.port.inUse === 'capped' && pluggedPorts(open.doc).has(plan.port.id)}<p class="lab">
      Something is plugged in here while you are out or away: meanwhile it counts as plugged in.
    </p>{/if}
  {#each ['mated', 'capped', 'open'] as const as state (state)}
    {#if plan.part.seal[state]}<div class="row">
        <span>{STATES[state]}, as sold</span><span>{SEAL_WORDS[sealWord(portMark(plan, state))].toLowerCase()}</span>
      </div>{/if}
  {/each}
  <SealFields {plan} />
</section>
{#if plan.part.role === 'switch'}<SwitchTabs {plan} />{/if}
<section class="sec">
  <h3>Part</h3>
  <label class="row"
    ><span>It is</span><select class="in max-w-48 min-w-0" value={plan.part.id} onchange={(e) => swap(e.currentTarget)}
      >{#each parts as p (p.id)}<option value={p.id}>{p.name}{p.origin === 'own' ? ' (own)' : ''}</option>{/each}<option
        value={MINE}>not in the list: enter mine …</option
      ></select
    ></label
  >
  {#if editing}<OwnPartDialog bind:open={dialog} part={editing} onkept={kept} />{/if}
  {#if noRoom}<p class="text-[0.75rem]/[1rem] text-stop" role="alert">{noRoom}</p>{/if}
  <div class="row">
    <span>Rating</span><span class="n">{plan.part.ratingA === null ? 'unknown' : `${plan.part.ratingA} A`}</span>
  </div>
  {#if plan.part.quiescentA > 0}<div class="row">
      <span>Draws by itself, switched on</span><span class="n">{fixed(plan.part.quiescentA * 1000, 0)} mA</span>
    </div>{/if}
  {#if plan.part.plugWidthMm > 0}<div class="row">
      <span>Plug: across, standing out</span><span class="n"
        >{lengthText(plan.part.plugWidthMm, unit, 0)}, {lengthText(plugProudMm(plan.part), unit, 0)} {unit}</span
      >
    </div>
    <p class="lab">{lengthText(FINGER_GAP_MM, unit, 0)} {unit} to the next plug let cold fingers in.</p>{/if}
  <div class="row">
    <span>Wall it holds on</span><span class="n"
      >{lengthText(plan.part.panelMinMm, unit)} to {lengthText(plan.part.panelMaxMm, unit)} {unit}</span
    >
  </div>
  {#if plan.part.note}<p class="lab">{plan.part.note}</p>{/if}
</section>
<div class="flex flex-wrap gap-2 p-4">
  {#if plan.part.role === 'gland' && !open.doc.circuits.some((c) => c.portId === plan.port.id)}<button
      type="button"
      class="btn"
      onclick={() =>
        open.commit(`${plan.tag}: a cord wired inside`, [
          add('circuits', newCircuit(freeId('c', open.doc.circuits), plan.port.name, plan.port.id, plan.part))
        ])}>A cord goes through it, wired inside</button
    >{/if}
  {#if plan.part.role === 'switch' && !isMaster}<button
      type="button"
      class="btn"
      onclick={() =>
        open.set(`${plan.tag} is the master`, `feeds/${mainFeed(open.doc).id}/switches`, setTo([plan.port.id]))}
      >Make it the master</button
    >{/if}
  <button type="button" class="btn danger" onclick={() => open.remove(plan.tag, [{ kind: 'port', id: plan.port.id }])}
    >Remove</button
  >
</div>
