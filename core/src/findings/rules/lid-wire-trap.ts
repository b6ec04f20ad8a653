import { say } from '../words/say.ts';
import { lidLeadOf } from '../../panel/lid-leads.ts';
import { portPlace, rule } from '../rule.ts';

/** A lead to the lid is long when the lid is shut; what is too much must have a home. */
export const lidWireTrap = rule('lid-wire-trap', 'fits', 'ports', (x) => {
  if (!x.panel || !x.fit) return [];
  return x.panel.ports
    .filter((p) => p.port.face === 'lid' && x.box.circuits.some((c) => c.portId === p.port.id))
    .flatMap((p) => {
      const lead = lidLeadOf(x.fit!, p);
      if (!lead) return [];
      const { slackMm, leadMm } = lead.lead;
      const tight = slackMm > lead.homeMm;
      return [
        {
          at: portPlace(p.port.id, p.tag),
          severity: tight ? ('caution' as const) : ('note' as const),
          say: say('lid-wire-trap', 'told', { tag: p.tag, slackMm, leadMm, tight, homeMm: lead.homeMm }),
          figures: { leadMm, slackMm, homeMm: lead.homeMm }
        }
      ];
    });
});
