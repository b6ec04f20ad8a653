<script lang="ts">
  import type { FitBody } from '@haversack/core/case/fit';
  import type { Turn } from '@haversack/core/box/schema';
  import { lengthText } from '@haversack/core/quantity/format';
  import { useBox } from '$lib/client/open-box.svelte.ts';
  import QuantityField from '$lib/ui/QuantityField.svelte';

  let { body }: { body: FitBody } = $props();
  const open = useBox();
  const unit = $derived(open.doc.preferences.lengthUnit);
  const placed = $derived(open.plan.fit?.placed.find((p) => p.id === body.id));
  const ownBody = $derived(open.doc.bodies.some((b) => b.id === body.id));
  const TURNS: Record<Turn, string> = {
    lwh: 'upright',
    wlh: 'upright, turned',
    lhw: 'on its long side',
    hlw: 'on its long side, turned',
    whl: 'on end',
    hwl: 'on end, turned'
  };

  function put(change: Partial<{ xMm: number; yMm: number; zMm: number; turn: Turn }>): void {
    const at = open.doc.placements[body.id] ?? {
      xMm: placed?.xMm ?? 10,
      yMm: placed?.yMm ?? 10,
      zMm: placed?.zMm ?? 3,
      turn: placed?.turn ?? 'lwh'
    };
    open.set(`${body.name} put by hand`, `placements/${body.id}`, { ...at, ...change });
  }
</script>

<section class="sec">
  <h3>Size with its connections</h3>
  {#each [['Length', body.lengthMm], ['Width', body.widthMm], ['Height', body.heightMm]] as const as [name, mm] (name)}
    <div class="row">
      <span>{name}</span><span class="val"
        ><span class="n">{lengthText(mm, unit)}</span><span class="u min-w-5">{unit}</span></span
      >
    </div>
  {/each}
  {#if body.kind === 'battery'}<p class="lab">Height includes the room above its terminals.</p>{/if}
</section>
{#if placed}
  <section class="sec">
    <h3>{body.pinned ? 'Put by hand' : 'Arranged by Haversack'}</h3>
    {#each [['From the left', 'xMm'], ['From the front', 'yMm'], ['Up from the floor', 'zMm']] as const as [name, key] (key)}
      <div class="row">
        <span>{name}</span><QuantityField
          label={name}
          hideLabel
          kind="length"
          {unit}
          width={72}
          text={lengthText(placed[key], unit)}
          options={{ lengthUnit: unit }}
          onvalue={(v) => put({ [key]: v })}
        />
      </div>
    {/each}
    <label class="row"
      ><span>Lies</span><select
        class="in"
        value={placed.turn}
        onchange={(e) => put({ turn: e.currentTarget.value as Turn })}
        >{#each body.turns as turn (turn)}<option value={turn}>{TURNS[turn]}</option>{/each}</select
      ></label
    >
    {#if body.pinned}<button
        type="button"
        class="btn mt-2"
        onclick={() => open.commit(`${body.name} arranged again`, [{ op: 'remove', path: `placements/${body.id}` }])}
        >Let Haversack arrange it</button
      >{/if}
  </section>
{/if}
{#if ownBody}
  <div class="p-4">
    <button
      type="button"
      class="btn danger"
      onclick={() => {
        open.selected = null;
        open.commit(`Removed ${body.name}`, [{ op: 'remove', path: `bodies/${body.id}` }]);
      }}>Take it out</button
    >
  </div>
{/if}
