<script lang="ts">
  import { nominalVOf } from '@haversack/core/battery/nominal';
  import { CHOICE_WORDS } from '@haversack/core/catalogue/field-words';
  import { fieldsOf, withField, type PartField } from '@haversack/core/catalogue/fields';
  import type { Part } from '@haversack/core/catalogue/part';
  import Plus from '@lucide/svelte/icons/plus';
  import { untrack } from 'svelte';
  import { request, RequestError } from '$lib/client/api.ts';
  import Dialog from '$lib/ui/Dialog.svelte';

  /** Every figure of a part as typed, kept as an own part on the server; what is wrong stands at its field. */
  type Props = { open: boolean; part: Part | null; onkept: (part: Part) => void };
  let { open = $bindable(), part, onkept }: Props = $props();
  let typed = $state<Record<string, string>>({});
  let problem = $state('');
  let problems = $state.raw<Record<string, { message: string; likely?: string }>>({});
  const fields = $derived(part ? fieldsOf(part) : []);
  const said = (c: string) => CHOICE_WORDS[c] ?? c;

  $effect(() => {
    if (!open || !part) return;
    const start = part;
    untrack(() => {
      typed = Object.fromEntries(fieldsOf(start).map((f) => [f.path, f.text]));
      problems = {};
      problem = '';
    });
  });

  async function keep(event: SubmitEvent): Promise<void> {
    event.preventDefault();
    if (!part) return;
    let next: Part = part;
    const wrong: Record<string, { message: string; likely?: string }> = {};
    for (const f of fields) {
      const read = withField(next, f, typed[f.path] ?? '', nominalVOf(next));
      if (read.ok) next = read.part;
      else wrong[f.path] = read;
    }
    problems = wrong;
    if (Object.keys(wrong).length) return;
    try {
      await request('PUT', '/api/parts', next);
      open = false;
      onkept(next);
    } catch (e) {
      problem = (e as Error).message;
      if (e instanceof RequestError && Array.isArray(e.body.problems))
        problems = Object.fromEntries(
          (e.body.problems as { path: string; message: string }[]).map((p) => [p.path, { message: p.message }])
        );
    }
  }

  const hint = (f: PartField) =>
    f.type === 'list' ? `any of ${f.choices?.map(said).join(', ')}` : f.nullable ? 'unknown' : '';
</script>

<Dialog bind:open title={part?.name ?? 'Part'}>
  <p class="lab mb-3">
    What you read or measured, in the units you have: 14 lb, 1 3/16 in, 30 Ah. Leave empty what nobody knows where
    ‘unknown’ stands.
  </p>
  <form id="part-form" class="grid gap-2 sm:grid-cols-2" onsubmit={keep}>
    {#each fields as f (f.path)}
      {@const wrong = problems[f.path]}
      <div class="grid gap-1">
        <label class="grid gap-1"
          ><span class="lab">{f.label}{f.unit ? `, ${f.unit}` : ''}</span>
          {#if f.choices && f.type !== 'list'}<select class="in" bind:value={typed[f.path]}
              >{#each f.choices as c, nth (nth)}<option value={c}
                  >{c ? said(c) : f.type === 'seal' ? 'not made for it' : 'unknown'}</option
                >{/each}</select
            >
          {:else}<input
              class="in"
              class:bad={wrong}
              bind:value={typed[f.path]}
              placeholder={hint(f)}
              aria-invalid={wrong ? 'true' : undefined}
            />{/if}</label
        >
        {#if wrong}<span role="alert" class="text-[0.75rem] text-stop"
            >{wrong.message}{#if wrong.likely}<button
                type="button"
                class="fig ml-1"
                onclick={() => (typed[f.path] = wrong.likely!)}>take {wrong.likely}</button
              >{/if}</span
          >{/if}
      </div>
    {/each}
  </form>
  {#if problem}<p role="alert" class="mt-3 text-stop">{problem}</p>{/if}
  {#snippet foot()}<button class="btn main" form="part-form"><Plus size={15} />Keep as my part</button>{/snippet}
</Dialog>
