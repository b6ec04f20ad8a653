import type { Device } from '../box/schema.ts';
import { voltsFor } from '../demand/own-volts.ts';
import { set, type Remedy } from './rule.ts';

/** A converter in the device's own lead that gives what the device is made for. */
export function ownConverter(d: Device): Remedy[] {
  const volts = voltsFor(d);
  if (volts === undefined) return [];
  return [
    volts === 12
      ? {
          label: 'Feed it from a regulated 12 V port',
          effect: 'holds 12 V whatever the battery does',
          edits: [set(`devices/${d.id}/supply`, 'regulated-12v')]
        }
      : {
          label: `A converter to ${volts} V in its lead`,
          effect: `holds ${volts} V whatever the battery does`,
          edits: [set(`devices/${d.id}/supply`, 'dc-converter'), set(`devices/${d.id}/wantsV`, volts)]
        }
  ];
}
