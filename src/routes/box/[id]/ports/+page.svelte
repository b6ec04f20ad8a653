<script lang="ts">
  import { ofKind } from '@haversack/core/catalogue/of-kind';
  import EmptyState from '$lib/ui/EmptyState.svelte';
  import type { PartOf } from '@haversack/core/catalogue/part';
  import type { Face } from '@haversack/core/catalogue/faces';
  import { addPort, type NewPort } from '@haversack/core/panel/add-port';
  import { PLACE_FACES, placePort, type PlacedPort } from '@haversack/core/panel/place-port';
  import { fixed } from '@haversack/core/quantity/format';
  import Check from '@lucide/svelte/icons/check';
  import { resolve } from '$app/paths';
  import { useBox } from '$lib/client/use-box.ts';
  import DepthSection from '$lib/draw/DepthSection.svelte';
  import FoldOut from '$lib/draw/FoldOut.svelte';
  import InsideView from '$lib/draw/InsideView.svelte';
  import HoleSchedule from '$lib/ports/HoleSchedule.svelte';
  import ArrangeDialog from '$lib/ports/ArrangeDialog.svelte';
  import BracketTable from '$lib/ports/BracketTable.svelte';
  import LabelSheet from '$lib/ports/LabelSheet.svelte';
  import LineUpBar from '$lib/ports/LineUpBar.svelte';
  import PortShelf from '$lib/ports/PortShelf.svelte';
  import WaterTable from '$lib/ports/WaterTable.svelte';
  import { STAGE_VIEWS } from '$lib/client/stage-views.ts';
  import { askedView } from '$lib/client/views.ts';
  import StageHead from '$lib/ui/StageHead.svelte';
  import ViewSwitch from '$lib/ui/ViewSwitch.svelte';

  const open = useBox();
  const fit = $derived(open.plan.fit);
  const panel = $derived(open.plan.panel);
  let behind = $state(true);
  let keepClear = $state(true);
  let width = $state(880);
  let face = $state<Face>('front');
  let foldOut = $state<ReturnType<typeof FoldOut>>();
  const SCALES = [2, 1.5, 1, 0.75, 0.6, 0.5, 0.4];
  const scale = $derived.by(() =>
    fit ? (SCALES.find((s) => 2 * (fit.part.rimLengthMm + fit.part.rimWidthMm) * s + 48 <= width - 8) ?? 0.4) : 1
  );
  const chosen = $derived(
    panel?.ports.find((p) => open.selected?.kind === 'port' && p.port.id === open.selected.id) ?? panel?.tightest
  );
  const free = $derived(fit ? fit.part.rimLengthMm * scale + fit.part.rimWidthMm * scale - 10 : 0);
  const planScale = $derived(
    fit
      ? Math.min(
          scale,
          (free - 20) / fit.part.rimLengthMm,
          (fit.part.rimWidthMm * scale + 20) / (fit.part.rimWidthMm + 8)
        )
      : 1
  );
  const facesUsed = $derived(new Set((panel?.ports ?? []).map((p) => p.port.face)).size);
  const VIEWS = STAGE_VIEWS.ports;
  const view = $derived(askedView(VIEWS));
  let arranging = $state(false);
  const selectedPort = $derived(
    panel?.ports.find((p) => open.selected?.kind === 'port' && p.port.id === open.selected.id)
  );
  /** A part that found no place where it was to go, and the faces that have one. */
  let refused = $state.raw<{ part: PartOf<'panel'>; face: Face; others: PlacedPort[] } | undefined>();

  function put(part: PartOf<'panel'>, added: NewPort): void {
    refused = undefined;
    open.commit(`Added ${part.name}`, added.edits);
    open.selected = { kind: 'port', id: added.portId };
  }

  /** From the shelf: on the face chosen there, where it meets nothing; else the faces are named that have room. */
  function add(part: PartOf<'panel'>): void {
    if (!fit) return;
    const added = placePort(open.doc, fit, part, [face]);
    if (added) return put(part, added);
    const others = PLACE_FACES.filter((f) => f !== face).flatMap((f) => placePort(open.doc, fit, part, [f]) ?? []);
    refused = { part, face, others };
  }

  /** Let go on a face: it stays where the hand put it, and what meets is shown. */
  function dropAt(part: PartOf<'panel'>, place: { face: Face; xMm: number; yMm: number }): void {
    if (fit) put(part, addPort(open.doc, fit, part, place.face, { wanted: place, exact: true }));
  }

  function drop(event: DragEvent): void {
    event.preventDefault();
    const id = event.dataTransfer?.getData('text/plain');
    const part = ofKind(open.catalogue, 'panel').find((p) => p.id === id);
    const place = foldOut?.placeAt(event);
    if (part && place) dropAt(part, place);
  }
</script>

