<script lang="ts">
  import type { At } from '@haversack/core/box/edit';
  import { choiceOf, fromChoice } from '@haversack/core/box/attr';
  import { panelPortEdits, USUAL_SOLAR } from '@haversack/core/charge/solar-port';
  import { isSwitch } from '@haversack/core/box/feeds';
  import { panelPartOf } from '@haversack/core/box/lookup';
  import OriginRow from '$lib/inspect/OriginRow.svelte';
  import { solarPlan } from '@haversack/core/charge/solar';
  import { fixed } from '@haversack/core/quantity/format';
  import { useBox } from '$lib/client/use-box.ts';
  import AttrField from '$lib/ui/AttrField.svelte';
  import QuantityField from '$lib/ui/QuantityField.svelte';
  import AttrQuantity from '$lib/ui/AttrQuantity.svelte';
  import QuantityRow from '$lib/ui/QuantityRow.svelte';
  import SelectRow from '$lib/ui/SelectRow.svelte';
  import { controllerFuseA } from '@haversack/core/wiring/charge-fuse';

  const open = useBox();
  const solar = $derived(open.doc.charging.solar);
  const plan = $derived(solarPlan(open.doc, open.plan));
  const MONTHS = ['J', 'F', 'M', 'A', 'M', 'J', 'J', 'A', 'S', 'O', 'N', 'D'];
  const most = $derived(plan ? Math.max(...plan.monthWh, 1) : 1);
  const set = <const K extends string>(what: string, key: K, value: At<`charging/solar/${K}`>) =>
    open.set(`Solar: ${what}`, `charging/solar/${key}`, value);
  const CONTROLLERS = [
    ['pwm', 'PWM'],
    ['mppt', 'MPPT'],
    ['none', 'none'],
    ['unknown', 'unknown']
  ] as const;
  const FITS = [
    ['plugged', 'outside, plugs into the charge inlet'],
    ['inside', 'in the box']
  ] as const;
  const inlets = $derived(
    (open.plan.panel?.ports ?? [])
      .filter((p) => p.part.role === 'inlet' || p.part.role === 'outlet')
      .map((p): [string, string] => [p.port.id, `${p.tag} ${p.port.name}`])
  );
  const switches = $derived(
    open.doc.ports
      .filter((p) => isSwitch(panelPartOf(open.doc, p)))
      .map((p): [string, string] => [
        p.id,
        `${open.plan.panel?.ports.find((q) => q.port.id === p.id)?.tag ?? ''} ${p.name}`
      ])
  );
  const panelPort = (v: string): void =>
    open.commit('Port of the panel', panelPortEdits(open.doc, v === 'unknown' ? undefined : v));
</script>

