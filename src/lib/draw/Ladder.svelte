<script lang="ts">
  import type { WireSize } from '@haversack/core/quantity/wire-size';
  import { wireSizeText } from '@haversack/core/quantity/wire-size';
  import { ampsText, fixed, runText } from '@haversack/core/quantity/format';
  import { areaMm2, knownSize } from '@haversack/core/wiring/conductor';
  import type { CircuitPlan } from '@haversack/core/wiring/types';
  import { useBox } from '$lib/client/open-box.svelte.ts';
  import { portTags } from '@haversack/core/box/lookup';

  let { width }: { width: number } = $props();
  const open = useBox();
  const w = $derived(open.plan.wiring);
  const doc = $derived(open.doc);
  const always = $derived(w.circuits.filter((c) => c.circuit.live === 'always'));
  /** Meters last, so that their sense pair drops straight to the shunt. */
  const isMeter = (c: CircuitPlan): boolean => c.portPart?.role === 'meter';
  const behindMaster = $derived(w.circuits.filter((c) => c.circuit.live !== 'always'));
  const load = $derived([...behindMaster.filter((c) => !isMeter(c)), ...behindMaster.filter(isMeter)]);
  const PITCH = $derived(load.length > 9 ? 48 : 64);
  const topY = 60;
  const busY0 = $derived(topY + always.length * 64 + 20);
  const rungY = (i: number): number => busY0 + 24 + i * PITCH;
  const lastY = $derived(rungY(Math.max(0, load.length - 1)));
  const returnY = $derived(Math.max(lastY + 72, busY0 + 420));
  const height = $derived(returnY + 56);
  const W = $derived(Math.max(860, width));
  const rightX = $derived(W - 24);
  const col = $derived({ src: 64, fuse: 276, wire: 336, sw: 456, port: 590, feeds: 634, amps: W - 96, volts: W - 40 });
  const tags = $derived(portTags(doc, w.main.masterPortId));
  const masterTag = $derived(w.main.masterPortId ? (tags[w.main.masterPortId] ?? 'S0') : undefined);
  const unit = $derived(doc.preferences.lengthUnit);
  const positive = $derived(doc.preferences.colours === 'brown-blue' ? 'var(--brass7)' : 'var(--pos)');
  const negative = $derived(doc.preferences.colours === 'brown-blue' ? 'var(--note)' : 'var(--neg)');

  /** Line weight says the gauge. */
  const weight = (size: WireSize | undefined): number =>
    size && knownSize(size) ? Math.min(4.5, 1.1 + Math.sqrt(areaMm2(size)) * 1.15) : 1;
  const selectedId = $derived(open.selected?.kind === 'circuit' ? open.selected.id : null);
  const worst = (c: CircuitPlan) =>
    open.plan.findings.find((f) => f.acceptedBecause === null && f.where.id === c.circuit.id && f.severity !== 'note');
  const mainBad = $derived(
    open.plan.findings.find((f) => f.acceptedBecause === null && f.where.kind === 'main' && f.severity === 'stop')
  );
  const pick = (c: CircuitPlan) => (open.selected = { kind: 'circuit', id: c.circuit.id });
  const short = (t: string, n: number): string => (t.length > n ? `${t.slice(0, n - 1)}…` : t);
  const mainWeight = $derived(weight(w.main.wire));
  const meter = $derived(w.circuits.find((c) => c.portPart?.role === 'meter'));
</script>

