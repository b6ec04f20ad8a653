<script lang="ts">
  import Dialog from '$lib/ui/Dialog.svelte';

  let { open = $bindable() }: { open: boolean } = $props();
  const KEYS: [string, string][] = [
    ['1 to 8', 'the eight stages'],
    ['/ or Ctrl+K', 'find a port, part, device or finding'],
    ['Ctrl+Z, Ctrl+Shift+Z', 'undo, redo'],
    ['Ctrl+S', 'save now (it saves by itself)'],
    ['?', 'this list'],
    ['Esc', 'close, or choose nothing'],
    ['Tab, Enter', 'go through rows, ports and circuits and choose one'],
    ['Left, right on a bar', 'move it by a quarter of an hour; with Shift the end moves'],
    ['Up, down on a bar', 'its duty, by 5 %'],
    ['S, D, Delete on a bar', 'split it, repeat it every day, take it away'],
    ['Arrow keys on a port', 'move it by 1 mm; with Shift by 10 mm'],
    ['Delete', 'take out what is chosen: device, port (all that are chosen), circuit or thing inside']
  ];
</script>

<Dialog bind:open title="Shortcuts">
  <table class="sheet">
    <tbody>
      {#each KEYS as [key, what] (key)}<tr><th scope="row" class="n">{key}</th><td>{what}</td></tr>{/each}
    </tbody>
  </table>
</Dialog>
