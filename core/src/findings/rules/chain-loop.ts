import { say } from '../words/say.ts';
import { AUTO, setTo } from '../../box/attr.ts';
import { branchPath, circuitPlace, rule, set, type Draft, branchPlace } from '../rule.ts';

/** Circuits that feed each other in a ring, or hang on one that is not there. */
export const chainLoop = rule('chain-loop', 'safe', 'wiring', (x) => {
  const byId = new Map([...x.wiring.circuits, ...x.wiring.feeds].map((c) => [c.circuit.id, c]));
  const out: Draft[] = x.wiring.tree.loops.map((ring) => {
    const all = ring.map((id) => byId.get(id)!);
    const [first] = all;
    return {
      at: branchPlace(first!),
      others: all.slice(1).map((c) => branchPlace(c)),
      severity: 'stop',
      say: say('chain-loop', 'told', { allTags: all.map((c) => c.tag), tag: first!.tag }),
      figures: { circuitCount: ring.length },
      remedies: [
        {
          label: `Feed ${first!.tag} from the main path`,
          effect: 'the others hang on it',
          edits: [set(`${branchPath(first!)}/from`, setTo({ at: 'feed', id: x.box.feeds[0].id, ahead: false }))]
        }
      ]
    };
  });
  for (const id of x.wiring.tree.lost) {
    const c = byId.get(id)!;
    const from = c.circuit.from.is === 'set' ? c.circuit.from.value : undefined;
    const named = from && 'id' in from ? from.id : '';
    out.push({
      at: circuitPlace(id, c.tag),
      also: 'lost',
      severity: 'stop',
      say: say('chain-loop', 'lost', { tag: c.tag, named }),
      figures: {},
      remedies: [
        {
          label: 'Feed it as usual for this box',
          effect: 'block, or the port before',
          edits: [set(`${branchPath(c)}/from`, AUTO)]
        }
      ]
    });
  }
  return out;
});