{#snippet rung(c: CircuitPlan, y: number, fromX: number)}
  {@const f = worst(c)}
  {@const bad = f?.severity === 'stop'}
  {@const lw = weight(c.wire)}
  {@const run = runText(c.lengthMm, unit)}
  <g
    role="button"
    tabindex="0"
    aria-label="{c.tag} {c.feeds}: fuse {c.fuseA === undefined ? c.fuseOrigin : `${c.fuseA} A`}, wire {c.wire
      ? wireSizeText(c.wire)
      : c.wireOrigin}, {run.value} {run.unit}, {fixed(c.dropV, 2)} V lost{f ? `. ${f.title}` : ''}"
    class="rung"
    onclick={() => pick(c)}
    onkeydown={(e) => {
      if (e.key === 'Enter' || e.key === ' ') {
        e.preventDefault();
        pick(c);
      }
    }}
  >
    <rect
      x={fromX - 20}
      y={y - 30}
      width={rightX - fromX + 12}
      height={Math.min(60, PITCH - 2)}
      fill={selectedId === c.circuit.id ? 'var(--brass1)' : 'transparent'}
    />
    {#if selectedId === c.circuit.id}<rect
        x={fromX - 20}
        y={y - 30}
        width="3"
        height={Math.min(60, PITCH - 2)}
        fill="var(--brass6)"
      />{/if}
    <path d="M{fromX} {y}H{c.switchTag ? col.sw - 18 : col.port - 18}" stroke={positive} stroke-width={lw} />
    {#if c.switchTag}
      <path d="M{col.sw + 18} {y}H{col.port - 18}" stroke={positive} stroke-width={lw} /><path
        d="M{col.sw - 18} {y}h36"
        stroke="var(--ink)"
        stroke-width="2.5"
      />
      <circle cx={col.sw - 18} cy={y} r="4" fill="var(--paper)" stroke="var(--ink)" stroke-width="1.5" /><circle
        cx={col.sw + 18}
        cy={y}
        r="4"
        fill="var(--paper)"
        stroke="var(--ink)"
        stroke-width="1.5"
      />
      <text x={col.sw} y={y + 20} text-anchor="middle">{c.switchTag}</text>
    {/if}
    {#if c.fuseOrigin !== 'none'}
      <rect
        x={col.fuse - 20}
        y={y - 8}
        width="40"
        height="16"
        rx="3"
        fill="var(--raise)"
        stroke={bad ? 'var(--stop)' : 'var(--ink)'}
        stroke-width={bad ? 2 : 1}
      /><path d="M{col.fuse - 20} {y}h40" stroke={positive} stroke-width={Math.min(2, lw)} />
    {/if}
    <text x={col.fuse} y={y - 13} text-anchor="middle" style:fill={bad ? 'var(--stop)' : 'var(--ink)'}
      ><tspan font-weight="640">{c.fuseTag}</tspan><tspan dx="4" class="n"
        >{c.fuseA === undefined
          ? c.fuseOrigin === 'none'
            ? 'no fuse'
            : c.fuseOrigin === 'unknown'
              ? 'unknown'
              : 'none fits'
          : `${c.fuseA} A`}</tspan
      ></text
    >
    {#if bad}<g transform="translate({col.fuse + 38} {y - 26}) scale(0.8)"
        ><path d="M6.2 1h7.6L19 6.2v7.6L13.8 19H6.2L1 13.8V6.2z" fill="var(--stop)" /><path
          d="M5.5 10h9"
          stroke="var(--paper)"
          stroke-width="2.4"
        /></g
      >{/if}
    <text class="halo" x={col.wire} y={y - 7}
      >{c.wire ? wireSizeText(c.wire) : 'wire unknown'}<tspan dx="8" class="n" style:fill="var(--ink2)"
        >{run.value}</tspan
      ><tspan dx="3" style:fill="var(--ink2)">{run.unit}</tspan></text
    >
    <path d="M{col.port + 18} {y}H{rightX}" stroke={negative} stroke-width={lw} />
    <path d="M{col.port - 44} {y - 5}l9 5 -9 5z" fill={positive} /><path
      d="M{rightX - 14} {y - 5}l9 5 -9 5z"
      fill={negative}
    />
    {#if c.portPart?.role === 'meter'}<rect
        x={col.port - 20}
        y={y - 14}
        width="40"
        height="28"
        rx="3"
        fill={selectedId === c.circuit.id ? 'var(--brass2)' : 'var(--raise)'}
        stroke="var(--ink)"
      />{:else}<circle
        cx={col.port}
        cy={y}
        r="18"
        fill={selectedId === c.circuit.id ? 'var(--brass2)' : 'var(--raise)'}
        stroke="var(--ink)"
      />{/if}
    <text x={col.port} y={y + 4} text-anchor="middle" font-weight="640">{c.portTag}</text>
    <text x={col.port - 28} y={y - 8} text-anchor="middle" font-weight="640">+</text><text
      x={col.port + 28}
      y={y - 8}
      text-anchor="middle"
      font-weight="640">−</text
    >
    <text class="halo" x={col.feeds + 6} y={y - 7} font-weight="600">{short(c.feeds, W > 900 ? 26 : 17)}</text>
    <text class="halo" x={col.amps + 8} y={y - 7} text-anchor="end"
      ><tspan class="n">{ampsText(c.loadA)}</tspan> <tspan style:fill="var(--ink2)">A</tspan></text
    >
    <text
      class="halo"
      x={col.volts + 8}
      y={y - 7}
      text-anchor="end"
      style:fill={c.dropFraction > c.dropLimitFraction ? 'var(--caution)' : 'var(--ink)'}
      ><tspan class="n">{fixed(c.dropV, 2)}</tspan> <tspan style:fill="var(--ink2)">V</tspan></text
    >
  </g>
{/snippet}

<svg
  width={W}
  {height}
  viewBox="0 0 {W} {height}"
  role="group"
  aria-label="The circuit from the battery through each fuse and port and back"
>
  {#each [[col.fuse, 'Fuse', 'middle'], [col.wire, 'Wire', 'start'], [col.sw, 'Switch', 'middle'], [col.port, 'Port', 'middle'], [col.feeds + 6, 'Feeds', 'start'], [col.amps + 8, 'Most', 'end'], [col.volts + 8, 'Lost', 'end']] as const as [x, text, anchor] (text)}<text
      {x}
      y="20"
      text-anchor={anchor}
      style:fill="var(--ink2)">{text}</text
    >{/each}
  <path
    d="M{rightX} {always.length ? topY : rungY(0)}V{returnY}"
    stroke={negative}
    stroke-width={mainWeight}
    fill="none"
  />
  <text class="halo" x={rightX - 8} y={returnY - 8} text-anchor="end" style:fill="var(--ink2)"
    >− bus{w.main.wire ? `, ${wireSizeText(w.main.wire)}` : ''}</text
  >

  {#each always as c, i (c.circuit.id)}
    {@const y = topY + i * 64}
    {@render rung(c, y, col.src)}
  {/each}
  {#if always.length}<text
      class="halo"
      x={col.src + 12}
      y={topY + (always.length - 1) * 64 + 20}
      style:fill="var(--caution)">before {masterTag ?? 'any switch'}: live even when off</text
    >{/if}

  <!-- the main path: battery, main fuse, master, fuse block -->
  <g
    role="button"
    tabindex="0"
    class="rung"
    aria-label="Main path: fuse {w.main.fuseA ?? w.main.fuseOrigin} A, {w.main.wire ? wireSizeText(w.main.wire) : ''}"
    onclick={() => (open.selected = { kind: 'main' })}
    onkeydown={(e) => e.key === 'Enter' && (open.selected = { kind: 'main' })}
  >
    <rect
      x="12"
      y={busY0}
      width="200"
      height={returnY - busY0 - 110}
      fill={open.selected?.kind === 'main' ? 'var(--brass1)' : 'transparent'}
    />
    <path
      d="M{col.src} {returnY - 100}V{always.length ? topY : rungY(0)}"
      stroke={positive}
      stroke-width={mainWeight}
      fill="none"
    />
    <path d="M{col.src} {rungY(0)}H{masterTag ? 116 : 208}" stroke={positive} stroke-width={mainWeight} />
    {#if masterTag}<path d="M160 {rungY(0)}H208" stroke={positive} stroke-width={mainWeight} /><path
        d="M116 {rungY(0)}h44"
        stroke="var(--ink)"
        stroke-width="3"
      /><circle cx="116" cy={rungY(0)} r="4.5" fill="var(--paper)" stroke="var(--ink)" stroke-width="1.5" /><circle
        cx="160"
        cy={rungY(0)}
        r="4.5"
        fill="var(--paper)"
        stroke="var(--ink)"
        stroke-width="1.5"
      /><text x="138" y={rungY(0) + 20} text-anchor="middle"
        ><tspan font-weight="640">{masterTag}</tspan><tspan dx="4">master</tspan></text
      >{/if}
    {#if always.length}<circle cx={col.src} cy={rungY(0)} r="4" fill={positive} />{/if}
    {#if w.main.holder && w.main.fuseOrigin !== 'none'}
      <rect
        x={col.src - 8}
        y={returnY - 216}
        width="16"
        height="40"
        rx="3"
        fill="var(--raise)"
        stroke={mainBad ? 'var(--stop)' : 'var(--ink)'}
        stroke-width={mainBad ? 2 : 1}
      /><path d="M{col.src} {returnY - 216}v40" stroke={positive} stroke-width="2" />
      <text x={col.src + 18} y={returnY - 206} style:fill={mainBad ? 'var(--stop)' : 'var(--ink)'}
        ><tspan font-weight="640">F0</tspan><tspan dx="4" class="n"
          >{w.main.fuseA === undefined ? w.main.fuseOrigin : `${w.main.fuseA} A`}</tspan
        ></text
      >
      <text x={col.src + 18} y={returnY - 190} style:fill="var(--ink2)">main fuse</text>
      {#if w.main.fuseDistanceMm !== undefined}<text x={col.src + 18} y={returnY - 174} style:fill="var(--ink2)"
          ><tspan class="n">{runText(w.main.fuseDistanceMm, unit).value}</tspan>
          {runText(w.main.fuseDistanceMm, unit).unit} from battery</text
        >{/if}
    {:else}
      <text x={col.src + 14} y={returnY - 190} font-weight="640" style:fill="var(--stop)"
        >{w.main.fuseOrigin === 'unknown' ? 'main fuse unknown' : 'no main fuse'}</text
      >
    {/if}
    {#if w.main.wire}<text class="halo" x={col.src + 14} y={returnY - 262} style:fill="var(--ink2)"
        >{wireSizeText(w.main.wire)}, {runText(w.main.lengthMm, unit).value} {runText(w.main.lengthMm, unit).unit}</text
      >{/if}
    <path d="M{col.src - 6} {returnY - 240}l6 -10 6 10z" fill={positive} />
  </g>
  {#if load.length}
    <rect
      x="220"
      y={busY0 - 12}
      width="106"
      height={lastY - busY0 + 48}
      rx="6"
      fill="none"
      stroke={w.block ? 'var(--line2)' : 'var(--stop)'}
      stroke-dasharray={w.block ? undefined : '5 3'}
    />
    <text class="halo" x="226" y={lastY + 32} style:fill={w.block ? 'var(--ink2)' : 'var(--stop)'}
      >{w.block ? `fuse block, ${w.block.wayCount} ways` : 'no fuse block'}</text
    >
    {#each load as c, i (c.circuit.id)}{@render rung(c, rungY(i), 236)}{/each}
    <path d="M208 {rungY(0)}H236V{lastY}" stroke={positive} stroke-width={mainWeight} fill="none" />
    {#each load as c, i (c.circuit.id)}<circle cx="236" cy={rungY(i)} r="3.5" fill={positive} />{/each}
  {/if}
  {#each [...always.map((_, i) => topY + i * 64), ...load.map((_, i) => rungY(i))] as y (y)}<circle
      cx={rightX}
      cy={y}
      r="3.5"
      fill={negative}
    />{/each}

  <!-- battery and return -->
  <rect x="20" y={returnY - 100} width="132" height="78" rx="4" fill="var(--olive1)" stroke="var(--olive5)" />
  <text x="86" y={returnY - 62} text-anchor="middle" font-weight="640"
    >Battery{doc.bank.count > 1 ? ` × ${doc.bank.count}` : ''}</text
  >
  <text x="86" y={returnY - 45} text-anchor="middle" style:fill="var(--ink2)"
    >{open.plan.bank ? `${open.plan.bank.nominalV} V ${open.plan.bank.part.capacityAh} Ah` : 'none chosen'}</text
  >
  <text x={col.src} y={returnY - 84} text-anchor="middle" font-weight="640">+</text><text
    x={col.src}
    y={returnY - 27}
    text-anchor="middle"
    font-weight="640">−</text
  >
  <path d="M{col.src} {returnY - 22}V{returnY}H{rightX}" stroke={negative} stroke-width={mainWeight} fill="none" />
  {#if w.shunt}
    <rect x="396" y={returnY - 14} width="80" height="28" rx="4" fill="var(--raise)" stroke="var(--ink)" /><text
      x="436"
      y={returnY + 4}
      text-anchor="middle"
      font-weight="640">Shunt</text
    >
    <text class="halo" x="388" y={returnY - 8} text-anchor="end" style:fill="var(--ink2)">battery side</text><text
      class="halo"
      x="484"
      y={returnY - 8}
      style:fill="var(--ink2)">load side</text
    >
    <text x="436" y={returnY + 32} text-anchor="middle" style:fill="var(--ink2)"
      >{w.shunt.ratingA ?? '?'} A {w.shunt.ratingMilliV} mV</text
    >
    {#if meter}
      {@const my = meter.circuit.live === 'always' ? topY : rungY(load.indexOf(meter))}
      {#if load.indexOf(meter) === load.length - 1}<path
          d="M{col.port - 8} {my + 14}V{returnY - 34}H416V{returnY - 14}M{col.port + 8} {my + 14}V{returnY -
            26}H456V{returnY - 14}"
          fill="none"
          stroke="var(--sense)"
          stroke-dasharray="5 3"
        /><text class="halo" x={col.port - 16} y={returnY - 40} text-anchor="end" style:fill="var(--ink2)"
          >sense pair</text
        >{:else}<text class="halo" x="500" y={returnY + 24} style:fill="var(--ink2)"
          >sense pair from {meter.portTag}</text
        >{/if}
    {/if}
  {/if}
  <path d="M240 {returnY - 5}l-9 5 9 5z" fill={negative} />
</svg>

<style>
  .rung {
    cursor: pointer;
    outline: none;
  }
  .rung:focus-visible {
    outline: 2px solid var(--brass6);
    outline-offset: -2px;
  }
</style>
