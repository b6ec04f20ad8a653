import { say } from '../words/say.ts';
import { AUTO } from '../../box/attr.ts';
import { BATTERY_PLACE, BOX_PLACE, rule, set, type Draft } from '../rule.ts';

/** Rings on one stud. @source ABYC E-11 as remembered; electrical reference 12 */
const MOST_RINGS = 4;

/** Too many rings under one nut loosen and heat. */
export const terminalStack = rule('terminal-stack', 'safe', 'wiring', (x) => {
  const out: Draft[] = [];
  const { conductors, packIds } = x.wiring.netlist;
  const ringsAt = (part: string, terminal: string): number =>
    conductors.filter(
      (c) =>
        c.lengthMm > 0 &&
        ((c.from.part === part && c.from.terminal === terminal) || (c.to.part === part && c.to.terminal === terminal))
    ).length;
  if (x.box.wiring.returns.is === 'set' && x.box.wiring.returns.value === 'stud') {
    const rings = ringsAt('bus', '-');
    if (rings > MOST_RINGS)
      out.push({
        at: BOX_PLACE,
        severity: 'caution',
        say: say('terminal-stack', 'onStud', { ringCount: rings, mostCount: MOST_RINGS }),
        figures: { ringCount: rings },
        remedies: [{ label: 'A bus bar', effect: 'one screw each', edits: [set('wiring/returns', AUTO)] }]
      });
  }
  for (const id of packIds)
    for (const terminal of ['+', '-']) {
      const rings = ringsAt(id, terminal);
      if (rings <= MOST_RINGS) continue;
      out.push({
        at: BATTERY_PLACE,
        also: `${id}${terminal}`,
        severity: 'caution',
        say: say('terminal-stack', 'onPost', { ringCount: rings, terminal, mostCount: MOST_RINGS }),
        figures: { ringCount: rings }
      });
    }
  return out;
});
