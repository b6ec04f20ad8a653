import { ofKind } from '../catalogue/of-kind.ts';
import { setTo } from '../box/attr.ts';
import { applyEdits, type Edit } from '../box/edits.ts';
import { panelPartOf, partOf } from '../box/lookup.ts';
import type { Box } from '../box/schema.ts';
import { fieldsOf } from '../catalogue/fields.ts';
import { CHOICE_WORDS } from '../catalogue/field-words.ts';
import type { Part, PartOf } from '../catalogue/part.ts';
import { caseFit } from '../case/fit.ts';
import { chooseBattery } from '../compare/candidate.ts';
import { fuseFieldOf } from '../findings/elements.ts';
import { branches, branchPath, mainPath, set, usePart, type Finding, type Severity } from '../findings/rule.ts';
import { swapEdits, swapPart } from '../panel/place-port.ts';
import { quantityText } from '../quantity/parse.ts';
import { wireSizeText } from '../quantity/wire-size.ts';
import { attempt } from '../remedy/attempt.ts';
import type { Bench } from '../remedy/move.ts';
import { effectOf } from '../remedy/prove.ts';
import { fuseOf } from '../wiring/main-path.ts';
import { wireLine, type KitLine } from '../kit/kit.ts';

/** A figure in which two parts differ; '–' where one has none, 'unknown' where nobody knows it. */
export type Difference = { what: string; was: string; now: string };

/** Something that can be taken where a line of the kit cannot be had, as tried on a copy of the box. */
export type Alternative = {
  id: string;
  name: string;
  differences: Difference[];
  /** What it does to price, mass and hours of the box; empty where nothing changes. */
  effect: string;
  /** Places that move or are drilled otherwise. */
  holes: string[];
  /** Stops and cautions that it brings. */
  brings: { title: string; severity: Severity }[];
  clearsCount: number;
  edits: Edit[];
};

/** A candidate not tried yet. */
type Candidate = { id: string; name: string; differences: Difference[]; holes: string[]; edits: Edit[] };

/** Most that are tried for one line. */
const TRIED = 10;

/** What is compared of each kind: what decides whether it goes in, holds and bears. Anything else is a matter of taste. */
const COMPARED: Partial<Record<Part['kind'], readonly string[]>> = {
  battery: [
    'chemistry',
    'capacityAh',
    'massKg',
    'lengthMm',
    'widthMm',
    'heightMm',
    'terminal',
    'maxContinuousA',
    'maxChargeA',
    'protectionCutoffV',
    'anyWayUp'
  ],
  case: [
    'caseKind',
    'material',
    'floorLengthMm',
    'floorWidthMm',
    'depthMm',
    'lidDepthMm',
    'wallMm',
    'seal',
    'drillGrade',
    'massKg'
  ],
  panel: [
    'hole/diameterMm',
    'hole/widthMm',
    'hole/heightMm',
    'hole/pitchMm',
    'bodyDepthMm',
    'straightMm',
    'panelMinMm',
    'panelMaxMm',
    'flangeWidthMm',
    'flangeHeightMm',
    'ratingA',
    'converterRatedW',
    'quiescentA',
    'seal/open',
    'seal/mated',
    'seal/capped',
    'keyed',
    'tabs'
  ],
  body: ['lengthMm', 'widthMm', 'heightMm', 'massKg', 'lossW'],
  'fuse-holder': ['family', 'ratingA', 'contactMilliOhm'],
  'fuse-block': ['family', 'wayCount', 'perWayA', 'totalA', 'hasNegativeBus', 'lengthMm', 'widthMm', 'heightMm'],
  shunt: ['ratingA', 'ratingMilliV', 'lengthMm', 'widthMm', 'heightMm'],
  wire: ['size', 'outsideMm']
};

/** In which of the figures that matter two parts of a kind differ, in the person's units. */
export function differencesOf(was: Part, now: Part, lengthUnit: Box['preferences']['lengthUnit']): Difference[] {
  const shown = (part: Part) =>
    new Map(
      fieldsOf(part).map((f) => {
        const value = f.kind && f.text !== '' ? quantityText(Number(f.text), f.kind, { lengthUnit }) : f.text;
        return [f.path, { label: f.label, text: value === '' ? 'unknown' : (CHOICE_WORDS[value] ?? value) }] as const;
      })
    );
  const [a, b] = [shown(was), shown(now)];
  return (COMPARED[was.kind] ?? []).flatMap((path): Difference[] => {
    const [x, y] = [a.get(path), b.get(path)];
    if (!x && !y) return [];
    const pair = { was: x?.text ?? '–', now: y?.text ?? '–' };
    return pair.was === pair.now ? [] : [{ what: (x ?? y)!.label, ...pair }];
  });
}

