import { branches, circuitPlace, MAIN_PLACE, rule, set, mainPath, type Draft } from '../rule.ts';
import { mainFeed } from '../../box/feeds.ts';

/** Wires that stay tight under the screw of a breaker or switch. @source rule of thumb: the screw is made for one ring, bears two back to back */
const MOST_UNDER_SCREW = 2;

/** How feeds end: push-in connectors with stranded wire, too many wires under one screw. */
export const jointUnsound = rule('joint-unsound', 'safe', 'wiring', (x) => {
  const out: Draft[] = [];
  const main = mainFeed(x.box);
  const hanging = (id: string): number =>
    id === main.id
      ? x.wiring.tree.order.filter((b) => x.wiring.tree.startOf.get(b.id) === 'main').length
      : branches(x).filter((c) => c.upId === id && !x.wiring.tree.aheadOf.get(c.circuit.id)).length;
  for (const feed of x.box.feeds) {
    const plan = x.wiring.feeds.find((f) => f.circuit.id === feed.id);
    const at = plan ? circuitPlace(feed.id, plan.tag) : MAIN_PLACE;
    const path = plan ? `feeds/${feed.id}/ends` : mainPath(x, 'ends');
    const count = hanging(feed.id);
    if (count === 0) continue;
    if (feed.ends === 'push-in')
      out.push({
        at,
        also: 'push-in',
        severity: 'caution',
        short: `${at.label}: push-in on stranded wire`,
        title: 'Push-in connectors are made for solid wire',
        why: 'Fine strands bend away instead of pushing the spring open: they hold by chance and heat. Lever connectors, or ferrules and a bus bar.',
        remedies: [{ label: 'Lever connectors', effect: 'hold stranded wire', edits: [set(path, 'lever')] }]
      });
    if (feed.ends === 'terminal' && count > MOST_UNDER_SCREW)
      out.push({
        at,
        also: 'screw',
        severity: 'caution',
        short: `${count} wires under one screw`,
        title: `${count} wires sit under one screw`,
        why: `${MOST_UNDER_SCREW} are the most that stay tight on the terminal of a breaker or switch; the others belong on a stud or bus bar behind it.`,
        figures: { wireCount: count },
        remedies: [{ label: 'A bus bar behind it', effect: 'one screw each', edits: [set(path, 'bus-bar')] }]
      });
  }
  return out;
});
