import { describe, expect, test } from 'vitest';
import { setTo } from '../src/box/attr.ts';
import { applyEdits } from '../src/box/edits.ts';
import { STARTER_CATALOGUE } from '../src/catalogue/starter.ts';
import { demoBoxes, saltmarshHideBox } from '../src/demo/boxes.ts';
import { evaluate } from '../src/evaluate.ts';
import { isOf, worstOf, type Thing } from '../src/findings/at.ts';
import type { Finding } from '../src/findings/rule.ts';

const plan = evaluate(saltmarshHideBox(), STARTER_CATALOGUE);
const [sample] = plan.findings;
const finding = (where: Finding['where'], more: Partial<Finding> = {}): Finding => ({
  ...sample!,
  severity: 'caution',
  acceptedBecause: null,
  open: false,
  where,
  others: [],
  ...more
});
const at = (kind: Finding['where']['kind'], id: string): Finding['where'] => ({ kind, id, label: id });

describe('what is said of a thing', () => {
  test('a circuit has what is said of its port too, a pack what is said of the battery', () => {
    const c5: Thing = { kind: 'circuit', id: 'c5', portId: 'p6' };
    expect(isOf(finding(at('circuit', 'c5')), c5)).toBe(true);
    expect(isOf(finding(at('port', 'p6')), c5)).toBe(true);
    expect(isOf(finding(at('port', 'p7')), c5)).toBe(false);
    expect(isOf(finding(at('battery', 'bank')), { kind: 'body', id: 'battery-2' })).toBe(true);
    expect(isOf(finding(at('battery', 'bank')), { kind: 'body', id: 'shunt' })).toBe(false);
    expect(isOf(finding(at('body', 'shunt')), { kind: 'body', id: 'shunt' })).toBe(true);
    expect(isOf(finding(at('main', 'main')), { kind: 'main' })).toBe(true);
  });

  test('the worst counts; what was accepted, notes and open questions do not', () => {
    const p: Thing = { kind: 'port', id: 'p1' };
    const here = at('port', 'p1');
    expect(worstOf([finding(here), finding(here, { severity: 'stop' })], p)).toBe('stop');
    expect(worstOf([finding(here, { severity: 'stop', acceptedBecause: 'known' }), finding(here)], p)).toBe('caution');
    expect(worstOf([finding(here, { severity: 'note' }), finding(here, { open: true })], p)).toBeUndefined();
    expect(worstOf([], p)).toBeUndefined();
  });

  test('what is told of several ports in one finding is of each of them', () => {
    const open = plan.findings.find((f) => f.id === 'ip-open-in-use')!;
    const named = plan.panel!.ports.filter((p) => open.title.split(' are ')[0]!.split(', ').includes(p.tag));
    // the panel hangs at its inlet through the season
    expect(named.map((p) => p.tag)).toEqual(['P1', 'P2', 'P3', 'I1']);
    for (const p of named) {
      expect(isOf(open, { kind: 'port', id: p.port.id }), p.tag).toBe(true);
      expect(worstOf(plan.findings, { kind: 'port', id: p.port.id }), p.tag).toBe('caution');
    }
    const rest = plan.panel!.ports.filter((p) => !named.includes(p));
    for (const p of rest) expect(isOf(open, { kind: 'port', id: p.port.id }), p.tag).toBe(false);
  });

  test('circuits that feed each other, or are tied behind one switch, are each marked', () => {
    const hide = saltmarshHideBox();
    const ring = applyEdits(hide, [
      { op: 'set', path: 'circuits/c1/from', value: setTo({ at: 'circuit', id: 'c2', ahead: false }) },
      { op: 'set', path: 'circuits/c2/from', value: setTo({ at: 'circuit', id: 'c1', ahead: false }) }
    ]);
    const tied = applyEdits(hide, [
      { op: 'set', path: 'circuits/c6/switchPortId', value: hide.circuits.find((c) => c.id === 'c5')!.switchPortId }
    ]);
    for (const [box, rule, ids] of [
      [ring, 'chain-loop', ['c1', 'c2']],
      [tied, 'ways-tied', ['c5', 'c6']]
    ] as const) {
      const told = evaluate(box, STARTER_CATALOGUE).findings.filter((f) => f.id === rule);
      expect(told, rule).toHaveLength(1);
      for (const id of ids) expect(isOf(told[0]!, { kind: 'circuit', id, portId: '' }), `${rule} ${id}`).toBe(true);
      expect(isOf(told[0]!, { kind: 'circuit', id: 'c3', portId: '' })).toBe(false);
    }
  });

  test('every stop and caution of a demo box is reached from a thing, or is about the case or the whole box', () => {
    for (const box of demoBoxes()) {
      const { findings, wiring, fit } = evaluate(box, STARTER_CATALOGUE);
      const things: Thing[] = [
        { kind: 'main' },
        ...box.devices.map((d) => ({ kind: 'device' as const, id: d.id })),
        ...box.ports.map((p) => ({ kind: 'port' as const, id: p.id })),
        ...[...wiring.circuits, ...wiring.feeds].map((c) => ({
          kind: 'circuit' as const,
          id: c.circuit.id,
          portId: c.circuit.portId
        })),
        ...(fit?.bodies ?? []).map((b) => ({ kind: 'body' as const, id: b.id })),
        { kind: 'body', id: 'battery-1' }
      ];
      for (const f of findings)
        if (f.severity !== 'note' && !['case', 'box'].includes(f.where.kind))
          expect(
            things.some((t) => isOf(f, t)),
            `${box.name}: ${f.key}`
          ).toBe(true);
    }
  });
});
