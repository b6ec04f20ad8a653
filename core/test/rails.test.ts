import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { railIdea } from '../src/advise/rail.ts';
import { NONE, setTo } from '../src/box/attr.ts';
import { applyEdits, type Edit } from '../src/box/edits.ts';
import { addRailEdits } from '../src/box/rail-edits.ts';
import { removalOf } from '../src/box/removal.ts';
import { boxSchema, type Box } from '../src/box/schema.ts';
import { STARTER_CATALOGUE } from '../src/catalogue/starter.ts';
import { starter } from '../src/demo/builder.ts';
import type { Plan } from '../src/evaluate.ts';
import { portLabels } from '../src/bench/labels.ts';
import { paths } from '../src/trials/paths.ts';
import { TrialCircuit } from '../src/trials/circuit.ts';
import { ALL_ON, shortSources, usualSource } from '../src/trials/setting.ts';
import { oneShort } from '../src/trials/survey.ts';
import { trial as tryFault } from '../src/trials/trial.ts';
import { schematic } from '../src/schematic/layout.ts';
import { liveView } from '../src/trials/live.ts';
import { railInputW } from '../src/wiring/rails.ts';
import { standbyDraws } from '../src/wiring/standby.ts';
import { report, reportText } from '../src/exchange/report.ts';
import { spiceNetlist } from '../src/exchange/spice.ts';
import { CAMERA_W, railBox } from './rail-box.ts';
import { evaluate } from './evaluated.ts';

const set = (path: string, value: unknown): Edit => ({ op: 'set', path, value });
const box = railBox();
const change = (...edits: Edit[]): Box => {
  const after = applyEdits(box, edits);
  expect(boxSchema.safeParse(after).error?.issues ?? []).toEqual([]);
  return after;
};
const planOf = (b: Box): Plan => evaluate(b, STARTER_CATALOGUE);
const found = (b: Box, id: string) => planOf(b).findings.filter((f) => f.id === id);
const camera = (b: Box, n = 1) => b.devices.find((d) => d.name === `Camera ${n}`)!;
const circuitOf = (b: Box, name: string) =>
  b.circuits.find((c) => c.portId === b.ports.find((p) => p.name === name)!.id)!;
const feed = box.feeds[1]!;
const plan = planOf(box);
const planAt = (name: string, p: Plan = plan) =>
  p.wiring.circuits.find((c) => c.circuit.id === circuitOf(box, name).id)!;
const railFeed = (p: Plan = plan) => p.wiring.feeds[0]!;
/** Electrical reference 7, 12 V buck-boost 60 W: P0 0.25, k1 0.05, k2 0.05. */
const inputW = (outW: number): number => 0.25 + 1.05 * outW + (0.05 * outW ** 2) / 60;

