<script lang="ts">
  import type { Feed } from '@haversack/core/box/schema';
  import { useBox } from '$lib/client/use-box.ts';
  import FeedFields from './FeedFields.svelte';

  /** One feed behind the main one. */
  let { feed }: { feed: Feed } = $props();
  const open = useBox();
  const plan = $derived(open.plan.wiring.feeds.find((f) => f.circuit.id === feed.id));
  const hangs = $derived([...open.plan.wiring.feeds, ...open.plan.wiring.circuits].filter((c) => c.upId === feed.id));
</script>

<section class="sec">
  <h3>Feed {plan?.tag ?? ''}</h3>
  <label class="row"
    ><span>Name</span><input
      class="in"
      value={feed.name}
      maxlength="80"
      onchange={(e) => open.set('Name of the feed', `feeds/${feed.id}/name`, e.currentTarget.value)}
    /></label
  >
  <p class="lab">
    {hangs.length === 0
      ? 'Nothing hangs on it yet: choose it under ‘Taken from’ of a circuit.'
      : `On it hang ${hangs.map((c) => (c.feed ? `feed ${c.tag}` : c.portTag)).join(', ')}.`}
  </p>
</section>
<FeedFields {feed} />
<div class="p-4">
  <button
    type="button"
    class="btn danger"
    onclick={() => open.remove(`Feed ${plan?.tag ?? ''}`, [{ kind: 'feed', id: feed.id }])}>Remove feed</button
  >
</div>
