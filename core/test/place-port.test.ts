import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { sealedInstead, suitedOutlets, usedSeal } from '../src/advise/suit-port.ts';
import { deviceFrom } from '../src/box/commands.ts';
import { applyEdits, type Edit } from '../src/box/edits.ts';
import { boxSchema, type Box, type SealWord } from '../src/box/schema.ts';
import { caseFit } from '../src/case/fit.ts';
import type { PartOf } from '../src/catalogue/part.ts';
import { STARTER_CATALOGUE } from '../src/catalogue/starter.ts';
import { starter } from '../src/demo/builder.ts';
import { canalNightBankBox, saltmarshHideBox } from '../src/demo/boxes.ts';
import { evaluate } from '../src/evaluate.ts';
import { collides, PLACE_FACES, placePort, swapPart } from '../src/panel/place-port.ts';
import { reaches, sealWord } from '../src/sealing/sealing.ts';
import { DEMO_BOXES } from './boxes.ts';
import { randomBox } from './random-box.ts';
import { runs } from './runs.ts';

const set = (path: string, value: unknown): Edit => ({ op: 'set', path, value });
const planOf = (box: Box) => evaluate(box, STARTER_CATALOGUE);
const panels = STARTER_CATALOGUE.filter((p): p is PartOf<'panel'> => p.kind === 'panel');
const clashCount = (box: Box): number => {
  const p = planOf(box).panel!;
  return p.clashes.length + p.zoneClashes.length + p.swingClashes.length + p.ports.filter((x) => x.clearMm < 0).length;
};
/** The box with one more device of the library that has no port yet. */
const withDevice = (box: Box, id: string): Box =>
  applyEdits(box, [{ op: 'add', path: 'devices', value: deviceFrom(box, starter('device', id)) }]);
const remediesOf = (box: Box, rule: string) => planOf(box).findings.find((f) => f.id === rule)?.remedies ?? [];
const weather = (box: Box, seal: SealWord): Box => applyEdits(box, [set('outing/seal', seal)]);

describe('a click on the shelf', () => {
  test.each(DEMO_BOXES)(
    '%s: a part that is put on meets nothing, on any face; one that would is not put on',
    (_, box) => {
      const fit = caseFit(box)!;
      const before = clashCount(box);
      for (const part of panels.filter((p) => p.hole.shape !== 'none').slice(0, 8))
        for (const face of PLACE_FACES) {
          const placed = placePort(box, fit, part, [face]);
          if (placed)
            expect(clashCount(applyEdits(box, placed.edits)), `${part.id} on the ${face}`).toBeLessThanOrEqual(before);
        }
    }
  );

  test('a face that is full takes no more; another one does', () => {
    let box = canalNightBankBox();
    const part = starter('panel', 'socket-12v-20');
    for (let i = 0; i < 20; i++) {
      const placed = placePort(box, caseFit(box)!, part, ['front']);
      if (!placed) break;
      box = applyEdits(box, placed.edits);
    }
    expect(placePort(box, caseFit(box)!, part, ['front'])).toBeUndefined();
    expect(clashCount(box)).toBeLessThanOrEqual(clashCount(canalNightBankBox()));
  });

  test('remedies that put or change a part never make anything meet, in 80 random boxes', () => {
    const rules = [
      'device-without-port',
      'ip-open-in-use',
      'ip-weakest',
      'no-vent-sealed',
      'outside-inlet',
      'fuse-exceeds-part',
      'main-fuse-exceeds',
      'tab-order-unknown'
    ];
    let tried = 0;
    fc.assert(
      fc.property(randomBox(8), (box) => {
        const plan = planOf(box);
        for (const f of plan.findings.filter((x) => rules.includes(x.id)))
          for (const r of f.remedies) {
            tried++;
            expect(collides(box, plan.fit!, r.edits), `${f.key}: ${r.label}`).toBe(false);
          }
      }),
      { numRuns: runs(160), seed: 11 }
    );
    expect(tried).toBeGreaterThan(runs(100));
  }, 120_000);
});

describe('another part in a port’s place', () => {
  test('every part of a role can take the place of another, with a valid box, or says that it cannot', () => {
    const box = saltmarshHideBox();
    const fit = caseFit(box)!;
    let done = 0;
    for (const to of panels.filter((p) => p.role === 'outlet')) {
      const swap = swapPart(box, fit, 'p6', to);
      if (!swap) continue;
      done++;
      const after = applyEdits(box, swap.edits);
      expect(boxSchema.safeParse(after).success, to.id).toBe(true);
      const port = after.ports.find((p) => p.id === 'p6')!;
      expect(port.partId).toBe(to.id);
      expect(to.seal[port.inUse], `${to.id} ${port.inUse}`).not.toBeNull();
      expect(clashCount(after)).toBeLessThanOrEqual(clashCount(box));
    }
    expect(done).toBeGreaterThan(5);
  });
  test('a blank takes the circuit away, an outlet in its place brings one', () => {
    const box = canalNightBankBox();
    const fit = caseFit(box)!;
    const portId = box.circuits[0]!.portId;
    const blank = swapPart(box, fit, portId, starter('panel', 'blank-m16'))!;
    const after = applyEdits(box, blank.edits);
    expect(after.circuits.some((c) => c.portId === portId)).toBe(false);
    const again = applyEdits(after, swapPart(after, caseFit(after)!, portId, starter('panel', 'circular-12'))!.edits);
    expect(again.circuits.filter((c) => c.portId === portId)).toHaveLength(1);
  });
});

