import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { setTo } from '../src/box/attr.ts';
import { set } from '../src/box/edit.ts';
import { applyEdits, type Edit } from '../src/box/edits.ts';
import type { Box, Device } from '../src/box/schema.ts';
import { STARTER_CATALOGUE } from '../src/catalogue/starter.ts';
import { BoxBuilder } from '../src/demo/builder.ts';
import { leastAtPortV, ownVolts, voltsFor } from '../src/demand/own-volts.ts';
import { evaluate } from '../src/evaluate.ts';
import { runInput } from '../src/outing/input.ts';
import { proven } from '../src/remedy/prove.ts';

/** One device on one plain 12 V port of a box that is sound. */
function boxWith(device: Partial<Device>, batteryId = 'battery-lfp-20'): Box {
  const b = new BoxBuilder('One device');
  b.use('battery', batteryId, 'bank/partId').use('case', 'case-hard-large', 'casePartId');
  b.use('fuse-holder', 'holder-midi', 'feeds/main/holderPartId');
  b.use('fuse-block', 'block-blade-6', 'feeds/main/blockPartId');
  b.set('bank/postsCovered', 'yes').set('bank/holdDown', setTo('strap')).set('outing/airC', 20);
  const port = b.port('socket-12v-capped', 'front', 'Port');
  const { startH } = b.box.outing;
  b.device('router', {
    name: 'Thing',
    portId: port.portId,
    modes: [{ id: 'm1', name: 'on', dutyFraction: 1, draw: { kind: 'power', powerW: 6 } }],
    spans: [{ startH, endH: startH + 4, dutyFraction: null }],
    minV: null,
    maxV: null,
    ...device
  });
  return b.box;
}
const planOf = (box: Box, ...edits: Edit[]) => evaluate(applyEdits(box, edits), STARTER_CATALOGUE);
const VOLTS = ['device-volts', 'device-never-runs'];
const voltsOf = (box: Box) => planOf(box).findings.find((f) => VOLTS.includes(f.id));

describe('the volts a device gets from a converter of its own', () => {
  it('are those of the converter, not of the battery', () => {
    expect(ownVolts({ supply: 'usb-a', wantsV: null })).toBe(5);
    expect(ownVolts({ supply: 'regulated-12v', wantsV: 19 })).toBe(12);
    expect(ownVolts({ supply: 'dc-converter', wantsV: 19 })).toBe(19);
  });

  it('are not told where nobody said them or where device and port settle them', () => {
    expect(ownVolts({ supply: 'dc-converter', wantsV: null })).toBeUndefined();
    expect(ownVolts({ supply: '12v', wantsV: null })).toBeUndefined();
    expect(ownVolts({ supply: 'usb-c', wantsV: 20 })).toBeUndefined();
    expect(ownVolts({ supply: 'inverter', wantsV: null })).toBeUndefined();
  });

  it('meet the least voltage of the device, which is then no longer asked of the battery', () => {
    expect(leastAtPortV({ supply: 'dc-converter', wantsV: 24, minV: 22 })).toBeNull();
    expect(leastAtPortV({ supply: 'dc-converter', wantsV: 19, minV: 22 })).toBe(22);
    expect(leastAtPortV({ supply: 'dc-converter', wantsV: null, minV: 22 })).toBe(22);
    expect(leastAtPortV({ supply: '12v', wantsV: null, minV: 10.5 })).toBe(10.5);
  });

  it('a converter is set to something the device bears and runs on, or none is offered', () => {
    fc.assert(
      fc.property(
        fc.option(fc.double({ min: 1, max: 40, noNaN: true })),
        fc.option(fc.double({ min: 1, max: 40, noNaN: true })),
        (minV, maxV) => {
          const volts = voltsFor({ minV, maxV });
          if (volts === undefined) return;
          expect(volts).toBeGreaterThanOrEqual(minV ?? 0);
          expect(volts).toBeLessThanOrEqual(maxV ?? Infinity);
        }
      )
    );
    expect(voltsFor({ minV: 10.5, maxV: 15 })).toBe(12);
    expect(voltsFor({ minV: 6, maxV: 8.4 })).toBe(7.5);
    expect(voltsFor({ minV: 22, maxV: null })).toBe(24);
    expect(voltsFor({ minV: null, maxV: 5.5 })).toBe(5);
    expect(voltsFor({ minV: 9.5, maxV: 11 })).toBeUndefined();
  });
});

describe('a device that bears less than 12 V', () => {
  const camera = boxWith({ minV: 6, maxV: 8.4 });

  it('is a stop on the battery, and the 12 V regulator is no cure', () => {
    const plan = planOf(camera);
    const f = plan.findings.find((x) => x.id === 'device-overvoltage')!;
    expect(f.severity).toBe('stop');
    const cures = proven({ box: camera, catalogue: STARTER_CATALOGUE, plan }, f);
    expect(cures.map((c) => c.label)).toEqual(['A converter to 7.5 V in its lead']);
    const after = planOf(camera, ...cures[0]!.edits);
    expect(after.findings.filter((x) => x.severity === 'stop')).toEqual([]);
  });

  it('is a stop behind a 12 V regulator and behind a converter set too high', () => {
    for (const over of [{ supply: 'regulated-12v' }, { supply: 'dc-converter', wantsV: 9 }] as const) {
      const f = voltsOf(boxWith({ minV: 6, maxV: 8.4, ...over }))!;
      expect(f.severity).toBe('stop');
      expect(f.title).toContain(over.supply === 'dc-converter' ? '9.0 V' : '12.0 V');
    }
  });

  it('is quiet where the converter suits', () => {
    expect(voltsOf(boxWith({ minV: 6, maxV: 8.4, supply: 'dc-converter', wantsV: 8 }))).toBeUndefined();
  });

  it('is an open question where nobody said what the converter gives', () => {
    const f = voltsOf(boxWith({ minV: 6, maxV: 8.4, supply: 'dc-converter', wantsV: null }))!;
    expect([f.severity, f.open]).toEqual(['caution', true]);
  });
});

