/** What goes to a working thread and comes back. */
export type Asked = { id: number; name: string; args: unknown };
export type Told =
  | { id: number; ok: true; result: unknown }
  | {
      id: number;
      ok: false;
      refused?: { status: number; message: string; details: Record<string, unknown> };
      failed?: { message: string; code: string };
    };
