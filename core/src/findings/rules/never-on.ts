import { say } from '../words/say.ts';
import { stretchText } from '../../timeline/bars.ts';
import { devicePlace, rule, set, type Facts } from '../rule.ts';

/** A device that is never switched on counts nothing. */
export const neverOn = rule('never-on', 'lasts', 'outing', (x) =>
  x.box.devices
    .filter((_, i) => x.demand.devices[i]!.onH === 0)
    .map((d) => ({
      at: devicePlace(d.id, d.name),
      severity: 'note' as const,
      say: say('never-on', 'told', { name: d.name, spansCount: d.spans.length, outingText: outingText(x) }),
      figures: { onH: 0 },
      remedies: [
        {
          label: 'On for the whole outing',
          effect: `${x.box.outing.durationH} h`,
          edits: [
            set(`devices/${d.id}/spans`, [
              { startH: x.box.outing.startH, endH: x.box.outing.startH + x.box.outing.durationH, dutyFraction: null }
            ])
          ]
        }
      ]
    }))
);

const outingText = ({ box: { outing } }: Facts): string =>
  stretchText(outing, { startH: outing.startH, endH: outing.startH + outing.durationH });
