<script lang="ts">
  import { paths, sumOfBranchesA } from '@haversack/core/trials/paths';
  import { ampsText, lengthText } from '@haversack/core/quantity/format';
  import Printer from '@lucide/svelte/icons/printer';
  import { useBox } from '$lib/client/open-box.svelte.ts';
  import Mark from '$lib/ui/Mark.svelte';

  /** Every positive path with its protection, to be printed and signed. */
  const open = useBox();
  const unit = $derived(open.doc.preferences.lengthUnit);
  const rows = $derived(paths(open.doc, open.plan.wiring));
  const sum = $derived(sumOfBranchesA(rows));
  const main = $derived(open.plan.wiring.main);
</script>

<section class="grid gap-4 p-6 max-md:p-3" aria-label="Path by path">
  <div class="no-print flex items-center gap-3">
    <button type="button" class="btn" onclick={() => window.print()}><Printer size={14} />Print to sign</button>
    <span class="lab">From each source to each plug: what opens, before what suffers.</span>
  </div>
  <div class="overflow-x-auto">
    <table class="sheet">
      <thead
        ><tr
          ><th>To</th><th>Feeds</th><th>From</th><th>Protection, in order</th><th>Weakest behind it</th><th class="num"
            >Unfused, {unit}</th
          ><th class="num">Load, A</th><th>Verdict</th></tr
        ></thead
      >
      <tbody>
        {#each rows as r (r.id)}
          <tr>
            <td
              ><button type="button" class="fig" onclick={() => (open.selected = { kind: 'circuit', id: r.id })}
                ><b>{r.to}</b></button
              ></td
            ><td>{r.feeds}</td><td>{r.source}</td><td>{r.protection.join(', ')}</td><td
              >{r.weakest ? `${r.weakest.name}, ${ampsText(r.weakest.ratingA)} A` : 'not known'}</td
            ><td class="num n">{r.firstFuseMm === undefined ? '–' : lengthText(r.firstFuseMm, unit, 0)}</td><td
              class="num n">{ampsText(r.loadA)}</td
            ><td><span class="flex items-start gap-2"><Mark state={r.state} size={14} /><span>{r.say}</span></span></td>
          </tr>
        {/each}
      </tbody>
      <tfoot
        ><tr class="sum"
          ><td colspan="6">Sum of the branches beside the shared path (at once at most {ampsText(main.loadA)} A)</td><td
            class="num n">{ampsText(sum)}</td
          ><td
            >{main.fuseA === undefined ? 'main fuse not known' : `F0 ${main.fuseA} A`}{main.weakest
              ? `, weakest ${main.weakest.name} ${main.weakest.ratingA} A`
              : ''}</td
          ></tr
        ></tfoot
      >
    </table>
  </div>
  <p class="lab max-w-3xl">
    Made by Haversack from this design; a person has to check the real box against it. Checked by ____________________
    on ____________. Vehicle, boat and mains wiring follow their own codes and licensed practice.
  </p>
</section>
