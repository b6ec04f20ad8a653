import { evaluate } from '@haversack/core/evaluate';
import Papa from 'papaparse';
import { getBox } from '$lib/server/boxes.ts';
import { answer } from '$lib/server/errors.ts';
import { fileName } from '$lib/server/export/drawings.ts';
import { fullCatalogue } from '$lib/server/parts.ts';
import { theDb } from '$lib/server/store.ts';

export const GET = ({ params }) =>
  answer(() => {
    const db = theDb();
    const { document } = getBox(db, params.id);
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
    return new Response(Papa.unparse(rows, { escapeFormulae: true }), {
      headers: {
        'content-type': 'text/csv; charset=utf-8',
        'content-disposition': `attachment; filename="${fileName(document.name, 'runs.csv')}"`
      }
    });
  });
