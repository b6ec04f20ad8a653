import { describe, expect, test } from 'vitest';
import { lead, type Lead, type Press } from '../src/advise/lead.ts';
import { suitBatteries } from '../src/advise/suit-battery.ts';
import { suitCases } from '../src/advise/suit-case.ts';
import { answerChanges } from '../src/answer-changes.ts';
import { UNKNOWN } from '../src/box/attr.ts';
import { applyEdits } from '../src/box/edits.ts';
import { emptyBox } from '../src/box/empty.ts';
import type { Box } from '../src/box/schema.ts';
import { boxSchema } from '../src/box/schema.ts';
import { STARTERS, starterBox } from '../src/box/starters.ts';
import type { PartOf } from '../src/catalogue/part.ts';
import { STARTER_CATALOGUE } from '../src/catalogue/starter.ts';
import { canalNightBankBox } from '../src/demo/boxes.ts';
import type { VerdictAnswer } from '../src/verdict.ts';
import { DEMO_BOXES } from './boxes.ts';
import { evaluate } from './evaluated.ts';

const batteries = STARTER_CATALOGUE.filter((p): p is PartOf<'battery'> => p.kind === 'battery');
const at = (box: Box, stage: string, more: Partial<Parameters<typeof lead>[0]> = {}): Lead =>
  lead({ box, plan: evaluate(box, STARTER_CATALOGUE), catalogue: STARTER_CATALOGUE, stage, ...more });
const pressed = (box: Box, press: Press): Box => {
  if (press.kind !== 'do') throw new Error(`'${press.label}' changes nothing`);
  return applyEdits(box, press.edits()!);
};

