<script lang="ts">
  import EmptyState from '$lib/ui/EmptyState.svelte';
  import { scrolls } from '$lib/ui/scrolls.ts';
  import { portLabels, switchCard } from '@haversack/core/bench/labels';
  import { labelSheet } from '@haversack/core/bench/label-sheet';
  import Download from '@lucide/svelte/icons/download';
  import Printer from '@lucide/svelte/icons/printer';
  import { resolve } from '$app/paths';
  import { useBox } from '$lib/client/use-box.ts';

  /** Labels for the ports at true scale, and the card of switch positions for inside the lid. */
  const open = useBox();
  const panel = $derived(open.plan.panel!);
  const labels = $derived(portLabels(open.doc, panel, open.plan.wiring));
  const sheet = $derived(labelSheet(open.doc.name, labels));
  const card = $derived(switchCard(panel, open.plan.wiring));
  const up = (y: number) => sheet.heightMm - y;
</script>

<section class="grid gap-5 p-6 max-md:p-3 print:p-0" aria-label="Labels">
  {#if labels.length === 0}
    <EmptyState title="No labels yet">
      Put ports on the faces and name them: each gets a label with its fuse.</EmptyState
    >
  {:else}
    <div class="no-print flex flex-wrap items-center gap-2">
      <button type="button" class="btn" onclick={() => window.print()}><Printer size={14} />Print at 100 %</button>
      <a class="btn" data-sveltekit-reload href={resolve(`/api/boxes/${open.id}/labels`)} download
        ><Download size={14} />SVG</a
      >
      <span class="lab"
        >Names come from the ports; letters are 3 mm high. Cut along the lines, varnish or laminate.</span
      >
    </div>
    <div class="max-w-full overflow-x-auto" use:scrolls>
      <svg
        class="sheet-mm"
        width="{sheet.widthMm + 2}mm"
        height="{sheet.heightMm + 2}mm"
        viewBox="-1 -1 {sheet.widthMm + 2} {sheet.heightMm + 2}"
        role="img"
        aria-label="Labels at true scale: {labels.map((l) => `${l.title}, ${l.detail}`).join('; ')}"
      >
        {#each sheet.shapes as s, i (i)}
          {#if s.kind === 'rect'}<rect
              x={s.xMm}
              y={up(s.yMm + s.heightMm)}
              width={s.widthMm}
              height={s.heightMm}
              fill="var(--raise)"
              stroke="var(--ink2)"
              stroke-width="0.25"
            />{:else if s.kind === 'text'}<text
              x={s.xMm}
              y={up(s.yMm)}
              text-anchor="middle"
              style:font-size="{s.heightMm * 1.35}px"
              font-weight={s.heightMm > 2.5 ? 640 : 400}>{s.text}</text
            >{/if}
        {/each}
      </svg>
    </div>
    <div class="max-w-4xl">
      <h2 class="h3">Switch positions</h2>
      {#if card.length === 0}<p class="text-ink2">
          No switch is on the panel: everything is live as long as the main fuse is in.
        </p>{:else}
        <table class="sheet">
          <thead><tr><th>Switch</th><th>Position</th><th>Live</th><th>Dead</th></tr></thead>
          <tbody>
            {#each card as row, nth (nth)}
              <tr
                ><td><b>{row.tag}</b> {row.name}</td><td><b>{row.position}</b></td><td
                  >{row.live.join(', ') || 'nothing'}</td
                ><td>{row.dead.join(', ') || 'nothing'}</td></tr
              >
            {/each}
          </tbody>
        </table>
        <p class="lab mt-1">Each row with the other switches on.</p>
      {/if}
    </div>
  {/if}
</section>

<style>
  .sheet-mm text {
    font-family: inherit;
  }
</style>
