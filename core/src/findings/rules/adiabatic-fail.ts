import { say } from '../words/say.ts';
import { AUTO } from '../../box/attr.ts';
import { wireSizeText } from '../../quantity/wire-size.ts';
import { nameOf, placeOf, wirePathOf, worstByPlace } from '../elements.ts';
import { branches, branchPath, rule, set } from '../rule.ts';

/** In a heavy short the fuse lets more heat through than the insulation of a wire behind it soaks up. */
export const adiabaticFail = rule('adiabatic-fail', 'safe', 'wiring', (x) => {
  const found = x.judge.all.flatMap((h) =>
    h.letsA2s !== undefined && h.standsA2s !== undefined && h.letsA2s > h.standsA2s
      ? [{ h, over: h.letsA2s / h.standsA2s, where: placeOf(x, h) }]
      : []
  );
  return worstByPlace(found).map(({ h, where }) => {
    const size = wireSizeText(h.conductor!.size!);
    const { tag } = (h.opensFirst ?? h.guard)!;
    const c = branches(x).find((b) => b.circuit.id === h.circuitId);
    const path = wirePathOf(x, h);
    return {
      at: where,
      severity: 'stop' as const,
      cause: `fuse ${tag}`,
      say: say('adiabatic-fail', 'told', { tag, size, name: nameOf(x, h), letsA2s: h.letsA2s, standsA2s: h.standsA2s }),
      figures: { letsA2s: h.letsA2s!, standsA2s: h.standsA2s! },
      remedies: path
        ? [
            {
              label: 'Let Haversack choose wire and fuse',
              effect: 'thicker wire, quicker fuse',
              edits: [set(path, AUTO), ...(c ? [set(`${branchPath(c)}/fuse`, AUTO)] : [])]
            }
          ]
        : []
    };
  });
});
