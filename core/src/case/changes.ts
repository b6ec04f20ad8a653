import { byPrice, priceOf } from '../catalogue/by-price.ts';
import { remove, set } from '../box/edit.ts';
import { applyEdits, type Edit } from '../box/edits.ts';
import { partOf } from '../box/lookup.ts';
import type { Box } from '../box/schema.ts';
import type { Catalogue, PartOf } from '../catalogue/part.ts';
import { lengthText } from '../quantity/format.ts';
import { fitting } from './fit.ts';

/** One change that makes everything go in. */
export type Change = { label: string; effect: string; edits: Edit[] };
/** `foam`: thinner padding, of which the thickest that does is enough. */
type Candidate = Change & { costAmount: number; foam?: true };

/** Thinner foam that still keeps bodies apart, mm. @source mechanical reference 2.3 */
const PADDINGS_MM = [5, 4, 3, 2];

/** What the battery itself can do: lie down, or have its terminals turned. */
function batteryWays(box: Box, mm: (v: number) => string): Candidate[] {
  const out: Candidate[] = [];
  const battery = partOf(box, 'battery', box.bank.partId);
  if (battery && !box.bank.mayLie && battery.anyWayUp !== 'upright')
    out.push({
      label: 'Lay the battery on its side',
      effect: 'everything goes in; its chemistry allows it, read its label',
      edits: [set('bank/mayLie', true)],
      costAmount: 0
    });
  if (battery && box.bank.terminals === 'straight' && battery.flagClearanceMm < battery.straightClearanceMm)
    out.push({
      label: 'Flag terminals on the battery',
      effect: `${mm(battery.straightClearanceMm - battery.flagClearanceMm)} lower, everything goes in`,
      edits: [set('bank/terminals', 'flag')],
      costAmount: 0.5
    });
  return out;
}

function leftOut(box: Box): Candidate[] {
  return box.bodies.flatMap((body): Candidate[] => {
    const part = partOf(box, 'body', body.partId);
    if (!part || body.held !== 'stowed') return [];
    return [
      {
        label: `Leave ${body.name} out`,
        effect: 'carried outside the box, the rest goes in',
        edits: [remove(`bodies/${body.id}`), ...(body.id in box.placements ? [remove(`placements/${body.id}`)] : [])],
        costAmount: 2
      }
    ];
  });
}

const otherCases = (box: Box, catalogue: Catalogue): Candidate[] =>
  catalogue
    .filter((p): p is PartOf<'case'> => p.kind === 'case' && p.id !== box.casePartId)
    .sort((a, b) => byPrice(a, b) || a.massKg - b.massKg)
    .map((c) => ({
      label: c.name,
      effect: `${c.priceAmount === null ? 'price unknown' : `${box.preferences.currency}${c.priceAmount.toFixed(0)}`}, everything goes in; ports keep their faces`,
      edits: [set(`parts/${c.id}`, c), set('casePartId', c.id)],
      costAmount: 10 + priceOf(c)
    }));

/**
 * Changes that could make it fit, dearest last: what costs nothing first, then foam, then what stays at home, then cases
 * by price.
 */
function fitCandidates(box: Box, catalogue: Catalogue): Candidate[] {
  const out: Candidate[] = [];
  const unit = box.preferences.lengthUnit;
  const mm = (v: number) => `${lengthText(v, unit, 0)} ${unit}`;
  if (Object.keys(box.placements).length > 0)
    out.push({
      label: 'Let Haversack arrange everything',
      effect: 'takes the places set by hand away',
      edits: [set('placements', {})],
      costAmount: 0
    });
  out.push(...batteryWays(box, mm));
  for (const padding of PADDINGS_MM)
    if (padding < box.paddingMm)
      out.push({
        label: `${mm(padding)} foam instead of ${mm(box.paddingMm)}`,
        effect: 'everything goes in',
        edits: [set('paddingMm', padding)],
        costAmount: 1 + (5 - padding) * 0.1,
        foam: true
      });
  const casePart = partOf(box, 'case', box.casePartId);
  if (casePart && casePart.trayBelowRimMm > 0)
    out.push({
      label: 'Take the tray out',
      effect: `${mm(casePart.trayBelowRimMm)} more height`,
      edits: [set(`parts/${casePart.id}`, { ...casePart, trayBelowRimMm: 0 })],
      costAmount: 1.6
    });
  out.push(...leftOut(box), ...otherCases(box, catalogue));
  return out.sort((a, b) => a.costAmount - b.costAmount);
}

/**
 * The cheapest changes after which the exact search finds an arrangement; each has been tried on this very box.
 * @param most how many are wanted
 * @param looks how many looks at pairs each of them may take, where nobody can wait
 */
export function* cheapestChanges(
  box: Box,
  catalogue: Catalogue,
  options: { most: number; nodeLimit: number; looks?: number }
): Generator<number, Change[]> {
  const candidates = fitCandidates(box, catalogue);
  const found: Change[] = [];
  let done = 0;
  let thinner = false;
  for (const { label, effect, edits, foam } of candidates) {
    yield done++ / candidates.length;
    if (foam && thinner) continue;
    const fit = yield* fitting(applyEdits(box, edits), {
      nodeLimit: options.nodeLimit,
      ...(options.looks === undefined ? {} : { looks: options.looks })
    });
    if (fit?.state !== 'fits' || fit.faults.length > 0) continue;
    thinner ||= foam === true;
    found.push({ label, effect, edits });
    if (found.length >= options.most) break;
  }
  return found;
}
