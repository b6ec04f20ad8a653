<script lang="ts">
  import { useMarks } from '$lib/client/bench-marks.svelte.ts';

  /** Who stands at the bench: signs what is ticked and read from now on. */
  let { word }: { word: string } = $props();
  const bench = useMarks();
</script>

<label class="flex items-center gap-2"
  ><span class="lab">{word}</span><input
    class="in w-28"
    maxlength="60"
    placeholder="your name"
    value={bench.by}
    onchange={(e) => bench.sign(e.currentTarget.value)}
  /></label
>
