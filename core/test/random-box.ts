import { addFeedEdits } from '../src/box/feed-edits.ts';
import { AHEAD, AT_POST, behindFeed, BEHIND_MAIN } from './tree-edits.ts';
import fc from 'fast-check';
import { AUTO, NONE, setTo, UNKNOWN } from '../src/box/attr.ts';
import { deviceFrom, resizeOuting, withoutUnusedParts } from '../src/box/commands.ts';
import { applyEdits, type Edit } from '../src/box/edits.ts';
import { emptyBox } from '../src/box/empty.ts';
import { removalOf, type Removable } from '../src/box/removal.ts';
import type { Box, Turn } from '../src/box/schema.ts';
import { caseFit } from '../src/case/fit.ts';
import { FACES } from '../src/catalogue/faces.ts';
import type { PartKind, PartOf } from '../src/catalogue/part.ts';
import { STARTER_CATALOGUE } from '../src/catalogue/starter.ts';
import { addPort } from '../src/panel/add-port.ts';
import { DEMO_BOXES } from './boxes.ts';

/** One random edit as four numbers, so that a failing row of edits can be shortened. */
export type Step = [kind: number, a: number, b: number, c: number];

const set = (path: string, value: unknown): Edit => ({ op: 'set', path, value });
const partsOf = <K extends PartKind>(kind: K): PartOf<K>[] =>
  STARTER_CATALOGUE.filter((p): p is PartOf<K> => p.kind === kind);
const pick = <T>(list: readonly T[], n: number): T | undefined => list[n % Math.max(1, list.length)];
const use = (part: { id: string }, path: string): Edit[] => [set(`parts/${part.id}`, part), set(path, part.id)];
const share = (n: number): number => (n % 101) / 100;
const TURNS: Turn[] = ['lwh', 'wlh', 'lhw', 'hlw', 'whl', 'hwl'];

const SWITCH_PLACES = [AUTO, AUTO, AUTO, setTo('ahead-of-fuse'), UNKNOWN] as const;

type Make = (box: Box, a: number, b: number, c: number) => Edit[];

