import { byPrice } from '../catalogue/by-price.ts';
import { remove, set } from '../box/edit.ts';
import { movePort } from './move-port.ts';
import { applyEdits, type Edit } from '../box/edits.ts';
import type { Box } from '../box/schema.ts';
import { faceSizeMm, freeDepthMm, wallMmOf } from '../case/faces.ts';
import { caseFit, depthBehindMm, solidOf, type CaseFit } from '../case/fit.ts';
import { FACES } from '../catalogue/faces.ts';
import type { Catalogue, PartOf } from '../catalogue/part.ts';
import { lengthText } from '../quantity/format.ts';
import { freeSpot, type PortPlan } from './panel.ts';
import { BEHIND_GAP_MM } from './spacing.ts';

export type DepthRemedy = { label: string; effect: string; edits: Edit[] };

/** A ring under the flange higher than this stands out and gets knocked off. @source rule of thumb */
const MOST_SPACER_MM = 25;

/**
 * Ways to give a port its room behind the wall, least trouble first: flag terminals, a spacer, another place on its face,
 * moving the body, another face, another part. Each is worked out on this very case; one that would not do is left out.
 */
export function depthRemedies(box: Box, fit: CaseFit, catalogue: Catalogue, p: PortPlan): DepthRemedy[] {
  const out: DepthRemedy[] = [];
  const unit = box.preferences.lengthUnit;
  const mm = (v: number) => `${lengthText(v, unit)} ${unit}`;
  const flagGain = p.part.straightMm - p.part.flagMm;
  if (p.port.terminals === 'straight' && flagGain > 0 && p.clearMm + flagGain >= 0)
    out.push({
      label: 'Use flag terminals',
      effect: `${mm(p.clearMm + flagGain)} clear`,
      edits: [set(`ports/${p.port.id}/terminals`, 'flag')]
    });
  const spacer = Math.ceil(p.port.spacerMm + BEHIND_GAP_MM - p.clearMm);
  const stackMm = wallMmOf(fit.part, p.port.face) + spacer;
  if (spacer <= MOST_SPACER_MM)
    out.push({
      label: `Spacer of ${mm(spacer)} under the flange`,
      effect: `${mm(p.clearMm + spacer - p.port.spacerMm)} clear; ${stackMm <= p.part.panelMaxMm ? 'its nut still reaches' : 'as a hollow collar whose own face carries the part'}`,
      edits: [set(`ports/${p.port.id}/spacerMm`, spacer)]
    });
  const spot = freeSpot(box, fit, p.part, p.port, p.port);
  if (spot)
    out.push({
      label: `Move to ${lengthText(spot.xMm, unit)}, ${mm(spot.yMm)}`,
      effect: 'room behind, edges and neighbours kept',
      edits: movePort(p.port.id, spot)
    });
  if (p.behindId !== undefined && p.behindId in box.placements) {
    const edits: Edit[] = [remove(`placements/${p.behindId}`)];
    const clear = clearAfter(applyEdits(box, edits), p);
    if (clear !== undefined && clear >= 0)
      out.push({
        label: `Let Haversack move the ${p.behindName}`,
        effect: `${mm(clear)} clear; its place by hand is taken away`,
        edits
      });
  }
  const other = FACES.filter((f) => f !== p.port.face && f !== 'floor' && f !== fit.part.hinge)
    .map((face) => ({ face, at: freeSpot(box, fit, p.part, { ...p.port, face }) }))
    .find((o) => o.at);
  if (other?.at)
    out.push({
      label: `Move to the ${other.face}`,
      effect: `at ${lengthText(other.at.xMm, unit)}, ${mm(other.at.yMm)}, clear behind`,
      edits: movePort(p.port.id, other.at, other.face)
    });
  const shallower = shallowerPart(fit, catalogue, p);
  if (shallower)
    out.push({
      label: shallower.part.name,
      effect: `${mm(shallower.clearMm)} clear; does the same with less depth`,
      edits: [set(`parts/${shallower.part.id}`, shallower.part), set(`ports/${p.port.id}/partId`, shallower.part.id)]
    });
  return out;
}

/** Room left behind the port when the inside is arranged anew. */
function clearAfter(box: Box, p: PortPlan): number | undefined {
  const fit = caseFit(box);
  if (fit?.state !== 'fits') return undefined;
  const envelope = { widthMm: p.part.behindWidthMm, heightMm: p.part.behindHeightMm };
  return freeDepthMm(fit.part, p.port.face, p.port, envelope, fit.placed.map(solidOf)).depthMm - p.needMm;
}

/** The cheapest part that does the same, carries as much and goes in here. */
function shallowerPart(
  fit: CaseFit,
  catalogue: Catalogue,
  p: PortPlan
): { part: PartOf<'panel'>; clearMm: number } | undefined {
  const solids = fit.placed.map(solidOf);
  const face = faceSizeMm(fit.part, p.port.face);
  return catalogue
    .filter(
      (c): c is PartOf<'panel'> =>
        c.kind === 'panel' &&
        c.id !== p.part.id &&
        c.role === p.part.role &&
        c.supply === p.part.supply &&
        (c.ratingA ?? 0) >= (p.part.ratingA ?? 0) &&
        (c.converterRatedW ?? 0) >= (p.part.converterRatedW ?? 0) &&
        c.hole.shape !== 'none' &&
        wallMmOf(fit.part, p.port.face) >= c.panelMinMm &&
        wallMmOf(fit.part, p.port.face) <= c.panelMaxMm &&
        c.flangeWidthMm <= Math.min(p.part.flangeWidthMm + 2, face.widthMm) &&
        c.flangeHeightMm <= p.part.flangeHeightMm + 2
    )
    .map((part) => {
      const envelope = { widthMm: part.behindWidthMm, heightMm: part.behindHeightMm };
      const free = freeDepthMm(fit.part, p.port.face, p.port, envelope, solids);
      return { part, clearMm: free.depthMm - depthBehindMm(part, p.port) };
    })
    .filter((o) => o.clearMm >= BEHIND_GAP_MM)
    .sort((a, b) => byPrice(a.part, b.part))[0];
}
