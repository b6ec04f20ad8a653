<script lang="ts">
  import { remove } from '@haversack/core/box/edit';
  import { gapsOf } from '@haversack/core/case/gaps';
  import type { FitBody } from '@haversack/core/case/fit';
  import type { Turn } from '@haversack/core/box/schema';
  import { lengthText } from '@haversack/core/quantity/format';
  import { useBox } from '$lib/client/use-box.ts';
  import { putBody, turnBody, type Place } from '$lib/case/place-body.ts';
  import QuantityField from '$lib/ui/QuantityField.svelte';

  let { body }: { body: FitBody } = $props();
  const open = useBox();
  const unit = $derived(open.doc.preferences.lengthUnit);
  const placed = $derived(open.plan.fit?.placed.find((p) => p.id === body.id));
  const ownBody = $derived(open.doc.bodies.find((b) => b.id === body.id));
  const gaps = $derived(placed && open.plan.fit ? gapsOf(open.plan.fit, placed) : undefined);
  const TURNS: Record<Turn, string> = {
    lwh: 'upright',
    wlh: 'upright, turned',
    lhw: 'on its long side',
    hlw: 'on its long side, turned',
    whl: 'on end',
    hwl: 'on end, turned'
  };

  const put = (change: Partial<Place>) => putBody(open, body, placed, change);
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
          options={{ lengthUnit: unit, allowZero: true }}
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
    <button type="button" class="btn mt-2" onclick={() => turnBody(open, body, placed)}>Turn it <kbd>R</kbd></button>
    {#if body.pinned}<button
        type="button"
        class="btn mt-2"
        onclick={() => open.commit(`${body.name} arranged again`, [remove(`placements/${body.id}`)])}
        >Let Haversack arrange it</button
      >{/if}
  </section>
{/if}
{#if gaps}
  <section class="sec">
    <h3>Room round it, {unit}</h3>
    {#each gaps as g, i (i)}
      <div class="row">
        <span>{g.lowTo}, {g.highTo}</span><span class="n" class:text-stop={g.lowMm < 0 || g.highMm < 0}
          >{lengthText(g.lowMm, unit)}, {lengthText(g.highMm, unit)}</span
        >
      </div>
    {/each}
  </section>
{/if}
{#if ownBody}
  <section class="sec">
    <label class="row"
      ><span>It is</span><select
        class="in"
        value={ownBody.held}
        onchange={(e) =>
          open.set(
            `${body.name} ${e.currentTarget.value}`,
            `bodies/${body.id}/held`,
            e.currentTarget.value as typeof ownBody.held
          )}
        ><option value="fixed">fixed and at work</option><option value="stowed">stowed, travels along</option></select
      ></label
    >
    <p class="lab">Stowed things take room and weight and give no heat.</p>
  </section>
{/if}
<div class="p-4">
  <button type="button" class="btn danger" onclick={() => open.remove(body.name, [{ kind: 'body', id: body.id }])}
    >Take it out</button
  >
</div>
