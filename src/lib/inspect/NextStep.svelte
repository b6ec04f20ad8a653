<script lang="ts">
  import { resolve } from '$app/paths';
  import type { Stage } from '@haversack/core/findings/rule';
  import { useBox } from '$lib/client/open-box.svelte.ts';
  import Figure from '$lib/ui/Figure.svelte';

  let { stage }: { stage: string } = $props();
  const open = useBox();
  const doc = $derived(open.doc);

  /** The way forward for an empty or half-filled box, one step at a time. */
  const next = $derived.by((): { stage: Stage; text: string } | null => {
    if (doc.devices.length === 0) return { stage: 'outing', text: 'Name what must run: Add device.' };
    if (!doc.bank.partId) return { stage: 'battery', text: 'Choose a battery: the arithmetic says how large.' };
    if (!doc.casePartId) return { stage: 'case', text: 'Choose a case and see whether it goes in.' };
    if (doc.devices.some((d) => !d.portId)) return { stage: 'ports', text: 'Give every device a port on a face.' };
    if (!doc.wiring.fuseBlockPartId || !doc.wiring.mainHolderPartId)
      return { stage: 'wiring', text: 'Choose main fuse holder and fuse block.' };
    if (open.plan.findings.some((f) => f.severity === 'stop' && f.acceptedBecause === null))
      return {
        stage: open.plan.findings.find((f) => f.severity === 'stop' && f.acceptedBecause === null)!.stage,
        text: 'Clear the stops: each offers what to do.'
      };
    return { stage: 'kit', text: 'Everything stands: see what to buy, then the build sheet.' };
  });
</script>

{#if next}
  <section class="sec">
    <h3>Next</h3>
    <p>{next.text}</p>
    {#if next.stage !== stage}<a class="btn main mt-2" href={resolve(`/box/[id]/${next.stage}`, { id: open.id })}
        >Go there</a
      >{/if}
  </section>
{/if}
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
