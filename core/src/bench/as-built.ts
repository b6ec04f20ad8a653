import { setTo } from '../box/attr.ts';
import { applyEdits, type Edit } from '../box/edits.ts';
import { panelPartOf } from '../box/lookup.ts';
import type { Box, Port } from '../box/schema.ts';
import type { Catalogue, PartOf } from '../catalogue/part.ts';
import { asItStands, type Plan } from '../evaluate.ts';
import { fuseFieldOf } from '../findings/elements.ts';
import { branches, branchPath, set, type Finding } from '../findings/rule.ts';
import { swapEdits } from '../panel/place-port.ts';
import { saidIn } from '../quantity/said.ts';
import { wireSizeText, type WireSize } from '../quantity/wire-size.ts';
import { stands } from '../remedy/attempt.ts';
import { effectOf } from '../remedy/prove.ts';
import type { Marks } from './marks.ts';
import { placeId } from './tests/row.ts';

/** What was built: a hole, a lead, a part in its hole, or a fuse in its holder. */
export type BuiltKind = 'hole' | 'lead' | 'part' | 'fuse';
/** How something stood when it was ticked; what is compared is text, so that it lives in a mark. */
type Print = {
  key: string;
  tickedBy: string[];
  name: string;
  text: string;
  /** Brings the document back to such a print. */
  back: (text: string, catalogue: Catalogue) => Edit[];
};

/** Something that was ticked as built and that the plan draws otherwise by now. */
export type Unlike = {
  key: string;
  kind: BuiltKind;
  /** Of the port, lead or fuse it is. */
  id: string;
  name: string;
  built: string;
  drawn: string;
  /** Edits that draw it as it was built, tried on copies: worked out when somebody wants them. Empty where there is no way back. */
  edits: (catalogue: Catalogue) => Edit[];
};

type PlanFacts = Pick<Plan, 'panel' | 'runs' | 'wiring' | 'bench'>;

/** Another hole: its place on the face, or its size. */
export const holeBuilt = (portId: string, over: { xMm?: number; yMm?: number; drilledMm?: number | null }): Edit[] => [
  ...(over.xMm === undefined ? [] : [set(`ports/${portId}/xMm`, over.xMm)]),
  ...(over.yMm === undefined ? [] : [set(`ports/${portId}/yMm`, over.yMm)]),
  ...(over.drilledMm === undefined ? [] : [set(`ports/${portId}/drilledMm`, over.drilledMm)])
];

/** Another part in a hole, wherever it meets something: it is there, and the checks say what of it. */
export const partBuilt = (box: Box, portId: string, part: PartOf<'panel'>): Edit[] => swapEdits(box, portId, part);

/** Another rating in a holder; undefined where no field of the document holds it. */
export function fuseBuilt(box: Box, plan: Pick<Plan, 'wiring'>, tag: string, ratingA: number): Edit[] | undefined {
  const path = fuseFieldOf({ box, wiring: plan.wiring }, tag);
  return path === undefined ? undefined : [set(path, setTo(ratingA))];
}

/**
 * Another wire for one lead. Its partner keeps the wire it was drawn with, unless that was built otherwise, too. Which field
 * of the document a lead takes its wire from hangs on how it lies: each is tried on a copy.
 * @param key of the lead in the run list
 * @returns undefined where the document has no field for that lead
 */
export function wireBuilt(
  box: Box,
  plan: PlanFacts,
  catalogue: Catalogue,
  key: string,
  wire: WireSize
): Edit[] | undefined {
  const run = plan.runs.runs.find((r) => r.key === key);
  const conductor = plan.wiring.netlist.conductors.find((c) => c.id === key);
  if (!run || !conductor || run.polarity === 'sense') return undefined;
  const branch = branches(plan).find((b) => b.circuit.id === conductor.circuitId);
  if (!branch && conductor.circuitId !== null) return undefined;
  const at = branch ? branchPath(branch) : (`feeds/${box.feeds[0].id}` as const);
  const now = branch ? branch.circuit : box.feeds[0];
  const feed = branch ? branch.feed : box.feeds[0];
  const drawn = branch ? branch.wire : plan.wiring.main.wire;
  const ways: Edit[][] = [
    ...(feed?.lead ? [[set(`feeds/${feed.id}/lead/wire`, setTo(wire))]] : []),
    ...(run.polarity === 'negative'
      ? [[set(`${at}/returnWire`, setTo(wire))]]
      : // the return followed the wire: it is still the one that was drawn
        now.returnWire.is === 'auto' && drawn
        ? [[set(`${at}/wire`, setTo(wire)), set(`${at}/returnWire`, setTo(drawn))]]
        : []),
    [set(`${at}/wire`, setTo(wire))]
  ];
  return ways.find((edits) => {
    const { netlist } = asItStands(applyEdits(box, edits), catalogue).worked.wiring;
    const size = netlist.conductors.find((c) => c.id === key)?.size;
    return size?.system === wire.system && size.size === wire.size;
  });
}

