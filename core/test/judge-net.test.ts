import { describe, expect, test } from 'vitest';
import { setTo } from '../src/box/attr.ts';
import { applyEdits, type Edit } from '../src/box/edits.ts';
import { boxSchema, type Box } from '../src/box/schema.ts';
import type { Part } from '../src/catalogue/part.ts';
import { STARTER_CATALOGUE } from '../src/catalogue/starter.ts';
import type { Plan } from '../src/evaluate.ts';
import type { Happening } from '../src/judge/table.ts';
import { DEMO_BOXES } from './boxes.ts';
import { evaluate } from './evaluated.ts';

/**
 * The net under the table of what happens: every kind of element, with every figure of the table that can go wrong on
 * it, once as it is (quiet) and once driven beyond what it stands (a stop, or a caution where the reference says so).
 */
const set = (path: string, value: unknown): Edit => ({ op: 'set', path, value });
const planOf = (box: Box): Plan => evaluate(box, STARTER_CATALOGUE);
const partOf = (box: Box, id: string): Part => box.parts[id] ?? STARTER_CATALOGUE.find((p) => p.id === id)!;
const THIN = setTo({ system: 'awg' as const, size: '22' });
const PLANS = DEMO_BOXES.map(([name, box]) => ({ name, box, plan: planOf(box) }));
/** What is bad in one plan and not in the other, from a severity up. */
const worse = (before: Plan, after: Plan, atLeast: 'stop' | 'caution'): string[] => {
  const had = new Set(before.findings.map((f) => `${f.key} ${f.severity}`));
  return after.findings
    .filter((f) => !f.open && (f.severity === 'stop' || f.severity === atLeast))
    .filter((f) => !had.has(`${f.key} ${f.severity}`))
    .map((f) => f.key);
};

/** Every field of the document that names a part, with the part. */
function partFields(box: Box): { path: string; partId: string }[] {
  const out: { path: string; partId: string }[] = [];
  const walk = (at: unknown, path: string): void => {
    if (Array.isArray(at)) return at.forEach((v: { id?: string }, i) => walk(v, `${path}/${v?.id ?? i}`));
    if (!at || typeof at !== 'object') return;
    for (const [key, v] of Object.entries(at)) {
      if (/[pP]artId$/.test(key) && typeof v === 'string')
        out.push({ path: `${path}/${key}`.slice(1), partId: v as string });
      else walk(v, `${path}/${key}`);
    }
  };
  walk({ ...box, parts: null }, '');
  return out;
}
const weakened = (box: Box, path: string, partId: string, over: object): Box => {
  const part = { ...partOf(box, partId), id: `${partId}-weak`, ...over } as Part;
  return applyEdits(box, [set(`parts/${part.id}`, part), set(path, part.id)]);
};
const pathOf = (box: Box, circuitId: string): string =>
  `${box.feeds.some((f) => f.id === circuitId) ? 'feeds' : 'circuits'}/${circuitId}`;

/** Circuits and feeds that start at a joint. */
const hangingOn = (box: Box, feedId: string | null): string[] =>
  [...box.circuits, ...box.feeds]
    .filter(({ from }) => from.is === 'set' && from.value.at === 'feed' && from.value.id === feedId)
    .map(({ id }) => id);

/** Which elements a case is about, and what drives one of them beyond its limit; undefined: does not apply there. */
type Case = {
  figure: string;
  of: (h: Happening, box: Box, plan: Plan) => boolean;
  drive: (h: Happening, box: Box, plan: Plan) => Box | undefined;
  least?: 'caution';
  /** Key of the finding that has to come. */
  says?: (h: Happening, box: Box) => RegExp;
  /** Kinds of element it must have been tried on. */
  kinds: string[];
};

