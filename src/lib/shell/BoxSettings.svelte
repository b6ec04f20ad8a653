<script lang="ts">
  import { resolve } from '$app/paths';
  import { keepText } from '$lib/client/field-drafts.svelte.ts';
  import { useBox } from '$lib/client/use-box.ts';
  import Dialog from '$lib/ui/Dialog.svelte';

  let { open = $bindable() }: { open: boolean } = $props();
  const box = useBox();
  const p = $derived(box.doc.preferences);

  const CHOICES = [
    {
      label: 'Lengths',
      key: 'lengthUnit',
      options: [
        ['mm', 'mm'],
        ['in', 'inch']
      ]
    },
    {
      label: 'Wire',
      key: 'wireSystem',
      options: [
        ['awg', 'AWG'],
        ['mm2', 'mm²']
      ]
    },
    {
      label: 'Temperature',
      key: 'temperatureUnit',
      options: [
        ['C', '°C'],
        ['F', '°F']
      ]
    },
    {
      label: 'Mass',
      key: 'massUnit',
      options: [
        ['kg', 'kg'],
        ['lb', 'lb']
      ]
    },
    {
      label: 'Wire colours',
      key: 'colours',
      options: [
        ['red-black', 'red + black −'],
        ['brown-blue', 'brown + blue −']
      ]
    }
  ] as const;
</script>

<Dialog bind:open title="This box" onenter={() => (open = false)}>
  <div class="grid gap-3">
    <label class="grid gap-1"
      ><span class="lab">Name</span><input
        class="in"
        maxlength="80"
        value={box.doc.name}
        use:keepText={{ drafts: box.drafts, field: 'box|name' }}
        onchange={(e) => e.currentTarget.value.trim() && box.set('Renamed', 'name', e.currentTarget.value.trim())}
      /></label
    >
    <label class="grid gap-1"
      ><span class="lab">Notes</span><textarea
        class="in h-20 py-1"
        maxlength="20000"
        value={box.doc.notes}
        use:keepText={{ drafts: box.drafts, field: 'box|notes' }}
        onchange={(e) => box.set('Notes', 'notes', e.currentTarget.value)}></textarea></label
    >
    <div class="grid grid-cols-2 gap-3">
      {#each CHOICES as choice (choice.key)}
        <label class="flex items-center justify-between gap-2"
          >{choice.label}
          <select
            class="in"
            value={p[choice.key]}
            onchange={(e) =>
              box.set(
                `${choice.label}: ${e.currentTarget.value}`,
                `preferences/${choice.key}`,
                e.currentTarget.value as (typeof p)[typeof choice.key]
              )}
          >
            {#each choice.options as [value, text] (value)}<option {value}>{text}</option>{/each}
          </select>
        </label>
      {/each}
      <label class="flex items-center justify-between gap-2"
        >Currency<input
          class="in w-16"
          maxlength="8"
          value={p.currency}
          use:keepText={{ drafts: box.drafts, field: 'box|currency' }}
          onchange={(e) => box.set('Currency', 'preferences/currency', e.currentTarget.value)}
        /></label
      >
    </div>
    <a class="btn w-fit" href={resolve('/api/boxes/[id]/export', { id: box.id })} download>Export as a file</a>
    <a class="btn w-fit" href={resolve(`/box/${box.id}/variants?view=earlier` as '/')} onclick={() => (open = false)}
      >Earlier versions, and what changed</a
    >
  </div>
</Dialog>
