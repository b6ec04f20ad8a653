import { describe, expect, it } from 'vitest';
import { AUTO, NONE, setTo, UNKNOWN } from '../src/box/attr.ts';
import { set } from '../src/box/edit.ts';
import { applyEdits, type Edit } from '../src/box/edits.ts';
import type { Box } from '../src/box/schema.ts';
import { STARTER_CATALOGUE } from '../src/catalogue/starter.ts';
import { BoxBuilder } from '../src/demo/builder.ts';
import { evaluate } from '../src/evaluate.ts';
import { eventLines } from '../src/outing/event-lines.ts';
import { panelPartOf } from '../src/box/lookup.ts';
import { proven } from '../src/remedy/prove.ts';
import { coveredPorts } from '../src/wiring/cutoff.ts';
import { tree } from '../src/wiring/tree.ts';
import { on, soundBase, span } from './small-boxes.ts';

/** Two lamps until the battery is flat, a cut-off at 11.8 V that nobody said the place of. */
function twoLamps(...more: Edit[]): { box: Box; left: string; right: string; rightId: string } {
  const b = soundBase('Two lamps', 'battery-agm-20');
  b.set('outing/durationH', 24);
  b.set('bank/disconnect', setTo({ cutV: 11.8, backV: 12.6 })).set('bank/keepBack', setTo(0));
  const [left, right] = (['front', 'right'] as const).map((face) => b.port('circular-16', face, face));
  const { startH } = b.box.outing;
  for (const p of [left!, right!])
    b.device('lamp-strip', { name: p.portId, portId: p.portId, modes: on(24), spans: span(startH, startH + 24) });
  return {
    box: applyEdits(b.box, more),
    left: left!.portId,
    right: right!.portId,
    rightId: right!.circuitId
  };
}
const planOf = (box: Box) => evaluate(box, STARTER_CATALOGUE);
const straight = (): ReturnType<typeof twoLamps> => {
  const { rightId } = twoLamps();
  return twoLamps(set(`circuits/${rightId}/from`, setTo({ at: 'post', pack: null })));
};
const told = (box: Box, id: string) => planOf(box).findings.find((f) => f.id === id);
const remedies = (box: Box, id: string) => {
  const plan = planOf(box);
  return proven(
    { box, catalogue: STARTER_CATALOGUE, plan },
    plan.findings.find((f) => f.id === id)!
  );
};

describe('a cut-off whose place nobody said', () => {
  it('covers everything as long as everything hangs on the main feed', () => {
    const { box } = twoLamps();
    expect(coveredPorts(box, tree(box))).toBeUndefined();
    expect(told(box, 'cutoff-bypassed')).toBeUndefined();
  });

  it('does not cover what is taken straight off a post: that is said, and lives on in the run', () => {
    const { box, left, right } = straight();
    expect([...coveredPorts(box, tree(box))!]).toEqual([left]);
    const f = told(box, 'cutoff-bypassed')!;
    expect([f.severity, f.title]).toEqual(['caution', expect.stringContaining('goes round the cut-off')]);
    const { run } = planOf(box).outing!;
    const cut = run.events.find((e) => e.reason === 'disconnect')!;
    const after = run.timeH.findIndex((h) => h > cut.timeH + 0.5);
    const amps = (name: string) => run.loadA[planOf(box).demand.devices.findIndex((d) => d.name === name)]![after]!;
    expect(amps(left)).toBe(0);
    expect(amps(right)).toBeGreaterThan(0.5);
  });

  it('is put before everything by one press, and then is', () => {
    const { box } = straight();
    const [first] = remedies(box, 'cutoff-bypassed');
    const cured = applyEdits(box, first!.edits);
    expect(told(cured, 'cutoff-bypassed')).toBeUndefined();
    expect(cured.circuits.every((c) => c.from.is === 'auto')).toBe(true);
  });

  it('is said to switch off what hangs behind it, not everything, in the list of what happens', () => {
    const lineOf = (box: Box) =>
      eventLines(box, planOf(box).outing!).find((e) => e.what.startsWith('The low-voltage disconnect'))!.what;
    expect(lineOf(twoLamps().box)).toContain('everything is off');
    expect(lineOf(straight().box)).toContain('what hangs behind it is off');
  });
});