describe('a device that wants more than the battery has', () => {
  const rotator = boxWith({ minV: 22, maxV: 30 });

  it('never runs: a stop from the first minute, told once, and a converter cures it to the end', () => {
    const plan = planOf(rotator);
    const f = plan.findings.find((x) => x.id === 'device-never-runs')!;
    expect(f.severity).toBe('stop');
    expect(f.title).toBe('Thing never gets the 22.0 V it needs');
    expect(plan.verdicts.find((v) => v.id === 'lasts')!.state).toBe('stop');
    expect(plan.findings.some((x) => x.id === 'device-undervoltage')).toBe(false);
    expect(plan.findings.find((x) => x.id === 'runtime-short')!.title).toMatch(/^Thing ends .* before you pack up$/);
    const [cure] = proven({ box: rotator, catalogue: STARTER_CATALOGUE, plan }, f);
    expect(cure!.label).toBe('A converter to 24 V in its lead');
    const after = planOf(rotator, ...cure!.edits);
    expect(
      after.findings.some((x) => ['device-never-runs', 'runtime-short', 'device-undervoltage'].includes(x.id))
    ).toBe(false);
    expect(after.outing!.lastsH).toBeGreaterThan(after.outing!.wantedH);
  });

  it('hears only the caution where the battery has it, but not to the end', () => {
    const some = boxWith({ minV: 13.3, maxV: 16 });
    expect(planOf(some).bank!.fullV).toBeGreaterThan(13.3);
    expect(voltsOf(some)).toBeUndefined();
    expect(planOf(some).findings.some((f) => f.id === 'device-undervoltage')).toBe(true);
  });

  it('is quiet while a charger holds the bank up on the outing, and says so without', () => {
    const b = boxWith({ minV: 14, maxV: 15 });
    expect(voltsOf(b)?.severity).toBe('stop');
    const { startH, durationH } = b.outing;
    const held = applyEdits(b, [
      set('charging/path', setTo('through-port')),
      set('charging/chargerA', setTo(5)),
      set('charging/plugged', [{ startH, endH: startH + durationH }])
    ]);
    expect(voltsOf(held)).toBeUndefined();
  });

  it('gets only 5 V from USB: a caution', () => {
    const b = new BoxBuilder('USB');
    b.box = boxWith({});
    const usb = b.port('usb-a-twin', 'front', 'USB');
    const id = b.box.devices[0]!.id;
    b.set(`devices/${id}/portId`, usb.portId).set(`devices/${id}/supply`, 'usb-a').set(`devices/${id}/minV`, 9);
    const f = voltsOf(b.box)!;
    expect(f.severity).toBe('caution');
    expect(f.title).toBe('USB gives Thing only 5.0 V');
    // a figure that was left over from another supply is dropped by one answer
    const answer = f.remedies.find((r) => r.answer)!;
    expect(answer.label).toBe('It is made for 5.0 V');
    expect(voltsOf(applyEdits(b.box, answer.edits))).toBeUndefined();
  });
});

describe('the run', () => {
  it('asks the battery for the least voltage of a device only where no converter stands between', () => {
    const least = (over: Partial<Device>): number | null => {
      const box = boxWith({ minV: 10.5, maxV: 15, ...over });
      const { demand, bank, feed } = planOf(box);
      return runInput(box, demand, bank!, feed).loads[0]!.minV;
    };
    expect(least({})).toBe(10.5);
    expect(least({ supply: 'regulated-12v' })).toBeNull();
    expect(least({ supply: 'dc-converter', wantsV: null })).toBe(10.5);
  });
});

describe('who gives up', () => {
  it('has the word: an empty battery is empty, a cut-off switches off', () => {
    const hungry = boxWith({ modes: [{ id: 'm1', name: 'on', dutyFraction: 1, draw: { kind: 'power', powerW: 80 } }] });
    expect(planOf(hungry).findings.find((f) => f.id === 'runtime-short')!.title).toMatch(/^Empty /);
    const cut = applyEdits(hungry, [set('bank/disconnect', setTo({ cutV: 12.6, backV: 13 }))]);
    expect(planOf(cut).findings.find((f) => f.id === 'runtime-short')!.title).toMatch(/^Switched off /);
  });
});

describe('what is left when the outing ends early', () => {
  const leftOf = (box: Box) => planOf(box).outing!;

  it('is what is kept back where the battery runs down to it', () => {
    const o = leftOf(
      boxWith({ modes: [{ id: 'm1', name: 'on', dutyFraction: 1, draw: { kind: 'power', powerW: 80 } }] })
    );
    expect(o.reason).not.toBe('device');
    expect(o.endsSocFraction).toBeCloseTo(planOf(boxWith({})).bank!.keepBackFraction, 2);
  });

  it('is nearly all of it where a device gives up at once', () => {
    const o = leftOf(boxWith({ minV: 22, maxV: 30 }));
    expect(o.reason).toBe('device');
    expect(o.endsSocFraction).toBeGreaterThan(0.95);
  });

  it('is not told of an outing that lasts', () => expect(leftOf(boxWith({})).endsSocFraction).toBeUndefined());
});
