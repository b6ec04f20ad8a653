import { version } from '$app/environment';
import { z } from 'zod';
import { answer, ApiError } from '$lib/server/errors.ts';
import { deleteBox, getBox, saveBox, setArchived } from '$lib/server/boxes.ts';
import { parseDocument } from '$lib/server/documents.ts';
import { leaveMeter } from '$lib/server/meter/meters.ts';
import { readJson } from '$lib/server/read-json.ts';
import { keptVerdicts } from '$lib/server/shelf.ts';
import { theDb } from '$lib/server/store.ts';
import { VERSION_WHYS } from '$lib/server/versions.ts';
import { savedBox } from '$lib/server/work/ask.ts';

const saveBody = z.strictObject({
  document: z.unknown(),
  revision: z.number().int().min(1),
  /** What the save is, for the version before it. */
  why: z.enum(VERSION_WHYS).default('work')
});
const patchBody = z.strictObject({ archived: z.boolean() });

export const GET = ({ params }) =>
  answer(() => ({ ...getBox(theDb(), params.id), verdicts: keptVerdicts(theDb(), params.id, version) }));

export const PUT = ({ params, request }) =>
  answer(async () => {
    const body = saveBody.safeParse(await readJson(request));
    if (!body.success) throw new ApiError(400, 'A save needs the document and the revision it started from.');
    const { revision, updatedMs } = saveBox(
      theDb(),
      params.id,
      parseDocument(body.data.document),
      body.data.revision,
      Date.now(),
      body.data.why
    );
    savedBox(theDb(), params.id);
    return { revision, updatedMs };
  });

export const PATCH = ({ params, request }) =>
  answer(async () => {
    const body = patchBody.safeParse(await readJson(request));
    if (!body.success) throw new ApiError(400, 'Only archived can be changed here.');
    setArchived(theDb(), params.id, body.data.archived);
  });

export const DELETE = ({ params }) =>
  answer(() => {
    deleteBox(theDb(), params.id);
    leaveMeter(theDb(), params.id);
  });
