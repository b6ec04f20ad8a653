import { afterPaint } from './after-paint.ts';

type Workspace = typeof import('$lib/shell/Workspace.svelte');

/** Fetches everything a box is worked on with, once what stands on the screen was painted. @throws when it cannot be fetched */
export const fetchWorkspace = (): Promise<Workspace> =>
  new Promise((resolve, reject) => afterPaint(() => import('$lib/shell/Workspace.svelte').then(resolve, reject)));
