import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { describe, expect, test } from 'vitest';
import { STARTER_CATALOGUE } from '../src/catalogue/starter.ts';
import { demoBoxes } from '../src/demo/boxes.ts';
import { crowdedBox } from '../src/demo/crowded.ts';
import { evaluate } from '../src/evaluate.ts';
import { readSpiceOutput, spiceNetlist } from '../src/exchange/spice.ts';
import { benchSource } from '../src/trials/setting.ts';
import { compareWithSpice, SPICE } from '../../scripts/spice-compare.ts';

const boxes = [...demoBoxes(), crowdedBox(12)];

describe('the circuit as an open netlist', () => {
  test.each(boxes.map((b) => [b.name, b] as const))('%s: every lead, pack and load is in it once', (_, box) => {
    const plan = evaluate(box, STARTER_CATALOGUE);
    const { text, leads, nodeOf } = spiceNetlist(plan.wiring, benchSource(plan.bank), box.name);
    const { netlist } = plan.wiring;
    expect([...leads.keys()].sort()).toEqual(netlist.conductors.map((c) => c.id).sort());
    expect(text.match(/^V\d+ /gm)).toHaveLength(netlist.packIds.length);
    const amps = [...text.matchAll(/^I\d+ \S+ \S+ DC (\S+)/gm)].reduce((s, m) => s + Number(m[1]), 0);
    const wanted = plan.wiring.circuits.filter((c) => c.circuit.purpose === 'load').reduce((s, c) => s + c.loadA, 0);
    expect(amps).toBeCloseTo(wanted, 6);
    expect(nodeOf(netlist.feed.minus)).toBe('0');
    const names = [...text.matchAll(/^[RVI]\d+/gm)].map((m) => m[0]);
    expect(new Set(names).size).toBe(names.length);
    expect(text.trimEnd().endsWith('.end')).toBe(true);
  });

  test('a name with line breaks and signs stays one comment', () => {
    const plan = evaluate({ ...boxes[0]!, name: 'a\n.end\n* b' }, STARTER_CATALOGUE);
    const { text } = spiceNetlist(plan.wiring, benchSource(plan.bank), 'a\n.end\n* b');
    expect(text.split('\n')[0]).toBe('* a .end * b');
  });

  test('printed voltages are read in both ways they are written', () => {
    const read = readSpiceOutput('n1 = 1.2843e+01\nV(n2) = -3.0e-03\nv1#branch = -2.0e+00\n');
    expect(read.get('n1')).toBe(12.843);
    expect(read.get('n2')).toBe(-0.003);
    expect(read.get('0')).toBe(0);
  });

  test('a general circuit simulator finds the same voltages and currents, where one is installed', () => {
    const folder = mkdtempSync(join(tmpdir(), 'haversack-spice-'));
    for (const [i, box] of boxes.entries()) {
      const file = join(folder, `${i}.cir`);
      const plan = evaluate(box, STARTER_CATALOGUE);
      const found = compareWithSpice(plan, box.name, file, (text) => writeFileSync(file, text));
      if (!found) return console.log(`${SPICE} is not installed here: the comparison did not run.`);
      expect(found.nodeCount, box.name).toBeGreaterThan(10);
      expect(found, box.name).toMatchObject({ agrees: true });
    }
  });
});
