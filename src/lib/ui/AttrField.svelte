<script lang="ts" generics="T">
  import type { Attr } from '@haversack/core/box/attr';
  import type { Snippet } from 'svelte';

  /** An attribute that can be automatic, set, none or unknown; the field for the set value comes from outside. */
  type Props = {
    label: string;
    attr: Attr<T>;
    /** What automatic gives at the moment, in words. */
    automatic: string;
    /** The value taken when switching to 'set'. */
    start: T;
    allow?: readonly ('auto' | 'set' | 'none' | 'unknown')[];
    words?: Partial<Record<'auto' | 'set' | 'none' | 'unknown', string>>;
    onattr: (attr: Attr<T>) => void;
    field?: Snippet;
  };
  let {
    label,
    attr,
    automatic,
    start,
    allow = ['auto', 'set', 'none', 'unknown'],
    words = {},
    onattr,
    field
  }: Props = $props();
  const uid = $props.id();
  const WORDS = { auto: 'automatic', set: 'set', none: 'none', unknown: 'unknown' } as const;
</script>

<div class="flex flex-wrap items-center justify-between gap-x-2 gap-y-1 py-0.5">
  <label for={uid}>{label}</label>
  <div class="flex items-center gap-2">
    {#if attr.is === 'set' && field}{@render field()}{:else if attr.is === 'auto'}<span
        class={/\d/.test(automatic) ? 'n' : 'text-ink2'}>{automatic}</span
      >{/if}
    <select
      id={uid}
      class="in !px-1"
      value={attr.is}
      onchange={(e) => {
        const is = e.currentTarget.value as 'auto' | 'set' | 'none' | 'unknown';
        onattr(is === 'set' ? { is, value: start } : { is });
      }}
    >
      {#each allow as is (is)}<option value={is}>{words[is] ?? WORDS[is]}</option>{/each}
    </select>
  </div>
</div>
