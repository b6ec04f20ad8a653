<script lang="ts">
  import { ofKind } from '@haversack/core/catalogue/of-kind';
  import { add, set } from '@haversack/core/box/edit';
  import { freeId } from '@haversack/core/box/lookup';
  import type { PartOf } from '@haversack/core/catalogue/part';
  import { lengthText, massText } from '@haversack/core/quantity/format';
  import Plus from '@lucide/svelte/icons/plus';
  import { useBox } from '$lib/client/use-box.ts';

  const open = useBox();
  const fit = $derived(open.plan.fit!);
  const unit = $derived(open.doc.preferences.lengthUnit);
  const massUnit = $derived(open.doc.preferences.massUnit);
  const bodies = $derived(ofKind(open.catalogue, 'body'));
  /** What usually only travels along. */
  const STOWED: readonly PartOf<'body'>['use'][] = ['charger', 'inverter', 'spares', 'tools'];

  function addBody(part: PartOf<'body'>): void {
    const id = freeId('b', open.doc.bodies);
    open.commit(`Put in ${part.name}`, [
      set(`parts/${part.id}`, part),
      add('bodies', { id, name: part.name, partId: part.id, held: STOWED.includes(part.use) ? 'stowed' : 'fixed' })
    ]);
    open.selected = { kind: 'body', id };
  }
</script>

<section class="card" aria-label="What goes in">
  <h2 class="h3">What goes in</h2>
  <table class="sheet">
    <thead
      ><tr><th>Body</th><th class="num">{unit}, length × width × height</th><th class="num">{massUnit}</th></tr></thead
    >
    <tbody>
      {#each fit.bodies as body (body.id)}
        {@const own = open.doc.bodies.find((b) => b.id === body.id)}
        <tr
          ><td
            ><button type="button" class="fig text-left" onclick={() => (open.selected = { kind: 'body', id: body.id })}
              >{body.name}</button
            >{#if own?.held === 'stowed'}<span class="lab ml-1">stowed</span>{/if}{#if body.pinned}<span
                class="lab ml-1">by hand</span
              >{/if}</td
          ><td class="num n"
            >{lengthText(body.lengthMm, unit, 0)} × {lengthText(body.widthMm, unit, 0)} × {lengthText(
              body.heightMm,
              unit,
              0
            )}</td
          ><td class="num n">{massText(body.massKg, massUnit, 2)}</td></tr
        >
      {:else}<tr><td colspan="3" class="text-ink2">Nothing yet: choose a battery.</td></tr>{/each}
    </tbody>
  </table>
  <label class="mt-3 flex items-center gap-2"
    ><Plus size={16} aria-hidden="true" />Put in
    <select
      class="in min-w-0 flex-1"
      value=""
      onchange={(e) => {
        const part = bodies.find((p) => p.id === e.currentTarget.value);
        e.currentTarget.value = '';
        if (part) addBody(part);
      }}
      ><option value="">charger, converter, bus bar, inverter, tools</option>{#each bodies as p (p.id)}<option
          value={p.id}>{p.name}</option
        >{/each}</select
    >
  </label>
  <p class="lab mt-2">
    Sizes with connections and the first bend. Another size? Make your own copy of a part on the Parts page.
  </p>
</section>
