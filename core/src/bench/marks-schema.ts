import { z } from 'zod';
import { oneLine, someLines } from '../quantity/clean-text.ts';
import { idSchema } from '../catalogue/part.ts';

const text = (most: number) => z.string().overwrite(oneLine).max(most);
const lines = (most: number) => z.string().overwrite(someLines).max(most);

/** A reading as it was taken, with the meter it was taken with. */
const readingSchema = z.strictObject({
  value: z.union([z.number().finite().min(-1e9).max(1e9), z.boolean()]),
  meter: text(60),
  /** What the meter shows too much, in the unit of the reading. */
  offset: z.number().finite().min(-100).max(100)
});
export type Reading = z.infer<typeof readingSchema>;
/** A reading with who took it and when. */
export type TakenReading = Reading & { by: string; atMs: number };

/**
 * Something that was done, seen or written at the bench. Marks are only ever added: the newest of a key counts, so two people
 * at one box never lose each other's, and nothing that was ticked is overwritten by a save of the design.
 */
export const markSchema = z.strictObject({
  id: idSchema,
  /** 'step drill', 'hole p3', 'lead c1/2', 'part wire-awg-18-red', 'reading short', 'note drill', 'wait fit-parts', 'built 1'. */
  key: z
    .string()
    .regex(/^(step|hole|lead|part|reading|note|wait|built) \S[^\n]{0,150}$/, 'names nothing that can be marked'),
  value: z.union([z.boolean(), z.number().finite(), lines(20000), readingSchema]),
  by: text(60),
  atMs: z.number().int().min(0).max(8.64e15)
});
export type Mark = z.infer<typeof markSchema>;
export type MarkValue = Mark['value'];
export const marksSchema = z.array(markSchema).min(1).max(500);
