import { say } from '../words/say.ts';
import { AWG_SIZES, knownSize, MM2_SIZES } from '../../wiring/conductor.ts';
import { wireSizeText } from '../../quantity/wire-size.ts';
import { placeOf, wireLeft, wirePathOf } from '../elements.ts';
import { rule, type Draft } from '../rule.ts';

/** A size the tables do not hold cannot be judged, wherever it stands: run, return, link, lead, main wire. */
export const wireUnlisted = rule('wire-unlisted', 'safe', 'wiring', (x) => {
  const said = new Map<string, Draft>();
  for (const h of x.judge.all) {
    const size = h.conductor?.size;
    if (!size || knownSize(size)) continue;
    const at = placeOf(x, h);
    const name = wireSizeText(size);
    const key = `${at.kind} ${at.id} ${name}`;
    if (said.has(key)) continue;
    const path = wirePathOf(x, h);
    said.set(key, {
      at,
      also: name.replace(/\W+/g, '-'),
      severity: 'stop',
      say: say('wire-unlisted', 'told', {
        label: at.label,
        name,
        AWG_SIZESAt: AWG_SIZES.at(-1),
        MM2_SIZESAt: MM2_SIZES.at(-1)
      }),
      figures: {},
      remedies: path ? [{ ...wireLeft(x, path), effect: 'a listed size' }] : []
    });
  }
  return [...said.values()];
});
