<script lang="ts">
  import { resolve } from '$app/paths';
  import { page } from '$app/state';
  import { untrack } from 'svelte';
  import { useBox } from '$lib/client/use-box.ts';
  import Mark from '$lib/ui/Mark.svelte';

  type Props = { what: string; area: 'main' | 'insp' | 'strip'; error: unknown; reset: () => void };
  let { what, area, error, reset }: Props = $props();
  const open = useBox();
  const said = $derived(error instanceof Error ? error.message : String(error));

  // another document or another stage may well be shown: try again by itself
  const failedAt = untrack(() => ({ doc: open.doc, path: page.url.pathname, selected: open.selected }));
  $effect(() => {
    if (open.doc !== failedAt.doc || page.url.pathname !== failedAt.path || open.selected !== failedAt.selected)
      reset();
  });
</script>

<section class="broken {area}" role="alert" aria-label="{what} cannot be shown">
  <p class="flex items-start gap-2 text-[0.875rem]">
    <Mark state="stop" size={20} label="" /><span
      ><b>{what} cannot be shown.</b>
      {#if area !== 'strip'}
        Something in this box trips the program; nothing you entered is lost, and the other stages go on working.
        <span class="lab block">What happened: {said}</span>
      {/if}
    </span>
  </p>
  {#if area !== 'strip'}
    <div class="mt-3 flex flex-wrap gap-2">
      {#if open.past.length > 0}<button type="button" class="btn main" onclick={() => open.undo()}
          >Undo “{open.lastLabel}”</button
        >{/if}
      <button type="button" class="btn" onclick={reset}>Try again</button>
      <a class="btn" href={resolve('/api/boxes/[id]/export', { id: open.id })} download>Keep the box as a file</a>
    </div>
    {#if open.past.length === 0}<p class="lab mt-2">
        Earlier versions of the box are behind its name at the top left.
      </p>{/if}
  {/if}
</section>

<style>
  .broken {
    padding: 24px;
    background: var(--paper);
    overflow: auto;
  }
  .main {
    max-width: 720px;
  }
  .insp {
    grid-area: insp;
    border-left: 1px solid var(--line2);
  }
  .strip {
    grid-area: strip;
    padding: 12px 16px;
    border-top: 1px solid var(--line2);
  }
</style>
