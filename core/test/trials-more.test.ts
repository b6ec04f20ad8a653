import { describe, expect, test } from 'vitest';
import { openCircuitV, sagMilliOhm } from '../src/battery/model.ts';
import { AUTO, NONE, setTo } from '../src/box/attr.ts';
import { applyEdits, type Edit } from '../src/box/edits.ts';
import { type Box } from '../src/box/schema.ts';
import { faceSizeMm, onWall } from '../src/case/faces.ts';
import { FACES } from '../src/catalogue/faces.ts';
import { STARTER_CATALOGUE } from '../src/catalogue/starter.ts';
import { canalNightBankBox, demoBoxes, saltmarshHideBox } from '../src/demo/boxes.ts';
import { jettyNetBox, moorCameraPost } from '../src/demo/wired.ts';
import { onFace } from '../src/wiring/lead-ways.ts';
import { faultChoices } from '../src/trials/choices.ts';
import { TrialCircuit } from '../src/trials/circuit.ts';
import { conductorFacts, follow, partFacts } from '../src/trials/facts.ts';
import { FaultFinder, suspects, type Answer } from '../src/trials/finder.ts';
import { liveView } from '../src/trials/live.ts';
import { pushesAt, thrownOn } from '../src/trials/pushes.ts';
import { chargingTogether, joinedPack, reversedLead, stuckRelay } from '../src/trials/scenarios.ts';
import { ALL_ON, shortSources, usualSource, type Setting } from '../src/trials/setting.ts';
import { darkAfter, survey } from '../src/trials/survey.ts';
import { trial } from '../src/trials/trial.ts';
import { finished } from '../src/work.ts';
import { evaluate } from './evaluated.ts';

const set = (path: string, value: unknown): Edit => ({ op: 'set', path, value });
const change = (box: Box, ...edits: Edit[]): Box => applyEdits(box, edits);
const hide = saltmarshHideBox();
const canal = canalNightBankBox();
const moor = moorCameraPost();
const of = (box: Box) => {
  const plan = evaluate(box, STARTER_CATALOGUE);
  const bank = plan.bank!;
  return {
    plan,
    circuit: new TrialCircuit(plan.wiring),
    bank,
    sources: { ...shortSources(bank, box.outing.airC), usual: usualSource(bank, 20) }
  };
};
const tagOf = (box: Box, port: string) => {
  const { plan } = of(box);
  const id = box.ports.find((p) => p.name === port)!.id;
  return plan.wiring.circuits.find((c) => c.circuit.portId === id)!.portTag;
};
const off = (...ids: string[]): Setting => ({ off: new Set(ids), unplugged: new Set() });