/** Where a fuse of the netlist sits, by what it guards: stays the same when tags are counted anew. */
export function fusePlace({ wiring }: Pick<Plan, 'wiring'>, tag: string): string {
  const fuse = wiring.netlist.parts.find((p) => p.id === tag);
  if (!fuse) return tag;
  const beside = wiring.netlist.parts.filter((p) => p.kind === 'fuse' && placeId(p) === placeId(fuse));
  return beside.length === 1 ? placeId(fuse) : `${placeId(fuse)}-${beside.indexOf(fuse) + 1}`;
}

/** What can be built otherwise than drawn, as the plan draws it now. */
const printsOf = (box: Box, plan: PlanFacts): Print[] => [
  ...holePrints(box, plan),
  ...bracketPrints(box),
  ...partPrints(box, plan),
  ...leadPrints(box, plan),
  ...fusePrints(box, plan)
];

const holePrints = (box: Box, plan: PlanFacts): Print[] =>
  (plan.panel?.ports ?? []).flatMap(({ port, tag, part }): Print[] =>
    part.hole.shape === 'none'
      ? []
      : [
          {
            key: `hole ${port.id}`,
            tickedBy: [`hole drill ${port.id}`, 'step drill'],
            name: tag,
            text: JSON.stringify([
              port.face,
              port.xMm,
              port.yMm,
              part.hole.shape === 'round' ? part.hole.diameterMm : null
            ]),
            back: (text) => {
              const [face, xMm, yMm, acrossMm] = JSON.parse(text) as [Port['face'], number, number, number | null];
              const own = panelPartOf(box, port)?.hole;
              const asDrawn = own?.shape !== 'round' || acrossMm === null || acrossMm === own.diameterMm;
              return [
                set(`ports/${port.id}/face`, face),
                ...holeBuilt(port.id, { xMm, yMm, drilledMm: asDrawn ? null : acrossMm })
              ];
            }
          }
        ]
  );

const partPrints = (box: Box, plan: PlanFacts): Print[] =>
  (plan.panel?.ports ?? []).map(({ port, tag }): Print => ({
    key: `part ${port.id}`,
    tickedBy: [`part fit-parts ${port.id}`, 'step fit-parts'],
    name: tag,
    text: port.partId,
    back: (text) => {
      const part = panelPartOf(box, { ...port, partId: text });
      return part ? partBuilt(box, port.id, part) : [];
    }
  }));

const leadPrints = (box: Box, plan: PlanFacts): Print[] =>
  plan.runs.runs.flatMap((r): Print[] =>
    r.wire
      ? [
          {
            key: `lead ${r.key}`,
            tickedBy: [`lead cut ${r.key}`, 'step cut'],
            name: r.id,
            text: JSON.stringify([r.wire.system, r.wire.size, r.lengthMm]),
            back: (text, catalogue) => {
              const [system, size, lengthMm] = JSON.parse(text) as [WireSize['system'], string, number];
              const wired =
                size === r.wire!.size
                  ? []
                  : (wireBuilt(box, plan, catalogue, r.key, { system, size } as WireSize) ?? []);
              return lengthMm === r.lengthMm
                ? wired
                : [...wired, set('bench/asCut', { ...box.bench.asCut, [r.key]: lengthMm })];
            }
          }
        ]
      : []
  );

const fusePrints = (box: Box, plan: PlanFacts): Print[] =>
  plan.wiring.netlist.parts.flatMap((p): Print[] => {
    if (p.kind !== 'fuse' || p.ratingA === null) return [];
    const place = fusePlace(plan, p.id);
    return [
      {
        key: `fuse ${place}`,
        tickedBy: [`part fuse ${place}`, 'step fuse'],
        name: p.id,
        text: String(p.ratingA),
        back: (text) => fuseBuilt(box, plan, p.id, Number(text)) ?? []
      }
    ];
  });

