<script lang="ts">
  import { runList } from '@haversack/core/bench/run-list';
  import { lengthText } from '@haversack/core/quantity/format';
  import Download from '@lucide/svelte/icons/download';
  import Printer from '@lucide/svelte/icons/printer';
  import { resolve } from '$app/paths';
  import { useBox } from '$lib/client/open-box.svelte.ts';

  /** Leads to cut and crimp, with terminals and sleeves counted. */
  const open = useBox();
  const unit = $derived(open.doc.preferences.lengthUnit);
  const list = $derived(runList(open.doc, open.plan.wiring));
</script>

<section class="grid gap-4 p-6 max-md:p-3" aria-label="Run list">
  <div class="no-print flex items-center gap-3">
    <button type="button" class="btn" onclick={() => window.print()}><Printer size={14} />Print</button>
    <a class="btn" data-sveltekit-reload href={resolve(`/api/boxes/${open.id}/runs`)} download
      ><Download size={14} />CSV</a
    >
    <span class="lab">Sleeve first, then crimp; tug every one.</span>
  </div>
  <div class="overflow-x-auto">
    <table class="sheet">
      <thead
        ><tr
          ><th>Run</th><th>From</th><th>To</th><th>Wire</th><th>Colour</th><th class="num">Cut, {unit}</th><th>Ends</th
          ><th>Die</th></tr
        ></thead
      >
      <tbody>
        {#each list.runs as r (r.id)}
          <tr
            ><td><b>{r.id}</b></td><td>{r.from.tab}</td><td>{r.to.tab}</td><td>{r.size}</td><td>{r.colour}</td><td
              class="num n">{lengthText(r.lengthMm, unit, 0)}</td
            ><td>{r.from.terminal} / {r.to.terminal}</td><td>{r.die}</td></tr
          >
        {/each}
      </tbody>
    </table>
  </div>
  <div class="grid max-w-3xl gap-6 md:grid-cols-2">
    {#each [['Terminals', list.terminals], ['Sleeves', list.sleeves]] as const as [title, rows] (title)}
      <div>
        <h2 class="h3">{title}</h2>
        {#each rows as r (r.name)}<div class="row"><span>{r.name}</span><span class="n">{r.count}</span></div>{/each}
      </div>
    {/each}
  </div>
  <p class="lab">{list.outside}</p>
</section>
