<script lang="ts">
  import { scrolls } from '$lib/ui/scrolls.ts';
  import { toolsOf } from '@haversack/core/bench/work/tools';
  import { workPlanOf } from '@haversack/core/bench/work/plan';
  import { durationText } from '@haversack/core/quantity/format';
  import Download from '@lucide/svelte/icons/download';
  import { resolve } from '$app/paths';
  import { useMarks } from '$lib/client/bench-marks.svelte.ts';
  import { useBox } from '$lib/client/use-box.ts';
  import { saveFile } from '$lib/client/save-file.ts';
  import { useShopping } from '$lib/client/shopping.svelte.ts';
  import Mark from '$lib/ui/Mark.svelte';
  import QuantityField from '$lib/ui/QuantityField.svelte';
  import { withOwnDays } from '$lib/ui/days.ts';

  /** The steps as a graph laid out over evenings: what waits, what can be done meanwhile, when it is finished. */
  const open = useBox();
  const bench = useMarks();
  const shopping = useShopping();
  const HOURS = 'haversack-hours';
  let hours = $state(read());
  let now = $state(Date.now());
  const work = $derived(
    workPlanOf({
      box: open.doc,
      steps: open.plan.bench.steps,
      lines: open.plan.kit.lines,
      drawer: shopping.drawer,
      orders: shopping.orders,
      marks: bench.marks,
      nowMs: now,
      zoneMin: -new Date(now).getTimezoneOffset(),
      hours: { startMin: hours.fromH * 60, perDayMin: hours.perDayH * 60 }
    })
  );
  $effect(() => {
    const timer = setInterval(() => (now = Date.now()), 60_000);
    return () => clearInterval(timer);
  });

  function read(): { fromH: number; perDayH: number } {
    try {
      const kept = JSON.parse(localStorage.getItem(HOURS) ?? 'null') as { fromH: number; perDayH: number } | null;
      if (kept && kept.fromH >= 0 && kept.perDayH > 0) return kept;
    } catch {
      // nothing kept: evenings
    }
    return { fromH: 18, perDayH: 3 };
  }
  function keep(next: typeof hours): void {
    hours = next;
    try {
      localStorage.setItem(HOURS, JSON.stringify(next));
    } catch {
      // evenings again next time
    }
  }
  const when = (ms: number) =>
    new Intl.DateTimeFormat(undefined, {
      weekday: 'short',
      day: 'numeric',
      month: 'short',
      hour: '2-digit',
      minute: '2-digit'
    }).format(ms);
  const day = (ms: number) =>
    new Intl.DateTimeFormat(undefined, { weekday: 'long', day: 'numeric', month: 'long' }).format(ms);

  const ROW = 26;
  const LEFT = 240;
  const WIDTH = 940;
  const tools = $derived(
    toolsOf(
      open.plan.bench.steps,
      work.rows.filter((r) => r.done).map((r) => r.step.id),
      bench.marks
    )
  );
  const missingTools = $derived(tools.filter((t) => !t.atHand).length);
  const left = $derived(work.rows.filter((r) => !r.done));
  const span = $derived(Math.max(1, work.endMs - work.startMs));
  const x = (ms: number) => LEFT + ((ms - work.startMs) / span) * (WIDTH - LEFT - 8);

  async function calendar(): Promise<void> {
    const { calendarOf } = await import('./calendar.ts');
    saveFile(`${open.doc.name} waits.ics`, 'text/calendar', calendarOf(open.id, open.doc.name, work));
  }
</script>

