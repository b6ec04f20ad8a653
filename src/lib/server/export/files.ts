import { labelSheet } from '@haversack/core/bench/label-sheet';
import { leadLabels, portLabels } from '@haversack/core/bench/labels';
import { Marks } from '@haversack/core/bench/marks';
import { paperOf, type PaperKind } from '@haversack/core/bench/papers';
import { passportOf } from '@haversack/core/bench/passport';
import type { Face } from '@haversack/core/catalogue/faces';
import { evaluate } from '@haversack/core/evaluate';
import { spiceNetlist } from '@haversack/core/exchange/spice';
import { schematic } from '@haversack/core/schematic/layout';
import { schematicSvg } from '@haversack/core/schematic/svg';
import { faceSvg } from '@haversack/core/template/svg';
import { benchSource } from '@haversack/core/trials/setting';
import Papa from 'papaparse';
import { listMarks } from '../bench.ts';
import { getBox } from '../boxes.ts';
import type { Db } from '../db/open.ts';
import { ApiError } from '../errors.ts';
import { listLog } from '../logbook.ts';
import { fullCatalogue } from '../parts.ts';
import { ownBits } from '../settings.ts';
import { packBox } from '../travel.ts';
import { drawingOf, drawingsOf, fileName } from './drawings.ts';
import { faceDxf } from './dxf.ts';
import type { FileOut } from './file-out.ts';
import { labelsPdf } from './labels-pdf.ts';
import { paperPdf } from './paper-pdf.ts';
import { templatePdf } from './template-pdf.ts';

export type Paper = 'a4' | 'letter';
type Of<T> = { boxId: string } & T;

const SVG = 'image/svg+xml; charset=utf-8';
const PDF = 'application/pdf';
/** Width of the drawn circuit as a file, px. */
const CIRCUIT_PX = 1000;
/** As many of the newest records as a paper tells from. */
const PAPER_RECORDS = 300;

/** The drawn circuit, or the netlist that circuit simulators read. @throws ApiError 404 */
export function circuitFile(db: Db, { boxId, format }: Of<{ format: 'svg' | 'spice' }>): FileOut {
  const { document } = getBox(db, boxId);
  const { wiring, bank } = evaluate(document, fullCatalogue(db));
  if (format === 'spice')
    return {
      body: spiceNetlist(wiring, benchSource(bank), document.name).text,
      type: 'text/plain; charset=utf-8',
      name: fileName(document.name, 'circuit.cir')
    };
  const drawing = schematic(wiring, { widthPx: CIRCUIT_PX, lengthUnit: document.preferences.lengthUnit });
  return {
    body: schematicSvg(drawing, { title: document.name, colours: document.preferences.colours }),
    type: SVG,
    name: fileName(document.name, 'circuit.svg')
  };
}

/** One drilled face. @throws ApiError 404, 422 */
export function faceFile(db: Db, { boxId, face, format }: Of<{ face: Face; format: 'svg' | 'dxf' }>): FileOut {
  const { name, drawing } = drawingOf(db, boxId, face);
  return {
    body: format === 'svg' ? faceSvg(drawing) : faceDxf(drawing),
    type: format === 'svg' ? SVG : 'application/dxf',
    name: fileName(name, `${face}.${format}`)
  };
}

/** The drilling template of every face. @throws ApiError 404, 422 */
export async function templateFile(db: Db, { boxId, paper }: Of<{ paper: Paper }>): Promise<FileOut> {
  const { name, faces } = drawingsOf(db, boxId);
  return { body: await templatePdf(name, faces, paper), type: PDF, name: fileName(name, `template-${paper}.pdf`) };
}

/** Labels of the ports as a drawing; with those of the leads as sheets to print. @throws ApiError 404, 422 */
export async function labelsFile(
  db: Db,
  { boxId, format, paper }: Of<{ format: 'svg' | 'pdf'; paper: Paper }>
): Promise<FileOut> {
  const { document } = getBox(db, boxId);
  const plan = evaluate(document, fullCatalogue(db));
  if (!plan.panel) throw new ApiError(422, 'Choose a case first: labels belong to its ports.');
  const ports = portLabels(document, plan.panel, plan.wiring);
  if (format === 'svg')
    return { body: faceSvg(labelSheet(document.name, ports)), type: SVG, name: fileName(document.name, 'labels.svg') };
  const groups = [
    { name: 'labels of the ports', labels: ports },
    { name: 'flags for the leads', labels: leadLabels(plan.runs) }
  ].filter((g) => g.labels.length > 0);
  if (groups.length === 0) throw new ApiError(422, 'Nothing to label yet: put ports on the faces first.');
  return {
    body: await labelsPdf(document.name, groups, paper),
    type: PDF,
    name: fileName(document.name, 'labels.pdf')
  };
}

/** Lid card, build sheet, test sheet or passport; the passport as data, too. @throws ApiError 404 */
export async function paperFile(
  db: Db,
  { boxId, kind, form, paper, day }: Of<{ kind: PaperKind; form: 'pdf' | 'json'; paper: Paper; day: string }>
): Promise<FileOut> {
  const { document } = getBox(db, boxId);
  const sources = {
    box: document,
    boxId,
    plan: evaluate(document, fullCatalogue(db)),
    marks: new Marks(listMarks(db, boxId)),
    bits: ownBits(db),
    records: listLog(db, boxId, { limit: PAPER_RECORDS }).records,
    day
  };
  if (form === 'json')
    return {
      body: JSON.stringify(passportOf(sources)),
      type: 'application/json',
      name: fileName(document.name, 'passport.json')
    };
  return {
    body: await paperPdf(paperOf(kind, sources), paper),
    type: PDF,
    name: fileName(document.name, `${kind}-${paper}.pdf`)
  };
}

/** The cut list as a table. @throws ApiError 404 */
export function runsFile(db: Db, { boxId }: Of<object>): FileOut {
  const { document } = getBox(db, boxId);
  const { runs } = evaluate(document, fullCatalogue(db)).runs;
  const rows = runs.map((r) => ({
    run: r.id,
    from: r.from.tab,
    to: r.to.tab,
    wire: r.count > 1 ? `${r.count} x ${r.size}` : r.size,
    colour: r.colour,
    cut_mm: r.lengthMm,
    as_cut: r.asCut ? 'yes' : '',
    terminal_from: r.from.terminal,
    terminal_to: r.to.terminal,
    sleeve: r.sleeve,
    die: r.die,
    label: r.label
  }));
  return {
    body: Papa.unparse(rows, { escapeFormulae: true }),
    type: 'text/csv; charset=utf-8',
    name: fileName(document.name, 'runs.csv')
  };
}

/** The box with logbook, photographs, variants and parts. @throws ApiError 404, 422 */
export function travelFile(db: Db, { boxId }: Of<object>): FileOut {
  const { name, bytes } = packBox(db, boxId);
  return { body: bytes, type: 'application/zip', name: fileName(name, 'haversack.zip') };
}
