<script lang="ts">
  import type { Box } from '@haversack/core/box/schema';
  import { MOST_CHARACTERS } from '@haversack/core/exchange/limits';
  import Moon from '@lucide/svelte/icons/moon';
  import Plus from '@lucide/svelte/icons/plus';
  import Sun from '@lucide/svelte/icons/sun';
  import Upload from '@lucide/svelte/icons/upload';
  import { onMount } from 'svelte';
  import { goto } from '$app/navigation';
  import { resolve } from '$app/paths';
  import { request, RequestError, upload } from '$lib/client/api.ts';
  import { joinDrafts, sendWaiting } from '$lib/client/join.ts';
  import { allDrafts } from '$lib/client/kept.ts';
  import { reach } from '$lib/client/reach.svelte.ts';
  import { grouped, type ShelfRow } from '$lib/client/shelf-groups.ts';
  import { today } from '$lib/client/today.ts';
  import { fetchAhead } from '$lib/client/workspace.ts';
  import type { ShelfLine } from '$lib/server/today.ts';
  import { theme } from '$lib/client/theme.svelte.ts';
  import PhoneDialog from '$lib/shell/PhoneDialog.svelte';
  import ShelfRowItem from '$lib/shell/ShelfRowItem.svelte';
  import NewBoxDialog from '$lib/shell/NewBoxDialog.svelte';
  import Mark from '$lib/ui/Mark.svelte';
  import AskDialog from '$lib/ui/AskDialog.svelte';

  let boxes = $state.raw<ShelfRow[]>([]);
  let loaded = $state(false);
  let lines = $state.raw<Record<string, ShelfLine>>({});
  let problem = $state('');
  let details = $state.raw<{ path: string; place: string; message: string }[]>([]);
  type Backup = { file: string; ms: number; boxCount: number; names: string[]; changedMs: number | null };
  const NOT_OPEN = {
    newer: 'Made by a newer Haversack',
    busy: 'Open in another Haversack',
    damaged: 'The boxes cannot be read'
  } as const;
  let undetailed = $state(0);
  let damaged = $state.raw<{ state: keyof typeof NOT_OPEN; message: string; backups: Backup[] } | null>(null);
  let search = $state('');
  let archived = $state(false);
  let busy = $state(false);
  let input = $state<HTMLInputElement>();
  const withLines = $derived(Object.values(lines).some((l) => l.dueCount > 0));
  const shown = $derived(
    boxes.filter(
      (b) => b.archived === archived && `${b.name} ${b.notes}`.toLowerCase().includes(search.trim().toLowerCase())
    )
  );

  /** Work that lies on this device and is not on the server yet, by box. */
  let here = $state.raw<ReadonlySet<string>>(new Set());
  let both = $state.raw<ReadonlySet<string>>(new Set());
  let joinSaid = $state('');
  async function join(): Promise<void> {
    here = new Set((await allDrafts()).map((d) => d.boxId));
    if (reach.away) return;
    const refused = await sendWaiting();
    const joined = await joinDrafts();
    here = new Set((await allDrafts()).map((d) => d.boxId));
    both = new Set(joined.both);
    const said = [...refused, ...joined.problems].join(' ');
    // what a file or a removal was refused for meanwhile stays told
    if (said !== '' || problem === joinProblem) problem = said;
    joinProblem = said;
    if (joined.saved.length === 0) return;
    joinSaid =
      joined.saved.length === 1
        ? 'Work from this device was saved.'
        : `Work on ${joined.saved.length} boxes from this device was saved.`;
    await load();
  }
  /** What joining said last: only that gives way to what it says next. */
  let joinProblem = '';
  let asking = $state<AskDialog>();
  onMount(() => {
    void load().then(join).then(fetchAhead);
    return reach.whenBack(() => void load().then(join));
  });
  async function load(): Promise<void> {
    try {
      const health = await request<{ state: string; message?: string; backups?: Backup[] }>('GET', '/api/health');
      if (health.state === 'damaged' || health.state === 'newer' || health.state === 'busy')
        damaged = { state: health.state, message: health.message ?? '', backups: health.backups ?? [] };
      else {
        damaged = null;
        boxes = (await request<{ boxes: ShelfRow[] }>('GET', '/api/boxes')).boxes;
        loaded = true;
        askAgain();
        if (reach.away) return;
        lines = (await request<{ boxes: Record<string, ShelfLine> }>('GET', `/api/today?today=${today()}`)).boxes;
      }
    } catch (e) {
      problem = (e as Error).message;
    }
  }

  /** Answers that are being worked out come a moment later; the longer it takes, the less often it is asked. */
  const AGAIN_MS = [150, 300, 600, 1000, 2000];
  let again = 0;
  let timer: ReturnType<typeof setTimeout> | undefined;
  function askAgain(): void {
    clearTimeout(timer);
    if (!boxes.some((b) => b.pending) || reach.away) return void (again = 0);
    timer = setTimeout(
      () =>
        void request<{ boxes: ShelfRow[] }>('GET', '/api/boxes').then(
          (now) => {
            boxes = now.boxes;
            askAgain();
          },
          () => undefined
        ),
      AGAIN_MS[Math.min(again++, AGAIN_MS.length - 1)]
    );
  }
  onMount(() => () => clearTimeout(timer));

  async function attempt(work: () => Promise<void>): Promise<void> {
    problem = '';
    details = [];
    undetailed = 0;
    busy = true;
    try {
      await work();
    } catch (e) {
      problem = (e as Error).message;
      if (e instanceof RequestError && Array.isArray(e.body.problems)) {
        details = e.body.problems as typeof details;
        undetailed = Number(e.body.more ?? 0);
      }
    }
    busy = false;
  }

  const groups = $derived(grouped(shown));
  let phone = $state(false);
  let lan = $state.raw({ on: false, https: false, addresses: [] as string[], here: true });
  onMount(async () => {
    lan = await request<typeof lan>('GET', '/api/lan').catch(() => lan);
  });
  let making = $state(false);
  const create = (document: Box) =>
    attempt(async () => {
      const { id } = await request<{ id: string }>('POST', '/api/boxes', { document });
      await goto(resolve('/box/[id]/outing', { id }));
    });

  const duplicate = (row: ShelfRow) =>
    attempt(async () => {
      const { document } = await request<{ document: Box }>('GET', `/api/boxes/${row.id}`);
      await request('POST', '/api/boxes', { document: { ...document, name: `${document.name.slice(0, 70)} (copy)` } });
      await load();
    });

  const goBack = (row: ShelfRow) =>
    attempt(async () => {
      await request('POST', `/api/boxes/${row.id}/revisions/${row.unreadable!.goodRevision!.revision}`);
      await load();
    });
  const archive = (row: ShelfRow, to: boolean) =>
    attempt(async () => {
      await request('PATCH', `/api/boxes/${row.id}`, { archived: to });
      await load();
    });
  const remove = (row: ShelfRow) =>
    attempt(async () => {
      const sure = await asking!.ask({
        title: 'Delete the box for good?',
        text: `“${row.name}” goes with its logbook, photographs and earlier versions. ‘As one file’ keeps all of it first.`,
        yes: 'Delete it'
      });
      if (!sure) return;
      await request('DELETE', `/api/boxes/${row.id}`);
      await load();
    });

  const take = (file: File | undefined) =>
    attempt(async () => {
      if (!file) return;
      if (/\.zip$/i.test(file.name)) return takeWhole(file);
      if (file.size > MOST_CHARACTERS)
        throw new Error(
          `“${file.name}” is too large: ${(file.size / 1e6).toFixed(1)} MB, at most ${MOST_CHARACTERS / 1e6} MB are read. A box file is far smaller. Nothing was taken over.`
        );
      let document: unknown;
      try {
        document = JSON.parse(await file.text());
      } catch {
        throw new Error(`“${file.name}” is not a JSON file, or only a part of one. Nothing was taken over.`);
      }
      await request('POST', '/api/boxes', { document });
      await load();
    });

  /** A box that came as one file, with its logbook and photographs. */
  async function takeWhole(file: File): Promise<void> {
    await upload('/api/boxes/travel', file);
    await load();
  }

  const restore = (backup: string) =>
    attempt(async () => {
      await request('POST', '/api/restore', { backup });
      await load();
    });