describe('live or dead', () => {
  const x = of(moor);
  const view = (setting: Setting, box = x) => liveView(box.circuit, box.sources.usual, setting, box.bank.ratedAh);
  const live = (setting: Setting) =>
    view(setting)
      .ports.filter((p) => p.live)
      .map((p) => p.feeds);

  test('master off leaves what is ahead of it; the kill switch lets the relay go', () => {
    expect(live(ALL_ON)).toEqual(['Moor camera', 'Tag receiver', 'Window heater', 'Meter', 'Charge inlet']);
    expect(live(off('S0'))).toEqual(['Tag receiver', 'Charge inlet']);
    expect(live(off('S1'))).toEqual(['Tag receiver', 'Charge inlet']);
    expect(view(off('S1')).pulledIn.size).toBe(0);
    expect(view(off('S1')).ports.find((p) => p.feeds === 'Moor camera')!.because).toBe('K1 is open');
    expect(view(off('S0')).ports.find((p) => p.feeds === 'Meter')!.because).toBe('S0 is off');
  });
  test('a pulled main fuse leaves only what hangs straight on the battery, and its own fuse takes that', () => {
    expect(live(off('F0'))).toEqual(['Tag receiver']);
    const own = x.plan.wiring.circuits.find((c) => c.live === 'direct')!.fuseTag;
    expect(live(off('F0', own))).toEqual([]);
    expect(view(off(own)).ports.find((p) => p.feeds === 'Tag receiver')!.because).toBe(`${own} is out`);
  });
  test('drains are the coil and the meter, by hand, and the days follow', () => {
    const now = view(ALL_ON);
    const meter = x.plan.wiring.circuits.find((c) => c.portPart?.role === 'meter')!.portPart!.quiescentA;
    expect(now.drainA).toBeCloseTo(0.14 + meter, 9);
    expect(now.daysToFlat!).toBeCloseTo(x.bank.ratedAh / (0.14 + meter) / 24, 6);
    expect(view(off('S1')).drains).toEqual([]);
    expect(view(off('S1')).daysToFlat).toBeUndefined();
  });
  test('the changeover: one battery gives all, the other nothing; off is dead; a battery out is out', () => {
    const at = (changeover: string, packsOut: string[] = []) =>
      x.circuit.read(x.sources.usual, undefined, { ...ALL_ON, changeover, packsOut: new Set(packsOut) });
    const one = at('1');
    expect(one.packA.get('battery-1')!).toBeGreaterThan(0.5);
    expect(Math.abs(one.packA.get('battery-2')!)).toBeLessThan(1e-4);
    expect(at('2').packA.get('battery-2')!).toBeCloseTo(one.packA.get('battery-1')!, 2);
    expect([...at('off').plugV.values()].every((v) => Math.abs(v) < 0.1)).toBe(true);
    expect([...at('1', ['battery-1']).plugV.values()].every((v) => Math.abs(v) < 0.1)).toBe(true);
    const both = at('both');
    expect(both.packA.get('battery-1')!).toBeCloseTo(both.packA.get('battery-2')!, 3);
  });
  test('a relay that opens when fed stands closed at rest, and its open contacts are told', () => {
    const relay = { ...moor.relays[0]!, contact: 'break' as const };
    const y = of(change(moor, set('relays', [relay])));
    const fed = liveView(y.circuit, y.sources.usual, ALL_ON, 40);
    expect([...fed.openRelays]).toEqual(['K1']);
    expect(fed.ports.find((p) => p.feeds === 'Moor camera')!.live).toBe(false);
    const rest = liveView(y.circuit, y.sources.usual, off('S1'), 40);
    expect([...rest.openRelays]).toEqual([]);
    expect(rest.ports.find((p) => p.feeds === 'Moor camera')!.live).toBe(true);
    expect([...view(off('S1')).openRelays]).toEqual(['K1']);
  });
  test('the standing current of the test sheet is what drains with the box off', () => {
    const bare = of(change(canal, set('feeds/main/switches', NONE)));
    const sheet = bare.plan.bench.tests.find((t) => t.id === 'standing')!;
    const drains = liveView(bare.circuit, bare.sources.usual, ALL_ON, 35).drainA;
    expect(drains).toBeGreaterThan(0);
    expect(Number(sheet.expected)).toBe(Math.round(drains * 1000));
  });
  test('a return to the battery post is live but not metered', () => {
    const y = of(change(hide, set('circuits/c1/returnTo', 'battery')));
    const now = liveView(y.circuit, y.sources.usual, ALL_ON, 20);
    expect(now.ports.filter((p) => !p.metered).map((p) => p.tag)).toEqual([y.plan.wiring.circuits[0]!.portTag]);
    const sum = y.plan.wiring.circuits.filter((c) => c.circuit.purpose === 'load').reduce((s, c) => s + c.loadA, 0);
    expect(now.batteryA).toBeCloseTo(sum, 2);
    expect(now.meterA!).toBeCloseTo(sum - y.plan.wiring.circuits[0]!.loadA, 2);
  });
});

