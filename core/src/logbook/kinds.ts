import type { EntryOf, LogEntry, LogKind, LogRecord, Planned } from './record.ts';

// apart from the schemas, so that screens that only write records do not pull in the validator
/** What a record says, without the marks of its keeping. */
export function entryOf(record: LogRecord): LogEntry {
  const entry: Partial<LogRecord> = { ...record };
  delete entry.id;
  delete entry.createdMs;
  return entry as LogEntry;
}

export const KIND_NAMES: Record<LogKind, string> = {
  outing: 'Outing',
  charge: 'Charge',
  storage: 'Storage',
  reading: 'Reading',
  fault: 'Fault',
  change: 'Change',
  renewal: 'Renewal',
  capacity: 'Capacity test',
  moisture: 'Moisture',
  wish: 'Wish'
};

export const LOG_KINDS = Object.keys(KIND_NAMES) as LogKind[];

/** When something was recorded to have happened, on one line of hours: days of UTC, the clock time as it was noted, noon without one. */
export const momentH = (r: Pick<LogEntry, 'day' | 'time'>): number => {
  const [h, m] = (r.time ?? '12:00').split(':').map(Number) as [number, number];
  return Date.parse(`${r.day}T00:00:00Z`) / 3_600_000 + h + m / 60;
};

/** Oldest first; what has one moment stands as it was written. */
export const inOrder = <R extends LogRecord>(records: readonly R[]): R[] =>
  records.toSorted((a, b) => momentH(a) - momentH(b) || a.createdMs - b.createdMs);

/** An empty entry of a kind, for forms and for the lines people type. */
export function blankEntry<K extends LogKind>(kind: K, day: string, planned: Planned = NO_PLAN): EntryOf<K> {
  const shared = { day, time: null, batteryIds: [], notes: '' };
  const blanks: { [L in LogKind]: EntryOf<L> } = {
    outing: {
      kind: 'outing',
      ...shared,
      durationH: null,
      chargeAh: null,
      startPercent: null,
      endPercent: null,
      startV: null,
      endV: null,
      endState: null,
      airC: null,
      ran: [],
      ended: null,
      place: '',
      purpose: '',
      planned
    },
    charge: {
      kind: 'charge',
      ...shared,
      way: '',
      currentA: null,
      durationH: null,
      chargeAh: null,
      endV: null,
      airC: null,
      full: null
    },
    storage: { kind: 'storage', ...shared, percent: null, endV: null, topUpAh: null },
    reading: {
      kind: 'reading',
      ...shared,
      volts: null,
      state: null,
      currentA: null,
      percent: null,
      allOff: false,
      airC: null
    },
    fault: { kind: 'fault', ...shared, what: '', cause: '', cure: '', partId: null, partName: '' },
    change: { kind: 'change', ...shared, changes: [] },
    renewal: { kind: 'renewal', ...shared, what: 'desiccant', detail: '', costAmount: null },
    capacity: { kind: 'capacity', ...shared, chargeAh: 0, currentA: null, endV: null, airC: null },
    moisture: { kind: 'moisture', ...shared, seen: 'damp', where: '' },
    wish: { kind: 'wish', ...shared, wish: '' }
  };
  return blanks[kind];
}

export const NO_PLAN: Planned = {
  lastsH: null,
  wantedH: null,
  chargeAh: null,
  endV: null,
  devices: [],
  boxA: 0,
  sunAh: 0,
  unshadedFraction: null,
  startFraction: null
};
