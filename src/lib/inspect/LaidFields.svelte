<script lang="ts">
  import { choiceOf, fromChoice } from '@haversack/core/box/attr';
  import type { Circuit, Feed } from '@haversack/core/box/schema';
  import { INSULATION_CLASSES, insulationOf } from '@haversack/core/wiring/conductor';
  import { useBox } from '$lib/client/use-box.ts';
  import AttrQuantity from '$lib/ui/AttrQuantity.svelte';
  import SelectRow from '$lib/ui/SelectRow.svelte';
  import WireField from './WireField.svelte';

  /** How one stretch of wire is made and lies: its return, insulation, and how many touch. */
  type Props = {
    at: Pick<Circuit | Feed, 'id' | 'returnWire' | 'insulationC' | 'bundledCount'>;
    /** A joint in the same box has no way back of its own: the returns of its circuits go to the main one. */
    hasReturn?: boolean;
    path: `circuits/${string}` | `feeds/${string}`;
    /** What a step back is called by: 'C3', 'Main feed:'. */
    name: string;
  };
  let { at, hasReturn = true, path, name }: Props = $props();
  const open = useBox();
  const plan = $derived([...open.plan.wiring.circuits, ...open.plan.wiring.feeds].find((c) => c.circuit.id === at.id));
</script>

{#if hasReturn}
  <WireField
    label="Return wire"
    attr={at.returnWire}
    actual={(plan ?? open.plan.wiring.main).wire}
    system={open.doc.preferences.wireSystem}
    onattr={(a) => open.set(`${name} return wire`, `${path}/returnWire`, a)}
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
  onchoose={(v, t) => open.set(`${name} insulation ${t}`, `${path}/insulationC`, fromChoice(v, insulationOf))}
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
  onattr={(a) => open.set(`${name} wires that touch`, `${path}/bundledCount`, a)}
/>
