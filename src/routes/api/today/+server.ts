import { shelfToday } from '$lib/server/today.ts';
import { answer } from '$lib/server/errors.ts';
import { theDb } from '$lib/server/store.ts';

/** What the logbooks say of the boxes today, for the shelf. */
export const GET = ({ url }) => answer(() => ({ boxes: shelfToday(theDb(), url.searchParams.get('today')) }));
