<script lang="ts">
  import type { Severity } from '@haversack/core/findings/rule';
  import type { VerdictState } from '@haversack/core/verdict';

  type Props = {
    state: VerdictState | Severity;
    size?: number;
    /** Lighter tints for the dark rail. */
    onRail?: boolean;
    /** Words for those who do not see it; '' when words stand beside it. */
    label?: string;
  };
  let { state, size = 16, onRail = false, label }: Props = $props();
  const WORDS: Record<string, string> = {
    stop: 'stop',
    caution: 'caution',
    holds: 'holds',
    note: 'note',
    'not-started': 'not started'
  };
  const colour = $derived(
    state === 'not-started'
      ? onRail
        ? 'var(--rail-ink2)'
        : 'var(--ink2)'
      : state === 'note'
        ? onRail
          ? 'var(--rail-ink)'
          : 'var(--note)'
        : `var(--${onRail ? 'rail-' : ''}${state})`
  );
  const ink = $derived(onRail ? 'var(--rail)' : 'var(--paper)');
</script>

<svg
  width={size}
  height={size}
  viewBox="0 0 20 20"
  class="shrink-0"
  role="img"
  aria-label={label ?? WORDS[state]}
  aria-hidden={label === '' ? 'true' : undefined}
>
  {#if state === 'stop'}
    <path d="M6.2 1h7.6L19 6.2v7.6L13.8 19H6.2L1 13.8V6.2z" fill={colour} />
    <path d="M5.5 10h9" stroke={ink} stroke-width="2.4" stroke-linecap="round" />
  {:else if state === 'caution'}
    <path d="M10 2 19 18H1z" fill={colour} stroke={colour} stroke-width="1.6" stroke-linejoin="round" />
    <path d="M10 8v4.6M10 15v.6" stroke={ink} stroke-width="2" stroke-linecap="round" />
  {:else if state === 'holds'}
    <path
      d="m3 11 5 5L18 5"
      fill="none"
      stroke={colour}
      stroke-width="2.8"
      stroke-linecap="round"
      stroke-linejoin="round"
    />
  {:else if state === 'note'}
    <circle cx="10" cy="10" r="8" fill="none" stroke={colour} stroke-width="2" />
    <path d="M10 9.4v5M10 5.8v.4" stroke={colour} stroke-width="2.2" stroke-linecap="round" />
  {:else}
    <circle cx="10" cy="10" r="7.5" fill="none" stroke={colour} stroke-width="2" stroke-dasharray="3 2.6" />
  {/if}
</svg>
