<script lang="ts">
  import { BAD_HANG_DEG, LEAST_TIP_DEG, MOST_HANG_DEG } from '@haversack/core/case/stance';
  import { dropG, tugTestN } from '@haversack/core/case/hold';
  import { fixed, lengthText } from '@haversack/core/quantity/format';
  import { useBox } from '$lib/client/use-box.ts';
  import Mark from '$lib/ui/Mark.svelte';

  const open = useBox();
  const s = $derived(open.plan.stance);
  const unit = $derived(open.doc.preferences.lengthUnit);
</script>

<section class="card" aria-label="Carried, standing, in water">
  <h2 class="h3">Carried, standing, in water</h2>
  {#if s}
    {#if s.hangDeg !== undefined}
      <div class="row">
        <span>Hangs on its handle, tilted</span><span class="flex items-center gap-2"
          ><span class="n">{fixed(s.hangDeg, 1)}°</span><Mark
            state={s.hangDeg <= MOST_HANG_DEG ? 'holds' : s.hangDeg <= BAD_HANG_DEG ? 'note' : 'caution'}
          /></span
        >
      </div>
    {:else}<p class="lab">No handle on top: carry it low, with both hands.</p>{/if}
    <div class="row">
      <span>Tips over, {s.tipsFirst.edge} first, at</span><span class="flex items-center gap-2"
        ><span class="n">{fixed(s.tipsFirst.deg, 0)}°</span><Mark
          state={s.tipsFirst.deg >= LEAST_TIP_DEG ? 'holds' : 'caution'}
        /></span
      >
    </div>
    {#if s.floating}
      <div class="row">
        <span>In fresh water, closed</span><span
          >{s.floating.floats
            ? `floats, ${fixed(s.floating.submergedFraction * 100, 0)} % under water`
            : s.floating.reserveKg > 0
              ? 'hardly floats: take it for a sinker'
              : 'sinks'}</span
        >
      </div>
      <div class="row">
        <span>Buoyancy to spare</span><span class="val"
          ><span class="n">{fixed(s.floating.reserveKg, 2)}</span><span class="u">kg</span></span
        >
      </div>
      {#if s.afloat}<div class="row">
          <span>Sits in the water, deep</span><span class="flex items-center gap-2"
            ><span class="n">{lengthText(s.afloat.draughtMm, unit, 0)} {unit}</span>{s.afloat.rolls
              ? 'and rolls on its side'
              : 'upright'}<Mark state={s.afloat.rolls ? 'caution' : 'holds'} /></span
          >
        </div>{/if}
    {:else}<p class="lab">Not tight: once the water is in, it sinks.</p>{/if}
  {:else}<p class="text-ink2">Appears when something stands in the case.</p>{/if}
  {#if s?.hold}
    <h3 class="mt-3">Holding the battery: {s.hold.how}</h3>
    <p>{s.hold.say}</p>
    <div class="row">
      <span>Room left, right, front, back</span><span class="n"
        >{(['left', 'right', 'front', 'back'] as const).map((k) => lengthText(s.hold!.gapsMm[k], unit, 0)).join(', ')}
        {unit}</span
      >
    </div>
    {#if s.hold.foam.length > 0}<table class="sheet mt-1">
        <thead
          ><tr
            ><th>Foam to cut, {unit}</th><th class="num">long</th><th class="num">high</th><th class="num">thick</th
            ></tr
          ></thead
        >
        <tbody
          >{#each s.hold.foam as f (f.side)}<tr
              ><td>{f.side}</td><td class="num n">{lengthText(f.lengthMm, unit, 0)}</td><td class="num n"
                >{lengthText(f.heightMm, unit, 0)}</td
              ><td class="num n">{lengthText(f.thicknessMm, unit, 1)}</td></tr
            >{/each}</tbody
        >
      </table>{/if}
    {#if s.hold.strapMm !== undefined}<div class="row">
        <span>Strap with both tails</span><span class="n">{lengthText(s.hold.strapMm, unit, 0)} {unit}</span>
      </div>{/if}
    <p class="lab">
      Tug test: pulled with {fixed(tugTestN(s.hold.massKg), 0)} N it moves less than {lengthText(25, unit, 0)}
      {unit}. Dropped from half a metre onto {lengthText(20, unit, 0)}
      {unit} of foam it meets {fixed(dropG(0.5, 20), 0)} g, without foam
      {fixed(dropG(0.5, 5), 0)} g.
    </p>
    <p class="lab">
      Hook-and-loop alone would need {fixed(s.hold.hookMm2 / 100, 0)} cm² and is not trusted above 1 kg. Closed box, turned
      over and shaken: nothing moves.
    </p>
  {/if}
</section>
