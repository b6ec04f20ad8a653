<script lang="ts">
  import { resolve } from '$app/paths';
  import CircleHelp from '@lucide/svelte/icons/circle-question-mark';
  import CloudOff from '@lucide/svelte/icons/cloud-off';
  import Layers from '@lucide/svelte/icons/layers-2';
  import Moon from '@lucide/svelte/icons/moon';
  import Printer from '@lucide/svelte/icons/printer';
  import Redo from '@lucide/svelte/icons/redo-2';
  import Search from '@lucide/svelte/icons/search';
  import Sun from '@lucide/svelte/icons/sun';
  import Undo from '@lucide/svelte/icons/undo-2';
  import { printBuildSheet } from '$lib/client/doing.ts';
  import { useBox } from '$lib/client/use-box.ts';
  import { reach } from '$lib/client/reach.svelte.ts';
  import { theme } from '$lib/client/theme.svelte.ts';
  import BoxSettings from './BoxSettings.svelte';

  let { onfind, onkeys }: { onfind: () => void; onkeys: () => void } = $props();
  const open = useBox();
  let settings = $state(false);

  const SAVED: Record<string, string> = {
    saved: 'Saved',
    saving: 'Saving',
    unsaved: 'Not saved yet',
    conflict: 'Changed elsewhere',
    gone: 'Deleted elsewhere',
    kept: 'Kept on this device'
  };

  /** Text that stands in fields and is no part of the box yet. */
  const pending = $derived(open.drafts.count);
</script>

