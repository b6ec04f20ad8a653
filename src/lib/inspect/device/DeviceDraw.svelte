<script lang="ts">
  import { add, remove, type At } from '@haversack/core/box/edit';
  import type { Device, Draw } from '@haversack/core/box/schema';
  import type { DeviceDemand } from '@haversack/core/demand/demand';
  import { drawW, meanDrawW } from '@haversack/core/demand/draw';
  import {
    ampsOf,
    DRAW_WORDS,
    drawAmps,
    drawAtV,
    drawKindsFor,
    drawOfKind,
    drawWithAmps,
    drawWithWatts,
    newMode,
    statedV
  } from '@haversack/core/demand/edit-draw';
  import { fixed } from '@haversack/core/quantity/format';
  import Plus from '@lucide/svelte/icons/plus';
  import Trash from '@lucide/svelte/icons/trash-2';
  import { keepText } from '$lib/client/field-drafts.svelte.ts';
  import { useBox } from '$lib/client/use-box.ts';
  import Figure from '$lib/ui/Figure.svelte';
  import QuantityField from '$lib/ui/QuantityField.svelte';
  import QuantityRow from '$lib/ui/QuantityRow.svelte';

  let { device, need }: { device: Device; need: DeviceDemand } = $props();
  const open = useBox();
  const path = $derived(`devices/${device.id}` as const);
  const kinds = $derived(drawKindsFor(device.supply));
  const setMode = <const K extends string>(
    modeId: string,
    what: string,
    key: K,
    value: At<`devices/${string}/modes/${string}/${K}`>
  ) => open.set(`${device.name} ${what}`, `${path}/modes/${modeId}/${key}`, value);
  const wattsText = (w: number): string => fixed(w, w < 0.1 ? 4 : w < 10 ? 2 : 1);
</script>

