import { describe, expect, test } from 'vitest';
import { setTo } from '../src/box/attr.ts';
import { applyEdits, type Edit } from '../src/box/edits.ts';
import type { Box } from '../src/box/schema.ts';
import { STARTER_CATALOGUE } from '../src/catalogue/starter.ts';
import { canalNightBankBox } from '../src/demo/boxes.ts';
import { slipwayBox } from '../src/demo/fed.ts';
import { evaluate } from '../src/evaluate.ts';
import { proven } from '../src/remedy/prove.ts';
import { DEMO_BOXES } from './boxes.ts';

const set = (path: string, value: unknown): Edit => ({ op: 'set', path, value });
const planOf = (box: Box) => evaluate(box, STARTER_CATALOGUE);
const perBox = (box: Box, id: string) => planOf(box).kit.lines.find((l) => l.lineId === id)?.perBox ?? 0;
/** The sub-feed of the distribution box, ended otherwise. */
const slip = slipwayBox();
const sub = slip.feeds.find((f) => f.id !== slip.feeds[0].id)!;
const ended = (ends: string): Box =>
  applyEdits(slip, [set(`feeds/${sub.id}/ends`, ends), set(`feeds/${sub.id}/blockPartId`, null)]);
const endsOn = (box: Box, part: string) =>
  planOf(box)
    .runs.runs.flatMap((r) => [r.from, r.to])
    .filter((e) => e.tab.startsWith(`${part} `));
const thick = (box: Box) => planOf(box).findings.filter((f) => f.key.includes('thick') && f.id === 'joint-unsound');

describe('what a feed ends in is bought, and its leads are made for it', () => {
  test('lever connectors by the leads that come together, nothing crimped on them', () => {
    const box = ended('lever');
    const net = planOf(box).wiring.netlist;
    const joints = net.parts.filter((p) => p.kind === 'bus' && p.ref.kind === 'circuit' && p.ref.id === sub.id);
    expect(joints.length).toBe(2);
    for (const joint of joints) {
      const leads = net.conductors.filter((c) => c.from.part === joint.id || c.to.part === joint.id).length;
      expect(leads).toBeGreaterThan(1);
      expect(leads).toBeLessThanOrEqual(5);
      expect(perBox(box, `lever-${[2, 3, 5].find((n) => n >= leads)!}`)).toBeGreaterThan(0);
      const ends = endsOn(box, joint.id);
      expect(ends.length).toBe(leads);
      for (const e of ends) expect(e.joint).toEqual({ kind: 'given', say: 'stripped 11 mm' });
    }
    expect(perBox(box, 'bus-bar-power')).toBe(0);
  });

  test('more leads than the largest connector has ways: several, linked', () => {
    // nine leads and the main feed's own on the main joint: 3·4 + 2 − … by hand: k of 5 ways hold 3k + 2 leads
    const box = applyEdits(canalNightBankBox(), [set('feeds/main/ends', 'lever')]);
    const plan = planOf(box);
    const leads = 1 + plan.wiring.tree.order.filter((b) => plan.wiring.tree.startOf.get(b.id) === 'main').length;
    const line = plan.kit.lines.find((l) => l.what.kind === 'sundry' && l.what.use === 'lever')!;
    expect(leads).toBeGreaterThan(5);
    expect(line.lineId).toBe('lever-5');
    expect(3 * line.perBox + 2).toBeGreaterThanOrEqual(leads);
    expect(3 * (line.perBox - 1) + 2).toBeLessThan(leads);
    expect(line.note).toContain('linked');
  });

  test('a stud takes rings M6 and is bought once, a bus bar rings M8, a splice is counted once for two leads', () => {
    expect(endsOn(ended('stud'), 'JA').every((e) => e.terminal === 'ring M6')).toBe(true);
    expect(perBox(ended('stud'), 'return-stud')).toBeGreaterThan(0);
    expect(endsOn(ended('bus-bar'), 'JA').every((e) => e.terminal === 'ring M8')).toBe(true);
    expect(perBox(ended('bus-bar'), 'bus-bar-power')).toBe(2);
    const splice = endsOn(ended('splice'), 'JA').map((e) => e.joint.kind);
    expect(splice.filter((k) => k === 'given')).toHaveLength(1);
    expect(splice.filter((k) => k === 'splice')).toHaveLength(splice.length - 1);
  });

  test('the returns of a second box with a block meet on the block’s own bar, or on one that is bought', () => {
    const withBar = slip.parts[sub.blockPartId!]!;
    expect(withBar.kind).toBe('fuse-block');
    const bare = applyEdits(slip, [set(`parts/${withBar.id}`, { ...withBar, hasNegativeBus: false })]);
    const barred = applyEdits(slip, [set(`parts/${withBar.id}`, { ...withBar, hasNegativeBus: true })]);
    expect(perBox(bare, 'bus-bar-8')).toBeGreaterThan(perBox(barred, 'bus-bar-8'));
    for (const box of [bare, barred])
      expect(endsOn(box, 'bus-A').every((e) => e.terminal === 'ring M4' || e.terminal === 'ring M5')).toBe(true);
  });

  test.each(DEMO_BOXES)('%s: every terminal of its run list is in the kit, whatever its feeds end in', (_, box) => {
    for (const ends of ['lever', 'push-in', 'stud', 'bus-bar', 'splice'] as const) {
      const plan = planOf(
        applyEdits(
          box,
          box.feeds.map((f) => set(`feeds/${f.id}/ends`, ends))
        )
      );
      for (const j of plan.runs.joints) {
        if (j.joint.kind !== 'ring') continue;
        const line = plan.kit.lines.find(
          (l) =>
            l.what.kind === 'sundry' &&
            l.what.use === 'ring' &&
            l.lineId.endsWith(j.wireClass.replace(/\W+/g, '-')) &&
            l.what.fits === (j.joint as { stud: string }).stud
        );
        expect(line?.perBox, `${ends} ${j.joint.stud} ${j.wireClass}`).toBe(j.count);
      }
    }
  });
});

describe('a wire that does not go into its connector', () => {
  const canal = canalNightBankBox();
  const thin = setTo({ system: 'awg', size: '14' });
  test('4 mm² is the most of a lever, 2.5 of a push-in connector', () => {
    const lever = (size: string) =>
      applyEdits(canal, [set('feeds/main/ends', 'lever'), set('feeds/main/wire', setTo({ system: 'awg', size }))]);
    expect(thick(lever('10'))).toHaveLength(1);
    expect(thick(lever('12'))).toHaveLength(0);
    const push = (size: string) =>
      applyEdits(canal, [set('feeds/main/ends', 'push-in'), set('feeds/main/wire', setTo({ system: 'awg', size }))]);
    expect(thick(push('12'))).toHaveLength(1);
    expect(thick(push('14'))).toHaveLength(0);
  });

  test('the wire of a circuit behind counts as well; a bus bar cures it', () => {
    const c = canal.circuits[0]!;
    const box = applyEdits(canal, [
      set('feeds/main/ends', 'lever'),
      set('feeds/main/wire', thin),
      set(`circuits/${c.id}/wire`, setTo({ system: 'awg', size: '8' }))
    ]);
    const found = thick(box);
    expect(found).toHaveLength(1);
    expect(found[0]!.title).toContain('8 AWG');
    const cures = proven({ box, catalogue: STARTER_CATALOGUE, plan: planOf(box) }, found[0]!);
    expect(cures.length).toBeGreaterThan(0);
    expect(thick(applyEdits(box, cures[0]!.edits))).toHaveLength(0);
  });
});
