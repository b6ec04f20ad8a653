<script lang="ts">
  import { useBox } from '$lib/client/use-box.ts';

  const open = useBox();
  let problem = $state('');
  let note = $state('');

  async function keepMine(): Promise<void> {
    await open.keepMine();
  }
  async function takeTheirs(): Promise<void> {
    try {
      await open.takeTheirs();
      note = 'Your version is on the shelf as a box of its own.';
    } catch (error) {
      problem = error instanceof Error ? error.message : String(error);
    }
  }
</script>

{#if open.save.kind === 'conflict'}
  {@const theirs = open.save.theirs}
  <div class="veil"></div>
  <div class="dialog" role="alertdialog" aria-modal="true" aria-labelledby="conflict-title">
    <div class="p-5">
      <h2 id="conflict-title">This box was changed in another window</h2>
      <p class="mt-2 text-[0.875rem] text-ink2">Both versions are kept, whichever you go on with.</p>
      <div class="mt-4 grid grid-cols-2 gap-4">
        {#each [['In this window', open.doc], ['In the other window', theirs.document]] as const as [title, doc] (title)}
          <div class="rounded-box border border-line p-3">
            <h3>{title}</h3>
            <p class="font-semibold">{doc.name}</p>
            <p class="text-ink2">
              {doc.devices.length} devices, {doc.ports.length} ports, {doc.circuits.length} circuits
            </p>
          </div>
        {/each}
      </div>
      {#if problem}<p role="alert" class="mt-3 text-stop">{problem}</p>{/if}
      <div class="mt-4 flex flex-wrap gap-2">
        <!-- svelte-ignore a11y_autofocus -->
        <button type="button" class="btn main" autofocus onclick={keepMine}
          >Go on with mine, theirs stays an earlier version</button
        >
        <button type="button" class="btn" onclick={takeTheirs}>Go on with theirs, mine becomes a box of its own</button>
      </div>
    </div>
  </div>
{/if}
{#if note}
  <div class="no-print card fixed bottom-20 left-1/2 z-50 -translate-x-1/2 px-4 py-2" role="status">
    {note} <button type="button" class="fig ml-2" onclick={() => (note = '')}>close</button>
  </div>
{/if}
