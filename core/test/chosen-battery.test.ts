import { describe, expect, it } from 'vitest';
import { AUTO, setTo, UNKNOWN } from '../src/box/attr.ts';
import { set } from '../src/box/edit.ts';
import { applyEdits } from '../src/box/edits.ts';
import type { Box } from '../src/box/schema.ts';
import { chosenBattery } from '../src/advise/chosen-battery.ts';
import { nextStep } from '../src/advise/next-step.ts';
import { STARTER_CATALOGUE } from '../src/catalogue/starter.ts';
import { evaluate } from '../src/evaluate.ts';
import { on, soundBase, span } from './small-boxes.ts';

const planOf = (box: Box) => evaluate(box, STARTER_CATALOGUE);
function box(powerW: number, notKnown: ('capacity' | 'mass')[] = []): Box {
  const b = soundBase('Chosen', 'battery-lfp-20', 'holder-post');
  const p = b.port('circular-20', 'front', 'Lamp');
  b.device('lamp-strip', { name: 'Lamp', portId: p.portId, modes: on(powerW), spans: span(8, 18) });
  return b.set('parts/battery-lfp-20/notKnown' as string, notKnown).box;
}
const chosen = (b: Box) => chosenBattery(planOf(b), b.outing.durationH);

describe('what the chosen battery holds', () => {
  it('is one figure where its label was read', () => {
    const c = chosen(box(6))!;
    expect(c.ratedAh).toBe('20.0');
    expect(c.suffices).toBe(true);
    expect(c.gives).toMatch(/^\d+\.\d+ A for 10 h, \d+\.\d+ A for 13 h, \d+\.\d+ A for 15 h$/);
    expect(chosen(box(60))!.suffices).toBe(false);
  });

  it('is a span where nobody read it, and suffices only if it does at the worst', () => {
    const c = chosen(box(10, ['capacity', 'mass']))!;
    const [least, most] = c.ratedAh.split(' to ').map(Number);
    expect(least).toBe(10);
    expect(most).toBe(30);
    expect(c.suffices).toBe(false);
    expect(chosen(box(10))!.suffices).toBe(true);
    for (const part of c.gives.split(', ')) expect(part).toMatch(/^[\d.]+ to [\d.]+ A for \d+ h$/);
  });

  it('is nothing without one', () => {
    expect(chosen(applyEdits(box(6), [set('bank/partId', null)]))).toBeUndefined();
  });
});

describe('what is not known of it', () => {
  const asked = (notKnown: ('capacity' | 'mass' | 'size')[]) => {
    const b = applyEdits(box(15), [set('parts/battery-lfp-20/notKnown' as string, notKnown)]);
    const told = planOf(b).findings.filter((f) => f.id === 'battery-figures-unknown');
    return told.map((f) => [f.title, f.verdict]);
  };
  it('speaks against the answer that hangs on it: hours, room or weight', () => {
    expect(asked(['mass'])).toEqual([['The battery’s mass is not known', 'carry']]);
    expect(asked(['size', 'mass'])).toEqual([['The battery’s size and mass are not known', 'fits']]);
    expect(asked(['capacity', 'mass'])).toEqual([
      ['The battery’s amp-hours are not known', 'lasts'],
      ['The battery’s mass is not known', 'carry']
    ]);
  });
});

describe('what is asked', () => {
  const unread = (): Box => applyEdits(box(10), [set('feeds/main/wire', UNKNOWN), set('charging/chargerA', UNKNOWN)]);
  const keys = (b: Box) =>
    planOf(b)
      .findings.filter((f) => f.id === 'unknown-attribute')
      .map((f) => f.key);

  it('is kept by the field it asks for, as a sentence, and stays accepted by the key it had', () => {
    const list = planOf(unread()).findings.filter((f) => f.id === 'unknown-attribute');
    expect(list.map((f) => f.key)).toContain('unknown-attribute:main:feeds-main-wire');
    for (const f of list) expect(f.title).toMatch(/^[A-Z]/);
    const former = applyEdits(unread(), [
      set('accepted', [{ key: 'unknown-attribute:main:main-wire', reason: 'It is thick' }])
    ]);
    const f = planOf(former).findings.find((k) => k.key === 'unknown-attribute:main:feeds-main-wire')!;
    expect(f.acceptedBecause).toBe('It is thick');
  });

  it('has a key of its own wherever it stands', () => {
    const charger = (id: string) => ({
      id,
      name: '',
      currentA: UNKNOWN,
      voltageV: AUTO,
      fuse: UNKNOWN,
      from: UNKNOWN,
      input: 'dc' as const,
      lidShut: 'yes' as const
    });
    const two = applyEdits(unread(), [set('charging/builtIn', [charger('a'), charger('b')])]);
    const all = keys(two);
    expect(new Set(all).size).toBe(all.length);
    for (const id of ['a', 'b']) expect(all).toContain(`unknown-attribute:box:charging-builtIn-${id}-from`);
  });

  it('of a charger that nobody read: the circuit is drawn for the usual one, and its fuse is no guess of nothing', () => {
    const b = soundBase('Unread', 'battery-lfp-20', 'holder-post');
    const i = b.port('inlet-3pin', 'left', 'Charge');
    b.set('charging/path', setTo('inlet')).set('charging/chargerA', UNKNOWN);
    const circuit = planOf(b.box).wiring.circuits.find((c) => c.circuit.id === i.circuitId)!;
    expect(circuit.loadA).toBe(5);
    expect(circuit.fuseA).toBe(7.5);
    const known = planOf(applyEdits(b.box, [set('charging/chargerA', setTo(2))])).wiring.circuits;
    expect(known.find((c) => c.circuit.id === i.circuitId)!.loadA).toBe(2);
  });
});

describe('the next step', () => {
  it('is to find out where the answer waits for that, not to mend what may be whole', () => {
    const dark = box(20, ['capacity']);
    const first = nextStep(dark, planOf(dark));
    expect(first.isQuestion).toBe(true);
    expect(first.text).toBe(
      'Whether it lasts as long as wanted is not known yet: The battery’s amp-hours are not known.'
    );
    const held = applyEdits(box(6), [set('bank/holdDown', UNKNOWN)]);
    expect(nextStep(held, planOf(held)).text).toMatch(/^Whether it all fits is not known yet: /);
  });
});
