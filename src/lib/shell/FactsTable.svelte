<script lang="ts">
  import type { SoundFacts } from '@haversack/core/remedy/sound';
  import { fixed } from '@haversack/core/quantity/format';
  import { useBox } from '$lib/client/use-box.ts';
  import { hoursText, weightText } from '$lib/design/words.ts';

  /** A box before and after some changes: what stands against it, what it costs, weighs and lasts. */
  type Props = { label: string; before: SoundFacts; after: SoundFacts | string; then?: string };
  let { label, before, after, then = 'Then' }: Props = $props();
  const open = useBox();
  const prefs = $derived(open.doc.preferences);
  const cells = (f: SoundFacts): [string, string][] => [
    ['Stops', String(f.stopCount)],
    ['Cautions', String(f.cautionCount)],
    ['Price', `${prefs.currency}${fixed(f.cost, 2)}`],
    ['Mass', weightText(prefs, f.massKg)],
    ['Lasts', hoursText(f.lastsH)]
  ];
</script>

<table class="sheet mt-3" aria-label={label}>
  <thead><tr><td></td><th class="num">Now</th><th class="num">{then}</th></tr></thead>
  <tbody>
    {#if typeof after === 'string'}<tr><td colspan="3" class="text-ink2">{after}</td></tr>
    {:else}
      {@const there = cells(after)}
      {#each cells(before) as [word, was], i (word)}<tr
          ><th scope="row">{word}</th><td class="num">{was}</td><td class="num">{there[i]![1]}</td></tr
        >{/each}
    {/if}
  </tbody>
</table>
