/** A thing of fields, as it stands in a file or a database, before anybody looked at what they hold. */
export type Raw = Record<string, unknown>;

export const isRaw = (v: unknown): v is Raw => typeof v === 'object' && v !== null && !Array.isArray(v);
