<script lang="ts">
  import type { Device, Draw } from '@haversack/core/box/schema';
  import { clockText, fixed } from '@haversack/core/quantity/format';
  import { drawW } from '@haversack/core/demand/demand';
  import { freeId } from '@haversack/core/box/lookup';
  import Plus from '@lucide/svelte/icons/plus';
  import Trash from '@lucide/svelte/icons/trash-2';
  import { useBox } from '$lib/client/open-box.svelte.ts';
  import Figure from '$lib/ui/Figure.svelte';
  import QuantityField from '$lib/ui/QuantityField.svelte';

  let { device }: { device: Device } = $props();
  const open = useBox();
  const path = $derived(`devices/${device.id}`);
  const need = $derived(open.plan.demand.devices.find((d) => d.deviceId === device.id)!);
  const outing = $derived(open.doc.outing);
  const SUPPLY = {
    '12v': '12 V direct',
    'usb-a': 'USB-A',
    'usb-c': 'USB-C',
    'regulated-12v': 'regulated 12 V'
  } as const;
  const BEHAVES = { power: 'constant power', current: 'constant current', resistive: 'like a heater' } as const;

  const set = (what: string, key: string, value: unknown) =>
    open.set(`${device.name}: ${what}`, `${path}/${key}`, value);

  const withWatts = (draw: Draw, powerW: number): Draw =>
    draw.kind === 'current' ? { ...draw, currentA: powerW / draw.atV } : { ...draw, powerW };
  const withAmps = (draw: Draw, currentA: number): Draw =>
    draw.kind === 'current' ? { ...draw, currentA } : { ...draw, powerW: currentA * ('atV' in draw ? draw.atV : 12) };
  const toKind = (draw: Draw, kind: Draw['kind']): Draw =>
    kind === 'power'
      ? { kind, powerW: drawW(draw) }
      : kind === 'resistive'
        ? { kind, powerW: drawW(draw), atV: 12 }
        : { kind, currentA: drawW(draw) / 12, atV: 12 };

  /** A clock time typed for a bar: hours before switch-on belong to the next day. */
  const onDay = (clockH: number): number => (clockH < outing.startH - 1e-6 ? clockH + 24 : clockH);

  function setSpan(i: number, key: 'startH' | 'endH', clockH: number): void {
    const span = { ...device.spans[i]!, [key]: onDay(clockH) };
    if (span.endH <= span.startH)
      span.endH = span.startH + (key === 'startH' ? 1 : 24 - ((span.startH - span.endH) % 24));
    set(
      `on ${clockText(span.startH)} to ${clockText(span.endH)}`,
      'spans',
      device.spans.map((s, j) => (j === i ? span : s))
    );
  }

  function addSpan(): void {
    const last = Math.max(outing.startH, ...device.spans.map((s) => s.endH));
    const end = outing.startH + outing.durationH;
    const startH = last < end - 0.5 ? last + 0.25 : outing.startH;
    set('one more bar', 'spans', [...device.spans, { startH, endH: Math.min(end, startH + 1) }]);
  }

  function remove(): void {
    open.selected = null;
    open.commit(`Removed ${device.name}`, [{ op: 'remove', path }]);
  }

  function addMode(): void {
    open.commit(`${device.name}: one more mode`, [
      {
        op: 'add',
        path: `${path}/modes`,
        value: { id: freeId('m', device.modes), name: 'mode', dutyFraction: 0.1, draw: { kind: 'power', powerW: 5 } }
      }
    ]);
  }
</script>

