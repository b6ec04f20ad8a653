<script lang="ts">
  import { flushSync, onMount, untrack, type Snippet } from 'svelte';
  import { page } from '$app/state';
  import { afterNavigate, goto } from '$app/navigation';
  import { resolve } from '$app/paths';
  import { Heavy } from '$lib/client/heavy.svelte.ts';
  import { commandsOf } from '$lib/client/commands.ts';
  import { provideMarks } from '$lib/client/bench-marks.svelte.ts';
  import { keepFocus } from '$lib/client/keep-focus.ts';
  import { keyAction } from '$lib/client/keys.ts';
  import { Leading } from '$lib/client/lead.svelte.ts';
  import { Logbook, provideLogbook } from '$lib/client/logbook.svelte.ts';
  import { provideShopping } from '$lib/client/shopping.svelte.ts';
  import { provideBits } from '$lib/client/own-bits.svelte.ts';
  import { OpenBox } from '$lib/client/open-box.svelte.ts';
  import { provideBox, provideHeavy, provideLead } from '$lib/client/use-box.ts';
  import { STAGES } from '$lib/client/stages.ts';
  import { reach } from '$lib/client/reach.svelte.ts';
  import { holdTab } from '$lib/client/tab.ts';
  import UnlikeNote from '$lib/bench/UnlikeNote.svelte';
  import Inspector from '$lib/inspect/Inspector.svelte';
  import Announcer from '$lib/shell/Announcer.svelte';
  import ConflictDialog from '$lib/shell/ConflictDialog.svelte';
  import GoneDialog from '$lib/shell/GoneDialog.svelte';
  import Guard from '$lib/shell/Guard.svelte';
  import FindDialog from '$lib/shell/FindDialog.svelte';
  import KeysDialog from '$lib/shell/KeysDialog.svelte';
  import NextBar from '$lib/shell/NextBar.svelte';
  import Rail from '$lib/shell/Rail.svelte';
  import TopBar from '$lib/shell/TopBar.svelte';
  import VerdictStrip from '$lib/shell/VerdictStrip.svelte';
  import type { LayoutData } from '../../routes/box/[id]/$types';

  /** The box with everything around it: stages, details, what is next, the five answers. */
  type Props = { data: LayoutData; children: Snippet };
  let { data, children }: Props = $props();
  // one box an address: all of it is made anew when the address names another box
  // svelte-ignore state_referenced_locally
  const open = provideBox(new OpenBox(data.stored, data.ownParts, data.draft));
  const heavy = provideHeavy(new Heavy(open));
  const leading = provideLead(new Leading(open, heavy));
  const log = provideLogbook(new Logbook(open));
  const bits = provideBits();
  const shopping = provideShopping();
  // svelte-ignore state_referenced_locally
  const marks = provideMarks(data.stored.id);
  let finding = $state(false);
  let keysShown = $state(false);
  const stage = $derived(page.url.pathname.split('/')[3] ?? 'outing');
  const OTHERS: Record<string, string> = { design: 'Design it', variants: 'Variants' };
  const stageName = $derived(STAGES.find((s) => s.id === stage)?.name ?? OTHERS[stage] ?? '');
  /** What is live needs the width for its drawing and the list beside it; nothing there is chosen to be changed. */
  const live = $derived(stage === 'wiring' && page.url.searchParams.get('view') === 'live');
  const inspectorShown = $derived(
    (!live && !['kit', 'bench', 'logbook', 'design', 'variants'].includes(stage)) || open.selected?.kind === 'working'
  );

  /** Boxes to tick and buttons take no letters: plain keys go through them to the box. */
  const NO_TEXT = ['checkbox', 'radio', 'button', 'submit', 'range', 'file'];
  const typing = (target: EventTarget | null): boolean =>
    target instanceof HTMLElement &&
    (target.isContentEditable ||
      target.tagName === 'TEXTAREA' ||
      (target instanceof HTMLInputElement && !NO_TEXT.includes(target.type)));
  /** In a list that is chosen from, letters look for a line and Delete takes nothing out. */
  const choosing = (target: EventTarget | null): boolean => target instanceof HTMLSelectElement;

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
    const action = keyAction('box', event);
    // a drawing or a dialog that took the key has had its turn
    const inDialog = event.target instanceof Element && event.target.closest('[role=dialog]') !== null;
    if (!action || event.defaultPrevented || event.altKey) return;
    if (!event.ctrlKey && !event.metaKey && (typing(event.target) || inDialog)) {
      // one leaves a field first; a dialog closes by itself
      if (action === 'leave' && !inDialog) (event.target as HTMLElement).blur();
      return;
    }
    if (choosing(event.target) && !['stage', 'find', 'keys', 'leave', 'undo', 'redo', 'save'].includes(action)) return;
    if ((action === 'undo' || action === 'redo') && half(event.target)) return;
    if (act(action, event)) event.preventDefault();
  }

  /** Does what a key means. @returns whether the browser is to leave it alone */
  function act(action: NonNullable<ReturnType<typeof keyAction<'box'>>>, event: KeyboardEvent): boolean {
    switch (action) {
      case 'stage':
        void goto(resolve(`/box/[id]/${STAGES[Number(event.key) - 1]!.id}`, { id: open.id }));
        return true;
      case 'next':
        void leading.press();
        return true;
      case 'find':
        finding = true;
        return true;
      case 'undo':
        open.undo();
        return true;
      case 'redo':
        open.redo();
        return true;
      case 'save':
        take(event.target);
        void open.saveNow();
        return true;
      case 'keys':
        keysShown = true;
        return true;
      case 'leave':
        if (choosing(event.target)) (event.target as HTMLElement).blur();
        else open.selected = null;
        return false;
      case 'remove':
        return open.removeChosen();
    }
  }

  let app = $state<HTMLElement>();
  // the heading is where a new stage begins, for the ear and for the keyboard
  afterNavigate(({ from, to }) => {
    // the first page of all comes from nowhere
    if (!from?.url || !to?.url || from.url.pathname === to.url.pathname) return;
    const at = document.activeElement;
    if (at && at !== document.body && app?.querySelector('#main')?.contains(at)) return;
    document.querySelector<HTMLElement>('#main h1')?.focus({ preventScroll: true });
  });

  $effect(() => {
    open.stage = stage;
    open.view = page.url.searchParams.get('view') ?? '';
  });
  // what is next is offered with its cure, tried on a copy beforehand
  $effect(() => {
    void heavy.version;
    const key = leading.now.findingKey;
    if (key !== undefined) untrack(() => heavy.wantRemedies(key));
  });
  $effect(() => {
    void open.doc;
    untrack(() => {
      heavy.changed();
      heavy.wantSure();
    });
  });

  /** Whoever presses or types means the box as the last change left it. */
  const PRESSES = ['pointerdown', 'click', 'keydown'];
  const catchUp = (): void => flushSync(() => open.showNow());

  onMount(() => {
    for (const press of PRESSES) window.addEventListener(press, catchUp, true);
    document.documentElement.dataset.ready = 'true';
    void bits.load();
    void shopping.load();
    void marks.load();
    open.records.load().catch(() => {}); // the logbook says so itself when it is looked at
    const joinWaiting = (): void => {
      void open.saveNow();
      void log.loadWaiting().then(() => (log.waiting.length > 0 ? log.sendWaiting() : undefined));
    };
    joinWaiting();
    const notBack = reach.whenBack(joinWaiting);
    void holdTab().then(() => open.adoptOrphans());
    const noFocus = keepFocus(app!);
    const leave = () => open.leave();
    window.addEventListener('pagehide', leave);
    return () => {
      for (const press of PRESSES) window.removeEventListener(press, catchUp, true);
      noFocus();
      notBack();
      window.removeEventListener('pagehide', leave);
      void open.saveNow();
      heavy.close();
      marks.close();
    };
  });
