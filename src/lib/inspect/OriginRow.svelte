<script lang="ts">
  import type { Attr } from '@haversack/core/box/attr';
  import type { Origin } from '@haversack/core/box/schema';
  import { originChoices, originKey } from '@haversack/core/wiring/origins';
  import { useBox } from '$lib/client/use-box.ts';
  import SelectRow from '$lib/ui/SelectRow.svelte';

  /** Where a feed, a circuit or a charge source takes its positive. */
  type Props = {
    word?: string;
    from: Attr<Origin>;
    forId?: string;
    onchoose: (from: Attr<Origin>, text: string) => void;
  };
  let { word = 'Taken from', from, forId, onchoose }: Props = $props();
  const open = useBox();
  const choices = $derived(originChoices(open.doc, open.plan.wiring, forId));
  const known = $derived(choices.some((c) => c.key === originKey(from)));
</script>

<SelectRow
  {word}
  value={originKey(from)}
  choices={[
    ...(known ? [] : [[originKey(from), 'what is not there'] as const]),
    ...choices.map((c) => [c.key, c.text] as const)
  ]}
  onchoose={(key, text) => {
    const chosen = choices.find((c) => c.key === key);
    if (chosen) onchoose(chosen.from, text);
  }}
/>
