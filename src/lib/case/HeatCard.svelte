<script lang="ts">
  import { MOST_SHADE_RISE_K } from '@haversack/core/case/heat-plan';
  import { fixed } from '@haversack/core/quantity/format';
  import { useBox } from '$lib/client/use-box.ts';
  import Figure from '$lib/ui/Figure.svelte';
  import Mark from '$lib/ui/Mark.svelte';

  const open = useBox();
  const h = $derived(open.plan.heat!);
  const f = $derived(open.doc.preferences.temperatureUnit === 'F');
  const deg = (c: number) => fixed(f ? c * 1.8 + 32 : c, 0);
  const u = $derived(f ? '°F' : '°C');
  const state = (c: number) =>
    c > (h.limits?.useC ?? 60) ? 'stop' : c > (h.limits?.chargeC ?? 40) ? 'caution' : 'holds';
</script>

<section class="card" aria-label="Heat inside">
  <h2 class="h3">Heat inside</h2>
  {#each h.losses as l, nth (nth)}
    <div class="row">
      <span>{l.name}</span><span class="val"><span class="n">{fixed(l.lossW, 2)}</span><span class="u">W</span></span>
    </div>
  {:else}<p class="lab">Nothing inside gives heat worth naming.</p>{/each}
  <div class="row sum">
    <span>Inside at the warmest hour</span><span class="flex items-center gap-2"
      ><Figure value={deg(h.insideC)} unit={u} working={h.working} strong /><Mark state={state(h.insideC)} /></span
    >
  </div>
  <div class="row">
    <span>Warms itself, in the shade</span><span class="flex items-center gap-2"
      ><span class="n">{fixed(h.shadeRiseK, 1)} K</span><Mark
        state={h.shadeRiseK <= MOST_SHADE_RISE_K ? 'holds' : 'caution'}
      /></span
    >
  </div>
  <div class="row">
    <span>In strong sun it would be</span><span class="flex items-center gap-2"
      ><span class="n">{deg(h.sunC)} {u}</span><Mark state={state(h.sunC)} /></span
    >
  </div>
  <label class="row"
    ><span>It stands in the sun</span><input
      type="checkbox"
      checked={open.doc.outing.inSun}
      onchange={(e) =>
        open.set(
          e.currentTarget.checked ? 'Stands in the sun' : 'Kept in the shade',
          'outing/inSun',
          e.currentTarget.checked
        )}
    /></label
  >
  {#each h.say as say, nth (nth)}<p class="lab mt-1">{say}</p>{/each}
</section>