describe('trials of more than one kind', () => {
  test('a stuck relay keeps its ports live with the kill switch off', () => {
    const { circuit, sources } = of(moor);
    const out = stuckRelay(circuit, sources.usual, 'K1');
    expect(out.state).toBe('stop');
    expect(out.say.join()).toContain('S1 is off');
    expect(out.say.join()).toMatch(/Still live: .*P1/);
  });
  test('a reversed lead shows its volts with the sign turned; keyed plugs are told apart', () => {
    const { circuit, sources } = of(canal);
    const out = reversedLead(circuit, sources, 'P1');
    expect(out.plugs.find((p) => p.tag === 'P1')!.volts).toBeLessThan(-11);
    expect(out.plugs.find((p) => p.tag === 'P2')!.volts).toBeGreaterThan(11);
    expect(out.say.join()).toContain('F1 opens after');
    const loose = change(canal, set(`parts/circular-12`, { ...canal.parts['circular-12'], keyed: false }));
    const y = of(loose);
    expect(reversedLead(y.circuit, y.sources, 'P1').state).toBe('stop');
  });
  test('two packs joined at different charge: the flow is the step over both resistances and the way between, by hand', () => {
    const box = change(canal, set('bank/count', 2), set('bank/takeOff', 'bus'));
    const { circuit, bank, plan } = of(box);
    const out = joinedPack(circuit, bank, 6, { rest: 1, last: 0.2 })!;
    const stepV = openCircuitV('agm', 1) - openCircuitV('agm', 0.2);
    const packOhm = sagMilliOhm('agm', bank.part.capacityAh, 6, 0.2) / 1000;
    const net = plan.wiring.netlist;
    const between = net.conductors.filter((c) => c.id.startsWith('battery-')).reduce((s, c) => s + c.milliOhm, 0);
    const fuses = net.parts.filter((p) => p.id.startsWith('FP')).reduce((s, p) => s + p.throughMilliOhm, 0);
    const byHand = stepV / (2 * packOhm + (between + fuses) / 1000);
    expect(out.say[0]).toContain(`${byHand.toFixed(1)} A flow`);
    expect(joinedPack(of(canal).circuit, bank, 6, { rest: 1, last: 0.5 })).toBeUndefined();
    expect(joinedPack(circuit, bank, 6, { rest: 0.6, last: 0.6 })!.state).toBe('holds');
  });
  test('charger and sun at once: both currents add in the battery and the meter counts them backwards', () => {
    const x = of(moor);
    const { sources } = x.plan.judge;
    const amps = (id: string) => sources.find((k) => k.id === id)!.currentA!;
    const sum = amps('charger') + amps('sun');
    expect(amps('sun')).toBeCloseTo((0.95 * 30) / sources.find((k) => k.id === 'sun')!.volts!, 9);
    const out = chargingTogether(x.circuit, x.bank, x.sources.usual, sources)!;
    const into = Number(/^([\d.]+) A go/.exec(out.say[0]!)![1]);
    expect(into).toBeGreaterThan(0.75 * sum);
    expect(into).toBeLessThanOrEqual(sum + 0.1);
    expect(out.meterA!).toBeLessThan(-0.5 * into);
    const jetty = of(jettyNetBox());
    // it has no inlet: its charger is plugged into an outlet, and that is where it pushes
    const through = chargingTogether(jetty.circuit, jetty.bank, jetty.sources.usual, jetty.plan.judge.sources)!;
    expect(through.say.join(' ')).toMatch(/^2\.0 A go .* The charger is alone in this drawing\.$/);
    expect(chargingTogether(jetty.circuit, jetty.bank, jetty.sources.usual, [])).toBeUndefined();
  });
  test('chargers that live in the box push their own current, and are not taken for the sun', () => {
    const builtIn = [3, 2].map((a, i) => ({
      id: `b${i}`,
      name: `Charger ${i}`,
      currentA: setTo(a),
      voltageV: AUTO,
      fuse: AUTO,
      from: AUTO,
      input: 'dc' as const,
      lidShut: 'yes' as const
    }));
    const x = of(change(moor, set('charging/builtIn', builtIn)));
    const { sources } = x.plan.judge;
    const circuits = x.plan.wiring.circuits;
    expect(pushesAt(sources, circuits, x.bank).get('CG1')!.currentA).toBe(3);
    const thrown = thrownOn(sources, circuits, x.bank, ['CG2', 'SC', 'P1']);
    expect([...thrown.keys()]).toEqual(['CG2', 'SC']);
    expect(thrown.get('CG2')!.currentA).toBe(2);
    const into = (y: typeof x) =>
      Number(
        /^([\d.]+) A go/.exec(chargingTogether(y.circuit, y.bank, y.sources.usual, y.plan.judge.sources)!.say[0]!)![1]
      );
    expect(into(x) - into(of(moor))).toBeCloseTo(5, 0);
  });
  test('what the label lets in limits the trial as it limits the finding', () => {
    const x = of(moor);
    const gentle = { ...x.bank.part, id: 'gentle', maxChargeA: 1 };
    const y = of(change(moor, set('parts/gentle', gentle), set('bank/partId', 'gentle')));
    const out = chargingTogether(y.circuit, y.bank, y.sources.usual, y.plan.judge.sources)!;
    expect(out.say[0]).toContain(`${y.bank.count}.0 A the most it bears`);
    expect(out.state).toBe('stop');
    expect(y.plan.findings.find((f) => f.id === 'charge-current')!.severity).toBe('stop');
  });
  test('an inlet nobody describes a source for takes the charger; nothing pushes without one', () => {
    const x = of(hide);
    const inlet = x.plan.wiring.circuits.find((c) => c.circuit.purpose === 'charge')!.portTag;
    const { sources } = x.plan.judge;
    const charger = sources.find((k) => k.id === 'charger')!;
    const elsewhere = [{ ...charger, portId: undefined }];
    expect(thrownOn(elsewhere, x.plan.wiring.circuits, x.bank, [inlet]).get(inlet)!.currentA).toBe(charger.currentA);
    expect(thrownOn([], x.plan.wiring.circuits, x.bank, [inlet]).size).toBe(0);
  });
  test('every place of every kind gives sentences and finite meters, on every demo box', () => {
    for (const box of demoBoxes()) {
      const { circuit, sources } = of(box);
      for (const kind of [
        'short',
        'open',
        'corroded',
        'blown',
        'dead-part',
        'stuck',
        'reversed',
        'shunt-bypassed'
      ] as const)
        for (const c of faultChoices(circuit, kind)) {
          const out = trial(circuit, sources, c.fault);
          expect(out.say.length, `${box.name} ${c.word}`).toBeGreaterThan(0);
          expect(Number.isFinite(out.panelV)).toBe(true);
          expect(out.plugs.every((p) => Number.isFinite(p.volts))).toBe(true);
        }
    }
  });
  test('a coil’s fuse takes its relay along: dark are the ports behind its contacts', () => {
    const { circuit, plan } = of(moor);
    const behind = plan.wiring.circuits.filter((c) => c.live === 'master').map((c) => c.portTag);
    expect(darkAfter(circuit, 'FK1').sort()).toEqual(behind.sort());
    expect(darkAfter(circuit, 'F0')).not.toContain(tagOf(moor, 'Receiver'));
  });
});

