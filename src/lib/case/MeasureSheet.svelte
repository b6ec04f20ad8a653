<script lang="ts">
  import { set } from '@haversack/core/box/edit';
  import {
    caseFromDraft,
    draftProblems,
    MEASURE_STEPS,
    stillOpen,
    type CaseDraft,
    type Measure,
    type MeasureStep
  } from '@haversack/core/case/measure';
  import type { PartOf } from '@haversack/core/catalogue/part';
  import { fixed, lengthText } from '@haversack/core/quantity/format';
  import { saidIn } from '@haversack/core/quantity/said';
  import { request } from '$lib/client/api.ts';
  import { useBox } from '$lib/client/use-box.ts';
  import Mark from '$lib/ui/Mark.svelte';
  import QuantityField from '$lib/ui/QuantityField.svelte';
  import MeasureSketch from './MeasureSketch.svelte';
  import MeasureZones from './MeasureZones.svelte';

  /** A case of the person's own, line by line; what is not known yet may stay open. */
  let { ondone }: { ondone: () => void } = $props();
  const open = useBox();
  const unit = $derived(open.doc.preferences.lengthUnit);
  const KEY = 'haversack-measuring';
  let draft: CaseDraft = $state.raw(begin());
  let active = $state<Measure | undefined>('floorLengthMm');
  let problem = $state('');
  const problems = $derived(draftProblems(draft, saidIn(open.doc.preferences)));
  const made = $derived(caseFromDraft(draft));
  const left = $derived(stillOpen(draft));
  const neededLeft = $derived(left.filter((s) => s.needed));

  function begin(): CaseDraft {
    try {
      const kept = localStorage.getItem(KEY);
      if (kept) return JSON.parse(kept) as CaseDraft;
    } catch {
      // a full or forbidden local store only takes the safety net away
    }
    const c = open.plan.fit?.part;
    if (c?.origin === 'own') return fromCase(c);
    return {
      id: `own-case-${Date.now().toString(36)}`,
      name: 'My case',
      caseKind: 'hinged-can',
      material: 'PP',
      hinge: 'back',
      gasTight: false,
      seal: { jet: 0, dunk: 0 },
      measures: {},
      zones: []
    };
  }
  const fromCase = (c: PartOf<'case'>): CaseDraft => ({
    id: c.id,
    name: c.name,
    caseKind: c.caseKind,
    material: c.material,
    hinge: c.hinge,
    gasTight: c.gasTight,
    seal: c.seal,
    measures: Object.fromEntries(
      MEASURE_STEPS.flatMap((s) => {
        const v = c[s.key];
        return v === null || c.unmeasured.includes(s.key) ? [] : [[s.key, v]];
      })
    ),
    zones: c.zones.filter((z) => z.kind !== 'gasket')
  });

  function change(over: Partial<CaseDraft>): void {
    draft = { ...draft, ...over };
    try {
      localStorage.setItem(KEY, JSON.stringify(draft));
    } catch {
      // see above
    }
  }
  const measured = (key: Measure, v: number | undefined) => {
    const { [key]: _, ...rest } = draft.measures;
    void _;
    change({ measures: v === undefined ? rest : { ...rest, [key]: v } });
  };
  const textOf = (s: MeasureStep): string => {
    const v = draft.measures[s.key];
    return v === undefined ? '' : s.unit === 'mass' ? fixed(v, 2) : lengthText(v, unit);
  };

  async function use(): Promise<void> {
    if (!made) return;
    problem = '';
    try {
      const saved = await request<PartOf<'case'>>('PUT', '/api/parts', made);
      open.ownParts = [...open.ownParts.filter((p) => p.id !== saved.id), saved];
      open.commit(`Case measured: ${saved.name}`, [set(`parts/${saved.id}`, saved), set('casePartId', saved.id)]);
      localStorage.removeItem(KEY);
      ondone();
    } catch (e) {
      problem = e instanceof Error ? e.message : String(e);
    }
  }
  function drop(): void {
    localStorage.removeItem(KEY);
    ondone();
  }
</script>

