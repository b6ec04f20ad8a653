<script lang="ts">
  import { onMount } from 'svelte';
  import { theme } from '$lib/client/theme.svelte.ts';

  /** A chart from what `option` gives; drawn anew with the theme and the width. A table or a sentence beside it says the same. */
  let { option, height, label }: { option: () => object; height: number; label: string } = $props();
  let host: HTMLDivElement;
  let width = $state(600);
  let failed = $state(false);
  let chart: { setOption(option: object, whole: boolean): void; resize(): void; dispose(): void } | undefined =
    $state.raw();

  $effect(() => {
    void theme.name;
    chart?.setOption({ animation: false, ...option() }, true);
  });
  $effect(() => {
    void [width, height];
    chart?.resize();
  });
  onMount(() => {
    let alive = true;
    import('./echarts.ts')
      .then(({ init }) => {
        if (alive) chart = init(host, undefined, { renderer: 'svg' });
      })
      .catch(() => (failed = true));
    return () => {
      alive = false;
      chart?.dispose();
    };
  });
</script>

<div bind:clientWidth={width} class="min-w-0">
  <div bind:this={host} style:height="{height}px" role="img" aria-label={label}></div>
  {#if failed}<p class="text-stop">The chart could not be loaded; the figures beside it are complete.</p>{/if}
</div>
