<script lang="ts">
  import { findTabs, tabsOf, type TabReadings } from '@haversack/core/wiring/tabs';
  import { TAB_ORDERS, type TabOrder } from '@haversack/core/catalogue/part';
  import type { PortPlan } from '@haversack/core/panel/panel';
  import { useBox } from '$lib/client/use-box.ts';
  import AttrField from '$lib/ui/AttrField.svelte';
  import SelectRow from '$lib/ui/SelectRow.svelte';

  /** Which tab of a switch is supply, load and lamp return; when nobody knows, a meter finds out. */
  let { plan }: { plan: PortPlan } = $props();
  const open = useBox();
  const WORDS: Record<TabOrder, string> = Object.fromEntries(
    TAB_ORDERS.map((o) => [
      o,
      o === 'two-tabs'
        ? 'two tabs, either way'
        : tabsOf(o)
            .map((t, i) => `${i + 1} ${t}`)
            .join(', ')
    ])
  ) as Record<TabOrder, string>;
  const tabs = $derived(plan.port.tabs);
  const set = (value: typeof tabs) => open.set(`${plan.tag} tabs`, `ports/${plan.port.id}/tabs`, value);
  let readings = $state.raw<TabReadings | undefined>();
  const found = $derived(readings && findTabs(readings));
  const PAIRS = [
    ['', 'not measured'],
    ['1-2', '1 and 2'],
    ['1-3', '1 and 3'],
    ['2-3', '2 and 3'],
    ['none', 'none of them']
  ] as const;
  const TABS = [
    ['', 'not measured'],
    ['1', 'tab 1'],
    ['2', 'tab 2'],
    ['3', 'tab 3']
  ] as const;
</script>

<section class="sec">
  <h3>Tabs, from the marked end</h3>
  <AttrField
    label="Order"
    attr={tabs}
    automatic={plan.part.tabs === null ? 'makers differ' : WORDS[plan.part.tabs]}
    start={(plan.part.tabs ?? 'supply-load-lamp') as TabOrder}
    allow={['auto', 'set', 'unknown']}
    onattr={set}
  >
    {#snippet field()}<select
        class="in max-w-44"
        aria-label="Order of the tabs"
        value={tabs.is === 'set' ? tabs.value : ''}
        onchange={(e) => set({ is: 'set', value: e.currentTarget.value as TabOrder })}
        >{#each TAB_ORDERS as o (o)}<option value={o}>{WORDS[o]}</option>{/each}</select
      >{/snippet}
  </AttrField>
  {#if readings}
    <SelectRow
      word="Join when on"
      value={readings.joined ?? ''}
      choices={PAIRS}
      onchoose={(v) => (readings = { joined: v || null, lampFrom: null })}
    />
    {#if readings.joined && readings.joined !== 'none'}<SelectRow
        word="Reads the lamp, off"
        value={readings.lampFrom === null ? '' : (`${readings.lampFrom}` as '1' | '2' | '3')}
        choices={TABS}
        onchoose={(v) => (readings = { joined: readings!.joined, lampFrom: v ? (Number(v) as 1 | 2 | 3) : null })}
      />{/if}
    <p class="text-[0.875rem]" role="status">{found!.next}</p>
    {#if found!.order}<button
        type="button"
        class="btn main mt-2"
        onclick={() => {
          set({ is: 'set', value: found!.order! });
          readings = undefined;
        }}>Take this order</button
      >{/if}
  {:else if tabs.is !== 'set'}<button
      type="button"
      class="btn mt-1"
      onclick={() => (readings = { joined: null, lampFrom: null })}>Find out with a meter</button
    >{/if}
</section>
