<script lang="ts">
  import type { Op, Origin, Working } from '@haversack/core/quantity/working';

  let { working }: { working: Working } = $props();
  const ORIGIN: Record<Origin, string> = {
    entered: 'you',
    automatic: 'automatic',
    part: 'part',
    table: 'table',
    assumed: 'assumed',
    computed: 'worked out'
  };
  /** What each line does to the figure, so that it can be redone. */
  const SIGN: Partial<Record<Op, string>> = {
    '+': '+',
    '×': '×',
    '÷': '÷',
    'at least': '≥',
    carry: '≥',
    prefer: '≥',
    most: '≤'
  };
</script>

<section class="sec">
  <h3>How it is worked out</h3>
  <p class="mb-2 text-ink2">{working.formula}</p>
  {#each working.lines as l, nth (nth)}
    <div class="border-t border-line py-1">
      <div class="row">
        <span
          >{#if SIGN[l.op]}<b class="n mr-1.5">{SIGN[l.op]}</b>{/if}{l.label}</span
        >
        <span class="val"><span class="n">{l.value}</span><span class="u min-w-8">{l.unit}</span></span>
      </div>
      <div class="lab flex justify-between gap-2">
        <span>{l.source}</span><span class="shrink-0">{ORIGIN[l.origin]}</span>
      </div>
    </div>
  {/each}
  <div class="row sum">
    <span>{working.title}</span><span class="val"
      ><span class="n text-[1rem]">{working.result.value}</span><span class="u min-w-8">{working.result.unit}</span
      ></span
    >
  </div>
</section>
