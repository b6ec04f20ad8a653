import { z } from 'zod';
import { idSchema, LEAST, SUPPLIES } from '../catalogue/part.ts';
import { LATER } from './later.ts';
import { amps, attr, fraction, text, wireSizeSchema } from './schema-pieces.ts';

export const drawSchema = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('power'), powerW: z.number().finite().min(LEAST).max(2000) }),
  z.strictObject({ kind: z.literal('current'), currentA: amps.max(200), atV: z.number().min(LEAST).max(60) }),
  z.strictObject({
    kind: z.literal('resistive'),
    powerW: z.number().finite().min(LEAST).max(2000),
    atV: z.number().min(LEAST).max(60)
  }),
  /** A 12 V LED strip: current grows from 8.5 V upward; the amps are those at 12 V. */
  z.strictObject({ kind: z.literal('led-strip'), currentA: amps.max(200) }),
  /** Energy taken event by event: photographs, uploads, position reports. */
  z.strictObject({
    kind: z.literal('event'),
    energyJ: z.number().finite().min(LEAST).max(1e6),
    eventsPerDay: z.number().finite().min(0).max(100000),
    /** How long one event takes: with the energy it gives the peak. */
    eventS: z.number().finite().min(LEAST).max(86400)
  })
]);

/** Something known about a draw: a reading, a label, an experience. Kept so that two that disagree are noticed. */
export const claimSchema = z.discriminatedUnion('kind', [
  z.strictObject({
    kind: z.literal('meter'),
    currentA: amps.max(200),
    atV: z.number().min(LEAST).max(60),
    where: z.enum(['12v-lead', 'usb-plug'])
  }),
  z.strictObject({
    kind: z.literal('label'),
    amount: z.number().finite().min(LEAST).max(20000),
    unit: z.enum(['mA', 'A', 'W', 'VA']),
    atV: z.number().min(LEAST).max(400)
  }),
  z.strictObject({
    kind: z.literal('lasted'),
    durationH: z.number().finite().min(LEAST).max(10000),
    capacityAh: z.number().finite().min(LEAST).max(1000),
    atV: z.number().min(LEAST).max(60)
  })
]);

const DEVICE_USES = ['field', 'starting', 'propulsion', 'mains'] as const;

/** A device's own lead. A reversing adapter swaps the poles. */
const leadSchema = z.strictObject({
  /** A camera down at the gate, a pump in the far trough: longer than anything within a box. */
  lengthMm: z.number().finite().min(0).max(100_000),
  wire: attr(wireSizeSchema),
  adapter: z.enum(['none', 'straight', 'reversing', 'unknown']),
  /** The device itself is wired the other way round. */
  reversed: z.enum(['no', 'yes', 'unknown']),
  /** A metal braid or hose round it. */
  armoured: z.enum(['no', 'yes', 'unknown'])
});

const spanSchema = z.strictObject({
  startH: z.number().min(0).max(2000),
  endH: z.number().min(0).max(2000),
  /** Share of this bar in the hungriest mode; null = as the device's modes say. */
  dutyFraction: fraction.nullable()
});

export const deviceSchema = z.strictObject({
  id: idSchema,
  name: text(80).min(1),
  supply: z.enum(SUPPLIES),
  /** What it can be doing while it is on; the duty fractions say how much of the on-time, together at most 1. */
  modes: z
    .array(z.strictObject({ id: idSchema, name: text(60), draw: drawSchema, dutyFraction: fraction }))
    .min(1)
    .max(24),
  source: z.enum(['guess', 'label', 'measured']),
  /** How it was measured, or where else the figure comes from. */
  sourceNote: text(200),
  /** Taken over from the logbook; counts as long as the draws are those it was learnt for. */
  learnt: z
    .strictObject({
      /** Mean watts of the modes it was learnt for: other draws make it void. */
      meanW: z.number().finite().min(0),
      /** One standard deviation that is left. */
      spreadFraction: z.number().finite().min(0).max(2),
      /** What was believed before any record, as a share of what was taken over, with its own spread. */
      priorFactor: z.number().finite().min(LEAST).max(100),
      priorSpreadFraction: z.number().finite().min(0).max(2)
    })
    .nullable()
    .default(LATER.device.learnt),
  claims: z.array(claimSchema).max(6),
  /** Direct voltage a converter in its lead or a USB-C port is asked for; null = the port's own. */
  wantsV: z.number().min(LEAST).max(60).nullable(),
  /** Rating of its own converter or inverter, W; null = as usual for the kind. */
  converterW: z.number().min(LEAST).max(2000).nullable(),
  minV: z.number().min(0).max(60).nullable(),
  maxV: z.number().min(LEAST).max(60).nullable(),
  /** What happens under the least voltage. */
  belowMin: z.enum(['stops', 'resets', 'degrades']),
  /** A battery inside the device itself. */
  inner: z
    .strictObject({
      capacityWh: z.number().finite().min(LEAST).max(1000),
      /** Which source it empties first. */
      first: z.enum(['box', 'inner'])
    })
    .nullable(),
  /** A memory card it writes to while it is on: its size and how much an hour takes. */
  card: z
    .strictObject({
      sizeGB: z.number().finite().min(LEAST).max(100000),
      gbPerHour: z.number().finite().min(LEAST).max(10000)
    })
    .nullable()
    .default(LATER.device.card),
  /** Counted in the season, unattended. */
  inSeason: z.boolean(),
  hasMotor: z.boolean(),
  /** Field electronics; the rest is named so that it can be refused. */
  use: z.enum(DEVICE_USES),
  /** From the port's plug to the device; null = not described. */
  lead: leadSchema.nullable(),
  /** Radio, screen, electronics: held to the 3 % drop limit. */
  fussy: z.boolean(),
  portId: idSchema.nullable(),
  /** On from start to end, in clock hours counted from the first midnight (26 = 02:00 next day). */
  spans: z.array(spanSchema).max(120)
});
