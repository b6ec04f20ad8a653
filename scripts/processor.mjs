// What became of the processor's time: done, idle, or given by the host to somebody else. Linux alone tells the last.
import { readFileSync } from 'node:fs';

/** Columns of the first line of /proc/stat, in ticks: see proc_stat(5). */
const [IDLE, IO_WAIT, STOLEN] = [3, 4, 7];
/** 'user' holds what guests took already. */
const COLUMNS = 8;

const ofThisMachine = () => {
  try {
    return readFileSync('/proc/stat', 'utf8');
  } catch {
    return '';
  }
};

/** @returns ticks since the machine started; undefined where nothing tells them */
export function processorTicks(text = ofThisMachine()) {
  const line = /^cpu +([\d ]+)$/m.exec(text);
  if (!line) return undefined;
  const ticks = line[1].split(' ').slice(0, COLUMNS).map(Number);
  if (ticks.length < COLUMNS) return undefined;
  const all = ticks.reduce((sum, value) => sum + value, 0);
  return { all, idle: ticks[IDLE] + ticks[IO_WAIT], stolen: ticks[STOLEN] };
}

/** Which shares of the time between two looks were idle and given away, 0 to 1; undefined where nobody can tell. */
export function sharesBetween(before, after) {
  if (!before || !after || after.all <= before.all) return undefined;
  const all = after.all - before.all;
  return { idle: (after.idle - before.idle) / all, stolen: (after.stolen - before.stolen) / all };
}

const percent = (share) => `${Math.round(share * 100)} %`;

/** '12 % idle, 9 % given to other machines'; nothing where nobody can tell. */
export const sharesSaid = (shares) =>
  shares ? `${percent(shares.idle)} idle, ${percent(shares.stolen)} given to other machines` : '';
