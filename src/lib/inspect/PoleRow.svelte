<script lang="ts">
  import type { Attr } from '@haversack/core/box/attr';
  import type { POLES } from '@haversack/core/box/feed-names';
  import UsualRow from './UsualRow.svelte';

  /** Which of its two leads a fuse or a switch sits in. */
  type Pole = (typeof POLES)[number];
  type Props = { word: string; attr: Attr<Pole>; onattr: (attr: Attr<Pole>, text: string) => void };
  let props: Props = $props();
  const CHOICES = [
    ['plus', 'the + lead'],
    ['minus', 'the − lead']
  ] as const;
</script>

<UsualRow {...props} choices={CHOICES} />
