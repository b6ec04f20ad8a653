import type { Face } from '@haversack/core/catalogue/faces';
import { evaluate } from '@haversack/core/evaluate';
import { drilledFaces, faceDrawing, type FaceDrawing } from '@haversack/core/template/face-drawing';
import { getBox } from '../boxes.ts';
import type { Db } from '../db/open.ts';
import { ApiError } from '../errors.ts';
import { fullCatalogue } from '../parts.ts';
import { ownBits } from '../settings.ts';

/** Drawings of the drilled faces of a stored box. @throws ApiError 404, 422 without a case or holes */
export function drawingsOf(db: Db, boxId: string): { name: string; faces: FaceDrawing[] } {
  const { document } = getBox(db, boxId);
  const plan = evaluate(document, fullCatalogue(db));
  if (!plan.fit || !plan.panel) throw new ApiError(422, 'Choose a case first: a template needs its faces.');
  const { panel, fit } = plan;
  const bits = ownBits(db);
  const faces = drilledFaces(document, panel).map((face) => faceDrawing(document, panel, fit.part, face, bits));
  if (faces.length === 0) throw new ApiError(422, 'No hole is planned yet: put ports on the faces first.');
  return { name: document.name, faces };
}

export function drawingOf(db: Db, boxId: string, face: Face): { name: string; drawing: FaceDrawing } {
  const { name, faces } = drawingsOf(db, boxId);
  const drawing = faces.find((f) => f.face === face);
  if (!drawing) throw new ApiError(404, `Nothing is drilled on the ${face}.`);
  return { name, drawing };
}

/** A file name that every system takes. */
export const fileName = (box: string, what: string): string =>
  `${
    box
      .toLowerCase()
      .replace(/[^a-z0-9]+/g, '-')
      .replace(/^-|-$/g, '') || 'box'
  }-${what}`;
