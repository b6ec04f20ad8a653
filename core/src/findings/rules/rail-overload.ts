import { say } from '../words/say.ts';
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
          say: say('rail-overload', 'notKnown', { tag, outV, wantedW: watts }),
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
        say: say('rail-overload', 'tooMuch', { tag, ratedW, wantedW: watts, stop, outV }),
        figures: { wantedW: watts, ratedW }
      }
    ];
  })
);
