<script lang="ts">
  import { goto } from '$app/navigation';
  import { resolve } from '$app/paths';
  import { page } from '$app/state';
  import LookUp from '$lib/bench/LookUp.svelte';
  import { holeSchedule } from '@haversack/core/drill/schedule';
  import { clockText, durationText, fixed, lengthText } from '@haversack/core/quantity/format';
  import Printer from '@lucide/svelte/icons/printer';
  import { ownBits } from '$lib/client/own-bits.svelte.ts';
  import { useBox } from '$lib/client/open-box.svelte.ts';
  import InsideView from '$lib/draw/InsideView.svelte';
  import Mark from '$lib/ui/Mark.svelte';
  import StageHead from '$lib/ui/StageHead.svelte';

  const open = useBox();
  const VIEWS = { build: 'Build', lookup: 'Look up' } as const;
  type View = keyof typeof VIEWS;
  const view = $derived<View>(page.url.searchParams.get('view') === 'lookup' ? 'lookup' : 'build');
  const show = (next: View) =>
    goto(resolve(`/box/${open.id}/bench?view=${next}`), { replaceState: true, keepFocus: true, noScroll: true });
  const bits = ownBits();
  const plan = $derived(open.plan);
  const bench = $derived(plan.bench);
  const doc = $derived(open.doc);
  const done = $derived(new Set(doc.bench.doneStepIds));
  const unit = $derived(doc.preferences.lengthUnit);
  const stops = $derived(plan.findings.filter((f) => f.severity === 'stop' && f.acceptedBecause === null));
  const openItems = $derived(plan.findings.filter((f) => f.open && f.acceptedBecause === null));
  const accepted = $derived(plan.findings.filter((f) => f.acceptedBecause !== null));
  const holes = $derived(plan.panel && plan.fit ? holeSchedule(doc, plan.panel, plan.fit.part, bits.sets) : []);
  const ready = $derived(plan.bank !== undefined && plan.fit !== undefined);

  function tick(id: string, title: string, on: boolean): void {
    open.set(
      `${title}: ${on ? 'done' : 'not done'}`,
      'bench/doneStepIds',
      on ? [...doc.bench.doneStepIds, id] : doc.bench.doneStepIds.filter((s) => s !== id)
    );
  }
</script>

