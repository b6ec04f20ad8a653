<script lang="ts">
  import { choiceOf, fromChoice } from '@haversack/core/box/attr';
  import type { Circuit, Feed } from '@haversack/core/box/schema';
  import { INSULATION_CLASSES } from '@haversack/core/wiring/conductor';
  import { useBox } from '$lib/client/open-box.svelte.ts';
  import AttrQuantity from '$lib/ui/AttrQuantity.svelte';
  import SelectRow from '$lib/ui/SelectRow.svelte';
  import WireField from './WireField.svelte';

  /** How one stretch of wire is made and lies: its return, insulation, and how many touch. */
  type Props = {
    at: Pick<Circuit | Feed, 'id' | 'returnWire' | 'insulationC' | 'bundledCount'>;
    /** A joint in the same box has no way back of its own: the returns of its circuits go to the main one. */
    hasReturn?: boolean;
    onset: (what: string, key: string, value: unknown) => void;
  };
  let { at, hasReturn = true, onset }: Props = $props();
  const open = useBox();
  const plan = $derived([...open.plan.wiring.circuits, ...open.plan.wiring.feeds].find((c) => c.circuit.id === at.id));
</script>

{#if hasReturn}
  <WireField
    label="Return wire"
    attr={at.returnWire}
    actual={(plan ?? open.plan.wiring.main).wire}
    system={open.doc.preferences.wireSystem}
    onattr={(a) => onset('return wire', 'returnWire', a)}
  />
{/if}
<SelectRow
  word="Insulation"
  value={choiceOf(at.insulationC)}
  choices={[
    ['auto', 'as all wires'],
    ...INSULATION_CLASSES.map((c) => [String(c), `${c} °C`] as [string, string]),
    ['unknown', 'unknown']
  ]}
  onchoose={(v, t) => onset(`insulation ${t}`, 'insulationC', fromChoice(v, Number))}
/>
<AttrQuantity
  label="Wires that touch on the way"
  attr={at.bundledCount}
  automatic={`${(plan ?? open.plan.wiring.main).laid.bundledCount}`}
  start={(plan ?? open.plan.wiring.main).laid.bundledCount}
  allow={['auto', 'set', 'unknown']}
  kind="number"
  unit=""
  text={(v) => String(v)}
  options={{ min: 1, max: 60, whole: true, units: { wires: 1, wire: 1 } }}
  onattr={(a) => onset('wires that touch', 'bundledCount', a)}
/>