<div class="grid gap-4 p-6 max-md:p-3">
  <section class="card" aria-label="When it is finished">
    <p class="text-[1rem]">
      {#if work.leftCount === 0}<b>Every step is done.</b>{:else}Finished <b>{day(work.endMs)}</b>, with
        <b class="n">{durationText(work.workMin / 60)}</b> of work{open.doc.kit.boxCount > 1
          ? ` on ${open.doc.kit.boxCount} boxes`
          : ''}.{/if}
    </p>
    {#if work.leftCount > 0}<p class="mt-1 text-ink2">{work.pathWords}</p>{/if}
    {#if work.blockedBy.length}<p class="mt-2 flex items-start gap-2">
        <Mark state="caution" size={16} label="" /><span
          >{#each work.blockedBy.slice(0, 3) as b (b.step.id)}<span class="mr-1.5"
              ><b>{b.step.title}</b> waits for {b.missing
                .slice(0, 3)
                .map((m) => m.line.name)
                .join(', ')}{b.missing.length > 3 ? ` and ${b.missing.length - 3} more` : ''}, {withOwnDays(
                b.comes
              )}.</span
            >{/each}<a href={resolve(`/box/${open.id}/kit?view=orders`)}>See the orders</a></span
        >
      </p>{/if}
    <div class="no-print mt-3 flex flex-wrap items-center gap-x-4 gap-y-2">
      <QuantityField
        label="I work from"
        kind="clock"
        width={64}
        text={`${String(Math.floor(hours.fromH)).padStart(2, '0')}:${String(Math.round((hours.fromH % 1) * 60)).padStart(2, '0')}`}
        onvalue={(v) => keep({ ...hours, fromH: v % 24 })}
      />
      <QuantityField
        label="hours a day"
        kind="duration"
        width={56}
        text={durationText(hours.perDayH)}
        options={{ min: 0.25, max: 24 }}
        onvalue={(v) => keep({ ...hours, perDayH: v })}
      />
      <button type="button" class="btn" onclick={calendar}><Download size={15} />Waits as a calendar file</button>
    </div>
  </section>
  <section class="card overflow-x-auto p-3" aria-label="Plan of work as a time line" use:scrolls>
    <svg
      viewBox="0 0 {WIDTH} {left.length * ROW + 26}"
      width={WIDTH}
      class="max-w-full min-w-[640px]"
      role="img"
      aria-label="Steps over time, work filled, waits hatched"
    >
      <defs
        ><pattern id="wait" width="6" height="6" patternUnits="userSpaceOnUse" patternTransform="rotate(45)"
          ><rect width="2" height="6" fill="var(--brass4)" /></pattern
        ></defs
      >
      {#each work.midnightsMs as t (t)}
        <line x1={x(t)} x2={x(t)} y1="18" y2={left.length * ROW + 22} stroke="var(--line2)" stroke-dasharray="2 3" />
        <text x={x(t) + 3} y="12" font-size="11" fill="var(--ink2)"
          >{new Intl.DateTimeFormat(undefined, { weekday: 'short', day: 'numeric' }).format(t)}</text
        >
      {/each}
      {#each left as r, i (r.step.id)}
        {@const y = 22 + i * ROW}
        <text x="4" y={y + 16} font-size="12.5" fill="var(--ink)" font-weight={r.onPath ? 650 : 400}
          >{r.step.title}</text
        >
        {#if !r.done}
          <rect
            x={x(r.startMs)}
            y={y + 5}
            width={Math.max(2, x(r.endMs) - x(r.startMs))}
            height="15"
            rx="2"
            fill={r.onPath ? 'var(--brass6)' : 'var(--olive5)'}
            ><title>{r.step.title}: {when(r.startMs)}, {durationText(r.step.workMin / 60)}</title></rect
          >
          {#if r.readyMs > r.endMs}<rect
              x={x(r.endMs)}
              y={y + 8}
              width={x(r.readyMs) - x(r.endMs)}
              height="9"
              fill="url(#wait)"
              stroke="var(--brass4)"><title>{r.step.waitWhat}: until {when(r.readyMs)}</title></rect
            >{/if}
        {/if}
      {/each}
    </svg>
  </section>
  {#if tools.length}
    <section class="card" aria-label="Tools">
      <h2>Tools for what is left</h2>
      <p class="lab">
        {missingTools === tools.length
          ? 'Tick what lies ready: a step says what it still wants.'
          : missingTools === 0
            ? 'All of them are at hand.'
            : `${missingTools} of ${tools.length} not at hand yet.`}
      </p>
      <div class="mt-2 grid gap-x-6 gap-y-1 sm:grid-cols-2 lg:grid-cols-3">
        {#each tools as t (t.key)}<label class="flex min-h-8 items-center gap-2"
            ><input
              type="checkbox"
              checked={t.atHand}
              onchange={(e) => bench.tick(t.key, e.currentTarget.checked)}
            /><span>{t.tool} <span class="lab">from {t.first.title}</span></span></label
          >{/each}
      </div>
    </section>
  {/if}
  <section class="card overflow-x-auto p-3" aria-label="Plan of work as a table" use:scrolls>
    <table class="sheet">
      <caption class="sr-only">Plan of work</caption>
      <thead><tr><th>Step</th><th>Begins</th><th class="num">Work</th><th>Then</th><th>Needs</th></tr></thead>
      <tbody>
        {#each work.rows as r (r.step.id)}
          <tr class={r.done ? 'text-ink2' : ''}>
            <th scope="row" class="!text-[0.8125rem] !text-ink">{r.done ? '✓ ' : ''}{r.step.title}</th>
            <td class="whitespace-nowrap">{r.done ? 'done' : when(r.startMs)}</td>
            <td class="num n whitespace-nowrap">{durationText(r.step.workMin / 60)}</td>
            <td>{r.step.waitMin > 0 ? `${r.step.waitWhat}, ${durationText(r.step.waitMin / 60)}` : ''}</td>
            <td
              >{[r.step.place, r.step.hands === 2 ? 'a second pair of hands' : null, ...r.step.tools]
                .filter(Boolean)
                .join(', ')}</td
            >
          </tr>
        {/each}
      </tbody>
    </table>
  </section>
</div>
