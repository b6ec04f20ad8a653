<script lang="ts">
  import { onMount } from 'svelte';
  import { afterPaint, whenIdle } from '$lib/client/after-paint.ts';
  import { theme } from '$lib/client/theme.svelte.ts';

  /** A chart from what `option` gives; drawn anew with the theme and the width. A table or a sentence beside it says the same. */
  type Props = {
    option: () => object;
    height: number;
    label: string;
    /** A dot was pressed: its series' name and place in it. */
    onpick?: (series: string, index: number) => void;
    /** A window drawn over the chart, in its own figures; undefined when it is taken away. */
    onwindow?: (window: { x: [number, number]; y: [number, number] } | undefined) => void;
  };
  let { option, height, label, onpick, onwindow }: Props = $props();
  let host: HTMLDivElement;
  let width = $state(600);
  let failed = $state(false);
  type Ends = { areas?: { coordRange?: [[number, number], [number, number]] }[] };
  let chart:
    | {
        setOption(option: object, whole: boolean): void;
        resize(): void;
        dispose(): void;
        on(event: string, heard: (e: never) => void): void;
        dispatchAction(action: object): void;
      }
    | undefined = $state.raw();

  let latest: object | undefined;
  let gone = false;

  /** The pointer draws a window at once, without a tool to be chosen first. */
  const armed = (): void =>
    chart?.dispatchAction({
      type: 'takeGlobalCursor',
      key: 'brush',
      brushOption: { brushType: 'rect', brushMode: 'single' }
    });

  $effect(() => {
    void theme.name;
    if (!chart) return;
    latest = { animation: false, ...option() };
    // what was pressed is shown first, the chart a moment later; of several changes only the last is drawn
    const mine = latest;
    afterPaint(() => {
      if (mine !== latest || gone) return;
      chart?.setOption(mine, true);
      if (onwindow) armed();
    });
  });
  $effect(() => {
    void [width, height];
    chart?.resize();
  });
  onMount(() => {
    // the answers stand there before the curves behind them
    whenIdle(() => void load());
    return () => {
      gone = true;
      chart?.dispose();
    };
  });

  const load = (): Promise<void> =>
    import('./echarts.ts')
      .then(({ init }) => {
        if (gone) return;
        const made = init(host, undefined, { renderer: 'svg' });
        if (onpick)
          made.on('click', (e) =>
            onpick((e as { seriesName?: string }).seriesName ?? '', (e as { dataIndex: number }).dataIndex)
          );
        if (onwindow)
          made.on('brushEnd', (e) => {
            const range = (e as Ends).areas?.[0]?.coordRange;
            onwindow(range && { x: range[0], y: range[1] });
          });
        chart = made as unknown as typeof chart;
      })
      .catch(() => void (failed = true));
</script>

<div bind:clientWidth={width} class="min-w-0">
  <div bind:this={host} style:height="{height}px" role="img" aria-label={label}></div>
  {#if failed}<p class="text-stop">The chart could not be loaded; the figures beside it are complete.</p>{/if}
</div>
