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
          short: `${p.tag}: ${x.said.run(slackMm)} slack, lid shut`,
          title: `The lead to ${p.tag} in the lid is ${x.said.run(leadMm)}, ${x.said.run(slackMm)} too long when shut`,
          why: `${tight ? `There is only ${x.said.run(lead.homeMm)} for the loop over what stands below. ` : ''}Tie it down on the hinge side, spiral wrap over it, so that the lid never pinches it.`,
          figures: { leadMm, slackMm, homeMm: lead.homeMm }
        }
      ];
    });
});
