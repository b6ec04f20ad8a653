<script lang="ts">
  import { durationText } from '@haversack/core/quantity/format';
  import { useBox } from '$lib/client/use-box.ts';
  import Figure from '$lib/ui/Figure.svelte';

  let { stage }: { stage: string } = $props();
  const open = useBox();
  const doc = $derived(open.doc);
</script>

{#if open.plan.bank && (stage === 'outing' || stage === 'battery')}
  {@const usable = open.plan.bank.usable}
  <section class="sec">
    <h3>{usable.title}</h3>
    {#each usable.lines as l, nth (nth)}<div class="row">
        <span>{l.label}</span><span class="val"
          ><span class="n">{l.value}</span><span class="u min-w-5">{l.unit}</span></span
        >
      </div>{/each}
    <div class="row sum">
      <span>Usable</span><Figure value={usable.result.value} unit={usable.result.unit} working={usable} strong />
    </div>
    {#if open.plan.outing && Number.isFinite(open.plan.outing.lastsH)}<div class="row">
        <span>Lasts</span><Figure value={durationText(open.plan.outing.lastsH)} working={{ id: 'hours' }} strong />
      </div>{/if}
    <div class="row">
      <span>Wanted by the outing</span><span class="val"
        ><span class="n">{open.plan.demand.totalAh.toFixed(1)}</span><span class="u min-w-5">Ah</span></span
      >
    </div>
  </section>
{/if}
{#if stage === 'wiring' && doc.circuits.length > 0}
  <section class="sec">
    <h3>Whole box</h3>
    <div class="row">
      <span>Air inside, for the wires</span><span class="val"
        ><span class="n">{open.plan.wiring.ambientC.toFixed(0)}</span><span class="u min-w-5">°C</span></span
      >
    </div>
    <div class="row">
      <span>Insulation taken as</span><span class="val"
        ><span class="n">{open.plan.wiring.insulationC}</span><span class="u min-w-5">°C</span></span
      >
    </div>
    <div class="row">
      <span>Sized at</span><span class="val"
        ><span class="n">{open.plan.wiring.lowV.toFixed(1)}</span><span class="u min-w-5">V</span></span
      >
    </div>
    <p class="lab mt-1">Press a circuit, the main fuse or the battery in the drawing for its figures.</p>
  </section>
{/if}