<StageHead title="Bench" sub={view === 'lookup' ? 'what nobody read yet' : 'the build sheet'}>
  <div class="seg" role="group" aria-label="View">
    {#each Object.entries(VIEWS) as [id, text] (id)}<button
        type="button"
        aria-pressed={view === id}
        onclick={() => show(id as View)}
        >{text}{id === 'lookup' && openItems.length ? ` ${openItems.length}` : ''}</button
      >{/each}
  </div>
  <span class="flex-1"></span>
  {#if view === 'build'}<button type="button" class="btn main" onclick={() => window.print()}
      ><Printer size={15} />Print the build sheet</button
    >{/if}
</StageHead>

{#if view === 'lookup'}<LookUp />{:else}
  <article class="sheet-page p-6 max-md:p-3">
    {#if !ready}
      <section class="max-w-xl rounded-box border border-line2 bg-raise p-5">
        <h2>Nothing to build yet</h2>
        <p class="mt-2 text-[14px] text-ink2">
          With a battery and a case chosen, the steps, the drilling sheet, the cut list and the expected readings stand
          here, computed from this very box.
        </p>
      </section>
    {:else}
      <header class="mb-4">
        <h1>{doc.name}</h1>
        <p class="text-ink2">{doc.notes}</p>
        {#if stops.length}<p
            class="mt-2 flex items-center gap-2 rounded-box border-2 border-stop px-3 py-2 font-semibold"
          >
            <Mark state="stop" size={20} label="" />Do not build yet: {stops
              .map((f) => `${f.where.label}: ${f.title}`)
              .join('; ')}
          </p>{/if}
      </header>
      <section class="keep mb-5 grid grid-cols-2 gap-x-6 gap-y-1 md:grid-cols-5" aria-label="The five answers">
        {#each plan.verdicts as v (v.id)}<div class="flex items-start gap-2">
            <Mark state={v.state} size={16} />
            <div>
              <b>{v.name}</b>
              {v.value.map((p) => `${p.number} ${p.unit}`.trim()).join(' ')}
              <div class="lab">{v.reason}</div>
            </div>
          </div>{/each}
      </section>
      <section class="mb-5 rounded-box border border-line2 p-3">
        <h2 class="h3 mb-1">Cautions</h2>
        <ul class="grid list-disc gap-1 pl-4">
          {#each bench.cautions as c, nth (nth)}<li>{c}</li>{/each}
        </ul>
        <p class="lab mt-1">Local codes and licensed practice come first wherever they say something else.</p>
      </section>
      {#if openItems.length}<section class="mb-5">
          <h2 class="h3 mb-1">Still to find out</h2>
          <ul class="grid list-disc gap-1 pl-4">
            {#each openItems as f (f.key)}<li><b>{f.title}.</b> {f.why}</li>{/each}
          </ul>
        </section>{/if}
      {#if accepted.length}<section class="mb-5">
          <h2 class="h3 mb-1">Accepted with a reason</h2>
          <ul class="grid list-disc gap-1 pl-4">
            {#each accepted as f (f.key)}<li><b>{f.where.label}: {f.title}.</b> {f.acceptedBecause}</li>{/each}
          </ul>
        </section>{/if}

      <section class="mb-6">
        <h2 class="mb-2">Steps</h2>
        <ol class="grid gap-1">
          {#each bench.steps as step, i (step.id)}
            <li class="keep flex gap-3 border-b border-line py-1.5">
              <input
                id="step-{step.id}"
                type="checkbox"
                class="mt-0.5 h-5 w-5 shrink-0"
                checked={done.has(step.id)}
                onchange={(e) => tick(step.id, step.title, e.currentTarget.checked)}
              />
              <label for="step-{step.id}" class="min-w-0"
                ><b><span class="n">{i + 1}</span> {step.title}</b>
                <span class={done.has(step.id) ? 'text-ink2' : ''}>{step.detail}</span>{#if step.caution}<span
                    class="block font-medium text-caution">{step.caution}</span
                  >{/if}</label
              >
            </li>
          {/each}
        </ol>
      </section>

      {#if plan.fit?.state === 'fits'}<section class="keep mb-6 overflow-x-auto">
          <h2 class="mb-2">Inside, from above</h2>
          <InsideView
            fit={plan.fit}
            panel={plan.panel}
            view="plan"
            scale={plan.fit.part.rimLengthMm > 300 ? 1 : 1.25}
          />
        </section>{/if}

      <section class="mb-6 overflow-x-auto">
        <h2 class="mb-2">Drilling</h2>
        <p class="lab mb-1">
          Centres from the left edge and up from the inner floor, each face seen from outside. Measure your parts first.
        </p>
        <table class="sheet">
          <thead
            ><tr
              ><th>Port</th><th>Face</th><th class="num">From left, {unit}</th><th class="num">Up, {unit}</th><th
                class="num">Hole, mm</th
              ><th>Good from, to, mm</th><th>Pilot</th><th>How</th><th>Part</th></tr
            ></thead
          >
          <tbody
            >{#each holes as h (h.portId)}<tr
                ><td class="font-semibold">{h.tag}</td><td>{h.face}</td><td class="num n"
                  >{unit === 'in' ? h.x.inch : h.x.mm}</td
                ><td class="num n">{unit === 'in' ? h.y.inch : h.y.mm}</td><td class="num n font-semibold">{h.size}</td
                ><td class="n">{h.window}</td><td>{h.pilot}</td><td
                  >{h.how}{#if h.key && h.key !== 'none'}<span class="lab block">{h.key}</span>{/if}</td
                ><td>{h.part}</td></tr
              >{/each}</tbody
          >
        </table>
      </section>
      <section class="mb-6 overflow-x-auto">
        <h2 class="mb-2">Cut list</h2>
        <table class="sheet">
          <thead
            ><tr
              ><th>Run</th><th>From</th><th>To</th><th>Size</th><th>Colour</th><th class="num">Length, {unit}</th><th
                >Ends</th
              ></tr
            ></thead
          >
          <tbody
            >{#each plan.runs.runs as r (r.id)}<tr
                ><td class="n">{r.id}</td><td>{r.from.tab}</td><td>{r.to.tab}</td><td class="whitespace-nowrap"
                  >{r.count > 1 ? `${r.count} × ` : ''}{r.size}</td
                ><td>{r.colour}</td><td class="num n">{lengthText(r.lengthMm, unit, 0)}</td><td
                  >{r.from.terminal} / {r.to.terminal}</td
                ></tr
              >{/each}</tbody
          >
        </table>
      </section>
      <section class="keep mb-6 overflow-x-auto">
        <h2 class="mb-2">Card for inside the lid</h2>
        <table class="sheet max-w-xl">
          <thead><tr><th>Fuse</th><th class="num">Rating</th><th>Feeds</th><th>Live</th></tr></thead>
          <tbody
            >{#each bench.card as row, nth (nth)}<tr
                ><td class="font-semibold">{row.tag}</td><td class="num n">{row.fuse}</td><td>{row.feeds}</td><td
                  >{row.live}</td
                ></tr
              >{/each}</tbody
          >
        </table>
        {#if plan.outing}<p class="lab mt-1">
            Planned: {durationText(plan.outing.wantedH)} from {clockText(doc.outing.startH)}, lasts {durationText(
              plan.outing.lastsH
            )}.
          </p>{/if}
      </section>
      <section class="mb-6 overflow-x-auto">
        <h2 class="mb-2">Test sheet</h2>
        <table class="sheet">
          <thead><tr><th>Reading</th><th class="num">Expected</th><th>Measured</th><th>Why</th></tr></thead>
          <tbody
            >{#each bench.tests as t (t.id)}<tr
                ><td>{t.what}</td><td class="num whitespace-nowrap"
                  ><span class="n font-semibold">{t.expected}</span> <span class="u">{t.unit}</span></td
                ><td class="w-24"><span class="block h-5 border-b border-line2"></span></td><td class="text-ink2"
                  >{t.why}</td
                ></tr
              >{/each}</tbody
          >
        </table>
      </section>
      <section class="keep hidden print:block">
        <h2 class="mb-2">Kit</h2>
        <table class="sheet">
          <tbody
            >{#each plan.kit.lines as l (l.lineId)}<tr
                ><td class="num n">{l.packs} ×</td><td>{l.name}</td><td>{l.packText}</td><td class="num n"
                  >{doc.preferences.currency}{fixed(l.cost, 2)}</td
                ></tr
              >{/each}</tbody
          >
        </table>
      </section>
    {/if}
  </article>
{/if}

<style>
  .sheet-page {
    max-width: 1000px;
  }
</style>