<section class="sec">
  <h3>What it is</h3>
  <label class="row"
    ><span>Name</span><input
      class="in w-44"
      maxlength="80"
      value={device.name}
      onchange={(e) => e.currentTarget.value.trim() && set('renamed', 'name', e.currentTarget.value.trim())}
    /></label
  >
  <label class="row"
    ><span>Supply</span><select
      class="in w-44"
      value={device.supply}
      onchange={(e) => set(SUPPLY[e.currentTarget.value as keyof typeof SUPPLY], 'supply', e.currentTarget.value)}
      >{#each Object.entries(SUPPLY) as [value, text] (value)}<option {value}>{text}</option>{/each}</select
    ></label
  >
  <label class="row"
    ><span>Plugged into</span>
    <select
      class="in w-44"
      value={device.portId ?? ''}
      onchange={(e) => set('port', 'portId', e.currentTarget.value || null)}
    >
      <option value="">no port yet</option>
      {#each (open.plan.panel?.ports ?? []).filter((p) => p.part.role === 'outlet') as p (p.port.id)}<option
          value={p.port.id}>{p.tag} {p.port.name}</option
        >{/each}
    </select>
  </label>
</section>
<section class="sec">
  <h3>What it draws</h3>
  {#each device.modes as mode (mode.id)}
    <div class="border-b border-line py-1 last:border-0">
      <div class="row">
        <input
          class="in min-w-0 flex-1"
          aria-label="Name of the mode"
          maxlength="60"
          value={mode.name}
          onchange={(e) => open.set(`${device.name}: mode`, `${path}/modes/${mode.id}/name`, e.currentTarget.value)}
        />
        {#if device.modes.length > 1}<button
            type="button"
            class="icon"
            aria-label="Remove mode {mode.name}"
            onclick={() =>
              open.commit(`${device.name}: mode removed`, [{ op: 'remove', path: `${path}/modes/${mode.id}` }])}
            ><Trash size={16} /></button
          >{/if}
      </div>
      <div class="row">
        <span>Rated</span>
        <span class="flex gap-3">
          <QuantityField
            label="Rated watts of {mode.name}"
            hideLabel
            kind="power"
            unit="W"
            width={64}
            text={fixed(drawW(mode.draw), drawW(mode.draw) < 10 ? 2 : 1)}
            options={{ min: 0.001, max: 2000, plausibleMin: 0.02, plausibleMax: 300 }}
            onvalue={(v) =>
              open.set(
                `${device.name} ${fixed(drawW(mode.draw), 1)} to ${fixed(v, 1)} W`,
                `${path}/modes/${mode.id}/draw`,
                withWatts(mode.draw, v)
              )}
          />
          <QuantityField
            label="Rated amps of {mode.name}"
            hideLabel
            kind="current"
            unit="A"
            width={60}
            text={fixed(mode.draw.kind === 'current' ? mode.draw.currentA : drawW(mode.draw) / 12, 2)}
            options={{ min: 0.0001, max: 100 }}
            onvalue={(v) =>
              open.set(`${device.name} ${fixed(v, 2)} A`, `${path}/modes/${mode.id}/draw`, withAmps(mode.draw, v))}
          />
        </span>
      </div>
      <div class="row">
        <span>On, of its time</span><QuantityField
          label="Share of time in {mode.name}"
          hideLabel
          kind="fraction"
          unit="%"
          width={64}
          text={fixed(mode.dutyFraction * 100, 0)}
          options={{ min: 0, max: 1 }}
          onvalue={(v) =>
            open.set(
              `${device.name} ${fixed(mode.dutyFraction * 100, 0)} to ${fixed(v * 100, 0)} %`,
              `${path}/modes/${mode.id}/dutyFraction`,
              v
            )}
        />
      </div>
      <label class="row"
        ><span>Behaves</span><select
          class="in"
          value={mode.draw.kind}
          disabled={device.supply !== '12v'}
          onchange={(e) =>
            open.set(
              `${device.name}: ${BEHAVES[e.currentTarget.value as Draw['kind']]}`,
              `${path}/modes/${mode.id}/draw`,
              toKind(mode.draw, e.currentTarget.value as Draw['kind'])
            )}
          >{#each Object.entries(BEHAVES) as [value, text] (value)}<option {value}>{text}</option>{/each}</select
        ></label
      >
    </div>
  {/each}
  <div class="row">
    <button type="button" class="btn" onclick={addMode}><Plus size={14} />Mode</button>
    <label class="flex items-center gap-2"
      >Comes from<select
        class="in"
        value={device.source}
        onchange={(e) => set(`draw ${e.currentTarget.value}`, 'source', e.currentTarget.value)}
        ><option value="guess">a guess</option><option value="label">its label</option><option value="measured"
          >measured</option
        ></select
      ></label
    >
  </div>
  <div class="row">
    <span>From the battery, mean</span><span class="val"
      ><span class="n">{fixed(need.meanA, 2)}</span><span class="u min-w-5">A</span></span
    >
  </div>
  <div class="row">
    <span>Uses in all</span><Figure value={fixed(need.chargeAh, 2)} unit="Ah" working={need.working} strong />
  </div>
</section>
<section class="sec">
  <h3>When it is on</h3>
  {#each device.spans as span, i (i)}
    <div class="row">
      <QuantityField
        label="Bar {i + 1} from"
        hideLabel
        kind="clock"
        width={72}
        text={clockText(span.startH)}
        onvalue={(v) => setSpan(i, 'startH', v)}
      />
      <span class="text-ink2">to</span>
      <QuantityField
        label="Bar {i + 1} to"
        hideLabel
        kind="clock"
        width={72}
        text={clockText(span.endH)}
        onvalue={(v) => setSpan(i, 'endH', v)}
      />
      <button
        type="button"
        class="icon"
        aria-label="Remove bar {i + 1}"
        onclick={() =>
          set(
            'bar removed',
            'spans',
            device.spans.filter((_, j) => j !== i)
          )}><Trash size={16} /></button
      >
    </div>
  {/each}
  <div class="mt-1 flex gap-2">
    <button type="button" class="btn" onclick={addSpan}><Plus size={14} />Bar</button>
    <button
      type="button"
      class="btn"
      onclick={() =>
        set('on all the time', 'spans', [{ startH: outing.startH, endH: outing.startH + outing.durationH }])}
      >Whole outing</button
    >
  </div>
</section>
<section class="sec">
  <h3>What it needs</h3>
  <div class="row">
    <span>Gives up under</span><QuantityField
      label="Least voltage"
      hideLabel
      kind="voltage"
      unit="V"
      width={64}
      text={device.minV === null ? '' : fixed(device.minV, 2)}
      options={{ min: 0, max: 60 }}
      onvalue={(v) => set(`least ${v} V`, 'minV', v)}
    />
  </div>
  <div class="row">
    <span>Bears at most</span><QuantityField
      label="Highest voltage"
      hideLabel
      kind="voltage"
      unit="V"
      width={64}
      text={device.maxV === null ? '' : fixed(device.maxV, 2)}
      options={{ min: 1, max: 60 }}
      onvalue={(v) => set(`most ${v} V`, 'maxV', v)}
    />
  </div>
  <label class="row"
    ><span>Electronics or radio: 3 % drop at most</span><input
      type="checkbox"
      checked={device.fussy}
      onchange={(e) => set('drop limit', 'fussy', e.currentTarget.checked)}
    /></label
  >
  <label class="row"
    ><span>Has a motor</span><input
      type="checkbox"
      checked={device.hasMotor}
      onchange={(e) => set('motor', 'hasMotor', e.currentTarget.checked)}
    /></label
  >
</section>
<div class="p-4"><button type="button" class="btn danger" onclick={remove}>Remove device</button></div>
