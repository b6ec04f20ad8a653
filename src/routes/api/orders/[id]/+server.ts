import { answer } from '$lib/server/errors.ts';
import { readJson } from '$lib/server/read-json.ts';
import { removeOrder, setArrived, setPaid } from '$lib/server/shopping.ts';
import { theDb } from '$lib/server/store.ts';

/** What came of a line, or what was paid for it. */
export const PATCH = ({ params, request }) =>
  answer(async () => {
    const data = await readJson(request);
    const isPrice = typeof data === 'object' && data !== null && 'price' in data;
    return (isPrice ? setPaid : setArrived)(theDb(), params.id, data);
  });
export const DELETE = ({ params }) => answer(() => ({ orders: removeOrder(theDb(), params.id) }));
