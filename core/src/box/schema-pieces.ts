import { z } from 'zod';
import { idSchema, LEAST } from '../catalogue/part.ts';
import { oneLine, someLines } from '../quantity/clean-text.ts';

/**
 * An attribute that safety depends on: worked out by Haversack, set by the person, plainly absent, or not known.
 * An unknown stays an open finding.
 */
export const attr = <T extends z.ZodType>(value: T) =>
  z.discriminatedUnion(
    'is',
    [
      z.strictObject({ is: z.literal('auto') }),
      z.strictObject({ is: z.literal('set'), value }),
      z.strictObject({ is: z.literal('none') }),
      z.strictObject({ is: z.literal('unknown') })
    ],
    {
      // a plain value in its place, as somebody types who writes the file by hand
      error: (issue) =>
        (issue.code as string) === 'invalid_type' ? 'choose automatic, a value of its own, none or unknown' : undefined
    }
  );

/** One line, as names are: what is no text in it becomes a space. */
export const text = (max: number) => z.string().overwrite(oneLine).max(max);
/** Several lines, as notes are. */
export const lines = (max: number) => z.string().overwrite(someLines).max(max);
export const fraction = z.number().min(0).max(1);
export const partRef = idSchema.nullable();
export const amps = z.number().finite().min(LEAST).max(1000);
export const lengthMm = z.number().finite().min(0).max(20000);
export const wireSizeSchema = z.strictObject({ system: z.enum(['awg', 'mm2']), size: text(8) });
export const turn = z.enum(['lwh', 'wlh', 'lhw', 'hlw', 'whl', 'hwl']);

export const isoDay = z.iso.date('Type the day as year-month-day');
export const bundled = z.number().int().min(1).max(60);
/** Years since a battery was bought. */
export const ageSchema = z.union([z.number().min(0).max(30), z.literal('unknown')]);
