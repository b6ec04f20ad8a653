import { describe, expect, it, test } from 'vitest';
import { setTo } from '../src/box/attr.ts';
import { set } from '../src/box/edit.ts';
import { applyEdits, type Edit } from '../src/box/edits.ts';
import type { Box } from '../src/box/schema.ts';
import { STARTER_CATALOGUE } from '../src/catalogue/starter.ts';
import { evaluate } from '../src/evaluate.ts';
import { seasonPlan } from '../src/season/season.ts';
import { mustBeOn, standbyDraws } from '../src/wiring/standby.ts';
import { soundBase, span } from './small-boxes.ts';

/** A camera left alone behind a master switch, with a voltmeter beside it; a lamp behind a switch of its own. */
function alone(edits: Edit[] = []): Box {
  const b = soundBase('Left alone', 'battery-lfp-12', 'holder-inline-blade');
  const master = b.port('rocker-20', 'left', 'Master');
  const camera = b.port('circular-12', 'front', 'Camera');
  b.port('voltmeter-29', 'front', 'Volts');
  const usb = b.port('usb-a-twin', 'right', 'USB');
  const own = b.port('toggle-12', 'right', 'USB on');
  b.set('feeds/main/switches', setTo([master.portId])).set(`circuits/${usb.circuitId}/switchPortId`, setTo(own.portId));
  b.device('trail-camera', { name: 'Camera', portId: camera.portId, spans: span(8, 18), inSeason: true });
  b.set('season', {
    startDay: '2026-06-01',
    dayCount: 60,
    monthC: Array<number>(12).fill(12),
    swingK: 6,
    boxOn: false,
    useSun: false,
    visitEveryDays: null,
    visit: 'swap'
  });
  return applyEdits(b.box, edits);
}
const ids = alone();
const portOf = (name: string) => ids.ports.find((p) => p.name === name)!.id;
const circuitOf = (name: string) => ids.circuits.find((c) => c.portId === portOf(name))!.id;
const plan = (box: Box) => seasonPlan(box, evaluate(box, STARTER_CATALOGUE))!;
const drawn = (box: Box) =>
  plan(box)
    .boxDraws.map((d) => d.name)
    .sort();

describe('what the box itself takes while it is left alone', () => {
  it('is what hangs behind the switch that has to be on for what is left running', () => {
    expect(drawn(alone())).toEqual(['Volts']);
  });

  test('without the meter the camera lives far longer', () => {
    const fitted = alone();
    const without = alone([set(`parts/voltmeter-29/quiescentA`, 0)]);
    expect(drawn(without)).toEqual([]);
    expect(plan(fitted).perDayWh).toBeGreaterThan(plan(without).perDayWh + 2);
    expect(plan(fitted).diesOnDay).toBeDefined();
    expect(plan(without).diesOnDay).toBeUndefined();
  });

  test('a camera ahead of the master needs no switch: the meter behind it is off', () => {
    const ahead = alone([set(`circuits/${circuitOf('Camera')}/from`, setTo({ at: 'feed', id: 'main', ahead: true }))]);
    expect(drawn(ahead)).toEqual([]);
  });

  test('a meter ahead of the master draws whatever is off', () => {
    const live = alone([
      set(`circuits/${circuitOf('Camera')}/from`, setTo({ at: 'post', pack: null })),
      set(`circuits/${circuitOf('Volts')}/from`, setTo({ at: 'feed', id: 'main', ahead: true }))
    ]);
    expect(drawn(live)).toEqual(['Volts']);
  });

  test('what has a switch of its own is off, unless it is what runs', () => {
    const usb = alone([set('devices/d1/portId', portOf('USB'))]);
    expect(drawn(usb)).toEqual(['USB', 'Volts']);
  });

  test('a box that is left on takes all of it', () => {
    expect(drawn(alone([set('season/boxOn', true)]))).toEqual(['USB', 'Volts']);
  });

  test('a relay that nothing switches is held while its feed is live, and read by its name', () => {
    const relay = (inId: string) => ({
      id: 'r1',
      name: 'USB relay',
      inId,
      contact: 'make' as const,
      ratingA: 30,
      coilA: 0.12,
      coilFuse: { is: 'auto' as const },
      switchPortId: { is: 'none' as const },
      switchPole: 'plus' as const,
      suppressed: 'yes' as const
    });
    const inUsb = set('relays', [relay(circuitOf('USB'))]);
    expect(drawn(alone([inUsb]))).toEqual(['Volts']);
    expect(drawn(alone([inUsb, set('season/boxOn', true)]))).toEqual(['USB', 'Volts', 'coil of USB relay']);
    const inCamera = set('relays', [relay(circuitOf('Camera'))]);
    expect(drawn(alone([inCamera]))).toEqual(['Volts', 'coil of USB relay']);
  });

  test('nothing ticked, nothing left on: no season', () => {
    const none = alone([set('devices/d1/inSeason', false)]);
    expect(seasonPlan(none, evaluate(none, STARTER_CATALOGUE))).toBeUndefined();
  });

  test('a relay on the way is held all the time', () => {
    const held = alone([
      set('relays', [
        {
          id: 'r1',
          name: 'Camera relay',
          inId: circuitOf('Camera'),
          contact: 'make',
          ratingA: 30,
          coilA: 0.12,
          coilFuse: { is: 'auto' },
          switchPortId: setTo(portOf('USB on')),
          switchPole: 'plus',
          suppressed: 'yes'
        }
      ])
    ]);
    expect(drawn(held)).toContain('coil of Camera relay');
    expect(plan(held).perDayWh).toBeGreaterThan(plan(alone()).perDayWh + 30);
  });
});

test('nothing on: the draws of storage are those that no switch cuts', () => {
  const box = alone();
  const { wiring } = evaluate(box, STARTER_CATALOGUE);
  expect(standbyDraws(box, wiring)).toEqual([]);
  expect(mustBeOn(box, wiring.tree, circuitOf('Volts'))).toEqual([portOf('Master')]);
  expect(mustBeOn(box, wiring.tree, circuitOf('USB')).toSorted()).toEqual(
    [portOf('Master'), portOf('USB on')].toSorted()
  );
  expect(standbyDraws(box, wiring, new Set([portOf('Master')])).map((d) => d.name)).toEqual(['Volts']);
});
