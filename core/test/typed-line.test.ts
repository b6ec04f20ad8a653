import { describe, expect, test } from 'vitest';
import { applyEdits } from '../src/box/edits.ts';
import { duplicateDevice, freeName } from '../src/box/commands.ts';
import { emptyBox } from '../src/box/empty.ts';
import { boxSchema, type Box, type Device } from '../src/box/schema.ts';
import { STARTER_CATALOGUE } from '../src/catalogue/starter.ts';
import { ampsOf, drawAmps, drawWithAmps } from '../src/demand/edit-draw.ts';
import { drawW } from '../src/demand/draw.ts';
import { saltmarshHideBox } from '../src/demo/boxes.ts';
import { typedLine } from '../src/timeline/typed-line.ts';

const read = (text: string, box: Box = emptyBox('Shed')) => typedLine(box, STARTER_CATALOGUE, text);
function device(text: string, box: Box = emptyBox('Shed')): Device {
  const line = read(text, box);
  if (line.ok !== true) throw new Error(`${text}: ${line.message}`);
  const after = applyEdits(box, line.edits);
  expect(boxSchema.safeParse(after).success, text).toBe(true);
  return after.devices.find((d) => d.id === line.deviceId)!;
}
const watts = (d: Device) => d.modes.map((m) => Number(drawW(m.draw).toFixed(4)));

describe('a typed line', () => {
  test('an inverter alone is a device, a fridge has its share', () => {
    expect(device('inverter 300W')).toMatchObject({ name: 'Inverter', supply: '12v' });
    expect(watts(device('inverter 300W'))).toEqual([300]);
    const fridge = device('fridge 4A 40%');
    expect([fridge.name, fridge.modes[0]!.dutyFraction]).toEqual(['Fridge', 0.4]);
  });

  test.each([
    ['laptop usb-c 45W', 'usb-c', [45]],
    ['laptop USB C 45 W', 'usb-c', [45]],
    ['phone USB 10W', 'usb-a', [10]],
    ['fan usb-a 4W', 'usb-a', [4]],
    ['inverter laptop 60W', 'inverter', [60]],
    ['laptop 60W mains', 'inverter', [60]],
    ['lamp 6W', '12v', [6]],
    ['recorder regulated 9W', 'regulated-12v', [9]]
  ] as [string, string, number[]][])('%s is fed by %s', (text, supply, draws) => {
    const d = device(text);
    expect(d.supply).toBe(supply);
    expect(watts(d)).toEqual(draws);
    expect(d.name).not.toMatch(/usb|inverter|mains|regulated/i);
  });

  test.each([
    ['camera 7.4V 1A', 7.4, 'dc-converter', 7.4],
    ['camera 1 A 7.4 V', 7.4, 'dc-converter', 7.4],
    ['pump 12.8V 2A', 25.6, '12v', null],
    ['gizmo 1A', 12, '12v', null],
    ['torch usb 1A', 5, 'usb-a', null],
    ['tablet usb-c 15V 3A', 45, 'usb-c', 15],
    ['tablet usb-c 5V 3A', 15, 'usb-c', null],
    ['tablet usb-c 20V 3A', 60, 'usb-c', 20]
  ] as [string, number, string, number | null][])('%s draws %d W', (text, powerW, supply, wantsV) => {
    const d = device(text);
    expect(watts(d)[0]).toBeCloseTo(powerW, 6);
    expect([d.supply, d.wantsV]).toEqual([supply, wantsV]);
  });

  test('a name that is there is a question: a second one with a name of its own, or a change', () => {
    const first = read('lamp 6W 10:00-12:00');
    if (first.ok !== true) throw new Error(first.message);
    const box = applyEdits(emptyBox('Shed'), first.edits);
    const line = read('Lamp 9W', box);
    if (line.ok !== 'ask') throw new Error('it was not asked');
    const second = applyEdits(box, line.asNew.edits);
    expect(second.devices.map((d) => [d.name, watts(d)[0]])).toEqual([
      ['Lamp', 6],
      ['Lamp 2', 9]
    ]);
    const changed = applyEdits(box, line.asSame.edits);
    expect(changed.devices.map((d) => [d.name, watts(d)[0]])).toEqual([['Lamp', 9]]);
    expect(changed.devices[0]!.spans).toEqual(box.devices[0]!.spans);
  });

  test.each([
    ['lamp 500A', 'the most here is 200 A'],
    ['lamp 3000W', 'the most here is 2000 W'],
    ['radio 12Ah', 'is a charge'],
    ['6W', 'Begin with a name'],
    ['gizmo', 'not in the library']
  ])('%s is refused: %s', (text, says) => {
    const line = read(text);
    expect(line.ok).toBe(false);
    expect(line.ok === false && line.message).toContain(says);
  });
});

describe('amps and the volts they are of', () => {
  test.each([
    ['usb-a', null, 5],
    ['usb-c', null, 5],
    ['usb-c', 20, 20],
    ['dc-converter', 7.4, 7.4],
    ['dc-converter', null, 12],
    ['12v', null, 12],
    ['inverter', null, 12]
  ] as const)('%s asking for %s V: amps are at %d V', (supply, wantsV, atV) => {
    expect(ampsOf({ supply, wantsV })).toBe(atV);
  });
  test('1 A typed for a 7.4 V device is 7.4 W', () => {
    const draw = drawWithAmps({ kind: 'power', powerW: 5 }, 1, ampsOf({ supply: 'dc-converter', wantsV: 7.4 }));
    expect(drawW(draw)).toBeCloseTo(7.4, 9);
    expect(drawAmps(draw, 7.4)).toBeCloseTo(1, 9);
  });
});

describe('devices of one name', () => {
  test('a copy stands beside its like, has a name and an id of its own and no port', () => {
    const box = saltmarshHideBox();
    const { device: copy, edits } = duplicateDevice(box, box.devices[0]!);
    const after = applyEdits(box, edits);
    expect(after.devices.map((d) => d.name).slice(0, 2)).toEqual(['Camera A', 'Camera A 2']);
    expect(copy.portId).toBeNull();
    expect(new Set(after.devices.map((d) => d.id)).size).toBe(after.devices.length);
    expect(boxSchema.safeParse(after).success).toBe(true);
  });
  test('three more at once are counted on and stand in a row', () => {
    const box = saltmarshHideBox();
    const after = applyEdits(box, duplicateDevice(box, box.devices[1]!, 3).edits);
    expect(after.devices.map((d) => d.name).slice(1, 5)).toEqual([
      'Camera B',
      'Camera B 2',
      'Camera B 3',
      'Camera B 4'
    ]);
    expect(new Set(after.devices.map((d) => d.id)).size).toBe(box.devices.length + 3);
  });
  test('names are counted on', () => {
    const named = (...names: string[]) => ({ devices: names.map((name) => ({ name }) as Device) });
    expect(freeName(named('Lamp'), 'Lamp')).toBe('Lamp 2');
    expect(freeName(named('Lamp', 'lamp 2'), 'Lamp')).toBe('Lamp 3');
    expect(freeName(named('Lamp', 'Lamp 2'), 'Lamp 2')).toBe('Lamp 3');
    expect(freeName(named(), 'Lamp')).toBe('Lamp');
  });
});
