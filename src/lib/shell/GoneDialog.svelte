<script lang="ts">
  import { goto } from '$app/navigation';
  import { resolve } from '$app/paths';
  import { useBox } from '$lib/client/use-box.ts';

  /** The box was deleted elsewhere while it was worked on here: what is on the screen can go on as a new one. */
  const open = useBox();
  let problem = $state('');

  async function keep(): Promise<void> {
    try {
      const id = await open.keepAsNew();
      // another box from now on: its page is begun anew
      location.assign(resolve(`/box/${id}/${open.stage}` as '/'));
    } catch (error) {
      problem = error instanceof Error ? error.message : String(error);
    }
  }
  function letGo(): void {
    open.letGo();
    void goto(resolve('/'));
  }
</script>

{#if open.save.kind === 'gone'}
  <div class="veil"></div>
  <div class="dialog" role="alertdialog" aria-modal="true" aria-labelledby="gone-title">
    <div class="p-5">
      <h2 id="gone-title">This box was deleted elsewhere</h2>
      <p class="mt-2 text-[0.875rem] text-ink2">
        “{open.doc.name}” is not on the shelf any more. As it stands here it can go there again, as a new box; its
        logbook and its earlier versions went with the old one.
      </p>
      {#if problem}<p role="alert" class="mt-3 text-stop">{problem}</p>{/if}
      <div class="mt-4 flex flex-wrap gap-2">
        <!-- svelte-ignore a11y_autofocus -->
        <button type="button" class="btn main" autofocus onclick={keep}>Keep it as a new box</button>
        <button type="button" class="btn danger" onclick={letGo}>Let it go</button>
      </div>
    </div>
  </div>
{/if}
