import { panelPartOf } from '../box/lookup.ts';
import type { Box } from '../box/schema.ts';
import { wallMmOf } from '../case/faces.ts';
import type { CaseFit } from '../case/fit.ts';
import type { HoldDown } from '../case/hold.ts';
import { fixed } from '../quantity/format.ts';
import { saidIn } from '../quantity/said.ts';
import { peelsOff } from '../sealing/as-built.ts';
import { reaches } from '../sealing/sealing.ts';
import { outsideMm } from '../wiring/outside.ts';
import type { RunList, RunRow } from '../wiring/run-list.ts';
import type { WiringPlan } from '../wiring/types.ts';
import { sheetPlan, type SheetPiece } from './sheet-cut.ts';
import type { Catalogue, PartOf } from '../catalogue/part.ts';

/** Something small that the plan itself asks for: of what use, what it fits, and how much of it. */
export type Piece = {
  use: PartOf<'sundry'>['use'];
  fits: string;
  /** Pieces, metres, or shares of a tube or sheet. */
  count: number;
  unit?: 'pc' | 'm';
  note: string;
};

/** Bores of adhesive shrink as sold, before it shrinks to a third, mm. @source usual range of 3:1 adhesive-lined sleeve */
const SLEEVE_BORES_MM = [3.2, 4.8, 6.4, 9.5, 12.7, 19.1, 25.4] as const;
/** A barrel over its wire, and what a sleeve must shrink down to. @source rule of thumb: a crimp is half as thick again as its wire */
const BARREL_OVER_WIRE = 1.5;
const SHRINKS_TO = 1 / 3;
/** On the barrel and past it on the insulation, mm. @source rule of thumb */
const SLEEVE_MM = { ring: 35, other: 25 } as const;
/** One more for every ten that is spoiled. @source rule of thumb */
const SPOILED = 1.1;

/** Bore and length of the sleeve over one end of a lead; undefined where the wire is not known. @returns bore as sold, mm */
export function sleeveFor(run: Pick<RunRow, 'wire'>, terminal: string, catalogue: Catalogue) {
  if (!run.wire) return undefined;
  const od = outsideMm(catalogue, run.wire);
  const boreMm = SLEEVE_BORES_MM.find((b) => b >= od * BARREL_OVER_WIRE && b * SHRINKS_TO <= od);
  return boreMm && { boreMm, lengthMm: terminal.startsWith('ring') ? SLEEVE_MM.ring : SLEEVE_MM.other };
}

function sleeves(runs: RunList, catalogue: Catalogue): Piece[] {
  const byBore = new Map<number, { count: number; mm: number }>();
  for (const run of runs.runs)
    for (const end of [run.from, run.to]) {
      if (end.joint.kind === 'given') continue;
      const s = sleeveFor(run, end.terminal, catalogue);
      if (!s) continue;
      const row = byBore.get(s.boreMm) ?? { count: 0, mm: 0 };
      row.count += run.count;
      row.mm += run.count * s.lengthMm;
      byBore.set(s.boreMm, row);
    }
  return [...byBore]
    .sort(([a], [b]) => a - b)
    .map(([boreMm, { count, mm }]) => ({
      use: 'sleeve',
      fits: String(boreMm),
      count: (mm * SPOILED) / 1000,
      unit: 'm',
      note: `${count} ends, one in ten spoiled.`
    }));
}

/** Bolt lengths as sold, mm. @source ISO 4762 and 7045, usual range */
const BOLT_MM = [10, 12, 16, 20, 25, 30, 40, 50, 60];
/** Plate behind, bonded and plain washer, lock nut, two turns out, mm. @source sizes of M5 after ISO 7089, 7040 */
const BRACKET_STACK_MM = 3 + 2.5 + 1 + 5 + 1.6;
/** Foot of a block or shunt, washer, lock nut, mm. @source typical of M4 on plastic feet */
const FOOT_STACK_MM = 5 + 0.8 + 4 + 1.4;
const boltOf = (stackMm: number): number => BOLT_MM.find((b) => b >= stackMm) ?? BOLT_MM.at(-1)!;
/** Screws of one block, bar or shunt. @source typical of each */
const FEET = { 'fuse-block': 4, shunt: 2, bus: 2, controller: 4, changeover: 4 } as const;

