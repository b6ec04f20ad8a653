<script lang="ts">
  import { freeId } from '@haversack/core/box/lookup';
  import { draftDeg, volumesL } from '@haversack/core/case/faces';
  import type { PartOf } from '@haversack/core/catalogue/part';
  import { fixed, lengthText } from '@haversack/core/quantity/format';
  import Plus from '@lucide/svelte/icons/plus';
  import DryCard from '$lib/case/DryCard.svelte';
  import StanceCard from '$lib/case/StanceCard.svelte';
  import { useBox } from '$lib/client/open-box.svelte.ts';
  import InsideView from '$lib/draw/InsideView.svelte';
  import Figure from '$lib/ui/Figure.svelte';
  import Mark from '$lib/ui/Mark.svelte';
  import PartSelect from '$lib/ui/PartSelect.svelte';
  import QuantityField from '$lib/ui/QuantityField.svelte';
  import StageHead from '$lib/ui/StageHead.svelte';

  const open = useBox();
  const fit = $derived(open.plan.fit);
  const unit = $derived(open.doc.preferences.lengthUnit);
  const bodies = $derived(open.catalogue.filter((p): p is PartOf<'body'> => p.kind === 'body'));
  let width = $state(880);
  const scale = $derived.by(() => {
    if (!fit) return 1;
    const room = Math.min(width, 1400) - 48 - 32 - 140;
    return [2, 1.5, 1.25, 1, 0.75, 0.6, 0.5].find((s) => fit.part.rimLengthMm * s * 2 <= room) ?? 0.5;
  });
  const lb = $derived(open.doc.preferences.massUnit === 'lb');
  const carry = $derived(open.plan.carry);

  function add(part: PartOf<'body'>): void {
    const id = freeId('b', open.doc.bodies);
    open.commit(`Put in ${part.name}`, [
      { op: 'set', path: `parts/${part.id}`, value: part },
      { op: 'add', path: 'bodies', value: { id, name: part.name, partId: part.id } }
    ]);
  }
</script>

<StageHead title="Case">
  <PartSelect label="Case" kind="case" value={open.doc.casePartId} path="casePartId" none="none yet" wide />
  <QuantityField
    label="Padding"
    kind="length"
    {unit}
    width={56}
    text={lengthText(open.doc.paddingMm, unit)}
    options={{ lengthUnit: unit, max: 50 }}
    onvalue={(v) => open.set(`Padding ${fixed(v, 1)} mm`, 'paddingMm', v)}
  />
</StageHead>

<div class="p-6" bind:clientWidth={width}>
  {#if !fit}
    <section class="max-w-xl rounded-box border border-line2 bg-raise p-5">
      <h2>Does it all go in?</h2>
      <p class="mt-2 text-[14px] text-ink2">
        Choose a case above. Battery, fuse block, shunt and whatever else you put in are arranged to scale; when they do
        not fit you see by how many millimetres.
      </p>
    </section>
  {:else}
    {#if fit.state !== 'fits'}
      <p class="mb-4 flex items-center gap-2 text-[14px]" role="status">
        <Mark state={fit.state === 'no' ? 'stop' : 'note'} size={20} label="" />{fit.state === 'no'
          ? `It does not go in. Each way alone would need: ${(['length', 'width', 'height'] as const).map((k) => `${k} ${fit.shortfall?.[`${k}Mm`] === undefined ? 'does not help' : `${lengthText(fit.shortfall[`${k}Mm`]!, unit, 0)} ${unit} more`}`).join(', ')}.`
          : 'Whether it goes in is not proven either way.'}
      </p>
    {/if}
    <div class="flex flex-wrap items-start gap-8">
      <figure>
        <figcaption class="mb-1">
          <b>Plan</b> <span class="lab">lid open, 1 px is {fixed(1 / scale, 2)} mm</span>
        </figcaption>
        <InsideView {fit} panel={open.plan.panel} view="plan" {scale} />
      </figure>
      <figure>
        <figcaption class="mb-1"><b>From the front</b> <span class="lab">front wall taken away</span></figcaption>
        <InsideView {fit} view="front" {scale} />
      </figure>
    </div>
    <div class="mt-6 grid gap-6 md:grid-cols-2">
      <section class="rounded-box border border-line2 bg-raise p-4">
        <h2 class="h3">What goes in</h2>
        <table class="sheet">
          <thead
            ><tr><th>Body</th><th class="num">{unit}, length × width × height</th><th class="num">kg</th></tr></thead
          >
          <tbody>
            {#each fit.bodies as body (body.id)}
              <tr
                ><td
                  ><button type="button" class="fig" onclick={() => (open.selected = { kind: 'body', id: body.id })}
                    >{body.name}</button
                  >{#if body.pinned}<span class="lab"> by hand</span>{/if}</td
                ><td class="num n"
                  >{lengthText(body.lengthMm, unit, 0)} × {lengthText(body.widthMm, unit, 0)} × {lengthText(
                    body.heightMm,
                    unit,
                    0
                  )}</td
                ><td class="num n">{fixed(body.massKg, 2)}</td></tr
              >
            {:else}<tr><td colspan="3" class="text-ink2">Nothing yet: choose a battery.</td></tr>{/each}
          </tbody>
        </table>
        <label class="mt-3 flex items-center gap-2"
          ><Plus size={16} aria-hidden="true" />Put in
          <select
            class="in"
            value=""
            onchange={(e) => {
              const part = bodies.find((p) => p.id === e.currentTarget.value);
              e.currentTarget.value = '';
              if (part) add(part);
            }}
            ><option value="">charger, converter, pouch</option>{#each bodies as p (p.id)}<option value={p.id}
                >{p.name}</option
              >{/each}</select
          >
        </label>
      </section>
      <section class="rounded-box border border-line2 bg-raise p-4">
        <h2 class="h3">The case</h2>
        <div class="row">
          <span>Inside at the rim</span><span class="n"
            >{lengthText(fit.part.rimLengthMm, unit, 0)} × {lengthText(fit.part.rimWidthMm, unit, 0)} {unit}</span
          >
        </div>
        <div class="row">
          <span>Inside at the floor</span><span class="n"
            >{lengthText(fit.part.floorLengthMm, unit, 0)} × {lengthText(fit.part.floorWidthMm, unit, 0)} {unit}</span
          >
        </div>
        <div class="row"><span>Walls lean</span><span class="n">{fixed(draftDeg(fit.part), 1)}°</span></div>
        <div class="row">
          <span>Volume with lid</span><span class="val"
            ><span class="n">{fixed(volumesL(fit.part).totalL, 1)}</span><span class="u">l</span></span
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
            value={fixed(lb ? carry.massKg / 0.45359237 : carry.massKg, 1)}
            unit={lb ? 'lb' : 'kg'}
            working={carry.working}
            strong
          />
        </div>
        {#if carry.centreMm}<div class="row">
            <span>Centre of mass off the middle</span><span class="n"
              >{lengthText(Math.abs(carry.centreMm.xMm - fit.part.rimLengthMm / 2), unit, 0)}
              {unit}
              {carry.centreMm.xMm < fit.part.rimLengthMm / 2 ? 'left' : 'right'}</span
            >
          </div>{/if}
        <p class="lab mt-2">{fit.part.note}</p>
      </section>
      <StanceCard />
      <DryCard />
    </div>
  {/if}
</div>
