import { portLabels } from '@haversack/core/bench/labels';
import { labelSheet } from '@haversack/core/bench/label-sheet';
import { evaluate } from '@haversack/core/evaluate';
import { faceSvg } from '@haversack/core/template/svg';
import { getBox } from '$lib/server/boxes.ts';
import { answer, ApiError } from '$lib/server/errors.ts';
import { fileName } from '$lib/server/export/drawings.ts';
import { fullCatalogue } from '$lib/server/parts.ts';
import { theDb } from '$lib/server/store.ts';

export const GET = ({ params }) =>
  answer(() => {
    const db = theDb();
    const { document } = getBox(db, params.id);
    const plan = evaluate(document, fullCatalogue(db));
    if (!plan.panel) throw new ApiError(422, 'Choose a case first: labels belong to its ports.');
    const sheet = labelSheet(document.name, portLabels(document, plan.panel, plan.wiring));
    return new Response(faceSvg(sheet), {
      headers: {
        'content-type': 'image/svg+xml',
        'content-disposition': `attachment; filename="${fileName(document.name, 'labels.svg')}"`
      }
    });
  });
