<script lang="ts">
  import { Dialog } from 'bits-ui';
  import X from '@lucide/svelte/icons/x';
  import type { Snippet } from 'svelte';

  type Props = {
    open: boolean;
    title: string;
    children: Snippet;
    foot?: Snippet;
    /** What Enter in one of its fields does; forms and buttons have their own. */
    onenter?: () => void;
  };
  let { open = $bindable(), title, children, foot, onenter }: Props = $props();
  let body = $state<HTMLElement | null>(null);

  /** Starts on the first field; where there is none on what the dialog is for. */
  function start(event: Event): void {
    const first =
      body?.querySelector<HTMLElement>(
        ':is(input:not([type=hidden]), textarea, select):not([disabled]):not([tabindex="-1"])'
      ) ?? body?.querySelector<HTMLElement>('.btn.main:not([disabled])');
    if (!first) return;
    event.preventDefault();
    first.focus();
    if (first instanceof HTMLInputElement && first.type !== 'checkbox') first.select();
  }

  function keys(event: KeyboardEvent): void {
    const field = event.target;
    if (event.key !== 'Enter' || !onenter || !(field instanceof HTMLInputElement) || field.form) return;
    event.preventDefault();
    field.dispatchEvent(new Event('change', { bubbles: true }));
    onenter();
  }
</script>

<Dialog.Root bind:open>
  <Dialog.Portal>
    <Dialog.Overlay class="veil" />
    <Dialog.Content
      bind:ref={body}
      class="dialog"
      aria-describedby={undefined}
      onOpenAutoFocus={start}
      onkeydown={keys}
    >
      <div class="sticky top-0 z-10 flex h-12 items-center justify-between border-b border-line bg-paper px-4">
        <Dialog.Title class="text-[1rem] font-[640]">{title}</Dialog.Title>
        <Dialog.Close class="icon" aria-label="Close"><X size={18} /></Dialog.Close>
      </div>
      <div class="p-4">{@render children()}</div>
      {#if foot}<div class="sticky bottom-0 flex justify-end gap-2 border-t border-line bg-paper px-4 py-3">
          {@render foot()}
        </div>{/if}
    </Dialog.Content>
  </Dialog.Portal>
</Dialog.Root>
