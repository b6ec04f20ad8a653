import { ofKind } from '../../catalogue/of-kind.ts';
import { say } from '../words/say.ts';
import type { PartOf } from '../../catalogue/part.ts';
import { CASE_PLACE, rule, usePart } from '../rule.ts';

/** Cases that are offered in its place. */
const OFFERED = 4;

const roomMm3 = (c: PartOf<'case'>): number => c.floorLengthMm * c.floorWidthMm * c.depthMm;

/** The box is built into the emptied shell of a battery. */
export const batteryShell = rule('battery-shell', 'safe', 'case', (x) => {
  const part = x.fit?.part;
  if (part?.caseKind !== 'battery-shell') return [];
  return [
    {
      at: CASE_PLACE,
      severity: 'stop',
      say: say('battery-shell', 'told', {}),
      figures: { depthMm: part.depthMm },
      remedies: () =>
        ofKind(x.catalogue, 'case')
          .toSorted((a, b) => Math.abs(roomMm3(a) - roomMm3(part)) - Math.abs(roomMm3(b) - roomMm3(part)))
          .slice(0, OFFERED)
          .map((c) => ({ label: c.name, effect: 'about the same room', edits: usePart(c, 'casePartId') }))
    }
  ];
});
