import { describe, expect, it } from 'vitest';
import { setTo } from '../src/box/attr.ts';
import type { Box } from '../src/box/schema.ts';
import type { FuseFamily } from '../src/catalogue/part.ts';
import { STARTER_CATALOGUE } from '../src/catalogue/starter.ts';
import { BoxBuilder } from '../src/demo/builder.ts';
import { evaluate } from '../src/evaluate.ts';
import { ampacityA } from '../src/wiring/conductor.ts';

const PLACES = ['main', 'circuit'] as const;
type Over = { at: (typeof PLACES)[number]; family: FuseFamily; batteryId: string; powerW: number; wire?: string };

function boxOf({ at, family, batteryId, powerW, wire }: Over): Box {
  const b = new BoxBuilder('Fuse and wire');
  b.set('outing/airC', 20).set('outing/durationH', 2).set('outing/startH', 18);
  b.use('battery', batteryId, 'bank/partId').use('case', 'case-hard-large', 'casePartId');
  b.use('fuse-block', 'block-blade-6', 'feeds/main/blockPartId').set('bank/holdDown', setTo('strap'));
  b.set('feeds/main/fuseFamily', setTo(at === 'main' ? family : 'blade'));
  const p = b.port('socket-12v-20', 'front', 'A');
  b.device('live-sonar', {
    name: 'Sonar',
    portId: p.portId,
    modes: [{ id: 'm1', name: 'on', dutyFraction: 1, draw: { kind: 'power', powerW } }],
    spans: [{ startH: 18, endH: 20, dutyFraction: null }]
  });
  if (at === 'circuit') b.set(`circuits/${p.circuitId}/fuseFamily`, setTo(family));
  if (wire)
    b.set<string>(
      at === 'main' ? 'feeds/main/wire' : `circuits/${p.circuitId}/wire`,
      setTo({ system: 'awg', size: wire })
    );
  return b.box;
}
const OWN_CHOICE = /exceeds|overload|adiabatic/;

describe('fuse and wire that are both left to Haversack', () => {
  const cases = (['glass', 'blade', 'mini-blade', 'breaker'] as const).flatMap((family) =>
    PLACES.flatMap((at) =>
      ['battery-lfp-20', 'battery-agm-7', 'battery-lfp-50'].map((batteryId) => ({ family, at, batteryId }))
    )
  );
  it.each(cases)('never contradict its own checks: $family at the $at of $batteryId', (x) => {
    // at 110 W no glass fuse carries the load and spares the wire that goes onto such a tab: that is a stop, and true
    const none = x.family === 'glass' && x.at === 'main' && x.batteryId === 'battery-agm-7';
    for (const powerW of none ? [20, 60] : [20, 60, 110]) {
      const { findings } = evaluate(boxOf({ ...x, powerW }), STARTER_CATALOGUE);
      const bad = findings.filter((f) => f.severity === 'stop' && OWN_CHOICE.test(f.id));
      expect(
        bad.map((f) => `${powerW} W: ${f.title}`),
        x.family
      ).toEqual([]);
    }
  });
});

describe('a glass fuse, which carries half as much again as it says', () => {
  const planOf = (over: Partial<Over>) =>
    evaluate(
      boxOf({ at: 'main', family: 'glass', batteryId: 'battery-lfp-20', powerW: 60, ...over }),
      STARTER_CATALOGUE
    );

  it('has wire chosen for it that bears that much', () => {
    const { main } = planOf({}).wiring;
    expect(ampacityA(main.wire!, main.laid)).toBeGreaterThanOrEqual(1.5 * main.fuseA!);
    const [c] = planOf({ at: 'circuit' }).wiring.circuits;
    expect(c!.ampacityA!).toBeGreaterThanOrEqual(1.5 * c!.fuseA!);
  });

  it('is chosen smaller than a blade fuse on the same thin wire', () => {
    const glass = planOf({ wire: '16', powerW: 20 }).wiring.main;
    expect(1.5 * glass.fuseA!).toBeLessThanOrEqual(ampacityA(glass.wire!, glass.laid));
    expect(planOf({ wire: '16', powerW: 20 }).findings.some((f) => f.id === 'main-fuse-exceeds')).toBe(false);
  });

  it('is a stop where the wire is too thin for any that carries the load', () => {
    const found = planOf({ at: 'circuit', wire: '18', powerW: 110 }).findings;
    expect(found.some((f) => f.id === 'fuse-exceeds-conductor' && f.severity === 'stop')).toBe(true);
  });
});