<header class="top no-print">
  <a class="brand" href={resolve('/')} aria-label="To the shelf of boxes" title="Shelf of boxes">
    <svg width="32" height="32" viewBox="0 0 32 32" aria-hidden="true"
      ><path
        d="M7 14h18v12a2 2 0 0 1-2 2H9a2 2 0 0 1-2-2zM7 14l2-6h14l2 6M12 8V5h8v3"
        fill="none"
        stroke="var(--rail-ink)"
        stroke-width="1.8"
        stroke-linejoin="round"
      /><circle cx="16" cy="17" r="2.2" fill="none" stroke="var(--brass4)" stroke-width="1.8" /></svg
    >
  </a>
  <button type="button" class="name" onclick={() => (settings = true)} title="Name, units, export"
    >{open.doc.name}</button
  >
  <a
    class="variant"
    href={resolve('/box/[id]/variants', { id: open.id })}
    title="Variants side by side, earlier versions, the same box for something else"
    ><Layers size={16} aria-hidden="true" /><span>{open.doc.variant.name || 'Variants'}</span></a
  >
  <span class="vr"></span>
  <button
    type="button"
    class="icon"
    aria-label="Undo"
    title="Undo (Ctrl+Z)"
    disabled={!open.canUndo}
    onclick={() => open.undo()}><Undo size={18} /></button
  >
  <button
    type="button"
    class="icon"
    aria-label="Redo"
    title="Redo (Ctrl+Shift+Z)"
    disabled={!open.canRedo}
    onclick={() => open.redo()}><Redo size={18} /></button
  >
  <span class="last" title={open.lastLabel}>{open.lastLabel}</span>
  <span class="flex-1"></span>
  {#if reach.away}<span
      class="away"
      title="What this device had last is shown. What you change is kept on it and goes over by itself when Haversack answers again."
      ><CloudOff size={15} aria-hidden="true" /><span>Out of reach</span></span
    >{/if}
  <span
    class="save"
    class:bad={open.save.kind === 'failed' || open.save.kind === 'conflict'}
    role={open.save.kind === 'failed' || open.save.kind === 'kept' ? 'status' : undefined}
    data-save={open.save.kind === 'saved' && pending > 0 ? 'pending' : open.save.kind}
  >
    {#if open.save.kind === 'failed'}Not saved: {open.save.message}{:else}{SAVED[
        open.save.kind
      ]}{/if}{#if pending > 0}<span class="text-caution"
        >, {pending === 1 ? 'one field' : `${pending} fields`} not taken</span
      >{/if}
  </span>
  <button type="button" class="find" aria-label="Find" onclick={onfind}
    ><Search size={15} aria-hidden="true" /><span>Find</span><kbd>/</kbd></button
  >
  <span class="vr"></span>
  <button type="button" class="icon desk" aria-label="All shortcuts" title="All shortcuts (?)" onclick={onkeys}
    ><CircleHelp size={18} /></button
  >
  <button
    type="button"
    class="icon"
    aria-label={theme.name === 'day' ? 'Night theme' : 'Day theme'}
    aria-pressed={theme.name === 'night'}
    onclick={() => theme.toggle()}
  >
    {#if theme.name === 'day'}<Moon size={18} />{:else}<Sun size={18} />{/if}
  </button>
  <button
    type="button"
    class="icon desk mr-3"
    aria-label="Print the build sheet"
    title="Print the build sheet"
    onclick={() => printBuildSheet(open)}><Printer size={18} /></button
  >
</header>
<BoxSettings bind:open={settings} />

<style>
  .top {
    grid-area: top;
    display: flex;
    align-items: center;
    gap: 4px;
    min-width: 0;
    background: var(--page);
    border-bottom: 1px solid var(--line2);
  }
  .brand {
    position: relative;
    display: grid;
    place-items: center;
    width: 80px;
    height: 52px;
    background: var(--rail);
    flex: none;
  }
  .brand::after {
    content: '';
    position: absolute;
    right: 4px;
    top: 2px;
    bottom: 0;
    width: 1px;
    background: repeating-linear-gradient(to bottom, var(--stitch) 0 6px, transparent 6px 10px);
  }
  .name {
    margin-left: 16px;
    padding: 4px 8px;
    border-radius: 6px;
    font-size: 1rem;
    font-weight: 640;
    white-space: nowrap;
    overflow: hidden;
    text-overflow: ellipsis;
    min-width: 60px;
  }
  .name:hover {
    background: var(--sunk);
  }
  .variant {
    display: flex;
    align-items: center;
    gap: 6px;
    max-width: 180px;
    padding: 4px 8px;
    border-radius: 6px;
    color: var(--ink2);
    white-space: nowrap;
    overflow: hidden;
  }
  .variant span {
    overflow: hidden;
    text-overflow: ellipsis;
  }
  .variant:hover {
    background: var(--sunk);
  }
  .vr {
    width: 1px;
    height: 24px;
    background: var(--line);
    margin: 0 8px;
    flex: none;
  }
  .last,
  .save {
    font-size: 0.75rem;
    color: var(--ink2);
    white-space: nowrap;
    overflow: hidden;
    text-overflow: ellipsis;
  }
  .last {
    max-width: 260px;
  }
  .save {
    margin-right: 12px;
    max-width: 340px;
  }
  .away {
    display: flex;
    flex: none;
    align-items: center;
    gap: 4px;
    margin-right: 8px;
    font-size: 0.75rem;
    color: var(--caution);
    white-space: nowrap;
  }
  .save.bad {
    color: var(--stop);
    font-weight: 600;
    white-space: normal;
    line-height: 0.875rem;
  }
  .find {
    display: flex;
    align-items: center;
    gap: 8px;
    width: 132px;
    height: 32px;
    flex: none;
    border: 1px solid var(--edge);
    border-radius: 6px;
    padding: 0 8px;
    background: var(--paper);
    color: var(--ink2);
  }
  kbd {
    font: 500 0.75rem/1rem var(--font-mono);
    border: 1px solid var(--line2);
    border-radius: 3px;
    padding: 0 5px;
    margin-left: auto;
  }
  @media (max-width: 699px) {
    .brand {
      width: 48px;
    }
    .brand::after,
    .vr,
    .last,
    .variant span,
    .desk,
    .find span,
    .find kbd {
      display: none;
    }
    .find {
      width: 34px;
    }
    .name {
      margin-left: 4px;
      flex: 1;
      text-align: left;
    }
    .save:not(.bad) {
      display: none;
      margin-right: 4px;
    }
    .top .icon {
      flex: none;
    }
    .top :global(.mr-3) {
      margin-right: 0;
    }
  }
</style>
