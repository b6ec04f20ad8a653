<script lang="ts">
  import EmptyState from '$lib/ui/EmptyState.svelte';
  import { lookUpList, type Question } from '@haversack/core/unknown/look-up';
  import Printer from '@lucide/svelte/icons/printer';
  import { useBox } from '$lib/client/use-box.ts';
  import AnswerField from './AnswerField.svelte';

  /** What nobody read yet, place by place, with how to find it out; each answer counts at once. For the phone beside the box. */
  const open = useBox();
  const places = $derived(lookUpList(open.plan.findings));
  const count = $derived(places.reduce((sum, p) => sum + p.questions.length, 0));
  const titleOf = (label: string) => `${label[0]?.toUpperCase() ?? ''}${label.slice(1)}`;
  const id = (q: Question) => `look-${q.key.replace(/\W+/g, '-')}`;
</script>

<div class="p-6 max-md:p-3">
  {#if count === 0}
    <EmptyState title="Nothing is left to look up">
      Everything the checks hang on is known. Set a fuse, a wire or a rating to ‘unknown’ where nobody has read it, and
      it stands here with how to find it out.</EmptyState
    >
  {:else}
    <header class="mb-3 flex flex-wrap items-center gap-3">
      <div class="min-w-0 flex-1">
        <h2>{count === 1 ? 'One thing' : `${count} things`} to look up on {open.doc.name}</h2>
        <p class="lab">
          Battery plug out, box open. What makes no difference at either end of what is likely is not asked. Each answer
          counts at once; Ctrl+Z takes it back.
        </p>
      </div>
      <button type="button" class="btn no-print" onclick={() => window.print()}
        ><Printer size={15} />Print the list</button
      >
    </header>
    <div class="grid gap-4">
      {#each places as place (`${place.where.kind} ${place.where.id}`)}
        <section class="keep rounded-box border border-line2 bg-paper" aria-label={titleOf(place.where.label)}>
          <h3 class="border-b border-line px-3 py-2 text-[0.9375rem] font-[640]">{titleOf(place.where.label)}</h3>
          <ul>
            {#each place.questions as q (q.key)}
              <li class="look border-b border-line px-3 py-2 last:border-b-0">
                <div class="min-w-0">
                  <b id={id(q)}>{titleOf(q.asks)}</b>
                  <p class="text-[0.8125rem] text-ink2">{q.how}</p>
                </div>
                <AnswerField question={q} labelledby={id(q)} />
              </li>
            {/each}
          </ul>
        </section>
      {/each}
    </div>
  {/if}
</div>

<style>
  .look {
    display: grid;
    grid-template-columns: minmax(0, 1fr) minmax(0, 18rem);
    gap: 6px 16px;
    align-items: center;
  }
  @media (max-width: 699px) {
    .look {
      grid-template-columns: minmax(0, 1fr);
    }
  }
</style>