describe('a voltage that several ports share', () => {
  test('the box holds: nothing stops it, and its file is read again as it is', () => {
    expect(plan.findings.filter((f) => f.severity === 'stop').map((f) => f.title)).toEqual([]);
    expect(boxSchema.parse(JSON.parse(JSON.stringify(box)))).toEqual(box);
  });

  test('behind the converter flow the amps of its own volts, ahead of it what it takes with its losses', () => {
    expect(planAt('Camera 1').loadA).toBeCloseTo(CAMERA_W / 7.4, 9);
    const lowV = plan.wiring.lowV;
    expect(railFeed().carriesA).toBeCloseTo(inputW(3 * CAMERA_W) / lowV, 9);
    expect(planAt('Lamp').rail).toBeUndefined();
    expect(railInputW(railFeed().gives!, 18)).toBeCloseTo(inputW(18), 12);
  });

  test('the devices share its losses, and what it draws with nothing on it is the box’s own', () => {
    const cameras = plan.demand.devices.filter((d) => d.shared);
    expect(cameras).toHaveLength(3);
    const together = cameras.reduce((s, d) => s + d.meanW, 0);
    expect(together + 0.25).toBeCloseTo(inputW(18), 9);
    expect(plan.demand.box.standing).toContainEqual(expect.objectContaining({ portId: feed.id, currentA: 0.25 / 12 }));
  });

  test('each lead loses its share of the rail’s volts, not of 12', () => {
    const c = planAt('Camera 2');
    expect(c.dropFraction).toBeCloseTo(c.dropV / 7.4, 12);
    expect(c.plugV).toBeCloseTo(7.4 - c.dropV, 12);
    expect(c.dropFraction).toBeLessThanOrEqual(c.dropLimitFraction);
  });

  test('a solved circuit agrees: volts at the plugs, amps of the battery', () => {
    const trial = new TrialCircuit(plan.wiring);
    const r = trial.read(usualSource(plan.bank!, 20));
    expect(r.overloaded).toBe(false);
    expect(r.railA.get('VA')!).toBeCloseTo((3 * CAMERA_W) / 7.4, 4);
    for (const n of [1, 2, 3])
      expect(r.plugV.get(planAt(`Camera ${n}`).portTag)!).toBeCloseTo(planAt(`Camera ${n}`).plugV, 2);
    const inV = r.voltsAt({ part: 'VA', terminal: 'in +' })! - r.voltsAt({ part: 'VA', terminal: 'in −' })!;
    const lamp = planAt('Lamp').loadA;
    expect(r.batteryA).toBeCloseTo(inputW(18) / inV + lamp, 2);
  });

  test('its converter, leads and fuses are bought, stand in the box and are told on the labels', () => {
    expect(plan.kit.lines.map((l) => l.name)).toContain(starter('body', 'body-step-down-60').name);
    expect(plan.fit!.bodies.map((b) => b.id)).toContain(`converter-${feed.id}`);
    expect(portLabels(box, plan.panel!, plan.wiring)[0]!.detail).toContain('7.4 V');
    const gone = applyEdits(box, removalOf(box, [{ kind: 'body', id: `converter-${feed.id}` }]));
    expect(gone.feeds[1]!.converter).toEqual({ outV: 7.4, partId: null, ratedW: null });
  });

  test('the written report says at which volts its amps flow', () => {
    const cameras = report(box, plan).circuits.filter((c) => c.sharedV !== undefined);
    expect(cameras.map((c) => [c.sharedV, c.port])).toEqual(['P1', 'P2', 'P3'].map((port) => [7.4, port]));
    expect(reportText(box, plan)).toMatch(/C1 P1 Camera 1: 2 A, 18 AWG, [\d.]+ m, 0\.81 A at 7\.4 V/);
    expect(reportText(box, plan)).toMatch(/Lamp: .* A, 0\.\d+ V lost/);
  });

  test('it is drawn with its volts, and everything in the drawing can be traced', () => {
    const drawing = schematic(plan.wiring, { widthPx: 1100, lengthUnit: 'mm' });
    const said = drawing.shapes.flatMap((s) => (s.t === 'text' ? [s.text] : []));
    expect(said).toEqual(expect.arrayContaining(['VA', '7.4 V']));
  });
});

