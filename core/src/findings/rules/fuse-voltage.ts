import { fuseOf } from '../../wiring/main-path.ts';
import { BOX_PLACE, catalogueOf, mainPath, rule, usePart } from '../rule.ts';

/** A fuse whose DC voltage is too low or not stated cannot be trusted to break. */
export const fuseVoltage = rule('fuse-voltage', 'safe', 'wiring', (x) => {
  if (!x.bank) return [];
  const { highV } = x.judge;
  const families = new Set(x.wiring.netlist.parts.flatMap((p) => (p.kind === 'fuse' && p.family ? [p.family] : [])));
  return [...families].flatMap((family) => {
    const fuse = family && fuseOf(x.box, x.catalogue, family);
    if (!fuse || (fuse.voltageDcV !== null && fuse.voltageDcV >= highV)) return [];
    const block = catalogueOf(x, 'fuse-block').find(
      (b) => b.family === 'blade' && b.wayCount >= x.wiring.circuits.length
    );
    return [
      {
        at: BOX_PLACE,
        also: family,
        severity: 'stop' as const,
        short: `${fuse.name} has no DC rating`,
        title: `${fuse.name}: DC voltage ${fuse.voltageDcV === null ? 'not stated' : `${fuse.voltageDcV} V`}`,
        why: `It must break ${highV.toFixed(1)} V DC; an AC figure does not tell whether the arc goes out.`,
        figures: { needV: highV, ratedV: fuse.voltageDcV ?? 0 },
        remedies:
          block && x.wiring.block?.family === family
            ? [{ label: block.name, effect: 'blade fuses, 32 V DC', edits: usePart(block, mainPath(x, 'blockPartId')) }]
            : []
      }
    ];
  });
});
