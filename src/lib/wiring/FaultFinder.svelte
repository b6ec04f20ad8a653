<script lang="ts">
  import { TrialCircuit } from '@haversack/core/trials/circuit';
  import { benchSource } from '@haversack/core/trials/setting';
  import { FaultFinder, type Answer, type Level, type Seen } from '@haversack/core/trials/finder';
  import { countDrifts, fuseBlows } from '@haversack/core/trials/yes-no';
  import { blankEntry } from '@haversack/core/logbook/kinds';
  import { resolve } from '$app/paths';
  import { page } from '$app/state';
  import { useLogbook } from '$lib/client/logbook.svelte.ts';
  import { today } from '$lib/client/today.ts';
  import AskAlong from './AskAlong.svelte';
  import { useBox } from '$lib/client/use-box.ts';

  /** From what the person sees to the culprit: each measurement halves what is left. */
  const open = useBox();
  const log = useLogbook();
  type Sign = 'voltage' | 'blows' | 'drifts';
  let sign = $state<Sign>('voltage');
  let blown = $state('');
  const source = $derived(open.plan.bank && benchSource(open.plan.bank));
  const circuit = $derived(new TrialCircuit(open.plan.wiring));
  const ready = $derived(source && new FaultFinder(circuit, source));
  const branches = $derived(open.plan.wiring.circuits);
  const inquiry = $derived.by(() => {
    if (!source || sign === 'voltage') return undefined;
    if (sign === 'blows') return fuseBlows(open.plan.wiring, blown || (branches[0]?.circuit.id ?? ''));
    return open.plan.wiring.shunt ? countDrifts(circuit, source) : undefined;
  });
  const ports = $derived(open.plan.wiring.circuits.filter((c) => c.circuit.purpose === 'load'));
  /** A failed reading of the test sheet leads here with what was seen. */
  const started = page.url.searchParams.get('seen');
  let seen = $state.raw<Seen[]>(
    started ? [{ portTag: started, level: page.url.searchParams.get('level') === 'none' ? 'none' : 'low' }] : []
  );
  let answers = $state.raw<Answer[]>([]);
  const step = $derived(ready && seen.some((s) => s.level !== 'full') ? ready.step(seen, answers) : undefined);
  const WORDS: Record<Level, string> = { full: 'works', low: 'weak', none: 'dead' };
  const ORDER: Level[] = ['full', 'low', 'none'];
  const LEVELS: Record<Level, string> = { full: 'all of it', low: 'less', none: 'nothing' };

  let written = $state('');
  /** What was found becomes a record: what was seen, the culprit, and what mends it. */
  async function write(culprit: { name: string; mend: string }): Promise<void> {
    const what = seen
      .filter((s) => s.level !== 'full')
      .map((s) => `${s.portTag} ${ports.find((p) => p.portTag === s.portTag)?.feeds ?? ''}: ${WORDS[s.level]}`)
      .join(', ');
    const done = await log.add({
      ...blankEntry('fault', today()),
      what: what.slice(0, 300),
      cause: culprit.name.slice(0, 300),
      cure: culprit.mend.slice(0, 300),
      notes: answers
        .map((a) => `${a.probe.say}: ${LEVELS[a.level]}`)
        .join('\n')
        .slice(0, 5000)
    });
    if (done) written = 'Written.';
  }

  function see(portTag: string, value: string): void {
    seen = [...seen.filter((s) => s.portTag !== portTag), ...(value ? [{ portTag, level: value as Level }] : [])];
    answers = [];
    written = '';
  }
</script>

