import { say } from '../words/say.ts';
import { AUTO } from '../../box/attr.ts';
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

/** A master of which nothing hangs switches nothing: what is fed goes behind it as well. */
const withLoads = ({ wiring }: Facts, r: Remedy): Remedy => ({
  ...r,
  label: `${r.label}, and all that is fed behind it`,
  edits: [
    ...r.edits,
    ...wiring.circuits
      .filter((c) => c.circuit.purpose === 'load' && c.upId === undefined)
      .flatMap((c) => (['from', 'fuse', 'fuseFromStartMm'] as const).map((key) => set(`${branchPath(c)}/${key}`, AUTO)))
  ]
});

/** Nothing switches the whole box off. */
export const noMaster = rule('no-master', 'safe', 'wiring', (x) =>
  mainIsBare(x) || nothingSwitches(x)
    ? [
        {
          at: BOX_PLACE,
          severity: 'note',
          say: say('no-master', 'told', {}),
          figures: { standingA: x.demand.box.currentA },
          remedies: () => (mainIsBare(x) ? masterSwitch(x) : masterSwitch(x).map((r) => withLoads(x, r)))
        }
      ]
    : []
);
