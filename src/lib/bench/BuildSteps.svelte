<script lang="ts">
  import { printsFor } from '@haversack/core/bench/as-built';
  import { toolsMissing } from '@haversack/core/bench/work/tools';
  import { runningWaits } from '@haversack/core/bench/work/waits';
  import { holdsUp, standings } from '@haversack/core/kit/buy/orders';
  import { durationText } from '@haversack/core/quantity/format';
  import ArrowLeft from '@lucide/svelte/icons/arrow-left';
  import ArrowRight from '@lucide/svelte/icons/arrow-right';
  import { page } from '$app/state';
  import { resolve } from '$app/paths';
  import { useMarks } from '$lib/client/bench-marks.svelte.ts';
  import { useBox } from '$lib/client/use-box.ts';
  import { showView } from '$lib/client/views.ts';
  import { useShopping } from '$lib/client/shopping.svelte.ts';
  import Mark from '$lib/ui/Mark.svelte';
  import { stayAwake } from './awake.ts';
  import Photos from './Photos.svelte';
  import SignedBy from './SignedBy.svelte';
  import StepRows from './StepRows.svelte';

  /** One step at a time, made for a phone beside the vice. */
  const open = useBox();
  const bench = useMarks();
  const shopping = useShopping();
  const plan = $derived(open.plan);
  const steps = $derived(plan.bench.steps);
  const done = $derived(
    bench.marks.doneSteps(
      steps.map((s) => s.id),
      open.doc.bench.doneStepIds
    )
  );
  const asked = $derived(page.url.searchParams.get('step'));
  const step = $derived(steps.find((s) => s.id === asked) ?? steps.find((s) => !done.includes(s.id)) ?? steps.at(-1)!);
  const at = $derived(steps.indexOf(step));
  const isDone = $derived(done.includes(step.id));
  const missing = $derived(
    shopping.loaded
      ? holdsUp(standings(plan.kit.lines, shopping.drawer, shopping.orders), steps)
          .map((h) => h.standing)
          .filter((s) => step.lineIds.includes(s.line.lineId))
      : []
  );
  const before = $derived(step.after.filter((a) => !done.includes(a)).map((a) => steps.find((s) => s.id === a)!.title));
  let now = $state(Date.now());
  $effect(() => {
    const timer = setInterval(() => (now = Date.now()), 1000);
    return () => clearInterval(timer);
  });
  $effect(() => stayAwake());

  const tools = $derived(isDone ? [] : toolsMissing(step, steps, bench.marks));
  const waits = $derived(runningWaits(steps, bench.marks, done));
  const go = (id: string) => showView(open.id, 'bench', { view: 'build', step: id });

  function tick(on: boolean): void {
    bench.tick(`step ${step.id}`, on);
    if (on) {
      bench.tick(`wait ${step.id}`, false);
      for (const p of printsFor(open.doc, plan, `step ${step.id}`))
        if (bench.marks.text(p.key) === '') bench.set(p.key, p.value);
    }
    const next =
      steps.find((s, i) => i > at && !done.includes(s.id)) ?? steps.find((s) => !done.includes(s.id) && s !== step);
    if (on && next) void go(next.id);
    else void go(step.id);
  }
  const who = (key: string) => {
    const m = bench.marks.of(key);
    return m?.value === true
      ? `${m.by ? `${m.by}, ` : ''}${new Intl.DateTimeFormat(undefined, { day: 'numeric', month: 'short', hour: '2-digit', minute: '2-digit' }).format(m.atMs)}`
      : '';
  };
  const stops = $derived(plan.findings.filter((f) => f.severity === 'stop' && f.acceptedBecause === null));
</script>

