<script lang="ts">
  import { BAD_HANG_DEG, LEAST_TIP_DEG, MOST_HANG_DEG } from '@haversack/core/case/stance';
  import { fixed, lengthText } from '@haversack/core/quantity/format';
  import { useBox } from '$lib/client/open-box.svelte.ts';
  import Mark from '$lib/ui/Mark.svelte';

  const open = useBox();
  const s = $derived(open.plan.stance);
  const unit = $derived(open.doc.preferences.lengthUnit);
</script>

<section class="rounded-box border border-line2 bg-raise p-4" aria-label="Carried, standing, in water">
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
    <p class="lab">
      Hook-and-loop alone would need {fixed(s.hold.hookMm2 / 100, 0)} cm² and is not trusted above 1 kg. Closed box, turned
      over and shaken: nothing moves.
    </p>
  {/if}
</section>
