import { byPrice } from '../catalogue/by-price.ts';
import { applyEdits } from '../box/edits.ts';
import type { Plan } from '../evaluate.ts';
import { attempt } from '../remedy/attempt.ts';
import { harmOf } from './follow.ts';
import type { Box } from '../box/schema.ts';
import { caseFit, shortWays } from '../case/fit.ts';
import type { Catalogue, PartOf } from '../catalogue/part.ts';
import { usePart } from '../findings/rule.ts';
import { lengthText } from '../quantity/format.ts';
import { finished } from '../work.ts';
import { reaches, sealWord, SEAL_WORDS } from '../sealing/sealing.ts';

export type SuitedCase = {
  part: PartOf<'case'>;
  /** Battery and everything else inside go in; unknown while there is nothing to put in. */
  fits: boolean | undefined;
  holdsWeather: boolean;
  /** Goes in, as far as it can be told, holds the weather, and brings no stop: an AGM battery is not charged in a tight case. */
  suits: boolean;
  /** Why, or why not. */
  say: string;
};

const AXES = { length: 'too short', width: 'too narrow', height: 'too low' } as const;

/** A box without what was put by hand in the case it stands in: another case is asked afresh. */
const inCase = (box: Box, part: PartOf<'case'>): Box =>
  applyEdits({ ...box, placements: {} }, usePart(part, 'casePartId'));

/** The first stop that a case brings to a box, when it is tried on a copy. */
function stopOf(box: Box, plan: Plan, catalogue: Catalogue, part: PartOf<'case'>): string | undefined {
  const tried = attempt({ box, catalogue, plan }, usePart(part, 'casePartId'));
  return tried && harmOf(tried).find((f) => f.severity === 'stop')?.title;
}

/**
 * All cases there are, those first that take this box's battery and other bodies, hold the outing's weather and bring no stop
 * when they are tried on a copy, the cheapest first among them; for the rest is said what speaks against them. Fit is the quick
 * search of every edit, ports left out.
 */
export const suitCases = (box: Box, plan: Plan, catalogue: Catalogue): SuitedCase[] =>
  finished(suitingCases(box, plan, catalogue));

/** The same in pieces: every case is tried on a copy. */
export function* suitingCases(box: Box, plan: Plan, catalogue: Catalogue): Generator<undefined, SuitedCase[]> {
  const unit = box.preferences.lengthUnit;
  const rows: SuitedCase[] = [];
  for (const part of catalogue) {
    if (part.kind !== 'case') continue;
    yield;
    const fit = caseFit({ ...inCase(box, part), ports: [] });
    const fits = fit && fit.bodies.length > 0 ? fit.state === 'fits' : undefined;
    const seal = sealWord(part.seal);
    const holdsWeather = reaches(seal, box.outing.seal);
    const short = fits === false && fit!.shortfall ? shortWays(fit!.shortfall)[0] : undefined;
    const against = [
      fits === false
        ? short
          ? `${lengthText(short.mm, unit)} ${unit} ${AXES[short.axis]}`
          : 'what is inside does not go in'
        : '',
      holdsWeather ? '' : `holds no more than ${SEAL_WORDS[seal].toLowerCase()}`
    ].filter(Boolean);
    const stop = against.length === 0 ? stopOf(box, plan, catalogue, part) : undefined;
    if (stop) against.push(stop);
    const suits = against.length === 0;
    const say = suits ? (fits ? 'takes it all' : 'holds the weather') : against.join(', ');
    rows.push({ part, fits, holdsWeather, suits, say });
  }
  return rows.sort(
    (a, b) =>
      Number(b.suits) - Number(a.suits) || Number(b.fits ?? true) - Number(a.fits ?? true) || byPrice(a.part, b.part)
  );
}
