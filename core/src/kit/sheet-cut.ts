/** A piece cut from a sheet: foam. */
export type SheetPiece = { id: string; label: string; lengthMm: number; widthMm: number };
export type SheetSize = { lengthMm: number; widthMm: number };
/** Pieces side by side along the length of a sheet, cut off as one strip first. */
export type SheetRow = { widthMm: number; pieces: SheetPiece[]; leftMm: number };
export type CutSheet = { rows: SheetRow[]; leftWidthMm: number };
export type SheetPlan = {
  sheets: CutSheet[];
  /** Fewer cannot do: by total area. */
  leastSheets: number;
  leftMm2: number;
};

const area = (p: SheetPiece): number => p.lengthMm * p.widthMm;

/** What is larger than a sheet is butted from equal parts; the longer side lies along the sheet. */
function asLaid(p: SheetPiece, sheet: SheetSize): SheetPiece[] {
  const [longMm, shortMm] = [Math.max(p.lengthMm, p.widthMm), Math.min(p.lengthMm, p.widthMm)];
  const along = Math.ceil(longMm / sheet.lengthMm - 1e-9);
  const across = Math.ceil(shortMm / sheet.widthMm - 1e-9);
  const count = along * across;
  return Array.from({ length: count }, (_, i) => ({
    id: count === 1 ? p.id : `${p.id}-${i + 1}`,
    label: count === 1 ? p.label : `${p.label}, part ${i + 1} of ${count}`,
    lengthMm: longMm / along,
    widthMm: shortMm / across
  }));
}

/** Laid the other way where that goes on the sheet. */
const turned = (p: SheetPiece, sheet: SheetSize): SheetPiece =>
  p.lengthMm <= sheet.widthMm + 1e-9 && p.widthMm <= sheet.lengthMm + 1e-9
    ? { ...p, lengthMm: p.widthMm, widthMm: p.lengthMm }
    : p;

/** First fit by falling width: each piece goes into the first strip it goes into, or begins a strip or a sheet. */
function laidOut(pieces: readonly SheetPiece[], sheet: SheetSize, kerfMm: number): CutSheet[] {
  const sheets: CutSheet[] = [];
  for (const p of pieces.toSorted((a, b) => b.widthMm - a.widthMm || b.lengthMm - a.lengthMm)) {
    const rows = sheets.flatMap((s) => s.rows);
    const row = rows.find((r) => r.widthMm >= p.widthMm - 1e-9 && r.leftMm >= p.lengthMm - 1e-9);
    if (row) {
      row.pieces.push(p);
      row.leftMm = Math.max(0, row.leftMm - p.lengthMm - kerfMm);
      continue;
    }
    let on = sheets.find((s) => s.leftWidthMm >= p.widthMm - 1e-9);
    if (!on) {
      on = { rows: [], leftWidthMm: sheet.widthMm };
      sheets.push(on);
    }
    on.rows.push({ widthMm: p.widthMm, pieces: [p], leftMm: Math.max(0, sheet.lengthMm - p.lengthMm - kerfMm) });
    on.leftWidthMm = Math.max(0, on.leftWidthMm - p.widthMm - kerfMm);
  }
  return sheets;
}

/**
 * Pieces laid on sheets so that each sheet is cut across into strips, and each strip into its pieces: all cuts go through,
 * as with knife and ruler. Tried with the long sides along the sheet and across it; the one with fewer sheets is taken.
 * @source two-dimensional level packing, first fit by falling width; no proof of the fewest, but `leastSheets` bounds it
 */
export function sheetPlan(pieces: readonly SheetPiece[], sheet: SheetSize, kerfMm = 0): SheetPlan {
  const laid = pieces.filter((p) => p.lengthMm > 0 && p.widthMm > 0).flatMap((p) => asLaid(p, sheet));
  const ways = [laid, laid.map((p) => turned(p, sheet))].map((way) => laidOut(way, sheet, kerfMm));
  const sheets = ways.toSorted((a, b) => a.length - b.length)[0]!;
  const used = laid.reduce((s, p) => s + area(p), 0);
  const one = sheet.lengthMm * sheet.widthMm;
  return { sheets, leastSheets: Math.max(0, Math.ceil(used / one - 1e-9)), leftMm2: sheets.length * one - used };
}

/** Pieces of a sheet with the corner each begins at, from the sheet's own, for a drawing. */
export function placedOn(sheet: CutSheet): (SheetPiece & { xMm: number; yMm: number })[] {
  let yMm = 0;
  return sheet.rows.flatMap((row) => {
    const top = yMm;
    yMm += row.widthMm;
    let xMm = 0;
    return row.pieces.map((p) => {
      const left = xMm;
      xMm += p.lengthMm;
      return { ...p, xMm: left, yMm: top };
    });
  });
}