describe('the survey on other kinds of box', () => {
  test('in the moor post no short behind a fuse burns a wire, from either battery', () => {
    const { circuit, bank } = of(moor);
    const rows = finished(survey(circuit, bank, 3));
    expect(rows.filter((r) => !r.unprotected && !r.holds).map((r) => r.where)).toEqual([]);
    expect(rows.some((r) => r.opens?.partId === 'FS')).toBe(true);
    expect(rows.some((r) => r.opens?.partId === 'FK1')).toBe(true);
  });
  test('in a chain under one fuse a short at its end opens that fuse and darkens all of it', () => {
    const { circuit, bank, plan } = of(change(canal, set('feeds/main/ends', 'chain')));
    const end = plan.wiring.circuits.at(-1)!;
    const rows = finished(survey(circuit, bank, 6)).filter((r) => r.at.part === end.portTag && r.battery === 'strong');
    expect(rows[0]!.opens!.partId).toBe('F1');
    expect(rows[0]!.dark.sort()).toEqual(plan.wiring.circuits.map((c) => c.portTag).sort());
  });
  test('without pack fuses a short in one pack’s lead is fed by the other, and nothing opens', () => {
    const fused = of(change(hide, set('bank/count', 2)));
    const bare = of(change(hide, set('bank/count', 2), set('bank/packFuse', NONE)));
    const at = { part: 'join+', terminal: '+' };
    const of1 = (x: ReturnType<typeof of>) =>
      finished(survey(x.circuit, x.bank, 4)).find((r) => r.at.part === at.part && r.battery === 'strong')!;
    expect(of1(fused).opens).toBeDefined();
    expect(of1(bare).opens).toBeUndefined();
    expect(of1(bare).unprotected).toBe(true);
  });
});

