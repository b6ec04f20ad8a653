/** Inside bend radius over cable diameter: fixed, and where it flexes. @source mechanical reference 3.1 (rule of thumb) */
const BEND_FIXED = 4;
export const BEND_FLEXING = 6;

/** Room above a terminal for a 90° turn: straight part of the connector, bend radius, cable. @source mechanical reference 3.1 */
export const bendRoomMm = (outsideMm: number, straightMm: number, radii: number = BEND_FIXED): number =>
  straightMm + radii * outsideMm + outsideMm;

/** Width of a U-turn, mm. @source mechanical reference 3.1 */
export const uTurnMm = (outsideMm: number, radii: number = BEND_FIXED): number => 2 * radii * outsideMm + 2 * outsideMm;

/** Sag of a lead that is so much longer than its span; good while the sag is under a quarter of the span. @source mechanical reference 3.2 */
export const sagMm = (spanMm: number, slackMm: number): number => Math.sqrt((3 * spanMm * slackMm) / 8);

/** Tail at each end of a lead to the lid, and length over the farthest reach. @source mechanical reference 3.2 (rules of thumb) */
export const LID_TAIL_MM = 25;
/** How far a lid on hinges opens, degrees. @source rule of thumb: until it leans back on its stay */
export const LID_OPENS_DEG = 110;
const REACH = 1.1;

export type LidLead = {
  bodyMm: number;
  lidMm: number;
  closedDeg: number;
  closedMm: number;
  openMm: number;
  longestMm: number;
  leadMm: number;
  /** What is too much when the lid is shut and must lie somewhere. */
  slackMm: number;
};

/**
 * Length of a lead from the body to the lid across a hinge.
 * @param body and lid: anchor points beside the hinge line, mm (across, up), the lid closed
 * @param openDeg how far the lid opens, over 0 and up to 270
 * @source mechanical reference 3.2
 */
export function lidLead(
  body: { acrossMm: number; upMm: number },
  lid: { acrossMm: number; upMm: number },
  openDeg: number
): LidLead {
  const a = Math.hypot(body.acrossMm, body.upMm);
  const b = Math.hypot(lid.acrossMm, lid.upMm);
  const between = Math.abs(Math.atan2(lid.upMm, lid.acrossMm) - Math.atan2(body.upMm, body.acrossMm));
  const reach = (open: number) => Math.sqrt(a * a + b * b - 2 * a * b * Math.cos(between + open));
  const open = (openDeg * Math.PI) / 180;
  const closedMm = reach(0);
  const openMm = reach(open);
  const longestMm = between + open < Math.PI ? openMm : a + b;
  const leadMm = REACH * longestMm + 2 * LID_TAIL_MM;
  return {
    bodyMm: a,
    lidMm: b,
    closedDeg: (between * 180) / Math.PI,
    closedMm,
    openMm,
    longestMm,
    leadMm,
    slackMm: leadMm - 2 * LID_TAIL_MM - closedMm
  };
}
