<script lang="ts">
  import { resolve } from '$app/paths';
  import { stageStates } from '@haversack/core/stage-states';
  import { useMarks } from '$lib/client/bench-marks.svelte.ts';
  import { useBox } from '$lib/client/use-box.ts';
  import { STAGES } from '$lib/client/stages.ts';
  import Mark from '$lib/ui/Mark.svelte';
  import StageIcon from '$lib/ui/StageIcon.svelte';

  let { stage }: { stage: string } = $props();
  let rail = $state<HTMLElement>();

  // on a phone the rail scrolls sideways: keep the open stage in sight
  $effect(() => {
    rail?.querySelector(`[data-stage='${stage}']`)?.scrollIntoView({ block: 'nearest', inline: 'center' });
  });
  const open = useBox();

  const bench = useMarks();
  const done = $derived(
    bench.marks.doneSteps(
      open.plan.bench.steps.map((s) => s.id),
      open.doc.bench.doneStepIds
    )
  );
  const states = $derived(stageStates(open.doc, open.plan, open.records.count, done));
</script>

<nav bind:this={rail} class="rail no-print" aria-label="Stages">
  {#each STAGES as s, i (s.id)}
    <a
      class="stage"
      data-stage={s.id}
      href={resolve(`/box/[id]/${s.id}`, { id: open.id })}
      aria-current={stage === s.id ? 'page' : undefined}
      title="{s.name}: {states[s.id].say} (key {i + 1})"
    >
      <StageIcon stage={s.id} />
      <b><i>{i + 1}</i> {s.name}</b>
      <span class="mark"><Mark state={states[s.id].state} size={14} onRail label={states[s.id].say} /></span>
    </a>
  {/each}
</nav>

<style>
  .rail {
    grid-area: rail;
    position: relative;
    padding-top: 8px;
    background: var(--rail);
    overflow: hidden auto;
  }
  .rail::after {
    content: '';
    position: absolute;
    right: 4px;
    top: 0;
    bottom: 0;
    width: 1px;
    background: repeating-linear-gradient(to bottom, var(--stitch) 0 6px, transparent 6px 10px);
  }
  .stage {
    position: relative;
    display: flex;
    flex-direction: column;
    align-items: center;
    justify-content: center;
    gap: 4px;
    height: 72px;
    color: var(--rail-ink2);
  }
  .stage:hover {
    color: var(--rail-ink);
  }
  .stage > :global(*) {
    position: relative;
  }
  .stage b {
    font-weight: 500;
    font-size: 0.75rem;
    line-height: 1rem;
    font-stretch: 94%;
  }
  .stage i {
    font: 500 0.75rem/1rem var(--font-mono);
    font-style: normal;
    margin-right: 2px;
  }
  .stage[aria-current] {
    color: var(--rail-ink);
  }
  .stage[aria-current]::before {
    content: '';
    position: absolute;
    left: 0;
    right: 10px;
    top: 4px;
    bottom: 4px;
    background: var(--rail-on);
    border-radius: 0 6px 6px 0;
    border-left: 3px solid var(--brass4);
  }
  .stage .mark {
    position: absolute;
    left: 50px;
    top: 10px;
  }
  @media (max-height: 720px) {
    .stage {
      height: 62px;
    }
  }
  @media (max-width: 699px) {
    .rail {
      display: flex;
      padding: 0;
      overflow: auto hidden;
    }
    .rail::after {
      display: none;
    }
    .stage {
      flex: 0 0 68px;
      height: 56px;
      gap: 2px;
    }
    .stage .mark {
      left: 44px;
      top: 4px;
    }
  }
</style>