<section class="grid max-w-4xl gap-4 p-6 max-md:p-3" aria-label="Fault finder">
  {#if !ready || ports.length === 0}
    <p>A battery and at least one circuit are needed.</p>
  {:else}
    <div class="seg justify-self-start" role="group" aria-label="What is wrong">
      {#each [['voltage', 'Dead or weak'], ['blows', 'A fuse blows'], ['drifts', 'The count drifts']] as const as [id, word] (id)}<button
          type="button"
          aria-pressed={sign === id}
          onclick={() => (sign = id)}>{word}</button
        >{/each}
    </div>
    {#if sign === 'blows'}
      <label class="flex items-center gap-2"
        >Which one <select
          class="in"
          value={blown || branches[0]?.circuit.id}
          onchange={(e) => (blown = e.currentTarget.value)}
          >{#each branches as c (c.circuit.id)}<option value={c.circuit.id}>{c.fuseTag}, {c.feeds}</option
            >{/each}</select
        ></label
      >
    {/if}
    {#if sign !== 'voltage'}
      {#if inquiry}{#key inquiry}<AskAlong {inquiry} />{/key}{:else}<p>There is no shunt meter in this box.</p>{/if}
    {:else}
      <div>
        <h2>What do you see?</h2>
        <p class="lab">Everything switched on and plugged in. Say only what you looked at.</p>
        <div class="mt-2 grid grid-cols-[repeat(auto-fill,minmax(200px,1fr))] gap-x-6">
          {#each ports as c (c.circuit.id)}
            <label class="row"
              ><span class="truncate"><b>{c.portTag}</b> {c.feeds}</span><select
                class="in"
                aria-label="{c.portTag} {c.feeds}"
                value={seen.find((s) => s.portTag === c.portTag)?.level ?? ''}
                onchange={(e) => see(c.portTag, e.currentTarget.value)}
                ><option value="">not looked</option>{#each ORDER as l (l)}<option value={l}>{WORDS[l]}</option
                  >{/each}</select
              ></label
            >
          {/each}
        </div>
      </div>
      {#if step}
        <div class="card" role="status" aria-label="Next measurement">
          {#if step.left.length === 0}
            <h2>No single fault explains this</h2>
            <p class="mt-1">Look again at the ports, take an answer back, or look for two faults at once.</p>
          {:else if step.left.length === 1}
            <h2>{step.left[0]!.name}</h2>
            <p class="mt-1 text-[0.875rem]">{step.left[0]!.mend}</p>
            <button type="button" class="btn mt-2 !h-11" disabled={written !== ''} onclick={() => write(step.left[0]!)}
              >Cured: write it into the logbook</button
            >
            {#if written}<p class="mt-1" role="status">
                {written}
                <a class="underline" href={resolve(`/box/${open.id}/logbook?view=history` as '/')}>Look at it</a>
              </p>{/if}
            {#if log.problem}<p role="alert" class="mt-1 text-stop">{log.problem}</p>{/if}
          {:else if step.next}
            <h2>Measure: {step.next.probe.say}</h2>
            <p class="lab mt-1">
              Voltmeter, 20 V range. Do not let the tips touch metal beside. {step.left.length} suspects left.
            </p>
            <div class="mt-3 flex flex-wrap gap-2">
              {#each ORDER as l (l)}
                {@const e = step.next.expect.find((x) => x.level === l)}
                <button
                  type="button"
                  class="btn"
                  onclick={() => (answers = [...answers, { probe: step.next!.probe, level: l }])}
                  >{e ? e.volts : LEVELS[l]}<span class="lab ml-2"
                    >{e ? `leaves ${e.suspects.length}` : 'not expected'}</span
                  ></button
                >
              {/each}
            </div>
          {:else}
            <h2>{step.left.length} suspects that no voltage tells apart</h2>
            <p class="mt-1">Begin with the likeliest: {step.left[0]!.name}. {step.left[0]!.mend}</p>
          {/if}
          {#if step.left.length > 0}
            <details class="mt-3">
              <summary class="lab">Suspects, likeliest first</summary>
              <ul class="mt-1">
                {#each step.left as s (s.id)}<li>{s.name}</li>{/each}
              </ul>
            </details>
          {/if}
        </div>
        {#if answers.length > 0}
          <ol class="lab">
            {#each answers as a, i (a.probe.id)}<li>
                {a.probe.say}: {LEVELS[a.level]}
                <button type="button" class="fig" onclick={() => (answers = answers.slice(0, i))}>take back</button>
              </li>{/each}
          </ol>
        {/if}
      {/if}
    {/if}
    <p class="lab">
      Measure with the main fuse in and hands dry; take rings and watch off. A fuse that blows again at once means a
      short: leave it out and look for that first.
    </p>
  {/if}
</section>
