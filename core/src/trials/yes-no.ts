import type { CircuitPlan, WiringPlan } from '../wiring/types.ts';
import type { TrialCircuit } from './circuit.ts';
import { ALL_ON, type Source } from './setting.ts';

/** A suspect of a fault that shows in time rather than in a voltage, and what mends it. */
export type Doubt = { id: string; name: string; mend: string };
/** Something to do and look at; `yes` says for which suspects the answer would be yes. */
export type Question = { id: string; ask: string; yes: ReadonlySet<string> };
export type Said = { questionId: string; yes: boolean };
export type Inquiry = { doubts: Doubt[]; questions: Question[] };

/** What all answers leave, and the question that halves it best; undefined when none does. */
export function inquire(x: Inquiry, said: readonly Said[]): { left: Doubt[]; next: Question | undefined } {
  const left = x.doubts.filter((d) =>
    said.every((s) => x.questions.find((q) => q.id === s.questionId)!.yes.has(d.id) === s.yes)
  );
  const open = x.questions
    .filter((q) => !said.some((s) => s.questionId === q.id))
    .map((q) => ({ q, yes: left.filter((d) => q.yes.has(d.id)).length }))
    .filter(({ yes }) => yes > 0 && yes < left.length)
    .sort((a, b) => Math.max(a.yes, left.length - a.yes) - Math.max(b.yes, left.length - b.yes));
  return { left, next: left.length > 1 ? open[0]?.q : undefined };
}

/** What may be shorted behind a branch fuse, from it outward. */
const shortable = (c: CircuitPlan): Doubt[] => [
  {
    id: 'near',
    name: `The wire behind ${c.fuseTag} rubs on metal${c.switchTag ? `, before ${c.switchTag}` : ''}`,
    mend: 'Follow it by eye and finger; sleeve it, and move it off the edge.'
  },
  ...(c.switchTag
    ? [
        {
          id: 'switch',
          name: `${c.switchTag} is wired to its lamp tab, or shorted inside`,
          mend: 'Compare its tabs with the label; measure it with the leads off.'
        },
        {
          id: 'far',
          name: `The wire between ${c.switchTag} and ${c.portTag}`,
          mend: 'Follow it by eye and finger; sleeve it.'
        }
      ]
    : []),
  {
    id: 'port',
    name: `${c.portTag} itself: strands across its tabs, a coin or water in it`,
    mend: 'Look into it, dry it, trim the strands, replace it.'
  },
  {
    id: 'lead',
    name: 'The lead of the device or its plug',
    mend: 'Bend it along its length while measuring; cut it back or replace it.'
  },
  { id: 'device', name: `The device on it (${c.feeds})`, mend: 'Try another one; have it looked at.' },
  {
    id: 'small',
    name: `${c.fuseTag} is too small for what starts there`,
    mend: `It feeds ${c.loadA.toFixed(2)} A; see the fuse window of the circuit for what it may be.`
  }
];

/** Where the chain is cut to see whether the fuse still blows. */
const cuts = (c: CircuitPlan, upTo: (last: string) => Set<string>): Question[] => [
  ...(c.switchTag
    ? [
        { id: 'off', ask: `A new fuse in, ${c.switchTag} left off: does it blow?`, yes: upTo('near') },
        {
          id: 'behind',
          ask: `${c.switchTag} on, the lead behind it taken off its tab, a new fuse in: does it blow?`,
          yes: upTo('switch')
        }
      ]
    : []),
  {
    id: 'tab',
    ask: `The + lead taken off ${c.portTag} and kept clear of metal, a new fuse in: does it blow?`,
    yes: upTo(c.switchTag ? 'far' : 'near')
  },
  { id: 'unplugged', ask: `Nothing plugged into ${c.portTag}, a new fuse in: does it blow?`, yes: upTo('port') },
  { id: 'lead-only', ask: 'The lead plugged in without its device: does it blow?', yes: upTo('lead') },
  {
    id: 'later',
    ask: 'Does it hold for a while and blow only as the device starts or after minutes?',
    yes: new Set(['small'])
  }
];

/** A branch fuse blows as soon as its circuit is on: from the fuse outward, what may be shorted, and where to cut the chain. */
export function fuseBlows(wiring: WiringPlan, circuitId: string): Inquiry | undefined {
  const c = wiring.circuits.find((x) => x.circuit.id === circuitId);
  if (!c) return undefined;
  const chain = shortable(c);
  const ids = chain.map((d) => d.id);
  /** Blows still, when the chain is cut behind a link. */
  const upTo = (last: string) => new Set(ids.slice(0, ids.indexOf(last) + 1).filter((id) => id !== 'small'));
  return {
    doubts: chain,
    questions: cuts(c, upTo)
  };
}

/** Shares of its load that the meter must see for a port to count as measured. */
const SEEN = 0.5;

/**
 * The count of the shunt meter drifts away from the battery. Each port switched on alone tells whether its return goes
 * through the shunt: what the meter would show is solved, not assumed.
 */
export function countDrifts(circuit: TrialCircuit, source: Source): Inquiry {
  const { wiring } = circuit;
  const ports = wiring.circuits.filter((c) => c.circuit.purpose === 'load' && c.loadA > 0);
  const tags = ports.map((c) => c.portTag);
  const doubts: Doubt[] = [
    ...ports.map((c) => ({
      id: `past ${c.portTag}`,
      name: `The return of ${c.portTag} goes past the shunt`,
      mend: 'Move it from the battery’s − to the bus on the load side of the shunt.'
    })),
    {
      id: 'zero',
      name: 'The meter does not read zero with nothing on',
      mend: 'Set its zero with the master off and everything unplugged.'
    },
    {
      id: 'capacity',
      name: 'The capacity set in the meter is not the battery’s',
      mend: 'Set what the battery really has: charge it full, run it down once, take that.'
    }
  ];
  const questions: Question[] = [
    { id: 'zero', ask: 'Everything off and unplugged: does the meter show more than 0.02 A?', yes: new Set(['zero']) }
  ];
  ports.forEach((c, i) => {
    const others = new Set(tags.filter((t) => t !== c.portTag));
    const missed = doubts.filter((d) => {
      const back = wiring.netlist.conductors.find((w) => `past ${w.from.part}` === d.id && w.to.part === 'bus');
      if (!back) return false;
      const read = circuit.read(
        source,
        { kind: 'shunt-bypassed', conductorId: back.id },
        { ...ALL_ON, unplugged: others }
      );
      return (read.partA.get('shunt') ?? 0) < SEEN * c.loadA;
    });
    questions.push({
      id: `only ${i}`,
      ask: `Only ${c.portTag} on (${c.feeds}, about ${c.loadA.toFixed(2)} A): does the meter show much less?`,
      yes: new Set(missed.map((d) => d.id))
    });
  });
  // halves of the ports at once, so that many ports need few tries
  for (let size = Math.ceil(ports.length / 2); size > 1; size = Math.ceil(size / 2))
    for (let from = 0; from < ports.length; from += size) {
      const some = ports.slice(from, from + size);
      if (some.length < 2 || some.length === ports.length) continue;
      questions.push({
        id: `some ${size} ${from}`,
        ask: `Only ${some.map((c) => c.portTag).join(', ')} on (about ${some.reduce((s, c) => s + c.loadA, 0).toFixed(2)} A together): does the meter show clearly less?`,
        yes: new Set(some.map((c) => `past ${c.portTag}`))
      });
    }
  return { doubts, questions };
}
