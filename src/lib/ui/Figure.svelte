<script lang="ts">
  import { useBox } from '$lib/client/use-box.ts';

  /** A figure that opens its working when pressed. */
  type Props = { value: string; unit?: string; working?: { id: string } | undefined; strong?: boolean };
  let { value, unit = '', working, strong = false }: Props = $props();
  const open = useBox();
</script>

<span class="val">
  {#if working}
    <button
      type="button"
      class="n fig"
      class:font-semibold={strong}
      title="Show how this is worked out"
      onclick={() => open.showWorking(working.id)}>{value}</button
    >
  {:else}
    <span class="n" class:font-semibold={strong}>{value}</span>
  {/if}
  {#if unit}<span class="u min-w-5">{unit}</span>{/if}
</span>
