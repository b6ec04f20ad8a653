import { ofKind } from '../../catalogue/of-kind.ts';
import { say } from '../words/say.ts';
import { isTight } from '../../sealing/as-built.ts';
import { placePort } from '../../panel/place-port.ts';
import { CASE_PLACE, rule } from '../rule.ts';

/** A box meant to be dunked sucks water past its seals when it cools, unless a vent lets pressure through. */
export const noVentSealed = rule('no-vent-sealed', 'dry', 'ports', (x) => {
  if (x.box.outing.seal !== 'dunk' || !x.sealing || x.sealing.hasVent || !x.fit || !isTight(x.box, x.fit.part))
    return [];
  const vent = ofKind(x.catalogue, 'panel').find((p) => p.role === 'vent');
  return [
    {
      at: CASE_PLACE,
      severity: 'caution',
      say: say('no-vent-sealed', 'told', {}),
      figures: { suctionPa: 8220.4 },
      remedies: () => {
        const port =
          vent && placePort(x.box, x.fit!, vent, ['right', 'left', 'back', 'front'], { name: 'Vent', holds: true });
        return port
          ? [
              {
                label: `Add a vent on the ${port.face}`,
                effect: `at ${x.said.mms(', ', port.xMm, port.yMm)}`,
                edits: port.edits
              }
            ]
          : [];
      }
    }
  ];
});
