import { answer } from '$lib/server/errors.ts';
import { isHere, theLan } from '$lib/server/lan/lan.ts';

/** Whether Haversack is open to the network, and where. */
export const GET = ({ getClientAddress }) =>
  answer(() => {
    const lan = theLan();
    return {
      on: lan !== undefined,
      https: lan?.https ?? false,
      addresses: lan?.addresses ?? [],
      here: isHere(getClientAddress())
    };
  });
