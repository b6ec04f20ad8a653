<script lang="ts">
  import type { Attr } from '@haversack/core/box/attr';
  import type { SWITCH_PLACES } from '@haversack/core/box/feed-names';
  import UsualRow from './UsualRow.svelte';

  /** Whether the current meets the fuse or the switches first, seen from the battery. */
  type Place = (typeof SWITCH_PLACES)[number];
  type Props = { word: string; attr: Attr<Place>; onattr: (attr: Attr<Place>, text: string) => void };
  let props: Props = $props();
  const CHOICES = [
    ['behind-fuse', 'behind the fuse'],
    ['ahead-of-fuse', 'ahead of the fuse']
  ] as const;
</script>

<UsualRow {...props} choices={CHOICES} />
