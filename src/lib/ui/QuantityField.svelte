<script lang="ts">
  import { parseClockH } from '@haversack/core/quantity/duration';
  import { parseQuantity, type Parsed, type ParseOptions } from '@haversack/core/quantity/parse';
  import type { QuantityKind } from '@haversack/core/quantity/units';

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
    disabled = false
  }: Props = $props();

  const uid = $props.id();
  let typed = $state<string | undefined>();
  let problem = $state<{ message: string; likely?: number; pending?: number } | undefined>();

  const read = (raw: string): Parsed => (kind === 'clock' ? parseClockH(raw) : parseQuantity(raw, kind, options));

  function take(): void {
    if (typed === undefined || typed.trim() === text) {
      typed = undefined;
      problem = undefined;
      return;
    }
    if (typed.trim() === '' && onempty) {
      typed = undefined;
      problem = undefined;
      onempty();
      return;
    }
    const parsed = read(typed);
    if (!parsed.ok) {
      problem = { message: parsed.message, ...(parsed.likely === undefined ? {} : { likely: parsed.likely }) };
      return;
    }
    if (parsed.question) {
      problem = { message: parsed.question.message, likely: parsed.question.likely, pending: parsed.value };
      return;
    }
    accept(parsed.value);
  }

  function accept(value: number): void {
    typed = undefined;
    problem = undefined;
    onvalue(value);
  }

  function keys(event: KeyboardEvent): void {
    if (event.key === 'Enter') take();
    if (event.key === 'Escape' && typed !== undefined) {
      event.stopPropagation();
      typed = undefined;
      problem = undefined;
    }
  }
</script>

<div class="inline-flex flex-col">
  <div class="inline-flex items-center gap-1.5">
    <label for={id ?? uid} class={hideLabel ? 'sr-only' : 'lab'}>{label}</label>
    <input
      id={id ?? uid}
      class="in n"
      class:bad={problem}
      style:width="{width}px"
      value={typed ?? text}
      {disabled}
      autocomplete="off"
      aria-invalid={problem ? 'true' : undefined}
      aria-describedby={problem ? `${uid}-problem` : undefined}
      oninput={(e) => (typed = e.currentTarget.value)}
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
      class="relative z-20 mt-1 max-w-72 rounded-in border border-stop bg-stop1 px-2 py-1 text-[12px]/[16px] whitespace-normal text-ink"
    >
      {problem.message}
      {#if problem.likely !== undefined || problem.pending !== undefined}
        <span class="mt-1 flex gap-2">
          {#if problem.likely !== undefined}<button type="button" class="btn" onclick={() => accept(problem!.likely!)}
              >Yes, take that</button
            >{/if}
          {#if problem.pending !== undefined}<button type="button" class="btn" onclick={() => accept(problem!.pending!)}
              >No, as typed</button
            >{/if}
        </span>
      {/if}
    </div>
  {/if}
</div>
