<script lang="ts">
  import { LID_OPENS_DEG } from '@haversack/core/case/cable';
  import type { CaseFit } from '@haversack/core/case/fit';
  import { placeLabels, type Labels } from '@haversack/core/draw/labels';
  import { solidModel } from '@haversack/core/draw/solid-model';
  import { leadWays, type LeadWay } from '@haversack/core/wiring/lead-ways';
  import type { PanelPlan } from '@haversack/core/panel/panel';
  import Download from '@lucide/svelte/icons/download';
  import { onMount } from 'svelte';
  import { keyAction } from '$lib/client/keys.ts';
  import { useBox } from '$lib/client/use-box.ts';
  import { saveBlob } from '$lib/client/save-file.ts';
  import LabelsLayer from './LabelsLayer.svelte';
  import { pictureOf } from './picture.ts';
  import type { NamedSpot, Scene3D } from './scene-3d.ts';
  import type { Cut } from './scene-pieces.ts';

  /** The box to be turned about: its lid opened, cut through, taken away as a picture or a model; three.js comes only when this is opened. */
  type Props = {
    fit: CaseFit;
    panel: PanelPlan | undefined;
    /** Leads to be drawn; all of them where none are given. */
    ways?: readonly LeadWay[];
    shown?: (way: LeadWay) => boolean;
  };
  let { fit, panel, ways, shown = () => true }: Props = $props();
  const open = useBox();
  let holder: HTMLDivElement;
  let scene: Scene3D | undefined = $state.raw();
  let problem = $state('');
  let spots: NamedSpot[] = $state.raw([]);
  let size = $state({ w: 600, h: 400 });
  let lidDeg = $state(70);
  let side = $state<Cut['side']>('front');
  let cutPercent = $state(0);
  let leads = $state(true);
  const s = $derived(open.selected);
  const chosen = $derived(s?.kind === 'body' || s?.kind === 'port' ? `${s.kind} ${s.id}` : undefined);
  const drawn = $derived(
    leads ? (ways ?? leadWays(open.doc, fit, panel, open.plan.wiring).filter((w) => w.polarity !== 'sense')) : []
  );
  const model = $derived(solidModel(fit, panel, drawn));
  const wrong = $derived(
    new Set([
      ...fit.faults.flatMap((f) => [`body ${f.id}`, `body ${f.other ?? f.id}`]),
      ...(panel?.ports ?? []).filter((p) => p.clearMm < 0).map((p) => `port ${p.port.id}`)
    ])
  );
  const faint = $derived(new Set(drawn.filter((w) => !shown(w)).map((w) => w.id)));

  onMount(() => {
    let gone = false;
    import('./scene-3d.ts')
      .then(({ Scene3D: Shown }) => {
        if (gone) return;
        scene = new Shown(
          holder,
          (id, kind) => (open.selected = { kind, id }),
          (now) => (spots = now)
        );
      })
      .catch(
        () => (problem = 'This browser shows no 3-D drawings (WebGL is off). The three flat views tell the same.')
      );
    return () => {
      gone = true;
      scene?.close();
    };
  });
  $effect(() => scene?.show(model, { wrong, chosen, faint, lidDeg, cut: { side, share: cutPercent / 100 } }));

  /** Half the side of the spot that a name points at, px. */
  const SPOT = 3;
  const labels = $derived<Labels>(
    placeLabels(
      spots.map((p) => ({
        id: p.id,
        shape: { x: p.x - SPOT, y: p.y - SPOT, w: 2 * SPOT, h: 2 * SPOT },
        forms: [[{ text: p.text, bold: true }]]
      })),
      { x: 0, y: 0, w: size.w, h: size.h }
    )
  );
  const besides = $derived(labels.beside.map((id) => spots.find((p) => p.id === id)?.text ?? ''));

  function keys(event: KeyboardEvent): void {
    const by = { ArrowLeft: [-12, 0], ArrowRight: [12, 0], ArrowUp: [0, 8], ArrowDown: [0, -8] }[event.key];
    const action = keyAction('view3d', event);
    if (action === 'turn' && by) {
      event.preventDefault();
      scene?.turn(by[0]!, by[1]!);
    } else if (action === 'closer' || action === 'farther') scene?.zoom(action === 'closer' ? 0.9 : 1.1);
  }
  async function takePicture(): Promise<void> {
    if (scene) saveBlob(`${open.doc.name}.png`, await pictureOf(scene.canvas, labels, size));
  }
  async function takeModel(): Promise<void> {
    if (scene) saveBlob(`${open.doc.name}.glb`, new Blob([await scene.gltf()], { type: 'model/gltf-binary' }));
  }
</script>

<div>
  {#if problem}<p role="alert" class="p-4">{problem}</p>{/if}
  <div class:hidden={problem !== ''}>
    <div class="no-print mb-2 flex flex-wrap items-center gap-x-5 gap-y-2">
      <label class="flex items-center gap-2"
        >Lid open <input type="range" class="slide" min="0" max={LID_OPENS_DEG} step="5" bind:value={lidDeg} /><span
          class="n w-10">{lidDeg}°</span
        ></label
      >
      <label class="flex items-center gap-2"
        >Cut from the <select class="in" bind:value={side}
          ><option value="front">front</option><option value="right">right</option><option value="top">top</option
          ></select
        ></label
      >
      <label class="flex items-center gap-2"
        ><span class="sr-only">How far the cut goes</span><input
          type="range"
          class="slide"
          min="0"
          max="95"
          step="5"
          bind:value={cutPercent}
        /><span class="n w-10">{cutPercent} %</span></label
      >
      <label class="flex items-center gap-2"><input type="checkbox" bind:checked={leads} /> Leads</label>
      <span class="flex-1"></span>
      <button type="button" class="btn" onclick={takePicture}><Download size={14} /> PNG picture</button>
      <button type="button" class="btn" onclick={takeModel}><Download size={14} /> glTF model</button>
    </div>
    <!-- svelte-ignore a11y_no_noninteractive_tabindex, a11y_no_noninteractive_element_interactions -->
    <div
      class="stage"
      tabindex="0"
      role="img"
      aria-label="The box in three dimensions; arrow keys turn it, plus and minus zoom"
      bind:clientWidth={size.w}
      bind:clientHeight={size.h}
      onkeydown={keys}
    >
      <div class="absolute inset-0" bind:this={holder}></div>
      <svg class="pointer-events-none absolute inset-0" width={size.w} height={size.h} aria-hidden="true">
        {#each spots as p (p.id)}<circle cx={p.x} cy={p.y} r="2" fill="var(--ink)" />{/each}
        <LabelsLayer {labels} />
      </svg>
    </div>
    <p class="lab mt-1">
      Drag to turn, wheel to zoom; with keys: arrows, + and −. Press a thing to choose it.{#if besides.length > 0}
        No room in the drawing for: {besides.join(', ')}.{/if}
    </p>
  </div>
</div>

<style>
  .slide {
    width: 88px;
    accent-color: var(--btn);
  }
  .stage {
    position: relative;
    width: 100%;
    height: 440px;
    border: 1px solid var(--line2);
    border-radius: 6px;
    overflow: hidden;
  }
  .stage:focus-visible {
    outline: 2px solid var(--brass6);
    outline-offset: 2px;
  }
</style>
