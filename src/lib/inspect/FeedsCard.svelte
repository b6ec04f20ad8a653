<script lang="ts">
  import { addFeedEdits } from '@haversack/core/box/feed-edits';
  import { ampsText } from '@haversack/core/quantity/format';
  import { useBox } from '$lib/client/open-box.svelte.ts';

  /** Feeds behind the main one: breakers by role, groups behind one switch, a second box. */
  const open = useBox();
  const feeds = $derived(open.plan.wiring.feeds);

  function add(): void {
    const added = addFeedEdits(open.doc);
    open.commit('Feed added', added.edits);
    open.selected = { kind: 'circuit', id: added.feedId };
  }
</script>

<section class="sec" aria-label="Feeds">
  <h3>Feeds behind it</h3>
  {#each feeds as f (f.circuit.id)}
    <button
      type="button"
      class="row w-full text-left"
      onclick={() => (open.selected = { kind: 'circuit', id: f.circuit.id })}
      ><span><b>{f.tag}</b> {f.circuit.name}</span><span class="val"
        ><span class="n">{ampsText(f.carriesA)}</span><span class="u min-w-5">A</span></span
      ></button
    >
  {:else}<p class="lab">
      None. A feed is a stretch that several circuits hang on: a breaker for the appliances, a group behind one switch,
      the cable to a second box.
    </p>{/each}
  <button type="button" class="btn" onclick={add}>Add a feed</button>
</section>
