<script lang="ts">
  import { roomLeft } from '@haversack/core/case/room';
  import { fixed, lengthText } from '@haversack/core/quantity/format';
  import { useBox } from '$lib/client/use-box.ts';
  import Inside3D from '$lib/draw/Inside3D.svelte';
  import InsideView from '$lib/draw/InsideView.svelte';

  /** Plan, front and side to one scale, or the same to be turned about. */
  const open = useBox();
  const fit = $derived(open.plan.fit!);
  const unit = $derived(open.doc.preferences.lengthUnit);
  let width = $state(880);
  let view = $state<'flat' | 'turn'>('flat');
  const SCALES = [2, 1.5, 1.25, 1, 0.75, 0.6, 0.5, 0.4, 0.3];
  const scale = $derived.by(() => {
    const { rimLengthMm, rimWidthMm } = fit.part;
    const narrow = width < 700;
    const across = narrow ? rimLengthMm : 2 * rimLengthMm + rimWidthMm;
    return SCALES.find((s) => across * s + (narrow ? 70 : 3 * 70 + 48) <= width) ?? 0.3;
  });
  const left = $derived(
    open.holding
      ? undefined
      : roomLeft(
          fit,
          (open.plan.panel?.ports ?? []).filter((p) => p.part.hole.shape !== 'none').map((p) => p.rear)
        )
  );
  const centre = $derived(open.plan.carry.centreMm);
</script>

<div bind:clientWidth={width}>
  <div class="mb-2 flex flex-wrap items-center gap-3">
    <div class="seg" role="group" aria-label="Drawing">
      <button type="button" aria-pressed={view === 'flat'} onclick={() => (view = 'flat')}>Three views</button>
      <button type="button" aria-pressed={view === 'turn'} onclick={() => (view = 'turn')}>Turn it about</button>
    </div>
    {#if left?.pocket}<span class="lab"
        >Room left: <span class="n">{fixed(left.freeL, 1)}</span> l free, largest block
        <span class="n"
          >{lengthText(left.pocket.lengthMm, unit, 0)} × {lengthText(left.pocket.widthMm, unit, 0)} × {lengthText(
            left.pocket.heightMm,
            unit,
            0
          )}</span
        >
        {unit}</span
      >{/if}
    <span class="flex-1"></span>
    {#if view === 'flat'}<span class="lab">Drag or use the arrow keys to move a thing, <kbd>R</kbd> to turn it</span
      >{/if}
  </div>
  {#if view === 'turn'}
    <Inside3D {fit} panel={open.plan.panel} />
  {:else}
    <div class="flex flex-wrap items-start gap-6">
      <figure>
        <figcaption class="mb-1"><b>Plan</b> <span class="lab">lid open</span></figcaption>
        <InsideView {fit} panel={open.plan.panel} view="plan" {scale} pocket={left?.pocket} {centre} />
      </figure>
      <figure>
        <figcaption class="mb-1"><b>From the front</b> <span class="lab">wall taken away</span></figcaption>
        <InsideView {fit} panel={open.plan.panel} view="front" {scale} pocket={left?.pocket} {centre} />
      </figure>
      <figure>
        <figcaption class="mb-1"><b>From the right</b></figcaption>
        <InsideView {fit} panel={open.plan.panel} view="side" {scale} pocket={left?.pocket} {centre} />
      </figure>
    </div>
    <p class="lab">1 px is {fixed(1 / scale, 2)} mm. Dashed blue: the largest room left. ⊕: centre of mass.</p>
  {/if}
</div>
