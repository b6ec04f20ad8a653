import { addBattery, lifeOf, listBatteries, resistanceOf } from '$lib/server/batteries.ts';
import { answer } from '$lib/server/errors.ts';
import { readJson } from '$lib/server/read-json.ts';
import { theDb } from '$lib/server/store.ts';

const today = (): string => new Date().toISOString().slice(0, 10);

export const GET = () =>
  answer(() => ({
    batteries: listBatteries(theDb()).map((b) => ({
      ...b,
      resistance: resistanceOf(theDb(), b, today()),
      life: lifeOf(theDb(), b, today())
    }))
  }));
export const POST = ({ request }) => answer(async () => addBattery(theDb(), await readJson(request), Date.now()));
