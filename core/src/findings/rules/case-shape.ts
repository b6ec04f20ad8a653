import { say } from '../words/say.ts';
import { CASE_PLACE, rule } from '../rule.ts';

/** Sizes of a case that cannot be: walls thicker than what is between them, a rim narrower than the floor. */
export const caseShape = rule('case-shape', 'fits', 'case', (x) => {
  const c = x.fit?.part;
  if (!c) return [];
  const least = Math.min(c.floorWidthMm, c.floorLengthMm, c.depthMm);
  const wrong: string[] = [];
  if (2 * c.wallMm >= least)
    wrong.push(
      `two walls of ${x.said.mm(c.wallMm)} are as thick as the ${x.said.mm(least)} between them (usual are ${x.said.mms(' to ', 1, 4)})`
    );
  if (c.floorLengthMm > c.rimLengthMm + 0.5 || c.floorWidthMm > c.rimWidthMm + 0.5)
    wrong.push('the floor is larger than the rim: floor and rim may be swapped');
  if (c.trayBelowRimMm >= c.depthMm)
    wrong.push(`the tray hangs ${x.said.mm(c.trayBelowRimMm)} down in ${x.said.mm(c.depthMm)}`);
  if (2 * c.cornerRadiusMm > least)
    wrong.push(`corners of ${x.said.mm(c.cornerRadiusMm)} radius do not go into ${x.said.mm(least)}`);
  if (wrong.length === 0) return [];
  return [
    {
      at: CASE_PLACE,
      severity: 'stop',
      say: say('case-shape', 'told', { name: c.name, wrong }),
      figures: { wallMm: c.wallMm, leastMm: least }
    }
  ];
});
