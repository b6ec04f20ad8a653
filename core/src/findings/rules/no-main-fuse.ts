import { catalogueOf, MAIN_PLACE, mainPath, rule, set, usePart } from '../rule.ts';
import { AUTO } from '../../box/attr.ts';

/** The battery reaches wire with nothing in between to open. */
export const noMainFuse = rule('no-main-fuse', 'safe', 'wiring', (x) => {
  const m = x.wiring.main;
  if (!x.bank || m.fuseOrigin === 'unknown' || (m.holder && m.fuseOrigin !== 'none')) return [];
  if (m.loadA === 0 && x.box.circuits.length === 0) return [];
  const short = x.bank.shortCircuitA;
  const holders = catalogueOf(x, 'fuse-holder').filter((h) =>
    h.family === 'blade' ? short < 900 && m.loadA < 16 : true
  );
  return [
    {
      at: MAIN_PLACE,
      severity: 'stop',
      short: 'No fuse at the battery',
      title: 'No fuse at the battery',
      why: `A short before the fuse block would pass up to ${short.toFixed(0)} A; nothing would open and the wire would burn.`,
      figures: { shortCircuitA: short },
      remedies: holders.slice(0, 2).map((h) => ({
        label: h.name,
        effect: `${h.usualDistanceMm} mm from the post`,
        edits: [...usePart(h, mainPath(x, 'holderPartId')), set(mainPath(x, 'fuse'), AUTO)]
      }))
    }
  ];
});
