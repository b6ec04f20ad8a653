import { AUTO } from '../../box/attr.ts';
import { listOf } from '../../quantity/list-of.ts';
import { coveredPorts } from '../../wiring/cutoff.ts';
import type { Edit } from '../../box/edits.ts';
import { BATTERY_PLACE, branches, branchPath, rule, set, type Facts } from '../rule.ts';

/** What is taken straight off a post is taken from behind the main fuse, and so from behind the cut-off. */
const fromMain = (x: Facts): Edit[] =>
  branches(x)
    .filter((b) => b.circuit.from.is === 'set' && b.circuit.from.value.at === 'post' && b.circuit.purpose === 'load')
    .flatMap((b) => (['from', 'fuse', 'wire'] as const).map((key) => set(`${branchPath(b)}/${key}`, AUTO)));

/** The low-voltage cut-off stands in one feed only: what goes round it drains the battery to the end. */
export const cutoffBypassed = rule('cutoff-bypassed', 'lasts', 'battery', (x) => {
  const cut = x.box.bank.disconnect;
  if (cut.is !== 'set') return [];
  const covered = coveredPorts(x.box, x.wiring.tree);
  if (covered === undefined) return [];
  const round = x.wiring.circuits.filter(
    (c) => c.circuit.purpose === 'load' && !covered.has(c.circuit.portId) && c.loadA > 0
  );
  if (round.length === 0) return [];
  return [
    {
      at: BATTERY_PLACE,
      severity: x.bank?.part.hasProtection === true ? 'note' : 'caution',
      short: `${listOf(round.map((c) => c.portTag))} ${round.length > 1 ? 'go' : 'goes'} round the cut-off`,
      title: `${listOf(round.map((c) => `${c.portTag} ${c.feeds}`))} ${round.length > 1 ? 'go' : 'goes'} round the cut-off`,
      why: `It opens at ${cut.value.cutV} V for what hangs behind it; these go on until ${x.bank?.part.hasProtection === true ? 'the pack’s own electronics switch it off' : 'the battery is empty and harmed'}.`,
      figures: { cutV: cut.value.cutV, portCount: round.length },
      remedies: [
        {
          label: 'A cut-off ahead of everything',
          effect: 'all of it ends in time',
          edits: [set('bank/disconnectIn', AUTO), ...fromMain(x)]
        }
      ]
    }
  ];
});
