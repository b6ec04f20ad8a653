import { describe, expect, it, test } from 'vitest';
import { set } from '../src/box/edit.ts';
import { applyEdits } from '../src/box/edits.ts';
import { emptyBox } from '../src/box/empty.ts';
import type { Box, Device } from '../src/box/schema.ts';
import { STARTER_CATALOGUE } from '../src/catalogue/starter.ts';
import { soundsLikeMotor } from '../src/demand/motors.ts';
import { evaluate } from '../src/evaluate.ts';
import { proven } from '../src/remedy/prove.ts';
import { typedLine } from '../src/timeline/typed-line.ts';
import { motorInrushA2s } from '../src/wiring/fuse.ts';
import { on, soundBase, span } from './small-boxes.ts';

const planOf = (box: Box) => evaluate(box, STARTER_CATALOGUE);
const asked = (box: Box) => planOf(box).findings.filter((f) => f.id === 'motor-unsaid');
function withDevice(name: string, powerW: number, over: Partial<Device> = {}): Box {
  const b = soundBase('Motor', 'battery-lfp-50', 'holder-midi');
  const p = b.port('circular-20', 'front', 'Out');
  b.device('lamp-strip', { name, portId: p.portId, modes: on(powerW), spans: span(8, 12), hasMotor: false, ...over });
  return b.box;
}

describe('something that sounds like a motor', () => {
  it.each(['Bilge pump', 'Electric winch', 'Fridge', 'Cool box', 'Wiper motor', 'Water pumps'])(
    'is asked about: %s',
    (name) => {
      const [told] = asked(withDevice(name, 60));
      expect(told).toMatchObject({ severity: 'caution', open: true, where: { kind: 'device' } });
      expect(told!.why).toMatch(/here 30 A/);
    }
  );

  it.each([
    ['Lamp', 60, {}],
    ['Pump controller', 60, {}],
    ['Fan', 6, {}],
    ['Bilge pump', 60, { hasMotor: true }],
    ['Cordless drill charger', 60, {}],
    ['Fan', 20, { supply: 'usb-a' as const }],
    ['Trolling motor', 60, { use: 'propulsion' as const }]
  ])('is not asked about: %s, %s W, %j', (name, watts, over) => {
    expect(asked(withDevice(name, watts, over))).toEqual([]);
  });

  test('the answer is one press: from then on it is judged by how it starts', () => {
    const box = withDevice('Bilge pump', 60);
    const before = planOf(box);
    const [answer] = proven({ box, catalogue: STARTER_CATALOGUE, plan: before }, asked(box)[0]!);
    expect(answer).toMatchObject({ answer: true, label: 'It has a motor' });
    const after = applyEdits(box, answer!.edits);
    expect(asked(after)).toEqual([]);
    const inrush = (b: Box) => planOf(b).wiring.circuits[0]!.inrushA2s;
    expect(inrush(after)).toBeGreaterThan(10 * inrush(box));
    expect(inrush(after)).toBeGreaterThan(motorInrushA2s(5) * 0.99);
  });

  test('the word alone only asks', () => {
    expect(soundsLikeMotor('Livewell PUMP')).toBe(true);
    expect(soundsLikeMotor('Pumpkin lamp')).toBe(false);
    const asIf = planOf(withDevice('Bilge pump', 60)).wiring.circuits[0]!;
    const plain = planOf(withDevice('Something', 60)).wiring.circuits[0]!;
    expect(asIf.fuseA).toBe(plain.fuseA);
    expect(asIf.inrushA2s).toBe(plain.inrushA2s);
  });
});

test('a motor entered in amps takes more while the battery charges, as one in watts does', () => {
  const amps = withDevice('Winch', 60, {
    hasMotor: true,
    modes: [{ id: 'm1', name: 'on', dutyFraction: 1, draw: { kind: 'current', currentA: 5, atV: 12 } }]
  });
  const still = applyEdits(amps, [set('devices/d1/hasMotor', false)]);
  expect(planOf(amps).wiring.circuits[0]!.loadA).toBeGreaterThan(5.9);
  expect(planOf(still).wiring.circuits[0]!.loadA).toBeCloseTo(5, 6);
});

describe('a typed line', () => {
  const device = (text: string): Device => {
    const typed = typedLine(emptyBox('Typed'), STARTER_CATALOGUE, text);
    if (typed.ok !== true) throw new Error(typed.message);
    return typed.edits.find((e) => e.op === 'add')!.value as Device;
  };

  it.each([
    ['winch 20A', true],
    ['bilge pump 3A', true],
    ['kettle 150W', false],
    ['spot lamp 35W', false]
  ])('knows what starts like a motor: %s', (text, hasMotor) => {
    expect(device(text).hasMotor).toBe(hasMotor);
  });

  it.each([
    ['cool box', 45],
    ['fridge', 45],
    ['water pump', 22.5],
    ['monitor 7 in', 15],
    ['monitor 7in', 15],
    ['dew heater 8 in', undefined],
    ['camera dummy', 5]
  ])('finds the library’s by its words, in any order: %s', (text, powerW) => {
    const found = device(text);
    expect(found.source).toBe('guess');
    if (powerW) expect(found.modes[0]!.draw).toMatchObject({ powerW });
    else expect(found.modes[0]!.draw.kind).toBe('resistive');
  });

  test('what is typed stands before what the library says', () => {
    const fridge = device('fridge 4A 40%');
    expect(fridge.modes[0]).toMatchObject({ dutyFraction: 0.4, draw: { kind: 'current', currentA: 4 } });
    expect(fridge).toMatchObject({ name: 'Fridge', hasMotor: true, belowMin: 'resets' });
  });

  test('a time outside the outing is told with the outing’s own', () => {
    const typed = typedLine(emptyBox('Typed'), STARTER_CATALOGUE, 'lamp 3W 06:00-07:00');
    expect(typed.ok).toBe(false);
    expect((typed as { message: string }).message).toBe(
      '06:00 is not within the outing, which goes from 08:00 to 18:00, 10 h.'
    );
  });
});
