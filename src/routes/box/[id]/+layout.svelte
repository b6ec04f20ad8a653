<script lang="ts">
  import { onMount, untrack } from 'svelte';
  import { page } from '$app/state';
  import { goto } from '$app/navigation';
  import { resolve } from '$app/paths';
  import { Heavy, provideHeavy } from '$lib/client/heavy.svelte.ts';
  import { provideMarks } from '$lib/client/bench-marks.svelte.ts';
  import { Logbook, provideLogbook } from '$lib/client/logbook.svelte.ts';
  import { provideShopping } from '$lib/client/shopping.svelte.ts';
  import { provideBits } from '$lib/client/own-bits.svelte.ts';
  import { OpenBox, provideBox } from '$lib/client/open-box.svelte.ts';
  import { STAGES } from '$lib/client/stages.ts';
  import { holdTab } from '$lib/client/tab.ts';
  import UnlikeNote from '$lib/bench/UnlikeNote.svelte';
  import Inspector from '$lib/inspect/Inspector.svelte';
  import ConflictDialog from '$lib/shell/ConflictDialog.svelte';
  import Guard from '$lib/shell/Guard.svelte';
  import FindDialog from '$lib/shell/FindDialog.svelte';
  import KeysDialog from '$lib/shell/KeysDialog.svelte';
  import NextBar from '$lib/shell/NextBar.svelte';
  import Rail from '$lib/shell/Rail.svelte';
  import TopBar from '$lib/shell/TopBar.svelte';
  import VerdictStrip from '$lib/shell/VerdictStrip.svelte';

  let { data, children } = $props();
  // one box an address: the layout is made anew when the address names another box
  // svelte-ignore state_referenced_locally
  const open = provideBox(new OpenBox(data.stored, data.ownParts));
  const heavy = provideHeavy(new Heavy(open));
  provideLogbook(new Logbook(open));
  const bits = provideBits();
  const shopping = provideShopping();
  // svelte-ignore state_referenced_locally
  const marks = provideMarks(data.stored.id);
  let finding = $state(false);
  let keysShown = $state(false);
  const stage = $derived(page.url.pathname.split('/')[3] ?? 'outing');
  const inspectorShown = $derived(!['kit', 'bench', 'logbook'].includes(stage) || open.selected?.kind === 'working');

  const typing = (target: EventTarget | null): boolean =>
    target instanceof HTMLElement &&
    (target.isContentEditable || ['INPUT', 'TEXTAREA', 'SELECT'].includes(target.tagName));

  /** Fields with text that was not taken yet: their undo is the browser's, letter by letter. In all others it is the box's. */
  const untaken = new WeakSet<EventTarget>();
  const half = (target: EventTarget | null): boolean => typing(target) && target !== null && untaken.has(target);
  const noteInput = (event: Event) => event.target && untaken.add(event.target);
  const noteTaken = (event: Event) => event.target && untaken.delete(event.target);

  /** What is typed counts as if the field had been left. */
  function take(target: EventTarget | null): void {
    if (target instanceof HTMLElement && half(target)) target.dispatchEvent(new Event('change', { bubbles: true }));
    // text that an earlier visit left in a field on this screen
    for (const field of document.querySelectorAll('[data-untaken]'))
      field.dispatchEvent(new Event('change', { bubbles: true }));
  }

  function keys(event: KeyboardEvent): void {
    const command = event.ctrlKey || event.metaKey;
    if (command && event.key.toLowerCase() === 'k') {
      event.preventDefault();
      finding = true;
    } else if (command && event.key.toLowerCase() === 'z' && !half(event.target)) {
      event.preventDefault();
      if (event.shiftKey) open.redo();
      else open.undo();
    } else if (command && event.key.toLowerCase() === 'y' && !half(event.target)) {
      event.preventDefault();
      open.redo();
    } else if (command && event.key.toLowerCase() === 's') {
      event.preventDefault();
      take(event.target);
      void open.saveNow();
    } else if (!command && !event.altKey && !typing(event.target)) plainKey(event);
  }

  function plainKey(event: KeyboardEvent): void {
    // a drawing or a dialog that took the key has had its turn
    const inDialog = event.target instanceof Element && event.target.closest('[role=dialog]') !== null;
    if (event.defaultPrevented || inDialog) return;
    const number = STAGES[Number(event.key) - 1];
    if (number && /^[1-8]$/.test(event.key)) void goto(resolve(`/box/[id]/${number.id}`, { id: open.id }));
    else if (event.key === '/') {
      event.preventDefault();
      finding = true;
    } else if (event.key === '?') keysShown = true;
    else if (event.key === 'Escape') open.selected = null;
    else if ((event.key === 'Delete' || event.key === 'Backspace') && open.removeChosen()) event.preventDefault();
  }

  $effect(() => {
    open.stage = stage;
  });
  $effect(() => {
    void open.doc;
    untrack(() => {
      heavy.changed();
      heavy.wantSure();
    });
  });

  onMount(() => {
    void bits.load();
    void shopping.load();
    void marks.load();
    open.loadRecords().catch(() => {}); // the logbook says so itself when it is looked at
    void holdTab().then(() => open.adoptOrphans());
    const leave = () => void open.saveNow(true);
    window.addEventListener('pagehide', leave);
    return () => {
      window.removeEventListener('pagehide', leave);
      void open.saveNow();
      heavy.close();
      marks.close();
    };
  });
