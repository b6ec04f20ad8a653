<script lang="ts">
  import { railIdea } from '@haversack/core/advise/rail';
  import { addFeedEdits } from '@haversack/core/box/feed-edits';
  import { ampsText } from '@haversack/core/quantity/format';
  import { addSharedVoltage } from '$lib/client/shared-voltage.ts';
  import { useBox } from '$lib/client/use-box.ts';

  /** Feeds behind the main one: breakers by role, groups behind one switch, a second box. */
  const open = useBox();
  const feeds = $derived(open.plan.wiring.feeds);

  function add(): void {
    const added = addFeedEdits(open.doc);
    open.commit('Feed added', added.edits);
    open.selected = { kind: 'circuit', id: added.feedId };
  }

  const idea = $derived(railIdea(open.doc, open.catalogue));
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
  <div class="flex flex-wrap gap-2">
    <button type="button" class="btn" onclick={add}>Add a feed</button>
    <button type="button" class="btn" onclick={() => addSharedVoltage(open, idea)}>Add a shared voltage</button>
  </div>
  <p class="lab">
    {idea.circuitIds.length > 1
      ? `${idea.circuitIds.length} ports want ${idea.outV} V: one converter in the box can feed them all.`
      : 'A shared voltage is one converter in the box for several ports: 7.4 V for cameras, 5, 9, 19 V.'}
  </p>
</section>
