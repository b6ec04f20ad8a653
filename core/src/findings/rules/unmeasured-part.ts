import { say } from '../words/say.ts';
import { portPlace, rule, set } from '../rule.ts';

/** Parts of this kind differ so much between makers that yours must be measured before drilling. */
export const unmeasuredPart = rule('unmeasured-part', 'fits', 'ports', (x) =>
  (x.panel?.ports ?? [])
    .filter((p) => p.part.measureYours === 'must')
    .map((p) => ({
      at: portPlace(p.port.id, p.tag),
      severity: 'caution' as const,
      say: say('unmeasured-part', 'told', { tag: p.tag, name: p.part.name }),
      figures: { bodyDepthMm: p.part.bodyDepthMm },
      asks: 'size of its hole',
      open: true,
      remedies: [
        {
          label: 'Mine measures the same',
          effect: 'takes the listed sizes as measured',
          edits: [set(`parts/${p.part.id}/measureYours`, 'no')],
          answer: true
        }
      ]
    }))
);
