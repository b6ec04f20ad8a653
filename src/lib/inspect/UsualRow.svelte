<script lang="ts" generics="V extends string">
  import { AUTO, setTo, UNKNOWN, type Attr } from '@haversack/core/box/attr';
  import SelectRow from '$lib/ui/SelectRow.svelte';

  /** A choice of few, of which the first is the usual one, taken while nobody says anything. */
  type Props = {
    word: string;
    attr: Attr<V>;
    choices: readonly (readonly [V, string])[];
    onattr: (attr: Attr<V>, text: string) => void;
  };
  let { word, attr, choices, onattr }: Props = $props();
  const usual = $derived(choices[0]![0]);
  const value = $derived(attr.is === 'set' ? attr.value : attr.is === 'unknown' ? 'unknown' : usual);
  const attrOf = (v: string): Attr<V> => {
    const chosen = choices.find(([of]) => of === v)?.[0];
    return chosen === undefined ? UNKNOWN : chosen === usual ? AUTO : setTo(chosen);
  };
</script>

<SelectRow
  {word}
  {value}
  choices={[...choices, ['unknown', 'unknown'] as const]}
  onchoose={(v, text) => onattr(attrOf(v), text)}
/>
