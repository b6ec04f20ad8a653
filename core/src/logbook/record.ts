import { z } from 'zod';
import { idSchema } from '../catalogue/part.ts';
import { fraction, isoDay, lines, text } from '../box/schema-pieces.ts';
import { PLANNED_LATER } from './later.ts';

/** Bounds of what anybody records; wider than anything plausible, so that only slips are refused. */
const amount = (most: number) => z.number().finite().min(0).max(most).nullable();
const hours = amount(2000);
const ampHours = amount(10_000);
const volts = amount(60);
const amps = z.number().finite().min(-500).max(500).nullable();
const air = z.number().min(-60).max(80).nullable();
const share = fraction.nullable();

/** A device as it was planned on the day: what it was to draw while on, and how long it was to be on. */
const plannedDeviceSchema = z.strictObject({
  deviceId: idSchema,
  name: text(80),
  meanA: z.number().finite().min(0),
  onH: z.number().finite().min(0),
  spreadFraction: z.number().finite().min(0)
});

/** What was planned on the day of the outing, kept with the record because the design goes on changing. */
const plannedSchema = z.strictObject({
  lastsH: z.number().finite().nullable(),
  wantedH: z.number().finite().nullable(),
  chargeAh: z.number().finite().nullable(),
  endV: z.number().finite().nullable(),
  devices: z
    .array(plannedDeviceSchema)
    .max(60)
    .default([...PLANNED_LATER.devices]),
  /** What the box itself was to draw while switched on, and what the sun was to give over the outing. */
  boxA: z.number().finite().min(0).default(PLANNED_LATER.boxA),
  sunAh: z.number().finite().min(0).default(PLANNED_LATER.sunAh),
  /** Share of the light that was planned to reach the panel; null = no panel. */
  unshadedFraction: share.default(PLANNED_LATER.unshadedFraction),
  /** How full it was to start. */
  startFraction: share.default(PLANNED_LATER.startFraction)
});

const common = {
  day: isoDay,
  /** Clock time, where somebody noted it. */
  time: z
    .string()
    .regex(/^([01]\d|2[0-3]):[0-5]\d$/, 'Type the time as 18:30')
    .nullable(),
  /** Batteries it was done with, as things of their own. */
  batteryIds: z.array(idSchema).max(8),
  notes: lines(5000)
};

const outingSchema = z.strictObject({
  kind: z.literal('outing'),
  ...common,
  durationH: hours,
  /** By the meter: out of the battery, charge that came in taken off. */
  chargeAh: ampHours,
  startPercent: share,
  endPercent: share,
  startV: volts,
  endV: volts,
  /** The end voltage was read rested, or with the load on; null = nobody noted. */
  endState: z.enum(['rested', 'loaded']).nullable(),
  airC: air,
  /** What did not go as planned: hours it really ran; 0 = it stayed off. Missing devices ran as planned. */
  ran: z
    .array(z.strictObject({ deviceId: idSchema, name: text(80), onH: z.number().finite().min(0).max(2000) }))
    .max(60),
  ended: z.enum(['packed-up', 'battery-empty', 'device-failed']).nullable(),
  place: text(120),
  purpose: text(120),
  planned: plannedSchema
});

const chargeSchema = z.strictObject({
  kind: z.literal('charge'),
  ...common,
  way: text(80),
  currentA: amps,
  durationH: hours,
  chargeAh: ampHours,
  endV: volts,
  airC: air,
  /** Charged until the charger said full. */
  full: z.boolean().nullable()
});

export const logEntrySchema = z.discriminatedUnion('kind', [
  outingSchema,
  chargeSchema,
  z.strictObject({ kind: z.literal('storage'), ...common, percent: share, endV: volts, topUpAh: ampHours }),
  z.strictObject({
    kind: z.literal('reading'),
    ...common,
    volts,
    state: z.enum(['rested', 'loaded', 'just-charged']).nullable(),
    currentA: amps,
    percent: share,
    /** Everything was switched off: the current is what the box draws by itself. */
    allOff: z.boolean(),
    airC: air
  }),
  z.strictObject({
    kind: z.literal('fault'),
    ...common,
    what: text(300),
    cause: text(300),
    cure: text(300),
    /** Part that failed, by its id in the catalogue. */
    partId: idSchema.nullable(),
    partName: text(120)
  }),
  z.strictObject({ kind: z.literal('change'), ...common, changes: z.array(text(300)).max(200) }),
  z.strictObject({
    kind: z.literal('renewal'),
    ...common,
    what: z.enum(['desiccant', 'gasket', 'fuse', 'torque', 'other']),
    detail: text(300),
    costAmount: amount(100_000)
  }),
  z.strictObject({
    kind: z.literal('capacity'),
    ...common,
    chargeAh: z.number().finite().positive().max(10_000),
    currentA: amps,
    endV: volts,
    airC: air
  }),
  z.strictObject({ kind: z.literal('moisture'), ...common, seen: z.enum(['dry', 'damp', 'water']), where: text(300) }),
  z.strictObject({ kind: z.literal('wish'), ...common, wish: text(500).min(1) })
]);

export type LogEntry = z.infer<typeof logEntrySchema>;
export type LogKind = LogEntry['kind'];
export type EntryOf<K extends LogKind> = Extract<LogEntry, { kind: K }>;
export type Planned = z.infer<typeof plannedSchema>;

/** A record as it is stored. */
export type LogRecord = LogEntry & { id: string; createdMs: number };
export const recordMarksSchema = z.object({ id: z.uuid(), createdMs: z.number().int().min(0) });
