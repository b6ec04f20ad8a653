import { ofKind } from '../catalogue/of-kind.ts';
import { byPrice } from '../catalogue/by-price.ts';
import { move, weightOf, type Bench, type Move } from './move.ts';
import { barMoves } from './bar-moves.ts';
import { batteryMoves } from './battery-moves.ts';
import { offTheLoadTerminal } from './load-terminal-moves.ts';
import { sourceMoves } from './source-moves.ts';
import { controllerMoves, panelPortMoves } from './sun-moves.ts';
import { inSentence } from '../quantity/capital.ts';
import { saidIn } from '../quantity/said.ts';
import { AUTO, setTo } from '../box/attr.ts';
import { applyEdits, type Edit } from '../box/edits.ts';
import { shareSwitch, usersOf, withoutLever } from '../box/feed-edits.ts';
import { mainFeed, switchesOf } from '../box/feeds.ts';
import { panelPartOf } from '../box/lookup.ts';
import type { Box } from '../box/schema.ts';
import { wallMmOf } from '../case/faces.ts';
import { chargedStraight } from '../charge/straight.ts';
import { weakerCharge } from '../charge/weaker.ts';
import { chooseBattery } from '../compare/candidate.ts';
import { fuseFieldOf } from '../findings/elements.ts';
import { branches, branchPath, mainPath, set, usePart, type Finding } from '../findings/rule.ts';
import { swapPart } from '../panel/place-port.ts';
import { soldForInletA } from '../wiring/charger.ts';
import { BEARS, countsA, LOAD_SHARE } from '../wiring/fuse.ts';
import type { CircuitPlan } from '../wiring/types.ts';
import { fuseOf } from '../wiring/main-path.ts';

/** A smaller fuse of the same family first; then another size of wire with it; then another family in another holder. */
function fuseMoves(b: Bench, tag: string): Move[] {
  const { box, plan } = b;
  const x = { box, wiring: plan.wiring };
  const path = fuseFieldOf(x, tag);
  if (path === undefined) return [];
  const own = branches(x).find((c) => c.fuseTag === tag);
  const out = [
    ...smallerFuses(b, tag),
    move(`${tag}: let Haversack choose the fuse`, bearsText(b, tag), [set(path, AUTO)])
  ];
  const wirePath = /^F(0|P\d+)$/.test(tag) ? mainPath(x, 'wire') : own ? path.replace(/fuse$/, 'wire') : undefined;
  if (wirePath)
    out.push(
      move(`${tag}: let Haversack choose fuse and wire`, 'the fuse by the load, the wire by the fuse', [
        set(path, AUTO),
        ...wireToSuit(box, wirePath)
      ])
    );
  return [...out, everyFuse(b), ...holderMoves(b, tag)];
}

const steadyAt = ({ plan }: Bench, tag: string): number => plan.judge.of(tag)?.steadyA ?? 0;
const bearsText = (b: Bench, tag: string): string => `carries ${steadyAt(b, tag).toFixed(1)} A`;

/** Fuses of the same family that are smaller and bear the load. */
function smallerFuses(b: Bench, tag: string): Move[] {
  const { box, plan } = b;
  const x = { box, wiring: plan.wiring };
  const path = fuseFieldOf(x, tag);
  if (path === undefined) return [];
  const part = plan.wiring.netlist.parts.find((p) => p.id === tag);
  const loadA = steadyAt(b, tag);
  const own = branches(x).find((c) => c.fuseTag === tag);
  // as the fuse itself counts it: of what comes and goes not the whole peak
  const leastA = tag === 'F0' ? countsA(plan.wiring.main) : own ? countsA(own) : loadA;
  const ratings = fuseOf(box, b.catalogue, part?.family ?? 'blade')?.ratingsA ?? [];
  const smaller = ratings
    .filter((r) => r < (part?.ratingA ?? Infinity) && r * LOAD_SHARE >= leastA - 1e-9)
    .toSorted((p, q) => q - p);
  // the largest that is smaller, the middle one and the smallest that bears the load: the rest lies between; of one that
  // nobody read nothing is known to be smaller
  const some = part?.ratingA == null ? [smaller.at(-1)] : [smaller[0], smaller[smaller.length >> 1], smaller.at(-1)];
  const tried = [...new Set(some)].filter((r) => r !== undefined);
  const kind = part?.family === 'breaker' ? 'breaker' : 'fuse';
  return tried.map((r) => move(`${tag}: a ${r} A ${kind}`, bearsText(b, tag), [set(path, setTo(r))]));
}

