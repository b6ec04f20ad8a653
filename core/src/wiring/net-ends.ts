import { blockOf } from '../box/feeds.ts';
import type { Box } from '../box/schema.ts';
import { at, circuitRef, type NetBuilder } from './net-builder.ts';
import { STUB_MM } from './net-coil.ts';
import { CONVERTER, type Terminal } from './netlist.ts';
import { converterTag } from './rails.ts';
import type { CircuitPlan } from './types.ts';

/** Automatic fuse of a sense lead. @source electrical reference 10 */
const SENSE_FUSE_A = 1;
const SENSE_WIRE = { system: 'awg', size: '22' } as const;

const END_LABEL: Record<NonNullable<CircuitPlan['feed']>['ends'], string> = {
  'fuse-block': 'Fuse block',
  chain: 'Joint',
  'bus-bar': 'Positive bus',
  stud: 'Stud',
  lever: 'Lever connector',
  'push-in': 'Push-in connector',
  splice: 'Splice',
  terminal: 'Joint'
};

/** The converter ahead of a feed's end; undefined for a feed without one. */
export function converterPart(n: NetBuilder, c: CircuitPlan): string | undefined {
  if (!c.gives) return undefined;
  const id = converterTag(c.tag);
  n.part({
    id,
    kind: 'converter',
    label: `Converter to ${c.gives.outV} V`,
    terminals: Object.values(CONVERTER),
    gives: c.gives,
    ref: circuitRef(c.circuit.id)
  });
  return id;
}

/** The joint a feed ends in. */
export function feedEnd(n: NetBuilder, c: CircuitPlan, box: Box): Terminal {
  const feed = c.feed!;
  const block = blockOf(box, feed);
  n.part({
    id: c.portTag,
    kind: block ? 'fuse-block' : 'bus',
    label: `${END_LABEL[feed.ends]} ${c.tag}`,
    terminals: ['+'],
    ratingA: block?.totalA ?? null,
    ref: circuitRef(c.circuit.id)
  });
  return at(c.portTag, '+');
}

/** Fuse of each sense lead; undefined for none, null when nobody knows. */
function senseFuseA(box: Box): number | null | undefined {
  const f = box.wiring.senseFuse;
  if (f.is === 'none') return undefined;
  if (f.is === 'unknown') return null;
  return f.is === 'set' ? f.value : SENSE_FUSE_A;
}

/** The two thin leads from the shunt to its meter, each with its own fuse at the shunt. */
export function sensePair(n: NetBuilder, box: Box, c: CircuitPlan): void {
  const fuseA = senseFuseA(box);
  const sides = [
    ['+', 'load side'],
    ['-', 'battery side']
  ] as const;
  for (const [sign, side] of sides) {
    let from = at('shunt', side);
    const wire = (key: string, to: Terminal, lengthMm: number) =>
      n.wire({
        id: `${c.circuit.id}/${key}`,
        from,
        to,
        polarity: 'sense',
        size: SENSE_WIRE,
        lengthMm,
        circuitId: c.circuit.id
      });
    if (fuseA !== undefined) {
      const tag = `F${c.portTag}${sign === '-' ? '−' : sign}`;
      n.part({
        id: tag,
        kind: 'fuse',
        label: `Sense fuse ${tag}`,
        terminals: ['in', 'out'],
        ratingA: fuseA,
        family: 'blade',
        throughMilliOhm: 120,
        ref: circuitRef(c.circuit.id)
      });
      wire(`sense${sign}fuse`, at(tag, 'in'), STUB_MM);
      from = at(tag, 'out');
    }
    wire(`sense${sign}`, at(c.portTag, `sense${sign}`), c.lengthMm);
  }
}
