import { say } from '../words/say.ts';
import { AUTO, setTo } from '../../box/attr.ts';
import { fuseOf } from '../../wiring/main-path.ts';
import { branches, branchPath, branchPlace, type Draft, MAIN_PLACE, mainPath, rule, set } from '../rule.ts';

/** A rating that no packet of its kind holds. */
export const fuseUnlisted = rule('fuse-unlisted', 'safe', 'wiring', (x) => {
  const out: Draft[] = [];
  const nearest = (ratings: readonly number[], a: number): number | undefined =>
    [...ratings].sort((p, q) => Math.abs(p - a) - Math.abs(q - a))[0];
  const check = (
    at: Draft['at'],
    tag: string,
    ratings: readonly number[] | undefined,
    a: number | undefined,
    isSet: boolean,
    path: string
  ) => {
    if (!isSet || a === undefined || !ratings || ratings.includes(a)) return;
    const near = nearest(ratings, a);
    out.push({
      ...(at ? { at } : {}),
      severity: 'caution',
      say: say('fuse-unlisted', 'told', { tag, askedA: a, ratingsA: ratings }),
      figures: { fuseA: a },
      remedies: [
        ...(near === undefined
          ? []
          : [{ label: `It is ${near} A`, effect: 'the nearest listed', edits: [set(path, setTo(near))] }]),
        { label: 'Let Haversack choose', effect: 'by load and wire', edits: [set(path, AUTO)] }
      ]
    });
  };
  const m = x.wiring.main;
  check(MAIN_PLACE, 'F0', m.fuse?.ratingsA, m.fuseA, m.fuseOrigin === 'set', mainPath(x, 'fuse'));
  for (const c of branches(x)) {
    if (c.fuseOrigin !== 'set') continue;
    check(
      branchPlace(c),
      c.fuseTag,
      fuseOf(x.box, x.catalogue, c.fuseFamily)?.ratingsA,
      c.fuseA,
      c.fuseOrigin === 'set',
      `${branchPath(c)}/fuse`
    );
  }
  return out;
});
