import { LOAD_SHARE } from '../../wiring/fuse.ts';
import { converterFor, converterTag, railLoadW } from '../../wiring/rails.ts';
import type { CircuitPlan } from '../../wiring/types.ts';
import { rule, usePart, type Draft, type Facts, type Remedy, branchPlace } from '../rule.ts';

/** A converter of the catalogue that gives the volts and the watts. */
function larger(x: Facts, f: CircuitPlan, watts: number): Remedy[] {
  const part = converterFor(x.catalogue, f.gives!.outV, watts);
  return part && part.id !== f.gives!.part?.id
    ? [
        {
          label: part.name,
          effect: `gives ${part.converterRatedW} W, ${watts.toFixed(0)} W are wanted`,
          edits: usePart(part, `feeds/${f.circuit.id}/converter/partId`)
        }
      ]
    : [];
}

/** A shared converter that is asked for more than it gives, or of which nobody knows what it gives. */
export const railOverload = rule('rail-overload', 'safe', 'wiring', (x) =>
  x.wiring.feeds.flatMap((f): Draft[] => {
    if (!f.gives) return [];
    const watts = railLoadW(x.wiring, f.circuit.id);
    const { ratedW, outV } = f.gives;
    const tag = converterTag(f.tag);
    const base = { at: branchPlace(f), remedies: () => larger(x, f, watts) };
    if (ratedW === undefined)
      return [
        {
          ...base,
          severity: 'caution' as const,
          short: `What does ${tag} give?`,
          title: `What the converter to ${outV} V gives is not known`,
          why: `What hangs on it takes ${watts.toFixed(0)} W together. Its label says watts or amps; what it drives into a short, and with it how thick the wires behind it must be, hangs on it.`,
          figures: { wantedW: watts },
          asks: 'converter',
          about: `feeds/${f.circuit.id}/converter/ratedW`,
          open: true
        }
      ];
    if (watts <= LOAD_SHARE * ratedW + 1e-9) return [];
    const stop = watts > ratedW + 1e-9;
    return [
      {
        ...base,
        severity: stop ? ('stop' as const) : ('caution' as const),
        short: `${tag} gives ${ratedW} W, ${watts.toFixed(0)} are wanted`,
        title: stop
          ? `The converter to ${outV} V cannot give ${watts.toFixed(0)} W`
          : `The converter to ${outV} V runs at ${((100 * watts) / ratedW).toFixed(0)} % of its rating`,
        why: `Everything on it together takes ${watts.toFixed(0)} W; it is rated ${ratedW} W.${stop ? ' Its voltage breaks down, and all that hangs on it goes off.' : ' In a closed box it gets hot: 80 % is for good.'}`,
        figures: { wantedW: watts, ratedW }
      }
    ];
  })
);