<section class="sec">
  <h3>What it draws</h3>
  {#each device.modes as mode (mode.id)}
    {@const draw = mode.draw}
    {@const ampsV = statedV(draw, ampsOf(device))}
    <div class="border-b border-line py-1 last:border-0">
      <div class="row">
        <input
          class="in min-w-0 flex-1"
          aria-label="Name of the mode"
          maxlength="60"
          value={mode.name}
          use:keepText={{ drafts: open.drafts, field: `${path}/modes/${mode.id}/name` }}
          onchange={(e) => setMode(mode.id, 'mode', 'name', e.currentTarget.value)}
        />
        {#if device.modes.length > 1}<button
            type="button"
            class="icon"
            aria-label="Remove mode {mode.name}"
            onclick={() => open.commit(`${device.name}: mode removed`, [remove(`${path}/modes/${mode.id}`)])}
            ><Trash size={16} /></button
          >{/if}
      </div>
      {#if draw.kind === 'event'}
        <QuantityRow
          word="Energy of one"
          label="Energy per event of {mode.name}"
          at={mode.id}
          kind="energy"
          unit="J"
          width={72}
          text={fixed(draw.energyJ, draw.energyJ < 10 ? 1 : 0)}
          options={{ min: 0.1 / 3600, max: 1e6 / 3600, bareUnit: 'J' }}
          onvalue={(wh) =>
            setMode(mode.id, `${fixed(wh * 3600, 0)} J each`, 'draw', {
              ...draw,
              energyJ: Number((wh * 3600).toPrecision(6))
            })}
        />
        <QuantityRow
          word="A day"
          label="Events a day of {mode.name}"
          at={mode.id}
          kind="number"
          width={72}
          text={fixed(draw.eventsPerDay, draw.eventsPerDay % 1 ? 1 : 0)}
          options={{ min: 0, max: 100000 }}
          onvalue={(v) => setMode(mode.id, `${v} a day`, 'draw', { ...draw, eventsPerDay: v })}
        />
        <QuantityRow
          word="One takes"
          label="Length of one event of {mode.name}"
          at={mode.id}
          kind="number"
          unit="s"
          width={72}
          text={fixed(draw.eventS, draw.eventS % 1 ? 1 : 0)}
          options={{ min: 0.01, max: 86400 }}
          onvalue={(v) => setMode(mode.id, `${v} s each`, 'draw', { ...draw, eventS: v })}
        />
        <p class="lab">{wattsText(drawW(draw))} W while it happens, {wattsText(meanDrawW(mode))} W on average.</p>
      {:else}
        <div class="row">
          <span>Rated</span>
          <span class="flex flex-wrap justify-end gap-x-3 gap-y-1">
            <QuantityField
              label="Rated watts of {mode.name}"
              at={mode.id}
              hideLabel
              kind="power"
              unit="W"
              width={64}
              text={wattsText(drawW(draw))}
              options={{ min: 0.0001, max: 2000, plausibleMin: 0.002, plausibleMax: 400, atV: ampsV }}
              onvalue={(v) =>
                setMode(mode.id, `${fixed(drawW(draw), 1)} to ${fixed(v, 1)} W`, 'draw', drawWithWatts(draw, v))}
            />
            <QuantityField
              label="Rated amps of {mode.name}"
              at={mode.id}
              hideLabel
              kind="current"
              unit="A at {fixed(ampsV, ampsV % 1 ? 1 : 0)} V"
              width={60}
              text={fixed(drawAmps(draw, ampsV), drawAmps(draw, ampsV) < 0.1 ? 4 : 2)}
              options={{ min: 0.00001, max: 100, atV: ampsV }}
              onvalue={(v) => setMode(mode.id, `${fixed(v, 2)} A`, 'draw', drawWithAmps(draw, v, ampsV))}
            />
          </span>
        </div>
        <QuantityRow
          word="On, of its time"
          label="Share of time in {mode.name}"
          at={mode.id}
          kind="fraction"
          unit="%"
          width={64}
          text={fixed(mode.dutyFraction * 100, mode.dutyFraction < 0.1 ? 1 : 0)}
          options={{ min: 0, max: 1 }}
          onvalue={(v) =>
            setMode(mode.id, `${fixed(mode.dutyFraction * 100, 0)} to ${fixed(v * 100, 0)} %`, 'dutyFraction', v)}
        />
        {#if 'atV' in draw}
          <QuantityRow
            word="Stated at"
            label="Voltage of the rating of {mode.name}"
            at={mode.id}
            kind="voltage"
            unit="V"
            width={64}
            text={fixed(draw.atV, draw.atV % 1 ? 1 : 0)}
            options={{ min: 1, max: 60 }}
            onvalue={(v) => setMode(mode.id, `stated at ${v} V`, 'draw', drawAtV(draw, v))}
          />
        {/if}
      {/if}
      <label class="row"
        ><span>Behaves</span><select
          class="in"
          aria-label="How {mode.name} behaves"
          value={draw.kind}
          onchange={(e) =>
            setMode(
              mode.id,
              DRAW_WORDS[e.currentTarget.value as Draw['kind']],
              'draw',
              drawOfKind(draw, e.currentTarget.value as Draw['kind'], ampsOf(device))
            )}
          >{#each kinds.includes(draw.kind) ? kinds : [draw.kind, ...kinds] as kind (kind)}<option value={kind}
              >{DRAW_WORDS[kind]}</option
            >{/each}</select
        ></label
      >
    </div>
  {/each}
  <div class="row">
    <button
      type="button"
      class="btn"
      onclick={() => open.commit(`${device.name}: one more mode`, [add(`${path}/modes`, newMode(device))])}
      ><Plus size={14} />Mode</button
    >
    <label class="flex items-center gap-2"
      >Comes from<select
        class="in"
        value={device.source}
        onchange={(e) =>
          open.set(
            `${device.name}: draw ${e.currentTarget.value}`,
            `${path}/source`,
            e.currentTarget.value as typeof device.source
          )}
        ><option value="guess">a guess</option><option value="label">its label</option><option value="measured"
          >measured</option
        ></select
      ></label
    >
  </div>
  {#if device.source !== 'guess'}
    <label class="row"
      ><span>{device.source === 'measured' ? 'How' : 'Where it stands'}</span><input
        class="in w-44"
        maxlength="200"
        placeholder={device.source === 'measured' ? 'meter in the lead, 10 min' : 'plate underneath'}
        value={device.sourceNote}
        use:keepText={{ drafts: open.drafts, field: `${path}/sourceNote` }}
        onchange={(e) =>
          open.set(`${device.name}: how it is known`, `${path}/sourceNote`, e.currentTarget.value.trim())}
      /></label
    >
  {/if}
  <p class="lab">Taken as ±{fixed(need.spreadFraction * 100, 0)} % when asked how sure.</p>
  <div class="row">
    <span>From the battery, mean</span><span class="val"
      ><span class="n">{fixed(need.meanA, need.meanA < 0.1 ? 4 : 2)}</span><span class="u min-w-5">A</span></span
    >
  </div>
  <div class="row">
    <span>Uses in all</span><Figure value={fixed(need.chargeAh, 2)} unit="Ah" working={need.working} strong />
  </div>
</section>
