<script lang="ts">
  import type { Attr } from '@haversack/core/box/attr';
  import { AWG_SIZES, MM2_SIZES } from '@haversack/core/wiring/conductor';
  import { pickSizes } from '@haversack/core/wiring/sizing';
  import type { WireSize } from '@haversack/core/quantity/wire-size';
  import { wireSizeText } from '@haversack/core/quantity/wire-size';
  import AttrField from '$lib/ui/AttrField.svelte';

  type Props = {
    label: string;
    attr: Attr<WireSize>;
    actual: WireSize | undefined;
    system: 'awg' | 'mm2';
    onattr: (a: Attr<WireSize>) => void;
  };
  let { label, attr, actual, system, onattr }: Props = $props();
  const sizes = $derived((system === 'awg' ? AWG_SIZES : MM2_SIZES).map((size): WireSize => ({ system, size })));
</script>

<AttrField
  {label}
  {attr}
  automatic={actual ? wireSizeText(actual) : 'not known'}
  start={actual ?? pickSizes(system)[0]!}
  allow={['auto', 'set', 'unknown']}
  {onattr}
>
  {#snippet field()}
    <select
      class="in"
      aria-label="{label}, size"
      value={attr.is === 'set' ? wireSizeText(attr.value) : ''}
      onchange={(e) => onattr({ is: 'set', value: sizes.find((s) => wireSizeText(s) === e.currentTarget.value)! })}
    >
      {#if attr.is === 'set' && !sizes.some((s) => wireSizeText(s) === wireSizeText(attr.value))}<option
          >{wireSizeText(attr.value)}</option
        >{/if}
      {#each sizes as s (s.size)}<option>{wireSizeText(s)}</option>{/each}
    </select>
  {/snippet}
</AttrField>
