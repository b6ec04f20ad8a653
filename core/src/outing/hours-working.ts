import type { Box } from '../box/schema.ts';
import { clockText, fixed } from '../quantity/format.ts';
import { line, type Working } from '../quantity/working.ts';
import type { Outing } from './outing.ts';
import type { StopReason } from './run-types.ts';

const WHY: Record<StopReason, string> = {
  'kept-back': 'only what is kept back is left',
  device: 'a device falls under its least voltage',
  protection: 'the pack’s protection opens',
  disconnect: 'the low-voltage disconnect opens',
  'power-limit': 'the load is more than the battery can drive',
  empty: 'the battery is empty'
};

/** Charge drawn from switch-on until an hour, by the run's own steps, Ah. */
function drawnUntil(o: Outing, untilH: number): number {
  const { timeH, currentA } = o.run;
  let sum = 0;
  for (let i = 0; i + 1 < timeH.length && timeH[i]! < untilH; i++)
    sum += currentA[i]! * (Math.min(untilH, timeH[i + 1]!) - timeH[i]!);
  return sum;
}

/** How the hours come about: what was drawn until the end over the mean current, or the outing and what goes on after it. Undefined when no end was found. */
export function hoursWorking(box: Box, o: Outing): Working | undefined {
  if (!Number.isFinite(o.lastsH)) return undefined;
  const result = { value: fixed(o.lastsH, 2), unit: 'h' };
  const base = { id: 'hours', title: 'How long it lasts', result };
  if (o.lastsH <= 0)
    return {
      ...base,
      formula: 'it gives up as soon as it is switched on',
      lines: [line('Serves', '0', 'h', 'computed', o.reason ? WHY[o.reason] : '', '+')]
    };
  if (o.endsAtH === undefined)
    return {
      ...base,
      formula: 'lasts = outing + hours that the plan’s mean load goes on after it',
      lines: [
        line('The outing itself', fixed(o.wantedH, 3), 'h', 'entered', 'served to its end', '+'),
        line('Charge left at pack-up', fixed(o.endSocFraction * 100, 1), '%', 'computed', 'from the run'),
        line('Mean load', fixed(o.meanA, 3), 'A', 'computed', 'goes on as in the outing'),
        line('Goes on for', fixed(o.lastsH - o.wantedH, 3), 'h', 'computed', 'run on until it gives up', '+')
      ]
    };
  const drawnAh = drawnUntil(o, o.endsAtH);
  return {
    ...base,
    formula: 'lasts = charge drawn until the end ÷ mean current until then',
    lines: [
      line('Switched on', clockText(box.outing.startH), '', 'entered', 'start of the outing'),
      line('Ends', clockText(o.endsAtH), '', 'computed', o.reason ? WHY[o.reason] : ''),
      line('Drawn until then', fixed(drawnAh, 4), 'Ah', 'computed', 'the run, step by step', '+'),
      line(
        'Mean current until then',
        fixed(drawnAh / o.lastsH, 5),
        'A',
        'computed',
        'volts fall, so watts take more amps late',
        '÷'
      )
    ]
  };
}
