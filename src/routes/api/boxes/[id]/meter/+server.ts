import { getBox } from '$lib/server/boxes.ts';
import { answer } from '$lib/server/errors.ts';
import { joinMeter, knownSource, leaveMeter, meterOf } from '$lib/server/meter/meters.ts';
import { readJson } from '$lib/server/read-json.ts';
import { theDb } from '$lib/server/store.ts';

export const GET = ({ params }) =>
  answer(() => {
    getBox(theDb(), params.id);
    return { meter: meterOf(params.id)?.now ?? null, known: knownSource(theDb(), params.id) };
  });
export const POST = ({ params, request }) =>
  answer(async () => ({ meter: joinMeter(theDb(), params.id, await readJson(request)) }));
export const DELETE = ({ params }) => answer(() => leaveMeter(theDb(), params.id));
