import { z } from 'zod';
import { CHEMISTRIES, idSchema, LEAST } from '../catalogue/part.ts';

/** What a designed box must keep to: pinned parts, limits, and how it is to be built. 'usual' leaves it to what people usually do. */
export const wishesSchema = z.strictObject({
  /** 'This battery is mine': it is taken as it is, so many of it. */
  batteryPartId: idSchema.nullable(),
  /** Years since it was bought. */
  batteryAgeYears: z.number().min(0).max(30),
  batteryCount: z.number().int().min(1).max(4).nullable(),
  /** Sorts of battery that come into question; empty = any. */
  chemistries: z.array(z.enum(CHEMISTRIES)).max(CHEMISTRIES.length),
  /** 'That case is on the shelf.' */
  casePartId: idSchema.nullable(),
  /** Sockets for which plugs are at hand: taken where they suit a device. */
  outletPartIds: z.array(idSchema).max(40),
  mostKg: z.number().finite().min(LEAST).max(500).nullable(),
  mostAmount: z.number().finite().min(LEAST).max(100000).nullable(),
  /** Chance of the wanted hours, at least. */
  leastChanceFraction: z.number().min(0).max(0.99),
  /** Nothing in it wants a soldering iron. */
  noSoldering: z.boolean(),
  control: z.enum(['usual', 'switch', 'breaker']),
  spread: z.enum(['usual', 'fuse-block', 'chain']),
  meter: z.enum(['usual', 'none', 'voltmeter', 'shunt']),
  charging: z.enum(['usual', 'inlet', 'lid-open'])
});

export type Wishes = z.infer<typeof wishesSchema>;