describe('facts of what is pressed', () => {
  test('a way goes out and back to the bank and falls in voltage all along', () => {
    for (const box of [hide, moor, jettyNetBox()]) {
      const { plan, circuit, sources } = of(box);
      const reading = circuit.read(sources.usual);
      for (const c of plan.wiring.circuits.filter((k) => k.circuit.purpose === 'load')) {
        const way = follow(plan.wiring, reading, c.portTag)!;
        const volts = way.stations.map((s) => s.volts!);
        expect(way.stations[0]!.word).toMatch(/^battery/);
        expect(way.stations.at(-1)!.word).toMatch(/^(battery|join)/);
        volts.forEach((v, i) => i > 0 && expect(v).toBeLessThanOrEqual(volts[i - 1]! + 1e-6));
      }
    }
  });
  test('each lead says what opens for it', () => {
    const { plan, circuit, sources } = of(moor);
    const reading = circuit.read(sources.usual);
    const opens = (id: string) =>
      conductorFacts(plan.wiring, reading, id, 'mm')!.facts.find((f) => f.name === 'Opens for it')!.value;
    expect(opens('c1/feed')).toBe('F1 3 A');
    expect(opens('c1/return')).toBe('F1 3 A');
    expect(opens('main/block')).toBe('F0 30 A');
    expect(opens('k1/coil')).toBe('FK1 2 A');
    expect(opens('c4/sense+')).toBe('FM1+ 1 A');
    expect(opens('main/fuse')).toBe('FP1 30 A');
    expect(conductorFacts(plan.wiring, reading, 'c99/feed', 'mm')).toBeUndefined();
  });
});

test('each part says what it is, what runs through it and the volts at its terminals', () => {
  const { plan, circuit, sources } = of(moor);
  const reading = circuit.read(sources.usual);
  for (const p of plan.wiring.netlist.parts) {
    const { facts } = partFacts(plan.wiring, reading, p.id)!;
    expect(facts[0]!.value.length).toBeGreaterThan(2);
    expect(facts.filter((f) => f.name.startsWith('At ')).length).toBe(p.terminals.length);
  }
  const fact = (id: string, name: string) =>
    partFacts(plan.wiring, reading, id)!.facts.find((f) => f.name === name)?.value;
  expect(fact('F0', 'Rated')).toBe('30 A');
  expect(fact('K1', 'Coil')).toBe('86 ohm, pulled in');
  expect(fact('battery-2', 'Carries at the hungriest')).toBe('0.00 A');
  expect(partFacts(plan.wiring, reading, 'X9')).toBeUndefined();
});

test('a seeded fault is found in a chain, and in a box with relay and changeover', () => {
  for (const box of [change(canal, set('feeds/main/ends', 'chain')), moor]) {
    const { circuit, sources } = of(box);
    const finder = new FaultFinder(circuit, sources.usual);
    let named = 0;
    const all = suspects(circuit).filter((s) => finder.seenWith(s.id).some((p) => p.level !== 'full'));
    for (const s of all) {
      const seen = finder.seenWith(s.id);
      const answers: Answer[] = [];
      let step = finder.step(seen, answers);
      for (let i = 0; step.next && i < 12; i++) {
        answers.push({ probe: step.next.probe, level: finder.shows(s.id, step.next.probe) });
        step = finder.step(seen, answers);
      }
      expect(step.left.map((l) => l.id)).toContain(s.id);
      expect(answers.length).toBeLessThanOrEqual(7);
      if (step.left.length === 1) named++;
    }
    expect(named).toBeGreaterThan(0.6 * all.length);
  }
});

describe('where a lead lies', () => {
  test('a point of a face is found again from its place in the case', () => {
    const { part } = evaluate(hide, STARTER_CATALOGUE).fit!;
    const straight = { ...part, floorLengthMm: part.rimLengthMm, floorWidthMm: part.rimWidthMm };
    for (const face of FACES) {
      const size = faceSizeMm(straight, face);
      const at = { xMm: size.widthMm * 0.3, yMm: size.heightMm * 0.6 };
      const back = onFace(straight, face, onWall(straight, face, at.xMm, at.yMm));
      expect(back.xMm).toBeCloseTo(at.xMm, 9);
      expect(back.yMm).toBeCloseTo(at.yMm, 9);
    }
  });
});
