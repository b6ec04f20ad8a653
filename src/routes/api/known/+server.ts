import { answer } from '$lib/server/errors.ts';
import { theDb } from '$lib/server/store.ts';
import { known } from '$lib/server/today.ts';

export const GET = () => answer(() => known(theDb()));
