import { Marks } from '@haversack/core/bench/marks';
import { PAPER_KINDS, paperOf, type PaperKind } from '@haversack/core/bench/papers';
import { passportOf } from '@haversack/core/bench/passport';
import { evaluate } from '@haversack/core/evaluate';
import { json } from '@sveltejs/kit';
import { listMarks } from '$lib/server/bench.ts';
import { getBox } from '$lib/server/boxes.ts';
import { answer, ApiError } from '$lib/server/errors.ts';
import { fileName } from '$lib/server/export/drawings.ts';
import { paperPdf } from '$lib/server/export/paper-pdf.ts';
import { listLog } from '$lib/server/logbook.ts';
import { fullCatalogue } from '$lib/server/parts.ts';
import { ownBits } from '$lib/server/settings.ts';
import { theDb } from '$lib/server/store.ts';

/** 'card.pdf', 'build.pdf', 'test.pdf', 'passport.pdf', 'passport.json'. */
export const GET = ({ params, url }) =>
  answer(async () => {
    const [kind, form] = params.paper.split('.');
    const paper = url.searchParams.get('paper') ?? 'a4';
    if (!PAPER_KINDS.includes(kind as PaperKind) || (form !== 'pdf' && !(form === 'json' && kind === 'passport')))
      throw new ApiError(
        404,
        `There is no paper '${params.paper.slice(0, 40)}': ${PAPER_KINDS.join(', ')} as .pdf, passport.json.`
      );
    if (paper !== 'a4' && paper !== 'letter') throw new ApiError(400, 'The paper is a4 or letter.');
    const db = theDb();
    const { document } = getBox(db, params.id);
    const sources = {
      box: document,
      boxId: params.id,
      plan: evaluate(document, fullCatalogue(db)),
      marks: new Marks(listMarks(db, params.id)),
      bits: ownBits(db),
      records: listLog(db, params.id, { limit: 300 }).records,
      day: new Date().toISOString().slice(0, 10)
    };
    const disposition = (end: string) => ({
      'content-disposition': `attachment; filename="${fileName(document.name, end)}"`
    });
    if (form === 'json') return json(passportOf(sources), { headers: disposition('passport.json') });
    const pdf = await paperPdf(paperOf(kind as PaperKind, sources), paper);
    return new Response(new Uint8Array(pdf), {
      headers: { 'content-type': 'application/pdf', ...disposition(`${kind}-${paper}.pdf`) }
    });
  });