/** Field of the document that holds the rating of a fuse of the drawn circuit. */
function fuseField(h: Happening, box: Box): string | undefined {
  const ref = h.part!.ref;
  if (h.id === 'F0') return 'feeds/main/fuse';
  if (/^FP\d/.test(h.id)) return 'bank/packFuse';
  if (h.id === 'FS') return 'charging/solar/fuse';
  if (ref.kind === 'relay') return `relays/${ref.id}/coilFuse`;
  if (ref.kind !== 'circuit' || /[+−-]$/.test(h.id)) return undefined;
  return `${pathOf(box, ref.id)}/fuse`;
}
/** Field that sets the wire of a conductor of its own; leads without one follow the main wire. */
function wireField(h: Happening, box: Box): string | undefined {
  if (h.circuitId === null) return h.id.startsWith('main/') ? 'feeds/main/wire' : undefined;
  if (![...box.circuits, ...box.feeds].some((c) => c.id === h.circuitId) || !/\/(feed|return)$/.test(h.id))
    return undefined;
  if (h.kind === 'wire') return `${pathOf(box, h.circuitId)}/wire`;
  return `${pathOf(box, h.circuitId)}/returnWire`;
}
/** Field that names the part an element is. */
function partField(h: Happening, box: Box): { path: string; partId: string } | undefined {
  const ref = h.part!.ref;
  const path =
    ref.kind === 'port'
      ? `ports/${ref.id}/partId`
      : h.kind === 'shunt'
        ? 'wiring/shuntPartId'
        : h.kind === 'fuse-block' && h.id === 'block'
          ? 'feeds/main/blockPartId'
          : h.kind === 'fuse-block' && ref.kind === 'circuit'
            ? `feeds/${ref.id}/blockPartId`
            : undefined;
  return partFields(box).find((f) => f.path === path);
}

const CASES: Case[] = [
  {
    figure: 'steady current beyond the rating',
    of: (h) =>
      h.part !== undefined && h.steadyA > 0.06 && ['port', 'switch', 'shunt', 'fuse-block', 'inlet'].includes(h.kind),
    drive: (h, box) => {
      const at = partField(h, box);
      const key = h.kind === 'fuse-block' ? 'totalA' : 'ratingA';
      return at && weakened(box, at.path, at.partId, { [key]: h.steadyA * 0.9 });
    },
    kinds: ['port', 'switch', 'shunt', 'fuse-block', 'inlet']
  },
  {
    figure: 'fuse too small for what runs through it',
    of: (h) => h.kind === 'fuse' && h.steadyA > 0.3,
    drive: (h, box) => {
      const field = fuseField(h, box);
      return field === undefined ? undefined : applyEdits(box, [set(field, setTo(h.steadyA * 0.8))]);
    },
    kinds: ['fuse']
  },
  {
    figure: 'guard larger than what the element bears',
    of: (h) => h.kind === 'fuse' && h.id !== 'FS' && !/^FK/.test(h.id),
    drive: (h, box) => {
      const field = fuseField(h, box);
      // a smaller one ahead would open first: they are raised with it
      const ahead = box.feeds.filter((f) => f.fuse.is !== 'none').map((f) => set(`feeds/${f.id}/fuse`, setTo(200)));
      return field === undefined ? undefined : applyEdits(box, [...ahead, set(field, setTo(200))]);
    },
    // of a joint's fuse it may be said where the first thing behind it is too weak
    says: (h, box) => new RegExp(`:(${[h.circuitId ?? '.', ...hangingOn(box, h.circuitId)].join('|')})`),
    kinds: ['fuse']
  },
  {
    figure: 'wire thinner than its guard',
    of: (h, _, plan) =>
      (h.kind === 'wire' || h.kind === 'return') &&
      // behind 5 A and less the thinnest wire is thick enough; what an unread fuse guards is asked for
      (h.guard === undefined || (h.guard.ratingA ?? 0) > 5) &&
      plan.wiring.circuits.length > 0,
    drive: (h, box) => {
      const field = wireField(h, box);
      return field === undefined ? undefined : applyEdits(box, [set(field, THIN)]);
    },
    kinds: ['wire', 'return']
  },
  {
    figure: 'breaking capacity below the short at that place',
    of: (h) => h.kind === 'fuse' && h.part!.ratingA !== null,
    drive: (_, box) =>
      applyEdits(
        box,
        STARTER_CATALOGUE.filter((p) => p.kind === 'fuse').map((p) => set(`parts/${p.id}`, { ...p, interruptingA: 20 }))
      ),
    says: (h) => new RegExp(`interrupting-low.*(${h.id.replace(/\W/g, '.')}|${h.circuitId ?? 'main'}|bank|box)`),
    kinds: ['fuse']
  }
];

/** Figures that a plan has once, or that one edit drives for many elements: what is changed, and where it has to be said. */
type BoxCase = { figure: string; edits: (box: Box, plan: Plan) => Edit[][]; says: RegExp };
/** What stands at the bank’s voltage: plugged in without a converter between. */
const direct = (box: Box) =>
  box.devices.filter((d) => {
    const port = box.ports.find((p) => p.id === d.portId);
    const part = port && partOf(box, port.partId);
    return part?.kind === 'panel' && part.converterRatedW === null;
  });
const deviceModes = (box: Box, powerW: number): Edit[][] =>
  box.devices
    .filter((d) => d.portId !== null)
    .map((d) => [
      set(`devices/${d.id}/modes`, [{ id: 'm', name: 'on', dutyFraction: 1, draw: { kind: 'power', powerW } }])
    ]);
