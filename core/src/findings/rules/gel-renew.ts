import { say } from '../words/say.ts';
import { BOX_PLACE, rule, set } from '../rule.ts';

/** The gel will be full by the day of the outing. */
export const gelRenew = rule('gel-renew', 'dry', 'case', (x) => {
  const { day } = x.box.outing;
  const until = x.dry?.gelUntil;
  if (!day || !until || day <= until) return [];
  return [
    {
      at: BOX_PLACE,
      severity: 'note',
      say: say('gel-renew', 'told', { until, gelSince: x.box.dry.gelSince, gelDays: x.dry!.gelDays }),
      figures: { gelDays: x.dry!.gelDays! },
      remedies: [{ label: 'Dried for this outing', effect: `good from ${day}`, edits: [set('dry/gelSince', day)] }]
    }
  ];
});
