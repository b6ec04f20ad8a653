<script lang="ts">
  import { typedLine, TYPED_LINE_EXAMPLES, type TypedLine } from '@haversack/core/timeline/typed-line';
  import CornerDownLeft from '@lucide/svelte/icons/corner-down-left';
  import { KeptText } from '$lib/client/field-drafts.svelte.ts';
  import { useBox } from '$lib/client/use-box.ts';

  const open = useBox();
  const line = new KeptText(open.drafts, () => 'outing|typed line');
  let problem = $state<{ message: string; part: string } | undefined>();
  let asked = $state.raw<Extract<TypedLine, { ok: 'ask' }> | undefined>();

  function take(event: SubmitEvent): void {
    event.preventDefault();
    const read = typedLine(open.doc, open.catalogue, line.value);
    problem = read.ok === false ? read : undefined;
    asked = read.ok === 'ask' ? read : undefined;
    if (read.ok === true) put(read);
  }
  function put(read: Extract<TypedLine, { ok: true }>): void {
    asked = undefined;
    line.value = '';
    open.commit(read.label, read.edits);
    open.selected = { kind: 'device', id: read.deviceId };
  }
  const text = $derived(line.value);
  const before = $derived(problem?.part ? text.slice(0, text.indexOf(problem.part)) : '');
</script>

<form class="flex flex-wrap items-start gap-2 px-9 pt-2" onsubmit={take}>
  <label class="lab pt-1.5" for="typed-line">Type a line</label>
  <div class="min-w-72 flex-1">
    <input
      id="typed-line"
      class="in w-full"
      class:bad={problem}
      autocomplete="off"
      spellcheck="false"
      placeholder={TYPED_LINE_EXAMPLES.join('   ·   ')}
      bind:value={line.value}
      oninput={() => (asked = undefined)}
      aria-invalid={problem ? 'true' : undefined}
      aria-describedby={problem ? 'typed-line-problem' : undefined}
    />
    {#if asked}
      <div role="alert" class="mt-1 flex flex-wrap items-center gap-2 text-[0.75rem]/[1rem]">
        {asked.message}
        <button type="button" class="btn" onclick={() => put(asked!.asNew)}>A second one</button>
        <button type="button" class="btn" onclick={() => put(asked!.asSame)}>Change that one</button>
      </div>
    {/if}
    {#if problem}
      <p id="typed-line-problem" role="alert" class="mt-1 text-[0.75rem]/[1rem]">
        {#if problem.part && text.includes(problem.part)}<span class="text-ink2">{before}</span><mark
            class="rounded-in bg-stop1 px-0.5 font-semibold text-stop">{problem.part}</mark
          ><span class="text-ink2">{text.slice(before.length + problem.part.length)}</span> &nbsp;{/if}{problem.message}
      </p>
    {/if}
  </div>
  <button class="btn" aria-label="Add the typed line"><CornerDownLeft size={14} />Add</button>
</form>