describe('a master switch that is not there', () => {
  const without = (...more: Edit[]): Box => twoLamps(set('feeds/main/switches', NONE), ...more).box;

  it('is offered as a part with a place, not as a word', () => {
    const box = without();
    const [first] = told(box, 'no-master')!.remedies;
    const cured = applyEdits(box, first!.edits);
    expect(cured.ports).toHaveLength(box.ports.length + 1);
    const plan = planOf(cured);
    expect(plan.wiring.main.canSwitchOff).toBe(true);
    expect(plan.findings.map((f) => f.id)).not.toContain('no-master');
    expect(plan.wiring.main.masterPart!.ratingA!).toBeGreaterThanOrEqual(plan.wiring.main.fuseA!);
  });

  describe('where all that is fed goes round the main path', () => {
    const POST = setTo({ at: 'post' as const, pack: null });
    const { box: two } = twoLamps();
    const round = (...more: Edit[]): Box =>
      applyEdits(without(), [...two.circuits.map((c) => set(`circuits/${c.id}/from`, POST)), ...more]);

    it('is told, and what is fed goes behind the one that is offered', () => {
      const box = round();
      expect(told(box, 'no-master')!.severity).toBe('note');
      const [first] = remedies(box, 'no-master');
      const plan = planOf(applyEdits(box, first!.edits));
      expect(plan.findings.map((f) => f.id)).not.toContain('no-master');
      expect(plan.wiring.circuits.every((c) => c.live === 'master')).toBe(true);
    });

    it('is told beside a master of which nothing hangs, and not where one of them can be switched or nobody knows', () => {
      const [first] = told(without(), 'no-master')!.remedies;
      const master = first!.edits;
      const beside = applyEdits(round(), master);
      expect(told(beside, 'no-master')!.title).toBe('The master switches nothing that is fed');
      expect(told(round(), 'no-master')!.title).toBe('No master switch');
      const [behind] = remedies(beside, 'no-master');
      expect(behind!.label).toBe('All that is fed behind the master');
      const after = planOf(applyEdits(beside, behind!.edits));
      expect(after.findings.map((f) => f.id)).not.toContain('no-master');
      const [id] = two.circuits.map((c) => c.id);
      const lever = applyEdits(without(), master).ports.at(-1)!.id;
      const switched = applyEdits(round(), [
        ...master,
        set('feeds/main/switches', NONE),
        set(`circuits/${id!}/switchPortId`, setTo(lever))
      ]);
      expect(told(switched, 'no-master')).toBeUndefined();
      expect(told(round(set(`circuits/${id!}/switchPortId`, UNKNOWN)), 'no-master')).toBeUndefined();
    });

    it('a box of which one part hangs on the main path is judged by that', () => {
      const [id] = two.circuits.map((c) => c.id);
      const mixed = applyEdits(twoLamps().box, [set(`circuits/${id!}/from`, POST)]);
      expect(told(mixed, 'no-master')).toBeDefined();
      const [first] = told(mixed, 'no-master')!.remedies;
      expect(first!.label).not.toContain('all that is fed');
    });
  });

  it('in place of a lever that a plain fuse has not: the box is switched off by it', () => {
    const box = without(set('feeds/main/leverSwitches', true));
    const master = told(box, 'breaker-lever')!.remedies.find((r) => r.label.startsWith('A master switch: '))!;
    const plan = planOf(applyEdits(box, master.edits));
    expect(plan.findings.map((f) => f.id)).not.toContain('breaker-lever');
    expect(plan.wiring.main.canSwitchOff).toBe(true);
  });

  it('a switch that is there and free is taken first, by its name', () => {
    const { box } = twoLamps(set('feeds/main/leverSwitches', true), set('feeds/main/switches', AUTO));
    const b = new BoxBuilder('x');
    b.box = box;
    b.port('rotary-20', 'left', 'Red key');
    const labels = told(b.box, 'breaker-lever')!.remedies.map((r) => r.label);
    expect(labels).toContain('Red key instead');
    expect(labels.some((l) => l.startsWith('A master switch'))).toBe(false);
  });

  it('ends what drains the box on the shelf', () => {
    const b = new BoxBuilder('x');
    b.box = without();
    b.port('voltmeter-29', 'left', 'Volts');
    b.port('usb-c-pd-60', 'back', 'USB');
    const { startH } = b.box.outing;
    const box = applyEdits(b.box, [
      set('bank/disconnect', NONE),
      set('outing/durationH', 2),
      ...b.box.devices.map((d) => set(`devices/${d.id}/spans`, span(startH, startH + 2)))
    ]);
    const drain = told(box, 'quiescent-drain')!;
    const [first] = remedies(box, 'quiescent-drain');
    expect(first!.label).toMatch(/^A master switch: /);
    const cured = told(applyEdits(box, first!.edits), 'quiescent-drain');
    expect(cured?.figures.currentA ?? 0).toBeLessThan(drain.figures.currentA!);
  });
});

describe('a charger that is too strong for its way in', () => {
  const box = (() => {
    const { box: lamps } = twoLamps(set('bank/disconnect', NONE), set('charging/chargerA', setTo(5)));
    const b = new BoxBuilder('x');
    b.box = lamps;
    const inlet = b.port('inlet-sae', 'left', 'Charge');
    b.use('battery', 'battery-lfp-100', 'bank/partId').set('charging/path', setTo('inlet'));
    return { box: b.set('charging/chargerA', setTo(20)).box, inlet };
  })();

  it('is offered weaker, by what the way in bears for good', () => {
    const all = remedies(box.box, 'connector-overload');
    const rating = panelPartOf(
      box.box,
      box.box.ports.find((p) => p.id === box.inlet.portId)
    )!.ratingA!;
    expect(all.length).toBeGreaterThan(0);
    for (const r of all) {
      const plan = planOf(applyEdits(box.box, r.edits));
      const c = plan.wiring.circuits.find((k) => k.circuit.id === box.inlet.circuitId)!;
      expect(c.loadA, r.label).toBeLessThanOrEqual(rating);
    }
  });
});

describe('the lead of a battery that stands outside', () => {
  it('is offered the widest gland there is', () => {
    const { box } = twoLamps(
      set('bank/stands', 'outside'),
      set('feeds/main/lead', { lengthMm: 800, wire: setTo({ system: 'awg' as const, size: '6' }), wireCount: 1 })
    );
    const [first] = told(box, 'outside-inlet')!.remedies;
    const added = applyEdits(box, first!.edits).ports.at(-1)!;
    const glands = STARTER_CATALOGUE.flatMap((p) =>
      p.kind === 'panel' && p.role === 'gland' ? [p.flangeWidthMm] : []
    );
    const placed = STARTER_CATALOGUE.find((p) => p.id === added.partId)!;
    expect(placed.kind === 'panel' && placed.flangeWidthMm).toBe(Math.max(...glands));
  });
});
