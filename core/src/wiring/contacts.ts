/** Contact resistances when new, milliohm each at 20 °C; aged ones are several times higher. @source electrical reference 3 */
export const CONTACT_MILLIOHM = {
  ringOnStud: 0.2,
  spade: 1,
  bladeHolder: 2,
  boltHolder: 0.3,
  busJoint: 0.2
} as const;

/** Heat that the contacts of a plastic socket may give off, W. @source electrical reference 12 */
export const SOCKET_HEAT_W = 0.5;

/** Allowed drop at the plug as a share of 12.0 V: electronics and radio, or lamps and heaters. @source ABYC E-11; electrical reference 3 */
export const DROP_LIMIT_FUSSY = 0.03;
export const DROP_LIMIT_GENERAL = 0.1;
export const DROP_BASE_V = 12;

/** Extra on every run for crimps, strips and a service loop, mm. @source rule of thumb */
export const TAILS_MM = 80;
/** More for a run to a loose lid, which is laid beside the box, mm. @source rule of thumb */
export const LID_SWING_MM = 150;
/** Runs in a box longer than this count as a bundle. @source electrical reference 2 */
export const BUNDLE_LENGTH_MM = 600;