const battery = (box: Box, over: object): Edit[] => {
  const part = { ...partOf(box, box.bank.partId!), id: 'battery-net', ...over } as Part;
  return [set('parts/battery-net', part), set('bank/partId', 'battery-net')];
};

const BOX_CASES: BoxCase[] = [
  {
    figure: 'steady current of any one device beyond its circuit',
    edits: (box) => deviceModes(box, 2000),
    says: /overload|rating|fuse|conductor/
  },
  {
    figure: 'current while charging, by every way in',
    edits: (box) => [
      [set('charging/chargerA', setTo(90)), set('charging/path', setTo('inlet'))],
      ...box.ports.map((p) => [
        set('charging/chargerA', setTo(90)),
        set('charging/path', setTo('through-port')),
        set('charging/throughPortId', setTo(p.id))
      ])
    ],
    says: /charg|overload/
  },
  {
    figure: 'highest voltage while charging',
    edits: (box) => direct(box).map((d) => [set(`devices/${d.id}/maxV`, 12.1), set('charging/chargerV', setTo(15.5))]),
    says: /overvoltage/
  },
  {
    figure: 'lowest voltage',
    edits: (box) => direct(box).map((d) => [set(`devices/${d.id}/minV`, 13.9)]),
    says: /undervoltage|never-runs/
  },
  {
    figure: 'highest temperature',
    edits: () => [[set('outing/airC', 58), set('outing/inSun', true)]],
    says: /hot|overload|exceeds|limit|heat/
  },
  {
    figure: 'lowest temperature while it charges',
    edits: (box) => [
      [set('charging/coldestC', setTo(-15)), ...battery(box, { chemistry: 'lfp' }), set('bank/blocksCold', 'no')]
    ],
    says: /cold-charge/
  },
  {
    figure: 'what the pack gives',
    edits: (box) => [battery(box, { maxContinuousA: 0.2, hasProtection: true })],
    says: /bms-current|element-overload|c-rate/
  },
  {
    figure: 'what the battery terminal bears',
    // what an unread main fuse lets through is asked for, not judged
    edits: (box, plan) => [
      [
        ...battery(box, plan.wiring.main.fuseA === undefined ? { capacityAh: 0.1 } : { terminal: 'tab-4.8' }),
        ...(box.bank.count > 1 ? [set('bank/packFuse', setTo(30))] : [])
      ]
    ],
    says: /terminal|c-rate|runtime/
  }
];

describe('every kind of element, every figure of the table', () => {
  test.each(CASES.map((c) => [c.figure, c] as const))('%s', (_, one) => {
    const silent: string[] = [];
    const tried = new Map<string, number>();
    for (const { name, box, plan } of PLANS)
      for (const h of plan.judge.all) {
        if (!one.of(h, box, plan)) continue;
        const driven = one.drive(h, box, plan);
        if (!driven) continue;
        const read = boxSchema.safeParse(driven);
        expect(read.success ? [] : read.error.issues.slice(0, 1), `${name} ${h.id}`).toEqual([]);
        tried.set(h.kind, (tried.get(h.kind) ?? 0) + 1);
        const after = planOf(driven);
        const said = plan.findings.some((f) => f.severity === 'stop' && f.where.id === h.circuitId);
        const says = one.says?.(h, box) ?? /./;
        if (!said && !worse(plan, after, one.least ?? 'stop').some((key) => says.test(key)))
          silent.push(`${name}: ${h.id}`);
      }
    expect(silent).toEqual([]);
    expect([...tried.keys()].sort()).toEqual([...one.kinds].sort());
  });

  test.each(BOX_CASES.map((c) => [c.figure, c] as const))('%s', (_, one) => {
    const silent: string[] = [];
    let tried = 0;
    for (const { name, box, plan } of PLANS)
      for (const edits of one.edits(box, plan)) {
        const driven = applyEdits(box, edits);
        const read = boxSchema.safeParse(driven);
        expect(read.success ? [] : read.error.issues.slice(0, 1), name).toEqual([]);
        tried++;
        // what is said of the box as found cannot come new
        const said = plan.findings.some((f) => one.says.test(f.id));
        if (!said && !worse(plan, planOf(driven), 'caution').some((key) => one.says.test(key)))
          silent.push(`${name}: ${edits[0]!.path}`);
      }
    expect(silent).toEqual([]);
    expect(tried).toBeGreaterThanOrEqual(PLANS.length);
  });
});
