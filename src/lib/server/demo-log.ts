import type { Box } from '@haversack/core/box/schema';
import type { Catalogue } from '@haversack/core/catalogue/part';
import { evaluate, type Plan } from '@haversack/core/evaluate';
import { plannedFor } from '@haversack/core/logbook/planned';
import { blankEntry } from '@haversack/core/logbook/kinds';
import type { EntryOf, LogEntry } from '@haversack/core/logbook/record';
import { capacityFactor, openCircuitV, sagMilliOhm } from '@haversack/core/battery/model';
import { normal, seededRandom } from '@haversack/core/sun/weather';
import { emptyChunk, toBytes } from '@haversack/core/series/chunk';
import { addBattery, changeBattery, batteriesFromBox } from './batteries.ts';
import { dayOf } from './day.ts';
import type { Db } from './db/open.ts';
import { addLog } from './logbook.ts';
import { addChunk, beginSeries, endSeries } from './series.ts';
import { summaryOf } from './meter/recorder.ts';

const DAY_MS = 86_400_000;

/** What really happens in the made-up years: some devices draw more than planned, the battery ages faster than the model says. */
type Truth = { drawFactor: (name: string) => number; lossAYear: number; offsetA: number };

const TRUTHS: Record<'hide' | 'race', Truth> = {
  hide: { drawFactor: (name) => (/heater|lamp/i.test(name) ? 1.35 : 1.04), lossAYear: 0.05, offsetA: 0.02 },
  race: { drawFactor: (name) => (/radio/i.test(name) ? 1.2 : 0.97), lossAYear: 0.04, offsetA: 0 }
};

const PLACES = ['hide at the creek', 'hide at the point', 'sea wall'];

/** One made-up outing of a box, as its owner would have written it down. */
function madeUpOuting(
  box: Box,
  plan: Plan,
  truth: Truth,
  x: { day: string; years: number; random: () => number; batteryIds: string[] }
): { entry: EntryOf<'outing'>; drawnAh: number } {
  const durationH = Number((box.outing.durationH * (0.6 + 0.5 * x.random())).toFixed(1));
  const planned = plannedFor(box, plan, durationH);
  const airC = Math.round(box.outing.airC + 4 * normal(x.random));
  const drawn = planned.devices.reduce(
    (s, d) => s + d.meanA * d.onH * truth.drawFactor(d.name),
    planned.boxA * durationH
  );
  const tookAh = Math.max(0.1, drawn * (1 + 0.05 * normal(x.random)) - planned.sunAh);
  const capacityAh = plan.bank!.ratedAh * (1 - truth.lossAYear * x.years) * capacityFactor(plan.bank!.chemistry, airC);
  const flat = tookAh > capacityAh;
  const reallyH = flat ? Number(((durationH * capacityAh) / tookAh).toFixed(1)) : durationH;
  const bank = plan.bank!;
  const soc = Math.max(0.03, 1 - tookAh / (bank.ratedAh * (1 - truth.lossAYear * x.years)));
  const ohm = sagMilliOhm(bank.chemistry, bank.part.capacityAh, airC, soc) / 1000 / bank.count;
  // aged it gives way more than the tables say
  const endV = openCircuitV(bank.chemistry, soc) - (1.2 + 0.2 * x.years) * ohm * (tookAh / reallyH);
  const chargeAh = Math.min(tookAh, capacityAh) + truth.offsetA * reallyH;
  return {
    drawnAh: Math.min(tookAh, capacityAh),
    entry: {
      ...blankEntry('outing', x.day, plannedFor(box, plan, reallyH)),
      durationH: reallyH,
      endV: flat ? null : Number((endV + 0.03 * normal(x.random)).toFixed(2)),
      endState: flat ? null : 'loaded',
      chargeAh: Number(chargeAh.toFixed(1)),
      startPercent: 1,
      airC,
      ended: flat ? 'battery-empty' : 'packed-up',
      place: PLACES[Math.floor(x.random() * PLACES.length)]!,
      batteryIds: x.batteryIds
    }
  };
}

/** What went wrong on the n-th outing, and what was done about it. */
function mishaps(n: number, day: string, nextDay: string): LogEntry[] {
  switch (n) {
    case 3:
      return [{ ...blankEntry('renewal', day), what: 'torque', detail: 'after the third outing' }];
    case 4:
      return [
        {
          ...blankEntry('fault', day),
          what: 'Red lamp dark in the middle of the night',
          cause: 'its fuse stood loose in the holder',
          cure: 'contacts of the holder bent together, fuse pushed home'
        }
      ];
    case 9:
      return [{ ...blankEntry('moisture', day), seen: 'damp', where: 'in the lid, after the rain' }];
    case 10:
      return [
        { ...blankEntry('renewal', day), what: 'desiccant', detail: 'dried in the oven' },
        { ...blankEntry('moisture', nextDay), seen: 'dry', where: '' }
      ];
    case 12:
      return [{ ...blankEntry('wish', day), wish: 'A longer lead to the second camera' }];
    default:
      return [];
  }
}

