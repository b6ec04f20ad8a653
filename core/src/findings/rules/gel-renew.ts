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
      short: `Gel is full since ${until}`,
      title: `The gel is full since ${until}`,
      why: `Put in or dried on ${x.box.dry.gelSince}, it lasts ${Math.round(x.dry!.gelDays!)} days in this box. Dry it at ${x.said.degC(110)} to ${x.said.degC(120)} for two to three hours, or take a fresh one.`,
      figures: { gelDays: x.dry!.gelDays! },
      remedies: [{ label: 'Dried for this outing', effect: `good from ${day}`, edits: [set('dry/gelSince', day)] }]
    }
  ];
});
