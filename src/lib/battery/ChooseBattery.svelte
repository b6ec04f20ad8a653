<script lang="ts">
  import { chooseBattery } from '@haversack/core/compare/candidate';
  import { untrack } from 'svelte';
  import { useBox, useHeavy } from '$lib/client/use-box.ts';
  import PickTable from '$lib/ui/PickTable.svelte';

  let { ontaken }: { ontaken: () => void } = $props();
  const open = useBox();
  const heavy = useHeavy();
  $effect(() => {
    void heavy.version;
    untrack(() => heavy.wantBatteries());
  });
</script>

<PickTable
  title="Batteries, one pack each"
  kind="battery"
  rows={heavy.batteries}
  chosenId={open.doc.bank.count === 1 ? open.doc.bank.partId : null}
  columnIds={['sort', 'capacity', 'mass', 'price']}
  ontake={(row) => {
    open.commit(`Battery: ${row.part.name}`, chooseBattery(row.part, 1));
    ontaken();
  }}
/>
