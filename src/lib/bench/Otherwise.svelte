<script lang="ts">
  import { ofKind } from '@haversack/core/catalogue/of-kind';
  import {
    changedBy,
    fuseBuilt,
    fusePlace,
    holeBuilt,
    partBuilt,
    wireBuilt,
    type BuiltKind,
    type Changed
  } from '@haversack/core/bench/as-built';
  import type { Edit } from '@haversack/core/box/edits';
  import { panelPartOf } from '@haversack/core/box/lookup';
  import { fixed, lengthText, trimNumber } from '@haversack/core/quantity/format';
  import { wireSizeText } from '@haversack/core/quantity/wire-size';
  import { useMarks } from '$lib/client/bench-marks.svelte.ts';
  import { useBox } from '$lib/client/use-box.ts';
  import { useShopping } from '$lib/client/shopping.svelte.ts';
  import Mark from '$lib/ui/Mark.svelte';
  import QuantityField from '$lib/ui/QuantityField.svelte';
  import { renewPrint } from './prints.ts';

  /** What was done otherwise than drawn, entered where it happens: it becomes part of the document, and says what it changed. */
  type Props = { kind: BuiltKind; id: string; name: string };
  let { kind, id, name }: Props = $props();
  const open = useBox();
  const bench = useMarks();
  const shopping = useShopping();
  const unit = $derived(open.doc.preferences.lengthUnit);
  const port = $derived(kind === 'hole' || kind === 'part' ? open.doc.ports.find((p) => p.id === id) : undefined);
  const part = $derived(panelPartOf(open.doc, port));
  const run = $derived(kind === 'lead' ? open.plan.runs.runs.find((r) => r.key === id) : undefined);
  const fuse = $derived(
    kind === 'fuse'
      ? open.plan.wiring.netlist.parts.find((p) => p.kind === 'fuse' && fusePlace(open.plan, p.id) === id)
      : undefined
  );
  const parts = $derived(part ? ofKind(open.catalogue, 'panel').filter((p) => p.role === part.role) : []);
  const wires = $derived(run?.wire ? ofKind(open.catalogue, 'wire') : []);
  const lies = (lineId: string) => (shopping.drawer.find((d) => d.lineId === lineId)?.count ?? 0) > 0;
  const PLACES = [
    { key: 'xMm', word: 'from the left' },
    { key: 'yMm', word: 'up' }
  ] as const;
  let shown = $state(false);
  let entered = $state.raw<{ changed: Changed; plan: typeof open.plan }>();
  // after an undo or another change it is no longer true
  const changed = $derived(entered?.plan === open.plan ? entered.changed : undefined);

  function enter(what: string, edits: Edit[] | undefined): void {
    if (!edits?.length) return;
    const before = open.plan;
    open.commit(`${name} built otherwise: ${what}`, edits);
    entered = { changed: changedBy(before, open.plan, open.doc), plan: open.plan };
    renewPrint(open, bench, kind, id);
  }
  const across = $derived(port && part?.hole.shape === 'round' ? (port.drilledMm ?? part.hole.diameterMm) : undefined);
</script>

<details class="pb-2 pl-10 text-[0.875rem]" bind:open={shown}>
  <summary class="text-ink2" aria-label="{name} built otherwise">Built otherwise</summary>
  {#if shown}<div class="mt-2 flex flex-wrap items-center gap-3">
      {#if kind === 'hole' && port}
        {#if across !== undefined}<QuantityField
            label="{name} drilled, across"
            at="{id} across"
            kind="length"
            {unit}
            text={lengthText(across, unit)}
            options={{ lengthUnit: unit, min: 0.5, max: 200 }}
            onvalue={(v) => enter(`hole ${fixed(v, 1)} mm`, holeBuilt(id, { drilledMm: v }))}
          />{/if}
        {#each PLACES as p (p.key)}<QuantityField
            label="{name} {p.word}"
            at="{id} {p.key}"
            kind="length"
            {unit}
            text={lengthText(port[p.key], unit)}
            options={{ lengthUnit: unit, min: -2000, max: 4000, allowZero: true }}
            onvalue={(v) => enter(`${fixed(v, 1)} mm ${p.word}`, holeBuilt(id, { [p.key]: v }))}
          />{/each}
      {:else if kind === 'part' && port && part}
        <label class="flex flex-wrap items-center gap-2"
          ><span class="lab">Another part in it</span><select
            class="in max-w-72"
            aria-label="Another part in {name}"
            value={port.partId}
            onchange={(e) => {
              const chosen = parts.find((p) => p.id === e.currentTarget.value);
              if (chosen) enter(chosen.name, partBuilt(open.doc, id, chosen));
            }}
            >{#if !parts.some((p) => p.id === port.partId)}<option value={port.partId}>{part.name}</option
              >{/if}{#each parts as p (p.id)}<option value={p.id}>{p.name}{lies(p.id) ? ' (in the drawer)' : ''}</option
              >{/each}</select
          ></label
        >
      {:else if run?.wire}
        <label class="flex flex-wrap items-center gap-2"
          ><span class="lab">Another wire</span><select
            class="in"
            aria-label="Another wire for {name}"
            value="{run.wire.system} {run.wire.size}"
            onchange={(e) => {
              const w = wires.find((p) => `${p.system} ${p.size}` === e.currentTarget.value);
              if (w)
                enter(
                  wireSizeText(w),
                  wireBuilt(open.doc, open.plan, open.catalogue, id, { system: w.system, size: w.size })
                );
            }}
            >{#each wires as w (w.id)}<option value="{w.system} {w.size}">{wireSizeText(w)}</option>{/each}</select
          ></label
        >
      {:else if fuse}
        <QuantityField
          label="Another fuse in {name}"
          at={id}
          kind="current"
          unit="A"
          text={fuse.ratingA === null ? '' : trimNumber(fuse.ratingA)}
          options={{ min: 0.1, max: 500 }}
          onvalue={(v) => enter(`${trimNumber(v)} A`, fuseBuilt(open.doc, open.plan, fuse.id, v))}
        />
      {/if}
    </div>{/if}
  {#if changed}
    <div class="mt-2" role="status">
      <p>
        Entered: the drawing, the card and every sheet show it{changed.effect
          ? `; ${changed.effect}`
          : ''}{changed.clearsCount
          ? `; ${changed.clearsCount} ${changed.clearsCount === 1 ? 'finding is' : 'findings are'} gone`
          : ''}.
      </p>
      {#each changed.brings as f (f.key)}<p class="mt-1 flex items-start gap-2">
          <Mark state={f.severity} size={15} label={f.severity} /><span>{f.title}</span>
        </p>{/each}
      {#if changed.brings.length === 0}<p class="mt-1 flex items-center gap-2">
          <Mark state="holds" size={15} label="" />Nothing new stands against it.
        </p>{/if}
    </div>
  {/if}
</details>
