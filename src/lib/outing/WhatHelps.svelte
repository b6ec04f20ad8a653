<script lang="ts">
  import { sureText } from '@haversack/core/verdict';
  import { durationText } from '@haversack/core/quantity/format';
  import { useBox, useHeavy } from '$lib/client/use-box.ts';
  import { untrack } from 'svelte';

  const open = useBox();
  const heavy = useHeavy();
  const MOST = 6;
  let all = $state(false);
  $effect(() => {
    void open.doc;
    untrack(() => heavy.wantHelps());
  });
  const shown = $derived(heavy.helps ? (all ? heavy.helps : heavy.helps.slice(0, MOST)) : []);
</script>

<section class="card" aria-label="What would help" aria-busy={heavy.busy.helps}>
  <h2 class="h3">What would help, best first</h2>
  {#if heavy.helps === undefined}
    <p class="lab">{heavy.busy.helps ? 'Trying changes …' : 'Appears when a battery is chosen and something runs.'}</p>
  {:else if heavy.helps.length === 0}
    <p class="lab">Nothing simple makes it last noticeably longer.</p>
  {:else}
    <ul>
      {#each shown as h (h.id)}
        <li class="flex items-center justify-between gap-3 border-t border-line py-1.5">
          <span class="min-w-0"
            ><b class="font-medium">{h.label}</b><span class="lab block"
              >{h.effect}, about {sureText(h.chanceFraction)}</span
            ></span
          >
          <span class="flex items-center gap-2 whitespace-nowrap">
            <span class="n text-holds">+{durationText(h.gainH)}</span>
            <button
              type="button"
              class="btn"
              aria-label="Do this: {h.label}"
              disabled={heavy.busy.helps}
              onclick={() => open.commit(h.label, h.edits)}>Do this</button
            >
          </span>
        </li>
      {/each}
    </ul>
    {#if heavy.helps.length > MOST}<button type="button" class="fig mt-1" onclick={() => (all = !all)}
        >{all ? 'Fewer' : `${heavy.helps.length - MOST} more`}</button
      >{/if}
  {/if}
</section>
