import { turned, type PackBody, type Space } from '../src/case/space.ts';

/** A case with upright walls and nothing in it. */
export const straight = (length: number, width: number, height: number, over: Partial<Space> = {}): Space => ({
  rimLengthMm: length,
  rimWidthMm: width,
  heightMm: height,
  floorLengthMm: length,
  floorWidthMm: width,
  taperDepthMm: height,
  gapMm: 0,
  wallGapMm: 0,
  floorPadMm: 0,
  roofPadMm: 0,
  keepOuts: [],
  ...over
});

type Block = readonly number[];
const clear = (a: Block, b: Block, gap: number): boolean =>
  [0, 1, 2].some((k) => a[k]! >= b[k + 3]! + gap || b[k]! >= a[k + 3]! + gap);

/** The obvious oracle for upright walls: every whole position of every turn, one body after the other. */
export function everyPosition(s: Space, list: readonly PackBody[]): boolean {
  const stands: Block[] = [...s.keepOuts];
  const place = (i: number): boolean => {
    const body = list[i];
    if (!body) return true;
    for (const turn of body.turns) {
      const [l, w, h] = turned(body, turn);
      const highest = s.onFloor ? s.floorPadMm : s.heightMm - s.roofPadMm - h;
      if (s.floorPadMm + h > s.heightMm - s.roofPadMm) continue;
      for (let z = s.floorPadMm; z <= highest; z++)
        for (let x = s.wallGapMm; x + l <= s.rimLengthMm - s.wallGapMm; x++)
          for (let y = s.wallGapMm; y + w <= s.rimWidthMm - s.wallGapMm; y++) {
            const block = [x, y, z, x + l, y + w, z + h];
            if (!stands.every((o) => clear(block, o, s.gapMm))) continue;
            stands.push(block);
            if (place(i + 1)) return true;
            stands.pop();
          }
    }
    return false;
  };
  return place(0);
}
