<script lang="ts">
  import { paths, sumOfBranchesA } from '@haversack/core/trials/paths';
  import { ampsText, lengthText } from '@haversack/core/quantity/format';
  import Printer from '@lucide/svelte/icons/printer';
  import { pathMark } from '@haversack/core/wiring/path-mark';
  import { useBox } from '$lib/client/use-box.ts';
  import Mark from '$lib/ui/Mark.svelte';
  import { ownDay } from '$lib/ui/days.ts';

  /** Every positive path with its protection, to be printed and signed. */
  const open = useBox();
  const unit = $derived(open.doc.preferences.lengthUnit);
  const rows = $derived(paths(open.doc, open.plan));
  const sum = $derived(sumOfBranchesA(rows));
  const main = $derived(open.plan.wiring.main);
  const BY = 'haversack-checked-by';
  let by = $state(typeof localStorage === 'undefined' ? '' : (localStorage.getItem(BY) ?? ''));
  const checkOf = (id: string | null) => open.doc.checkedPaths.find((k) => k.circuitId === id);
  const markOf = (id: string | null) => {
    const c = open.plan.wiring.circuits.find((k) => k.circuit.id === id);
    return c && pathMark(open.plan.wiring, c);
  };
  /** Somebody followed this very path on the real box: it stands until its fuse or wire changes. */
  function check(id: string | null, on: boolean): void {
    const mark = markOf(id);
    if (id === null || mark === undefined) return;
    localStorage.setItem(BY, by);
    const rest = open.doc.checkedPaths.filter((k) => k.circuitId !== id);
    const day = new Date().toISOString().slice(0, 10);
    open.set(
      on ? 'Path checked' : 'Check taken back',
      'checkedPaths',
      on ? [...rest, { circuitId: id, mark, by, day }] : rest
    );
  }
</script>

<section class="grid gap-4 p-6 max-md:p-3" aria-label="Path by path">
  <div class="no-print flex items-center gap-3">
    <button type="button" class="btn" onclick={() => window.print()}><Printer size={14} />Print to sign</button>
    <label class="flex items-center gap-2"
      >Checked by <input class="in w-36" maxlength="80" placeholder="your name" bind:value={by} /></label
    >
    <span class="lab">From each source to each plug: what opens, before what suffers.</span>
  </div>
  <div class="overflow-x-auto">
    <table class="sheet">
      <thead
        ><tr
          ><th>To</th><th>Feeds</th><th>From</th><th>Protection, in order</th><th>Weakest behind it</th><th class="num"
            >Unfused, {unit}</th
          ><th class="num">Load, A</th><th>Verdict</th><th>Checked</th></tr
        ></thead
      >
      <tbody>
        {#each rows as r (r.id)}
          <tr>
            <td
              >{#if r.circuitId !== null}<button
                  type="button"
                  class="fig"
                  onclick={() => (open.selected = { kind: 'circuit', id: r.circuitId! })}><b>{r.to}</b></button
                >{:else}<b>{r.to}</b>{/if}</td
            ><td>{r.feeds}</td><td>{r.source}</td><td>{r.protection.join(', ')}</td><td
              >{r.weakest ? `${r.weakest.name}, ${ampsText(r.weakest.ratingA)} A` : 'not known'}</td
            ><td class="num n">{r.firstFuseMm === undefined ? '–' : lengthText(r.firstFuseMm, unit, 0)}</td><td
              class="num n">{ampsText(r.loadA)}</td
            ><td><span class="flex items-start gap-2"><Mark state={r.state} size={14} /><span>{r.say}</span></span></td>
            <td>
              {#if r.circuitId !== null}
                {@const k = checkOf(r.circuitId)}
                {@const stale = k !== undefined && k.mark !== markOf(r.circuitId)}
                <label class="flex items-start gap-2"
                  ><input
                    type="checkbox"
                    aria-label="{r.to} checked on the real box"
                    checked={k !== undefined && !stale}
                    onchange={(e) => check(r.circuitId, e.currentTarget.checked)}
                  />{#if k}<span class="lab">{stale ? 'changed since' : ''} {k.by} {ownDay(k.day)}</span>{/if}</label
                >
              {/if}
            </td>
          </tr>
        {/each}
      </tbody>
      <tfoot
        ><tr class="sum"
          ><td colspan="6">Sum of the branches beside the shared path (at once at most {ampsText(main.loadA)} A)</td><td
            class="num n">{ampsText(sum)}</td
          ><td
            >{main.fuseA !== undefined
              ? `F0 ${main.fuseA} A`
              : main.fuseOrigin === 'none'
                ? 'no main fuse'
                : 'main fuse not known'}{main.weakest
              ? `, weakest ${main.weakest.name} ${main.weakest.ratingA} A`
              : ''}</td
          ><td></td></tr
        ></tfoot
      >
    </table>
  </div>
  <p class="lab max-w-3xl">
    Made by Haversack from this design; a person has to check the real box against it. Checked by ____________________
    on ____________. Vehicle, boat and mains wiring follow their own codes and licensed practice.
  </p>
</section>
