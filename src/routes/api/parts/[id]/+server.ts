import { answer } from '$lib/server/errors.ts';
import { deleteOwnPart } from '$lib/server/parts.ts';
import { theDb } from '$lib/server/store.ts';

export const DELETE = ({ params }) => answer(() => deleteOwnPart(theDb(), params.id));
