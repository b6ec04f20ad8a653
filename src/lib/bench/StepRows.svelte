<script lang="ts">
  import { fusePlace, printsFor, type BuiltKind } from '@haversack/core/bench/as-built';
  import { holeSchedule } from '@haversack/core/drill/schedule';
  import { drilledFaces, faceDrawing } from '@haversack/core/template/face-drawing';
  import { faceSvg } from '@haversack/core/template/svg';
  import { lengthText } from '@haversack/core/quantity/format';
  import type { WorkStep } from '@haversack/core/bench/work/steps';
  import { resolve } from '$app/paths';
  import { useMarks } from '$lib/client/bench-marks.svelte.ts';
  import { ownBits } from '$lib/client/own-bits.svelte.ts';
  import { useBox } from '$lib/client/use-box.ts';
  import InsideView from '$lib/draw/InsideView.svelte';
  import QuantityField from '$lib/ui/QuantityField.svelte';
  import Otherwise from './Otherwise.svelte';
  import { renewPrint } from './prints.ts';

  /** What one step needs to be seen and ticked: its holes, leads, fuses or parts, its drawing, or the way to its readings. */
  type Props = { step: WorkStep; who: (key: string) => string };
  let { step, who }: Props = $props();
  const open = useBox();
  const bench = useMarks();
  const bits = ownBits();
  const plan = $derived(open.plan);
  const unit = $derived(open.doc.preferences.lengthUnit);
  const holes = $derived(plan.panel && plan.fit ? holeSchedule(open.doc, plan.panel, plan.fit.part, bits.sets) : []);
  /** The faces to mark and drill, as they stand now. */
  const faces = $derived(
    plan.panel && plan.fit && step.shows === 'holes'
      ? drilledFaces(open.doc, plan.panel).map((face) => ({
          face,
          svg: faceSvg(faceDrawing(open.doc, plan.panel!, plan.fit!.part, face, bits.sets))
        }))
      : []
  );
  const STAGE = { 'tests-dead': 'dead', 'tests-live': 'first', 'tests-load': 'load', 'tests-water': 'water' } as const;
  const stage = $derived(STAGE[step.shows as keyof typeof STAGE]);
  const isPort = (id: string) => open.doc.ports.some((p) => p.id === id);

  const cut = $derived(open.doc.bench.asCut);
  function enterCut(r: { key: string }, what: string, next: Record<string, number>): void {
    open.set(what, 'bench/asCut', next);
    renewPrint(open, bench, 'lead', r.key);
  }

  /** What is ticked stands as it is drawn now: a later change of the drawing is told from it. */
  function tick(key: string, on: boolean): void {
    bench.tick(key, on);
    if (on) for (const p of printsFor(open.doc, open.plan, key)) bench.set(p.key, p.value);
  }
</script>

