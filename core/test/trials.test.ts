import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { applyEdits, type Edit } from '../src/box/edits.ts';
import { NONE, setTo, UNKNOWN } from '../src/box/attr.ts';
import { isCut } from '../src/wiring/joints.ts';
import { runList } from '../src/wiring/run-list.ts';
import { openCircuitV } from '../src/battery/model.ts';
import { STARTER_CATALOGUE } from '../src/catalogue/starter.ts';
import { canalNightBankBox, demoBoxes, saltmarshHideBox } from '../src/demo/boxes.ts';
import { crowdedBox } from '../src/demo/crowded.ts';
import { TrialCircuit } from '../src/trials/circuit.ts';
import { shortSources } from '../src/trials/setting.ts';
import { FaultFinder, suspects, type Answer } from '../src/trials/finder.ts';
import { paths } from '../src/trials/paths.ts';
import { darkAfter, oneShort, survey, wireShare } from '../src/trials/survey.ts';
import { countDrifts, fuseBlows, inquire, type Said } from '../src/trials/yes-no.ts';
import { trial } from '../src/trials/trial.ts';
import { finished } from '../src/work.ts';
import { evaluate } from './evaluated.ts';

const hide = saltmarshHideBox();
const canal = canalNightBankBox();
const of = (box: typeof hide) => {
  const plan = evaluate(box, STARTER_CATALOGUE);
  return { plan, circuit: new TrialCircuit(plan.wiring), sources: shortSources(plan.bank!, box.outing.airC) };
};
const set = (path: string, value: unknown): Edit => ({ op: 'set', path, value });

describe('shorts', () => {
  test('a short at a port is the battery voltage over battery, leads and contacts, by hand', () => {
    const { plan, circuit, sources } = of(canal);
    const c = plan.wiring.circuits.find(
      (x) => x.circuit.purpose === 'load' && !x.switchTag && x.portPart?.role === 'outlet'
    )!;
    const got = oneShort(circuit, { part: c.portTag, terminal: '+' }, sources.strong, 'strong');
    // every conductor and part on the way out and back in series
    const net = plan.wiring.netlist;
    const way = new Set(['battery', 'F0', 'S0', 'block', 'bus', 'shunt', c.fuseTag, c.portTag]);
    const onWay = net.conductors.filter(
      (w) =>
        w.polarity !== 'sense' &&
        way.has(w.from.part) &&
        way.has(w.to.part) &&
        (w.circuitId === null || w.circuitId === c.circuit.id)
    );
    const ohm =
      sources.strong.ohm +
      0.001 +
      onWay.reduce((s, w) => s + Math.max(1e-6, w.milliOhm / 1000), 0) +
      net.parts
        .filter((p) => way.has(p.id) && p.terminals.length === 2 && p.kind !== 'battery' && p.kind !== 'port')
        .reduce((s, p) => s + Math.max(1e-6, p.throughMilliOhm / 1000), 0);
    expect(got.currentA).toBeCloseTo(sources.strong.volts / ohm, 3);
    expect(got.opens?.partId).toBe(c.fuseTag);
    expect(got.dark).toEqual([c.portTag]);
  });

  test('in the demo boxes that hold no single short burns a wire; the wrong fuse of the hide box shows', () => {
    for (const box of demoBoxes()) {
      const { plan, circuit } = of(box);
      const rows = finished(survey(circuit, plan.bank!, box.outing.airC));
      expect(rows.length).toBeGreaterThan(15);
      for (const r of rows) {
        expect(Number.isFinite(r.currentA) && r.currentA > 0, r.where).toBe(true);
        if (r.opens) expect(r.opens.minS).toBeLessThanOrEqual(r.opens.maxS);
      }
      if (box.name === canal.name) expect(rows.filter((r) => !r.holds && r.opens).map((r) => r.where)).toEqual([]);
    }
  });

  test('with no branch fuse the main one is left, and a thin wire is found out', () => {
    const charge = canal.circuits.find((c) => c.purpose === 'load')!;
    const bare = applyEdits(canal, [
      set(`circuits/${charge.id}/fuse`, NONE),
      set(`circuits/${charge.id}/wire`, setTo({ system: 'awg', size: '22' }))
    ]);
    const { plan, circuit } = of(bare);
    const tag = plan.wiring.circuits.find((c) => c.circuit.id === charge.id)!.portTag;
    const rows = finished(survey(circuit, plan.bank!, 6)).filter((r) => r.at.part === tag);
    expect(rows.some((r) => !r.holds)).toBe(true);
    expect(rows.every((r) => r.opens === undefined || r.opens.partId === 'F0')).toBe(true);
  });

  test('what a wire stands: steady under its ampacity, soaking up in seconds, never less for longer', () => {
    const wire = { ampacityA: 10, k2s2: 10_000, insulationC: 75, ambientC: 30 };
    expect(wireShare(5, Infinity, wire)).toBe(0.5);
    expect(wireShare(100, 1, wire)).toBe(1);
    expect(wireShare(20, Infinity, wire)).toBe(2);
    fc.assert(
      fc.property(
        fc.double({ min: 11, max: 60, noNaN: true }),
        fc.double({ min: 6, max: 1000, noNaN: true }),
        fc.double({ min: 1.01, max: 5, noNaN: true }),
        (amps, s, more) => {
          expect(wireShare(amps, s * more, wire)).toBeGreaterThanOrEqual(wireShare(amps, s, wire) - 1e-9);
          expect(wireShare(amps * 1.1, s, wire)).toBeGreaterThan(wireShare(amps, s, wire));
        }
      ),
      { seed: 7 }
    );
  });
});