/** A battery that waits on the shelf, with what became of it. */
const shelved = (nowMs: number): Parameters<typeof addBattery>[1] => ({
  name: 'Old AGM 12 Ah',
  partId: null,
  chemistry: 'agm',
  capacityAh: 12,
  boughtDay: dayOf(nowMs - 2100 * DAY_MS),
  priceAmount: 38,
  resistance: null,
  notes: 'Gave 7 Ah at the last test. For the bench only.',
  retired: true,
  boxId: null,
  sinceDay: null,
  stays: []
});

/** Two made-up seasons in the logbooks of two demo boxes: outings and charges, a fault with its cure, tests of an ageing battery, a meter's night. */
export function seedLog(
  db: Db,
  boxes: { hide: { id: string; box: Box }; race: { id: string; box: Box } },
  catalogue: Catalogue,
  nowMs: number
): void {
  for (const [key, { id, box }] of Object.entries(boxes) as ['hide' | 'race', { id: string; box: Box }][]) {
    const plan = evaluate(box, catalogue);
    if (!plan.bank || !plan.outing) continue;
    const random = seededRandom(key === 'hide' ? 11 : 23);
    const beganMs = nowMs - 700 * DAY_MS;
    const bought = dayOf(beganMs - 5 * DAY_MS);
    const batteryIds = batteriesFromBox(db, id, dayOf(beganMs), nowMs).map((b) => {
      const { id: batteryId, ...rest } = b;
      changeBattery(db, batteryId, { ...rest, boughtDay: bought, sinceDay: dayOf(beganMs) }, dayOf(beganMs), nowMs);
      return batteryId;
    });
    const put = (entry: LogEntry): void => void addLog(db, id, entry, nowMs);
    let n = 0;
    for (let ms = beganMs; ms < nowMs - 6 * DAY_MS; ms += (11 + Math.round(6 * random())) * DAY_MS) {
      const day = dayOf(ms);
      const years = (ms - beganMs) / (365 * DAY_MS);
      const month = new Date(ms).getUTCMonth();
      // nobody goes out in high summer
      if (month === 5 || month === 6) continue;
      const { entry, drawnAh } = madeUpOuting(box, plan, TRUTHS[key], { day, years, random, batteryIds });
      put(entry);
      put({
        ...blankEntry('charge', dayOf(ms + DAY_MS)),
        way: 'mains charger',
        durationH: Number((drawnAh / 3 + 1).toFixed(1)),
        chargeAh: Number((drawnAh / 0.98).toFixed(1)),
        full: true,
        batteryIds
      });
      mishaps(n, day, dayOf(ms + DAY_MS)).forEach(put);
      n++;
    }
    for (const yearsOn of [0.05, 0.95, 1.8])
      put({
        ...blankEntry('capacity', dayOf(beganMs + yearsOn * 365 * DAY_MS)),
        chargeAh: Number((plan.bank.ratedAh * (1 - TRUTHS[key].lossAYear * yearsOn) * 0.985).toFixed(1)),
        currentA: plan.bank.ratedAh / 20,
        airC: 20,
        batteryIds
      });
    if (key === 'hide') seedNight(db, id, plan, nowMs - 9 * DAY_MS);
  }
  addBattery(db, shelved(nowMs), nowMs);
}

/** A night as a meter wrote it down, a row every half minute, with its cable out for a while. */
function seedNight(db: Db, boxId: string, plan: Plan, fromMs: number): void {
  const run = plan.outing!.run;
  const random = seededRandom(7);
  const STEP_MS = 30_000;
  const rows: { ms: number; volts: number; amps: number; ah: number; tempC: number }[] = [];
  let ah = 0;
  for (let i = 0; ; i++) {
    const atH = run.timeH[0]! + (i * STEP_MS) / 3_600_000;
    if (atH > run.timeH.at(-1)!) break;
    const place = Math.min(
      run.timeH.length - 1,
      Math.max(
        0,
        run.timeH.findIndex((t) => t >= atH)
      )
    );
    const amps = run.currentA[place]! + 0.01 * normal(random);
    ah += (amps * STEP_MS) / 3_600_000;
    // the cable fell out for half an hour
    if (i > 500 && i < 560) continue;
    rows.push({
      ms: fromMs + i * STEP_MS,
      volts: run.batteryV[place]! + 0.005 * normal(random),
      amps,
      ah,
      tempC: run.airC[place]! + 2
    });
  }
  const chunk = emptyChunk(rows.length);
  rows.forEach((r, i) => {
    chunk.ms[i] = r.ms;
    chunk.volts[i] = r.volts;
    chunk.amps[i] = r.amps;
    chunk.ampHours[i] = r.ah;
    chunk.tempC[i] = r.tempC;
  });
  const { id } = beginSeries(db, boxId, 'A night by the meter', fromMs);
  addChunk(db, id, 0, toBytes(chunk));
  endSeries(db, id, summaryOf(db, id));
}
