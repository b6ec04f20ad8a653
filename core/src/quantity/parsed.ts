/** A typed quantity: read, read but doubtful (with the likely reading), or not understood. */
export type Parsed =
  | { ok: true; value: number; question?: { message: string; likely: number } }
  | { ok: false; message: string; likely?: number };
