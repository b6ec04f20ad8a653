import { say } from '../words/say.ts';
import { misplacedConverters } from '../../wiring/rails.ts';
import { AUTO, setTo } from '../../box/attr.ts';
import type { Edit } from '../../box/edits.ts';
import { mainFeed } from '../../box/feeds.ts';
import type { Origin } from '../../box/schema.ts';
import { circuitPlace, rule, set, type Facts, branchPlace } from '../rule.ts';

/** Behind the main feed’s switches, as a circuit is while nobody says. */
const fromMain = ({ box }: Facts, path: `circuits/${string}` | `feeds/${string}`): Edit =>
  set(`${path}/from`, setTo<Origin>({ at: 'feed', id: mainFeed(box).id, ahead: false }));

/** A converter where none can be worked out: in the main feed, behind another one; or a charger that comes in through one. */
export const railMisplaced = rule('rail-misplaced', 'safe', 'wiring', (x) => {
  const ids = misplacedConverters(x.box, x.wiring.tree);
  const feeds = ids.map((id) => {
    const feed = x.box.feeds.find((f) => f.id === id)!;
    const main = feed === x.box.feeds[0];
    return {
      at: circuitPlace(id, feed.name || id),
      severity: 'stop' as const,
      say: say('rail-misplaced', 'feed', { main, name: feed.name }),
      figures: {},
      remedies: [
        main
          ? {
              label: 'No converter in the main feed',
              effect: 'the battery’s own volts',
              edits: [set(`feeds/${id}/converter`, null)]
            }
          : {
              label: 'Feed it from the main feed',
              effect: 'no converter ahead of it',
              edits: [fromMain(x, `feeds/${id}`)]
            }
      ]
    };
  });
  const chargers = x.wiring.circuits
    .filter((c) => c.rail && c.circuit.purpose === 'charge')
    .map((c) => ({
      at: branchPlace(c),
      severity: 'stop' as const,
      say: say('rail-misplaced', 'onPort', { portTag: c.portTag }),
      figures: {},
      remedies: [
        {
          label: 'Take it to the main feed',
          effect: 'the charger reaches the battery',
          edits: [set(`circuits/${c.circuit.id}/from`, AUTO)]
        }
      ]
    }));
  return [...feeds, ...chargers];
});
