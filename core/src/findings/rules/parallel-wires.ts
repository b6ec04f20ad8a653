import { say } from '../words/say.ts';
import { MAIN_PLACE, mainPath, rule, set, type Draft, branchPlace } from '../rule.ts';

/** Wires side by side: should one come off, the other must not burn before the fuse opens. */
export const parallelWires = rule('parallel-wires', 'safe', 'wiring', (x) => {
  const out: Draft[] = [];
  const m = x.wiring.main;
  if (m.wireCount > 1 && m.fuseA !== undefined && m.oneAmpacityA !== undefined && m.fuseA > m.oneAmpacityA + 1e-9)
    out.push({
      at: MAIN_PLACE,
      severity: 'caution',
      say: say('parallel-wires', 'main', {
        fuseA: m.fuseA,
        wireCount: m.wireCount,
        ampacityA: m.ampacityA,
        oneAmpacityA: m.oneAmpacityA
      }),
      figures: { fuseA: m.fuseA, oneA: m.oneAmpacityA },
      remedies: [
        {
          label: 'One thicker wire',
          effect: 'nothing shares',
          edits: [set(mainPath(x, 'wireCount'), 1), set(mainPath(x, 'wire'), { is: 'auto' })]
        }
      ]
    });
  for (const c of x.wiring.circuits) {
    const fuseA = c.opensFirst?.ratingA;
    if (c.circuit.wireCount < 2 || fuseA === undefined || c.oneAmpacityA === undefined) continue;
    if (fuseA <= c.oneAmpacityA + 1e-9) continue;
    out.push({
      at: branchPlace(c),
      severity: 'caution',
      say: say('parallel-wires', 'branch', {
        tag: c.tag,
        fuseA,
        opensFirstTag: c.opensFirst!.tag,
        wireCount: c.circuit.wireCount,
        oneAmpacityA: c.oneAmpacityA
      }),
      figures: { fuseA, oneA: c.oneAmpacityA },
      remedies: [
        {
          label: 'One thicker wire',
          effect: 'nothing shares',
          edits: [set(`circuits/${c.circuit.id}/wireCount`, 1), set(`circuits/${c.circuit.id}/wire`, { is: 'auto' })]
        }
      ]
    });
  }
  return out;
});
