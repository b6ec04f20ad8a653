<script lang="ts">
  import EmptyState from '$lib/ui/EmptyState.svelte';
  import { holeSchedule } from '@haversack/core/drill/schedule';
  import { drilledFaces, FACE_NAMES } from '@haversack/core/template/face-drawing';
  import { fixed } from '@haversack/core/quantity/format';
  import Download from '@lucide/svelte/icons/download';
  import Printer from '@lucide/svelte/icons/printer';
  import { resolve } from '$app/paths';
  import { ownBits } from '$lib/client/own-bits.svelte.ts';
  import { useBox } from '$lib/client/use-box.ts';
  import Mark from '$lib/ui/Mark.svelte';
  import BitsDialog from './BitsDialog.svelte';

  const open = useBox();
  const bits = ownBits();
  let editing = $state(false);
  let bothSystems = $state(false);
  const unit = $derived(open.doc.preferences.lengthUnit);
  const other = $derived(unit === 'mm' ? 'in' : 'mm');
  const rows = $derived(
    open.plan.panel && open.plan.fit ? holeSchedule(open.doc, open.plan.panel, open.plan.fit.part, bits.sets) : []
  );
  const faces = $derived(open.plan.panel ? drilledFaces(open.doc, open.plan.panel) : []);
  const notSaved = $derived(open.save.kind !== 'saved');
</script>

<section class="grid gap-4 p-6 max-md:p-3" aria-label="Hole schedule">
  {#if rows.length === 0}
    <EmptyState title="No holes yet">
      Choose a case and put ports on its faces: every hole then stands here with its size, its place and the bit to take
      out of your own.</EmptyState
    >
  {:else}
    <div class="no-print flex flex-wrap items-center gap-2">
      <button type="button" class="btn" onclick={() => (editing = true)}>My bits: {bits.sets.length} sets</button>
      <button type="button" class="btn" onclick={() => window.print()}><Printer size={14} />Print</button>
      <span class="lab ml-2">Drilling template, true to scale</span>
      <a class="btn main" data-sveltekit-reload href={resolve(`/api/boxes/${open.id}/template?paper=a4`)} download
        ><Download size={14} />A4</a
      >
      <a class="btn" data-sveltekit-reload href={resolve(`/api/boxes/${open.id}/template?paper=letter`)} download
        ><Download size={14} />Letter</a
      >
      <span class="lab ml-2">Each face</span>
      {#each faces as face (face)}
        <span class="flex items-center gap-1"
          ><span>{FACE_NAMES[face]}</span><a
            class="fig"
            data-sveltekit-reload
            href={resolve(`/api/boxes/${open.id}/faces/${face}.svg`)}
            download>SVG</a
          ><a class="fig" data-sveltekit-reload href={resolve(`/api/boxes/${open.id}/faces/${face}.dxf`)} download
            >DXF</a
          ></span
        >
      {/each}
      <label class="ml-2 flex items-center gap-2"
        ><input type="checkbox" bind:checked={bothSystems} />{other === 'in' ? 'Inches' : 'Millimetres'} too</label
      >
      {#if notSaved}<span class="lab" role="status">saving first …</span>{/if}
      {#if bits.problem}<span role="alert" class="text-stop">{bits.problem}</span>{/if}
    </div>
    <div class="card overflow-x-auto p-3">
      <table class="sheet">
        <thead
          ><tr
            ><th>Hole</th><th>Face</th><th class="num">Size, {unit}</th><th class="num">Good from, to</th><th
              class="num">From the left</th
            ><th class="num">Up</th><th>Pilot, speed</th><th>How</th></tr
          ></thead
        >
        <tbody>
          {#each rows as r (r.portId)}
            <tr>
              <th scope="row"
                ><button type="button" class="fig" onclick={() => (open.selected = { kind: 'port', id: r.portId })}
                  ><b>{r.tag}</b></button
                ><span class="lab block max-w-40 whitespace-normal">{r.part}</span></th
              >
              <td>{FACE_NAMES[r.face]}</td>
              <td class="num n">{r.size}</td>
              <td class="num n">{r.window}</td>
              {#each [r.x, r.y] as v, i (i)}
                <td class="num"
                  ><span class="n whitespace-nowrap">{unit === 'mm' ? v.mm : v.inch} {unit}</span>{#if bothSystems}<span
                      class="lab n block whitespace-nowrap"
                      title="What rounding to 1/64 in costs stands behind, mm"
                      >{other === 'mm' ? v.mm : v.inch}
                      {other}
                      {v.errorMm >= 0 ? '+' : '−'}{fixed(Math.abs(v.errorMm), 2)}</span
                    >{/if}</td
                >
              {/each}
              <td class="n">{r.pilot}<span class="lab block whitespace-nowrap">{r.rpm} rpm</span></td>
              <td
                ><span class="flex gap-1.5"
                  ><span class="pt-0.5"><Mark state={r.state} size={14} /></span><span
                    >{r.how}{#if r.key && r.key !== 'none'}<span class="lab block">{r.key}</span
                      >{/if}{#if r.inside}<span class="lab block text-caution"
                        >Ribs behind: mark and drill the pilot from inside.</span
                      >{/if}</span
                  ></span
                ></td
              >
            </tr>
          {/each}
        </tbody>
      </table>
    </div>
    <p class="lab">
      Centres from the left edge and up from the inner floor, seen from outside (lid: from its front edge). Sizes differ
      between makers: hold your own part against the template before drilling, and try the bit in scrap.
    </p>
  {/if}
</section>
<BitsDialog bind:open={editing} bits={bits.sets} onbits={(next) => (bits.sets = next)} />
