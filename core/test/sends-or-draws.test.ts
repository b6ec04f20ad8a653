import { describe, expect, it, test } from 'vitest';
import { applyEdits } from '../src/box/edits.ts';
import { set } from '../src/box/edit.ts';
import type { Box } from '../src/box/schema.ts';
import { STARTER_CATALOGUE } from '../src/catalogue/starter.ts';
import { isSending, sendingModes, SENT_W } from '../src/demand/sends.ts';
import { evaluate } from '../src/evaluate.ts';
import { proven } from '../src/remedy/prove.ts';
import { typedLine } from '../src/timeline/typed-line.ts';
import { on, soundBase, span } from './small-boxes.ts';

/** A radio's 100 W are what the aerial gets; it draws nearly three times that while it sends. */
const planOf = (box: Box) => evaluate(box, STARTER_CATALOGUE);
const asked = (box: Box) => planOf(box).findings.filter((f) => f.id === 'sends-or-draws');
function radio(name: string, powerW: number, source: 'guess' | 'label' | 'measured' = 'guess'): Box {
  const b = soundBase('Radio', 'battery-lfp-50', 'holder-midi');
  const p = b.port('genderless-30', 'front', 'Rig');
  b.device('lamp-strip', { name, portId: p.portId, modes: on(powerW), spans: span(8, 12) });
  return applyEdits(b.box, [set(`devices/${b.box.devices[0]!.id}/source`, source)]);
}

describe('a radio entered with one number', () => {
  it.each(['Radio', 'HF rig, ham', 'VHF mobile', 'Field transceiver'])('is asked about: %s', (name) => {
    const [f] = asked(radio(name, 100));
    expect(f).toMatchObject({ severity: 'caution', open: true, where: { kind: 'device' } });
    expect(f!.title).toContain(name);
    expect(f!.why).toMatch(/280 W while it sends/);
  });

  it.each([
    ['Lamp', 100],
    ['Scanner radio receiver', 10],
    ['Radio alarm clock', 5],
    ['Radio', 30],
    ['Shelf', 50]
  ])('is not asked about: %s of %s W', (name, watts) => {
    expect(asked(radio(name, watts))).toEqual([]);
  });

  it('is not asked about once it was measured, nor with what it takes while listening', () => {
    expect(asked(radio('Radio', 50, 'measured'))).toEqual([]);
    const box = radio('Radio', 50);
    const { modes } = sendingModes(50);
    expect(asked(applyEdits(box, [set(`devices/${box.devices[0]!.id}/modes`, modes)]))).toEqual([]);
  });

  test('both answers can be pressed: one brings the peaks, the other keeps the figure', () => {
    const box = radio('Radio', 100);
    const [f] = asked(box);
    const answers = proven({ box, catalogue: STARTER_CATALOGUE, plan: planOf(box) }, f!);
    expect(answers.map((r) => r.label)).toEqual(['It sends 100 W', 'A meter says that it draws 100 W']);
    const [sends, draws] = answers.map((r) => planOf(applyEdits(box, r.edits)));
    expect(sends!.wiring.circuits[0]!.loadA).toBeGreaterThan(20);
    expect(sends!.demand.totalWh).toBeLessThan(planOf(box).demand.totalWh);
    expect(draws!.wiring.circuits[0]!.loadA).toBe(planOf(box).wiring.circuits[0]!.loadA);
    for (const p of [sends, draws]) expect(p!.findings.filter((o) => o.id === 'sends-or-draws')).toEqual([]);
  });

  test('typed as people type it', () => {
    const box = soundBase('Typed', 'battery-lfp-50', 'holder-midi').box;
    const read = (line: string): Box => {
      const t = typedLine(box, STARTER_CATALOGUE, line);
      expect(t.ok).toBe(true);
      return t.ok === true ? applyEdits(box, t.edits) : box;
    };
    expect(asked(read('ham radio 100W 08:00-12:00'))).toHaveLength(1);
    expect(asked(read('radio rx 0.35A tx 5A 10% 08:00-12:00'))).toEqual([]);
  });
});

test('what is drawn while sending lies where radios of the library lie', () => {
  for (const sent of SENT_W) {
    const { listenW, sendW, modes } = sendingModes(sent);
    expect(sendW / sent).toBeGreaterThan(2.5);
    expect(sendW / sent).toBeLessThan(3.1);
    expect(listenW).toBeLessThan(sendW / 5);
    expect(modes.reduce((s, m) => s + m.dutyFraction, 0)).toBeCloseTo(1, 12);
  }
  for (const [id, sent] of [
    ['hf-100-data', 100],
    ['vhf-mobile-50', 50],
    ['vhf-mobile-25', 25],
    ['hf-10', 10],
    ['handheld', 5]
  ] as const) {
    const part = STARTER_CATALOGUE.find((p) => p.id === `device-${id}`);
    if (part?.kind !== 'device') throw new Error(id);
    const sending = part.modes.find((m) => m.name === 'transmit')!;
    const listening = part.modes.find((m) => m.name === 'receive')!;
    expect(sendingModes(sent).sendW).toBeGreaterThanOrEqual(sending.lowW * 0.8);
    expect(sendingModes(sent).sendW).toBeLessThanOrEqual(sending.highW * 1.2);
    expect(sendingModes(sent).listenW).toBeGreaterThanOrEqual(listening.lowW * 0.8);
    expect(sendingModes(sent).listenW).toBeLessThanOrEqual(listening.highW * 1.2);
  }
});

test('the word alone asks: names that only listen do not', () => {
  expect(['CB radio', 'UHF repeater', 'Marine VHF', 'ham station'].every(isSending)).toBe(true);
  expect(['Graham’s lamp', 'radiometer', 'DAB radio', 'Bluetooth radio', 'Bait aerator'].some(isSending)).toBe(false);
});