/** The wire of a feed or circuit left to Haversack: one in place of several side by side, of which each would have to hold alone. */
function wireToSuit({ feeds, circuits }: Box, path: string): Edit[] {
  const [, id] = path.split('/');
  const several = [...feeds, ...circuits].some((k) => k.id === id && k.wireCount > 1);
  return [set(path, AUTO), ...(several ? [set(path.replace(/wire$/, 'wireCount'), 1)] : [])];
}

/** Fuses and wires of the whole box, left to Haversack. @param which as they stand now: those that somebody set, or that are known to be missing, too */
const leftToUs = (box: Box, which: readonly string[]): Edit[] =>
  [...box.feeds.map((f) => ['feeds', f] as const), ...box.circuits.map((c) => ['circuits', c] as const)]
    .flatMap(([list, c]) =>
      (['fuse', 'fuseLead', 'wire'] as const).map((key) => ({ path: `${list}/${c.id}/${key}`, is: c[key].is }))
    )
    .filter(({ is }) => which.includes(is))
    .map(({ path }) => set(path, AUTO));

const EVERY_FUSE = 'Let Haversack choose every fuse and wire';

/** Every fuse and wire somebody set, left to Haversack: for boxes where one of them hangs on all the others. */
const everyFuse = ({ box }: Bench): Move =>
  move(EVERY_FUSE, 'each by its load, its wire and its port', leftToUs(box, ['set', 'unknown']));

/** Findings about a path that nothing protects. */
const NO_FUSE: ReadonlySet<string> = new Set(['no-main-fuse', 'source-unfused']);

/** A box with no fuse at the battery, fused throughout: a holder there, and each circuit as Haversack would build it. */
function fusedThroughout(b: Bench): Move[] {
  if (b.plan.wiring.main.fuseA !== undefined) return [];
  const rest = leftToUs(b.box, ['set', 'unknown', 'none']);
  return holderMoves(b, 'F0').map((m) => ({
    ...m,
    label: `${m.label}, and: ${inSentence(EVERY_FUSE)}`,
    edits: [...rest, ...m.edits]
  }));
}

/** Another holder, with a fuse of its family, at the main feed or in a feed that has one. */
function holderMoves({ box, catalogue, plan }: Bench, tag: string): Move[] {
  const x = { box, catalogue, wiring: plan.wiring };
  const c = branches(x).find((k) => k.fuseTag === tag);
  const base = tag === 'F0' ? (`feeds/${mainFeed(box).id}` as const) : c?.feed ? branchPath(c) : undefined;
  if (base === undefined) return [];
  return ofKind(x.catalogue, 'fuse-holder').map((p) =>
    move(`${p.name} for ${tag}`, 'fuse and wire to suit', [
      ...usePart(p, `${base}/holderPartId`),
      set(`${base}/fuseFamily`, AUTO),
      set(`${base}/fuse`, AUTO),
      ...wireToSuit(box, `${base}/wire`),
      ...withoutLever(box, p.family, base)
    ])
  );
}

/** Fuse, wire, return and kind of fuse of one circuit or feed as Haversack would build it, one by one and all together. */
function branchMoves(b: Bench, id: string): Move[] {
  const { plan } = b;
  const c = branches(plan).find((k) => k.circuit.id === id);
  if (!c) return [];
  const path = branchPath(c);
  const held = (
    ['fuse', 'wire', 'fuseFamily', 'returnWire', 'fuseFromStartMm', 'fuseLead', 'switchLead', 'switchPlace'] as const
  ).filter((key) => c.circuit[key].is !== 'auto');
  const words = {
    fuse: 'the fuse',
    wire: 'the wire',
    fuseFamily: 'the kind of fuse',
    returnWire: 'the return',
    fuseFromStartMm: 'where the fuse sits',
    fuseLead: 'the lead its fuse sits in',
    switchLead: 'the lead its switch breaks',
    switchPlace: 'where its switch sits'
  };
  const nameOf = (key: (typeof held)[number]): string =>
    key === 'fuseFromStartMm'
      ? `${c.fuseTag} where its wire begins`
      : key === 'switchPlace'
        ? `${c.tag}: the fuse first, then the switch`
        : `${c.tag}: let Haversack choose ${words[key]}`;
  const singles = held.map((key) => move(nameOf(key), '', [set(`${path}/${key}`, AUTO)]));
  const all =
    held.length > 1
      ? [
          move(
            `${c.tag}: let Haversack choose ${held.map((k) => words[k]).join(', ')}`,
            '',
            held.map((key) => set(`${path}/${key}`, AUTO))
          )
        ]
      : [];
  // what stands straight on the post or is tapped may go behind the main fuse; a way to charge stays where it is
  const moved =
    c.circuit.from.is !== 'auto' && (c.feed || c.circuit.purpose === 'load')
      ? [
          move(`${c.tag} from behind the main fuse`, 'fused twice, off with the rest', [
            set(`${path}/from`, AUTO),
            set(`${path}/fuse`, AUTO),
            set(`${path}/wire`, AUTO)
          ])
        ]
      : [];
  return [...singles, ...all, ...kindMoves(b, c), ...moved];
}

