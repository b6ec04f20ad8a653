import { storeState } from '../store.ts';
import { endWork, shelf } from './ask.ts';

/** The program has started: what the shelf does not know yet is begun before somebody looks at it. */
export function beginWithProgram(): void {
  const store = storeState();
  if (store?.state === 'ready') shelf(store.db);
}

/** The program is being stopped: threads end first, so that the database is closed by its last user and put in order on the disk. */
export function endWithProgram(): void {
  process.once('sveltekit:shutdown', () => {
    void endWork().then(() => {
      const store = storeState();
      if (store?.state === 'ready') store.db.$client.close();
      process.exit(0);
    });
  });
}
