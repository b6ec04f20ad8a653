import { say } from '../words/say.ts';
import { AUTO } from '../../box/attr.ts';
import type { Edit } from '../../box/edits.ts';
import { mainFeed } from '../../box/feeds.ts';
import { switchedBy } from '../../wiring/tree.ts';
import { masterSwitch } from '../master-switch.ts';
import { BOX_PLACE, branchPath, rule, set, type Facts, type Remedy } from '../rule.ts';

/** Nothing on the main path that its circuits hang behind. */
const mainIsBare = ({ box, wiring }: Facts): boolean =>
  wiring.circuits.some((c) => c.live === 'master' && switchedBy(box, wiring.tree, c.circuit.id).length === 0) &&
  !wiring.main.canSwitchOff &&
  mainFeed(box).switches.is !== 'unknown';

/** All that is fed goes round the main path, and none of it has a switch of its own: off is what is pulled out. */
function nothingSwitches({ box, wiring }: Facts): boolean {
  const loads = wiring.circuits.filter((c) => c.circuit.purpose === 'load' && c.loadA > 0);
  return (
    loads.length > 0 &&
    loads.every(
      (c) =>
        c.live !== 'master' &&
        c.switches.length === 0 &&
        c.circuit.switchPortId.is !== 'unknown' &&
        switchedBy(box, wiring.tree, c.circuit.id).length === 0
    )
  );
}

/** What is fed goes behind the main path. */
const loadsBehind = ({ wiring }: Facts): Edit[] =>
  wiring.circuits
    .filter((c) => c.circuit.purpose === 'load' && c.upId === undefined)
    .flatMap((c) => (['from', 'fuse', 'fuseFromStartMm'] as const).map((key) => set(`${branchPath(c)}/${key}`, AUTO)));

/** A master switch; where nothing would hang behind it, what is fed goes there as well. */
function remediesOf(x: Facts): Remedy[] {
  if (mainIsBare(x)) return masterSwitch(x);
  const edits = loadsBehind(x);
  if (x.wiring.main.canSwitchOff)
    return [{ label: 'All that is fed behind the master', effect: 'one thing switches it off', edits }];
  return masterSwitch(x).map((r) => ({
    ...r,
    label: `${r.label}, and all that is fed behind it`,
    edits: [...r.edits, ...edits]
  }));
}

/** Nothing switches the whole box off. */
export const noMaster = rule('no-master', 'safe', 'wiring', (x) =>
  mainIsBare(x) || nothingSwitches(x)
    ? [
        {
          at: BOX_PLACE,
          severity: 'note',
          say: x.wiring.main.canSwitchOff ? say('no-master', 'bypassed', {}) : say('no-master', 'told', {}),
          figures: { standingA: x.demand.box.currentA },
          remedies: () => remediesOf(x)
        }
      ]
    : []
);