const bracketPrints = (box: Box): Print[] =>
  box.brackets.flatMap((b): Print[] =>
    b.fixing === 'bolted'
      ? [
          {
            key: `hole ${b.id}`,
            tickedBy: [`hole drill ${b.id}`, 'step drill'],
            name: b.name || 'Bracket',
            text: JSON.stringify([b.face, b.xMm, b.yMm, b.acrossMm]),
            back: (text) => {
              const [face, xMm, yMm, acrossMm] = JSON.parse(text) as [Port['face'], number, number, number];
              const at = `brackets/${b.id}` as const;
              return [
                set(`${at}/face`, face),
                set(`${at}/xMm`, xMm),
                set(`${at}/yMm`, yMm),
                set(`${at}/acrossMm`, acrossMm)
              ];
            }
          }
        ]
      : []
  );

/** How a print reads, in the person's units. */
function sayPrint(box: Box, print: Print, text: string): string {
  const said = saidIn(box.preferences);
  switch (print.key.split(' ')[0]) {
    case 'hole': {
      const [face, xMm, yMm, acrossMm] = JSON.parse(text) as [Port['face'], number, number, number | null];
      return `${acrossMm === null ? '' : `${said.fineMm(acrossMm, 1)} at `}${said.mms(', ', xMm, yMm)} on the ${face}`;
    }
    case 'lead': {
      const [system, size, lengthMm] = JSON.parse(text) as [WireSize['system'], string, number];
      return `${wireSizeText({ system, size } as WireSize)}, ${said.mm(lengthMm)}`;
    }
    case 'part':
      return box.parts[text]?.name ?? text;
    default:
      return `${text} A`;
  }
}

/**
 * Marks to make when something is ticked as built: how it stands in the drawing now, so that a later change of the drawing
 * cannot pass for what was built.
 * @param tick key of the mark that was set: 'hole drill p3', 'step cut'
 */
export function printsFor(box: Box, plan: PlanFacts, tick: string): { key: string; value: string }[] {
  return printsOf(box, plan)
    .filter((p) => p.tickedBy.includes(tick))
    .map((p) => ({ key: `built ${p.key}`, value: p.text }));
}

/** How one thing stands in the drawing now, as a mark: made again when it was written down that it was built otherwise. */
export function printOf(
  box: Box,
  plan: PlanFacts,
  kind: BuiltKind,
  id: string
): { key: string; value: string } | undefined {
  const print = printsOf(box, plan).find((p) => p.key === `${kind} ${id}`);
  return print && { key: `built ${print.key}`, value: print.text };
}

/** A lead that lies a little longer or shorter than it is drawn now is the same lead, mm: it is cut in steps of this. */
const SAME_LEAD_MM = 10;

function isAsBuilt(p: Print, built: string): boolean {
  if (built === p.text) return true;
  if (!p.key.startsWith('lead ')) return false;
  const [[system, size, lengthMm], [nowSystem, nowSize, nowMm]] = [JSON.parse(built), JSON.parse(p.text)] as [
    [string, string, number],
    [string, string, number]
  ];
  return system === nowSystem && size === nowSize && Math.abs(lengthMm - nowMm) <= SAME_LEAD_MM;
}

/** What was ticked as built and is drawn otherwise now. Nothing is said of what was taken out of the plan. */
export function unlikeBuilt(box: Box, plan: PlanFacts, marks: Marks): Unlike[] {
  return printsOf(box, plan).flatMap((p): Unlike[] => {
    const built = marks.text(`built ${p.key}`);
    if (built === '' || isAsBuilt(p, built) || !p.tickedBy.some((k) => marks.isTicked(k))) return [];
    const [kind, ...id] = p.key.split(' ');
    return [
      {
        key: `built ${p.key}`,
        kind: kind as BuiltKind,
        id: id.join(' '),
        name: p.name,
        built: sayPrint(box, p, built),
        drawn: sayPrint(box, p, p.text),
        edits: (catalogue) => p.back(built, catalogue)
      }
    ];
  });
}

/** What a change at the bench did to the box. */
export type Changed = { effect: string; brings: Pick<Finding, 'key' | 'severity' | 'title'>[]; clearsCount: number };

/** What stands against the box now and did not before, what went, and what it did to price, mass and hours. */
export function changedBy(before: Plan, after: Plan, box: Box): Changed {
  const was = new Map(before.findings.filter(stands).map((f) => [f.key, f.severity]));
  const now = after.findings.filter(stands);
  const keys = new Set(now.map((f) => f.key));
  return {
    effect: effectOf(before, after, box),
    brings: now
      .filter((f) => !was.has(f.key) || (f.severity === 'stop' && was.get(f.key) !== 'stop'))
      .map(({ key, severity, title }) => ({ key, severity, title })),
    clearsCount: [...was.keys()].filter((k) => !keys.has(k)).length
  };
}
