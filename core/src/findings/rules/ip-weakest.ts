import { ofKind } from '../../catalogue/of-kind.ts';
import { say } from '../words/say.ts';
import { byPrice } from '../../catalogue/by-price.ts';
import { remove, set } from '../../box/edit.ts';
import type { OpeningKind } from '../../box/seal-names.ts';
import { sealedAgain } from '../sealed-again.ts';
import { sealedInstead } from '../../advise/suit-port.ts';
import { applyEdits } from '../../box/edits.ts';
import { panelPartOf } from '../../box/lookup.ts';
import { caseFit } from '../../case/fit.ts';
import { collides, swapPart } from '../../panel/place-port.ts';
import { panelPlan } from '../../panel/panel.ts';
import { reaches, SEAL_WORDS, sealing, sealWord } from '../../sealing/sealing.ts';
import { CASE_PLACE, portPlace, rule, usePart, type Facts, type Remedy } from '../rule.ts';

/** Closed and capped, the box is not built towards what the outing wants. */
export const ipWeakest = rule('ip-weakest', 'dry', 'ports', (x) => {
  const s = x.sealing;
  const wanted = x.box.outing.seal;
  if (!s || reaches(s.closed, wanted)) return [];
  const worst = s.items.filter(
    (i) => i.closed.jet + i.closed.dunk === Math.min(...s.items.map((j) => j.closed.jet + j.closed.dunk))
  )[0]!;
  const port = x.box.ports.find((p) => p.id === worst.portId);
  const part = panelPartOf(x.box, port);
  const shellFails = !reaches(sealWord(x.fit!.part.seal), wanted);
  const cases = shellFails ? holdingCases(x) : [];
  return [
    {
      at: port ? portPlace(port.id, worst.name) : CASE_PLACE,
      keptAs: CASE_PLACE.id,
      ...(port ? { formerly: port.id } : {}),
      severity: 'caution',
      say: say('ip-weakest', 'told', {
        name: worst.name,
        closed: s.closed,
        wanted,
        part: part?.name,
        how: worst.how,
        alsoNames: s.items.filter((i) => i !== worst && !reaches(sealWord(i.closed), wanted)).map((i) => i.name),
        shellFails,
        casesNames: cases.slice(0, 2).map((c) => c.name)
      }),
      figures: { jetMark: worst.closed.jet, dunkMark: worst.closed.dunk },
      remedies: () => [
        ...(port && worst.how ? sealedAgain(x, port.id) : []),
        ...(port && part && !worst.how ? sealedPart(x, port.id) : []),
        ...(worst.openingId ? closedAgain(x, worst.openingId) : []),
        ...(worst.portId === null && !worst.openingId && shellFails ? otherCase(x, cases) : []),
        {
          label: `Plan for ${SEAL_WORDS[s.closed].toLowerCase()} instead`,
          effect: 'keeps the box as it is',
          edits: [set('outing/seal', s.closed)]
        }
      ]
    }
  ];
});

/** The shell made whole where it is open; a cord's own way in is another matter. */
function closedAgain({ box }: Facts, openingId: string): Remedy[] {
  const kind = box.openings.find((o) => o.id === openingId)?.kind;
  if (kind === undefined || kind === 'cord-hole' || kind === 'under-lid') return [];
  return [{ label: CLOSE_WORDS[kind], effect: 'the wall is whole again', edits: [remove(`openings/${openingId}`)] }];
}
const CLOSE_WORDS: Record<Exclude<OpeningKind, 'cord-hole' | 'under-lid'>, string> = {
  vents: 'Close the vents with plates and gaskets',
  rivets: 'Bolts with bonded washers in place of the rivets',
  screws: 'Bolts with bonded washers in place of the screws',
  'lid-gasket': 'A new gasket of the maker’s in the lid',
  cracked: 'Mend the crack, or renew the lid’s gasket'
};

const holdingCases = (x: Facts) =>
  ofKind(x.catalogue, 'case')
    .filter((c) => reaches(sealWord(c.seal), x.box.outing.seal))
    .sort(byPrice);

/** The same kind of part, sealed, where it meets nothing. */
function sealedPart(x: Facts, portId: string): Remedy[] {
  const part = panelPartOf(
    x.box,
    x.box.ports.find((p) => p.id === portId)
  )!;
  for (const to of sealedInstead(x.catalogue, part, x.box.outing.seal)) {
    const swap = swapPart(x.box, x.fit!, portId, to);
    if (swap)
      return [
        {
          label: `${to.name} there`,
          effect: `${SEAL_WORDS[x.box.outing.seal].toLowerCase()} at this place${swap.moved ? ', moved to where it goes in' : ''}`,
          edits: swap.edits
        }
      ];
  }
  return [];
}

/** The cheapest case that holds the weather, takes everything in and in which no port meets anything new. */
function otherCase(x: Facts, cases: ReturnType<typeof holdingCases>): Remedy[] {
  for (const c of cases) {
    const edits = [...usePart(c, 'casePartId'), set('placements', {})];
    const box = applyEdits(x.box, edits);
    const fit = caseFit(box);
    if (fit?.state !== 'fits' || collides(x.box, x.fit!, edits)) continue;
    const after = sealing(box, fit, panelPlan(box, fit));
    return [
      {
        label: `Take the ${c.name}`,
        effect: `${SEAL_WORDS[sealWord(c.seal)].toLowerCase()} by itself${after && !reaches(after.closed, x.box.outing.seal) ? '; then its weakest port' : ''}, everything goes in`,
        edits
      }
    ];
  }
  return [];
}
