<script lang="ts">
  import type { VerdictAnswer } from '@haversack/core/verdict';
  import { untrack } from 'svelte';
  import { useBox, useHeavy } from '$lib/client/use-box.ts';
  import { shownVerdicts } from '$lib/client/lead.svelte.ts';
  import SoundButton from './SoundButton.svelte';
  import CauseCard from '$lib/ui/CauseCard.svelte';
  import { byCause } from '@haversack/core/findings/causes';
  import Mark from '$lib/ui/Mark.svelte';

  const open = useBox();
  const heavy = useHeavy();
  // a box that is left alone is judged by its season
  $effect(() => {
    void heavy.version;
    if (open.doc.season) untrack(() => heavy.wantSeason());
  });
  const verdicts = $derived(shownVerdicts(open, heavy));
  let shown = $state<VerdictAnswer['id'] | null>(null);
  const reasons = $derived(shown ? open.plan.findings.filter((f) => f.verdict === shown) : []);
  const shownAnswer = $derived(verdicts.find((v) => v.id === shown));

  /** What it was before the last change, and whether that was worse. */
  function was(v: VerdictAnswer): { text: string; better: boolean } | null {
    const before = open.before[v.id];
    // days of a season are not compared with the hours of one outing
    if (v.rawText !== open.plan.verdicts.find((p) => p.id === v.id)?.rawText) return null;
    if (!before || before.raw === null || v.rawValue === null || before.text === v.rawText) return null;
    return { text: before.text, better: v.rawValue > before.raw };
  }

  /** Long reasons wrap: what opens above the strip stands on its real height. */
  let stripPx = $state(72);

  function keys(event: KeyboardEvent): void {
    if (event.key === 'Escape' && shown) {
      event.stopPropagation();
      shown = null;
    }
  }
</script>

<svelte:window onkeydowncapture={keys} />

<section class="strip no-print" aria-label="Verdicts" bind:clientHeight={stripPx}>
  {#each verdicts as v (v.id)}
    {@const before = was(v)}
    <button
      type="button"
      class="cell {v.state}"
      data-verdict={v.id}
      data-state={v.state}
      aria-expanded={shown === v.id}
      onclick={() => (shown = shown === v.id ? null : v.id)}
    >
      <span class="mark"><Mark state={v.state} size={20} /></span>
      <span class="w"
        ><b>{v.name}</b>
        {v.say}{#if before}<span class="d {before.better ? 'good' : 'bad'}">was {before.text}</span>{/if}</span
      >
      <span class="val2">
        {#each v.value as piece, nth (nth)}<span class={/^[\d.,–-]+$/.test(piece.number) ? 'num' : 'word'}
            >{piece.number}</span
          >{#if piece.unit}<span class="unit">{piece.unit}</span>{/if}{/each}
        <em>{v.target}</em>
      </span>
      <span class="r">{v.reason}</span>
    </button>
  {/each}
</section>

{#if shown && shownAnswer}
  <div
    class="reasons no-print"
    style:bottom="{stripPx + 8}px"
    role="region"
    aria-label="Reasons for {shownAnswer.name}"
  >
    <div class="mb-2 flex items-center justify-between">
      <h2>{shownAnswer.name}: {shownAnswer.say}</h2>
      <div class="flex gap-2">
        <SoundButton /><button type="button" class="btn" onclick={() => (shown = null)}>Close</button>
      </div>
    </div>
    {#if reasons.length === 0}<p class="text-ink2">
        Nothing speaks against it. {open.plan.checkCount} checks were made.
      </p>{/if}
    <div class="grid gap-2">
      {#each byCause(reasons, open.plan.findings) as cause (cause.key)}<CauseCard {cause} />{/each}
    </div>
  </div>
{/if}

<style>
  .strip {
    grid-area: strip;
    display: grid;
    grid-template-columns: repeat(5, minmax(0, 1fr));
    background: var(--paper);
    border-top: 1px solid var(--line2);
  }
  .cell {
    position: relative;
    display: flex;
    flex-direction: column;
    align-items: stretch;
    text-align: left;
    padding: 8px 12px 8px 44px;
    border-left: 1px solid var(--line);
    min-width: 0;
  }
  .cell:first-child {
    border-left: 0;
  }
  .cell:hover,
  .cell[aria-expanded='true'] {
    background: var(--raise);
  }
  .mark {
    position: absolute;
    left: 16px;
    top: 26px;
  }
  .w {
    display: flex;
    font-size: 0.75rem;
    line-height: 1rem;
    color: var(--ink2);
    font-stretch: 92%;
    flex-wrap: wrap;
    column-gap: 8px;
  }
  .w b {
    font-weight: 640;
    color: var(--ink);
  }
  .d {
    margin-left: auto;
    font: 500 0.75rem/1rem var(--font-mono);
    letter-spacing: -0.02em;
  }
  .d.bad {
    color: var(--caution);
  }
  .d.good {
    color: var(--holds);
  }
  .val2 {
    line-height: 1.5rem;
    font-size: 1.25rem;
  }
  .num {
    font: 560 1.25rem/1.5rem var(--font-mono);
    letter-spacing: -0.02em;
  }
  .word {
    font-weight: 600;
  }
  .unit {
    font-size: 0.875rem;
    color: var(--ink2);
    margin: 0 5px 0 3px;
  }
  em {
    font-style: normal;
    font-size: 0.8125rem;
    color: var(--ink2);
    margin-left: 2px;
  }
  .r {
    font-size: 0.75rem;
    line-height: 1rem;
    color: var(--ink2);
    font-stretch: 92%;
    overflow-wrap: anywhere;
  }
  .caution .r {
    color: var(--caution);
  }
  .stop .r {
    color: var(--stop);
  }
  .reasons {
    position: fixed;
    left: 92px;
    z-index: 40;
    width: min(560px, calc(100vw - 24px));
    max-height: 70vh;
    overflow: auto;
    padding: 12px;
    background: var(--page);
    border: 1px solid var(--line2);
    border-radius: 6px;
    box-shadow: 0 8px 32px rgb(0 0 0 / 0.25);
  }
  /* half a target says nothing: the number and its reason stay */
  @media (max-width: 1179px) {
    .val2 em {
      display: none;
    }
  }
  @media (max-width: 699px) {
    .strip {
      height: 48px;
    }
    .cell {
      padding: 4px 2px;
      align-items: center;
      gap: 2px;
    }
    .mark {
      position: static;
    }
    .val2,
    .r {
      display: none;
    }
    .w {
      font-size: 0;
      gap: 0;
    }
    .w b {
      font-size: 0.75rem;
    }
    .d {
      display: none;
    }
    .reasons {
      left: 12px;
    }
  }
</style>
