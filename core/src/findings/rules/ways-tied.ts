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
        short: `${tags.join(', ')} are tied at ${p.id}`,
        title: `${tags.join(', ')} are tied together at ${p.id}`,
        why: `${into.length > fused.length ? 'The fuse is gone round: a short behind it is fed past it.' : `Behind their fuses they are one: when the first opens the next carries its load, too, one after the other, and a short gets ${sumA} A before all have opened.`} One fuse, one feed through ${p.id}, and the circuits behind it.`,
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
