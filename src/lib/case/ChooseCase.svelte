<script lang="ts">
  import { usePart } from '@haversack/core/findings/rule';
  import { untrack } from 'svelte';
  import { useBox, useHeavy } from '$lib/client/use-box.ts';
  import PickTable from '$lib/ui/PickTable.svelte';

  let { ontaken }: { ontaken: () => void } = $props();
  const open = useBox();
  const heavy = useHeavy();
  $effect(() => {
    void heavy.version;
    untrack(() => heavy.wantCases());
  });
</script>

<PickTable
  title="Cases"
  kind="case"
  rows={heavy.cases}
  chosenId={open.doc.casePartId}
  columnIds={['seal', 'size', 'mass', 'price']}
  ontake={(row) => {
    open.commit(`Case: ${row.part.name}`, usePart(row.part, 'casePartId'));
    ontaken();
  }}
/>
