import { AUTO } from '../../box/attr.ts';
import { AWG_SIZES, knownSize, MM2_SIZES } from '../../wiring/conductor.ts';
import { wireSizeText } from '../../quantity/wire-size.ts';
import { placeOf, wirePathOf } from '../elements.ts';
import { rule, set, type Draft } from '../rule.ts';

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
      short: `${at.label}: ${name} is unlisted`,
      title: `${at.label}: no figures for ${name}`,
      why: `The tables hold ${AWG_SIZES[0]} to ${AWG_SIZES.at(-1)} AWG and ${MM2_SIZES[0]} to ${MM2_SIZES.at(-1)} mm². Enter the nearest size below the real one.`,
      figures: {},
      remedies: path
        ? [{ label: 'Let Haversack choose the wire', effect: 'a listed size', edits: [set(path, AUTO)] }]
        : []
    });
  }
  return [...said.values()];
});
