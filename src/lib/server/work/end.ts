import { storeState } from '../store.ts';
import { endWork } from './ask.ts';

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