/** What several circuits' common switch cannot bear: one feed with a fuse of its own through it. */
function sharedSwitchMoves({ box, plan }: Bench, id: string): Move[] {
  const c = branches(plan).find((k) => k.circuit.id === id && !k.feed);
  return (c?.switches ?? [])
    .filter((s) => usersOf(box, s.portId).length > 1)
    .map((s) =>
      move(`One fused feed through ${s.tag}`, 'what it switches hangs behind it', shareSwitch(box, id, s.portId))
    );
}

/** Straight off a post a small blade cannot break the short: a fuse of another kind for the circuit, at its battery end. */
function kindMoves(b: Bench, c: CircuitPlan): Move[] {
  if (c.feed || c.live !== 'direct') return [];
  const path = branchPath(c);
  return ofKind(b.catalogue, 'fuse')
    .filter((p) => p.family !== c.fuseFamily && (p.interruptingA ?? 0) * BEARS.breaking > shortAt(b, c))
    .map((p) =>
      move(`${p.name} for ${c.tag}`, `breaks ${p.interruptingA} A`, [
        set(`${path}/fuseFamily`, setTo(p.family)),
        set(`${path}/fuse`, AUTO),
        set(`${path}/wire`, AUTO)
      ])
    );
}

/** A short right where a circuit begins, A. */
const shortAt = ({ plan }: Bench, c: CircuitPlan): number =>
  plan.judge.all
    .filter((h) => h.kind === 'wire' && h.circuitId === c.circuit.id)
    .reduce((most, h) => Math.max(most, h.shortA), 0);

/** Other parts that do the same in a port's hole: same role and supply, no bare live pins, thick or thin enough for the wall. */
function portMoves({ box, plan, catalogue }: Bench, portId: string): Move[] {
  const port = box.ports.find((p) => p.id === portId);
  const now = panelPartOf(box, port);
  if (!port || !now || !plan.fit) return [];
  const wall = port.insert?.wallMm ?? wallMmOf(plan.fit.part, port.face);
  const tag = plan.panel?.ports.find((k) => k.port.id === portId)?.tag ?? port.name;
  const throughA = plan.judge.of(tag)?.steadyA ?? 0;
  return ofKind(catalogue, 'panel')
    .filter((p) => p.id !== now.id && p.role === now.role && p.supply === now.supply && !p.exposedLivePins)
    .filter((p) => p.role !== 'switch' || p.tabs === now.tabs || p.tabs === 'two-tabs')
    .filter((p) => wall >= p.panelMinMm && wall <= p.panelMaxMm)
    .filter((p) => p.ratingA === null || p.converterRatedW !== null || p.ratingA >= throughA)
    .toSorted(byPrice)
    .slice(0, 6)
    .flatMap((p) => {
      const swap = swapPart(box, plan.fit!, portId, p);
      return swap ? [move(`${p.name} as ${tag}`, swap.moved ? 'moves a little' : '', swap.edits)] : [];
    });
}

/** Weaker chargers, and what a charger may be left to be. */
const chargeMoves = ({ box, plan }: Bench, id: string): Move[] => {
  const now = Math.max(0, ...plan.judge.sources.map((s) => s.currentA ?? 0));
  // what its way in bears for good, of those that are sold
  const inA = branches(plan).find((c) => c.circuit.id === id && c.circuit.purpose === 'charge')?.weakest?.ratingA;
  const borne = inA === undefined ? [] : [soldForInletA(Infinity, inA)];
  return [
    ...(chargedStraight(box)
      ? []
      : [move('A charger that suits the battery', 'chosen by its capacity', [set('charging/chargerA', AUTO)])]),
    ...[...new Set([...borne, 10, 5, 3, 2, 1])]
      .filter((a) => a < now)
      .map((a) => weakerCharge(box, a, 'slower'))
      .map(({ label, effect, edits }) => move(label, effect, edits, 'weaker charge')),
    move('Charge with the lid open', 'no current through the ports', [set('charging/path', setTo('lid-open'))])
  ];
};

