import { addBattery, keptBatteries } from '$lib/server/batteries.ts';
import { dayOf } from '$lib/server/day.ts';
import { answer } from '$lib/server/errors.ts';
import { readJson } from '$lib/server/read-json.ts';
import { theDb } from '$lib/server/store.ts';

export const GET = ({ url }) =>
  answer(() => ({
    batteries: keptBatteries(theDb(), dayOf(Date.now()), url.searchParams.get('resistance') === '1')
  }));
export const POST = ({ request }) => answer(async () => addBattery(theDb(), await readJson(request), Date.now()));
