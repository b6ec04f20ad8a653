<script lang="ts">
  import { add, remove, type At } from '@haversack/core/box/edit';
  import type { BuiltInCharger } from '@haversack/core/box/schema';
  import { CHEMISTRY } from '@haversack/core/battery/chemistry';
  import { freeId } from '@haversack/core/box/lookup';
  import { fixed } from '@haversack/core/quantity/format';
  import { builtInA, builtInFuseA } from '@haversack/core/wiring/charge-fuse';
  import { useBox } from '$lib/client/use-box.ts';
  import OriginRow from '$lib/inspect/OriginRow.svelte';
  import AttrQuantity from '$lib/ui/AttrQuantity.svelte';
  import SelectRow from '$lib/ui/SelectRow.svelte';

  /** Chargers and maintainers that live in the box. */
  const open = useBox();
  const rows = $derived(open.doc.charging.builtIn);
  const absorbV = $derived(open.plan.bank ? CHEMISTRY[open.plan.bank.chemistry].absorbV : 14.4);
  const INPUTS = [
    ['mains-cord', 'the mains, by a cord into the box'],
    ['dc', 'another 12 V source'],
    ['unknown', 'unknown']
  ] as const;
  const SHUT = [
    ['no', 'never'],
    ['yes', 'yes'],
    ['unknown', 'not said']
  ] as const;
  const set = <const K extends string>(
    c: BuiltInCharger,
    what: string,
    key: K,
    value: At<`charging/builtIn/${string}/${K}`>
  ) => open.set(`${c.name}: ${what}`, `charging/builtIn/${c.id}/${key}`, value);
  function addCharger(): void {
    const charger: BuiltInCharger = {
      id: freeId('m', rows),
      name: `Maintainer ${rows.length + 1}`,
      currentA: { is: 'auto' },
      voltageV: { is: 'auto' },
      fuse: { is: 'auto' },
      from: { is: 'auto' },
      input: 'mains-cord',
      lidShut: 'no'
    };
    open.commit('A charger in the box', [add('charging/builtIn', charger)]);
  }
</script>

<section class="card" aria-label="Chargers in the box">
  <div class="flex items-center justify-between">
    <h2 class="h3">Chargers that live in the box</h2>
    {#if rows.length < 4}<button type="button" class="btn" onclick={addCharger}>Add one</button>{/if}
  </div>
  {#each rows as c (c.id)}
    <div class="mb-3 border-l-2 border-line2 pl-3">
      <label class="row"
        ><span>Name</span><input
          class="in"
          value={c.name}
          maxlength="80"
          onchange={(e) => set(c, 'name', 'name', e.currentTarget.value)}
        /></label
      >
      <SelectRow word="Fed from" value={c.input} choices={INPUTS} onchoose={(v, t) => set(c, t, 'input', v)} />
      <AttrQuantity
        label="Gives"
        attr={c.currentA}
        automatic="{fixed(builtInA(c) ?? 1, 1)} A"
        start={1}
        allow={['auto', 'set', 'unknown']}
        kind="current"
        unit="A"
        text={(v) => fixed(v, v % 1 ? 1 : 0)}
        options={{ min: 0.05, max: 100 }}
        onattr={(a) => set(c, 'current', 'currentA', a)}
      />
      <AttrQuantity
        label="Up to"
        attr={c.voltageV}
        automatic="{absorbV} V"
        start={absorbV}
        allow={['auto', 'set', 'unknown']}
        kind="voltage"
        unit="V"
        text={(v) => fixed(v, 1)}
        options={{ min: 1, max: 60 }}
        onattr={(a) => set(c, 'voltage', 'voltageV', a)}
      />
      <AttrQuantity
        label="Fuse in its + lead"
        attr={c.fuse}
        automatic="{builtInFuseA(c) ?? '?'} A"
        start={5}
        kind="current"
        unit="A"
        text={(v) => fixed(v, v % 1 ? 1 : 0)}
        options={{ min: 0.5, max: 100 }}
        onattr={(a) => set(c, 'fuse', 'fuse', a)}
      />
      <OriginRow word="Joined to" from={c.from} onchoose={(v, t) => set(c, `joined to ${t}`, 'from', v)} />
      <SelectRow
        word="May run with the lid shut"
        value={c.lidShut}
        choices={SHUT}
        onchoose={(v, t) => set(c, `lid shut ${t}`, 'lidShut', v)}
      />
      <button
        type="button"
        class="btn danger mt-1"
        onclick={() => open.commit(`${c.name} removed`, [remove(`charging/builtIn/${c.id}`)])}>Remove {c.name}</button
      >
    </div>
  {:else}<p class="lab">
      None. A charger or maintainer inside has a fuse of its own at the battery’s end of its lead.
    </p>{/each}
</section>
