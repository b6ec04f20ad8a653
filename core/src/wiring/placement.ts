/** Unfused wire from a battery post that is allowed, along the conductor: bare, and wholly in a sheath, mm. @source ABYC E-11 as remembered: 7 in, 72 in; electrical reference 4 */
export const BARE_MM = 180;
const SHEATHED_MM = 1830;

/** What is allowed for the main wire of a box. */
export const unfusedLimitMm = (isSheathed: boolean): number => (isSheathed ? SHEATHED_MM : BARE_MM);
