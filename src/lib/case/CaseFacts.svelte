<script lang="ts">
  import { draftDeg, volumesL } from '@haversack/core/case/faces';
  import { CARRY_WORDS } from '@haversack/core/kit/carry';
  import { fixed, lengthText, massText } from '@haversack/core/quantity/format';
  import { useBox } from '$lib/client/use-box.ts';
  import Figure from '$lib/ui/Figure.svelte';
  import Mark from '$lib/ui/Mark.svelte';

  const open = useBox();
  const fit = $derived(open.plan.fit!);
  const c = $derived(fit.part);
  const unit = $derived(open.doc.preferences.lengthUnit);
  const massUnit = $derived(open.doc.preferences.massUnit);
  const carry = $derived(open.plan.carry);
  const off = $derived(open.plan.stance?.offHandleMm);
  const GRADE = { A: 'flat and easy', B: 'workable, round ribs or thin metal', C: 'awkward: thin, thick or curved' };
  const len = (mm: number) => lengthText(mm, unit, 0);
</script>

<section class="card" aria-label="The case">
  <h2 class="h3">The case</h2>
  <div class="row">
    <span>Inside at the rim</span><span class="n">{len(c.rimLengthMm)} × {len(c.rimWidthMm)} {unit}</span>
  </div>
  <div class="row">
    <span>Inside at the floor</span><span class="n">{len(c.floorLengthMm)} × {len(c.floorWidthMm)} {unit}</span>
  </div>
  <div class="row"><span>Walls lean</span><span class="n">{fixed(draftDeg(c), 1)}°</span></div>
  <div class="row">
    <span>Wall, corner radius, lid skirt</span><span class="n"
      >{lengthText(c.wallMm, unit)}, {len(c.cornerRadiusMm)}, {len(c.skirtMm)} {unit}</span
    >
  </div>
  <div class="row"><span>To drill</span><span>{GRADE[c.drillGrade]}</span></div>
  <div class="row">
    <span>Volume with lid</span><span class="val"
      ><span class="n">{fixed(volumesL(c).totalL, 1)}</span><span class="u">l</span></span
    >
  </div>
  <div class="row">
    <span>Filled by bodies</span><span class="flex items-center gap-2"
      ><span class="n">{fixed(fit.fillFraction * 100, 0)} %</span><Mark
        state={fit.fillFraction <= 0.7 ? 'holds' : 'caution'}
      /></span
    >
  </div>
  <div class="row">
    <span>Weighs, all in</span><Figure
      value={massText(carry.massKg, massUnit)}
      unit={massUnit}
      working={carry.working}
      strong
    />
  </div>
  <div class="row"><span>That is carried</span><span>{CARRY_WORDS[carry.bands]}</span></div>
  {#if off}
    <div class="row">
      <span>Mass off the handle{c.handleAt ? '' : '’s middle'}</span><span class="n"
        >{len(Math.abs(off.xMm))}
        {off.xMm < 0 ? 'left' : 'right'}, {len(Math.abs(off.yMm))}
        {off.yMm < 0 ? 'front' : 'back'}
        {unit}</span
      >
    </div>
  {/if}
  {#if c.unmeasured.length > 0}<p class="mt-1 flex items-center gap-2">
      <Mark state="note" />{c.unmeasured.length} sizes are not measured yet
    </p>{/if}
  <p class="lab mt-2">{c.note}</p>
</section>
