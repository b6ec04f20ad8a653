import { json } from '@sveltejs/kit';
import { storeState } from '$lib/server/store.ts';

/** Whether the database is usable; a damaged one is told with what can be done. */
export const GET = () => {
  const state = storeState();
  if (!state || state.state === 'ready') return json({ state: state ? 'ready' : 'opening' });
  return json({ state: state.state, message: state.message, backups: state.backups });
};
