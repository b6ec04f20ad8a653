import {
  changeBattery,
  deleteBattery,
  getBattery,
  lifeOf,
  putBackBattery,
  resistanceOf
} from '$lib/server/batteries.ts';
import { answer } from '$lib/server/errors.ts';
import { readJson } from '$lib/server/read-json.ts';
import { theDb } from '$lib/server/store.ts';

const today = (): string => new Date().toISOString().slice(0, 10);

export const GET = ({ params }) =>
  answer(() => {
    const battery = getBattery(theDb(), params.id);
    return { ...battery, resistance: resistanceOf(theDb(), battery, today()), life: lifeOf(theDb(), battery, today()) };
  });
/** Changes it, or moves it to another box. */
export const PATCH = ({ params, request }) =>
  answer(async () => changeBattery(theDb(), params.id, await readJson(request), today(), Date.now()));
/** Puts one back that was taken out. */
export const PUT = ({ params, request }) =>
  answer(async () => putBackBattery(theDb(), params.id, await readJson(request), Date.now()));
export const DELETE = ({ params }) => answer(() => deleteBattery(theDb(), params.id));
