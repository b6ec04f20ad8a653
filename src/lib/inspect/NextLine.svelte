<script lang="ts">
  import { resolve } from '$app/paths';
  import { useBox, useLead } from '$lib/client/use-box.ts';
  import LeadButton from '$lib/shell/LeadButton.svelte';
  import SoundButton from '$lib/shell/SoundButton.svelte';

  /** What is next, why, and one press for it; with a thing chosen only that. */
  let { stage, short }: { stage: string; short: boolean } = $props();
  const open = useBox();
  const leading = useLead();
  const next = $derived(leading.now);
</script>

<section class="sec" aria-label="Next">
  <h3>Next</h3>
  <p class:line-clamp-2={short}>{next.text}</p>
  {#if leading.problem}<p role="alert" class="text-stop">{leading.problem}</p>{/if}
  <p class="mt-2 flex flex-wrap gap-2">
    <LeadButton />
    {#if next.stage !== stage && next.press.kind !== 'go'}<a
        class="btn"
        href={resolve(`/box/[id]/${next.stage}`, { id: open.id })}>Go there</a
      >{/if}
    {#if next.missing === 'battery' && next.press.kind !== 'go'}<a
        class="btn"
        href={resolve('/box/[id]/design', { id: open.id })}>Or let it be designed</a
      >{/if}
    {#if !short && next.press.kind !== 'sound'}<SoundButton />{/if}
  </p>
</section>
