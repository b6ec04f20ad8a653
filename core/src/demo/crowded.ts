import type { Box } from '../box/schema.ts';
import type { Face } from '../catalogue/part.ts';
import { BoxBuilder } from './builder.ts';

/** A large box with many circuits, for measuring speed and for crowded drawings. */
export function crowdedBox(circuitCount: number, faces: readonly Face[] = ['front', 'right', 'back', 'left']): Box {
  const b = new BoxBuilder(`Crowded box, ${circuitCount} circuits`);
  b.set('outing', {
    startH: 6,
    durationH: 14,
    airC: 5,
    warmestC: null,
    day: null,
    site: null,
    inSun: false,
    seal: 'splash',
    carry: 'vehicle',
    budgetAmount: null
  });
  b.use('battery', 'battery-lfp-50', 'bank/partId').use('case', 'case-hard-deep', 'casePartId');
  b.use('fuse-block', 'block-blade-24', 'feeds/main/blockPartId')
    .use('shunt', 'shunt-100', 'wiring/shuntPartId')
    .use('fuse-holder', 'holder-post', 'feeds/main/holderPartId');
  b.port('rotary-20', 'front', 'Master', { xMm: 40, yMm: 110 });
  for (let i = 0; i < circuitCount; i++) {
    const port = b.port('circular-12', faces[i % faces.length]!, `Port ${i + 1}`);
    b.device('lamp-red', {
      name: `Lamp ${i + 1}`,
      portId: port.portId,
      source: 'label',
      spans: [{ startH: 6 + (i % 5), endH: 12 + (i % 8), dutyFraction: null }]
    });
  }
  return b.box;
}