describe('what a short does behind a converter', () => {
  const trial = new TrialCircuit(plan.wiring);
  const sources = shortSources(plan.bank!, 6);
  const shortAt = (part: string, terminal: string, c = trial) =>
    oneShort(c, { part, terminal }, sources.strong, 'strong');

  test('it drives its limit and no more, whatever the battery gives; a fuse behind it opens, and no wire burns', () => {
    const limitA = (1.5 * 60) / 7.4;
    const joint = shortAt('JA', '+');
    expect(joint.currentA).toBeCloseTo(limitA, 6);
    expect(joint).toMatchObject({ limitedBy: 'VA', unprotected: false, holds: true, opens: undefined });
    const plug = shortAt(planAt('Camera 1').portTag, '+');
    expect(plug.opens?.partId).toBe(planAt('Camera 1').fuseTag);
    expect(plug.dark).toEqual([planAt('Camera 1').portTag]);
  });

  test('ahead of it the battery’s full current flows and the feed’s fuse opens: all its ports go dark', () => {
    const ahead = shortAt('VA', 'in +');
    expect(ahead.currentA).toBeGreaterThan(100);
    expect(ahead.opens?.partId).toBe('FA');
    expect(ahead.dark).toEqual([1, 2, 3].map((n) => planAt(`Camera ${n}`).portTag));
  });

  test('the trial says so in words', () => {
    const usual = usualSource(plan.bank!, 20);
    const said = tryFault(trial, { usual, ...sources }, { kind: 'short', at: { part: 'JA', terminal: '+' } }, ALL_ON);
    expect(said.state).toBe('holds');
    expect(said.say.join(' ')).toMatch(/VA drives 12\.2 A at most.*the converter holds back/);
  });

  test('pulled, the feed’s fuse takes every camera off and leaves the lamp', () => {
    const r = trial.read(usualSource(plan.bank!, 20), undefined, { off: new Set(['FA']), unplugged: new Set() });
    expect(r.plugV.get(planAt('Camera 1').portTag)!).toBeLessThan(0.1);
    expect(r.plugV.get(planAt('Lamp').portTag)!).toBeGreaterThan(12);
    expect(r.railA.get('VA')).toBe(0);
  });

  test('a thin wire without a fuse of its own is a stop, a fuse cures it; its return must bear the limit, too', () => {
    const { id } = circuitOf(box, 'Camera 1');
    const thin = change(
      set(`circuits/${id}/fuse`, NONE),
      set(`circuits/${id}/wire`, setTo({ system: 'awg', size: '22' }))
    );
    const [stop] = found(thin, 'fuse-exceeds-conductor');
    expect(stop).toMatchObject({ severity: 'stop', where: { id } });
    expect(stop!.why).toContain('the converter drives up to 12.2 A');
    expect(stop!.remedies.map((r) => r.label).join()).toMatch(/A fuse/);
    for (const r of stop!.remedies) expect(found(applyEdits(thin, r.edits), 'fuse-exceeds-conductor')).toEqual([]);
    const thinBack = change(set(`feeds/${feed.id}/returnWire`, setTo({ system: 'awg', size: '22' })));
    expect(found(thinBack, 'guard-exceeds-element').map((f) => f.where.id)).toEqual([feed.id]);
  });

  test('the path table names the converter among what protects', () => {
    const row = paths(box, plan).find((r) => r.to === planAt('Camera 1').portTag)!;
    expect(row.protection).toEqual([
      'F0 30 A',
      'FA 3 A',
      'VA gives 12.2 A at most',
      `${planAt('Camera 1').fuseTag} 2 A`
    ]);
    expect(row.batteryA).toBeLessThan(row.loadA);
    expect(row.state).toBe('holds');
  });
});