describe('the leading action', () => {
  test('an angler’s box, pressed along stage by stage, has battery, case, ports and fuses in four presses', () => {
    let box = starterBox('angler', 'Bank', STARTER_CATALOGUE);
    expect(at(box, 'outing').press).toMatchObject({ kind: 'go', stage: 'design' });
    const labels: string[] = [];
    for (const stage of ['battery', 'case', 'ports', 'wiring']) {
      const { press } = at(box, stage);
      labels.push(press.label);
      box = pressed(box, press);
    }
    expect(labels[0]).toMatch(/^Take .*LiFePO4/);
    expect(labels.slice(1)).toEqual(['Take the case that suits best', 'Give each a port', 'Choose the missing parts']);
    expect(box.devices.every((d) => d.portId !== null)).toBe(true);
    expect(evaluate(box, STARTER_CATALOGUE).fit?.state).toBe('fits');
    expect(at(box, 'wiring').missing).toBeUndefined();
  });

  test('on an empty box it asks for a device, wherever one is', () => {
    for (const stage of ['outing', 'wiring', 'bench'])
      expect(at(emptyBox('New'), stage).press).toEqual({ kind: 'add-device', label: 'Add a device' });
  });

  test.each(DEMO_BOXES)('%s: it never says that all stands while one of the five answers does not', (_, box) => {
    const now = at(box, 'kit');
    const holds = evaluate(box, STARTER_CATALOGUE).verdicts.every((v) => v.state === 'holds');
    expect(now.stands).toBe(holds);
    if (!holds) expect(['Go to the bench', 'See what to buy', 'Print the build sheet']).not.toContain(now.press.label);
  });

  test('a question leads to the list of what to look up, and from there to its print', () => {
    const box = canalNightBankBox();
    const unread = applyEdits(box, [{ op: 'set', path: 'feeds/main/fuse', value: UNKNOWN }]);
    const at = (view: string) =>
      lead({
        box: unread,
        plan: evaluate(unread, STARTER_CATALOGUE),
        catalogue: STARTER_CATALOGUE,
        stage: 'bench',
        view,
        remediesOf: () => []
      });
    expect([at('plan').isQuestion, at('plan').press.label]).toEqual([true, 'What to look up']);
    expect(at('lookup').press).toEqual({ kind: 'print-view', label: 'Print this list' });
  });

  test('a chance or a season that does not hold counts as an answer that does not', () => {
    const box = canalNightBankBox();
    const accepted = evaluate(box, STARTER_CATALOGUE).findings.reduce<Box>(
      (b, f) => applyEdits(b, [{ op: 'add', path: 'accepted', value: { key: f.key, reason: 'seen' } }]),
      box
    );
    const plan = evaluate(accepted, STARTER_CATALOGUE);
    const shown: VerdictAnswer[] = plan.verdicts.map((v) => ({ ...v, state: 'holds' }));
    expect(at(accepted, 'outing', { verdicts: shown }).press.label).toBe('See what to buy');
    expect(at(accepted, 'kit', { verdicts: shown }).press.label).toBe('Go to the bench');
    expect(at(accepted, 'bench', { verdicts: shown }).press.kind).toBe('print');
    const dying = shown.map((v) =>
      v.id === 'lasts' ? { ...v, state: 'caution' as const, say: 'dies in January', reason: '' } : v
    );
    const now = at(accepted, 'kit', { verdicts: dying });
    expect(now.stands).toBe(false);
    expect(now.text).toContain('dies in January');
  });

  test('a stop is met with its first proven remedy; with none, with the search for several; while they are tried, on its stage', () => {
    const box = applyEdits(canalNightBankBox(), [
      { op: 'set', path: `circuits/${canalNightBankBox().circuits[0]!.id}/fuse`, value: { is: 'set', value: 30 } }
    ]);
    const plan = evaluate(box, STARTER_CATALOGUE);
    const now = at(box, 'wiring');
    const finding = plan.findings.find((f) => f.key === now.findingKey)!;
    expect(finding.severity).toBe('stop');
    const proven = [
      { label: 'It is so', edits: [], answer: true },
      { label: 'Fuse 3 A', edits: finding.remedies[0]?.edits ?? [] }
    ];
    expect(at(box, 'outing', { remediesOf: () => proven }).press).toMatchObject({ kind: 'do', label: 'Fuse 3 A' });
    expect(at(box, 'outing', { remediesOf: () => [] }).press).toMatchObject({ kind: 'sound' });
    expect(at(box, 'outing').press).toMatchObject({ kind: 'go', stage: finding.stage });
    expect(at(box, finding.stage).press).toMatchObject({ kind: 'sound' });
  });

  test('a caution that nothing cures does not hold up the building, and is still said', () => {
    const box = applyEdits(canalNightBankBox(), [{ op: 'set', path: 'outing/budgetAmount', value: 5 }]);
    const now = at(box, 'kit', { remediesOf: () => [] });
    expect(now).toMatchObject({ stands: false, press: { kind: 'go', label: 'Go to the bench' } });
    expect(now.text).not.toContain('stands');
  });

  test('what nobody knows yet is asked on the list to look up', () => {
    const asked = DEMO_BOXES.map(([, b]) => at(b, 'outing')).filter((l) => l.isQuestion);
    for (const l of asked) expect(l.press).toMatchObject({ kind: 'go', stage: 'bench', view: 'lookup' });
  });
});