</script>

<svelte:head><title>Shelf · Haversack</title></svelte:head>

<div
  class="min-h-screen bg-paper"
  role="presentation"
  ondragover={(e) => e.preventDefault()}
  ondrop={(e) => {
    e.preventDefault();
    void take(e.dataTransfer?.files[0]);
  }}
>
  <header
    class="flex min-h-[52px] flex-wrap items-center gap-x-3 gap-y-1 border-b border-line2 bg-page pr-4 max-sm:py-1"
  >
    <span class="grid h-[52px] w-20 place-items-center bg-rail max-sm:hidden"
      ><svg width="32" height="32" viewBox="0 0 32 32" aria-hidden="true"
        ><path
          d="M7 14h18v12a2 2 0 0 1-2 2H9a2 2 0 0 1-2-2zM7 14l2-6h14l2 6M12 8V5h8v3"
          fill="none"
          stroke="var(--rail-ink)"
          stroke-width="1.8"
          stroke-linejoin="round"
        /><circle cx="16" cy="17" r="2.2" fill="none" stroke="var(--brass4)" stroke-width="1.8" /></svg
      ></span
    >
    <h1 class="!text-[1rem] max-sm:pl-3">Haversack</h1>
    <span class="flex-1"></span>
    <button type="button" class="btn" onclick={() => (phone = true)}
      >{#if lan.on}<Mark state="caution" size={14} label="" />Open to your network{:else}On a phone{/if}</button
    >
    <a class="btn" href={resolve('/batteries')}>Batteries</a>
    <a class="btn" href={resolve('/known')}>Over all boxes</a>
    <a class="btn" href={resolve('/parts')}>Parts</a>
    <button
      type="button"
      class="icon"
      aria-label={theme.name === 'day' ? 'Night theme' : 'Day theme'}
      onclick={() => theme.toggle()}
      >{#if theme.name === 'day'}<Moon size={18} />{:else}<Sun size={18} />{/if}</button
    >
  </header>
  <main class="mx-auto max-w-[1080px] p-6 max-sm:p-3">
    {#if damaged}
      <section class="max-w-2xl rounded-box border-2 border-stop bg-raise p-5">
        <h2>{NOT_OPEN[damaged.state]}</h2>
        <p class="mt-2 text-[0.875rem]">{damaged.message}</p>
        {#if damaged.backups.length}
          <p class="mt-3">These backups are there, newest first. The damaged file is kept beside them.</p>
          <ul class="mt-2 grid gap-1">
            {#each damaged.backups as b, i (b.file)}<li class="flex items-center justify-between gap-3 py-1">
                <span class="min-w-0"
                  ><b>{new Date(b.ms).toLocaleString()}</b>
                  <span class="lab block"
                    >{b.boxCount}
                    {b.boxCount === 1 ? 'box' : 'boxes'}{b.names.length
                      ? `: ${b.names.join(', ')}${b.boxCount > b.names.length ? ', …' : ''}`
                      : ''}{b.changedMs === null
                      ? ''
                      : `; changed last ${new Date(b.changedMs).toLocaleString()}`}</span
                  ></span
                ><button type="button" class="btn" class:main={i === 0} disabled={busy} onclick={() => restore(b.file)}
                  >Restore this one</button
                >
              </li>{/each}
          </ul>
        {:else if damaged.state === 'damaged'}<p class="mt-3">There is no backup in its folder.</p>{/if}
      </section>
    {:else}
      <div class="mb-4 flex flex-wrap items-center gap-3">
        <h2 class="!text-[1.25rem]">{archived ? 'Archive' : 'Boxes'}</h2>
        <input class="in w-56" type="search" placeholder="Search boxes" aria-label="Search boxes" bind:value={search} />
        <button type="button" class="chip" aria-pressed={archived} onclick={() => (archived = !archived)}
          >Archived</button
        >
        <span class="flex-1"></span>
        <input
          bind:this={input}
          type="file"
          accept=".json,.zip,application/json,application/zip"
          class="sr-only"
          tabindex="-1"
          aria-label="Box file"
          onchange={(e) => {
            void take(e.currentTarget.files?.[0]);
            e.currentTarget.value = '';
          }}
        />
        <button type="button" class="btn" disabled={busy} onclick={() => input?.click()}
          ><Upload size={15} />Import</button
        >
        <button type="button" class="btn main" disabled={busy} onclick={() => (making = true)}
          ><Plus size={16} />New box</button
        >
      </div>
      {#if problem}<div role="alert" class="mb-4 rounded-box border border-stop bg-stop1 px-4 py-2">
          {problem}{#if details.length > 1}<ul class="mt-1 max-h-60 list-disc overflow-auto pl-5">
              {#each details as d, nth (nth)}<li title={d.path}>
                  {#if d.place}<b class="font-medium">{d.place}:</b>{/if}
                  {d.message}
                </li>{/each}
            </ul>
            {#if undetailed > 0}<p class="lab">and {undetailed} more</p>{/if}{/if}
        </div>{/if}
      {#if reach.away}<p role="status" class="mb-4 rounded-box border border-caution bg-caution1 px-4 py-2">
          Haversack is out of reach: its computer is off, or this device is not in the same network. Boxes opened here
          before open and can be changed; what you change is kept on this device and goes over when it answers.
        </p>{/if}
      {#if joinSaid}<p role="status" class="card mb-4 px-4 py-2">{joinSaid}</p>{/if}
      {#if loaded && shown.length === 0}
        <section class="card max-w-xl p-5">
          {#if search.trim()}<h2>No box of that name</h2>
            <p class="mt-2 text-ink2">Nothing on {archived ? 'the archive' : 'the shelf'} matches “{search}”.</p>
          {:else if archived}<h2>The archive is empty</h2>
          {:else}<h2>An empty shelf</h2>
            <p class="mt-2 text-[0.875rem] text-ink2">
              Start with what must run and for how long. Battery, case, ports, fuses, shopping list and build sheet
              follow, one stage after the other.
            </p>
            <button type="button" class="btn main mt-4" onclick={() => (making = true)}
              ><Plus size={16} />Design the first box</button
            >{/if}
        </section>
      {/if}
      {#each groups as group (group.id)}
        {#if groups.length > 1}<h3 class="mt-4 mb-1.5 first:mt-0">{group.name}</h3>{/if}
        <ul class="grid grid-cols-1 gap-2">
          {#each group.rows as row (row.id)}
            <ShelfRowItem
              {row}
              line={lines[row.id]}
              {withLines}
              {busy}
              kept={both.has(row.id) ? 'both' : here.has(row.id) ? 'here' : undefined}
              ongoback={() => goBack(row)}
              onduplicate={() => duplicate(row)}
              onarchive={(to) => archive(row, to)}
              onremove={() => remove(row)}
            />
          {/each}
        </ul>
      {/each}
    {/if}
  </main>
</div>
{#if phone}<PhoneDialog bind:open={phone} {lan} />{/if}
<NewBoxDialog bind:open={making} {busy} oncreate={create} />
<AskDialog bind:this={asking} />
