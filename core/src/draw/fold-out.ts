import { faceSizeMm } from '../case/faces.ts';
import { FACES, type Face } from '../catalogue/faces.ts';
import type { PartOf } from '../catalogue/part.ts';

/** Where each face lies on the paper, px: left | front | right | back in one belt, lid above the front, floor below. */
export class FoldOutLayout {
  readonly c: PartOf<'case'>;
  readonly scale: number;
  readonly L: number;
  readonly W: number;
  readonly D: number;
  readonly marginX = 24;
  readonly lidY = 20;
  readonly beltY: number;
  readonly origin: Record<Face, { x: number; y: number }>;
  readonly width: number;
  readonly height: number;

  constructor(c: PartOf<'case'>, scale: number) {
    this.c = c;
    this.scale = scale;
    this.L = c.rimLengthMm * scale;
    this.W = c.rimWidthMm * scale;
    this.D = c.depthMm * scale;
    const x = this.marginX;
    this.beltY = this.lidY + this.W + 30;
    this.origin = {
      left: { x, y: this.beltY },
      front: { x: x + this.W, y: this.beltY },
      right: { x: x + this.W + this.L, y: this.beltY },
      back: { x: x + 2 * this.W + this.L, y: this.beltY },
      lid: { x: x + this.W, y: this.lidY },
      floor: { x: x + this.W, y: this.beltY + this.D }
    };
    this.width = 2 * x + 2 * this.W + 2 * this.L;
    this.height = this.beltY + this.D + this.W + 24;
  }

  size(face: Face): { widthMm: number; heightMm: number } {
    return faceSizeMm(this.c, face);
  }
  /** Paper place of a face point: x from its left edge, y up. */
  px(face: Face, xMm: number): number {
    return this.origin[face].x + xMm * this.scale;
  }
  py(face: Face, yMm: number): number {
    return this.origin[face].y + (this.size(face).heightMm - yMm) * this.scale;
  }
  faceAt(x: number, y: number): Face | undefined {
    return FACES.find((f) => {
      const s = this.size(f);
      const o = this.origin[f];
      return x >= o.x && x <= o.x + s.widthMm * this.scale && y >= o.y && y <= o.y + s.heightMm * this.scale;
    });
  }
  /** The face point under a paper point, on a named face even when outside it. */
  on(face: Face, x: number, y: number): { xMm: number; yMm: number } {
    return {
      xMm: (x - this.origin[face].x) / this.scale,
      yMm: this.size(face).heightMm - (y - this.origin[face].y) / this.scale
    };
  }
}

export const FACE_NAMES: Record<Face, string> = {
  left: 'Left',
  front: 'Front',
  right: 'Right',
  back: 'Back',
  lid: 'Lid',
  floor: 'Floor'
};
