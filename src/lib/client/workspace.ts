import { afterPaint, whenIdle } from './after-paint.ts';

type Workspace = typeof import('$lib/shell/Workspace.svelte');

/** Fetches everything a box is worked on with, once what stands on the screen was painted. @throws when it cannot be fetched */
export const fetchWorkspace = (): Promise<Workspace> =>
  new Promise((resolve, reject) => afterPaint(() => import('$lib/shell/Workspace.svelte').then(resolve, reject)));

/** On the shelf a box is likely to be opened next: it is fetched while nothing else is to do. Whether it came is seen when it is wanted. */
export const fetchAhead = (): void => whenIdle(() => void import('$lib/shell/Workspace.svelte').catch(() => {}));
