import { json } from '@sveltejs/kit';
import { basename } from 'node:path';
import { backupsWithContents } from '$lib/server/db/backup.ts';
import { databaseFile } from '$lib/server/db/file.ts';
import { storeState } from '$lib/server/store.ts';

/** Whether the database is usable; a damaged one is told with what can be done: its backups by name, with what they hold. */
export const GET = () => {
  const state = storeState();
  if (!state || state.state === 'ready') return json({ state: state ? 'ready' : 'opening' });
  const backups =
    state.state === 'damaged'
      ? backupsWithContents(databaseFile()).map(({ file, ...holds }) => ({ file: basename(file), ...holds }))
      : [];
  return json({ state: state.state, message: state.message, backups });
};
