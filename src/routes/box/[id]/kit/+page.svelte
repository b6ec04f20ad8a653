<script lang="ts">
  import type { KitLine } from '@haversack/core/kit/kit';
  import { fixed } from '@haversack/core/quantity/format';
  import Download from '@lucide/svelte/icons/download';
  import Printer from '@lucide/svelte/icons/printer';
  import { useBox } from '$lib/client/open-box.svelte.ts';
  import Figure from '$lib/ui/Figure.svelte';
  import QuantityField from '$lib/ui/QuantityField.svelte';
  import StageHead from '$lib/ui/StageHead.svelte';

  const open = useBox();
  const kit = $derived(open.plan.kit);
  const currency = $derived(open.doc.preferences.currency);
  const GROUPS: Record<KitLine['group'], string> = {
    power: 'Battery',
    case: 'Case and what goes in',
    panel: 'Panel',
    wiring: 'Wiring',
    crimps: 'Crimps and sleeves',
    small: 'Small things'
  };
  const METRES = { m: 1, metre: 1, metres: 1, cm: 0.01, mm: 0.001, ft: 0.3048, in: 0.0254 };
  const PIECES = { pc: 1, pcs: 1, piece: 1, pieces: 1 };
  const ownedOf = (id: string): number => open.doc.kit.owned.find((o) => o.lineId === id)?.count ?? 0;

  function own(line: KitLine, count: number): void {
    const rest = open.doc.kit.owned.filter((o) => o.lineId !== line.lineId);
    open.set(
      `${line.name}: ${fixed(count, 1)} at hand`,
      'kit/owned',
      count > 0 ? [...rest, { lineId: line.lineId, count }] : rest
    );
  }

  async function csv(): Promise<void> {
    const { default: papa } = await import('papaparse');
    const rows = kit.lines.map((l) => ({
      group: GROUPS[l.group],
      part: l.name,
      perBox: l.perBox,
      unit: l.unit,
      toBuy: l.toBuy,
      packs: l.packs,
      pack: l.packText,
      pricePerPack: l.packPrice ?? '',
      cost: fixed(l.cost, 2),
      note: l.note
    }));
    const link = document.createElement('a');
    link.href = URL.createObjectURL(new Blob([papa.unparse(rows, { escapeFormulae: true })], { type: 'text/csv' }));
    link.download = `${open.doc.name} kit.csv`;
    link.click();
    URL.revokeObjectURL(link.href);
  }
</script>

<StageHead title="Kit" sub="in packets as sold">
  <QuantityField
    label="For how many boxes"
    kind="number"
    width={48}
    text={String(open.doc.kit.boxCount)}
    options={{ min: 1, max: 50, whole: true, units: { box: 1, boxes: 1 } }}
    onvalue={(v) => open.set(`${v} boxes`, 'kit/boxCount', v)}
  />
  <span class="flex-1"></span>
  <button type="button" class="btn" onclick={csv}><Download size={15} />CSV</button>
  <button type="button" class="btn" onclick={() => window.print()}><Printer size={15} />Print</button>
</StageHead>

<div class="overflow-x-auto p-6">
  {#if kit.lines.length === 0}
    <section class="max-w-xl rounded-box border border-line2 bg-raise p-5">
      <h2>Nothing to buy yet</h2>
      <p class="mt-2 text-[14px] text-ink2">
        As soon as a battery, a case or ports are chosen, everything they take stands here: fuses, wire by colour,
        crimps, strap and foam.
      </p>
    </section>
  {:else}
    <h1 class="mb-2 hidden print:block">{open.doc.name}: kit</h1>
    <table class="sheet max-w-[1000px]">
      <thead
        ><tr
          ><th>Part</th><th class="num">One box takes</th><th class="num">At hand</th><th class="num">Packs to buy</th
          ><th>Pack</th><th class="num">Price</th><th class="num">Cost</th></tr
        ></thead
      >
      {#each Object.entries(GROUPS) as [group, title] (group)}
        {@const lines = kit.lines.filter((l) => l.group === group)}
        {#if lines.length}
          <tbody>
            <tr><th colspan="7" class="!pt-4" scope="rowgroup">{title}</th></tr>
            {#each lines as l (l.lineId)}
              <tr>
                <td
                  >{l.name}{#if l.note}<span class="lab block max-w-md">{l.note}</span>{/if}</td
                >
                <td class="num"><span class="n">{l.perBox}</span> <span class="u">{l.unit}</span></td>
                <td class="num"
                  ><span class="no-print"
                    ><QuantityField
                      label="{l.name} at hand"
                      at={l.lineId}
                      hideLabel
                      kind="number"
                      width={48}
                      text={ownedOf(l.lineId) ? String(ownedOf(l.lineId)) : ''}
                      options={{
                        min: 0,
                        max: 10000,
                        whole: l.unit === 'pc',
                        units: l.unit === 'm' ? METRES : PIECES
                      }}
                      onempty={() => own(l, 0)}
                      onvalue={(v) => own(l, v)}
                    /></span
                  ><span class="n hidden print:inline">{ownedOf(l.lineId) || ''}</span></td
                >
                <td class="num n font-semibold">{l.packs}</td>
                <td class="whitespace-nowrap text-ink2">{l.packText}</td>
                <td class="num n">{l.packPrice === null ? 'unknown' : `${currency}${fixed(l.packPrice, 2)}`}</td>
                <td class="num n">{currency}{fixed(l.cost, 2)}</td>
              </tr>
            {/each}
          </tbody>
        {/if}
      {/each}
      <tfoot>
        <tr
          ><th colspan="6" class="num !text-[14px]"
            >Together{open.doc.kit.boxCount > 1 ? ` for ${open.doc.kit.boxCount} boxes` : ''}</th
          ><td class="num n text-[14px] font-semibold">{currency}{fixed(kit.totalCost, 2)}</td></tr
        >
        <tr
          ><th colspan="6" class="num">One box</th><td class="num"
            ><Figure value="{currency}{fixed(kit.costPerBox, 2)}" working={{ id: 'price' }} /></td
          ></tr
        >
      </tfoot>
    </table>
    {#if kit.unpricedCount}<p class="lab mt-2">{kit.unpricedCount} lines have no price and are not in the sum.</p>{/if}
    <p class="lab mt-2">Prices are samples; own parts and prices are entered on the parts page.</p>
  {/if}
</div>
