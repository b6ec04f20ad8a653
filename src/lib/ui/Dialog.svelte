<script lang="ts">
  import { Dialog } from 'bits-ui';
  import X from '@lucide/svelte/icons/x';
  import type { Snippet } from 'svelte';

  type Props = { open: boolean; title: string; children: Snippet; foot?: Snippet };
  let { open = $bindable(), title, children, foot }: Props = $props();
</script>

<Dialog.Root bind:open>
  <Dialog.Portal>
    <Dialog.Overlay class="veil" />
    <Dialog.Content class="dialog" aria-describedby={undefined}>
      <div class="sticky top-0 z-10 flex h-12 items-center justify-between border-b border-line bg-paper px-4">
        <Dialog.Title class="text-[16px] font-[640]">{title}</Dialog.Title>
        <Dialog.Close class="icon" aria-label="Close"><X size={18} /></Dialog.Close>
      </div>
      <div class="p-4">{@render children()}</div>
      {#if foot}<div class="sticky bottom-0 flex justify-end gap-2 border-t border-line bg-paper px-4 py-3">
          {@render foot()}
        </div>{/if}
    </Dialog.Content>
  </Dialog.Portal>
</Dialog.Root>
