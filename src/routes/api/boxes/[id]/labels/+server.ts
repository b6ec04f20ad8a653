import { labelSheet } from '@haversack/core/bench/label-sheet';
import { leadLabels, portLabels } from '@haversack/core/bench/labels';
import { evaluate } from '@haversack/core/evaluate';
import { faceSvg } from '@haversack/core/template/svg';
import { z } from 'zod';
import { getBox } from '$lib/server/boxes.ts';
import { answer, ApiError } from '$lib/server/errors.ts';
import { fileName } from '$lib/server/export/drawings.ts';
import { labelsPdf } from '$lib/server/export/labels-pdf.ts';
import { fullCatalogue } from '$lib/server/parts.ts';
import { theDb } from '$lib/server/store.ts';

const query = z.object({
  format: z.enum(['svg', 'pdf']).default('svg'),
  paper: z.enum(['a4', 'letter']).default('a4')
});

/** Labels of the ports as a drawing; with those of the leads as sheets to print. */
export const GET = ({ params, url }) =>
  answer(async () => {
    const asked = query.safeParse(Object.fromEntries(url.searchParams));
    if (!asked.success)
      throw new ApiError(422, 'Labels come as format=svg or format=pdf, a PDF with paper=a4 or paper=letter.');
    const db = theDb();
    const { document } = getBox(db, params.id);
    const plan = evaluate(document, fullCatalogue(db));
    if (!plan.panel) throw new ApiError(422, 'Choose a case first: labels belong to its ports.');
    const ports = portLabels(document, plan.panel, plan.wiring);
    const { format, paper } = asked.data;
    if (format === 'svg')
      return new Response(faceSvg(labelSheet(document.name, ports)), {
        headers: {
          'content-type': 'image/svg+xml',
          'content-disposition': `attachment; filename="${fileName(document.name, 'labels.svg')}"`
        }
      });
    const leads = leadLabels(plan.runs);
    const groups = [
      { name: 'labels of the ports', labels: ports },
      { name: 'flags for the leads', labels: leads }
    ].filter((g) => g.labels.length > 0);
    if (groups.length === 0) throw new ApiError(422, 'Nothing to label yet: put ports on the faces first.');
    const pdf = await labelsPdf(document.name, groups, paper);
    return new Response(new Uint8Array(pdf), {
      headers: {
        'content-type': 'application/pdf',
        'content-disposition': `attachment; filename="${fileName(document.name, 'labels.pdf')}"`
      }
    });
  });