<div class="grid gap-6 min-[900px]:grid-cols-[minmax(0,1fr)_340px]">
  <section aria-label="Measuring sheet">
    <h2>Measure your own case</h2>
    <p class="mb-3 text-ink2">
      Rule, caliper and a coin are enough. Lines you cannot answer stay open: usual values stand in, and the box says so
      until you measure them.
    </p>
    <div class="mb-3 flex flex-wrap gap-4">
      <label class="flex items-center gap-2"
        >Name <input
          class="in w-56"
          maxlength="120"
          value={draft.name}
          oninput={(e) => change({ name: e.currentTarget.value })}
        /></label
      >
      <label class="flex items-center gap-2"
        >Kind <select
          class="in"
          value={draft.caseKind}
          onchange={(e) => change({ caseKind: e.currentTarget.value as CaseDraft['caseKind'] })}
          ><option value="hinged-can">hinged plastic can</option><option value="steel-can">hinged steel can</option
          ><option value="hard-case">foam-lined hard case</option><option value="junction-box"
            >screw-lid junction box</option
          ><option value="battery-box">strap-lid battery box</option><option value="tool-box">tackle or tool box</option
          ><option value="wooden-box">wooden box</option><option value="battery-shell">shell of a battery</option
          ></select
        ></label
      >
      <label class="flex items-center gap-2"
        >Made of <select
          class="in"
          value={draft.material}
          onchange={(e) => change({ material: e.currentTarget.value as CaseDraft['material'] })}
          ><option value="PP">PP (waxy, milky)</option><option value="ABS">ABS</option><option value="PC"
            >PC (often clear)</option
          ><option value="steel">steel</option><option value="wood">wood</option></select
        ></label
      >
      <label class="flex items-center gap-2"
        >Hinge <select
          class="in"
          value={draft.hinge}
          onchange={(e) => change({ hinge: e.currentTarget.value as CaseDraft['hinge'] })}
          ><option value="back">at the back</option><option value="left">at the left end</option><option value="none"
            >none, loose lid</option
          ></select
        ></label
      >
      <label class="flex items-center gap-2"
        >Seal <select
          class="in"
          value={`${draft.seal.jet}/${draft.seal.dunk}`}
          onchange={(e) => {
            const [jet, dunk] = e.currentTarget.value.split('/').map(Number);
            change({ seal: { jet: jet!, dunk: dunk as 0 | 7 }, gasTight: jet! >= 6 });
          }}
          ><option value="0/0">none stated</option><option value="4/0">splash (4)</option><option value="5/0"
            >jet (5)</option
          ><option value="6/0">strong jet (6)</option><option value="6/7">dunk (7)</option></select
        ></label
      >
    </div>
    <ol class="steps">
      {#each MEASURE_STEPS as s, i (s.key)}
        {@const wrong = problems.filter((p) => p.key === s.key)}
        <li class:on={active === s.key} onfocusin={() => (active = s.key)} data-step={s.key}>
          <span class="n w-5 text-right text-ink2">{i + 1}</span>
          <span class="min-w-0 flex-1"
            ><b class="block"
              >{s.title}{#if s.needed}<span class="lab ml-1 font-normal">needed</span>{/if}</b
            ><span class="lab">{s.how}</span>{#each wrong as p, nth (nth)}<span class="block text-stop" role="alert"
                >{p.say}</span
              >{/each}</span
          >
          <QuantityField
            label={s.title}
            hideLabel
            kind={s.unit === 'mass' ? 'mass' : 'length'}
            unit={s.unit === 'mass' ? 'kg' : unit}
            width={80}
            text={textOf(s)}
            options={s.unit === 'mass' ? {} : { lengthUnit: unit, allowZero: true }}
            onvalue={(v) => measured(s.key, v)}
            onempty={() => measured(s.key, undefined)}
          />
          <Mark
            state={wrong.length ? 'stop' : draft.measures[s.key] !== undefined ? 'holds' : 'not-started'}
            size={16}
          />
        </li>
      {/each}
    </ol>
    <MeasureZones zones={draft.zones} {unit} {problems} onchange={(zones) => change({ zones })} />
  </section>
  <aside class="top-4 self-start min-[900px]:sticky">
    <MeasureSketch {active} />
    <p class="mt-2" role="status">
      <b class="n">{MEASURE_STEPS.length - left.length}</b> of {MEASURE_STEPS.length} known{neededLeft.length
        ? `; still needed: ${neededLeft.map((s) => s.title.toLowerCase()).join(', ')}`
        : ''}.
    </p>
    {#each problems.filter((p) => p.key === 'name') as p, nth (nth)}<p class="text-stop" role="alert">{p.say}</p>{/each}
    {#if problem}<p class="text-stop" role="alert">{problem}</p>{/if}
    <div class="mt-3 flex gap-2">
      <button type="button" class="btn main" disabled={!made} onclick={use}>Use this case</button>
      <button type="button" class="btn" onclick={drop}>Throw the sheet away</button>
    </div>
    {#if !made}<p class="lab mt-2">
        {problems.length ? 'Set right what is marked first.' : 'Length, width and depth are the least.'}
      </p>{:else if left.length > 0}<p class="lab mt-2">
        {left.length}
        {left.length === 1 ? 'line stays' : 'lines stay'} open and will be asked for.
      </p>{/if}
  </aside>
</div>

<style>
  .steps li {
    display: flex;
    align-items: center;
    gap: 12px;
    padding: 6px 8px;
    border-top: 1px solid var(--line);
  }
  .steps li.on {
    background: var(--raise);
    box-shadow: inset 3px 0 var(--brass6);
  }
</style>
