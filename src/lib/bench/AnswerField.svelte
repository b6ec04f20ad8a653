<script lang="ts">
  import { resolve } from '$app/paths';
  import type { Question } from '@haversack/core/unknown/look-up';
  import { AWG_SIZES, INSULATION_CLASSES, MM2_SIZES } from '@haversack/core/wiring/conductor';
  import { wireSizeText } from '@haversack/core/quantity/wire-size';
  import { AGE_UNITS } from '@haversack/core/quantity/units';
  import { setTo } from '@haversack/core/box/attr';
  import { useBox } from '$lib/client/use-box.ts';
  import type { ComponentProps } from 'svelte';
  import QuantityField from '$lib/ui/QuantityField.svelte';

  type Figure = Pick<ComponentProps<typeof QuantityField>, 'kind' | 'unit' | 'options'>;

  /** One answer: a field, a choice, or the way to where it is said. */
  let { question: q, labelledby }: { question: Question; labelledby: string } = $props();
  const open = useBox();
  const label = $derived(`${q.finding.where.label} ${q.asks}`);
  const prefs = $derived(open.doc.preferences);
  const sizes = $derived(
    (prefs.wireSystem === 'awg' ? AWG_SIZES : MM2_SIZES).map((size) => ({ system: prefs.wireSystem, size }))
  );
  /** How a figure is typed; nothing where the answer is none. */
  const figure = $derived.by((): Figure | undefined => {
    switch (q.kind) {
      case 'amps':
      case 'part-amps':
        return { kind: 'current', unit: 'A', options: { min: 0.01, max: 500 } };
      case 'volts':
        return { kind: 'voltage', unit: 'V', options: { min: 0.1, max: 60 } };
      case 'length':
        return {
          kind: 'length',
          unit: prefs.lengthUnit,
          options: { lengthUnit: prefs.lengthUnit, min: 0, max: 20000 }
        };
      case 'degrees':
        return {
          kind: 'temperature',
          unit: `°${prefs.temperatureUnit}`,
          options: { temperatureUnit: prefs.temperatureUnit, min: -40, max: 60 }
        };
      case 'years':
        return { kind: 'number', unit: 'years', options: { min: 0, max: 30, units: AGE_UNITS } };
      case 'count':
        return { kind: 'number', unit: '', options: { min: 1, max: 40, whole: true } };
      case 'wire':
      case 'insulation':
      case 'choice':
      case 'elsewhere':
        return undefined;
    }
  });
  const answers = $derived(q.finding.remedies.filter((r) => r.answer));
  /** The thing stands chosen on the stage that says it. */
  function choose(): void {
    const { kind, id } = q.finding.where;
    if (kind === 'device' || kind === 'port' || kind === 'circuit') open.selected = { kind, id };
    else if (kind === 'main') open.selected = { kind };
  }
  const take = (value: unknown) => q.path && open.set(`${label}: looked up`, q.path, value);
</script>

<div class="answer no-print" role="group" aria-labelledby={labelledby}>
  {#if figure}
    <QuantityField {label} hideLabel width={88} text="" {...figure} onvalue={(v) => take(q.bare ? v : setTo(v))} />
  {:else if q.kind === 'wire'}
    <select
      class="in"
      aria-label={label}
      value=""
      onchange={(e) => take(setTo(sizes.find((s) => s.size === e.currentTarget.value)))}
    >
      <option value="" disabled>which size</option>
      {#each sizes as s (s.size)}<option value={s.size}>{wireSizeText(s)}</option>{/each}
    </select>
  {:else if q.kind === 'insulation'}
    <select class="in" aria-label={label} value="" onchange={(e) => take(setTo(Number(e.currentTarget.value)))}>
      <option value="" disabled>which class</option>
      {#each INSULATION_CLASSES as c (c)}<option value={c}>{c} °C</option>{/each}
    </select>
  {:else if q.kind === 'choice'}
    <select
      class="in max-w-full"
      aria-label={label}
      value=""
      onchange={(e) => take(q.bare ? e.currentTarget.value : setTo(e.currentTarget.value))}
    >
      <option value="" disabled>which</option>
      {#each q.choices as [value, text] (value)}<option {value}>{text}</option>{/each}
    </select>
  {:else if answers.length === 0}
    <a class="btn" href={resolve(`/box/[id]/${q.stage}`, { id: open.id })} onclick={choose}>Say it on {q.stage}</a>
  {/if}
  {#if q.mayBeNone}<button
      type="button"
      class="btn"
      aria-label="{label}: there is none"
      onclick={() => take({ is: 'none' })}>There is none</button
    >{/if}
  {#each answers as answer, i (i)}
    <button type="button" class="btn" onclick={() => open.commit(answer.label, answer.edits)}>{answer.label}</button>
  {/each}
</div>
<div class="line" aria-hidden="true"></div>

<style>
  .answer {
    display: flex;
    flex-wrap: wrap;
    gap: 8px;
    align-items: center;
  }
  .answer :global(.in),
  .answer :global(.btn) {
    min-height: 40px;
  }
  .line {
    display: none;
  }
  @media print {
    .line {
      display: block;
      height: 22px;
      border-bottom: 1px solid #000;
    }
  }
</style>
