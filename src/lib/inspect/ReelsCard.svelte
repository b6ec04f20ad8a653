<script lang="ts">
  import { AWG_SIZES, MM2_SIZES } from '@haversack/core/wiring/conductor';
  import { wireSizeText, type WireSize } from '@haversack/core/quantity/wire-size';
  import X from '@lucide/svelte/icons/x';
  import { useBox } from '$lib/client/use-box.ts';

  /** Wire that lies at home: automatic sizes take it first where it holds. */
  const open = useBox();
  const reels = $derived(open.doc.wiring.reels);
  const all = $derived<WireSize[]>([
    ...AWG_SIZES.map((size): WireSize => ({ system: 'awg', size })),
    ...MM2_SIZES.map((size): WireSize => ({ system: 'mm2', size }))
  ]);
  const free = $derived(all.filter((s) => !reels.some((r) => wireSizeText(r) === wireSizeText(s))));
  const set = (what: string, value: WireSize[]) => open.set(what, 'wiring/reels', value);
</script>

<section class="sec" aria-label="Own reels">
  <h3>Wire at home</h3>
  <div class="flex flex-wrap gap-2">
    {#each reels as r, nth (nth)}<span class="inline-flex items-center gap-1 rounded-in border border-line2 px-2"
        >{wireSizeText(r)}<button
          type="button"
          class="icon"
          aria-label="Take {wireSizeText(r)} off"
          onclick={() =>
            set(
              `No ${wireSizeText(r)} at home`,
              reels.filter((o) => o !== r)
            )}><X size={14} /></button
        ></span
      >{:else}<span class="lab">None named: sizes are taken from the table.</span>{/each}
  </div>
  <label class="row"
    ><span>Add a reel</span><select
      class="in"
      value=""
      onchange={(e) => {
        const size = free.find((s) => wireSizeText(s) === e.currentTarget.value);
        e.currentTarget.value = '';
        if (size) set(`${wireSizeText(size)} at home`, [...reels, size]);
      }}
      ><option value="">size…</option>{#each free as s, nth (nth)}<option>{wireSizeText(s)}</option>{/each}</select
    ></label
  >
  <p class="lab">Where one of them holds it is used, the thinnest first.</p>
</section>