describe('what is told of it', () => {
  test('more volts than a device bears are a stop, at once or where nobody read its label; the cure is tried', () => {
    const high = planOf(railBox(12)).findings.filter((f) => f.id === 'rail-high');
    expect(high).toHaveLength(3);
    expect(high[0]).toMatchObject({ severity: 'stop', open: false });
    const cure = high[0]!.remedies[0]!;
    expect(cure.label).toContain('7.4 V');
    expect(planOf(applyEdits(railBox(12), cure.edits)).findings.filter((f) => f.id === 'rail-high')).toEqual([]);
    const unread = change(set(`devices/${camera(box).id}/maxV`, null), set(`feeds/${feed.id}/converter/outV`, 9));
    expect(found(unread, 'rail-high').find((f) => f.where.id === camera(box).id)).toMatchObject({ open: true });
  });

  test('too few volts are told with the loss of the leads; a 12 V device does not run from 7.4', () => {
    expect(found(change(set(`feeds/${feed.id}/converter/outV`, 6.5)), 'rail-low')).toHaveLength(3);
    const plain = change(
      set(`devices/${camera(box).id}/supply`, '12v'),
      set(`devices/${camera(box).id}/minV`, 10.5),
      set(`devices/${camera(box).id}/maxV`, 15)
    );
    expect(found(plain, 'rail-low').map((f) => f.where.id)).toEqual([camera(box).id]);
    expect(found(plain, 'device-overvoltage')).toEqual([]);
  });

  test('an inverter and a USB module want the battery’s own volts', () => {
    expect(found(change(set(`devices/${camera(box).id}/supply`, 'inverter')), 'rail-low')[0]!.why).toContain(
      'inverter'
    );
  });

  test('asked for more than it gives: a caution at 80 %, a stop beyond, with a larger one offered', () => {
    const watts = (powerW: number) =>
      change(
        ...[1, 2, 3].map((n) =>
          set(`devices/${camera(box, n).id}/modes`, [
            { id: 'm1', name: 'on', dutyFraction: 1, draw: { kind: 'power', powerW } }
          ])
        )
      );
    expect(found(watts(16), 'rail-overload')).toEqual([]);
    expect(found(watts(16.1), 'rail-overload')[0]).toMatchObject({ severity: 'caution' });
    expect(found(watts(20.1), 'rail-overload')[0]).toMatchObject({ severity: 'stop' });
    const small = change(
      set('parts/body-step-down-20', starter('body', 'body-step-down-20')),
      set(`feeds/${feed.id}/converter/partId`, 'body-step-down-20')
    );
    const [over] = found(small, 'rail-overload');
    expect(over).toMatchObject({ severity: 'caution' });
    expect(found(applyEdits(small, over!.remedies[0]!.edits), 'rail-overload')).toEqual([]);
  });

  test('unknown never clears a stop: what a large one would burn is asked about, and the label answers it', () => {
    const { id } = circuitOf(box, 'Camera 1');
    const bare = (size: string, converter: unknown): Plan =>
      planOf(
        change(
          set(`circuits/${id}/fuse`, NONE),
          set(`circuits/${id}/wire`, setTo({ system: 'awg', size })),
          set(`feeds/${feed.id}/converter`, { outV: 7.4, partId: null, ratedW: null, ...(converter as object) })
        )
      );
    const stops = (p: Plan) => p.findings.filter((f) => f.id === 'fuse-exceeds-conductor');
    const item = (p: Plan) => p.findings.find((f) => f.id === 'rail-overload');
    // thinner than the smallest that carries the cameras would burn: it stands
    expect(stops(bare('22', {}))).toHaveLength(1);
    // thick enough for a small one only: it depends
    const depends = bare('18', {});
    expect(stops(depends)).toEqual([]);
    expect(item(depends)).toMatchObject({ open: true, asks: 'converter', severity: 'caution' });
    expect(item(depends)!.mayBe.map((m) => m.key)).toContain(`fuse-exceeds-conductor:${id}`);
    expect(depends.verdicts.find((v) => v.id === 'safe')!.state).not.toBe('holds');
    // the label answers it, either way
    expect([stops(bare('18', { ratedW: 100 })).length, stops(bare('18', { ratedW: 30 })).length]).toEqual([1, 0]);
    expect(item(bare('18', { ratedW: 30 }))).toBeUndefined();
    const [unchosen] = found(change(set(`feeds/${feed.id}/converter/partId`, null)), 'rail-unchosen');
    expect(found(applyEdits(box, unchosen!.remedies[0]!.edits), 'rail-unchosen')).toEqual([]);
  });

  test('a converter that cannot be set to those volts is a stop, another is offered', () => {
    const [wrong] = found(railBox(19), 'rail-range');
    expect(wrong!.why).toContain('1 to 9 V');
    const cured = applyEdits(railBox(19), wrong!.remedies[0]!.edits);
    expect(found(cured, 'rail-range')).toEqual([]);
    expect(cured.feeds[1]!.converter!.partId).toBe('body-step-up-100');
  });

  test('none in the main feed, none behind another, no charger through one', () => {
    const main = change(set(`feeds/${box.feeds[0].id}/converter`, { outV: 9, partId: null, ratedW: null }));
    expect(found(main, 'rail-misplaced').map((f) => f.short)).toContain('A converter in the main feed');
    const nested = applyEdits(box, addRailEdits(box, { outV: 5, part: undefined, circuitIds: [] }).edits);
    const hung = applyEdits(nested, [
      set(`feeds/${nested.feeds[2]!.id}/from`, setTo({ at: 'feed', id: feed.id, ahead: false }))
    ]);
    expect(found(hung, 'rail-misplaced').map((f) => f.where.id)).toEqual([nested.feeds[2]!.id]);
    const charged = change(set(`circuits/${circuitOf(box, 'Camera 1').id}/purpose`, 'charge'));
    expect(found(charged, 'rail-misplaced')).toHaveLength(1);
    // each is cured by its own remedy, which brings no new stop
    for (const wrong of [main, hung, charged]) {
      const stopsOf = (b: Box) =>
        planOf(b)
          .findings.filter((f) => f.severity === 'stop')
          .map((f) => f.key);
      const before = new Set(stopsOf(wrong));
      for (const f of found(wrong, 'rail-misplaced')) {
        const cured = applyEdits(wrong, f.remedies[0]!.edits);
        expect(stopsOf(cured)).not.toContain(f.key);
        expect(stopsOf(cured).filter((key) => !before.has(key))).toEqual([]);
      }
    }
  });

  test('one plug for 7.4 and 12 V is told: the camera does not survive the mistake', () => {
    const mixed = change(set(`circuits/${circuitOf(box, 'Camera 3').id}/from`, { is: 'auto' }));
    const [same] = found(mixed, 'same-plug');
    expect(same!.why).toMatch(/gives 7\.4 V.*gives 12 V/);
    expect(found(box, 'same-plug')).toEqual([]);
  });

  test('with the battery low the converter lets go before the cameras: they stop together', () => {
    const long = change(
      set('outing/durationH', 40),
      ...[1, 2, 3].map((n) => set(`devices/${camera(box, n).id}/spans`, [{ startH: 6, endH: 46, dutyFraction: null }])),
      set('parts/battery-lfp-20', { ...box.parts['battery-lfp-20']!, capacityAh: 8 })
    );
    const p = planOf(long);
    expect(p.outing!.run.failsAtH).toBeDefined();
    for (const e of p.outing!.run.events.filter((x) => x.reason === 'device')) expect(e.volts).toBeLessThan(8.9);
  });
});