/** Parts of one kind in the catalogue other than one. */
const others = <K extends Part['kind']>(b: Bench, now: PartOf<K>): PartOf<K>[] =>
  ofKind<K>(b.catalogue, now.kind as K).filter((p) => p.id !== now.id);

const asCandidate = (b: Bench, was: Part, now: Part, edits: Edit[], holes: string[] = []): Candidate => ({
  id: now.id,
  name: now.name,
  differences: differencesOf(was, now, b.box.preferences.lengthUnit),
  holes,
  edits
});

function batteries(b: Bench, now: PartOf<'battery'>): Candidate[] {
  const far = (p: PartOf<'battery'>) =>
    Math.abs(Math.log(p.capacityAh / now.capacityAh)) + (p.chemistry === now.chemistry ? 0 : 1);
  return others(b, now)
    .toSorted((p, q) => far(p) - far(q))
    .map((p) => asCandidate(b, now, p, chooseBattery(p, b.box.bank.count)));
}

const insideMm3 = (p: PartOf<'case'>): number => p.floorLengthMm * p.floorWidthMm * p.depthMm;

function cases(b: Bench, now: PartOf<'case'>): Candidate[] {
  const far = (p: PartOf<'case'>) => Math.abs(Math.log(insideMm3(p) / insideMm3(now)));
  return others(b, now)
    .toSorted((p, q) => far(p) - far(q))
    .map((p) =>
      // what was put by hand stood in the other case: it is arranged anew
      asCandidate(b, now, p, [...usePart(p, 'casePartId'), set('placements', {})], ['every hole: another case'])
    );
}

/** The same part in every hole where it stands; one that fits no longer in one of them is none. */
function panelParts(b: Bench, now: PartOf<'panel'>): Candidate[] {
  const at = b.box.ports.filter((p) => p.partId === now.id);
  const far = (p: PartOf<'panel'>) =>
    Number(p.hole.shape !== now.hole.shape) + Math.abs((p.ratingA ?? 0) - (now.ratingA ?? 0)) / 20;
  return others(b, now)
    .filter((p) => p.role === now.role && p.supply === now.supply)
    .toSorted((p, q) => far(p) - far(q))
    .flatMap((p) => {
      let box = b.box;
      const edits: Edit[] = [];
      const holes: string[] = [];
      const drilled = differencesOf(now, p, 'mm').some((d) => d.what.startsWith('Hole'));
      for (const port of at) {
        const fit = caseFit(box);
        const swap = fit && swapPart(box, fit, port.id, p);
        // without a case nothing meets anything yet
        const own = fit ? swap?.edits : swapEdits(box, port.id, p);
        if (!own) return [];
        if (swap?.moved) holes.push(`${port.name} moves`);
        else if (drilled) holes.push(`${port.name} is drilled otherwise`);
        edits.push(...own);
        box = applyEdits(box, own);
      }
      return [asCandidate(b, now, p, edits, holes)];
    });
}

const bodies = (b: Bench, now: PartOf<'body'>): Candidate[] =>
  others(b, now)
    .filter((p) => p.use === now.use)
    .map((p) =>
      asCandidate(
        b,
        now,
        p,
        b.box.bodies.filter((k) => k.partId === now.id).flatMap((k) => usePart(p, `bodies/${k.id}/partId`))
      )
    );

/** Another block or holder wherever this one stands; of another family, its fuses are chosen anew. */
function feedParts(b: Bench, now: PartOf<'fuse-block'> | PartOf<'fuse-holder'>): Candidate[] {
  const key = now.kind === 'fuse-block' ? 'blockPartId' : 'holderPartId';
  const at = b.box.feeds.filter((f) => f[key] === now.id);
  const all = ofKind(b.catalogue, now.kind).filter((p) => p.id !== now.id);
  return all.map((p) =>
    asCandidate(b, now, p, [
      ...at.flatMap((f) => usePart(p, `feeds/${f.id}/${key}`)),
      ...(p.family !== now.family && now.kind === 'fuse-holder'
        ? at.flatMap((f) => [
            set(`feeds/${f.id}/fuseFamily`, { is: 'auto' }),
            set(`feeds/${f.id}/fuse`, { is: 'auto' })
          ])
        : [])
    ])
  );
}