describe('other trials', () => {
  const { plan, circuit, sources } = of(hide);
  const usual = { volts: openCircuitV('lfp', 0.7), ohm: 0.02 };
  test('a blown branch fuse darkens its port only; the main one everything behind it', () => {
    const first = plan.wiring.circuits[0]!;
    const branch = trial(circuit, { usual, ...sources }, { kind: 'blown', partId: first.fuseTag });
    expect(branch.say.join(' ')).toContain(`Dark: ${first.portTag}.`);
    expect(darkAfter(circuit, 'F0').length).toBe(plan.wiring.netlist.parts.filter((p) => p.kind === 'port').length);
  });
  test('a bad joint takes voltage away and gets warm', () => {
    const wire = plan.wiring.netlist.conductors.find((c) => c.to.part === 'P5' || c.from.part === 'P5')!;
    const out = trial(circuit, { usual, ...sources }, { kind: 'corroded', conductorId: wire.id, ohm: 2 });
    const before = circuit.read(usual, undefined);
    expect(out.plugs.find((p) => p.tag === 'P5')!.volts).toBeLessThan(before.plugV.get('P5')! - 0.1);
    expect(out.say.join(' ')).toMatch(/gives off \d/);
  });
  test('a return past the shunt is missed by the meter, by just its current', () => {
    const first = plan.wiring.circuits[0]!;
    const back = plan.wiring.netlist.conductors.find((c) => c.from.part === first.portTag && c.to.part === 'bus')!;
    const before = trial(circuit, { usual, ...sources }, { kind: 'corroded', conductorId: back.id, ohm: 1e-9 });
    const out = trial(circuit, { usual, ...sources }, { kind: 'shunt-bypassed', conductorId: back.id });
    expect(before.meterA! - out.meterA!).toBeCloseTo(first.loadA, 1);
  });
});

describe('fault finder', () => {
  const { circuit } = of(hide);
  const finder = new FaultFinder(circuit, { volts: 13.2, ohm: 0.02 });
  const all = suspects(circuit);

  test.each(all.map((s) => [s.name, s] as const))(
    '%s is found, each measurement halving what is left',
    (_, culprit) => {
      const seen = finder.seenWith(culprit.id);
      const answers: Answer[] = [];
      let step = finder.step(seen, answers);
      expect(step.left.map((s) => s.id)).toContain(culprit.id);
      for (let i = 0; step.next && i < 12; i++) {
        const before = step.left.length;
        answers.push({ probe: step.next.probe, level: finder.shows(culprit.id, step.next.probe) });
        step = finder.step(seen, answers);
        expect(step.left.length).toBeLessThan(before);
        expect(step.left.map((s) => s.id)).toContain(culprit.id);
      }
      expect(step.next).toBeUndefined();
      expect(answers.length).toBeLessThanOrEqual(8);
    }
  );

  test('what cannot be is said so', () => {
    const works = finder.seenWith(all[0]!.id).map((s) => ({ ...s, level: 'low' as const }));
    expect(finder.step(works, []).left.length).toBeLessThan(all.length);
  });
});