describe('the first step to one', () => {
  test('is offered for what most devices want; taken, the cameras hang on it and nothing is left of it when undone', () => {
    const apart = applyEdits(box, [
      ...box.circuits.map((c) => set(`circuits/${c.id}/from`, { is: 'auto' })),
      { op: 'remove', path: `feeds/${feed.id}` }
    ]);
    const idea = railIdea(apart, STARTER_CATALOGUE);
    expect(idea).toMatchObject({ outV: 7.4, watts: 18, part: { id: 'body-step-down-60' } });
    expect(idea.circuitIds).toHaveLength(3);
    const made = applyEdits(apart, addRailEdits(apart, idea).edits);
    expect(planOf(made).demand.devices.filter((d) => d.shared)).toHaveLength(3);
    expect(railIdea(made, STARTER_CATALOGUE).circuitIds).toEqual([]);
  });

  test('a step-up converter is taken for 19 V', () => {
    const laptop = change(
      set(`devices/${camera(box).id}/wantsV`, 19),
      set(`circuits/${circuitOf(box, 'Camera 1').id}/from`, { is: 'auto' })
    );
    expect(railIdea(laptop, STARTER_CATALOGUE)).toMatchObject({ outV: 19, part: { id: 'body-step-up-100' } });
  });
});

test('however it is wired: whatever burns in a short behind or ahead of the converter has its finding, and the path table says no less', () => {
  const awg = fc.constantFrom('10', '14', '18', '22', '26').map((size) => setTo({ system: 'awg' as const, size }));
  const maybe = <T>(some: fc.Arbitrary<T>) => fc.oneof(fc.constant({ is: 'auto' as const }), some);
  const fuse = maybe(
    fc.oneof(
      fc.constant(NONE),
      fc.constantFrom(1, 2, 5, 10, 20, 30).map((a) => setTo(a))
    )
  );
  const way = fc.record({ fuse, wire: maybe(awg), returnWire: maybe(awg) });
  const cases = fc.record({
    feed: way,
    ways: fc.array(way, { minLength: 3, maxLength: 3 }),
    ratedW: fc.constantFrom(null, 5, 20, 60, 300),
    ends: fc.constantFrom('lever', 'stud', 'fuse-block', 'splice'),
    outV: fc.constantFrom(5, 7.4, 8.4)
  });
  let burnt = 0;
  fc.assert(
    fc.property(cases, (x) => {
      const part = { ...starter('body', 'body-step-down-60'), converterRatedW: x.ratedW };
      const given = (path: string, w: (typeof x.ways)[number]): Edit[] =>
        Object.entries(w).map(([key, value]) => set(`${path}/${key}`, value));
      const b = change(
        set(`parts/${part.id}`, part),
        set(`feeds/${feed.id}/converter/outV`, x.outV),
        set(`feeds/${feed.id}/ends`, x.ends),
        ...given(`feeds/${feed.id}`, x.feed),
        ...x.ways.flatMap((w, i) => given(`circuits/${circuitOf(box, `Camera ${i + 1}`).id}`, w))
      );
      const p = planOf(b);
      const safe = p.findings.filter((f) => f.verdict === 'safe' && f.severity !== 'note');
      for (const row of paths(b, p)) {
        const stops = safe.filter(
          (f) => f.severity === 'stop' && f.stage === 'wiring' && !f.open && f.where.id === row.circuitId
        );
        if (stops.length > 0)
          expect([row.to, row.state, stops.map((f) => f.id)]).toEqual([row.to, 'stop', stops.map((f) => f.id)]);
      }
      const trial = new TrialCircuit(p.wiring);
      const { strong } = shortSources(p.bank!, 6);
      for (const at of trial.positives) {
        const short = oneShort(trial, at, strong, 'strong');
        if (short.holds || short.unprotected) continue;
        burnt++;
        expect(safe.length > 0, `${short.where}: ${short.hottest?.name} ${short.hottest?.share.toFixed(2)}`).toBe(true);
      }
    }),
    { numRuns: 60, seed: 23 }
  );
  expect(burnt).toBeGreaterThan(20);
});