<div class="page" class:whole={view === 'layout'}>
  <StageHead
    title="Ports"
    sub={panel ? `${panel.holeCount} holes on ${facesUsed} ${facesUsed === 1 ? 'face' : 'faces'}` : ''}
  >
    {#if fit}
      <ViewSwitch stage="ports" views={VIEWS} {view} />
    {/if}
    <span class="flex-1"></span>
    {#if fit && view === 'layout'}
      {#if panel && panel.ports.length > 0}<button type="button" class="btn" onclick={() => (arranging = true)}
          >Arrange for me</button
        >{/if}
      <span class="lab">Show</span>
      <button type="button" class="chip" aria-pressed={behind} onclick={() => (behind = !behind)}
        >{#if behind}<Check size={13} />{/if}Behind</button
      >
      <button type="button" class="chip" aria-pressed={keepClear} onclick={() => (keepClear = !keepClear)}
        >{#if keepClear}<Check size={13} />{/if}Keep clear</button
      >
    {/if}
  </StageHead>

  {#if fit && panel}
    {#if view === 'holes'}<HoleSchedule />{:else if view === 'water'}<WaterTable
      />{:else if view === 'labels'}<LabelSheet />{:else if view === 'brackets'}<BracketTable />{/if}
    <ArrangeDialog bind:open={arranging} />
  {/if}
  <div class="ports" class:away={view !== 'layout' && fit} bind:clientWidth={width}>
    {#if !fit || !panel}
      <EmptyState title="First a case" class="m-6">
        Ports are placed on the faces of a case, drawn folded out at scale. Choose the case first.
        {#snippet action()}<a class="btn main" href={resolve('/box/[id]/case', { id: open.id })}>Choose a case</a
          >{/snippet}</EmptyState
      >
    {:else}
      <!-- svelte-ignore a11y_no_static_element_interactions -->
      <div class="relative min-h-0 overflow-auto" ondragover={(e) => e.preventDefault()} ondrop={drop}>
        <FoldOut bind:this={foldOut} {fit} {panel} {scale} {behind} {keepClear} />
        <figure
          class="corner"
          style:left="{24 + fit.part.rimWidthMm * scale + fit.part.rimLengthMm * scale + 12}px"
          style:top="2px"
        >
          <InsideView {fit} {panel} view="plan" scale={planScale} dimensions={false} portId={chosen?.port.id}>
            {#snippet caption(missing)}<figcaption>
                <b>Plan</b>
                <span class="lab"
                  >lid open, back is up{missing.length > 0 ? `; not named: ${missing.join(', ')}` : ''}</span
                >
              </figcaption>{/snippet}
          </InsideView>
        </figure>
        {#if chosen && chosen.part.hole.shape !== 'none'}
          <figure
            class="corner"
            style:left="{24 + fit.part.rimWidthMm * scale + fit.part.rimLengthMm * scale + 12}px"
            style:top="{20 + fit.part.rimWidthMm * scale + 30 + fit.part.depthMm * scale + 4}px"
          >
            <figcaption>
              <b>Section</b>
              <span class="lab">through {chosen.tag}{open.selected?.kind === 'port' ? '' : ', the tightest'}</span>
            </figcaption>
            <DepthSection plan={chosen} {fit} />
          </figure>
        {/if}
        <div class="legend lab">
          <span><i class="h"></i>keep clear</span><span><i class="b"></i>what is behind</span><span
            >1 px is {fixed(1 / scale, 2)} mm</span
          >
        </div>
      </div>
      {#if selectedPort}<LineUpBar chosen={selectedPort} />{/if}
      {#if refused}<div
          class="flex flex-wrap items-center gap-2 border-t border-caution bg-caution1 px-6 py-1"
          role="alert"
        >
          <span
            >{refused.part.name} finds no place on the {refused.face} where it meets nothing.{refused.others.length ===
            0
              ? ' No other face has one either: a larger case, a smaller part, or less inside.'
              : ''}</span
          >
          {#each refused.others as o (o.face)}<button type="button" class="btn" onclick={() => put(refused!.part, o)}
              >Put it on the {o.face}</button
            >{/each}
          <button type="button" class="btn" onclick={() => (refused = undefined)}>Leave it</button>
        </div>{/if}
      <div class="no-print min-w-0"><PortShelf {fit} bind:face onadd={add} /></div>
    {/if}
  </div>
</div>

<style>
  .ports {
    display: grid;
    grid-template: minmax(0, 1fr) auto auto auto / minmax(0, 1fr);
    flex: 1 1 0;
    min-height: 0;
  }
  .page {
    display: flex;
    flex-direction: column;
  }
  .page.whole {
    height: 100%;
  }
  .ports.away {
    display: none;
  }
  .corner {
    position: absolute;
  }
  .corner figcaption {
    line-height: 1.25rem;
  }
  .legend {
    position: absolute;
    left: 24px;
    top: 24px;
    display: grid;
    gap: 4px;
  }
  @media (max-width: 767px) {
    .legend {
      display: none;
    }
  }
  .legend i {
    display: inline-block;
    width: 16px;
    height: 10px;
    margin-right: 6px;
    border: 1px solid var(--line2);
  }
  .legend .h {
    background: repeating-linear-gradient(45deg, transparent 0 3px, var(--line2) 3px 4px);
  }
  .legend .b {
    border: 1px dashed var(--note);
  }
  @media print {
    .page.whole,
    .ports {
      display: block;
      height: auto;
    }
    .ports.away,
    .legend {
      display: none;
    }
    .corner {
      position: static;
      margin-top: 8px;
    }
  }
  @media (max-width: 699px) {
    .page.whole {
      height: auto;
    }
    .ports {
      flex: none;
    }
    .corner {
      position: static;
      padding: 8px 12px 0;
      overflow-x: auto;
    }
  }
</style>
