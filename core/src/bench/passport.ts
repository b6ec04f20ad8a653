import { unlikeBuilt } from './as-built.ts';
import { CHEMISTRY } from '../battery/chemistry.ts';
import type { Box } from '../box/schema.ts';
import type { BitSet } from '../drill/bits.ts';
import type { Plan } from '../evaluate.ts';
import { KIND_NAMES } from '../logbook/kinds.ts';
import type { LogRecord } from '../logbook/record.ts';
import { recordWords } from '../logbook/words.ts';
import { UNITS } from '../quantity/units.ts';
import { SEAL_WORDS } from '../sealing/sealing.ts';
import { judgedReadings, openPoints } from './judge-reading.ts';
import type { Marks } from './marks.ts';
import { fuseWords } from '../wiring/fuse-words.ts';

export type PaperSources = {
  box: Box;
  boxId: string;
  plan: Plan;
  marks: Marks;
  bits: readonly BitSet[];
  records: readonly LogRecord[];
  /** Today, as a day of the calendar. */
  day: string;
};

/** The day of a moment, as the calendar of universal time has it. */
export const dayOf = (ms: number): string => new Date(ms).toISOString().slice(0, 10);

/** What a box must not do, whoever has it. */
const NEVER = [
  'No engine starting, no outboard or other drive, no mains wiring.',
  'Not as the only supply of navigation lights, bilge pumps, rescue or medical equipment.',
  'No larger fuse than the map says; no fuse bridged.',
  'Nothing taken straight off the battery posts.'
];

/** What stands in the passport, as data for whoever reads it by program. */
export type Passport = {
  format: 'haversack-passport';
  version: 1;
  serial: string;
  name: string;
  issuedDay: string;
  battery: { name: string; chemistry: string; capacityAh: number; count: number } | null;
  mainFuseA: number | null;
  outlets: { tag: string; name: string; fuse: string; ratingA: number | null; feeds: string }[];
  massKg: number;
  seal: string;
  notKnown: string[];
  stops: string[];
  tests: {
    id: string;
    what: string;
    value: number | boolean;
    unit: string;
    passes: boolean;
    day: string;
    by: string;
  }[];
  openTests: string[];
  history: { day: string; what: string }[];
  never: string[];
};

/** A serial number that stays: of the box's own name in the store, short enough for a label. */
export const serialOf = (boxId: string): string => `H-${boxId.replace(/-/g, '').slice(0, 8).toUpperCase()}`;

export function passportOf(x: PaperSources): Passport {
  const { box, plan, marks } = x;
  const made = judgedReadings(plan.bench.tests, marks);
  const tests = plan.bench.tests.flatMap((r): Passport['tests'] => {
    const found = made.get(r.id);
    if (!found) return [];
    const { reading, judged } = found;
    return [
      {
        id: r.id,
        what: r.what,
        value: reading.value,
        unit: r.kind ? UNITS[r.kind].unit : '',
        passes: judged.passes,
        day: dayOf(reading.atMs),
        by: reading.by
      }
    ];
  });
  const passed = new Map(tests.map((t) => [t.id, t.passes]));
  return {
    format: 'haversack-passport',
    version: 1,
    serial: serialOf(x.boxId),
    name: box.name,
    issuedDay: x.day,
    battery: plan.bank
      ? {
          name: plan.bank.part.name,
          chemistry: CHEMISTRY[plan.bank.chemistry].name,
          capacityAh: plan.bank.part.capacityAh,
          count: plan.bank.count
        }
      : null,
    mainFuseA: plan.wiring.main.fuseA ?? null,
    outlets: plan.wiring.circuits.map((c) => ({
      tag: c.portTag,
      name: c.circuit.name,
      fuse: fuseWords(c),
      ratingA: c.portPart?.ratingA ?? null,
      feeds: c.feeds
    })),
    massKg: Number(plan.carry.massKg.toFixed(2)),
    seal: plan.sealing ? SEAL_WORDS[plan.sealing.inUse] : 'not known',
    notKnown: plan.findings.filter((f) => f.open && f.acceptedBecause === null).map((f) => f.title),
    stops: plan.findings
      .filter((f) => f.severity === 'stop' && !f.open && f.acceptedBecause === null)
      .map((f) => `${f.where.label}: ${f.title}`),
    tests,
    openTests: [
      ...unlikeBuilt(box, plan, marks).map((u) => `Drawn unlike built: ${u.name}, built ${u.built}, drawn ${u.drawn}`),
      ...openPoints(plan.bench.tests, passed).map((p) => `${p.why === 'failed' ? 'Failed' : 'Not made'}: ${p.row.what}`)
    ],
    history: x.records.map((r) => ({
      day: r.day,
      what: `${KIND_NAMES[r.kind]}: ${recordWords(r, x.box.preferences)}`
    })),
    never: NEVER
  };
}
