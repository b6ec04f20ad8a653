import { say } from '../words/say.ts';
import { mainFeed } from '../../box/feeds.ts';
import { switchedBy } from '../../wiring/tree.ts';
import { masterSwitch } from '../master-switch.ts';
import { BOX_PLACE, rule } from '../rule.ts';

/** Nothing switches the whole box off. */
export const noMaster = rule('no-master', 'safe', 'wiring', (x) =>
  x.wiring.circuits.some((c) => c.live === 'master' && switchedBy(x.box, x.wiring.tree, c.circuit.id).length === 0) &&
  !x.wiring.main.canSwitchOff &&
  mainFeed(x.box).switches.is !== 'unknown'
    ? [
        {
          at: BOX_PLACE,
          severity: 'note',
          say: say('no-master', 'told', {}),
          figures: { standingA: x.demand.box.currentA },
          remedies: () => masterSwitch(x)
        }
      ]
    : []
);
