import { AUTO } from '../../box/attr.ts';
import { catalogueOf, MAIN_PLACE, rule, set, usePart } from '../rule.ts';
import { fuseOf } from '../../wiring/main-path.ts';

/** A short could exceed what the main fuse can break. */
export const interruptingLow = rule('interrupting-low', 'safe', 'wiring', (x) => {
  const m = x.wiring.main;
  if (!m.fuse || m.fuseA === undefined || m.fuse.interruptingA === null || m.prospectiveA <= 0.8 * m.fuse.interruptingA)
    return [];
  const stop = m.prospectiveA > m.fuse.interruptingA;
  const better = catalogueOf(x, 'fuse-holder').filter(
    (h) => (fuseOf(x.box, x.catalogue, h.family)?.interruptingA ?? 0) * 0.8 > m.prospectiveA
  );
  return [
    {
      at: MAIN_PLACE,
      severity: stop ? 'stop' : 'caution',
      short: `F0 breaks ${m.fuse.interruptingA} A, not ${m.prospectiveA.toFixed(0)}`,
      title: stop ? 'The main fuse could burst on a short' : 'The main fuse is near what it can break',
      why: `A short behind it could reach ${m.prospectiveA.toFixed(0)} A; ${m.fuse.name.toLowerCase()} breaks ${m.fuse.interruptingA} A.`,
      figures: { prospectiveA: m.prospectiveA, interruptingA: m.fuse.interruptingA },
      remedies: better.slice(0, 2).map((h) => ({
        label: h.name,
        effect: `breaks ${fuseOf(x.box, x.catalogue, h.family)!.interruptingA} A`,
        edits: [...usePart(h, 'wiring/mainHolderPartId'), set('wiring/mainFuse', AUTO), set('wiring/mainWire', AUTO)]
      }))
    }
  ];
});
