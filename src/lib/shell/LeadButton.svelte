<script lang="ts">
  import { useLead } from '$lib/client/use-box.ts';

  /** The leading action: what is next, one press. */
  const leading = useLead();
  const { press, text } = $derived(leading.now);
</script>

<button
  type="button"
  class="btn main max-w-full"
  title="{text} (key N)"
  data-lead={press.kind}
  onclick={() => leading.press()}><span class="py-0.5 text-left leading-tight text-wrap">{press.label}</span></button
>
