<script lang="ts">
  import type { Alternative } from '@haversack/core/advise/alternatives';
  import type { KitLine } from '@haversack/core/kit/kit';
  import { useBox, useHeavy } from '$lib/client/use-box.ts';
  import Dialog from '$lib/ui/Dialog.svelte';
  import Mark from '$lib/ui/Mark.svelte';

  /** What could be taken where a part cannot be had: compared, and tried on a copy of this very box. */
  type Props = { open: boolean; line: KitLine };
  let { open = $bindable(), line }: Props = $props();
  const box = useBox();
  const heavy = useHeavy();
  let found = $state.raw<Alternative[]>();
  let problem = $state('');
  // a box that brings a stop is no way out: it is shown, but folded away
  const isGood = (a: Alternative) => a.brings.every((f) => f.severity !== 'stop');
  const good = $derived((found ?? []).filter(isGood));
  const bad = $derived((found ?? []).filter((a) => !isGood(a)));

  $effect(() => {
    let current = true;
    found = undefined;
    problem = '';
    heavy
      .alternatives(line.lineId)
      // without an answer the box changed meanwhile: it is asked again
      .then((answer) => {
        if (current && answer) found = answer;
      })
      .catch((e: unknown) => {
        if (current) problem = (e as Error).message;
      });
    return () => (current = false);
  });

  function take(a: Alternative): void {
    box.commit(`${a.name} instead of ${line.name}`, a.edits);
    open = false;
  }
</script>

{#snippet choice(a: Alternative)}
  <li class="card p-3" data-instead={a.id}>
    <div class="flex flex-wrap items-center gap-2">
      <b class="flex-1">{a.name}</b><button type="button" class="btn" aria-label="Take {a.name}" onclick={() => take(a)}
        >Take it</button
      >
    </div>
    <p class="n text-[0.8125rem]">
      {[a.effect || 'price, mass and hours stay', ...a.holes].join('; ')}{a.clearsCount > 0
        ? `; clears ${a.clearsCount} ${a.clearsCount === 1 ? 'finding' : 'findings'}`
        : ''}
    </p>
    {#if a.differences.length}
      <dl class="mt-1 grid gap-x-4 text-[0.8125rem] sm:grid-cols-2">
        {#each a.differences as d (d.what)}<div class="flex justify-between gap-2 border-b border-line">
            <dt class="text-ink2">{d.what}</dt>
            <dd class="n text-right">{d.was} → {d.now}</dd>
          </div>{/each}
      </dl>
    {/if}
    {#each a.brings as f, i (i)}<p class="mt-1 flex items-start gap-2">
        <Mark state={f.severity} size={15} label={f.severity} /><span>{f.title}</span>
      </p>{/each}
    {#if a.brings.length === 0}<p class="mt-1 flex items-center gap-2">
        <Mark state="holds" size={15} label="" />Brings nothing new.
      </p>{/if}
  </li>
{/snippet}

<Dialog bind:open title="Instead of {line.name}">
  {#if problem}<p class="text-stop" role="alert">{problem}</p>
  {:else if !found}<p role="status">Trying what could take its place …</p>
  {:else if found.length === 0}<p>
      Nothing in the list can take its place. Enter what you were offered as a part of your own: it is compared here,
      too.
    </p>
  {:else}
    <p class="lab mb-2">Each was tried on a copy of this box. Taking one is one step of undo.</p>
    <ul class="grid gap-2">
      {#each good as a (a.id)}{@render choice(a)}{/each}
    </ul>
    {#if bad.length}<details class="mt-3" open={good.length === 0}>
        <summary
          >{good.length === 0 ? `All ${bad.length}` : `${bad.length} more`}
          {bad.length === 1 ? 'brings' : 'bring'} a stop</summary
        >
        <ul class="mt-2 grid gap-2">
          {#each bad as a (a.id)}{@render choice(a)}{/each}
        </ul>
      </details>{/if}
  {/if}
</Dialog>
