import { answer } from '$lib/server/errors.ts';
import { readJson } from '$lib/server/read-json.ts';
import { changeLine, removeOrder } from '$lib/server/shopping.ts';
import { theDb } from '$lib/server/store.ts';

export const PATCH = ({ params, request }) =>
  answer(async () => changeLine(theDb(), params.id, await readJson(request)));
export const DELETE = ({ params }) => answer(() => ({ orders: removeOrder(theDb(), params.id) }));