const isChargeWay = ({ plan }: Bench, id: string): boolean =>
  branches(plan).some((c) => c.circuit.id === id && c.circuit.purpose === 'charge');

/** One that bears what its fuses let through. */
const changeoverMove: Move = move('A changeover that bears the main fuse', 'in the kit', [
  set('bank/changeoverA', AUTO)
]);

/** Steps in which the battery is slid towards the handle line, shares of the way to where the box would hang straight. */
const SLIDES = [1, 0.75, 1.1, 0.5];

/** The battery slid until the centre of mass hangs under the handle; everything else finds its own place again. */
function balanceMoves({ box, plan }: Bench): Move[] {
  const off = plan.stance?.offHandleMm;
  const heavy = plan.fit?.bodies.filter((b) => b.kind === 'battery').toSorted((a, b) => b.massKg - a.massKg)[0];
  const at = plan.fit?.placed.find((p) => p.id === heavy?.id);
  if (!off || !heavy || !at) return [];
  const perMm = plan.carry.massKg / heavy.massKg;
  const acrossToo = plan.fit!.part.handleAt !== null;
  return SLIDES.map((share) => {
    const xMm = Math.round(at.xMm - share * off.xMm * perMm);
    const yMm = acrossToo ? Math.round(at.yMm - share * off.yMm * perMm) : at.yMm;
    const slideMm = Math.round(Math.hypot(xMm - at.xMm, yMm - at.yMm));
    return move(
      `Slide the battery ${saidIn(box.preferences).run(slideMm)} towards the handle`,
      'it hangs straighter; the rest is arranged anew',
      [set('placements', { ...box.placements, [heavy.id]: { turn: at.turn, xMm, yMm, zMm: at.zMm } })],
      'slide'
    );
  });
}

/** Single settings that cure findings which have nothing else to be cured by. */
const SETTINGS: Readonly<Record<string, (b: Bench, f: Finding) => Move[]>> = {
  'tilts-on-handle': balanceMoves,
  'live-male-pins': ({ box }) => [
    move('A shrouded two-pole connector for the battery’s lead', 'nothing live is bare', [
      set(`feeds/${mainFeed(box).id}/wayIn`, setTo('connector'))
    ])
  ],
  'no-protection': ({ box, catalogue, plan }) =>
    ofKind(catalogue, 'battery')
      .filter((p) => p.hasProtection === true && p.chemistry === plan.bank?.part.chemistry)
      .filter((p) => p.capacityAh >= (plan.bank?.part.capacityAh ?? 0))
      .toSorted((a, b) => a.capacityAh - b.capacityAh)
      .slice(0, 2)
      .map((p) => move(`${p.name} instead`, 'with protection inside', chooseBattery(p, box.bank.count))),
  'main-fuse-far': ({ box }) => [
    move('Fit the main fuse where its holder usually goes', '', [
      set(`feeds/${mainFeed(box).id}/fuseFromStartMm`, AUTO)
    ])
  ],
  'parallel-soc': ({ box }) => [
    move('Packs of one age, charged alike', '', [
      set('bank/packs', []),
      ...(box.bank.startFraction < 1 ? [set('bank/startFraction', 1)] : [])
    ])
  ],
  'fuse-voltage': (b) => {
    const chosen = [
      ...b.box.feeds.map((f) => ({ path: `feeds/${f.id}` as const, family: f.fuseFamily })),
      ...b.box.circuits.map((c) => ({ path: `circuits/${c.id}` as const, family: c.fuseFamily }))
    ].filter(({ family }) => family.is === 'set');
    const theirs = chosen.flatMap(({ path }) => [set(`${path}/fuseFamily`, AUTO), set(`${path}/fuse`, AUTO)]);
    return [
      move('Let Haversack choose the kind of those fuses', 'rated for direct current', theirs),
      ...holderMoves(b, 'F0').map((m) => move(m.label, m.effect, [...m.edits, ...theirs]))
    ];
  },
  // the fuse of a coil is fed as the feed of its relay is
  'interrupting-low': (b) => [...b.box.relays.flatMap((r) => branchMoves(b, r.inId)), ...sourceMoves(b)],
  'run-unfused': sourceMoves,
  'controller-unsound': (b) => [...sourceMoves(b), ...panelPortMoves(b)],
  'solar-voc': controllerMoves,
  'element-overload': offTheLoadTerminal,
  // iron phosphate gives off no gas
  'lead-acid-sealed-charge': batteryMoves,
  // a small main fuse may be all that a small switch allows
  'selectivity-poor': (b, f) => [
    ...branches(b.plan)
      .filter((c) => c.circuit.id === f.where.id && c.fuseOrigin === 'set')
      .flatMap((c) => smallerFuses(b, c.fuseTag)),
    ...switchesOf(b.box, mainFeed(b.box)).flatMap((portId) => portMoves(b, portId))
  ],
  'cold-charge': () => [move('Charge it indoors', '5 °C or warmer', [set('charging/coldestC', AUTO)])],
  'meter-unfused': () => [move('A small fuse for the sense leads', '', [set('wiring/senseFuse', AUTO)])],
  'shunt-overload': ({ catalogue }) =>
    ofKind(catalogue, 'shunt').map((p) => move(p.name, '', usePart(p, 'wiring/shuntPartId')))
};

