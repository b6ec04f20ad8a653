<script lang="ts">
  import { add, remove, type At } from '@haversack/core/box/edit';
  import { freeId } from '@haversack/core/box/lookup';
  import { FACES, type Face } from '@haversack/core/catalogue/faces';
  import { faceSizeMm } from '@haversack/core/case/faces';
  import { fixed, lengthText } from '@haversack/core/quantity/format';
  import Plus from '@lucide/svelte/icons/plus';
  import { keepText } from '$lib/client/field-drafts.svelte.ts';
  import { useBox } from '$lib/client/use-box.ts';
  import FoldOut from '$lib/draw/FoldOut.svelte';
  import Figure from '$lib/ui/Figure.svelte';
  import Mark from '$lib/ui/Mark.svelte';
  import QuantityField from '$lib/ui/QuantityField.svelte';

  /** What is stuck or screwed onto the outside, and whether it holds. */
  const open = useBox();
  const unit = $derived(open.doc.preferences.lengthUnit);

  function addBracket(): void {
    const c = open.plan.fit!.part;
    const face: Face = c.hinge === 'back' ? 'back' : 'left';
    const size = faceSizeMm(c, face);
    const id = freeId('k', open.doc.brackets);
    open.commit('Added a bracket', [
      add('brackets', {
        id,
        name: `Arm ${open.doc.brackets.length + 1}`,
        face,
        xMm: Math.round(size.widthMm / 2),
        yMm: Math.round(size.heightMm * 0.45),
        fixing: 'bolted',
        acrossMm: 60,
        loadKg: 0.3,
        leverMm: 120
      })
    ]);
  }
  const set = <const K extends string>(id: string, word: string, key: K, value: At<`brackets/${string}/${K}`>) =>
    open.set(`Bracket ${word}`, `brackets/${id}/${key}`, value);
  let width = $state(832);
  const scale = $derived.by(() => {
    const c = open.plan.fit?.part;
    if (!c) return 1;
    return [1.5, 1, 0.75, 0.6, 0.5, 0.4].find((s) => 2 * (c.rimLengthMm + c.rimWidthMm) * s + 48 <= width) ?? 0.4;
  });
  const FIXING_HINTS = {
    suction: 'Cups creep: tie the load down as well, and never carry the box by it.',
    bolted: 'Washers of at least 20 mm, or a plate, on both sides; thread sealed.',
    ears: 'Nothing is drilled: blunt screws no longer than the ear is deep, and hand-tight, or it splits.'
  } as const;
  const LENGTHS = [
    ['xMm', 'From the left'],
    ['yMm', 'Up from the floor'],
    ['acrossMm', 'Foot across'],
    ['leverMm', 'Arm, wall to load']
  ] as const;
</script>

<section class="grid gap-4 p-6 max-md:p-3" aria-label="Brackets">
  <p class="max-w-3xl text-ink2">
    Camera arm, aerial, rod rest, lamp: what is fixed to the outside pulls at the wall with its load times its arm. A
    foot wants bare, flat, strong wall; bolts are holes, each with a sealing washer; ears that the case was moulded with
    need none, and bear less.
  </p>
  {#each open.plan.brackets as b (b.bracket.id)}
    <div class="card grid max-w-4xl gap-x-8 md:grid-cols-2">
      <div>
        <label class="row"
          ><span>Name</span><input
            class="in w-44"
            maxlength="80"
            value={b.bracket.name}
            use:keepText={{ drafts: open.drafts, field: `brackets/${b.bracket.id}/name` }}
            onchange={(e) => set(b.bracket.id, 'renamed', 'name', e.currentTarget.value)}
          /></label
        >
        <label class="row"
          ><span>Face</span><select
            class="in"
            value={b.bracket.face}
            onchange={(e) =>
              set(b.bracket.id, `to the ${e.currentTarget.value}`, 'face', e.currentTarget.value as Face)}
            >{#each FACES as f (f)}<option value={f}>{f}</option>{/each}</select
          ></label
        >
        <label class="row"
          ><span>Fixed by</span><select
            class="in"
            value={b.bracket.fixing}
            onchange={(e) =>
              set(b.bracket.id, e.currentTarget.value, 'fixing', e.currentTarget.value as typeof b.bracket.fixing)}
            ><option value="bolted">four bolts and a plate</option><option value="suction">suction cup</option><option
              value="ears">screws into moulded ears</option
            ></select
          ></label
        >
        {#each LENGTHS as [key, word] (key)}
          <div class="row">
            <span>{word}</span><QuantityField
              label="{word}, {b.bracket.name}"
              hideLabel
              kind="length"
              {unit}
              text={lengthText(b.bracket[key], unit)}
              options={{ lengthUnit: unit, max: 2000, allowZero: key !== 'acrossMm' }}
              onvalue={(v) => set(b.bracket.id, word.toLowerCase(), key, v)}
            />
          </div>
        {/each}
        <div class="row">
          <span>Load</span><QuantityField
            label="Load, {b.bracket.name}"
            hideLabel
            kind="mass"
            unit="kg"
            text={fixed(b.bracket.loadKg, 2)}
            options={{ max: 50 }}
            onvalue={(v) => set(b.bracket.id, 'load', 'loadKg', v)}
          />
        </div>
      </div>
      <div>
        <div class="row sum">
          <span>Pull on its foot</span><span class="flex items-center gap-2"
            ><Figure value={fixed(b.pullN, 0)} unit="N" working={b.working} strong /><Mark
              state={b.holds ? 'holds' : 'stop'}
            /></span
          >
        </div>
        <div class="row">
          <span>It bears</span><span class="val"
            ><span class="n">{fixed(b.bearsN, 0)}</span><span class="u">N</span></span
          >
        </div>
        <div class="row">
          <span>Under the foot</span><span class="flex items-center gap-2"
            >{b.under.length ? b.under.join(', ') : 'bare wall'}<Mark state={b.under.length ? 'stop' : 'holds'} /></span
          >
        </div>
        <div class="row">
          <span>Wall</span><span class="flex items-center gap-2"
            >{b.wallThin ? 'gives: put a plate behind' : 'stiff enough'}<Mark
              state={b.wallThin ? 'caution' : 'holds'}
            /></span
          >
        </div>
        <div class="row">
          <span>Takes the box over by</span><span class="flex items-center gap-2"
            ><span class="n">{fixed(b.tipShare * 100, 0)} %</span><Mark
              state={b.tipShare <= 0.5 ? 'holds' : 'caution'}
            /></span
          >
        </div>
        <p class="lab">
          {FIXING_HINTS[b.bracket.fixing]}
        </p>
        <button
          type="button"
          class="btn danger mt-2"
          onclick={() => open.commit(`Removed ${b.bracket.name}`, [remove(`brackets/${b.bracket.id}`)])}
          >Take it off</button
        >
      </div>
    </div>
  {:else}<p>No bracket yet.</p>{/each}
  <div><button type="button" class="btn main" onclick={addBracket}><Plus size={15} />Add a bracket</button></div>
  {#if open.plan.fit && open.plan.panel && open.doc.brackets.length > 0}
    <figure class="overflow-x-auto" bind:clientWidth={width}>
      <figcaption class="lab">Feet are dashed; 1 px is {fixed(1 / scale, 2)} mm</figcaption>
      <FoldOut fit={open.plan.fit} panel={open.plan.panel} {scale} behind={false} keepClear />
    </figure>
  {/if}
</section>
