import { answer } from '$lib/server/errors.ts';
import { theDb } from '$lib/server/store.ts';
import { dropVariant } from '$lib/server/variants.ts';

export const DELETE = ({ params }) => answer(() => dropVariant(theDb(), params.id, params.variant));
