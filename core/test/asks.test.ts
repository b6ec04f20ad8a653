import { describe, expect, it } from 'vitest';
import { NONE, setTo, UNKNOWN } from '../src/box/attr.ts';
import { addFeedEdits } from '../src/box/feed-edits.ts';
import type { Box } from '../src/box/schema.ts';
import type { PartOf } from '../src/catalogue/part.ts';
import { STARTER_CATALOGUE } from '../src/catalogue/starter.ts';
import { BoxBuilder, starter } from '../src/demo/builder.ts';
import { byCause } from '../src/findings/causes.ts';
import { AS_BUILT } from './as-built/boxes.ts';
import { DEMO_BOXES } from './boxes.ts';
import { span } from './small-boxes.ts';
import { evaluate } from './evaluated.ts';

/** Nobody knows anything of it: battery, leads, ports, relay, charger. */
const nobodyKnows = (chemistry: 'unknown' | 'lfp'): Box => {
  const b = new BoxBuilder('Nobody knows');
  b.use('case', 'case-hard-large', 'casePartId');
  const own = (part: PartOf<'battery'> | PartOf<'panel'>, path: string) =>
    b.set(`parts/${part.id}`, part).set<string>(path, part.id);
  const id = chemistry === 'lfp' ? 'battery-lfp-20' : 'battery-agm-18';
  own(
    {
      ...starter('battery', id),
      id: 'own-battery',
      chemistry: chemistry === 'lfp' ? starter('battery', id).chemistry : 'unknown',
      terminal: 'unknown',
      maxContinuousA: null,
      hasProtection: null,
      maxChargeA: null,
      notKnown: ['capacity', 'mass']
    },
    'bank/partId'
  );
  b.set('bank/holdDown', UNKNOWN).set('bank/postsCovered', 'unknown').set('bank/blocksCold', 'unknown');
  b.use('fuse-holder', 'holder-inline-blade', 'feeds/main/holderPartId');
  b.set('feeds/main/fuse', UNKNOWN)
    .set('feeds/main/wire', UNKNOWN)
    .set('feeds/main/ends', 'splice')
    .set('feeds/main/fuseFromStartMm', UNKNOWN);
  const lamp = b.port('socket-12v-capped', 'front', 'Lamp');
  const boat = b.port('socket-12v-capped', 'right', 'Boat');
  const bow = addFeedEdits(b.box, { name: 'Bow', fuse: UNKNOWN, wire: UNKNOWN, ends: 'splice' });
  b.edit(...bow.edits);
  own({ ...starter('panel', 'socket-12v-capped'), id: 'own-socket', ratingA: null }, `ports/${lamp.portId}/partId`);
  b.set(`circuits/${lamp.circuitId}/fuse`, UNKNOWN).set(`circuits/${lamp.circuitId}/wire`, UNKNOWN);
  b.set(`circuits/${boat.circuitId}/fuse`, NONE).set(`circuits/${boat.circuitId}/switchPortId`, UNKNOWN);
  b.set(`circuits/${boat.circuitId}/from`, setTo({ at: 'feed', id: bow.feedId, ahead: false }));
  b.device('lamp-strip', { name: 'Lamp', portId: lamp.portId, spans: span(18, 22) });
  b.device('bait-boat', {
    name: 'Boat',
    portId: boat.portId,
    spans: span(18, 20),
    lead: { lengthMm: 1500, wire: UNKNOWN, adapter: 'unknown', reversed: 'unknown', armoured: 'unknown' }
  });
  b.set('relays', [
    {
      id: 'r1',
      name: '',
      inId: bow.feedId,
      contact: 'make',
      ratingA: null,
      coilA: null,
      coilFuse: UNKNOWN,
      switchPortId: UNKNOWN,
      switchPole: 'plus',
      suppressed: 'unknown'
    }
  ]);
  b.set('charging/builtIn', [
    {
      id: 'bc1',
      name: 'Maintainer',
      currentA: UNKNOWN,
      voltageV: UNKNOWN,
      fuse: UNKNOWN,
      from: { is: 'auto' },
      input: 'unknown',
      lidShut: 'unknown'
    }
  ]);
  b.set('wiring/insulationC', UNKNOWN).set('wiring/returns', UNKNOWN).set('wiring/conductor', UNKNOWN);
  b.set('charging/path', UNKNOWN).set('charging/chargerA', UNKNOWN).set('charging/coldestC', UNKNOWN);
  return b.box;
};
const BOXES: [string, Box][] = [
  ...DEMO_BOXES.map(([name, box]): [string, Box] => [name, box]),
  ...AS_BUILT,
  ['nobody knows', nobodyKnows('unknown')],
  ['nobody knows, iron phosphate', nobodyKnows('lfp')]
];
const found = (box: Box) => evaluate(box, STARTER_CATALOGUE).findings;

describe('an open question', () => {
  it.each(BOXES)('%s: says in a word or two what it asks', (_, box) => {
    for (const f of found(box).filter((k) => k.open)) {
      expect(f.asks, f.title).not.toBeNull();
      expect(f.asks!.length, f.title).toBeLessThan(40);
    }
  });

  it.each(BOXES)('%s: those of one place are one line that can be read', (_, box) => {
    for (const { title, others } of byCause(found(box)).filter((c) => c.key.startsWith('open ')))
      if (others.length > 0) expect(title).not.toMatch(/\bWhether\b|is unknown.*not known/);
  });

  it('two questions about one place never ask the same', () => {
    for (const chemistry of ['unknown', 'lfp'] as const) {
      const asked = found(nobodyKnows(chemistry))
        .filter((f) => f.open)
        .map((f) => `${f.where.kind} ${f.where.id}: ${f.asks}`);
      expect(new Set(asked).size).toBe(asked.length);
    }
  });

  it('how cold it is charged is asked of every chemistry, once', () => {
    for (const chemistry of ['unknown', 'lfp'] as const) {
      const cold = found(nobodyKnows(chemistry)).filter((f) => f.about === 'charging/coldestC');
      expect(cold.map((f) => f.asks)).toEqual(['where it is charged']);
    }
  });

  it('what frost does to the charge of lead-acid hangs on that question, on no other', () => {
    const all = found(nobodyKnows('unknown'));
    const on = all.filter((f) => f.mayBe.some((m) => m.key.startsWith('no-temp-comp')));
    for (const f of on) expect(f.about).toMatch(/coldestC|chemistry/);
  });
});
