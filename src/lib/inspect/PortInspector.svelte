<script lang="ts">
  import type { PortPlan } from '@haversack/core/panel/panel';
  import { holeText } from '@haversack/core/panel/panel';
  import { removePort } from '@haversack/core/panel/add-port';
  import { portMark, SEAL_WORDS, sealWord } from '@haversack/core/sealing/sealing';
  import { setTo } from '@haversack/core/box/attr';
  import { FACES } from '@haversack/core/catalogue/faces';
  import { BEHIND_GAP_MM } from '@haversack/core/panel/spacing';
  import { inchFraction } from '@haversack/core/quantity/length';
  import { fixed, lengthText } from '@haversack/core/quantity/format';
  import { useBox } from '$lib/client/open-box.svelte.ts';
  import Figure from '$lib/ui/Figure.svelte';
  import Mark from '$lib/ui/Mark.svelte';
  import QuantityField from '$lib/ui/QuantityField.svelte';
  import QuantityRow from '$lib/ui/QuantityRow.svelte';

  let { plan }: { plan: PortPlan } = $props();
  const open = useBox();
  const unit = $derived(open.doc.preferences.lengthUnit);
  const path = $derived(`ports/${plan.port.id}`);
  const hole = $derived(plan.part.hole);
  const isMaster = $derived(open.plan.wiring.main.masterPortId === plan.port.id);
  const set = (what: string, key: string, value: unknown) => open.set(`${plan.tag} ${what}`, `${path}/${key}`, value);
  const STATES = { mated: 'plugged in', capped: 'capped', open: 'open' } as const;
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
      <span class="n text-[28px]/[32px]"
        >{hole.shape === 'round' && unit === 'in' ? inchFraction(hole.diameterMm).text : holeText(plan.part)}</span
      ><span class="u">{hole.shape === 'round' ? unit : 'mm'}</span>
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
      onchange={(e) => set('renamed', 'name', e.currentTarget.value)}
    /></label
  >
  <label class="row"
    ><span>Face</span><select
      class="in w-40"
      value={plan.port.face}
      onchange={(e) => set(`to the ${e.currentTarget.value}`, 'face', e.currentTarget.value)}
      >{#each FACES as face (face)}<option value={face}>{face}</option>{/each}</select
    ></label
  >
  <QuantityRow
    word="From the left edge"
    label="From the left edge"
    kind="length"
    {unit}
    text={lengthText(plan.port.xMm, unit)}
    options={{ lengthUnit: unit, max: 2000, allowZero: true }}
    onvalue={(v) => set(`moved to ${fixed(v, 1)} mm`, 'xMm', v)}
  />
  <div class="row">
    <span>{plan.port.face === 'lid' ? 'Up from the front edge' : 'Up from the floor'}</span><QuantityField
      label="Up from the floor"
      hideLabel
      kind="length"
      {unit}
      text={lengthText(plan.port.yMm, unit)}
      options={{ lengthUnit: unit, max: 2000, allowZero: true }}
      onvalue={(v) => set(`moved to ${fixed(v, 1)} mm up`, 'yMm', v)}
    />
  </div>
  <label class="row"
    ><span>Terminals behind</span><select
      class="in w-40"
      value={plan.port.terminals}
      onchange={(e) => set(`${e.currentTarget.value} terminals`, 'terminals', e.currentTarget.value)}
      ><option value="flag">flag, {lengthText(plan.part.flagMm, unit)} {unit}</option><option value="straight"
        >straight, {lengthText(plan.part.straightMm, unit)} {unit}</option
      ></select
    ></label
  >
</section>
<section class="sec">
  <h3>Depth behind the panel</h3>
  {#each plan.working.lines as l (l.label)}<div class="row">
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
  <p class="lab">
    Wanted {lengthText(BEHIND_GAP_MM, unit)}
    {unit}. Flange to the edges, {unit}: {lengthText(plan.edgesMm.left, unit, 0)} left, {lengthText(
      plan.edgesMm.right,
      unit,
      0
    )} right, {lengthText(plan.edgesMm.top, unit, 0)} top, {lengthText(plan.edgesMm.bottom, unit, 0)} bottom.
  </p>
</section>
<section class="sec">
  <h3>Sealing</h3>
  <label class="row"
    ><span>During the outing</span><select
      class="in"
      value={plan.port.inUse}
      onchange={(e) => set(STATES[e.currentTarget.value as keyof typeof STATES], 'inUse', e.currentTarget.value)}
      >{#each Object.entries(STATES) as [value, text] (value)}<option {value}>{text}</option>{/each}</select
    ></label
  >
  {#each ['mated', 'capped', 'open'] as const as state (state)}
    {#if plan.part.seal[state]}<div class="row">
        <span>{STATES[state]}</span><span>{SEAL_WORDS[sealWord(portMark(plan, state))].toLowerCase()}</span>
      </div>{/if}
  {/each}
</section>
<section class="sec">
  <h3>Part</h3>
  <div class="row">
    <span>Rating</span><span class="n">{plan.part.ratingA === null ? 'unknown' : `${plan.part.ratingA} A`}</span>
  </div>
  {#if plan.part.note}<p class="lab">{plan.part.note}</p>{/if}
</section>
<div class="flex flex-wrap gap-2 p-4">
  {#if plan.part.role === 'switch' && !isMaster}<button
      type="button"
      class="btn"
      onclick={() => open.set(`${plan.tag} is the master`, 'switching/master', setTo(plan.port.id))}
      >Make it the master</button
    >{/if}
  <button
    type="button"
    class="btn danger"
    onclick={() => {
      open.selected = null;
      open.commit(`Removed ${plan.tag}`, removePort(open.doc, plan.port.id));
    }}>Remove</button
  >
</div>
