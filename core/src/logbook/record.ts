import { z } from 'zod';

const amount = (most: number) => z.number().finite().min(0).max(most).nullable();

/** What was planned on the day of the outing, kept with the record because the design goes on changing. */
export const plannedSchema = z.strictObject({
  lastsH: z.number().nullable(),
  wantedH: z.number().nullable(),
  chargeAh: z.number().nullable(),
  endV: z.number().nullable()
});

export const logEntrySchema = z.strictObject({
  kind: z.enum(['outing', 'charge', 'fault']),
  day: z.iso.date('Type the day as year-month-day'),
  durationH: amount(2000),
  chargeAh: amount(10000),
  endV: amount(60),
  airC: z.number().min(-60).max(80).nullable(),
  notes: z.string().max(5000),
  planned: plannedSchema
});

export type LogEntry = z.infer<typeof logEntrySchema>;
/** A record as it is stored. */
export const logRecordSchema = logEntrySchema.extend({
  id: z.uuid(),
  createdMs: z.number().int().min(0)
});
export type LogRecord = z.infer<typeof logRecordSchema>;
