import { MM_PER_INCH } from '../quantity/units.ts';
import { inchFraction } from '../quantity/length.ts';
import type { PartOf } from '../catalogue/part.ts';

export const BIT_FAMILIES = ['twist', 'brad', 'step', 'hole-saw', 'spade', 'forstner'] as const;
export type BitFamily = (typeof BIT_FAMILIES)[number];
type Material = PartOf<'case'>['material'];

/** How much larger than itself a bit cuts, mm, and what it is fit for. @source mechanical reference 6.1; growth is a rule of thumb: try in scrap */
export const FAMILY: Record<
  BitFamily,
  { name: string; growthMm: number; suits: readonly Material[]; mostWallMm: number }
> = {
  twist: { name: 'twist drill', growthMm: 0.15, suits: ['PP', 'ABS', 'PC', 'steel', 'wood'], mostWallMm: 100 },
  brad: { name: 'brad-point drill', growthMm: 0.1, suits: ['wood', 'PP', 'ABS'], mostWallMm: 100 },
  step: { name: 'step drill', growthMm: 0.1, suits: ['PP', 'ABS', 'PC', 'steel'], mostWallMm: 5 },
  'hole-saw': { name: 'hole saw', growthMm: 0.4, suits: ['PP', 'ABS', 'PC', 'steel', 'wood'], mostWallMm: 30 },
  spade: { name: 'spade bit', growthMm: 0.3, suits: ['wood'], mostWallMm: 100 },
  forstner: { name: 'Forstner bit', growthMm: 0.1, suits: ['wood', 'PP', 'ABS', 'PC'], mostWallMm: 100 }
};

export type BitSet = { id: string; name: string; family: BitFamily; sizesMm: number[] };

const steps = (from: number, to: number, by: number): number[] =>
  Array.from({ length: Math.round((to - from) / by) + 1 }, (_, i) => Number((from + i * by).toFixed(6)));
const inches = (from: number, to: number, by: number): number[] => steps(from, to, by).map((v) => v * MM_PER_INCH);

/** Sets as they are sold. @source mechanical reference 6.1 */
export const USUAL_SETS: readonly BitSet[] = [
  { id: 'twist-mm', name: 'Twist drills, 2 to 13 mm', family: 'twist', sizesMm: steps(2, 13, 0.5) },
  { id: 'twist-in', name: 'Twist drills, 1/16 to 1/2 in', family: 'twist', sizesMm: inches(1 / 16, 1 / 2, 1 / 64) },
  { id: 'brad-mm', name: 'Brad-point drills, 3 to 12 mm', family: 'brad', sizesMm: steps(3, 12, 1) },
  { id: 'step-mm-12', name: 'Step drill, 4 to 12 mm', family: 'step', sizesMm: steps(4, 12, 1) },
  { id: 'step-mm-20', name: 'Step drill, 4 to 20 mm', family: 'step', sizesMm: steps(4, 20, 2) },
  { id: 'step-mm-32', name: 'Step drill, 4 to 32 mm', family: 'step', sizesMm: steps(4, 32, 2) },
  { id: 'step-in-12', name: 'Step drill, 1/8 to 1/2 in', family: 'step', sizesMm: inches(1 / 8, 1 / 2, 1 / 32) },
  { id: 'step-in-34', name: 'Step drill, 1/4 to 3/4 in', family: 'step', sizesMm: inches(1 / 4, 3 / 4, 1 / 16) },
  { id: 'step-in-78', name: 'Step drill, 3/16 to 7/8 in', family: 'step', sizesMm: inches(3 / 16, 7 / 8, 1 / 16) },
  { id: 'step-in-138', name: 'Step drill, 1/4 to 1 3/8 in', family: 'step', sizesMm: inches(1 / 4, 11 / 8, 1 / 8) },
  { id: 'saw-in', name: 'Hole saws, 9/16 to 2 in', family: 'hole-saw', sizesMm: inches(9 / 16, 2, 1 / 16) },
  {
    id: 'spade-mm',
    name: 'Spade bits, 6 to 38 mm',
    family: 'spade',
    sizesMm: [...steps(6, 22, 2), 25, 28, 30, 32, 35, 38]
  },
  { id: 'spade-in', name: 'Spade bits, 1/4 to 1 1/2 in', family: 'spade', sizesMm: inches(1 / 4, 3 / 2, 1 / 8) },
  {
    id: 'forstner-mm',
    name: 'Forstner bits, 10 to 40 mm',
    family: 'forstner',
    sizesMm: [10, 12, 15, 16, 18, 20, 22, 25, 26, 28, 30, 32, 35, 38, 40]
  },
  {
    id: 'forstner-in',
    name: 'Forstner bits, 1/4 to 2 1/8 in',
    family: 'forstner',
    sizesMm: inches(1 / 4, 17 / 8, 1 / 8)
  }
];

/** What somebody owns until they say otherwise: a set of twist drills and two step drills. */
export const START_SETS: readonly BitSet[] = USUAL_SETS.filter((s) =>
  ['twist-mm', 'step-mm-20', 'step-mm-32'].includes(s.id)
);

export type Bit = { family: BitFamily; sizeMm: number; setId: string };

/** Bits of some sets that suit a wall. */
export const bitsFor = (sets: readonly BitSet[], material: Material, wallMm: number): Bit[] =>
  sets
    .filter((s) => FAMILY[s.family].suits.includes(material) && wallMm <= FAMILY[s.family].mostWallMm)
    .flatMap((s) => s.sizesMm.map((sizeMm) => ({ family: s.family, sizeMm, setId: s.id })));

/** A bit in words: '28 mm step drill' or '1 1/8 in hole saw'. */
export function bitText(bit: Bit): string {
  const inch = inchFraction(bit.sizeMm);
  const metric = Math.abs(bit.sizeMm - Number(bit.sizeMm.toFixed(1))) < 1e-6;
  const size = metric ? `${Number(bit.sizeMm.toFixed(1))} mm` : `${inch.text} in`;
  return `${size} ${FAMILY[bit.family].name}`;
}
