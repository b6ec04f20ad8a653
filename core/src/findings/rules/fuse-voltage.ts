import { ofKind } from '../../catalogue/of-kind.ts';
import { say } from '../words/say.ts';
import { AUTO, setTo } from '../../box/attr.ts';
import type { FuseFamily, PartOf } from '../../catalogue/part.ts';
import { fuseOf } from '../../wiring/main-path.ts';
import type { CircuitPlan } from '../../wiring/types.ts';
import { BOX_PLACE, branches, branchPath, branchPlace, mainPath, rule, set, usePart } from '../rule.ts';
import type { Draft, Facts } from '../rule.ts';

const breaks = (fuse: PartOf<'fuse'>, volts: number): boolean => (fuse.voltageDcV ?? 0) >= volts;

/** A family that cannot break what the battery reaches. */
function atBattery(x: Facts, family: FuseFamily, fuse: PartOf<'fuse'>): Draft[] {
  const { highV } = x.judge;
  if (breaks(fuse, highV)) return [];
  const block = ofKind(x.catalogue, 'fuse-block').find(
    (b) => b.family === 'blade' && b.wayCount >= x.wiring.circuits.length
  );
  return [
    {
      at: BOX_PLACE,
      also: family,
      severity: 'stop',
      say: say('fuse-voltage', 'atBattery', { name: fuse.name, voltageDcV: fuse.voltageDcV, highV }),
      figures: { needV: highV, ratedV: fuse.voltageDcV ?? 0 },
      remedies:
        block && x.wiring.block?.family === family
          ? [{ label: block.name, effect: 'blade fuses, 32 V DC', edits: usePart(block, mainPath(x, 'blockPartId')) }]
          : []
    }
  ];
}

/** A fuse behind a converter that steps up beyond what the fuse is stated for. */
function behindConverter(x: Facts, c: CircuitPlan): Draft[] {
  const volts = c.rail?.outV ?? 0;
  const fuse = c.fuseA === undefined ? undefined : fuseOf(x.box, x.catalogue, c.fuseFamily);
  // one that cannot break the battery's own volts is told of once, for all of its kind
  if (!fuse || breaks(fuse, volts) || !breaks(fuse, x.judge.highV)) return [];
  const breaker = fuseOf(x.box, x.catalogue, 'breaker');
  return [
    {
      at: branchPlace(c),
      severity: 'caution',
      say: say('fuse-voltage', 'behindConverter', {
        fuseTag: c.fuseTag,
        voltageDcV: fuse.voltageDcV,
        railV: volts,
        name: fuse.name
      }),
      figures: { needV: volts, ratedV: fuse.voltageDcV ?? 0 },
      remedies:
        breaker && breaks(breaker, volts)
          ? [
              {
                label: `A breaker as ${c.fuseTag}`,
                effect: `${breaker.voltageDcV} V DC`,
                edits: [
                  set(`${branchPath(c)}/fuseFamily`, setTo<FuseFamily>('breaker')),
                  set(`${branchPath(c)}/fuse`, AUTO)
                ]
              }
            ]
          : []
    }
  ];
}

/** A fuse whose DC voltage is too low or not stated cannot be trusted to break. */
export const fuseVoltage = rule('fuse-voltage', 'safe', 'wiring', (x) => {
  if (!x.bank) return [];
  const families = new Set(x.wiring.netlist.parts.flatMap((p) => (p.kind === 'fuse' && p.family ? [p.family] : [])));
  return [
    ...[...families].flatMap((family) => {
      const fuse = fuseOf(x.box, x.catalogue, family);
      return fuse ? atBattery(x, family, fuse) : [];
    }),
    ...branches(x).flatMap((c) => behindConverter(x, c))
  ];
});
