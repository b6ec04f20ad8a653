<script lang="ts">
  import type { Box } from '@haversack/core/box/schema';
  import { onMount } from 'svelte';
  import { done, request } from '$lib/client/api.ts';
  import { useBox } from '$lib/client/use-box.ts';
  import type { Told } from '$lib/server/revisions.ts';
  import SideBySide from './SideBySide.svelte';

  /** Earlier versions of the box: what each save changed, any two side by side, one brought back. */
  const open = useBox();
  type Row = Told;
  /** What the save after a version was, when it was no plain work. */
  const WHY: Record<Row['why'], string> = {
    work: '',
    remedy: 'before a remedy',
    conflict: 'of the other window',
    back: 'before going back'
  };
  let rows = $state.raw<Row[]>([]);
  let loaded = $state(false);
  let problem = $state('');
  /** The two that are compared; 'now' is the open box. */
  let pair = $state.raw<[number | 'now', number] | undefined>();
  let documents = $state.raw<Record<string, Box>>({});
  const say = (p: string) => (problem = p);

  const load = () =>
    done(async () => {
      rows = (await request<{ revisions: Row[] }>('GET', `/api/boxes/${open.id}/revisions?changes=1`)).revisions;
      loaded = true;
    }, say);
  onMount(() => void open.saveNow().then(load));

  const when = (ms: number): string =>
    new Date(ms).toLocaleString(undefined, { dateStyle: 'medium', timeStyle: 'short' });
  async function documentOf(revision: number): Promise<Box> {
    const known = documents[revision];
    if (known) return known;
    const { document } = await request<{ document: Box }>('GET', `/api/boxes/${open.id}/revisions/${revision}`);
    documents = { ...documents, [revision]: document };
    return document;
  }
  const bring = (row: Row) =>
    done(async () => {
      open.replace(`Back to version ${row.revision}`, await documentOf(row.revision), 'back');
      pair = undefined;
      await open.saveNow();
      await load();
    }, say);
  const look = (first: number | 'now', second: number) =>
    done(async () => {
      await Promise.all([...(first === 'now' ? [] : [documentOf(first)]), documentOf(second)]);
      pair = [first, second];
    }, say);
  let mark = $state<number | undefined>();
  function compare(row: Row): void {
    if (mark === undefined || mark === row.revision) void look('now', row.revision);
    else void look(Math.max(mark, row.revision), Math.min(mark, row.revision));
    mark = undefined;
  }
  const column = (r: number | 'now') =>
    r === 'now'
      ? { id: 'now', name: 'Now', note: 'the open box', document: open.doc }
      : {
          id: String(r),
          name: `Version ${r}`,
          note: when(rows.find((x) => x.revision === r)?.savedMs ?? 0),
          document: documents[r]!
        };
</script>

{#if problem}<p class="text-stop" role="alert">{problem}</p>{/if}
{#if pair}
  <section class="mb-5" aria-label="Two versions">
    <div class="no-print mb-2 flex items-center gap-2">
      <button type="button" class="btn" onclick={() => (pair = undefined)}>Back to the list</button>
      <button type="button" class="btn" onclick={() => window.print()}>Print the comparison</button>
    </div>
    <SideBySide columns={pair.map(column)} />
  </section>
{:else if loaded && rows.length === 0}
  <p class="text-ink2">None yet: each stretch of work, each remedy and each day keeps the one before it.</p>
{:else}
  <p class="lab mb-2">
    Newest first; each line says what the save after it changed. To compare two earlier ones, mark the first, then
    compare the second.
  </p>
  <ol class="list">
    {#each rows as row (row.revision)}
      <li>
        <div class="w-52 flex-none">
          <b>Version {row.revision}</b>{#if row.variant}<span class="lab ml-2">{row.variant}</span>{/if}
          <span class="lab block">{when(row.savedMs)}{WHY[row.why] ? `, ${WHY[row.why]}` : ''}</span>
        </div>
        <p class="min-w-0 flex-1">
          {#if row.changes.length === 0}<span class="text-ink2">Nothing of the box changed after it.</span>{:else}Then: {row.changes.join(
              '; '
            )}{row.more > 0 ? `; and ${row.more} more` : ''}{/if}
        </p>
        <span class="flex flex-none flex-wrap gap-1">
          <button
            type="button"
            class="btn"
            aria-pressed={mark === row.revision}
            aria-label="Mark version {row.revision}"
            onclick={() => (mark = mark === row.revision ? undefined : row.revision)}>Mark</button
          >
          <button type="button" class="btn" onclick={() => compare(row)}
            >{mark === undefined || mark === row.revision ? 'Compare with now' : `Compare with ${mark}`}</button
          >
          <button type="button" class="btn" onclick={() => bring(row)}>Bring back</button>
        </span>
      </li>
    {/each}
  </ol>
{/if}

<style>
  .list li {
    display: flex;
    flex-wrap: wrap;
    align-items: flex-start;
    gap: 8px 16px;
    padding: 8px 0;
    border-bottom: 1px solid var(--line);
  }
</style>
