import { changeBattery, deleteBattery, putBackBattery } from '$lib/server/batteries.ts';
import { dayOf } from '$lib/server/day.ts';
import { answer } from '$lib/server/errors.ts';
import { readJson } from '$lib/server/read-json.ts';
import { theDb } from '$lib/server/store.ts';

/** Changes it, or moves it to another box. */
export const PATCH = ({ params, request }) =>
  answer(async () => changeBattery(theDb(), params.id, await readJson(request), dayOf(Date.now()), Date.now()));
/** Puts one back that was taken out. */
export const PUT = ({ params, request }) =>
  answer(async () => putBackBattery(theDb(), params.id, await readJson(request), Date.now()));
export const DELETE = ({ params }) => answer(() => deleteBattery(theDb(), params.id));