describe('choosing is informed', () => {
  test('cases that take it all and hold the weather come first, the cheapest of them on top; the rest say why not', () => {
    const box = canalNightBankBox();
    const rows = suitCases(box, evaluate(box, STARTER_CATALOGUE), STARTER_CATALOGUE);
    const suiting = rows.filter((r) => r.suits);
    expect(suiting.length).toBeGreaterThan(0);
    expect(rows.slice(0, suiting.length)).toEqual(suiting);
    const prices = suiting.map((r) => r.part.priceAmount ?? Infinity);
    expect(prices).toEqual(prices.toSorted((a, b) => a - b));
    for (const r of rows.filter((x) => !x.suits)) expect(r.say).not.toBe('');
  });

  test('what a case is said to be, the plan says of the box in that case', () => {
    const box = { ...canalNightBankBox(), placements: {}, ports: [], circuits: [] };
    for (const r of suitCases(box, evaluate(box, STARTER_CATALOGUE), STARTER_CATALOGUE).slice(0, 12)) {
      const inIt = applyEdits(box, [
        { op: 'set', path: `parts/${r.part.id}`, value: r.part },
        { op: 'set', path: 'casePartId', value: r.part.id }
      ]);
      expect([r.part.name, evaluate(inIt, STARTER_CATALOGUE).fit?.state === 'fits']).toEqual([r.part.name, r.fits]);
    }
  });

  test('with nothing to put in, fit is not known, and inches are said in inches', () => {
    expect(
      suitCases(emptyBox('New'), evaluate(emptyBox('New'), STARTER_CATALOGUE), STARTER_CATALOGUE).every(
        (r) => r.fits === undefined
      )
    ).toBe(true);
    const box = applyEdits(canalNightBankBox(), [{ op: 'set', path: 'preferences/lengthUnit', value: 'in' }]);
    expect(
      suitCases(box, evaluate(box, STARTER_CATALOGUE), STARTER_CATALOGUE).some((r) => / in too /.test(r.say))
    ).toBe(true);
  });

  test('batteries say their hours on this outing, as the plan has them; those that last first, the lightest on top', () => {
    const box = canalNightBankBox();
    const plan = evaluate(box, STARTER_CATALOGUE);
    const rows = suitBatteries(box, plan, batteries);
    expect(rows).toHaveLength(batteries.length);
    const lasting = rows.filter((r) => r.suits);
    expect(rows.slice(0, lasting.length)).toEqual(lasting);
    expect(lasting.map((r) => r.part.massKg)).toEqual(lasting.map((r) => r.part.massKg).toSorted((a, b) => a - b));
    for (const r of rows.slice(lasting.length)) {
      expect(r.lastsH).toBeLessThan(box.outing.durationH);
      expect(r.say).toMatch(/short$/);
    }
    expect(suitBatteries(emptyBox('New'), evaluate(emptyBox('New'), STARTER_CATALOGUE), batteries)[0]).toMatchObject({
      lastsH: undefined,
      suits: true,
      say: ''
    });
  });
});

describe('what a box begins with', () => {
  test.each(STARTERS.map((s) => [s.id, s] as const))(
    '%s is a whole box with its devices, each drawing something',
    (kind, s) => {
      const box = starterBox(kind, 'Mine', STARTER_CATALOGUE);
      expect(boxSchema.safeParse(box).success).toBe(true);
      expect(box.name).toBe('Mine');
      expect(box.devices).toHaveLength(s.deviceIds.length);
      expect(new Set(box.devices.map((d) => d.name)).size).toBe(box.devices.length);
      const plan = evaluate(box, STARTER_CATALOGUE);
      expect(plan.demand.devices.every((d) => d.energyWh > 0)).toBe(true);
      expect(box.outing).toMatchObject(s.outing);
    }
  );

  test('a kind that there is not is refused', () => {
    expect(() => starterBox('sailor' as 'angler', 'Mine', STARTER_CATALOGUE)).toThrow("no starter 'sailor'");
  });
});

describe('changed answers, for the ear', () => {
  const answer = (id: VerdictAnswer['id'], state: VerdictAnswer['state'], say: string): VerdictAnswer => ({
    id,
    name: id[0]!.toUpperCase() + id.slice(1),
    state,
    say,
    value: [],
    target: '',
    reason: '',
    rawValue: null,
    rawText: ''
  });

  test('only what is another is said, with what it was', () => {
    const before = [answer('lasts', 'holds', '14 min to spare'), answer('fits', 'holds', 'fits')];
    const after = [answer('lasts', 'caution', '1 h 49 min short'), answer('fits', 'holds', 'fits')];
    expect(answerChanges(before, after)).toEqual(['Lasts: 1 h 49 min short, caution, was 14 min to spare']);
    expect(answerChanges(after, after)).toEqual([]);
  });

  test('the same words in another state are told by the state', () => {
    expect(answerChanges([answer('safe', 'caution', 'holds')], [answer('safe', 'holds', 'holds')])).toEqual([
      'Safe: holds, was caution'
    ]);
    expect(answerChanges([], [answer('safe', 'stop', '1 stop')])).toEqual([]);
  });
});