/** Findings that a part on the way of a circuit is too weak for. */
const ABOUT_SWITCH = /^(switch-rating|fuse-exceeds-part|guard-exceeds-element)/;

/** Ports a finding is about: its own, the one a circuit ends in, and the weakest part and the switches on its way. */
function portsOf({ box, plan }: Bench, f: Finding): string[] {
  if (f.where.kind === 'port') return [f.where.id];
  const tags = new Map((plan.panel?.ports ?? []).map((p) => [p.tag, p.port.id]));
  const c = f.where.kind === 'circuit' ? branches(plan).find((k) => k.circuit.id === f.where.id) : undefined;
  const main = f.where.kind === 'main' ? switchesOf(box, mainFeed(box)) : [];
  const weakest = tags.get((c ?? plan.wiring.main).weakest?.name ?? '');
  const all = [
    ...(c && /^(switch|fuse-exceeds-part)/.test(f.id) ? c.switches.map((s) => s.portId) : []),
    ...(c || f.where.kind === 'main' ? [weakest] : []),
    c && !c.feed ? c.circuit.portId : undefined,
    ...main
  ];
  return [...new Set(all)].filter((k): k is string => k !== undefined);
}

/**
 * Changes worth trying on a finding, the least upsetting first: what its rule offers, then by its cause, by where it
 * stands and by its kind. None of them is proven here.
 */
export function movesFor(b: Bench, f: Finding): Move[] {
  const offered = f.remedies.filter((r) => !r.answer).map((r) => ({ ...r, weight: weightOf(r.edits) }));
  const tag = f.cause?.startsWith('fuse ') ? f.cause.slice(5) : undefined;
  const id = f.where.id;
  const more: Move[] = [
    // of what is asked its rule knows the answers
    ...(f.open ? [] : (SETTINGS[f.id]?.(b, f) ?? [])),
    ...(f.where.kind === 'battery' && b.box.bank.changeoverA.is === 'set' ? [changeoverMove] : []),
    ...(tag ? fuseMoves(b, tag) : []),
    ...(f.cause === 'short current' ? holderMoves(b, 'F0') : []),
    ...(f.where.kind === 'circuit' ? branchMoves(b, id) : []),
    ...(f.where.kind === 'circuit' && ABOUT_SWITCH.test(f.id) ? sharedSwitchMoves(b, id) : []),
    ...barMoves(b, f),
    ...portsOf(b, f).flatMap((portId) => portMoves(b, portId)),
    ...(f.where.kind === 'main' && !tag ? fuseMoves(b, 'F0') : []),
    ...(NO_FUSE.has(f.id) ? fusedThroughout(b) : []),
    ...(/charg/.test(f.key) || isChargeWay(b, id) ? chargeMoves(b, id) : []),
    // what is asked is looked up, not bought anew
    ...(f.where.kind === 'battery' && f.verdict !== 'fits' && !f.open ? batteryMoves(b) : [])
  ];
  const seen = new Set<string>();
  const now = JSON.stringify(b.box);
  return [...offered, ...more].filter((m) => {
    const what = JSON.stringify(m.edits);
    if (m.edits.length === 0 || seen.has(what) || changesNothing(b.box, now, m.edits)) return false;
    seen.add(what);
    return true;
  });
}

function changesNothing(box: Box, now: string, edits: readonly Edit[]): boolean {
  try {
    return JSON.stringify(applyEdits(box, edits)) === now;
  } catch {
    return true;
  }
}