</script>

<svelte:window onkeydown={keys} oninput={noteInput} onchange={noteTaken} onfocusout={noteTaken} />
<svelte:head><title>{stageName} · {open.doc.name} · Haversack</title></svelte:head>

<a class="skip no-print" href="#main">To the work</a>
<div class="app" data-stage={stage} bind:this={app}>
  <TopBar onfind={() => (finding = true)} onkeys={() => (keysShown = true)} />
  <Guard what="The list of stages" area="main"><Rail {stage} /></Guard>
  <main class="main" class:wide={!inspectorShown} id="main" tabindex="-1">
    <p class="only-print running"><b>{open.doc.name}</b> · {stageName}</p>
    <Guard what="This stage" area="main"
      >{#if stage !== 'bench'}<UnlikeNote />{/if}{@render children()}</Guard
    >
  </main>
  <Guard what="What is next" area="strip"><NextBar {stage} /></Guard>
  {#if inspectorShown}<Guard what="The details" area="insp"><Inspector {stage} /></Guard>{/if}
  <Guard what="The five answers" area="strip"><VerdictStrip /></Guard>
</div>
<FindDialog
  bind:open={finding}
  commands={() => commandsOf({ open, heavy, leading, showKeys: () => (keysShown = true) })}
/>
<KeysDialog bind:open={keysShown} />
{#if heavy.soundShown}{#await import('$lib/shell/SoundDialog.svelte') then { default: SoundDialog }}<SoundDialog
    />{/await}{/if}
<ConflictDialog />
<GoneDialog />
<Announcer />

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
  /* so large a text, or so flat a window, that fixed bars would leave nothing for the work: all of it scrolls */
  @media (max-height: 460px) {
    .app {
      height: auto;
      min-height: 100vh;
      grid-template-rows: auto auto minmax(250px, auto) auto auto;
    }
    .main {
      overflow: visible;
    }
  }
  .skip {
    position: fixed;
    left: 12px;
    top: 8px;
    z-index: 80;
    padding: 8px 12px;
    border-radius: 6px;
    background: var(--btn);
    color: var(--btn-ink);
    transform: translateY(-200%);
  }
  .skip:focus {
    transform: none;
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
