<script lang="ts">
  import { fixed } from '@haversack/core/quantity/format';
  import Archive from '@lucide/svelte/icons/archive';
  import ArchiveRestore from '@lucide/svelte/icons/archive-restore';
  import Copy from '@lucide/svelte/icons/copy';
  import Download from '@lucide/svelte/icons/download';
  import Package from '@lucide/svelte/icons/package';
  import Trash from '@lucide/svelte/icons/trash-2';
  import { resolve } from '$app/paths';
  import type { ShelfRow } from '$lib/client/shelf-groups.ts';
  import type { ShelfLine } from '$lib/server/today.ts';
  import Mark from '$lib/ui/Mark.svelte';
  import { ownDay } from '$lib/ui/days.ts';

  /** One box on the shelf: name, answers, what is due, and what can be done with it. */
  type Props = {
    row: ShelfRow;
    line: ShelfLine | undefined;
    /** Room is kept for what is due when any box has something. */
    withLines: boolean;
    busy: boolean;
    /** Work that lies on this device: not on the server yet, or changed there, too. */
    kept: 'here' | 'both' | undefined;
    ongoback: () => void;
    onduplicate: () => void;
    onarchive: (to: boolean) => void;
    onremove: () => void;
  };
  let { row, line, withLines, busy, kept, ongoback, onduplicate, onarchive, onremove }: Props = $props();
</script>

<li class="box-row">
  {#if row.unreadable}
    <div class="min-w-0 flex-1" role="group" aria-label="{row.name} cannot be read">
      <b class="text-[1rem]">{row.name}</b>
      <p class="flex items-start gap-2">
        <Mark state="stop" size={16} label="" /><span>This box cannot be read: {row.unreadable.why}.</span>
      </p>
      <p class="mt-1 flex flex-wrap gap-2">
        {#if row.unreadable.goodRevision}<button type="button" class="btn main" disabled={busy} onclick={ongoback}
            >Go back to version {row.unreadable.goodRevision.revision} of {new Date(
              row.unreadable.goodRevision.savedMs
            ).toLocaleString()}</button
          >{:else}<span class="lab">No earlier version of it can be read.</span>{/if}
      </p>
    </div>
  {:else}<a class="min-w-0 flex-1" href={resolve('/box/[id]/outing', { id: row.id })}
      ><b class="text-[1rem]">{row.name}</b><span class="block truncate text-ink2"
        >{row.notes || (row.pending ? '' : 'no notes')}</span
      ><span class="lab block">changed {new Date(row.updatedMs).toLocaleDateString()}</span>{#if kept === 'both'}<span
          class="block text-caution">changed here and elsewhere: open it to choose</span
        >{:else if kept === 'here'}<span class="block text-caution">changes kept on this device</span
        >{/if}{#if line?.lastOutingDay || line?.chargeFraction != null}<span class="lab block"
          >{[
            line?.lastOutingDay ? `out last on ${ownDay(line!.lastOutingDay)}` : '',
            line?.chargeFraction == null ? '' : `about ${fixed(line!.chargeFraction! * 100, 0)} % full`
          ]
            .filter(Boolean)
            .join(', ')}</span
        >{/if}</a
    >{/if}
  <div class="flex flex-wrap gap-x-4 gap-y-1">
    {#if row.pending}<span class="lab">Its answers are being worked out …</span>{/if}
    {#each row.verdicts as v (v.id)}<div class="flex w-28 items-start gap-1.5">
        <Mark state={v.state} size={16} />
        <div class="min-w-0">
          <span class="lab block">{v.name}</span>
          <span class="block leading-4 font-medium">{v.text}</span>
        </div>
      </div>{/each}
  </div>
  {#if withLines}<span class="w-16 max-sm:w-auto"
      >{#if line?.dueCount}<a
          class="btn !h-9"
          href={resolve(`/box/${row.id}/logbook?view=due` as '/')}
          title={line!.dueFirst ?? ''}
          aria-label="{line!.dueCount} due, first: {line!.dueFirst}">{line!.dueCount} due</a
        >{/if}</span
    >{/if}
  <span class="flex">
    {#if !row.unreadable}<button
        type="button"
        class="icon"
        aria-label="Duplicate {row.name}"
        title="Duplicate"
        onclick={onduplicate}><Copy size={16} /></button
      >{/if}
    <a
      class="icon"
      href={resolve('/api/boxes/[id]/export', { id: row.id })}
      download
      aria-label="Export {row.name}"
      title="Export as a file"><Download size={16} /></a
    >
    {#if !row.unreadable}<a
        class="icon"
        href={resolve(`/api/boxes/${row.id}/travel` as '/')}
        download
        aria-label="Take {row.name} along, with logbook and photographs"
        title="As one file, with logbook, photographs and parts"><Package size={16} /></a
      >{/if}
    {#if row.archived}<button
        type="button"
        class="icon"
        aria-label="Bring back {row.name}"
        title="Bring back"
        onclick={() => onarchive(false)}><ArchiveRestore size={16} /></button
      ><button type="button" class="icon" aria-label="Delete {row.name}" title="Delete for good" onclick={onremove}
        ><Trash size={16} /></button
      >{:else}<button
        type="button"
        class="icon"
        aria-label="Archive {row.name}"
        title="Archive"
        onclick={() => onarchive(true)}><Archive size={16} /></button
      >{/if}
  </span>
</li>

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
  /* a shelf of a thousand: rows that are not seen are neither laid out nor painted */
  @media screen {
    .box-row {
      content-visibility: auto;
      contain-intrinsic-size: auto 100px;
    }
  }
</style>
