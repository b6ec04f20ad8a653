import { LID_OPENS_DEG, lidLead, uTurnMm, type LidLead } from '../case/cable.ts';
import type { CaseFit } from '../case/fit.ts';
import type { PortPlan } from './panel.ts';

/** Small stranded leads in a pair, mm across. @source mechanical reference 3.1 (example) */
const LEAD_MM = 6;

/** The lead from the fuse block (or battery) to a port in a hinged lid, and the height there is for its loop. */
export function lidLeadOf(fit: CaseFit, p: PortPlan): { lead: LidLead; homeMm: number } | undefined {
  const c = fit.part;
  if (c.hinge === 'none') return undefined;
  const from = fit.placed.find((b) => b.id === 'fuse-block') ?? fit.placed.find((b) => b.id.startsWith('battery'));
  if (!from) return undefined;
  const top = from.zMm + from.heightMm;
  const across = (x: number, y: number) => (c.hinge === 'back' ? c.rimWidthMm - y : x);
  const lead = lidLead(
    { acrossMm: across(from.xMm + from.lengthMm / 2, from.yMm + from.widthMm / 2), upMm: top - c.depthMm },
    { acrossMm: across(p.port.xMm, p.port.yMm), upMm: c.lidDepthMm },
    LID_OPENS_DEG
  );
  const highest = Math.max(...fit.placed.map((b) => b.zMm + b.heightMm));
  const heightMm = c.depthMm + c.lidDepthMm - highest;
  // a loop folded flat takes as much lead as the case is long, if there is height for its turn
  return { lead, homeMm: heightMm >= uTurnMm(LEAD_MM) / 2 ? 2 * c.rimLengthMm : 2 * heightMm };
}