test('its idle draw is told wherever something drains: never off, with the master off, with the master on', () => {
  expect(standbyDraws(box, plan.wiring)).toEqual([]);
  const ahead = change(set(`feeds/${feed.id}/from`, setTo({ at: 'feed', id: box.feeds[0].id, ahead: true })));
  const drains = standbyDraws(ahead, planOf(ahead).wiring);
  expect(drains).toEqual([expect.objectContaining({ name: 'converter of 7.4 V rail', currentA: 0.25 / 12 })]);
  const switched = applyEdits(ahead, [
    set(`feeds/${feed.id}/switches`, setTo([box.ports.find((p) => p.name === 'Master')!.id]))
  ]);
  expect(standbyDraws(switched, planOf(switched).wiring)).toEqual([]);
  const live = (off: string[]) =>
    liveView(
      new TrialCircuit(plan.wiring),
      usualSource(plan.bank!, 20),
      { off: new Set(off), unplugged: new Set() },
      20
    );
  expect(live([]).drains).toContainEqual(expect.objectContaining({ name: 'converter VA', metered: false }));
  expect(live(['S0']).drains).toEqual([]);
  expect(live(['S0']).ports.every((p) => !p.live)).toBe(true);
});

test('whatever volts and watts: finite figures, power is kept, and more watts never make it safer', () => {
  fc.assert(
    fc.property(
      fc.double({ min: 1, max: 48, noNaN: true }),
      fc.double({ min: 0.1, max: 60, noNaN: true }),
      (outV, powerW) => {
        const b = change(
          set(`feeds/${feed.id}/converter/outV`, outV),
          set(`devices/${camera(box).id}/modes`, [
            { id: 'm1', name: 'on', dutyFraction: 1, draw: { kind: 'power', powerW } }
          ])
        );
        const p = planOf(b);
        for (const c of [...p.wiring.feeds, ...p.wiring.circuits])
          for (const v of [c.loadA, c.carriesA, c.dropV, c.plugV, c.weakFaultA]) expect(Number.isFinite(v)).toBe(true);
        expect(railFeed(p).carriesA * p.wiring.lowV).toBeCloseTo(inputW(2 * CAMERA_W + powerW), 6);
        if (2 * CAMERA_W + powerW > 60)
          expect(p.findings.some((f) => f.id === 'rail-overload' && f.severity === 'stop')).toBe(true);
      }
    ),
    { numRuns: 25, seed: 7 }
  );
});

test('as a SPICE netlist the rail is a voltage of its own, and its input a load of constant power', () => {
  const { text, nodeOf } = spiceNetlist(plan.wiring, usualSource(plan.bank!, 20), 'rail');
  const at = (terminal: string) => nodeOf({ part: 'VA', terminal });
  expect(text).toMatch(new RegExp(`^VR\\d+ ${at('out +')} ${at('out −')} DC 7\\.4 `, 'm'));
  const [, watts] = new RegExp(`^B\\d+ ${at('in +')} ${at('in −')} I=\\{([\\d.e+-]+)/`, 'm').exec(text)!;
  expect(Number(watts)).toBeCloseTo(inputW(18), 6);
});
