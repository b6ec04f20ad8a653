import { addRailEdits } from '../src/box/rail-edits.ts';
import type { Box } from '../src/box/schema.ts';
import { BoxBuilder, starter } from '../src/demo/builder.ts';

export const CAMERA_W = 6;
/** A hide's box for three cameras that want 7.4 V: one converter in the box, a fused lead to each; and a lamp on the battery itself. */
export function railBox(outV = 7.4): Box {
  const b = new BoxBuilder('Three-camera box');
  b.set('outing', {
    startH: 6,
    durationH: 8,
    airC: 6,
    warmestC: 12,
    day: null,
    site: null,
    inSun: false,
    seal: 'dry-store',
    carry: 'short-walk',
    budgetAmount: null
  });
  b.use('battery', 'battery-lfp-20', 'bank/partId').use('case', 'case-battery-box', 'casePartId');
  b.set('charging/path', { is: 'set', value: 'lid-open' }).set('bank/postsCovered', 'yes');
  b.use('fuse-block', 'block-mini-6', 'feeds/main/blockPartId').use(
    'fuse-holder',
    'holder-post',
    'feeds/main/holderPartId'
  );
  const at = [75, 105, 135].map((xMm) => ({ xMm, yMm: 80 }));
  const ports = at.map((place, i) => b.port('dc-5521', 'right', `Camera ${i + 1}`, place));
  const lamp = b.port('circular-16', 'right', 'Lamp', { xMm: 80, yMm: 135 });
  b.port('rotary-20', 'front', 'Master', { xMm: 244, yMm: 80 });
  ports.forEach((p, i) =>
    b.device('monitor-5', {
      name: `Camera ${i + 1}`,
      supply: 'dc-converter',
      wantsV: 7.4,
      minV: 6.5,
      maxV: 8.4,
      portId: p.portId,
      source: 'measured',
      modes: [{ id: 'm1', name: 'on', dutyFraction: 1, draw: { kind: 'power', powerW: CAMERA_W } }],
      spans: [{ startH: 6, endH: 14, dutyFraction: null }]
    })
  );
  b.device('lamp-strip', {
    name: 'Lamp',
    portId: lamp.portId,
    source: 'label',
    modes: [{ id: 'm1', name: 'on', dutyFraction: 1, draw: { kind: 'led-strip', currentA: 0.4 } }],
    spans: [{ startH: 6, endH: 8, dutyFraction: null }]
  });
  const rail = addRailEdits(b.box, {
    outV,
    part: starter('body', 'body-step-down-60'),
    circuitIds: ports.map((p) => p.circuitId)
  });
  return b.edit(...rail.edits).box;
}
