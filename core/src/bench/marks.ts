import { z } from 'zod';
import { idSchema } from '../catalogue/part.ts';

const text = (most: number) => z.string().max(most);

/** A reading as it was taken, with the meter it was taken with. */
export const readingSchema = z.strictObject({
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
  value: z.union([z.boolean(), z.number().finite(), text(20000), readingSchema]),
  by: text(60),
  atMs: z.number().int().min(0).max(8.64e15)
});
export type Mark = z.infer<typeof markSchema>;
export type MarkValue = Mark['value'];
export const marksSchema = z.array(markSchema).min(1).max(500);

/** Newest first wins; of two in one millisecond the one with the greater id, so that every device agrees. */
const newer = (a: Mark, b: Mark): boolean => (a.atMs === b.atMs ? a.id > b.id : a.atMs > b.atMs);

/** What stands at the bench: the newest mark of each key. */
export class Marks {
  private readonly latest = new Map<string, Mark>();

  constructor(list: readonly Mark[]) {
    for (const m of list) {
      const known = this.latest.get(m.key);
      if (!known || newer(m, known)) this.latest.set(m.key, m);
    }
  }
  of(key: string): Mark | undefined {
    return this.latest.get(key);
  }
  isTicked(key: string): boolean {
    return this.latest.get(key)?.value === true;
  }
  text(key: string): string {
    const value = this.latest.get(key)?.value;
    return typeof value === 'string' ? value : '';
  }
  reading(rowId: string): TakenReading | undefined {
    const mark = this.latest.get(`reading ${rowId}`);
    return mark && typeof mark.value === 'object' ? { ...mark.value, by: mark.by, atMs: mark.atMs } : undefined;
  }
  /** Steps that are done, with those an older document had ticked. */
  doneSteps(stepIds: readonly string[], older: readonly string[]): string[] {
    return stepIds.filter((id) => this.latest.get(`step ${id}`)?.value ?? older.includes(id));
  }
}
