import { panelPartOf } from '../../box/lookup.ts';
import { reaches, SEAL_WORDS } from '../../sealing/sealing.ts';
import { portPlace, rule, usePart, set } from '../rule.ts';
import { catalogueOf } from '../rule.ts';

/** The promise holds only with caps on, and caps are off in use. */
export const ipOpenInUse = rule('ip-open-in-use', 'dry', 'ports', (x) => {
  const s = x.sealing;
  const wanted = x.box.outing.seal;
  if (!s || !reaches(s.closed, wanted) || reaches(s.inUse, wanted)) return [];
  const open = s.items.filter((i) => i.portId && i.inUse.jet < i.closed.jet);
  const sealed = catalogueOf(x, 'panel').find((p) => p.id === 'circular-16');
  const swap = open.filter(
    (i) =>
      panelPartOf(
        x.box,
        x.box.ports.find((p) => p.id === i.portId)
      )?.supply === '12v'
  );
  return [
    {
      at: portPlace(open[0]?.portId ?? 'box', open.map((i) => i.name).join(', ') || s.weakest.name),
      severity: 'caution',
      short: `${open
        .map((i) => i.name)
        .slice(0, 3)
        .join(', ')} open while plugged in`.slice(0, 32),
      title: `${open.map((i) => i.name).join(', ')} ${open.length > 1 ? 'are' : 'is'} open while plugged in`,
      why: `The outing wants ${SEAL_WORDS[wanted].toLowerCase()}; with plugs in it is ${SEAL_WORDS[s.inUse].toLowerCase()}. The mated state decides in the rain.`,
      figures: { openCount: open.length },
      remedies: [
        ...(sealed && swap.length
          ? [
              {
                label: `Sealed screw connector at ${swap.map((i) => i.name).join(', ')}`,
                effect: 'jet mark 5 when mated; new 16 mm hole',
                edits: [
                  ...usePart(sealed, `ports/${swap[0]!.portId}/partId`),
                  ...swap.slice(1).map((i) => set(`ports/${i.portId}/partId`, sealed.id))
                ]
              }
            ]
          : []),
        {
          label: `Plan for ${SEAL_WORDS[s.inUse].toLowerCase()} instead`,
          effect: 'stands under cover',
          edits: [set('outing/seal', s.inUse)]
        }
      ]
    }
  ];
});
