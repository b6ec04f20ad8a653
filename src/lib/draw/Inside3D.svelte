<script lang="ts">
  import { keyAction } from '$lib/client/keys.ts';
  import type { CaseFit } from '@haversack/core/case/fit';
  import type { PanelPlan } from '@haversack/core/panel/panel';
  import { onMount } from 'svelte';
  import { useBox } from '$lib/client/open-box.svelte.ts';
  import type { Scene3D } from './scene-3d.ts';

  /** The same arrangement to be turned about; three.js comes only when this is opened. */
  let { fit, panel }: { fit: CaseFit; panel: PanelPlan | undefined } = $props();
  const open = useBox();
  let holder: HTMLDivElement;
  let scene: Scene3D | undefined = $state.raw();
  let problem = $state('');
  const chosen = $derived(
    open.selected?.kind === 'body' || open.selected?.kind === 'port' ? open.selected.id : undefined
  );

  onMount(() => {
    let gone = false;
    import('./scene-3d.ts')
      .then(({ makeScene }) => {
        if (gone) return;
        scene = makeScene(holder, (id, kind) => (open.selected = { kind, id }));
      })
      .catch(
        () => (problem = 'This browser shows no 3-D drawings (WebGL is off). The three flat views tell the same.')
      );
    return () => {
      gone = true;
      scene?.close();
    };
  });
  $effect(() => scene?.show(fit, panel, chosen));

  function keys(event: KeyboardEvent): void {
    const by = { ArrowLeft: [-12, 0], ArrowRight: [12, 0], ArrowUp: [0, 8], ArrowDown: [0, -8] }[event.key];
    const action = keyAction('view3d', event);
    if (action === 'turn' && by) {
      event.preventDefault();
      scene?.turn(by[0]!, by[1]!);
    } else if (action === 'closer' || action === 'farther') scene?.zoom(action === 'closer' ? 0.9 : 1.1);
  }
</script>

<div>
  {#if problem}<p role="alert" class="p-4">{problem}</p>{/if}
  <!-- svelte-ignore a11y_no_noninteractive_tabindex, a11y_no_noninteractive_element_interactions -->
  <div
    bind:this={holder}
    class="stage"
    class:hidden={problem !== ''}
    tabindex="0"
    role="img"
    aria-label="The inside in three dimensions; arrow keys turn it, plus and minus zoom"
    onkeydown={keys}
  ></div>
  <p class="lab mt-1">Drag to turn, wheel to zoom; with keys: arrows, + and −. Press a thing to choose it.</p>
</div>

<style>
  .stage {
    width: 100%;
    height: 400px;
    border: 1px solid var(--line2);
    border-radius: 6px;
    overflow: hidden;
  }
  .stage:focus-visible {
    outline: 2px solid var(--brass6);
    outline-offset: 2px;
  }
</style>
