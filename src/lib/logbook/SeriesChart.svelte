<script lang="ts">
  import type { Point } from '@haversack/core/series/thin';
  import type { Figure } from '@haversack/core/series/chunk';
  import { fixed } from '@haversack/core/quantity/format';
  import { request } from '$lib/client/api.ts';
  import type { SeriesHead } from '$lib/server/series.ts';
  import Chart from '$lib/draw/Chart.svelte';
  import { colour, gridOf, lineOf, timeAxis, valueAxis } from '$lib/draw/chart-style.ts';

  let { series }: { series: SeriesHead } = $props();
  type Window = { fromMs: number; toMs: number };
  const whole = $derived<Window>({ fromMs: series.fromMs ?? 0, toMs: series.toMs ?? 1 });
  let chosen = $state.raw<{ id: string; window: Window } | undefined>();
  const window = $derived(chosen?.id === series.id ? chosen.window : whole);
  let points = $state.raw<Record<Figure, Point[]> | undefined>();
  let problem = $state('');

  let asked = 0;
  $effect(() => {
    const turn = ++asked;
    const query = new URLSearchParams({ from: String(window.fromMs), to: String(window.toMs), points: '900' });
    request<{ points: Record<Figure, Point[]> }>('GET', `/api/series/${series.id}?${query}`)
      .then((got) => {
        if (turn !== asked) return;
        points = got.points;
        problem = '';
      })
      .catch((e: Error) => {
        if (turn === asked) problem = e.message;
      });
  });

  const ROWS: { figure: Figure; unit: string; name: string }[] = [
    { figure: 'volts', unit: 'V', name: 'Volts' },
    { figure: 'amps', unit: 'A', name: 'Amps out' },
    { figure: 'ampHours', unit: 'Ah', name: 'Amp-hours out' },
    { figure: 'tempC', unit: '°C', name: 'Temperature' }
  ];
  const shown = $derived(points ? ROWS.filter((r) => points![r.figure].length > 0) : []);
  const ROW_PX = 96;
  const option = () => ({
    grid: shown.map((_, i) => gridOf(10 + i * ROW_PX, ROW_PX - 28)),
    xAxis: shown.map((_, i) => timeAxis(i, i === shown.length - 1, window)),
    yAxis: shown.map((r, i) => valueAxis(i, r.unit)),
    series: shown.map((r, i) =>
      lineOf(i, points![r.figure], r.figure === 'amps' ? { areaStyle: { color: colour('olive1') } } : {})
    )
  });
  /** Moves the window: `by` of its own length along, `zoom` times as long about its middle; never past the ends. */
  function go(by: number, zoom: number): void {
    const length = Math.min((window.toMs - window.fromMs) * zoom, whole.toMs - whole.fromMs);
    const middle = (window.fromMs + window.toMs) / 2 + by * (window.toMs - window.fromMs);
    const fromMs = Math.min(Math.max(middle - length / 2, whole.fromMs), whole.toMs - length);
    chosen = { id: series.id, window: { fromMs, toMs: fromMs + Math.max(length, 1000) } };
  }
  const range = (list: Point[]): string =>
    `${fixed(Math.min(...list.map((p) => p[1])), 2)} to ${fixed(Math.max(...list.map((p) => p[1])), 2)}`;
</script>

<div class="mt-2 flex flex-wrap gap-1.5">
  <button type="button" class="btn" onclick={() => (chosen = undefined)}>All</button>
  <button type="button" class="btn" onclick={() => go(0, 0.4)}>Closer</button>
  <button type="button" class="btn" onclick={() => go(0, 2.5)}>Wider</button>
  <button type="button" class="btn" onclick={() => go(-0.5, 1)}>Earlier</button>
  <button type="button" class="btn" onclick={() => go(0.5, 1)}>Later</button>
</div>
{#if problem}<p role="alert" class="text-stop">{problem}</p>{/if}
{#if points}
  <p class="lab mt-2">
    {#each shown as r (r.figure)}{r.name} {range(points[r.figure])} {r.unit}{r === shown.at(-1) ? '' : ' · '}{/each}
  </p>
  <Chart {option} height={shown.length * ROW_PX + 12} label="{series.name}: {shown.map((r) => r.name).join(', ')}" />
{/if}
