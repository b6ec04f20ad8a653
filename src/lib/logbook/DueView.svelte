<script lang="ts">
  import EmptyState from '$lib/ui/EmptyState.svelte';
  import type { ChargeToday } from '@haversack/core/logbook/charge-today';
  import type { Due } from '@haversack/core/logbook/due';
  import { dayAfter } from '@haversack/core/sun/sun';
  import { fixed } from '@haversack/core/quantity/format';
  import CalendarPlus from '@lucide/svelte/icons/calendar-plus';
  import Printer from '@lucide/svelte/icons/printer';
  import { onMount } from 'svelte';
  import { resolve } from '$app/paths';
  import { request } from '$lib/client/api.ts';
  import { useBox } from '$lib/client/use-box.ts';
  import { useLogbook } from '$lib/client/logbook.svelte.ts';
  import { today } from '$lib/client/today.ts';
  import { showView } from '$lib/client/views.ts';
  import Mark from '$lib/ui/Mark.svelte';
  import { ownDay, withOwnDays } from '$lib/ui/days.ts';

  const open = useBox();
  const log = useLogbook();
  let now = $state.raw<{ due: Due[]; charge: ChargeToday | null } | undefined>();
  let problem = $state('');
  let version = $state(0);

  onMount(() => void log.load());
  $effect(() => {
    // what is due follows the box, too
    void [log.version, version, open.save.kind === 'saved' && open.revision];
    request<NonNullable<typeof now>>('GET', `/api/boxes/${open.id}/due?today=${today()}`)
      .then((got) => {
        now = got;
        problem = '';
      })
      .catch((e: Error) => (problem = e.message));
  });

  const snooze = async (d: Due, until: string | null): Promise<void> => {
    const before = d.snoozedUntil ?? null;
    const put = async (day: string | null): Promise<void> => {
      await request('PUT', `/api/boxes/${open.id}/due`, { key: d.key, until: day });
      version++;
    };
    try {
      await open.log.act(
        until === null ? `${d.what}: due again` : `${d.what}: put off until ${until}`,
        () => put(until),
        () => put(before)
      );
    } catch (e) {
      problem = (e as Error).message;
    }
  };
  async function done(d: Due): Promise<void> {
    const ids = log.here.map((b) => b.id);
    const withBattery = d.done!.kind === 'charge' || d.done!.kind === 'storage';
    await log.add(withBattery ? { ...d.done!, batteryIds: ids } : d.done!);
  }
  const STATE = { overdue: 'caution', soon: 'note', later: 'holds' } as const;
  const WORD = { overdue: 'due', soon: 'soon', later: 'later' } as const;
  const percent = (v: number): string => `${fixed(v * 100, 0)} %`;
</script>

<div class="mx-auto grid max-w-4xl gap-4 p-6 max-md:p-3">
  <div class="no-print flex flex-wrap items-center gap-2">
    {#if now?.charge}
      <p class="flex-1 text-[0.9375rem]">
        About <b class="n">{percent(now.charge.fraction)}</b> full today
        <span class="lab"
          >({percent(now.charge.lowFraction)} to {percent(now.charge.highFraction)}, by the record of {now.charge
            .sinceDay})</span
        >
      </p>
    {:else}<p class="lab flex-1">How full it is today is told once a charge or an outing is recorded.</p>{/if}
    <button type="button" class="btn !h-9" onclick={() => window.print()}><Printer size={15} />Print</button>
    <a
      class="btn !h-9"
      data-sveltekit-reload
      href={resolve(`/api/boxes/${open.id}/due?format=ics&today=${today()}` as '/')}
      download="due.ics"><CalendarPlus size={15} />Calendar file</a
    >
  </div>
  {#if open.log.lastLabel}<p class="no-print flex flex-wrap items-center gap-2" role="status">
      {open.log.lastLabel}
      <button type="button" class="btn" disabled={!open.log.canUndo} onclick={() => open.log.undo()}>Undo that</button>
    </p>{/if}
  {#if problem || log.problem || open.log.problem}<p role="alert" class="text-stop">
      {problem || log.problem || open.log.problem}
    </p>{/if}
  {#if now && now.due.length === 0}
    <EmptyState title="Nothing is due">
      With a battery, a case and the first records it stands here when to charge, to top up, to renew and to test.</EmptyState
    >
  {:else if now}
    <ul class="grid gap-2" aria-label="What is due">
      {#each now.due as d (d.key)}
        <li class="card grid gap-2 p-3 md:grid-cols-[1fr_auto]">
          <div>
            <p class="flex items-center gap-2 text-[0.9375rem]">
              <Mark state={STATE[d.state]} size={16} label="" /><b>{d.what}</b>
            </p>
            <p class="mt-0.5 text-ink2">
              <span class="n">{ownDay(d.snoozedUntil ?? d.day)}</span>, {WORD[d.state]}{d.snoozedUntil
                ? ` (put off from ${ownDay(d.day)})`
                : ''}. {withOwnDays(d.why)}
            </p>
            {#if d.bring.length > 0}<p class="lab">Have at hand: {d.bring.join(', ')}</p>{/if}
          </div>
          <div class="no-print flex flex-wrap items-center gap-1.5">
            {#if d.done}<button type="button" class="btn main !h-11" onclick={() => done(d)}>Done</button
              >{:else if d.key === 'capacity'}<button
                type="button"
                class="btn main !h-11"
                onclick={() => showView(open.id, 'logbook', { view: 'record', kind: 'capacity' })}
                >Enter the test</button
              >{/if}
            {#if d.snoozedUntil}<button type="button" class="btn !h-11" onclick={() => snooze(d, null)}
                >Due again</button
              >{:else}
              <button type="button" class="btn !h-11" onclick={() => snooze(d, dayAfter(today(), 7))}>In a week</button>
              <button type="button" class="btn !h-11" onclick={() => snooze(d, dayAfter(today(), 30))}
                >In a month</button
              >{/if}
          </div>
        </li>
      {/each}
    </ul>
  {:else}<p class="lab">Being worked out …</p>{/if}
</div>
