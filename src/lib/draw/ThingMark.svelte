<script lang="ts">
  import type { Severity } from '@haversack/core/findings/rule';
  import Mark from '$lib/ui/Mark.svelte';

  /** Something is said of the thing it stands at; the thing pressed, its findings stand first in the details. */
  type Props = { severity: Severity; x: number; y: number };
  let { severity, x, y }: Props = $props();
  const SIZE = 14;
</script>

<g transform="translate({x - SIZE / 2} {y - SIZE / 2})" pointer-events="none" data-mark={severity}>
  <circle cx={SIZE / 2} cy={SIZE / 2} r={SIZE / 2 + 1.5} fill="var(--paper)" />
  <Mark state={severity} size={SIZE} label="" />
</g>
