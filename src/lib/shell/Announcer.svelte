<script lang="ts">
  import { answerChanges } from '@haversack/core/answer-changes';
  import { untrack } from 'svelte';
  import { useBox, useHeavy } from '$lib/client/use-box.ts';
  import { shownVerdicts } from '$lib/client/lead.svelte.ts';

  /** Says once, politely, what a change did to the five answers, and what was done or undone. What is the same is not said. */
  const open = useBox();
  const heavy = useHeavy();
  /** Typing on goes on: only where it came to rest is said. */
  const REST_MS = 900;
  let said = $state('');
  let before = untrack(() => shownVerdicts(open, heavy));
  let saidOf = untrack(() => open.doc);
  let timer: ReturnType<typeof setTimeout> | undefined;

  $effect(() => {
    void [open.doc, open.told, heavy.busy.sure, heavy.sure, heavy.season];
    clearTimeout(timer);
    timer = setTimeout(() => {
      if (heavy.busy.sure) return;
      const now = shownVerdicts(open, heavy);
      // what only came in later, such as the chance of the many runs, is no change that anybody made
      const changed = open.doc !== saidOf || open.told !== '';
      const words = changed ? [open.told, ...answerChanges(before, now)].filter(Boolean).join('. ') : '';
      [before, saidOf] = [now, open.doc];
      open.told = '';
      if (words) said = words;
    }, REST_MS);
    return () => clearTimeout(timer);
  });
</script>

<div class="sr-only" role="status" aria-live="polite" aria-atomic="true" data-said>{said}</div>
