import type { Mark, TakenReading } from './marks-schema.ts';

export type { Mark, MarkValue, Reading, TakenReading } from './marks-schema.ts';

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
