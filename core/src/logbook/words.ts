import { durationText, fixed } from '../quantity/format.ts';
import { saidIn, type Units } from '../quantity/said.ts';
import type { LogEntry } from './record.ts';

const RENEWED = { desiccant: 'desiccant', gasket: 'gasket', fuse: 'fuse', torque: 'bolts tightened', other: 'other' };
const SEEN = { dry: 'dry inside', damp: 'damp inside', water: 'water inside' };
const ENDED = { 'packed-up': '', 'battery-empty': 'battery empty', 'device-failed': 'a device failed' };

const ah = (v: number | null): string => (v === null ? '' : `${fixed(v, 1)} Ah`);
const volts = (v: number | null, word = ''): string => (v === null ? '' : `${fixed(v, 2)} V${word}`);
const percent = (v: number | null): string => (v === null ? '' : `${fixed(v * 100, 0)} %`);
const list = (...words: (string | false | null | undefined)[]): string => words.filter(Boolean).join(', ');

/** What one record says, in a line: for tables, the passport and the voice of undo. Notes come last, their first line only. */
export function recordWords(r: LogEntry, units: Units): string {
  const said = saidIn(units);
  const air = (c: number | null): string => (c === null ? '' : said.degC(c, 0));
  const hours = (h: number | null): string => (h === null ? '' : durationText(h));
  const amps = (a: number | null): string => (a === null ? '' : `${fixed(a, 2)} A`);
  const note = r.notes.split('\n')[0] ?? '';
  switch (r.kind) {
    case 'outing':
      return list(
        hours(r.durationH),
        ah(r.chargeAh),
        r.startPercent !== null && r.endPercent !== null && `${percent(r.startPercent)} to ${percent(r.endPercent)}`,
        volts(r.endV, r.endState ? ` ${r.endState}` : ''),
        air(r.airC),
        r.ended && ENDED[r.ended],
        r.place,
        r.purpose,
        note
      );
    case 'charge':
      return list(r.way, amps(r.currentA), hours(r.durationH), ah(r.chargeAh), volts(r.endV), r.full && 'full', note);
    case 'storage':
      return list(percent(r.percent), volts(r.endV), r.topUpAh !== null && `topped up ${ah(r.topUpAh)}`, note);
    case 'reading':
      return list(
        volts(r.volts, r.state ? ` ${r.state}` : ''),
        amps(r.currentA),
        percent(r.percent),
        r.allOff && 'all off',
        air(r.airC),
        note
      );
    case 'fault':
      return list(r.what, r.cause && `cause: ${r.cause}`, r.cure && `cure: ${r.cure}`, r.partName, note);
    case 'change':
      return list(...r.changes, note);
    case 'renewal':
      return list(RENEWED[r.what], r.detail, note);
    case 'capacity':
      return list(ah(r.chargeAh), amps(r.currentA), volts(r.endV), air(r.airC), note);
    case 'moisture':
      return list(SEEN[r.seen], r.where, note);
    case 'wish':
      return list(r.wish, note);
  }
}
