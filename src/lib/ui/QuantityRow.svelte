<script lang="ts">
  import type { ComponentProps } from 'svelte';
  import QuantityField from './QuantityField.svelte';

  /** A line of an inspector or card: a short word on the left, the field on the right under its full name. */
  type Props = Omit<ComponentProps<typeof QuantityField>, 'hideLabel'> & { word: string; inset?: boolean };
  let { word, inset = false, ...field }: Props = $props();
</script>

<div class="row"><span class:pl-3={inset}>{word}</span><QuantityField {...field} hideLabel /></div>
