import { say } from '../words/say.ts';
import { setTo } from '../../box/attr.ts';
import { rule, set, branchPlace } from '../rule.ts';

/** Drop over what the meter shares with the loads, V. @source electrical reference 12 */
const LIMIT_V = 0.1;

/** A meter fed through a loaded conductor reads wrong. */
export const meterSharedFeed = rule('meter-shared-feed', 'lasts', 'wiring', (x) => {
  const sharedV = (x.wiring.main.lowLoadA * x.wiring.main.commonMilliOhm) / 1000;
  return x.wiring.circuits
    .filter((c) => c.portPart?.role === 'meter' && c.live === 'master' && sharedV > LIMIT_V)
    .map((c) => ({
      at: branchPlace(c),
      severity: 'note' as const,
      say: say('meter-shared-feed', 'told', { portTag: c.portTag, sharedV }),
      figures: { sharedV },
      remedies: [
        {
          label: 'Its own fused pair off the battery',
          effect: `reads true, draws ${((c.portPart?.quiescentA ?? 0) * 1000).toFixed(0)} mA always`,
          edits: [set(`circuits/${c.circuit.id}/from`, setTo({ at: 'post', pack: null }))]
        }
      ]
    }));
});