<section class="card" aria-label="Solar">
  <div class="flex items-center justify-between">
    <h2 class="h3">Solar panel</h2>
    {#if solar}<button
        type="button"
        class="btn danger"
        onclick={() => open.set('No solar panel', 'charging/solar', null)}>Remove</button
      >{:else}<button type="button" class="btn" onclick={() => open.set('A solar panel', 'charging/solar', USUAL_SOLAR)}
        >Add a panel</button
      >{/if}
  </div>
  {#if solar}
    <div class="grid gap-x-6 sm:grid-cols-2">
      {#each [['Rated', 'panelW', 'power', 'W', 1000], ['At its best', 'maxPowerV', 'voltage', 'V', 200], ['Open, no load', 'openV', 'voltage', 'V', 200]] as const as [label, key, kind, unit, max] (key)}
        <div class="row">
          <span>{label}</span><QuantityField
            label="Panel: {label}"
            hideLabel
            {kind}
            {unit}
            width={56}
            text={fixed(solar[key], solar[key] % 1 ? 1 : 0)}
            options={{ min: 1, max }}
            onvalue={(v) => set(`${label} ${v} ${unit}`, key, v)}
          />
        </div>
      {/each}
      <QuantityRow
        word="Tilt, 0 is flat"
        label="Panel tilt"
        kind="number"
        unit="°"
        width={56}
        text={fixed(solar.tiltDeg, 0)}
        options={{ min: 0, max: 90, units: { '°': 1, deg: 1, degrees: 1 } }}
        onvalue={(v) => set(`tilt ${v}°`, 'tiltDeg', v)}
      />
      <QuantityRow
        word="Not shaded"
        label="Share not shaded"
        kind="fraction"
        unit="%"
        width={56}
        text={fixed(solar.unshadedFraction * 100, 0)}
        options={{ min: 0, max: 1 }}
        onvalue={(v) => set(`${fixed(v * 100, 0)} % unshaded`, 'unshadedFraction', v)}
      />
      <AttrField
        label="Sky, of clear"
        attr={solar.skyFraction}
        automatic={plan ? `${fixed(plan.skyFraction * 100, 0)} %` : 'by season'}
        start={0.5}
        allow={['auto', 'set']}
        onattr={(a) => set('sky', 'skyFraction', a)}
      >
        {#snippet field()}<QuantityField
            label="Sky against clear"
            hideLabel
            kind="fraction"
            unit="%"
            width={48}
            text={solar.skyFraction.is === 'set' ? fixed(solar.skyFraction.value * 100, 0) : ''}
            options={{ min: 0, max: 1 }}
            onvalue={(v) => set('sky', 'skyFraction', { is: 'set', value: v })}
          />{/snippet}
      </AttrField>
      <SelectRow
        word="Controller"
        value={solar.controller}
        choices={CONTROLLERS}
        onchoose={(v) => set(`controller ${v}`, 'controller', v)}
      />
      <SelectRow word="It sits" value={solar.fit} choices={FITS} onchoose={(v, t) => set(t, 'fit', v)} />
      {#if solar.fit === 'inside'}
        <SelectRow
          word="Panel plugs into"
          value={solar.panelPortId.is === 'set' ? solar.panelPortId.value : 'unknown'}
          choices={[['unknown', 'no port yet'], ...inlets]}
          onchoose={(v) => panelPort(v)}
        />
        <AttrQuantity
          label="Fuse at the battery end"
          attr={solar.fuse}
          automatic="{controllerFuseA(open.doc) ?? '?'} A"
          start={10}
          kind="current"
          unit="A"
          text={(v) => fixed(v, v % 1 ? 1 : 0)}
          options={{ min: 1, max: 100 }}
          onattr={(a) => set('fuse', 'fuse', a)}
        />
        <OriginRow word="Joined to" from={solar.from} onchoose={(v, t) => set(`joined to ${t}`, 'from', v)} />
        <SelectRow
          word="Switch to the battery"
          value={choiceOf(solar.switchPortId)}
          choices={[['none', 'none'], ['unknown', 'unknown'], ...switches]}
          onchoose={(v, t) => set(`switch ${t}`, 'switchPortId', fromChoice(v))}
        />
        <label class="row"
          ><span>It has load terminals</span><input
            type="checkbox"
            checked={solar.loadTerminal !== null}
            onchange={(e) =>
              set(
                e.currentTarget.checked ? 'load terminals' : 'no load terminals',
                'loadTerminal',
                e.currentTarget.checked ? { mostA: 10 } : null
              )}
          /></label
        >
        {#if solar.loadTerminal}<QuantityRow
            inset
            word="They give at most"
            label="Load terminals give at most"
            kind="current"
            unit="A"
            width={56}
            text={solar.loadTerminal.mostA === null ? '' : fixed(solar.loadTerminal.mostA, 0)}
            options={{ min: 0.1, max: 100 }}
            onempty={() => set('load terminals not known', 'loadTerminal', { mostA: null })}
            onvalue={(v) => set(`load terminals ${v} A`, 'loadTerminal', { mostA: v })}
          />{/if}
        <p class="lab">Join the battery to it first, the panel last; take it apart the other way round.</p>
      {/if}
      {#each [['Controller bears', 'controllerMaxV', 'voltage', 'V', 500], ['Controller gives', 'controllerMaxA', 'current', 'A', 500]] as const as [label, key, kind, unit, max] (key)}
        <div class="row">
          <span>{label}</span><QuantityField
            {label}
            hideLabel
            {kind}
            {unit}
            width={56}
            text={solar[key] === null ? '' : fixed(solar[key]!, 0)}
            options={{ min: 0.1, max }}
            onempty={() => set(`${label}: not known`, key, null)}
            onvalue={(v) => set(`${label} ${v} ${unit}`, key, v)}
          />
        </div>
      {/each}
      <label class="row"
        ><span>Stands there during the outing</span><input
          type="checkbox"
          checked={solar.duringOuting}
          onchange={(e) => set('during the outing', 'duringOuting', e.currentTarget.checked)}
        /></label
      >
    </div>
    {#if plan}
      <p class="mt-2 text-[0.875rem]">
        Brings <b class="n">{fixed(plan.dailyInWh, 0)} Wh</b> on an average day ({fixed(plan.clearWh, 0)} under a clear sky);
        the plan takes <b class="n">{fixed(plan.dailyOutWh, 0)} Wh</b>.
        <span class={plan.holds ? 'text-holds' : 'text-caution'}
          >{plan.holds ? 'It keeps up.' : 'The battery falls day by day.'}</span
        >
      </p>
      <div class="months" role="img" aria-label="Energy on an average day of each month, Wh">
        {#each plan.monthWh as wh, m (m)}
          <div class="m" class:now={m === plan.month}>
            <span class="n">{fixed(wh, 0)}</span><span class="b" style:height="{(wh / most) * 56}px"></span><span
              class="lab">{MONTHS[m]}</span
            >
          </div>
        {/each}
      </div>
      <h3 class="mt-3">A week of simulated weather</h3>
      <table class="sheet">
        <thead
          ><tr
            ><th>Day</th><th class="num">Sky</th><th class="num">In, Wh</th><th class="num">Out, Wh</th><th class="num"
              >Left in the evening</th
            ></tr
          ></thead
        >
        <tbody
          >{#each plan.week as d, nth (nth)}<tr
              ><th scope="row">{d.day + 1}</th><td class="num n">{fixed(d.skyFraction * 100, 0)} %</td><td class="num n"
                >{fixed(d.inWh, 0)}</td
              ><td class="num n">{fixed(d.outWh, 0)}</td><td class="num n">{fixed(d.socFraction * 100, 0)} %</td></tr
            >{/each}</tbody
        >
      </table>
      <p class="lab mt-2">
        Open voltage at {fixed(plan.coldestC, 0)} °C: <span class="n">{fixed(plan.coldOpenV, 1)} V</span>; up to
        <span class="n">{fixed(plan.mostA, 1)} A</span> into the battery.
      </p>
    {:else if solar.controller !== 'pwm' && solar.controller !== 'mppt'}<p class="mt-2 text-caution">
        Name the controller first: a panel never hangs straight on the battery.
      </p>{:else}<p class="mt-2 text-ink2">
        Type latitude and day on Outing, and choose a battery, to see what it brings.
      </p>
    {/if}
  {:else}<p class="mt-1 text-ink2">None. A small panel can carry standby loads for months.</p>{/if}
</section>

<style>
  .months {
    display: grid;
    grid-template-columns: repeat(12, 1fr);
    gap: 3px;
    align-items: end;
    margin-top: 8px;
  }
  .m {
    display: grid;
    justify-items: center;
    font-size: 0.75rem;
  }
  .b {
    width: 100%;
    min-height: 1px;
    background: var(--bar);
    border: 1px solid var(--bar-edge);
  }
  .now .b {
    background: var(--olive5);
  }
  .now .lab {
    color: var(--ink);
    font-weight: 640;
  }
</style>
