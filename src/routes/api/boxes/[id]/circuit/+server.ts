import { evaluate } from '@haversack/core/evaluate';
import { spiceNetlist } from '@haversack/core/exchange/spice';
import { benchSource } from '@haversack/core/trials/setting';
import { schematic } from '@haversack/core/schematic/layout';
import { schematicSvg } from '@haversack/core/schematic/svg';
import { getBox } from '$lib/server/boxes.ts';
import { answer } from '$lib/server/errors.ts';
import { fileName } from '$lib/server/export/drawings.ts';
import { fullCatalogue } from '$lib/server/parts.ts';
import { theDb } from '$lib/server/store.ts';

const WIDTH_PX = 1000;

/** The drawn circuit as SVG, or with ?format=spice as a netlist that circuit simulators read. */
export const GET = ({ params, url }) =>
  answer(() => {
    const db = theDb();
    const { document } = getBox(db, params.id);
    const { wiring, bank } = evaluate(document, fullCatalogue(db));
    if (url.searchParams.get('format') === 'spice')
      return new Response(spiceNetlist(wiring, benchSource(bank), document.name).text, {
        headers: {
          'content-type': 'text/plain; charset=utf-8',
          'content-disposition': `attachment; filename="${fileName(document.name, 'circuit.cir')}"`
        }
      });
    const drawing = schematic(wiring, { widthPx: WIDTH_PX, lengthUnit: document.preferences.lengthUnit });
    return new Response(schematicSvg(drawing, { title: document.name, colours: document.preferences.colours }), {
      headers: {
        'content-type': 'image/svg+xml; charset=utf-8',
        'content-disposition': `attachment; filename="${fileName(document.name, 'circuit.svg')}"`
      }
    });
  });