/** What holds brackets, blocks, bars and the strap: thread, length, washers; stainless where water gets at it. */
function fasteners(box: Box, fit: CaseFit | undefined, wiring: WiringPlan, hold: HoldDown | undefined): Piece[] {
  if (!fit) return [];
  const out: Piece[] = [];
  const steel = reaches(box.outing.seal, 'splash') ? 'a2' : 'zinc';
  const bolted = (thread: string, stackMm: number, count: number, sealing: boolean, note: string): void => {
    if (count === 0) return;
    out.push(
      { use: 'bolt', fits: `${thread}x${boltOf(stackMm)}-${sealing ? 'a2' : steel}`, count, note },
      { use: 'nut', fits: `${thread}-${sealing ? 'a2' : steel}`, count, note: 'Lock nuts.' },
      { use: 'washer', fits: `${thread}-${sealing ? 'a2' : steel}`, count, note: 'Plain, under the nuts.' }
    );
    if (sealing) out.push({ use: 'washer', fits: `${thread}-bonded`, count, note: 'Under the heads: they seal.' });
  };
  for (const b of box.brackets.filter((k) => k.fixing === 'bolted'))
    bolted('m5', wallMmOf(fit.part, b.face) + BRACKET_STACK_MM, 4, true, `Bracket ${b.name}.`);
  const feet = wiring.netlist.parts.flatMap((p) => (p.kind in FEET ? [{ n: FEET[p.kind as keyof typeof FEET] }] : []));
  bolted(
    'm4',
    FOOT_STACK_MM + 3,
    feet.reduce((s, f) => s + f.n, 0),
    false,
    'Blocks, bars and shunt, on a plate inside: no hole goes through the case.'
  );
  if (hold?.strapMm !== undefined)
    bolted('m5', wallMmOf(fit.part, 'floor') + BRACKET_STACK_MM, 2, true, 'Anchors of the strap.');
  return out;
}

/** A bead round a flange, mm², and what one tube holds, ml. @source rule of thumb: 3 mm bead; small tubes hold 90 ml */
const BEAD_MM2 = 7;
const TUBE_ML = 90;

/** Sealant by the edge of every flange, shared over the boxes of a batch; none where it does not bond. */
function sealant(box: Box, fit: CaseFit | undefined): Piece[] {
  if (fit && peelsOff(fit.part.material)) return [];
  const mm = box.ports.reduce((sum, port) => {
    const part = panelPartOf(box, port);
    return sum + (part && part.hole.shape !== 'none' ? 2 * (part.flangeWidthMm + part.flangeHeightMm) : 0);
  }, 0);
  const ml = (mm * BEAD_MM2) / 1000;
  return ml > 0
    ? [{ use: 'sealant', fits: '', count: ml / TUBE_ML, note: `${fixed(ml, 0)} ml a box, a tube holds ${TUBE_ML} ml.` }]
    : [];
}

/** Labels on one sheet; ties for one metre of lead. @source the label sheet this program prints; one tie a hand's breadth */
const LABELS_A_SHEET = 48;
const TIES_PER_M = 8;

function labelsAndTies(box: Box, runs: RunList, wiring: WiringPlan): Piece[] {
  const leads = runs.runs.reduce((s, r) => s + r.count, 0);
  const labels = 2 * leads + box.ports.length + wiring.netlist.parts.filter((p) => p.kind === 'fuse').length;
  const metres = runs.runs.reduce((s, r) => s + (r.count * r.lengthMm) / 1000, 0);
  return [
    ...(labels > 0
      ? [
          {
            use: 'label' as const,
            fits: '',
            count: labels / LABELS_A_SHEET,
            note: `${labels} labels: both ends of every lead, ports, fuses.`
          }
        ]
      : []),
    ...(leads > 0
      ? [
          {
            use: 'tie' as const,
            fits: '',
            count: Math.ceil(metres * TIES_PER_M) + 2 * leads,
            note: `Along the leads and within ${saidIn(box.preferences).mm(50)} of every terminal.`
          }
        ]
      : [])
  ];
}

/** One sheet of foam. @source the sheet of the catalogue: 300 × 200 × 4 mm */
export const FOAM_SHEET = { lengthMm: 300, widthMm: 200, thicknessMm: 4 } as const;
/** A strap with its buckle as sold, mm. @source usual length */
export const STRAP_SOLD_MM = 1500;

