import { answer } from '$lib/server/errors.ts';
import { readJson } from '$lib/server/read-json.ts';
import { addOrders, listOrders } from '$lib/server/shopping.ts';
import { theDb } from '$lib/server/store.ts';

export const GET = () => answer(() => ({ orders: listOrders(theDb()) }));
export const POST = ({ request }) =>
  answer(async () => ({ orders: addOrders(theDb(), await readJson(request), Date.now()) }));
