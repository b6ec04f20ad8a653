import { say } from '../words/say.ts';
import { remove } from '../../box/edit.ts';
import type { Opening } from '../../box/schema.ts';
import { ofKind } from '../../catalogue/of-kind.ts';
import { PLACE_FACES, placePort } from '../../panel/place-port.ts';
import { CASE_PLACE, rule, type Facts, type Remedy } from '../rule.ts';

/** A cord that goes in where nothing holds it: it chafes, or the lid cuts into it. */
export const cordLoose = rule('cord-loose', 'safe', 'ports', (x) =>
  x.box.openings
    .filter((o) => o.kind === 'cord-hole' || o.kind === 'under-lid')
    .map((o) => ({
      at: CASE_PLACE,
      also: o.id,
      severity: 'caution' as const,
      say: say('cord-loose', 'told', { name: o.name, pinched: o.kind === 'under-lid' }),
      figures: {},
      remedies: () => gland(x, o)
    }))
);

function gland(x: Facts, o: Opening): Remedy[] {
  if (!x.fit) return [];
  const faces = o.kind === 'cord-hole' ? [o.face, ...PLACE_FACES] : PLACE_FACES;
  for (const part of ofKind(x.catalogue, 'panel')) {
    if (part.role !== 'gland') continue;
    const port = placePort(x.box, x.fit, part, faces, { name: o.name, holds: true });
    if (port)
      return [
        {
          label: `${part.name} for it`,
          effect: `on the ${port.face}: it seals round the cord and holds it`,
          edits: [remove(`openings/${o.id}`), ...port.edits]
        }
      ];
  }
  return [];
}
