import { say } from '../words/say.ts';
import { AUTO } from '../../box/attr.ts';
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
      say: say('cutoff-bypassed', 'told', {
        roundTags: round.map((c) => c.portTag),
        round: round.map((c) => `${c.portTag} ${c.feeds}`),
        cutV: cut.value.cutV,
        hasProtection: x.bank?.part.hasProtection
      }),
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
