import { answer, ApiError } from '$lib/server/errors.ts';
import { isHere, theLan } from '$lib/server/lan/lan.ts';

/** A pass to be shown as a picture; only this computer makes one. */
export const POST = ({ getClientAddress }) =>
  answer(() => {
    const lan = theLan();
    if (!lan) throw new ApiError(404, 'Haversack is not open to the network.');
    if (!isHere(getClientAddress())) throw new ApiError(403, 'Only the computer it runs on lets others in.');
    return { pass: lan.makePass(Date.now()) };
  });