describe('ports suit the outing', () => {
  test.each(['device-phone', 'device-lamp-red', 'device-laptop', 'device-cool-box', 'device-vhf-mobile-25'])(
    '%s: in rain the port that is offered holds rain while plugged in and bears the draw; in the dry the cheapest',
    (id) => {
      const found = STARTER_CATALOGUE.find((p) => p.id === id);
      if (!found) throw new Error(`no ${id}`);
      const box = withDevice(canalNightBankBox(), id);
      const device = box.devices.at(-1)!;
      const of = (b: Box) =>
        suitedOutlets(b, { fit: caseFit(b)!, demand: planOf(b).demand, catalogue: STARTER_CATALOGUE }, device)[0]!;
      const rain = of(weather(box, 'rain'));
      expect(rain.holdsWeather && rain.bears).toBe(true);
      expect(reaches(usedSeal(rain.part), 'rain')).toBe(true);
      expect(of(weather(box, 'dry-store')).part.priceAmount!).toBeLessThanOrEqual(rain.part.priceAmount!);
    }
  );
  test('the remedy of a device without a port offers that part', () => {
    const box = weather(withDevice(canalNightBankBox(), 'device-phone'), 'rain');
    const remedy = remediesOf(box, 'device-without-port').find((r) => r.label.startsWith('Add '))!;
    const part = panels.find((p) => remedy.label === `Add ${p.name}`)!;
    expect(reaches(usedSeal(part), 'rain')).toBe(true);
    const after = applyEdits(box, remedy.edits);
    expect(planOf(after).findings.some((f) => f.id === 'device-without-port')).toBe(false);
  });
  test('sealed connectors stand before "plan for splash", USB ports included, and clear the finding', () => {
    const box = weather(
      applyEdits(saltmarshHideBox(), [set('parts/case-plastic-deep/seal', { jet: 6, dunk: 7 })]),
      'splash'
    );
    const remedies = remediesOf(box, 'ip-open-in-use');
    expect(remedies.map((r) => r.label.split(' ')[0])).toEqual(['Sealed', 'Plan']);
    const after = applyEdits(box, remedies[0]!.edits);
    expect(planOf(after).findings.some((f) => f.id === 'ip-open-in-use')).toBe(false);
  });
  test('a case that holds the weather is named, and the offered one holds it with everything in', () => {
    const box = weather(saltmarshHideBox(), 'rain');
    const found = planOf(box).findings.find((f) => f.id === 'ip-weakest')!;
    expect(found.why).toMatch(/A case that holds rain: /);
    const named = STARTER_CATALOGUE.filter((p): p is PartOf<'case'> => p.kind === 'case' && found.why.includes(p.name));
    expect(named.length).toBeGreaterThan(0);
    for (const c of named) expect(reaches(sealWord(c.seal), 'rain')).toBe(true);
    expect(found.remedies.at(-1)!.label).toMatch(/^Plan for/);
    for (const r of found.remedies.filter((k) => k.label.startsWith('Take the ')))
      expect(planOf(applyEdits(box, r.edits)).fit!.state).toBe('fits');
  });
  test.each([
    [60, true],
    [60.5, false],
    [70, false]
  ])('a laptop of %d W: the 60 W module bears it, %s, as the check of its plan says', (powerW, bears) => {
    const box = withDevice(canalNightBankBox(), 'device-laptop');
    const at = box.devices.length - 1;
    const hungry = applyEdits(box, [
      set(`devices/${box.devices[at]!.id}/modes`, [
        { id: 'm1', name: 'on', dutyFraction: 1, draw: { kind: 'power', powerW } }
      ])
    ]);
    const module = STARTER_CATALOGUE.find(
      (p): p is PartOf<'panel'> => p.kind === 'panel' && p.supply === 'usb-c' && p.converterRatedW === 60
    )!;
    const suited = suitedOutlets(
      hungry,
      { fit: caseFit(hungry)!, demand: planOf(hungry).demand, catalogue: [module] },
      hungry.devices[at]!
    );
    expect(suited.map((s) => s.bears)).toEqual([bears]);
    const { edits, portId } = placePort(hungry, caseFit(hungry)!, module, PLACE_FACES)!;
    const plugged = applyEdits(hungry, [...edits, set(`devices/${hungry.devices[at]!.id}/portId`, portId)]);
    expect(planOf(plugged).findings.some((f) => f.id === 'converter-overload')).toBe(!bears);
  });

  test('what is offered instead of a part does the same and bears as much', () => {
    for (const part of panels)
      for (const to of sealedInstead(STARTER_CATALOGUE, part, 'rain')) {
        expect([to.role, to.supply]).toEqual([part.role, part.supply]);
        expect(to.ratingA ?? 0).toBeGreaterThanOrEqual(part.ratingA ?? 0);
        expect(to.converterRatedW ?? 0).toBeGreaterThanOrEqual(part.converterRatedW ?? 0);
      }
  });
});

describe('what a remedy puts on a face', () => {
  const thick = (wallMm: number): Box =>
    applyEdits(canalNightBankBox(), [set(`parts/${canalNightBankBox().casePartId}/wallMm`, wallMm)]);
  const part = panels.find((p) => p.id === 'rocker-20')!;

  test('holds on its wall; a person may put a part anywhere', () => {
    for (const [wallMm, holds] of [
      [2, true],
      [5, false]
    ] as const) {
      const box = thick(wallMm);
      const fit = planOf(box).fit!;
      expect(placePort(box, fit, part) !== undefined).toBe(true);
      expect(placePort(box, fit, part, undefined, { holds: true }) !== undefined).toBe(holds);
    }
  });
});