/** Foam to cut for some boxes: a strip in layers for each side with a gap. */
export function foamPieces(hold: Pick<HoldDown, 'foam'> | undefined, boxes: number): SheetPiece[] {
  const one = (hold?.foam ?? []).flatMap((f) =>
    Array.from({ length: layersOf(f.thicknessMm) }, (_, i) => ({
      id: `${f.side}-${i + 1}`,
      label: f.side,
      lengthMm: Math.round(f.lengthMm),
      widthMm: f.heightMm
    }))
  );
  return Array.from({ length: boxes }, (_, b) =>
    one.map((p) => ({ ...p, id: `${p.id}-${b + 1}`, label: boxes > 1 ? `${p.label}, box ${b + 1}` : p.label }))
  ).flat();
}

/** With one more of the largest: one is spoiled. */
export function withSpare(pieces: readonly SheetPiece[]): SheetPiece[] {
  const largest = pieces.toSorted((a, b) => b.lengthMm * b.widthMm - a.lengthMm * a.widthMm)[0];
  return largest ? [...pieces, { ...largest, id: 'spare', label: 'spare' }] : [];
}

/** Layers of the sheet that make a thickness, at least one. */
const layersOf = (thicknessMm: number): number => Math.max(1, Math.round(thicknessMm / FOAM_SHEET.thicknessMm));

function holding(box: Box, hold: HoldDown | undefined, inside: boolean): Piece[] {
  const how = box.bank.holdDown;
  const said = saidIn(box.preferences);
  if (!inside) return [];
  const strap = how.is === 'auto' || (how.is === 'set' && how.value === 'strap');
  const boxes = box.kit.boxCount;
  const sheets = sheetPlan(withSpare(foamPieces(hold, boxes)), FOAM_SHEET).sheets.length;
  return [
    ...(strap
      ? [
          {
            use: 'strap' as const,
            fits: '',
            count: 1,
            note: hold?.strapMm ? `Cut it ${said.mm(hold.strapMm, 0)}.` : ''
          }
        ]
      : []),
    // nothing arranged yet: a sheet is usual
    ...(sheets > 0 || !hold
      ? [
          {
            use: 'foam' as const,
            fits: '',
            count: hold ? sheets / boxes : 1,
            note: hold
              ? hold.foam
                  .map((f) => {
                    const layers = layersOf(f.thicknessMm);
                    return `${f.side} ${layers > 1 ? `${layers} layers of ` : ''}${said.mms(' × ', Math.round(f.lengthMm), f.heightMm)}`;
                  })
                  .join(', ')
              : ''
          }
        ]
      : [])
  ];
}

/** Where the two ends of an edge strip meet, they overlap, mm. @source rule of thumb */
const EDGE_OVERLAP_MM = 5;

/** A metal wall wants its edge covered where leads or cords go through: a strip round each such hole, mm. */
export function edgeStrips(box: Box, fit: CaseFit | undefined): { label: string; lengthMm: number }[] {
  if (fit?.part.material !== 'steel') return [];
  return box.ports.flatMap((p) => {
    const part = panelPartOf(box, p);
    if (part?.role !== 'gland' || part.hole.shape !== 'round') return [];
    return [{ label: p.name, lengthMm: Math.ceil(Math.PI * part.hole.diameterMm) + EDGE_OVERLAP_MM }];
  });
}

function edging(box: Box, fit: CaseFit | undefined): Piece[] {
  const strips = edgeStrips(box, fit);
  const mm = strips.reduce((s, k) => s + k.lengthMm, 0);
  return strips.length > 0
    ? [
        {
          use: 'grommet',
          fits: '',
          count: (mm * SPOILED) / 1000,
          unit: 'm',
          note: `Round ${strips.length} ${strips.length === 1 ? 'hole' : 'holes'} in steel.`
        }
      ]
    : [];
}

/** Every small thing that follows from the plan. Nothing of it is a usual handful. */
export function smallPieces(x: {
  box: Box;
  catalogue: Catalogue;
  fit: CaseFit | undefined;
  wiring: WiringPlan;
  runs: RunList;
  hold: HoldDown | undefined;
  hasBattery: boolean;
}): Piece[] {
  const { box, catalogue, fit, wiring, runs, hold } = x;
  return [
    ...sleeves(runs, catalogue),
    ...fasteners(box, fit, wiring, hold),
    ...holding(box, hold, x.hasBattery && box.bank.stands === 'inside'),
    ...sealant(box, fit),
    ...labelsAndTies(box, runs, wiring),
    ...edging(box, fit)
  ];
}
