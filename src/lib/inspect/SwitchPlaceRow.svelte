<script lang="ts">
  import { AUTO, setTo, UNKNOWN, type Attr } from '@haversack/core/box/attr';
  import type { SWITCH_PLACES } from '@haversack/core/box/feed-names';
  import SelectRow from '$lib/ui/SelectRow.svelte';

  /** Whether the current meets the fuse or the switches first, seen from the battery. */
  type Place = (typeof SWITCH_PLACES)[number];
  type Props = { word: string; attr: Attr<Place>; onattr: (attr: Attr<Place>, text: string) => void };
  let { word, attr, onattr }: Props = $props();
  const CHOICES = [
    ['behind-fuse', 'behind the fuse'],
    ['ahead-of-fuse', 'ahead of the fuse'],
    ['unknown', 'unknown']
  ] as const;
  const value = $derived(attr.is === 'set' ? attr.value : attr.is === 'unknown' ? 'unknown' : 'behind-fuse');
</script>

<SelectRow
  {word}
  {value}
  choices={CHOICES}
  onchoose={(v, text) =>
    onattr(v === 'unknown' ? UNKNOWN : v === 'ahead-of-fuse' ? setTo('ahead-of-fuse') : AUTO, text)}
/>
