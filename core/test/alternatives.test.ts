import { describe, expect, test } from 'vitest';
import { applyEdits } from '../src/box/edits.ts';
import type { Box } from '../src/box/schema.ts';
import type { Part } from '../src/catalogue/part.ts';
import { STARTER_CATALOGUE } from '../src/catalogue/starter.ts';
import { saltmarshHideBox } from '../src/demo/boxes.ts';
import { starter } from '../src/demo/builder.ts';
import { moorCameraPost } from '../src/demo/wired.ts';
import { readBox, writeBox } from '../src/exchange/read-box.ts';
import { alternativesFor, differencesOf, isChosen } from '../src/advise/alternatives.ts';
import { stands } from '../src/remedy/attempt.ts';
import { finished } from '../src/work.ts';
import { AS_BUILT } from './as-built/boxes.ts';
import { evaluate } from './evaluated.ts';

const planOf = (box: Box, catalogue: readonly Part[] = STARTER_CATALOGUE) => evaluate(box, catalogue);
const found = (box: Box, lineId: string, catalogue: readonly Part[] = STARTER_CATALOGUE) =>
  finished(alternativesFor({ box, catalogue, plan: planOf(box, catalogue) }, lineId));

describe('what could be taken instead', () => {
  test('a battery: nearest in capacity and chemistry, what differs, what it does to hours, price and mass', () => {
    const all = found(saltmarshHideBox(), 'battery-lfp-20');
    const smaller = all.find((a) => a.id === 'battery-lfp-18')!;
    expect(smaller.differences.find((d) => d.what === 'Capacity')).toEqual({
      what: 'Capacity',
      was: '20 Ah',
      now: '18 Ah'
    });
    expect(smaller.effect).toMatch(/lasts \d+ h/);
    expect(smaller.effect).toContain('−');
    // lead in a tight case is said before it is bought
    const lead = all.find((a) => a.id.startsWith('battery-agm'))!;
    expect(lead.brings.some((f) => f.severity === 'stop' && /Lead-acid/.test(f.title))).toBe(true);
  });

  test('what brings nothing stands first, what brings a stop last', () => {
    const worst = found(saltmarshHideBox(), 'case-plastic-deep').map((a) =>
      a.brings.some((f) => f.severity === 'stop') ? 2 : a.brings.length > 0 ? 1 : 0
    );
    expect(worst).toEqual([...worst].sort());
    expect(worst[0]).toBe(0);
    expect(worst.at(-1)).toBe(2);
  });

  test('a socket: hole, depth, rating and seal are compared, and where it is drilled otherwise is said', () => {
    const box = saltmarshHideBox();
    const port = box.ports.find((p) => p.partId === 'rotary-20')!;
    const toggle = found(box, 'rotary-20').find((a) => a.id.startsWith('toggle'))!;
    expect(toggle.differences.map((d) => d.what)).toEqual(
      expect.arrayContaining(['Hole diameter', 'Body behind the wall', 'Bears for good', 'Weather with nothing in it'])
    );
    expect(toggle.holes).toEqual([`${port.name} is drilled otherwise`]);
    // 20 A behind a larger main fuse
    expect(toggle.brings.some((f) => f.severity === 'stop')).toBe(true);
  });

  test.each([['saltmarsh', saltmarshHideBox()] as const, ['moor', moorCameraPost()] as const, ...AS_BUILT.slice(0, 3)])(
    '%s: every one can be taken, gives a box that reads back, and brings just what it said',
    (_, box) => {
      const plan = planOf(box);
      const before = new Set(plan.findings.filter(stands).map((f) => f.key));
      let tried = 0;
      for (const line of plan.kit.lines.filter(isChosen).slice(0, 14))
        for (const a of found(box, line.lineId).slice(0, 3)) {
          const after = applyEdits(box, a.edits);
          expect(readBox(writeBox(after)).ok, `${line.lineId} → ${a.id}`).toBe(true);
          const now = planOf(after).findings.filter(stands);
          const titles = a.brings.map((f) => f.title);
          for (const f of now) if (!before.has(f.key)) expect(titles, `${line.lineId} → ${a.id}`).toContain(f.title);
          tried++;
        }
      expect(tried).toBeGreaterThan(5);
    }
  );

  test('a thicker wire is set in every stretch that is cut from the line, in both colours of a pair of leads', () => {
    const box = saltmarshHideBox();
    const plan = planOf(box);
    const line = plan.kit.lines.find((l) => l.what.kind === 'wire' && l.lineId.endsWith('-red'))!;
    const thicker = found(box, line.lineId)[0]!;
    const after = planOf(applyEdits(box, thicker.edits));
    expect(after.kit.lines.some((l) => l.lineId === line.lineId)).toBe(false);
  });

  test('another rating of a fuse goes wherever one of that line sits; too small a one is a stop', () => {
    const box = saltmarshHideBox();
    const plan = planOf(box);
    const line = plan.kit.lines.find((l) => l.what.kind === 'fuse' && l.what.ratingA === 7.5);
    const any = line ?? plan.kit.lines.find((l) => l.what.kind === 'fuse')!;
    const all = found(box, any.lineId);
    expect(all.length).toBeGreaterThan(1);
    for (const a of all) {
      const after = planOf(applyEdits(box, a.edits));
      const asked = Number(a.id.replace('a', ''));
      expect(after.wiring.netlist.parts.some((p) => p.kind === 'fuse' && p.ratingA === asked)).toBe(true);
    }
  });

  test('what a shop offered, entered as an own part, is compared like any other', () => {
    const own: Part = {
      ...starter('battery', 'battery-lfp-20'),
      id: 'own-battery',
      name: 'From the fair',
      massKg: 2.9
    };
    const all = found(saltmarshHideBox(), 'battery-lfp-20', [own, ...STARTER_CATALOGUE]);
    expect(all.find((a) => a.id === 'own-battery')?.differences).toEqual([
      { what: 'Mass', was: '2.6 kg', now: '2.9 kg' }
    ]);
  });

  test('lengths are compared in inches for who reads inches; what nobody knows is called unknown', () => {
    const was = starter('battery', 'battery-lfp-20');
    const now: Part = { ...was, lengthMm: 203.2, maxContinuousA: null };
    const said = differencesOf(was, now, 'in');
    expect(said.find((d) => d.what === 'Length')!.now).toBe('8 in');
    expect(said.find((d) => d.what.startsWith('Continuous'))!.now).toBe('unknown');
  });

  test('nothing is offered for small things of which any maker’s will do, nor for a line that is not in the kit', () => {
    const box = saltmarshHideBox();
    const bolt = planOf(box).kit.lines.find((l) => l.what.kind === 'sundry')!;
    expect(isChosen(bolt)).toBe(false);
    expect(found(box, bolt.lineId)).toEqual([]);
    expect(found(box, 'no-such-line')).toEqual([]);
  });
});