{#snippet row(key: string, label: string, detail: string, as?: { kind: BuiltKind; id: string })}
  <label class="tickrow"
    ><input
      type="checkbox"
      checked={bench.marks.isTicked(key)}
      onchange={(e) => tick(key, e.currentTarget.checked)}
    /><span class="min-w-0 flex-1"
      ><b>{label}</b> <span class="text-ink2">{detail}</span>{#if who(key)}<span class="lab block">{who(key)}</span
        >{/if}</span
    ></label
  >
  {#if as}<Otherwise {...as} name={label.split(' ')[0]!} />{/if}
{/snippet}

{#if step.shows === 'holes'}
  <div class="mt-3 flex flex-wrap gap-3">
    {#each faces as f (f.face)}<figure class="m-0 min-w-0">
        <img
          class="bg-white max-h-72 max-w-full rounded-box border border-line2 p-1"
          src="data:image/svg+xml;utf8,{encodeURIComponent(f.svg)}"
          alt="The {f.face} from outside with its holes"
        />
        <figcaption class="lab">{f.face}, from outside</figcaption>
      </figure>{/each}
  </div>
  <div class="mt-3" role="group" aria-label="Holes">
    {#each holes as h (h.portId)}
      {@render row(
        `hole ${step.id} ${h.portId}`,
        `${h.tag} ${h.face}`,
        step.id === 'mark'
          ? `${unit === 'in' ? h.x.inch : h.x.mm} from the left, ${unit === 'in' ? h.y.inch : h.y.mm} up (${unit})`
          : step.id === 'measure'
            ? `hole ${h.size} ${unit}, good from ${h.window}`
            : `${h.how} ${h.rpm} rpm`,
        step.id === 'drill' && isPort(h.portId) ? { kind: 'hole', id: h.portId } : undefined
      )}
    {/each}
  </div>
{:else if step.shows === 'runs'}
  <div class="mt-3" role="group" aria-label="Leads">
    {#each plan.runs.runs as r (r.key)}
      <div class="flex items-center gap-2">
        <div class="min-w-0 flex-1">
          {@render row(
            `lead ${step.id} ${r.key}`,
            `${r.id} ${lengthText(r.lengthMm, unit, 0)} ${unit}`,
            `${r.count > 1 ? `${r.count} × ` : ''}${r.size} ${r.colour}, ${r.from.tab} (${r.from.terminal}) to ${r.to.tab} (${r.to.terminal})${step.id === 'harness' ? `; die ${r.die}` : ''}`,
            step.id === 'cut' && r.wire && r.polarity !== 'sense' ? { kind: 'lead', id: r.key } : undefined
          )}
        </div>
        {#if step.id === 'cut'}<QuantityField
            label="{r.id} as cut"
            hideLabel
            kind="length"
            width={64}
            text={r.asCut ? lengthText(r.lengthMm, unit, 0) : ''}
            options={{ lengthUnit: unit, min: 10, max: 20000 }}
            onempty={() =>
              enterCut(r, `${r.id} as planned`, Object.fromEntries(Object.entries(cut).filter(([k]) => k !== r.key)))}
            onvalue={(v) => enterCut(r, `${r.id} cut ${Math.round(v)} mm`, { ...cut, [r.key]: v })}
          />{/if}
      </div>
    {/each}
    {#if step.id === 'cut'}<p class="lab">
        Cut otherwise? Write the real length beside it: every check runs again with it.
      </p>{/if}
  </div>
{:else if step.shows === 'fuses'}
  <div class="mt-3" role="group" aria-label="Fuses">
    {#each plan.bench.card as f, nth (nth)}{@render row(
        `part ${step.id} ${fusePlace(plan, f.tag)}`,
        `${f.tag} ${f.fuse}`,
        `${f.feeds}, ${f.live}`,
        step.id === 'fuse' ? { kind: 'fuse', id: fusePlace(plan, f.tag) } : undefined
      )}{/each}
  </div>
{:else if step.shows === 'parts'}
  <div class="mt-3" role="group" aria-label="Parts">
    {#each plan.panel?.ports ?? [] as p (p.port.id)}{@render row(
        `part ${step.id} ${p.port.id}`,
        `${p.tag} ${p.port.name}`,
        `${p.part.name}, ${p.port.face}, ${p.port.terminals} terminals`,
        step.id === 'fit-parts' ? { kind: 'part', id: p.port.id } : undefined
      )}{/each}
  </div>
{:else if step.shows === 'plan' && plan.fit?.state === 'fits'}
  <div class="mt-3 overflow-x-auto"><InsideView fit={plan.fit} panel={plan.panel} view="plan" scale={1} /></div>
{:else if stage}
  <p class="mt-3">
    <a class="btn main" href={resolve(`/box/${open.id}/bench?view=test&stage=${stage}`)}>To the readings</a>
  </p>
{/if}

<style>
  .tickrow {
    display: flex;
    align-items: flex-start;
    gap: 12px;
    min-height: 44px;
    padding: 8px 0;
    border-bottom: 1px solid var(--line);
    font-size: 0.875rem;
  }
  .tickrow input {
    width: 26px;
    height: 26px;
    flex: none;
  }
</style>
