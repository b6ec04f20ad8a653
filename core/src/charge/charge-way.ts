import { portTag } from '../panel/panel.ts';
import { CHEMISTRY } from '../battery/chemistry.ts';
import { valueOf } from '../box/lookup.ts';
import { mainFeed, switchesOf } from '../box/feeds.ts';
import type { Box } from '../box/schema.ts';
import type { Plan } from '../evaluate.ts';
import { chargePortId } from '../box/plugged.ts';
import { LOAD_SHARE } from '../wiring/fuse.ts';
import { switchedBy } from '../wiring/tree.ts';
import type { CircuitPlan } from '../wiring/types.ts';

/** The way a charger's current takes from where it is plugged in to the battery. */
export type ChargeWay = {
  /** Port it is plugged into; undefined: clipped on the posts, or nobody said. */
  portTag: string | undefined;
  fuseTag: string | undefined;
  fuseA: number | undefined;
  /** The most it lets in, A, and what sets it; undefined where nothing does. */
  limitA: number | undefined;
  limitedBy: string | undefined;
  /** Switches that must be on, by tag; with all of them off nothing goes in. */
  switchesOn: string[];
  /** What is live meanwhile, because it hangs behind the same switches. */
  liveMeanwhile: string[];
};

/** Follows the charge from its port back to the battery, through the circuit as it is wired. */
export function chargeWay(box: Box, plan: Pick<Plan, 'wiring' | 'panel' | 'bank'>): ChargeWay {
  const portId = chargePortId(box);
  const circuit = plan.wiring.circuits.find((c) => c.circuit.portId === portId);
  if (!circuit) {
    const labelA = packA(plan);
    const least = [
      ...vehicleLimit(box, plan),
      ...(labelA === undefined ? [] : [{ amps: labelA, by: 'the battery’s label' }])
    ].sort((a, b) => a.amps - b.amps)[0];
    return { ...NOTHING, limitA: least?.amps, limitedBy: least?.by };
  }
  const on = switchTags(box, plan, circuit);
  const limits = limitsOf(box, plan, circuit).sort((a, b) => a.amps - b.amps)[0];
  return {
    portTag: circuit.portTag,
    fuseTag: circuit.guard?.tag,
    fuseA: circuit.guard?.ratingA,
    limitA: limits?.amps,
    limitedBy: limits?.by,
    switchesOn: on,
    liveMeanwhile:
      on.length === 0
        ? []
        : plan.wiring.circuits
            .filter((c) => c !== circuit && c.circuit.purpose === 'load')
            .filter((c) => {
              const its = switchTags(box, plan, c);
              return its.length > 0 && its.every((tag) => on.includes(tag));
            })
            .map((c) => `${c.portTag} ${c.feeds}`)
  };
}

/**
 * What the socket of a vehicle gives for good: a fuse of 10 A, loaded to 80 %, and what its converter hands on.
 * @source rule of thumb: auxiliary sockets are fused 10 to 15 A, converters keep 85 %
 */
const VEHICLE_SOCKET = { fuseA: 10, volts: 12, efficiency: 0.85 } as const;

/** The most a charging converter gives from a vehicle's socket at a charging voltage, A. */
export const vehicleA = (chargeV: number): number =>
  (LOAD_SHARE * VEHICLE_SOCKET.fuseA * VEHICLE_SOCKET.volts * VEHICLE_SOCKET.efficiency) / chargeV;

/** What a vehicle's socket lets through, where the charger is fed from one. */
const vehicleLimit = (box: Box, { bank }: Pick<Plan, 'bank'>): { amps: number; by: string }[] =>
  bank && box.charging.fedFrom === 'vehicle-converter'
    ? [
        {
          amps: vehicleA(valueOf(box.charging.chargerV, undefined) ?? CHEMISTRY[bank.chemistry].absorbV),
          by: `a vehicle’s socket of ${VEHICLE_SOCKET.fuseA} A, through the converter`
        }
      ]
    : [];

const NOTHING: ChargeWay = {
  portTag: undefined,
  fuseTag: undefined,
  fuseA: undefined,
  limitA: undefined,
  limitedBy: undefined,
  switchesOn: [],
  liveMeanwhile: []
};

const packA = ({ bank }: Pick<Plan, 'bank'>): number | undefined =>
  bank?.part.maxChargeA == null ? undefined : bank.part.maxChargeA * bank.count;

/** Everything between the port and the battery that bears only so much. */
function limitsOf(box: Box, plan: Pick<Plan, 'wiring' | 'bank'>, c: CircuitPlan): { amps: number; by: string }[] {
  const labelA = packA(plan);
  return [
    ...vehicleLimit(box, plan),
    ...(c.guard?.ratingA === undefined
      ? []
      : [{ amps: LOAD_SHARE * c.guard.ratingA, by: `fuse ${c.guard.tag}, at 80 % of ${c.guard.ratingA} A` }]),
    ...(c.portPart?.ratingA == null ? [] : [{ amps: c.portPart.ratingA, by: `the plug of ${c.portTag}` }]),
    ...(c.ampacityA === undefined ? [] : [{ amps: c.ampacityA, by: `the wire of ${c.tag}` }]),
    ...(labelA === undefined ? [] : [{ amps: labelA, by: 'the battery’s label' }])
  ];
}

/** Switches between a circuit's port and the battery: its own and those of the feeds it hangs behind. */
function switchTags(box: Box, plan: Pick<Plan, 'wiring' | 'panel'>, c: CircuitPlan): string[] {
  const tagOf = (id: string): string => portTag(plan.panel, id) ?? id;
  // a relay whose coil is not fed passes nothing either
  const coils = (id: string): string[] =>
    box.relays.flatMap((r) =>
      r.inId === id && r.contact === 'make' && r.switchPortId.is === 'set' ? [tagOf(r.switchPortId.value)] : []
    );
  const feeds = switchedBy(box, plan.wiring.tree, c.circuit.id).flatMap((f) => {
    const chosen = switchesOf(box, f).map(tagOf);
    const lever = f.leverSwitches
      ? [
          `the lever of ${f.id === mainFeed(box).id ? 'F0' : (plan.wiring.feeds.find((k) => k.circuit.id === f.id)?.fuseTag ?? f.name)}`
        ]
      : [];
    return [...chosen, ...coils(f.id), ...lever];
  });
  return [...new Set([...feeds, ...c.switches.map((s) => s.tag), ...coils(c.circuit.id)])];
}
