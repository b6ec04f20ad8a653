<script lang="ts">
  import { KEY_GROUPS, KEYS, type Binding } from '$lib/client/keys.ts';
  import Dialog from '$lib/ui/Dialog.svelte';

  let { open = $bindable() }: { open: boolean } = $props();
  const groups = Object.keys(KEYS) as (keyof typeof KEYS)[];
  const lines = (group: keyof typeof KEYS): readonly Binding[] => KEYS[group];
</script>

<Dialog bind:open title="Shortcuts">
  <p class="lab mb-3">Tab and Shift+Tab go through all there is; Enter presses or chooses.</p>
  {#each groups as group (group)}
    <table class="sheet mb-4">
      <caption class="mb-1 text-left font-[600]">{KEY_GROUPS[group]}</caption>
      <tbody>
        {#each lines(group) as line, nth (nth)}<tr
            ><th scope="row" class="n w-36">{line.shown}</th><td>{line.what}</td></tr
          >{/each}
      </tbody>
    </table>
  {/each}
</Dialog>
