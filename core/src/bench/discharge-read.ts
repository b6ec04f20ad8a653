import { z } from 'zod';

/** Somebody looked at the meter: current that flows, and volts at the posts where they were read. */
const lookSchema = z.strictObject({
  atMs: z.number().int().min(0),
  currentA: z.number().finite().min(0).max(500),
  volts: z.number().finite().min(0).max(60).nullable()
});
const dischargeSchema = z.strictObject({
  looks: z.array(lookSchema).min(1).max(200),
  /** When the load went off; null while it runs. */
  endedMs: z.number().int().min(0).nullable()
});
export type Discharge = z.infer<typeof dischargeSchema>;
export type Look = z.infer<typeof lookSchema>;

/** A discharge as it was kept; undefined for anything else. */
export function readDischarge(text: string): Discharge | undefined {
  try {
    const read = dischargeSchema.safeParse(JSON.parse(text));
    return read.success ? read.data : undefined;
  } catch {
    return undefined;
  }
}
