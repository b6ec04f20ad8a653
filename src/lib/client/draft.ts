/**
 * A document as it stands in one window, not acknowledged yet. `sent`: what this window sent to be saved on top of `revision`
 * without hearing of it; found on the server, it is nobody else's.
 */
export type Draft = {
  boxId: string;
  tab: string;
  document: unknown;
  revision: number;
  sent?: readonly unknown[];
  atMs: number;
};
