<script lang="ts">
  import { add, remove, type At } from '@haversack/core/box/edit';
  import { freeId } from '@haversack/core/box/lookup';
  import { OPENING_KINDS, type OpeningKind } from '@haversack/core/box/seal-names';
  import { FACES, type Face } from '@haversack/core/catalogue/faces';
  import { fixed } from '@haversack/core/quantity/format';
  import { OPENING_WORDS } from '@haversack/core/sealing/sealing';
  import Plus from '@lucide/svelte/icons/plus';
  import { keepText } from '$lib/client/field-drafts.svelte.ts';
  import { useBox } from '$lib/client/use-box.ts';
  import QuantityField from '$lib/ui/QuantityField.svelte';

  /** What goes through the shell beside ports and brackets: vents, rivets, cords under the lid. */
  const open = useBox();
  const needCm2 = $derived(open.plan.dry?.hydrogen?.openingCm2);
  const MOST = 20;

  const set = <const K extends string>(id: string, word: string, key: K, value: At<`openings/${string}/${K}`>) =>
    open.set(`Opening: ${word}`, `openings/${id}/${key}`, value);
  function addOpening(): void {
    open.commit('Added an opening', [
      add('openings', {
        id: freeId('o', open.doc.openings),
        name: '',
        face: 'lid',
        kind: 'vents',
        areaCm2: null
      })
    ]);
  }
</script>

<section class="grid gap-3" aria-label="Other openings">
  <h2 class="h3">What else goes through the shell</h2>
  <p class="max-w-3xl text-ink2">
    Vents, rivets, a cord squeezed under the lid, a gasket somebody cut: water takes the weakest of them, whatever the
    ports hold.
  </p>
  {#each open.doc.openings as o, nth (o.id)}
    <div class="card flex max-w-4xl flex-wrap items-center gap-3">
      <select
        class="in max-w-full"
        aria-label="Opening {nth + 1}: what it is"
        value={o.kind}
        onchange={(e) =>
          set(o.id, OPENING_WORDS[e.currentTarget.value as OpeningKind], 'kind', e.currentTarget.value as OpeningKind)}
        >{#each OPENING_KINDS as kind (kind)}<option value={kind}>{OPENING_WORDS[kind]}</option>{/each}</select
      >
      <select
        class="in"
        aria-label="Opening {nth + 1}: where"
        value={o.face}
        onchange={(e) => set(o.id, `on the ${e.currentTarget.value}`, 'face', e.currentTarget.value as Face)}
        >{#each FACES as f (f)}<option value={f}>{f}</option>{/each}</select
      >
      <input
        class="in w-44"
        aria-label="Opening {nth + 1}: name"
        placeholder="name, if it has one"
        maxlength="80"
        value={o.name}
        use:keepText={{ drafts: open.drafts, field: `openings/${o.id}/name` }}
        onchange={(e) => set(o.id, 'renamed', 'name', e.currentTarget.value)}
      />
      {#if o.kind === 'vents'}<QuantityField
          label="Opening {nth + 1}: free area"
          hideLabel
          kind="number"
          unit="cm² free"
          width={64}
          text={o.areaCm2 === null ? '' : fixed(o.areaCm2, 1)}
          options={{ min: 0.01, max: 1000, units: { cm2: 1, 'cm²': 1 } }}
          onempty={() => set(o.id, 'area not measured', 'areaCm2', null)}
          onvalue={(v) => set(o.id, `${fixed(v, 1)} cm²`, 'areaCm2', v)}
        />{/if}
      <button
        type="button"
        class="btn danger ml-auto"
        onclick={() => open.commit('Removed an opening', [remove(`openings/${o.id}`)])}>Take it off</button
      >
    </div>
  {:else}<p>Nothing else goes through it.</p>{/each}
  {#if needCm2 !== undefined && open.doc.openings.some((o) => o.kind === 'vents')}<p class="lab">
      This battery’s gas wants two vents of {fixed(needCm2, 1)} cm² each, one low and one high.
    </p>{/if}
  {#if open.doc.openings.length < MOST}<div>
      <button type="button" class="btn" onclick={addOpening}><Plus size={15} />Add an opening</button>
    </div>{/if}
</section>
