import { describe, expect, test } from 'vitest';
import { setTo } from '../src/box/attr.ts';
import { applyEdits, type Edit } from '../src/box/edits.ts';
import { STARTER_CATALOGUE } from '../src/catalogue/starter.ts';
import { saltmarshHideBox } from '../src/demo/boxes.ts';
import { evaluate } from '../src/evaluate.ts';
import type { Box } from '../src/box/schema.ts';
import { allWorkings } from '../src/workings.ts';
import { bodyPoint, portPoint, runMm } from '../src/wiring/lengths.ts';

const set = (path: string, value: unknown): Edit => ({ op: 'set', path, value });
const hide = saltmarshHideBox();
/** c5 feeds P4 on the right wall by S1 on the front. */
const of = (box: Box) => {
  const plan = evaluate(box, STARTER_CATALOGUE);
  const c = plan.wiring.circuits.find((k) => k.circuit.id === 'c5')!;
  const lead = (id: string) => plan.wiring.netlist.conductors.find((k) => k.id === `c5/${id}`)!;
  return { plan, c, lead };
};
const port = (box: Box, id: string) => box.ports.find((p) => p.id === id)!;

describe('a lead that goes over a switch', () => {
  const { plan, c, lead } = of(hide);
  const block = bodyPoint(plan.fit, 'fuse-block')!;
  const [lever, end] = [portPoint(plan.fit, port(hide, 'p8'))!, portPoint(plan.fit, port(hide, 'p6'))!];

  test('is as long as from the block to the switch and from the switch to the port, each with its tails', () => {
    const [first, second] = [runMm(block, lever, undefined).lengthMm, runMm(lever, end, undefined).lengthMm];
    expect(c.lengthMm).toBe(first + second);
    expect(c.lengthMm).toBeGreaterThan(runMm(block, end, undefined).lengthMm);
    expect(lead('switch').lengthMm).toBe(first);
    expect(lead('feed').lengthMm).toBe(second);
  });

  test('returns straight, past the switch', () => {
    expect(lead('return').lengthMm).toBe(runMm(block, end, undefined).lengthMm);
  });

  test('loses less with its switch beside its port, and least without one', () => {
    const at = port(hide, 'p6');
    const near = of(
      applyEdits(hide, [set('ports/p8/face', at.face), set('ports/p8/xMm', at.xMm + 30), set('ports/p8/yMm', at.yMm)])
    ).c;
    const none = of(applyEdits(hide, [set('circuits/c5/switchPortId', { is: 'none' })])).c;
    expect(near.lengthMm).toBeLessThan(c.lengthMm);
    expect(near.dropV).toBeLessThan(c.dropV);
    expect(none.lengthMm).toBeLessThan(near.lengthMm);
    expect(none.dropV).toBeLessThan(near.dropV);
  });

  test('a length set by hand is shared out as the layout lies, and said to be short by the whole way', () => {
    const short = of(applyEdits(hide, [set('circuits/c5/lengthMm', setTo(200))]));
    expect(short.lead('switch').lengthMm + short.lead('feed').lengthMm).toBeCloseTo(200, 9);
    expect(short.lead('switch').lengthMm / 200).toBeCloseTo(lead('switch').lengthMm / c.lengthMm, 9);
    const told = short.plan.findings.find((f) => f.id === 'lead-too-short');
    expect(told?.why).toContain('over S1');
    expect(told?.figures).toMatchObject({ neededMm: c.lengthMm });
  });

  test('its working tells leg by leg', () => {
    const working = allWorkings(hide, plan).find((w) => w.id === 'length-c5')!;
    expect(working.lines.map((l) => l.label).slice(0, 2)).toEqual(['To S1', 'To P4']);
    expect(working.lines.slice(0, 2).reduce((s, l) => s + Number(l.value), 0)).toBe(c.lengthMm);
  });

  test('without a case nothing is known of either leg', () => {
    const { c: loose, lead: leg } = of(applyEdits(hide, [set('casePartId', null)]));
    expect(loose.neededMm).toBeUndefined();
    expect(loose.lengthAssumed).toBe(true);
    expect(leg('switch').lengthMm + leg('feed').lengthMm).toBeCloseTo(loose.lengthMm, 9);
  });
});
