import { filled } from '../filled.ts';

/** What came to what was planned on the day of an outing later, with the value that says nothing. */
export const PLANNED_LATER = { devices: [], boxA: 0, sunAh: 0, unshadedFraction: null, startFraction: null } as const;
/** What came to a battery that is kept. */
export const BATTERY_LATER = { resistance: null } as const;

/** A stored record with what came to its kind later; anything else comes back as it is. Never throws. */
export function recordWithLater(record: unknown): unknown {
  if (typeof record !== 'object' || record === null || !('planned' in record)) return record;
  const planned = filled(record.planned, PLANNED_LATER);
  return planned === record.planned ? record : { ...record, planned };
}

/** A stored battery with what came to it later. Never throws. */
export const batteryWithLater = (battery: unknown): unknown => filled(battery, BATTERY_LATER);
