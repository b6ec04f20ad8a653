<script lang="ts">
  import Camera from '@lucide/svelte/icons/camera';
  import Trash from '@lucide/svelte/icons/trash-2';
  import { scaledPhoto, useMarks } from '$lib/client/bench-marks.svelte.ts';

  /** Photographs of one step or reading, scaled down as they are added. */
  type Props = { key: string; of: string; small?: boolean };
  let { key, of, small = false }: Props = $props();
  const bench = useMarks();
  const photos = $derived(bench.photos.filter((p) => p.key === key));
  let problem = $state('');

  async function add(file: File | undefined): Promise<void> {
    problem = '';
    if (!file) return;
    try {
      if (!(await bench.addPhoto(key, await scaledPhoto(file)))) problem = bench.problem;
    } catch (e) {
      problem = (e as Error).message;
    }
  }
</script>

<div class="flex flex-wrap items-center gap-3">
  <label class={small ? 'btn' : 'btn big'}
    ><Camera size={small ? 14 : 18} />{small ? '' : 'Photograph'}<span class={small ? 'sr-only' : 'hidden'}
      >Photograph of {of}</span
    ><input
      type="file"
      accept="image/*"
      capture="environment"
      class="sr-only"
      onchange={(e) => {
        void add(e.currentTarget.files?.[0]);
        e.currentTarget.value = '';
      }}
    /></label
  >
  {#each photos as p, i (p.id)}<span class="relative">
      <img
        src={bench.photoUrl(p.id)}
        alt="{of}, photograph {i + 1}"
        class="{small ? 'h-16' : 'h-28'} rounded-box border border-line2"
      />
      <button
        type="button"
        class="icon !absolute top-1 right-1 bg-raise"
        aria-label="Remove photograph {i + 1} of {of}"
        onclick={() => bench.removePhoto(p.id)}><Trash size={16} /></button
      >
    </span>{/each}
</div>
{#if problem}<p class="mt-2 text-stop" role="alert">{problem}</p>{/if}

<style>
  .btn.big {
    min-height: 48px;
    font-size: 1rem;
  }
</style>
