import type { Box, CarryWord } from '../box/schema.ts';
import { panelPartOf, partOf } from '../box/lookup.ts';
import type { CaseFit } from '../case/fit.ts';
import type { WiringPlan } from '../wiring/types.ts';
import { areaMm2, knownSize } from '../wiring/conductor.ts';
import { fixed } from '../quantity/format.ts';
import { line, type Working } from '../quantity/working.ts';

/** Most mass of each way of carrying, kg. @source mechanical reference 10 (rules of thumb) */
export const CARRY_LIMIT_KG: Record<CarryWord, number> = {
  pocketable: 3,
  'one-hand': 6,
  'short-walk': 10,
  'car-to-bank': 15,
  vehicle: 25
};
export const CARRY_WORDS: Record<CarryWord, string> = {
  pocketable: 'on the shoulder all day',
  'one-hand': 'in one hand',
  'short-walk': 'a short walk',
  'car-to-bank': 'car to bank, two hands',
  vehicle: 'wheels or two people'
};
/** Copper with its insulation, kg per m and mm². */
const WIRE_KG_PER_M_MM2 = 0.0125;
const SMALL_PARTS_KG = 0.1;
/** Screws, foam and labels over the sum of the parts. */
export const ALLOWANCE = 1.05;

export type Carry = {
  massKg: number;
  limitKg: number;
  bands: CarryWord;
  /** Centre of mass from the rim's lower left front corner; undefined without an arrangement. */
  centreMm: { xMm: number; yMm: number; zMm: number } | undefined;
  working: Working;
};

/** Mass of the box as carried, and where its centre lies. @source mechanical reference 10: parts, wiring, 5 % */
export function carry(box: Box, fit: CaseFit | undefined, wiring: WiringPlan): Carry {
  const casePart = partOf(box, 'case', box.casePartId);
  const bodiesKg =
    fit?.bodies.reduce((s, b) => s + b.massKg, 0) ??
    (box.bank.stands === 'outside' ? 0 : (partOf(box, 'battery', box.bank.partId)?.massKg ?? 0) * box.bank.count);
  const panelKg = box.ports.reduce((s, p) => s + (panelPartOf(box, p)?.massKg ?? 0), 0);
  const wireKg =
    wiring.netlist.conductors.reduce(
      (s, c) => s + (c.size && knownSize(c.size) ? (areaMm2(c.size) * c.lengthMm * WIRE_KG_PER_M_MM2) / 1000 : 0),
      0
    ) + SMALL_PARTS_KG;
  const massKg = ((casePart?.massKg ?? 0) + bodiesKg + panelKg + wireKg) * ALLOWANCE;
  const limitKg = CARRY_LIMIT_KG[box.outing.carry];
  const bands = (Object.keys(CARRY_LIMIT_KG) as CarryWord[]).find((w) => massKg <= CARRY_LIMIT_KG[w]) ?? 'vehicle';
  return {
    massKg,
    limitKg,
    bands,
    centreMm: fit && fit.placed.length ? centre(fit) : undefined,
    working: {
      id: 'mass',
      title: 'What it weighs',
      formula: '(case + bodies + panel parts + wiring) × 1.05',
      lines: [
        line('Case, empty', fixed(casePart?.massKg ?? 0, 3), 'kg', 'part', 'its listing; weigh yours', '+'),
        line('Battery and other bodies', fixed(bodiesKg, 3), 'kg', 'part', `${fit?.bodies.length ?? 1} inside`, '+'),
        line('Panel parts', fixed(panelKg, 3), 'kg', 'part', `${box.ports.length} on the faces`, '+'),
        line('Wire, fuses, crimps', fixed(wireKg, 3), 'kg', 'computed', 'by length and size', '+'),
        line('Allowance', String(ALLOWANCE), '', 'assumed', 'screws, foam, labels', '×')
      ],
      result: { value: fixed(massKg, 1), unit: 'kg' }
    }
  };
}

function centre(fit: CaseFit): { xMm: number; yMm: number; zMm: number } {
  const c = fit.part;
  const points = fit.placed.map((p) => ({
    m: fit.bodies.find((b) => b.id === p.id)!.massKg,
    x: p.xMm + p.lengthMm / 2,
    y: p.yMm + p.widthMm / 2,
    z: p.zMm + p.heightMm / 2
  }));
  points.push({ m: c.massKg, x: c.rimLengthMm / 2, y: c.rimWidthMm / 2, z: c.depthMm / 2 });
  const total = points.reduce((s, p) => s + p.m, 0);
  const mean = (f: (p: (typeof points)[number]) => number) => points.reduce((s, p) => s + p.m * f(p), 0) / total;
  return { xMm: mean((p) => p.x), yMm: mean((p) => p.y), zMm: mean((p) => p.z) };
}
