import { ofKind } from '../../catalogue/of-kind.ts';
import { say } from '../words/say.ts';
import { mainFeed } from '../../box/feeds.ts';
import { panelPartOf } from '../../box/lookup.ts';
import type { PartOf } from '../../catalogue/part.ts';
import { placePort } from '../../panel/place-port.ts';
import { BATTERY_PLACE, rule, type Remedy } from '../rule.ts';

const widthMm = (p: PartOf<'panel'>): number => p.flangeWidthMm;

/** A battery outside has to get its cable into the case. */
export const outsideInlet = rule('outside-inlet', 'fits', 'battery', (x) => {
  if (x.box.bank.stands !== 'outside' || !x.fit) return [];
  const charging = x.box.circuits.filter((c) => c.purpose === 'charge').map((c) => c.portId);
  const way = mainFeed(x.box).throughPortId;
  const placed = way.is === 'set' && x.box.ports.some((p) => p.id === way.value);
  const entry =
    placed ||
    x.box.ports.find((p) => {
      const role = panelPartOf(x.box, p)?.role;
      return (role === 'inlet' || role === 'gland') && !charging.includes(p.id);
    });
  if (entry) return [];
  // a battery's cable is thick: the widest gland that is to be had
  const gland = ofKind(x.catalogue, 'panel')
    .filter((p) => p.role === 'gland')
    .toSorted((a, b) => widthMm(b) - widthMm(a))[0];
  const remedies = (): Remedy[] => {
    const added =
      gland && placePort(x.box, x.fit!, gland, ['right', 'left', 'back'], { name: 'Battery lead', holds: true });
    return added
      ? [
          {
            label: `Add ${gland.name}`,
            effect: `on the ${added.face}, sealed round the cable; one for each pole where both do not go through`,
            edits: added.edits
          }
        ]
      : [];
  };
  return [
    {
      at: BATTERY_PLACE,
      severity: 'caution',
      say: say('outside-inlet', 'told', {}),
      figures: { leadMm: mainFeed(x.box).lead?.lengthMm ?? 0 },
      remedies
    }
  ];
});
