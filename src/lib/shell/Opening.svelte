<script lang="ts">
  import { resolve } from '$app/paths';
  import type { VerdictState } from '@haversack/core/verdict';
  import Mark from '$lib/ui/Mark.svelte';

  /** A box while its workspace is fetched and worked out: its name and what its answers are, in the places where they stay. */
  type Props = { name: string; verdicts: readonly { id: string; name: string; state: VerdictState; text: string }[] };
  let { name, verdicts }: Props = $props();
</script>

<div class="opening">
  <header class="top">
    <a class="brand" href={resolve('/')} aria-label="To the shelf of boxes"></a><b class="name">{name}</b>
  </header>
  <div class="rail"></div>
  <main class="main">
    <h1 class="sr-only">{name}</h1>
    <p role="status">Opening the box …</p>
  </main>
  <section class="strip" aria-label="Verdicts">
    {#each verdicts as v (v.id)}<div class="cell" data-kept-answer={v.id} data-state={v.state}>
        <Mark state={v.state} size={20} />
        <span class="w"><b>{v.name}</b> <span class="t">{v.text}</span></span>
      </div>{/each}
  </section>
</div>

<style>
  .opening {
    display: grid;
    height: 100vh;
    grid-template: 52px minmax(0, 1fr) 72px / 80px minmax(0, 1fr);
    grid-template-areas: 'top top' 'rail main' 'rail strip';
    background: var(--paper);
  }
  .top {
    grid-area: top;
    display: flex;
    align-items: center;
    min-width: 0;
    background: var(--page);
    border-bottom: 1px solid var(--line2);
  }
  .brand,
  .rail {
    align-self: stretch;
    flex: none;
    width: 80px;
    background: var(--rail);
  }
  .rail {
    grid-area: rail;
  }
  .brand {
    margin-bottom: -1px;
  }
  .name {
    overflow: hidden;
    margin-left: 24px;
    font-size: 1rem;
    font-weight: 640;
    text-overflow: ellipsis;
    white-space: nowrap;
  }
  .main {
    grid-area: main;
    display: grid;
    place-content: center;
    color: var(--ink2);
    font-size: 0.875rem;
  }
  .strip {
    grid-area: strip;
    display: grid;
    grid-template-columns: repeat(5, minmax(0, 1fr));
    border-top: 1px solid var(--line2);
  }
  .cell {
    display: flex;
    align-items: center;
    gap: 8px;
    min-width: 0;
    padding: 8px 12px 8px 16px;
    border-left: 1px solid var(--line);
  }
  .cell:first-child {
    border-left: 0;
  }
  .w {
    min-width: 0;
    font-size: 0.75rem;
    line-height: 1rem;
    color: var(--ink2);
  }
  .w b {
    display: block;
    font-weight: 640;
    color: var(--ink);
  }
  @media (max-width: 699px) {
    .opening {
      grid-template: auto 56px minmax(0, 1fr) 48px / minmax(0, 1fr);
      grid-template-areas: 'top' 'rail' 'main' 'strip';
    }
    .rail {
      width: auto;
    }
    .brand {
      height: 52px;
    }
    .cell {
      flex-direction: column;
      justify-content: center;
      gap: 2px;
      padding: 4px 2px;
    }
    .t {
      display: none;
    }
  }
  @media print {
    .opening {
      display: none;
    }
  }
</style>
