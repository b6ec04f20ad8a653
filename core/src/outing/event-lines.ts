import { coveredPorts } from '../wiring/cutoff.ts';
import { tree } from '../wiring/tree.ts';
import type { Box } from '../box/schema.ts';
import { momentText } from '../timeline/bars.ts';
import type { Outing } from './outing.ts';
import type { RunEvent } from './run-types.ts';

/** The run's events as sentences, in order, with the day where there are several. */
export function eventLines(box: Box, outing: Outing): { when: string; what: string }[] {
  return [...outing.run.events]
    .sort((a, b) => a.timeH - b.timeH)
    .map((e) => ({
      when: momentText(box.outing, e.reason === 'kept-back' ? (outing.endsAtH ?? e.timeH) : e.timeH),
      what: sentence(box, e)
    }));
}

function sentence(box: Box, e: RunEvent): string {
  const device = box.devices.find((d) => d.id === e.loadId);
  const name = device?.name ?? 'A device';
  const volts = `${e.volts.toFixed(2)} V reach it`;
  switch (e.reason) {
    case 'kept-back':
      return 'Only what is kept back is left: the plan ends here.';
    case 'device':
      return e.volts > 0 ? `${name} stops: ${volts}.` : `${name} stops: its own battery is empty.`;
    case 'resets':
      return `${name} begins to reset: ${volts}.`;
    case 'degrades':
      return `${name} works badly: ${volts}.`;
    case 'on-inner':
      return `${name} goes over to its own battery: ${volts}.`;
    case 'inner-empty':
      return `${name}: its own battery is empty.`;
    case 'protection':
      return `The pack’s protection opens at ${e.volts.toFixed(2)} V: everything is off.`;
    case 'disconnect':
      return `The low-voltage disconnect opens at ${e.volts.toFixed(2)} V: ${coveredPorts(box, tree(box)) ? 'what hangs behind it' : 'everything'} is off.`;
    case 'back':
      return `The battery stands at ${e.volts.toFixed(2)} V again: the disconnect closes.`;
    case 'hunts':
      return `Without the load the battery stands at ${e.volts.toFixed(2)} V: the disconnect would close at once, and open again.`;
    case 'changeover':
      return 'Change over to the next battery.';
    case 'empty':
      return 'The battery is empty.';
    case 'power-limit':
      return 'The load is more than battery and wiring can pass: the voltage collapses.';
  }
}