describe('path by path', () => {
  test('every circuit of the demo boxes has its row; the hide box’s wrong fuse is a stop', () => {
    for (const box of [...demoBoxes(), crowdedBox(24)]) {
      const rows = paths(box, evaluate(box, STARTER_CATALOGUE));
      const packs = box.bank.count;
      for (const c of box.circuits) expect(rows.filter((r) => r.circuitId === c.id)).toHaveLength(packs);
    }
    const rows = paths(hide, of(hide).plan);
    expect(rows.filter((r) => r.state === 'stop').map((r) => r.say)).toEqual(['F5 is too big for its wire']);
    expect(paths(canal, of(canal).plan).every((r) => r.state === 'holds')).toBe(true);
  });
  test('no fuse and unknown fuse are told apart', () => {
    const id = canal.circuits[0]!.id;
    const say = (fuse: unknown) =>
      paths(
        applyEdits(canal, [set(`circuits/${id}/fuse`, fuse)]),
        of(applyEdits(canal, [set(`circuits/${id}/fuse`, fuse)])).plan
      )[0]!;
    expect(say(UNKNOWN).unknown).toContain('branch fuse');
    expect(say(NONE).protection).toContain('no branch fuse');
  });
});

test('run list: every lead once, both its ends crimped, lengths never shorter than planned', () => {
  for (const box of demoBoxes()) {
    const { wiring } = evaluate(box, STARTER_CATALOGUE);
    const list = runList(box, wiring.netlist);
    const cut = wiring.netlist.conductors.filter((c) => isCut(wiring.netlist, c));
    expect(list.runs.length).toBe(cut.length);
    list.runs.forEach((r, i) => expect(r.lengthMm).toBeGreaterThanOrEqual(cut[i]!.lengthMm));
    const wires = cut.reduce((s, c) => s + c.count, 0);
    expect(list.terminals.reduce((s, t) => s + t.count, 0)).toBe(2 * wires);
    expect(list.sleeves.reduce((s, t) => s + t.count, 0)).toBe(2 * wires);
  }
});

test('only what lies before the first fuse counts as beyond protection', () => {
  const { plan, circuit } = of(canal);
  const rows = finished(survey(circuit, plan.bank!, 6));
  expect([...new Set(rows.filter((r) => r.unprotected).map((r) => r.where))]).toEqual([
    'at the battery posts',
    'before F0'
  ]);
  expect(rows.filter((r) => !r.unprotected && !r.holds)).toEqual([]);
});

describe('faults that show in time', () => {
  const { plan, circuit } = of(hide);
  const source = { volts: 13.2, ohm: 0.02 };
  const inquiries = [
    ...plan.wiring.circuits.map((c) => [`${c.fuseTag} blows`, fuseBlows(plan.wiring, c.circuit.id)!] as const),
    ['count drifts', countDrifts(circuit, source)] as const
  ];
  test.each(inquiries)('%s: honest answers lead to each suspect', (_, inquiry) => {
    for (const culprit of inquiry.doubts) {
      const said: Said[] = [];
      let now = inquire(inquiry, said);
      for (let i = 0; now.next && i < 12; i++) {
        said.push({ questionId: now.next.id, yes: now.next.yes.has(culprit.id) });
        const before = now.left.length;
        now = inquire(inquiry, said);
        expect(now.left.length).toBeLessThan(before);
      }
      expect(now.left.map((d) => d.id)).toEqual([culprit.id]);
    }
  });
  test('no such circuit, no inquiry', () => {
    expect(fuseBlows(plan.wiring, 'c99')).toBeUndefined();
  });
});