/** The next sizes of wire up, in every stretch that is cut from this line. */
function wires(b: Bench, line: KitLine): Candidate[] {
  const run = b.plan.runs.runs.find((r) => r.wire && wireLine(b.box, r).lineId === line.lineId);
  const wire = run?.wire;
  if (!wire) return [];
  const sold = ofKind(b.catalogue, 'wire').filter((p) => p.system === wire.system);
  const now = sold.find((p) => p.size === wire.size);
  if (!now) return [];
  const same = (w: { system: string; size: string } | undefined) => w?.system === wire.system && w.size === wire.size;
  const x = { box: b.box, wiring: b.plan.wiring };
  const paths = [
    ...(same(b.plan.wiring.main.wire) ? [mainPath(x, 'wire')] : []),
    ...branches(x).flatMap((c) => (same(c.wire) ? [`${branchPath(c)}/wire`] : []))
  ];
  return sold
    .filter((p) => p.outsideMm > now.outsideMm)
    .toSorted((p, q) => p.outsideMm - q.outsideMm)
    .slice(0, 3)
    .map((p) => ({
      id: p.id,
      name: `Wire ${wireSizeText(p)} instead`,
      differences: differencesOf(now, p, b.box.preferences.lengthUnit),
      holes: [],
      edits: paths.map((path) => set(path, setTo({ system: p.system, size: p.size })))
    }));
}

/** The next ratings down and up, wherever a fuse of this line sits. */
function fuses(b: Bench, what: Extract<KitLine['what'], { kind: 'fuse' }>): Candidate[] {
  const x = { box: b.box, wiring: b.plan.wiring };
  const tags = x.wiring.netlist.parts.filter(
    (p) => p.kind === 'fuse' && p.family === what.family && p.ratingA === what.ratingA
  );
  const paths = [...new Set(tags.flatMap((p) => fuseFieldOf(x, p.id) ?? []))];
  const ratings = (fuseOf(b.box, b.catalogue, what.family)?.ratingsA ?? []).toSorted((p, q) => p - q);
  const now = what.ratingA ?? 0;
  const near = [
    ...ratings
      .filter((r) => r < now)
      .slice(-2)
      .reverse(),
    ...ratings.filter((r) => r > now).slice(0, 2)
  ];
  if (paths.length === 0) return [];
  return near.map((r) => ({
    id: `${r}a`,
    name: `${r} A instead`,
    differences: [{ what: 'Rating', was: `${now} A`, now: `${r} A` }],
    holes: [],
    edits: paths.map((path) => set(path, setTo(r)))
  }));
}

function candidatesFor(b: Bench, line: KitLine): Candidate[] {
  if (line.what.kind === 'wire') return wires(b, line);
  if (line.what.kind === 'fuse') return fuses(b, line.what);
  const { box } = b;
  const part = box.parts[line.lineId] ?? b.catalogue.find((p) => p.id === line.lineId);
  switch (part?.kind) {
    case 'battery':
      return box.bank.partId === part.id ? batteries(b, part) : [];
    case 'case':
      return partOf(box, 'case', box.casePartId)?.id === part.id ? cases(b, part) : [];
    case 'panel':
      return box.ports.some((p) => panelPartOf(box, p)?.id === part.id) ? panelParts(b, part) : [];
    case 'body':
      return bodies(b, part);
    case 'fuse-block':
    case 'fuse-holder':
      return feedParts(b, part);
    case 'shunt':
      return box.wiring.shuntPartId === part.id
        ? others(b, part).map((p) => asCandidate(b, part, p, usePart(p, 'wiring/shuntPartId')))
        : [];
    // wire and fuses are told apart above; small things and devices have no other to take instead
    case 'wire':
    case 'fuse':
    case 'sundry':
    case 'device':
    case undefined:
      return [];
  }
}

/** Parts whose choice stands in the document: for anything else another maker's of the same size will do. */
export const isChosen = (line: KitLine): boolean => line.what.kind !== 'sundry';

/**
 * What could be taken instead of a line of the kit that cannot be had, each tried on a copy of the box: the ones that
 * bring nothing first, then by price. Yields between trials, so that a worker can be stopped.
 */
export function* alternativesFor(b: Bench, lineId: string): Generator<undefined, Alternative[]> {
  const line = b.plan.kit.lines.find((l) => l.lineId === lineId);
  const out: { alternative: Alternative; costs: number }[] = [];
  for (const c of line
    ? candidatesFor(b, line)
        .filter((k) => k.edits.length > 0)
        .slice(0, TRIED)
    : []) {
    yield undefined;
    const tried = attempt(b, c.edits);
    if (!tried) continue;
    out.push({
      alternative: {
        ...c,
        effect: effectOf(b.plan, tried.plan, b.box),
        brings: tried.fresh.map((f: Finding) => ({ title: f.title, severity: f.severity })),
        clearsCount: tried.cleared.length
      },
      costs: tried.plan.kit.totalCost
    });
  }
  const worst = ({ alternative: a }: { alternative: Alternative }) =>
    a.brings.reduce((s, f) => s + (f.severity === 'stop' ? 100 : 1), 0);
  return out.toSorted((p, q) => worst(p) - worst(q) || p.costs - q.costs).map((a) => a.alternative);
}