/** Everything a person changes on the screens, with values from the likely to the odd. */
const EDITS: Make[] = [
  (box, a, b, c) => {
    const { feedId, edits } = addFeedEdits(box, {
      from: pick([AUTO, BEHIND_MAIN, AHEAD, AT_POST, behindFeed(pick(box.feeds, c)?.id ?? 'main')], b)!,
      fuse: pick([AUTO, NONE, UNKNOWN, setTo(5 + (a % 30))], c)!,
      ends: pick(['stud', 'splice', 'fuse-block', 'terminal', 'push-in'] as const, a)!,
      secondBox: b % 3 === 0,
      wireCount: 1 + (c % 2),
      switches: b % 4 === 0 && box.ports[0] ? setTo([box.ports[0].id]) : NONE
    });
    const circuit = pick(box.circuits, a);
    return circuit ? [...edits, set(`circuits/${circuit.id}/from`, behindFeed(feedId))] : edits;
  },
  (box, a) => [{ op: 'add', path: 'devices', value: deviceFrom(box, pick(partsOf('device'), a)!) }],
  (box, a, b) => {
    const device = pick(box.devices, a);
    return device ? [set(`devices/${device.id}/portId`, pick(box.ports, b)?.id ?? null)] : [];
  },
  (_, a) => use(pick(partsOf('battery'), a)!, 'bank/partId'),
  (_, a, b, c) => [
    set('bank/count', 1 + (a % 4)),
    set('bank/arrangement', pick(['parallel', 'parallel', 'changeover'], b)),
    set('bank/stands', pick(['inside', 'inside', 'outside'], c))
  ],
  (_, a) => use(pick(partsOf('case'), a)!, 'casePartId'),
  (_, a, b) => [
    ...use(pick(partsOf('fuse-block'), a)!, 'feeds/main/blockPartId'),
    ...use(pick(partsOf('fuse-holder'), b)!, 'feeds/main/holderPartId')
  ],
  (_, a) => use(pick(partsOf('shunt'), a)!, 'wiring/shuntPartId'),
  (box, a, b, c) => {
    const fit = caseFit(box);
    if (!fit || box.ports.length > 12) return [];
    return addPort(box, fit, pick(partsOf('panel'), a)!, pick(FACES, b)!, { name: `Port ${c % 7}` }).edits;
  },
  (box, a, b, c) => {
    const port = pick(box.ports, a);
    return port ? [set(`ports/${port.id}/xMm`, b % 260), set(`ports/${port.id}/yMm`, c % 180)] : [];
  },
  (box, a, b, c) => {
    const all: Removable[] = [
      ...box.devices.map((d): Removable => ({ kind: 'device', id: d.id })),
      ...box.ports.map((p): Removable => ({ kind: 'port', id: p.id })),
      ...box.circuits.map((k): Removable => ({ kind: 'circuit', id: k.id })),
      ...box.bodies.map((k): Removable => ({ kind: 'body', id: k.id }))
    ];
    const thing = pick(all, a + b + c);
    return thing ? removalOf(box, [thing]) : [];
  },
  (box, a, b) => resizeOuting(box, { startH: a % 24, durationH: 1 + (b % 60) }),
  (_, a, b) => [
    set('outing/airC', (a % 60) - 25),
    set('outing/seal', pick(['dry-store', 'splash', 'rain', 'dunk'], b))
  ],
  (_, a) => [set('paddingMm', a % 15)],
  (box, a, b) => {
    const part = pick(partsOf('body'), a)!;
    if (box.bodies.length > 4) return [];
    const id = `b${box.bodies.length + 1}-${b % 1000}`;
    if (box.bodies.some((k) => k.id === id)) return [];
    return [
      set(`parts/${part.id}`, part),
      { op: 'add', path: 'bodies', value: { id, name: part.name, partId: part.id, held: b % 2 ? 'fixed' : 'stowed' } }
    ];
  },
  (box, a, b, c) => {
    const id = pick(['battery-1', 'fuse-block', 'shunt', ...box.bodies.map((k) => k.id)], a)!;
    return c % 3 === 0
      ? [set('placements', {})]
      : [set(`placements/${id}`, { xMm: b % 150, yMm: c % 80, zMm: 3, turn: pick(TURNS, a + b) })];
  },
  (box, a, b, c) => {
    const circuit = pick(box.circuits, a);
    if (!circuit) return [];
    const fuse = pick([AUTO, NONE, UNKNOWN, setTo(1 + (c % 30))], b);
    const wire = pick([AUTO, UNKNOWN, setTo({ system: 'awg', size: pick(['22', '18', '14', '10'], c) })], b + c);
    return [
      set(`circuits/${circuit.id}/fuse`, fuse),
      set(`circuits/${circuit.id}/wire`, wire),
      set(`circuits/${circuit.id}/from`, pick([AUTO, BEHIND_MAIN, AHEAD, AT_POST], c)),
      set(`circuits/${circuit.id}/switchPlace`, pick(SWITCH_PLACES, a + b))
    ];
  },
  (_, a, b, c) => [
    set('feeds/main/ends', pick(['fuse-block', 'fuse-block', 'chain', 'stud', 'terminal'], a)),
    set('feeds/main/fuse', pick([AUTO, AUTO, NONE, UNKNOWN, setTo(5 + (c % 60))], b)),
    set('feeds/main/switchPlace', pick(SWITCH_PLACES, a + c)),
    set('wiring/returns', pick([AUTO, setTo('stud'), setTo('chain'), setTo('splice'), UNKNOWN], c))
  ],
  (_, a, b) => [set('bank/ageYears', a % 12), set('bank/startFraction', share(b))],
  (_, a, b) => [
    set('charging/path', pick([AUTO, NONE, UNKNOWN, setTo('inlet'), setTo('through-port'), setTo('lid-open')], a)),
    set('charging/chargerA', pick([AUTO, setTo(1 + (b % 20)), UNKNOWN], b))
  ],
  (_, a, b) => [
    set('preferences/lengthUnit', pick(['mm', 'in'], a)),
    set('preferences/wireSystem', pick(['awg', 'mm2'], b))
  ],
  (box, a, b) => {
    const device = pick(box.devices, a);
    return device
      ? [set(`devices/${device.id}/modes/${device.modes[0]!.id}/draw`, { kind: 'power', powerW: 0.5 + (b % 120) })]
      : [];
  },
  (_, a, b) => [
    set(
      'charging/solar',
      a % 3 === 0
        ? null
        : {
            panelW: 10 + (b % 90),
            maxPowerV: 18,
            openV: 22,
            tiltDeg: 30,
            unshadedFraction: 1,
            learnt: null,
            skyFraction: AUTO,
            controller: pick(['pwm', 'mppt', 'none', 'unknown'], b),
            controllerMaxV: 30,
            controllerMaxA: 10,
            duringOuting: a % 2 === 0,
            fit: pick(['plugged', 'inside'], a),
            panelPortId: AUTO,
            from: AUTO,
            switchPortId: NONE,
            loadTerminal: null,
            fuse: AUTO
          }
    )
  ]
];

/** The box after one step; a step that makes no sense there leaves it as it is. */
export function stepped(box: Box, [kind, a, b, c]: Step): Box {
  const edits = EDITS[kind % EDITS.length]!(box, a, b, c);
  return edits.length === 0 ? box : withoutUnusedParts(applyEdits(box, edits));
}

const step: fc.Arbitrary<Step> = fc.tuple(fc.nat(EDITS.length - 1), fc.nat(997), fc.nat(997), fc.nat(997));
const start: fc.Arbitrary<Box> = fc.oneof(
  { weight: 3, arbitrary: fc.constantFrom(...DEMO_BOXES.map(([, box]) => box)) },
  { weight: 1, arbitrary: fc.constant(emptyBox('Shed')) }
);

/** A demo or an empty box and a row of edits to it. */
export const editedBox = (mostSteps: number): fc.Arbitrary<{ box: Box; steps: Step[] }> =>
  fc.record({ box: start, steps: fc.array(step, { minLength: 1, maxLength: mostSteps }) });

/** The same as one box. */
export const randomBox = (mostSteps: number): fc.Arbitrary<Box> =>
  editedBox(mostSteps).map(({ box, steps }) => steps.reduce(stepped, box));
