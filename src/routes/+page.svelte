<script lang="ts">
  import { emptyBox } from '@haversack/core/box/empty';
  import type { Box } from '@haversack/core/box/schema';
  import { fixed } from '@haversack/core/quantity/format';
  import type { VerdictState } from '@haversack/core/verdict';
  import Archive from '@lucide/svelte/icons/archive';
  import ArchiveRestore from '@lucide/svelte/icons/archive-restore';
  import Copy from '@lucide/svelte/icons/copy';
  import Download from '@lucide/svelte/icons/download';
  import Moon from '@lucide/svelte/icons/moon';
  import Plus from '@lucide/svelte/icons/plus';
  import Sun from '@lucide/svelte/icons/sun';
  import Trash from '@lucide/svelte/icons/trash-2';
  import Upload from '@lucide/svelte/icons/upload';
  import { onMount } from 'svelte';
  import { goto } from '$app/navigation';
  import { resolve } from '$app/paths';
  import { request, RequestError } from '$lib/client/api.ts';
  import { today } from '$lib/client/today.ts';
  import type { ShelfLine } from '$lib/server/today.ts';
  import { theme } from '$lib/client/theme.svelte.ts';
  import Mark from '$lib/ui/Mark.svelte';

  type Row = {
    id: string;
    name: string;
    notes: string;
    archived: boolean;
    updatedMs: number;
    verdicts: { id: string; name: string; state: VerdictState; text: string }[];
    unreadable: { why: string; goodRevision: { revision: number; savedMs: number } | null } | null;
  };
  let boxes = $state.raw<Row[]>([]);
  let loaded = $state(false);
  let lines = $state.raw<Record<string, ShelfLine>>({});
  let problem = $state('');
  let details = $state.raw<{ path: string; message: string }[]>([]);
  let damaged = $state.raw<{ state: string; message: string; backups: string[] } | null>(null);
  let search = $state('');
  let archived = $state(false);
  let busy = $state(false);
  let input = $state<HTMLInputElement>();
  const MOST_BYTES = 2_000_000;
  const withLines = $derived(Object.values(lines).some((l) => l.dueCount > 0));
  const shown = $derived(
    boxes.filter(
      (b) => b.archived === archived && `${b.name} ${b.notes}`.toLowerCase().includes(search.trim().toLowerCase())
    )
  );

  onMount(load);
  async function load(): Promise<void> {
    try {
      const health = await request<{ state: string; message?: string; backups?: string[] }>('GET', '/api/health');
      if (health.state === 'damaged' || health.state === 'newer')
        damaged = { state: health.state, message: health.message ?? '', backups: health.backups ?? [] };
      else {
        damaged = null;
        boxes = (await request<{ boxes: Row[] }>('GET', '/api/boxes')).boxes;
        loaded = true;
        lines = (await request<{ boxes: Record<string, ShelfLine> }>('GET', `/api/today?today=${today()}`)).boxes;
      }
    } catch (e) {
      problem = (e as Error).message;
    }
  }

  async function attempt(work: () => Promise<void>): Promise<void> {
    problem = '';
    details = [];
    busy = true;
    try {
      await work();
    } catch (e) {
      problem = (e as Error).message;
      if (e instanceof RequestError && Array.isArray(e.body.problems)) details = e.body.problems as typeof details;
    }
    busy = false;
  }

  const create = () =>
    attempt(async () => {
      const { id } = await request<{ id: string }>('POST', '/api/boxes', { document: emptyBox('New box') });
      await goto(resolve('/box/[id]/outing', { id }));
    });

  const duplicate = (row: Row) =>
    attempt(async () => {
      const { document } = await request<{ document: Box }>('GET', `/api/boxes/${row.id}`);
      await request('POST', '/api/boxes', { document: { ...document, name: `${document.name.slice(0, 70)} (copy)` } });
      await load();
    });

  const goBack = (row: Row) =>
    attempt(async () => {
      await request('POST', `/api/boxes/${row.id}/revisions/${row.unreadable!.goodRevision!.revision}`);
      await load();
    });
  const archive = (row: Row, to: boolean) =>
    attempt(async () => {
      await request('PATCH', `/api/boxes/${row.id}`, { archived: to });
      await load();
    });
  const remove = (row: Row) =>
    attempt(async () => {
      if (!confirm(`Delete “${row.name}” for good, with its logbook?`)) return;
      await request('DELETE', `/api/boxes/${row.id}`);
      await load();
    });

  const take = (file: File | undefined) =>
    attempt(async () => {
      if (!file) return;
      if (file.size > MOST_BYTES)
        throw new Error(
          `“${file.name}” is too large: ${(file.size / 1e6).toFixed(1)} MB, at most ${MOST_BYTES / 1e6} MB are read. A box file is far smaller. Nothing was taken over.`
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
  <header class="flex h-[52px] items-center gap-3 border-b border-line2 bg-page pr-4">
    <span class="grid h-[52px] w-20 place-items-center bg-rail"
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
    <h1 class="!text-[16px]">Haversack</h1>
    <span class="flex-1"></span>
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
        <h2>{damaged.state === 'newer' ? 'Made by a newer Haversack' : 'The boxes cannot be read'}</h2>
        <p class="mt-2 text-[14px]">{damaged.message}</p>
        {#if damaged.backups.length}
          <p class="mt-3">These backups are there, newest first. The damaged file is kept beside them.</p>
          <ul class="mt-2 grid gap-1">
            {#each damaged.backups as b, i (i)}<li class="flex items-center justify-between gap-3">
                <span class="truncate">{b.split('/').at(-1)}</span><button
                  type="button"
                  class="btn"
                  class:main={i === 0}
                  disabled={busy}
                  onclick={() => restore(b)}>Restore this one</button
                >
              </li>{/each}
          </ul>
        {:else if damaged.state !== 'newer'}<p class="mt-3">There is no backup in its folder.</p>{/if}
      </section>
    {:else}
      <div class="mb-4 flex flex-wrap items-center gap-3">
        <h2 class="!text-[20px]">{archived ? 'Archive' : 'Boxes'}</h2>
        <input class="in w-56" type="search" placeholder="Search boxes" aria-label="Search boxes" bind:value={search} />
        <button type="button" class="chip" aria-pressed={archived} onclick={() => (archived = !archived)}
          >Archived</button
        >
        <span class="flex-1"></span>
        <input
          bind:this={input}
          type="file"
          accept=".json,application/json"
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
        <button type="button" class="btn main" disabled={busy} onclick={create}><Plus size={16} />New box</button>
      </div>
      {#if problem}<div role="alert" class="mb-4 rounded-box border border-stop bg-stop1 px-4 py-2">
          {problem}{#if details.length > 1}<ul class="mt-1 list-disc pl-5">
              {#each details.slice(0, 6) as d, nth (nth)}<li>
                  <span class="n">{d.path}</span>
                  {d.message}
                </li>{/each}
            </ul>{/if}
        </div>{/if}
      {#if loaded && shown.length === 0}
        <section class="max-w-xl rounded-box border border-line2 bg-raise p-5">
          {#if search.trim()}<h2>No box of that name</h2>
            <p class="mt-2 text-ink2">Nothing on {archived ? 'the archive' : 'the shelf'} matches “{search}”.</p>
          {:else if archived}<h2>The archive is empty</h2>
          {:else}<h2>An empty shelf</h2>
            <p class="mt-2 text-[14px] text-ink2">
              Start with what must run and for how long. Battery, case, ports, fuses, shopping list and build sheet
              follow, one stage after the other.
            </p>
            <button type="button" class="btn main mt-4" onclick={create}><Plus size={16} />Design the first box</button
            >{/if}
        </section>
      {/if}
      <ul class="grid grid-cols-1 gap-2">
        {#each shown as row (row.id)}
          <li class="box-row">
            {#if row.unreadable}
              <div class="min-w-0 flex-1" role="group" aria-label="{row.name} cannot be read">
                <b class="text-[16px]">{row.name}</b>
                <p class="flex items-start gap-2">
                  <Mark state="stop" size={16} label="" /><span>This box cannot be read: {row.unreadable.why}.</span>
                </p>
                <p class="mt-1 flex flex-wrap gap-2">
                  {#if row.unreadable.goodRevision}<button
                      type="button"
                      class="btn main"
                      disabled={busy}
                      onclick={() => goBack(row)}
                      >Go back to version {row.unreadable.goodRevision.revision} of {new Date(
                        row.unreadable.goodRevision.savedMs
                      ).toLocaleString()}</button
                    >{:else}<span class="lab">No earlier version of it can be read.</span>{/if}
                </p>
              </div>
            {:else}<a class="min-w-0 flex-1" href={resolve('/box/[id]/outing', { id: row.id })}
                ><b class="text-[16px]">{row.name}</b><span class="block truncate text-ink2"
                  >{row.notes || 'no notes'}</span
                ><span class="lab block">changed {new Date(row.updatedMs).toLocaleDateString()}</span
                >{#if lines[row.id]?.lastOutingDay || lines[row.id]?.chargeFraction != null}<span class="lab block"
                    >{[
                      lines[row.id]?.lastOutingDay
                        ? `out last on ${new Date(`${lines[row.id]!.lastOutingDay}T12:00`).toLocaleDateString()}`
                        : '',
                      lines[row.id]?.chargeFraction == null
                        ? ''
                        : `about ${fixed(lines[row.id]!.chargeFraction! * 100, 0)} % full`
                    ]
                      .filter(Boolean)
                      .join(', ')}</span
                  >{/if}</a
              >{/if}
            <div class="flex flex-wrap gap-x-4 gap-y-1">
              {#each row.verdicts as v (v.id)}<div class="flex w-24 items-start gap-1.5">
                  <Mark state={v.state} size={16} />
                  <div class="min-w-0">
                    <span class="lab block">{v.name}</span>
                    <span class="block truncate font-medium">{v.text}</span>
                  </div>
                </div>{/each}
            </div>
            {#if withLines}<span class="w-16 max-sm:w-auto"
                >{#if lines[row.id]?.dueCount}<a
                    class="btn !h-9"
                    href={resolve(`/box/${row.id}/logbook?view=due` as '/')}
                    title={lines[row.id]!.dueFirst ?? ''}
                    aria-label="{lines[row.id]!.dueCount} due, first: {lines[row.id]!.dueFirst}"
                    >{lines[row.id]!.dueCount} due</a
                  >{/if}</span
              >{/if}
            <span class="flex">
              {#if !row.unreadable}<button
                  type="button"
                  class="icon"
                  aria-label="Duplicate {row.name}"
                  title="Duplicate"
                  onclick={() => duplicate(row)}><Copy size={16} /></button
                >{/if}
              <a
                class="icon"
                href={resolve('/api/boxes/[id]/export', { id: row.id })}
                download
                aria-label="Export {row.name}"
                title="Export as a file"><Download size={16} /></a
              >
              {#if row.archived}<button
                  type="button"
                  class="icon"
                  aria-label="Bring back {row.name}"
                  title="Bring back"
                  onclick={() => archive(row, false)}><ArchiveRestore size={16} /></button
                ><button
                  type="button"
                  class="icon"
                  aria-label="Delete {row.name}"
                  title="Delete for good"
                  onclick={() => remove(row)}><Trash size={16} /></button
                >{:else}<button
                  type="button"
                  class="icon"
                  aria-label="Archive {row.name}"
                  title="Archive"
                  onclick={() => archive(row, true)}><Archive size={16} /></button
                >{/if}
            </span>
          </li>
        {/each}
      </ul>
    {/if}
  </main>
</div>

<style>
  .box-row {
    display: flex;
    flex-wrap: wrap;
    align-items: center;
    gap: 8px 16px;
    padding: 12px 16px;
    border: 1px solid var(--line2);
    border-radius: 6px;
    background: var(--raise);
  }
  .box-row:hover {
    border-color: var(--edge);
  }
</style>
