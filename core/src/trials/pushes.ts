import { CHEMISTRY } from '../battery/chemistry.ts';
import type { Bank } from '../battery/bank.ts';
import { placeOfSource, type ChargeSource } from '../judge/charge-sources.ts';
import type { CircuitPlan } from '../wiring/types.ts';

/** What stands at a charge inlet, a controller or a charger in the box. */
export type Push = { volts: number; currentA: number };

type Circuits = readonly Pick<CircuitPlan, 'circuit' | 'portTag'>[];

/** An unknown charging voltage is the usual one of the cells. */
const pushOf = (s: ChargeSource, bank: Bank): Push => ({
  volts: s.volts ?? CHEMISTRY[bank.chemistry].absorbV,
  currentA: s.currentA ?? 0
});

/** The strongest source at each place: those that share an inlet are plugged in one after the other. */
export function pushesAt(sources: readonly ChargeSource[], circuits: Circuits, bank: Bank): ReadonlyMap<string, Push> {
  const out = new Map<string, Push>();
  for (const s of sources) {
    const at = placeOfSource(s, circuits);
    const push = pushOf(s, bank);
    if (at !== undefined && push.currentA > (out.get(at)?.currentA ?? 0)) out.set(at, push);
  }
  return out;
}

/** What pushes at the places a person has thrown on: each its own source; an inlet without one takes the charger. */
export function thrownOn(
  sources: readonly ChargeSource[],
  circuits: Circuits,
  bank: Bank,
  ids: Iterable<string>
): ReadonlyMap<string, Push> {
  const own = pushesAt(sources, circuits, bank);
  const charger = sources.find((s) => s.id === 'charger' && (s.currentA ?? 0) > 0);
  const inlets = new Set(circuits.filter((c) => c.circuit.purpose === 'charge').map((c) => c.portTag));
  return new Map(
    [...ids].flatMap((id) => {
      const push = own.get(id) ?? (charger && inlets.has(id) ? pushOf(charger, bank) : undefined);
      return push ? [[id, push] as const] : [];
    })
  );
}
