<script lang="ts">
  import { stands } from '@haversack/core/remedy/attempt';
  import { useBox, useHeavy } from '$lib/client/use-box.ts';

  /** Opens the search for a sound box; there only while something stands against it. */
  const open = useBox();
  const heavy = useHeavy();
  const against = $derived(open.plan.findings.some(stands));
</script>

{#if against}<button type="button" class="btn" onclick={() => (heavy.soundShown = true)}>Make it sound …</button>{/if}
