import { say } from '../words/say.ts';
import { shareSwitch } from '../../box/feed-edits.ts';
import { rule, branchPlace } from '../rule.ts';

/** Several fused ways that end on one switch: joined behind their fuses they feed each other. */
export const waysTied = rule('ways-tied', 'safe', 'wiring', (x) => {
  const { conductors, parts } = x.wiring.netlist;
  return parts.flatMap((p) => {
    if (p.kind !== 'switch') return [];
    const into = conductors.filter((c) => c.polarity === 'positive' && c.to.part === p.id && c.to.terminal === 'in');
    const fused = into.filter((c) => parts.find((f) => f.id === c.from.part)?.kind === 'fuse');
    // one fused way joined to an unfused one is no better: its fuse is gone round
    if (fused.length === 0 || into.length < 2) return [];
    // two leads from behind one and the same fuse are one way in two wires
    if (new Set(into.map((c) => `${c.from.part} ${c.from.terminal}`)).size < 2) return [];
    const tags = [...fused.map((c) => c.from.part), ...(into.length > fused.length ? ['an unfused wire'] : [])];
    const circuits = x.wiring.circuits.filter((c) => into.some((f) => f.circuitId === c.circuit.id));
    const [first, last] = [circuits[0], circuits.at(-1)];
    if (!first || !last || p.ref.kind !== 'port') return [];
    const sumA = tags.reduce((s, t) => s + (parts.find((f) => f.id === t)?.ratingA ?? 0), 0);
    return [
      {
        at: branchPlace(first),
        others: circuits.slice(1).map((c) => branchPlace(c)),
        also: p.id,
        severity: 'stop' as const,
        say: say('ways-tied', 'told', { tags, id: p.id, intoCount: into.length, fusedCount: fused.length, sumA }),
        figures: { sumA, wayCount: into.length },
        remedies: [
          {
            label: `One fused feed through ${p.id}`,
            effect: `${circuits.map((c) => c.portTag).join(', ')} hang behind it`,
            edits: shareSwitch(x.box, last.circuit.id, p.ref.id)
          }
        ]
      }
    ];
  });
});
