import { say } from '../words/say.ts';
import { branches, MAIN_PLACE, rule, set, mainPath, type Draft, branchPlace } from '../rule.ts';
import { mainFeed } from '../../box/feeds.ts';
import { areaMm2, knownSize } from '../../wiring/conductor.ts';
import { END_TAKES_MM2 } from '../../wiring/sizing.ts';
import type { CircuitPlan } from '../../wiring/types.ts';

/** Wires that stay tight under the screw of a breaker or switch. @source rule of thumb: the screw is made for one ring, bears two back to back */
const MOST_UNDER_SCREW = 2;

/** How feeds end: push-in connectors with stranded wire, too many wires under one screw. */
export const jointUnsound = rule('joint-unsound', 'safe', 'wiring', (x) => {
  const out: Draft[] = [];
  const main = mainFeed(x.box);
  const hangsOn = (id: string, c: CircuitPlan): boolean =>
    id === main.id
      ? x.wiring.tree.startOf.get(c.circuit.id) === 'main'
      : c.upId === id && !x.wiring.tree.aheadOf.get(c.circuit.id);
  const hanging = (id: string): number => branches(x).filter((c) => hangsOn(id, c)).length;
  for (const feed of x.box.feeds) {
    const plan = x.wiring.feeds.find((f) => f.circuit.id === feed.id);
    const at = plan ? branchPlace(plan) : MAIN_PLACE;
    const path = plan ? `feeds/${feed.id}/ends` : mainPath(x, 'ends');
    const count = hanging(feed.id);
    if (count === 0) continue;
    if (feed.ends === 'push-in')
      out.push({
        at,
        also: 'push-in',
        severity: 'caution',
        say: say('joint-unsound', 'pushIn', { label: at.label }),
        remedies: [
          { label: 'Lever connectors', effect: 'hold stranded wire', edits: [set(path, 'lever')] },
          { label: 'A bus bar', effect: 'rings on studs', edits: [set(path, 'bus-bar')] }
        ]
      });
    const most = END_TAKES_MM2[feed.ends];
    const wires = [
      plan ? plan.wire : x.wiring.main.wire,
      ...branches(x).flatMap((c) => (hangsOn(feed.id, c) ? [c.wire] : []))
    ].filter((w) => w !== undefined && knownSize(w));
    const thickest = wires.toSorted((p, q) => areaMm2(q!) - areaMm2(p!))[0];
    if (most !== undefined && thickest && areaMm2(thickest) > most)
      out.push({
        at,
        also: 'thick',
        severity: 'caution',
        say: say('joint-unsound', 'thick', { label: at.label, thickest, ends: feed.ends, mostMm2: most }),
        figures: { areaMm2: areaMm2(thickest), mostMm2: most },
        remedies: [{ label: 'A bus bar', effect: 'rings on studs', edits: [set(path, 'bus-bar')] }]
      });
    if (feed.ends === 'terminal' && count > MOST_UNDER_SCREW)
      out.push({
        at,
        also: 'screw',
        severity: 'caution',
        say: say('joint-unsound', 'screw', { wireCount: count, mostCount: MOST_UNDER_SCREW }),
        figures: { wireCount: count },
        remedies: [{ label: 'A bus bar behind it', effect: 'one screw each', edits: [set(path, 'bus-bar')] }]
      });
  }
  return out;
});