</script>

<svelte:window onkeydown={keys} oninput={noteInput} onchange={noteTaken} onfocusout={noteTaken} />
<svelte:head><title>{open.doc.name} · Haversack</title></svelte:head>

<div class="app" data-stage={stage}>
  <TopBar onfind={() => (finding = true)} onkeys={() => (keysShown = true)} />
  <Guard what="The list of stages" area="main"><Rail {stage} /></Guard>
  <main class="main" class:wide={!inspectorShown} id="main">
    <Guard what="This stage" area="main"
      >{#if stage !== 'bench'}<UnlikeNote />{/if}{@render children()}</Guard
    >
  </main>
  {#if inspectorShown}<Guard what="What is next" area="strip"><NextBar {stage} /></Guard>{/if}
  {#if inspectorShown}<Guard what="The details" area="insp"><Inspector {stage} /></Guard>{/if}
  <Guard what="The five answers" area="strip"><VerdictStrip /></Guard>
</div>
<FindDialog bind:open={finding} />
<KeysDialog bind:open={keysShown} />
{#if heavy.soundShown}{#await import('$lib/shell/SoundDialog.svelte') then { default: SoundDialog }}<SoundDialog
    />{/await}{/if}
<ConflictDialog />

<style>
  .app {
    display: grid;
    height: 100vh;
    grid-template: 52px minmax(0, 1fr) minmax(72px, auto) / 80px minmax(0, 1fr) 320px;
    grid-template-areas: 'top top top' 'rail main insp' 'rail strip strip';
  }
  .main {
    grid-area: main;
    position: relative;
    overflow: auto;
    background: var(--paper);
  }
  .main.wide {
    grid-column: 2 / 4;
  }
  @media (max-width: 1179px) {
    .app {
      grid-template: 52px minmax(0, 1fr) auto minmax(72px, auto) / 80px minmax(0, 1fr);
      grid-template-areas: 'top top' 'rail main' 'rail next' 'rail strip';
    }
    .main,
    .main.wide {
      grid-column: 2;
    }
  }
  @media (max-width: 699px) {
    .app {
      grid-template: auto auto minmax(0, 1fr) auto auto / minmax(0, 1fr);
      grid-template-areas: 'top' 'rail' 'main' 'next' 'strip';
    }
    .main,
    .main.wide {
      grid-column: 1;
    }
  }
  @media print {
    .app {
      display: block;
      height: auto;
    }
    .main {
      overflow: visible;
      background: #fff;
    }
  }
</style>
