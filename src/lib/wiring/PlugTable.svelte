<script lang="ts">
  import { polarityRows } from '@haversack/core/panel/polarity';
  import { railVolts } from '@haversack/core/wiring/rails';
  import Printer from '@lucide/svelte/icons/printer';
  import { useBox } from '$lib/client/use-box.ts';
  import Mark from '$lib/ui/Mark.svelte';

  /** What could be plugged in wrongly, and what bare metal there is. */
  const open = useBox();
  const rows = $derived(polarityRows(open.doc, railVolts(open.plan.wiring)));
  const POSTS = { yes: 'covered', no: 'bare', unknown: 'not said' } as const;
</script>

<section class="grid gap-4 p-6 max-md:p-3" aria-label="Plugs and polarity" data-view="plugs">
  <div class="no-print flex items-center gap-3">
    <button type="button" class="btn" onclick={() => window.print()}><Printer size={14} />Print</button>
    <span class="lab">What goes in which way round, at which voltage, and what bare metal there is.</span>
  </div>
  <div class="overflow-x-auto">
    <table class="sheet">
      <thead
        ><tr
          ><th>Port</th><th>Plug</th><th>Voltage</th><th>Keyed</th><th>Live metal outside</th><th
            >Same plug elsewhere</th
          ><th>Adapters</th><th>Verdict</th></tr
        ></thead
      >
      <tbody>
        {#each rows as r (r.portId)}<tr
            ><td
              ><button type="button" class="fig" onclick={() => (open.selected = { kind: 'port', id: r.portId })}
                ><b>{r.tag}</b> {r.name}</button
              ></td
            ><td>{r.part}</td><td>{r.volts}</td><td>{r.keyed}</td><td>{r.liveMetal}</td><td>{r.same}</td><td
              >{r.adapters}</td
            ><td><span class="flex items-start gap-2"><Mark state={r.state} size={14} /><span>{r.say}</span></span></td
            ></tr
          >{:else}<tr><td colspan="8">No port is on the case yet.</td></tr>{/each}
      </tbody>
    </table>
  </div>
  <div class="max-w-xl">
    <label class="row"
      ><span>Battery posts and studs</span><select
        class="in"
        value={open.doc.bank.postsCovered}
        onchange={(e) =>
          open.set('Cover of the posts', 'bank/postsCovered', e.currentTarget.value as keyof typeof POSTS)}
        >{#each Object.entries(POSTS) as [k, word] (k)}<option value={k}>{word}</option>{/each}</select
      ></label
    >
    <p class="lab">Caps or boots on every post and stud; a spanner across them has no fuse before it.</p>
  </div>
</section>
