<script lang="ts">
  import type { Attr } from '@haversack/core/box/attr';
  import type { ComponentProps } from 'svelte';
  import AttrField from './AttrField.svelte';
  import QuantityField from './QuantityField.svelte';

  /** An attribute that is a quantity: automatic, set, none or unknown, with the field for the set value. */
  type Props = {
    label: string;
    attr: Attr<number>;
    automatic: string;
    start: number;
    allow?: readonly ('auto' | 'set' | 'none' | 'unknown')[];
    words?: Partial<Record<'auto' | 'set' | 'none' | 'unknown', string>>;
    kind: ComponentProps<typeof QuantityField>['kind'];
    unit: string;
    text: (value: number) => string;
    options?: ComponentProps<typeof QuantityField>['options'];
    onattr: (attr: Attr<number>) => void;
  };
  let { label, attr, automatic, start, allow, words, kind, unit, text, options, onattr }: Props = $props();
</script>

<AttrField {label} {attr} {automatic} {start} {...allow ? { allow } : {}} {...words ? { words } : {}} {onattr}>
  {#snippet field()}<QuantityField
      {label}
      hideLabel
      {kind}
      {unit}
      width={64}
      text={attr.is === 'set' ? text(attr.value) : ''}
      {...options ? { options } : {}}
      onvalue={(value) => onattr({ is: 'set', value })}
    />{/snippet}
</AttrField>
