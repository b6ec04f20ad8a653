<script lang="ts">
  import { add } from '@haversack/core/box/edit';
  import type { Finding } from '@haversack/core/findings/rule';
  import { untrack, type Snippet } from 'svelte';
  import { useBox, useHeavy } from '$lib/client/use-box.ts';
  import { KeptText } from '$lib/client/field-drafts.svelte.ts';
  import Mark from './Mark.svelte';
  import { withOwnDays } from '$lib/ui/days.ts';

  type Props = {
    finding: Finding;
    compact?: boolean;
    /** What it is told as, when others come from the same cause. */
    title?: string;
    /** What comes from the same cause hangs below. */
    children?: Snippet;
  };
  let { finding, compact = false, title, children }: Props = $props();
  const open = useBox();
  const heavy = useHeavy();
  const remedies = $derived(heavy.remedies[finding.key]);
  $effect(() => {
    void heavy.version;
    if (finding.acceptedBecause === null) untrack(() => heavy.wantRemedies(finding.key));
  });
  const reason = new KeptText(open.drafts, () => `reason|${finding.key}`);
  let asking = $state(untrack(() => reason.value !== ''));
  const edge = $derived(
    finding.acceptedBecause !== null
      ? 'var(--line2)'
      : finding.severity === 'note'
        ? 'var(--note)'
        : `var(--${finding.severity})`
  );

  function accept(event: SubmitEvent): void {
    event.preventDefault();
    if (!reason.value.trim()) return;
    open.commit(`Accepted: ${finding.title}`, [add('accepted', { key: finding.key, reason: reason.value.trim() })]);
    asking = false;
    reason.value = '';
  }

  function withdraw(): void {
    open.set(
      `No longer accepted: ${finding.title}`,
      'accepted',
      open.doc.accepted.filter((a) => a.key !== finding.acceptedAs)
    );
  }
</script>

<article
  class="rounded-box border border-l-[3px] border-line2 bg-paper px-3 pt-2 pb-3"
  style:border-left-color={edge}
  data-finding={finding.id}
  data-severity={finding.severity}
  data-of={finding.verdict}
  aria-label={withOwnDays(title ?? finding.title)}
>
  <div class="flex gap-2">
    <Mark state={finding.severity} size={16} />
    <h3 class="!text-[0.875rem]/[1.25rem] !font-[640] text-ink">{withOwnDays(title ?? finding.title)}</h3>
  </div>
  <p class="mt-1 ml-6 text-ink2">
    {#if title && title !== finding.title}<b class="font-medium text-ink">{finding.title}.</b>{/if}
    {withOwnDays(finding.why)}
  </p>
  {#if finding.acceptedBecause !== null}
    <p class="mt-2 ml-6 text-[0.75rem]">
      Accepted: “{finding.acceptedBecause}” <button type="button" class="fig ml-1" onclick={withdraw}>take back</button>
    </p>
  {:else}
    {#if remedies === undefined}<p class="lab mt-2 ml-6" aria-live="polite">Trying remedies on a copy …</p>{/if}
    {#if remedies?.length === 0 && finding.severity === 'stop' && !finding.open}<p class="lab mt-2 ml-6">
        No single change cures this without bringing something else. <button
          type="button"
          class="fig"
          onclick={() => (heavy.soundShown = true)}>Make it sound</button
        > looks for several together.
      </p>{/if}
    {#each remedies ?? [] as remedy, i (i)}
      <div class="mt-2 flex items-center justify-between gap-3 border-t border-line pt-2">
        <div class="min-w-0">
          <div class="leading-4 font-medium">{remedy.label}</div>
          <div class="lab">{remedy.effect}</div>
        </div>
        <button
          type="button"
          class="btn"
          class:main={i === 0 && !remedy.answer}
          aria-label="{remedy.answer ? 'It is so' : 'Do this'}: {remedy.label}"
          onclick={() => {
            open.remedy(remedy.label, remedy.edits);
            open.tell(`Done: ${remedy.label}`);
          }}>{remedy.answer ? 'It is so' : 'Do this'}</button
        >
      </div>
    {/each}
    {@render children?.()}
    {#if !compact}
      {#if asking}
        <form class="mt-2 flex gap-2 border-t border-line pt-2" onsubmit={accept}>
          <label class="sr-only" for="reason-{finding.key}">Reason for accepting</label>
          <!-- svelte-ignore a11y_autofocus -->
          <input
            id="reason-{finding.key}"
            class="in min-w-0 flex-1"
            placeholder="Why it is all right here"
            bind:value={reason.value}
            maxlength="500"
            autofocus
          />
          <button class="btn" disabled={!reason.value.trim()}>Accept</button>
        </form>
      {:else}
        <button type="button" class="fig mt-2 ml-6 text-[0.75rem] text-ink2" onclick={() => (asking = true)}
          >Accept with a reason</button
        >
      {/if}
    {/if}
  {/if}
</article>
