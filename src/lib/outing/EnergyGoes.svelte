<script lang="ts">
  import type { Outing } from '@haversack/core/outing/outing';
  import { energyShares } from '@haversack/core/outing/shares';
  import { fixed } from '@haversack/core/quantity/format';

  let { outing }: { outing: Outing } = $props();
  const shares = $derived(energyShares(outing.run.balance));
</script>

<section class="card" aria-label="Where the energy goes">
  <h2 class="h3">Where the energy goes</h2>
  <div class="flex h-3 overflow-hidden rounded-in border border-line2" role="presentation">
    {#each shares.out as s, i (i)}<span class="part p{i}" style:width="{s.fraction * 100}%"></span>{/each}
  </div>
  <ul class="mt-2">
    {#each shares.out as s, i (i)}
      <li class="row">
        <span class="flex items-center gap-2"><span class="key p{i}"></span>{s.name}</span><span class="val"
          ><span class="n">{fixed(s.energyWh, s.energyWh < 10 ? 2 : 1)}</span><span class="u">Wh</span><span
            class="n w-14 text-right text-ink2">{fixed(s.fraction * 100, s.fraction < 0.1 ? 1 : 0)} %</span
          ></span
        >
      </li>
    {/each}
  </ul>
  {#each shares.in as s, nth (nth)}
    <div class="row sum">
      <span>{s.name}</span><span class="val"
        ><span class="n">{fixed(s.energyWh, 1)}</span><span class="u">Wh</span><span class="w-14"></span></span
      >
    </div>
  {/each}
  <p class="lab">
    In and out agree to {shares.residualFraction < 1e-6 ? 'under 0.001' : fixed(shares.residualFraction * 100, 3)} %.
  </p>
</section>

<style>
  .key {
    width: 10px;
    height: 10px;
    border: 1px solid var(--line2);
  }
  .p0 {
    background: var(--olive5);
  }
  .p1 {
    background: var(--brass6);
  }
  .p2 {
    background: var(--olive3);
  }
  .p3 {
    background: var(--caution);
  }
  .p4 {
    background: var(--dead);
  }
</style>
