<script lang="ts">
  import { clockText } from '@haversack/core/quantity/format';
  import { parseClockH } from '@haversack/core/quantity/duration';
  import { parseQuantity, quantityText, type Parsed, type ParseOptions } from '@haversack/core/quantity/parse';
  import type { QuantityKind } from '@haversack/core/quantity/units';
  import { page } from '$app/state';
  import { useBox } from '$lib/client/use-box.ts';

  type Props = {
    /** What it is, for the eye when shown beside it and for readers always. */
    label: string;
    /** The value as it stands, already in words without its unit. */
    text: string;
    unit?: string;
    kind: QuantityKind | 'clock';
    options?: ParseOptions;
    onvalue: (value: number) => void;
    /** When given, the field may be left empty, meaning 'not known' or 'as usual'. */
    onempty?: () => void;
    width?: number;
    hideLabel?: boolean;
    id?: string;
    /** Tells this field from others with the same label, such as those of a list. */
    at?: string;
    disabled?: boolean;
  };
  let {
    label,
    text,
    unit = '',
    kind,
    options = {},
    onvalue,
    onempty,
    width = 72,
    hideLabel = false,
    id,
    at = '',
    disabled = false
  }: Props = $props();

  const uid = $props.id();
  const open = useBox();
  const drafts = open.drafts;
  const selected = $derived(
    open.selected === null
      ? ''
      : 'id' in open.selected
        ? `${open.selected.kind} ${open.selected.id}`
        : open.selected.kind
  );
  /** One field: its stage, what is chosen, and the field itself. */
  const field = $derived(`${page.url.pathname.split('/')[3] ?? ''}|${selected}|${at}|${label}`);
  const draft = $derived(drafts.get(field));
  const typed = $derived(draft?.text);
  /** What was taken, until the box is shown with it: the old value is not seen once more in between. */
  let taken = $state<string>();
  const problem = $derived(draft?.tried ? problemOf(draft.text) : undefined);

  const read = (raw: string): Parsed => (kind === 'clock' ? parseClockH(raw) : parseQuantity(raw, kind, options));

  /** What is wrong or doubtful with a text; undefined when it can be taken. */
  function problemOf(text: string): { message: string; likely?: number; pending?: number } | undefined {
    const parsed = read(text);
    if (!parsed.ok)
      return { message: parsed.message, ...(parsed.likely === undefined ? {} : { likely: parsed.likely }) };
    return parsed.question && { ...parsed.question, pending: parsed.value };
  }

  function take(): void {
    if (typed === undefined) return;
    const entered = typed.trim();
    if (entered === text) return drafts.clear(field);
    if (entered === '' && onempty) {
      taken = '';
      drafts.clear(field);
      onempty();
      return open.onceShown(() => (taken = undefined));
    }
    if (problemOf(typed)) return drafts.set(field, { text: typed, tried: true });
    const parsed = read(typed);
    if (parsed.ok) accept(parsed.value);
  }

  function accept(value: number): void {
    taken = typed;
    drafts.clear(field);
    onvalue(value);
    open.onceShown(() => (taken = undefined));
  }

  function keys(event: KeyboardEvent): void {
    if (event.key === 'Enter') take();
    if (event.key === 'Escape' && typed !== undefined) {
      event.stopPropagation();
      drafts.clear(field);
    }
  }
  const likelyText = (value: number): string =>
    kind === 'clock' ? clockText(value) : quantityText(value, kind, options);
</script>

<div class="inline-flex flex-col">
  <div class="inline-flex items-center gap-1.5">
    <label for={id ?? uid} class={hideLabel ? 'sr-only' : 'lab'}>{label}</label>
    <input
      id={id ?? uid}
      class="in n"
      class:bad={problem}
      style:width="{width}px"
      value={typed ?? taken ?? text}
      {disabled}
      autocomplete="off"
      inputmode={kind === 'clock' || kind === 'duration' ? undefined : 'decimal'}
      data-untaken={typed === undefined ? undefined : ''}
      aria-invalid={problem ? 'true' : undefined}
      aria-describedby={problem ? `${uid}-problem` : undefined}
      oninput={(e) => drafts.set(field, { text: e.currentTarget.value, tried: false })}
      onchange={take}
      onblur={take}
      onkeydown={keys}
      onfocus={(e) => e.currentTarget.select()}
    />
    {#if unit}<span class="u">{unit}</span>{/if}
  </div>
  {#if problem}
    <div
      id="{uid}-problem"
      role="alert"
      class="relative z-20 mt-1 max-w-72 rounded-in border border-stop bg-stop1 px-2 py-1 text-[0.75rem]/[1rem] whitespace-normal text-ink"
    >
      {problem.message}
      {#if problem.likely !== undefined || problem.pending !== undefined}
        <span class="mt-1 flex gap-2">
          {#if problem.likely !== undefined}<button type="button" class="btn" onclick={() => accept(problem!.likely!)}
              >Take {likelyText(problem.likely)}</button
            >{/if}
          {#if problem.pending !== undefined}<button type="button" class="btn" onclick={() => accept(problem!.pending!)}
              >No, {likelyText(problem.pending)} as typed</button
            >{/if}
        </span>
      {/if}
    </div>
  {/if}
</div>