<div class="mx-auto grid max-w-3xl gap-4 p-4 max-md:p-3">
  {#if stops.length}<p class="flex items-start gap-2 rounded-box border-2 border-stop px-3 py-2">
      <Mark state="stop" size={20} label="" /><span
        ><b>Do not build yet:</b>
        {stops
          .slice(0, 2)
          .map((f) => (f.title.includes(f.where.label) ? f.title : `${f.where.label}: ${f.title}`))
          .join('; ')}{stops.length > 2 ? ` and ${stops.length - 2} more` : ''}</span
      >
    </p>{/if}
  {#each waits as w (w.step.id)}
    <div class="card flex flex-wrap items-center gap-2 px-3 py-2" role="timer" aria-label={w.step.waitWhat}>
      <span class="flex-1"
        >{#if w.endsMs > now}<b class="n">{durationText((w.endsMs - now) / 3_600_000)}</b> left: {w.step
            .waitWhat}{:else}<b>Over:</b>
          {w.step.waitWhat}{/if}</span
      >
      <button type="button" class="btn" onclick={() => bench.tick(`wait ${w.step.id}`, true)}
        >{w.endsMs > now ? 'It is over already' : 'Seen'}</button
      >
    </div>
  {/each}

  <section class="card" aria-label="Step">
    <p class="lab"><span class="n">{at + 1}</span> of <span class="n">{steps.length}</span>, {done.length} done</p>
    <h2 class="!text-[1.25rem]">{isDone ? '✓ ' : ''}{step.title}</h2>
    <p class="mt-1 text-[0.9375rem]">{step.detail}</p>
    {#if step.caution}<p class="mt-2 border-l-4 border-caution pl-3 text-[0.9375rem] font-medium">
        {step.caution}
      </p>{/if}
    {#if before.length}<p class="mt-2 flex items-start gap-2">
        <Mark state="caution" size={16} label="" /><span>First: {before.join(', ')}.</span>
      </p>{/if}
    {#if tools.length}<p class="mt-2 flex items-start gap-2">
        <Mark state="note" size={16} label="" /><span>Tools not at hand yet: {tools.join(', ')}.</span>
      </p>{/if}
    {#if missing.length}<p class="mt-2 flex items-start gap-2">
        <Mark state="caution" size={16} label="" /><span
          >Not there yet: {missing.map((m) => `${m.line.name}${m.onTheWay ? ' (on the way)' : ''}`).join(', ')}.</span
        >
      </p>{/if}
    <p class="lab mt-2">
      {[
        `about ${durationText(step.workMin / 60)}`,
        step.waitMin ? `then ${step.waitWhat}, ${durationText(step.waitMin / 60)}` : '',
        step.place ?? '',
        step.hands === 2 ? 'a second pair of hands' : '',
        step.tools.length ? `tools: ${step.tools.join(', ')}` : ''
      ]
        .filter(Boolean)
        .join(' · ')}
    </p>

    {#key step.id}<StepRows {step} {who} />{/key}

    <div class="mt-4 flex gap-2">
      <button
        type="button"
        class="btn big"
        disabled={at === 0}
        aria-label="Step before"
        onclick={() => go(steps[at - 1]!.id)}><ArrowLeft size={20} /></button
      >
      <button type="button" class="btn big flex-1" class:main={!isDone} onclick={() => tick(!isDone)}
        >{isDone ? 'Not done after all' : 'Done, next'}</button
      >
      <button
        type="button"
        class="btn big"
        disabled={at === steps.length - 1}
        aria-label="Step after"
        onclick={() => go(steps[at + 1]!.id)}><ArrowRight size={20} /></button
      >
    </div>
    {#if who(`step ${step.id}`)}<p class="lab mt-1">Ticked by {who(`step ${step.id}`)}.</p>{/if}
    {#if bench.unsent > 0}<p class="mt-2" role="status">
        {bench.unsent}
        {bench.unsent === 1 ? 'mark is' : 'marks are'} kept on this device until Haversack answers.
      </p>{/if}
    {#if bench.problem && bench.unsent === 0}<p class="mt-2 text-stop" role="alert">{bench.problem}</p>{/if}
  </section>

  <section class="card" aria-label="Notes and photographs">
    {#key step.id}
      <label class="block"
        ><span class="lab">Notes on this step</span><textarea
          class="in mt-1 w-full"
          rows="2"
          maxlength="4000"
          value={bench.marks.text(`note ${step.id}`)}
          onchange={(e) => bench.set(`note ${step.id}`, e.currentTarget.value)}></textarea></label
      >
    {/key}
    <div class="mt-2 flex flex-wrap items-center gap-3">
      <SignedBy word="Ticked by" />
    </div>
    <div class="mt-3">
      {#key step.id}<Photos key="step {step.id}" of={step.title} />{/key}
    </div>
  </section>

  <nav class="no-print card p-2" aria-label="All steps">
    <ol>
      {#each steps as s, i (s.id)}<li>
          <a
            class="step"
            aria-current={s === step ? 'step' : undefined}
            href={resolve(`/box/${open.id}/bench?view=build&step=${s.id}`)}
            data-sveltekit-noscroll
            ><span class="n w-6 text-right text-ink2">{i + 1}</span><span class="flex-1">{s.title}</span><span
              >{done.includes(s.id) ? '✓' : ''}</span
            ></a
          >
        </li>{/each}
    </ol>
  </nav>
</div>

<style>
  .btn.big {
    min-height: 48px;
    font-size: 1rem;
    justify-content: center;
  }
  .step {
    display: flex;
    align-items: center;
    gap: 10px;
    min-height: 40px;
    padding: 4px 8px;
    border-radius: 4px;
    color: var(--ink);
  }
  .step:hover,
  .step[aria-current] {
    background: var(--olive1);
  }
</style>
