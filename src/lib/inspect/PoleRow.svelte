<script lang="ts">
  import { AUTO, setTo, UNKNOWN, type Attr } from '@haversack/core/box/attr';
  import type { POLES } from '@haversack/core/box/feed-names';
  import SelectRow from '$lib/ui/SelectRow.svelte';

  /** Which of its two leads a fuse or a switch sits in. */
  type Pole = (typeof POLES)[number];
  type Props = { word: string; attr: Attr<Pole>; onattr: (attr: Attr<Pole>, text: string) => void };
  let { word, attr, onattr }: Props = $props();
  const CHOICES = [
    ['plus', 'the + lead'],
    ['minus', 'the − lead'],
    ['unknown', 'unknown']
  ] as const;
  const value = $derived(attr.is === 'set' ? attr.value : attr.is === 'unknown' ? 'unknown' : 'plus');
</script>

<SelectRow
  {word}
  {value}
  choices={CHOICES}
  onchoose={(v, text) => onattr(v === 'unknown' ? UNKNOWN : v === 'minus' ? setTo('minus') : AUTO, text)}
/>
