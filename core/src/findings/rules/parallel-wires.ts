import { MAIN_PLACE, mainPath, rule, set, type Draft, branchPlace } from '../rule.ts';

/** Wires side by side: should one come off, the other must not burn before the fuse opens. */
export const parallelWires = rule('parallel-wires', 'safe', 'wiring', (x) => {
  const out: Draft[] = [];
  const m = x.wiring.main;
  if (m.wireCount > 1 && m.fuseA !== undefined && m.oneAmpacityA !== undefined && m.fuseA > m.oneAmpacityA + 1e-9)
    out.push({
      at: MAIN_PLACE,
      severity: 'caution',
      short: `One main wire must bear ${m.fuseA} A`,
      title: 'One of the main wires alone burns before its fuse opens',
      why: `${m.wireCount} side by side carry ${m.ampacityA!.toFixed(0)} A; if one joint comes off, the other has ${m.oneAmpacityA.toFixed(0)} A to set against ${m.fuseA} A.`,
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
      short: `${c.tag}: one wire must bear ${fuseA} A`,
      title: `One wire of ${c.tag} alone burns before ${c.opensFirst!.tag} opens`,
      why: `${c.circuit.wireCount} share the current; if one joint comes off, the other has ${c.oneAmpacityA.toFixed(1)} A to set against ${fuseA} A.`,
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
