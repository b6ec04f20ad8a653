import { ofKind } from '../../catalogue/of-kind.ts';
import { say } from '../words/say.ts';
import { AUTO } from '../../box/attr.ts';
import { withoutLever } from '../../box/feed-edits.ts';
import type { Happening } from '../../judge/table.ts';
import { fuseOf } from '../../wiring/main-path.ts';
import { placeOf } from '../elements.ts';
import { branches, branchPath, mainPath, rule, set, usePart, type Facts, type Remedy } from '../rule.ts';
import { BEARS } from '../../wiring/fuse.ts';

/** A short right behind a fuse or breaker could exceed what it can break: at its own place, whichever fuse it is. */
export const interruptingLow = rule('interrupting-low', 'safe', 'wiring', (x) =>
  x.judge.all.flatMap((h) => {
    if (h.kind !== 'fuse' || h.breaksA == null) return [];
    const { shortA } = h;
    // behind another fuse that breaks it, a short never gets that far
    if (brokenAhead(x, h, shortA)) return [];
    if (shortA <= BEARS.breaking * h.breaksA) return [];
    const stop = shortA > h.breaksA;
    const where = placeOf(x, h);
    return [
      {
        at: where,
        ...(h.id === 'F0' || where.kind === 'circuit' ? {} : { also: h.id }),
        severity: stop ? ('stop' as const) : ('caution' as const),
        cause: 'short current',
        say: say('interrupting-low', 'told', { id: h.id, breaksA: h.breaksA, shortA, stop, kind: kindOf(x, h) }),
        figures: { prospectiveA: shortA, interruptingA: h.breaksA },
        remedies: remediesFor(x, h, shortA)
      }
    ];
  })
);

/** Some fuse on the way from the battery breaks it, not only the nearest. */
function brokenAhead(x: Facts, h: Happening, shortA: number): boolean {
  const seen = new Set<string>();
  for (let guard = h.guard; guard && !seen.has(guard.tag); guard = x.judge.of(guard.tag)?.guard) {
    seen.add(guard.tag);
    if ((x.judge.of(guard.tag)?.breaksA ?? 0) * BEARS.breaking >= shortA) return true;
  }
  return false;
}

const kindOf = (x: Facts, h: Happening): string =>
  (h.part?.family && fuseOf(x.box, x.catalogue, h.part.family)?.name.toLowerCase()) || 'fuse of its kind';

/** A holder of a family that breaks it: at the main feed, or for a feed or circuit straight off the post. */
function remediesFor(x: Facts, h: Happening, shortA: number): Remedy[] {
  const better = ofKind(x.catalogue, 'fuse-holder').filter(
    (p) => (fuseOf(x.box, x.catalogue, p.family)?.interruptingA ?? 0) * BEARS.breaking > shortA
  );
  const breaksText = (p: (typeof better)[number]) => `breaks ${fuseOf(x.box, x.catalogue, p.family)!.interruptingA} A`;
  if (h.id === 'F0')
    return better.slice(0, 2).map((p) => ({
      label: p.name,
      effect: breaksText(p),
      edits: [
        ...usePart(p, mainPath(x, 'holderPartId')),
        set(mainPath(x, 'fuseFamily'), AUTO),
        set(mainPath(x, 'fuse'), AUTO),
        set(mainPath(x, 'wire'), AUTO),
        ...withoutLever(x.box, p.family, `feeds/${x.box.feeds[0].id}`)
      ]
    }));
  const c = branches(x).find((b) => b.circuit.id === h.circuitId);
  if (!c?.feed) return [];
  return better.slice(0, 2).map((p) => ({
    label: p.name,
    effect: breaksText(p),
    edits: [
      ...usePart(p, `${branchPath(c)}/holderPartId`),
      set(`${branchPath(c)}/fuseFamily`, AUTO),
      set(`${branchPath(c)}/fuse`, AUTO),
      ...withoutLever(x.box, p.family, branchPath(c))
    ]
  }));
}
