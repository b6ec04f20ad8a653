<script lang="ts">
  import { scrolls } from '$lib/ui/scrolls.ts';
  import { bodyPoint } from '@haversack/core/wiring/lengths';
  import { runWay } from '@haversack/core/panel/run-ways';
  import { runText } from '@haversack/core/quantity/format';
  import { wireSizeText } from '@haversack/core/quantity/wire-size';
  import { useBox } from '$lib/client/open-box.svelte.ts';
  import FoldFaces from '$lib/draw/FoldFaces.svelte';
  import { FoldOutLayout } from '@haversack/core/draw/fold-out';
  import InsideView from '$lib/draw/InsideView.svelte';
  import { leadColours } from './drawn.ts';

  /** The same circuit on the case: where each lead lies on floor, wall and lid, and from above. */
  let { width }: { width: number } = $props();
  const open = useBox();
  const fit = $derived(open.plan.fit);
  const w = $derived(open.plan.wiring);
  const unit = $derived(open.doc.preferences.lengthUnit);
  const colours = $derived(leadColours(open.doc));
  let chosen = $state<string | undefined>();
  const scale = $derived.by(() => {
    if (!fit) return 1;
    const whole = 2 * (fit.part.rimLengthMm + fit.part.rimWidthMm);
    return Math.max(0.45, Math.min(1.1, (width - 112) / whole));
  });
  const layout = $derived(fit && new FoldOutLayout(fit.part, scale));
  const from = $derived(bodyPoint(fit, 'fuse-block') ?? bodyPoint(fit, 'battery-1'));
  const ways = $derived(
    fit && from
      ? w.circuits.flatMap((c) => {
          const port = open.plan.panel?.ports.find((p) => p.port.id === c.circuit.portId);
          return port ? [{ c, port, way: runWay(fit.part, from, port.port) }] : [];
        })
      : []
  );
  const used = $derived(new Set(ways.map((x) => x.port.port.face)));
  const planScale = $derived(fit ? Math.min(1.6, 420 / fit.part.rimLengthMm) : 1);
  const PLAN_M = 34;
  const line = (
    points: readonly { xMm: number; yMm: number }[],
    px: (p: { xMm: number; yMm: number }) => string
  ): string => points.map((p, i) => `${i ? 'L' : 'M'}${px(p)}`).join('');
</script>

<section class="grid gap-4 p-6 max-md:p-3" aria-label="Where the leads run" data-view="where">
  {#if !fit || !layout}<p>Choose a case first: where a lead runs follows from it.</p>
  {:else if ways.length === 0}<p>No lead has both its ends in the case yet.</p>
  {:else}
    <div class="no-print flex flex-wrap gap-2" role="group" aria-label="Which lead">
      <button type="button" class="btn" aria-pressed={chosen === undefined} onclick={() => (chosen = undefined)}
        >All</button
      >
      {#each ways as x (x.c.circuit.id)}<button
          type="button"
          class="btn"
          aria-pressed={chosen === x.c.circuit.id}
          onclick={() => {
            chosen = x.c.circuit.id;
            open.selected = { kind: 'circuit', id: x.c.circuit.id };
          }}><b>{x.port.tag}</b> {x.c.feeds}</button
        >{/each}
    </div>
    <div class="overflow-x-auto" use:scrolls>
      <svg
        width={layout.width}
        height={layout.height}
        viewBox="0 0 {layout.width} {layout.height}"
        role="img"
        aria-label="The case folded out with its leads"
      >
        <FoldFaces at={layout} {used} zones={[]} keepClear={false} {unit} />
        {#each ways as x (x.c.circuit.id)}
          {@const on = chosen === undefined || chosen === x.c.circuit.id}
          {#each x.way.stretches as s, i (i)}<path
              d={line(s.points, (p) => `${layout.px(s.face, p.xMm)} ${layout.py(s.face, p.yMm)}`)}
              fill="none"
              stroke={on ? colours.positive : 'var(--line2)'}
              stroke-width={on ? 2.5 : 1.2}
              stroke-linejoin="round"
            />{/each}
          {@const px = layout.px(x.port.port.face, x.port.port.xMm)}
          {@const py = layout.py(x.port.port.face, x.port.port.yMm)}
          <circle cx={px} cy={py} r="11" fill="var(--raise)" stroke={on ? 'var(--ink)' : 'var(--line2)'} /><text
            x={px}
            y={py + 4}
            text-anchor="middle"
            font-weight="640">{x.port.tag}</text
          >
        {/each}
      </svg>
    </div>
    <div class="flex flex-wrap items-start gap-8">
      <div class="relative">
        <InsideView {fit} panel={open.plan.panel} view="plan" scale={planScale} />
        <svg class="pointer-events-none absolute inset-0" width="100%" height="100%" aria-hidden="true">
          {#each ways as x (x.c.circuit.id)}
            {@const on = chosen === undefined || chosen === x.c.circuit.id}
            <path
              d={line(
                x.way.plan,
                (p) => `${PLAN_M + p.xMm * planScale} ${PLAN_M + (fit.part.rimWidthMm - p.yMm) * planScale}`
              )}
              fill="none"
              stroke={on ? colours.positive : 'var(--line2)'}
              stroke-width={on ? 2.5 : 1.2}
            />
          {/each}
        </svg>
      </div>
      <table class="sheet w-auto">
        <thead><tr><th>Lead</th><th>Wire</th><th class="num">One way</th><th>Along</th></tr></thead>
        <tbody>
          {#each ways as x (x.c.circuit.id)}
            {@const run = runText(x.c.lengthMm, unit)}
            <tr
              ><td><b>{x.port.tag}</b> {x.c.feeds}</td><td>{x.c.wire ? wireSizeText(x.c.wire) : 'unknown'}</td><td
                class="num n">{run.value} {run.unit}</td
              ><td>{x.way.stretches.map((s) => s.face).join(', ')}</td></tr
            >{/each}
        </tbody>
      </table>
    </div>
    <p class="lab max-w-3xl">
      The way that the lengths are taken from: along the floor and up the wall, on the lid over its hinge. Tie every
      lead within 50 mm of its terminal, away from edges and hot parts.
    </p>
  {/if}
</section>
