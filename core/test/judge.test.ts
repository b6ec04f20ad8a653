import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { AUTO, NONE, setTo, UNKNOWN } from '../src/box/attr.ts';
import { applyEdits, type Edit } from '../src/box/edits.ts';
import { addFeedEdits, shareSwitch } from '../src/box/feed-edits.ts';
import { removalOf } from '../src/box/removal.ts';
import { boxSchema, type Box } from '../src/box/schema.ts';
import type { PartOf } from '../src/catalogue/part.ts';
import { STARTER_CATALOGUE } from '../src/catalogue/starter.ts';
import { canalNightBankBox, demoBoxes, fellRaceRadioPost, saltmarshHideBox } from '../src/demo/boxes.ts';
import { starter } from '../src/demo/builder.ts';
import { moorCameraPost } from '../src/demo/wired.ts';
import type { Plan } from '../src/evaluate.ts';
import { proven } from '../src/remedy/prove.ts';
import { TrialCircuit } from '../src/trials/circuit.ts';
import { advance, setTemperature, stateOf } from '../src/outing/sources.ts';
import { letThroughA2s, openingTimeS } from '../src/wiring/fuse.ts';
import { paths } from '../src/trials/paths.ts';
import { ALL_ON, shortSources, usualSource } from '../src/trials/setting.ts';
import { oneShort } from '../src/trials/survey.ts';
import { originChoices, originKey } from '../src/wiring/origins.ts';
import { unknownRanges } from '../src/unknown/ranges.ts';
import { randomBox } from './random-box.ts';
import { addFeed, AHEAD, AT_POST, behindFeed, tapOf } from './tree-edits.ts';
import { runs } from './runs.ts';
import { evaluate } from './evaluated.ts';

const set = (path: string, value: unknown): Edit => ({ op: 'set', path, value });
const use = (part: { id: string }, path: string): Edit[] => [set(`parts/${part.id}`, part), set(path, part.id)];
const change = (box: Box, ...edits: Edit[]): Box => {
  const after = applyEdits(box, edits);
  const read = boxSchema.safeParse(after);
  expect(read.success ? [] : read.error.issues.slice(0, 2)).toEqual([]);
  return after;
};
const planOf = (box: Box): Plan => evaluate(box, STARTER_CATALOGUE);
const found = (box: Box, id: string) => planOf(box).findings.filter((f) => f.id === id);
const stops = (box: Box) =>
  planOf(box)
    .findings.filter((f) => f.severity === 'stop')
    .map((f) => f.id);
const canal = canalNightBankBox();
const hide = saltmarshHideBox();
const radio = fellRaceRadioPost();
const moor = moorCameraPost();
const portNamed = (box: Box, name: string) => box.ports.find((p) => p.name === name)!;
const circuitOf = (box: Box, name: string) => box.circuits.find((c) => c.portId === portNamed(box, name).id)!;
const watts = (box: Box, name: string, powerW: number): Edit =>
  set(`devices/${box.devices.find((d) => d.name === name)!.id}/modes`, [
    { id: 'm1', name: 'on', dutyFraction: 1, draw: { kind: 'power', powerW } }
  ]);
const awg = (size: string) => setTo({ system: 'awg' as const, size });
const battery = (box: Box, over: Partial<PartOf<'battery'>>): Edit =>
  set(`parts/${box.bank.partId}`, { ...box.parts[box.bank.partId!], ...over });

describe('the circuit as people build it', () => {
  test('an outside battery comes in through a placed port that is in the path and is judged', () => {
    const inlet = { ...starter('panel', 'circular-12'), ratingA: 5 };
    const box = change(
      canal,
      set('bank/stands', 'outside'),
      set('feeds/main/lead', { lengthMm: 2000, wire: awg('12'), wireCount: 1 }),
      ...use(inlet, `ports/${portNamed(canal, 'Bite alarm').id}/partId`),
      set('feeds/main/throughPortId', setTo(portNamed(canal, 'Lamp').id)),
      ...use(
        { ...starter('panel', 'genderless-30'), ratingA: 8 } as PartOf<'panel'>,
        `ports/${portNamed(canal, 'Lamp').id}/partId`
      ),
      set('feeds/main/fuse', setTo(30))
    );
    const { netlist, main } = planOf(box).wiring;
    const way = netlist.parts.find((p) => p.id === 'inlet')!;
    expect(way.ref).toEqual({ kind: 'port', id: portNamed(canal, 'Lamp').id });
    expect(way.ratingA).toBe(8);
    expect(main.weakest!.ratingA).toBe(8);
    expect(stops(box)).toContain('main-fuse-exceeds');
    const lead = netlist.conductors.find((c) => c.id === 'main/inlet+')!;
    // its first 30 mm are ahead of the fuse
    expect([lead.lengthMm, lead.size!.size]).toEqual([1970, '12']);
  });

  test.each(['lugs', 'clips'] as const)('bare %s as the way in are live metal outside', (way) => {
    const box = change(canal, set('bank/stands', 'outside'), set('feeds/main/wayIn', setTo(way)));
    expect(found(box, 'live-male-pins').map((f) => f.severity)).toEqual(['stop']);
    expect(found(change(box, set('feeds/main/wayIn', setTo('connector'))), 'live-male-pins')).toEqual([]);
  });

  test('a lead with a plug may have one bare pole: asked outside the box, not within it', () => {
    const box = change(canal, set('bank/stands', 'outside'), set('feeds/main/wayIn', setTo('lead-plug')));
    expect(found(box, 'live-male-pins').map((f) => [f.severity, f.short])).toEqual([
      ['caution', 'Which pole of its plug is bare?']
    ]);
    const moves = proven({ box, catalogue: STARTER_CATALOGUE, plan: planOf(box) }, found(box, 'live-male-pins')[0]!);
    expect(moves.map((m) => m.label)).toContain('A shrouded two-pole connector for the battery’s lead');
    expect(found(change(box, set('bank/stands', 'inside')), 'live-male-pins')).toEqual([]);
  });

  test('a changeover is judged by what it bears once somebody read it', () => {
    const rated = (changeoverA: unknown) => planOf(change(moor, set('bank/changeoverA', changeoverA)));
    const about = (plan: Plan) => plan.findings.filter((f) => /CH|changeover/i.test(f.key + f.title));
    expect(about(planOf(moor))).toEqual([]);
    expect(about(rated(setTo(20))).map((f) => [f.id, f.severity])).toEqual([['guard-exceeds-element', 'stop']]);
    expect(about(rated(setTo(100)))).toEqual([]);
    expect(about(rated(UNKNOWN)).map((f) => [f.id, f.open])).toEqual([['unknown-attribute', true]]);
    // a file of before the rating was asked for
    const bank = Object.fromEntries(Object.entries(moor.bank).filter(([key]) => key !== 'changeoverA'));
    expect(boxSchema.parse({ ...moor, bank }).bank.changeoverA).toEqual(AUTO);
  });

  test('two batteries by turns may stand outside', () => {
    const box = change(
      moor,
      set('bank/stands', 'outside'),
      set('feeds/main/lead', { lengthMm: 1200, wire: AUTO, wireCount: 1 })
    );
    const parts = planOf(box).wiring.netlist.parts.map((p) => p.id);
    expect(parts).toEqual(expect.arrayContaining(['CH', 'inlet', 'inlet-']));
  });

  test('one breaker with several circuits on its terminal stands for all of them', () => {
    const ids = ['Aerator', 'Lamp'].map((n) => circuitOf(canal, n).id);
    const box = change(
      canal,
      addFeed('appliances', {
        from: AT_POST,
        fuse: setTo(10),
        fuseFamily: setTo('breaker'),
        ends: 'terminal',
        leverSwitches: true
      }),
      ...ids.map((id) => set(`circuits/${id}/from`, behindFeed('appliances')))
    );
    const { circuits, feeds } = planOf(box).wiring;
    expect(feeds[0]).toMatchObject({ fuseFamily: 'breaker', fuseA: 10, live: 'direct' });
    for (const id of ids)
      expect(circuits.find((c) => c.circuit.id === id)).toMatchObject({
        fuseOrigin: 'none',
        guard: { tag: 'FA', ratingA: 10 }
      });
    const sum = ids.reduce((s, id) => s + circuits.find((c) => c.circuit.id === id)!.loadA, 0);
    expect(feeds[0]!.carriesA).toBeCloseTo(sum, 9);
    // 25 A would let the 10 A ports behind it burn
    expect(stops(change(box, set('feeds/appliances/fuse', setTo(25))))).toContain('fuse-exceeds-part');
    expect(stops(change(box, set('feeds/appliances/fuse', NONE)))).toContain('source-unfused');
  });

  test('fused ways tied at one switch are a stop; the remedy makes them one feed and clears it', () => {
    const lever = portNamed(canal, 'Master').id;
    const ids = ['Aerator', 'Lamp', 'Bite alarm'].map((n) => circuitOf(canal, n).id);
    const box = change(
      canal,
      set('feeds/main/switches', NONE),
      ...ids.map((id) => set(`circuits/${id}/switchPortId`, setTo(lever)))
    );
    const [tied] = found(box, 'ways-tied');
    expect(tied).toMatchObject({ severity: 'stop' });
    expect(planOf(box).verdicts.find((v) => v.id === 'safe')!.state).toBe('stop');
    const after = change(box, ...tied!.remedies[0]!.edits);
    expect(found(after, 'ways-tied')).toEqual([]);
    expect(stops(after)).toEqual([]);
    const { feeds, circuits } = planOf(after).wiring;
    for (const id of ids) expect(circuits.find((c) => c.circuit.id === id)!.upId).toBe(feeds[0]!.circuit.id);
  });

  test('a switch that stands in a feed and again in a circuit behind it is a stop, fused feed or not', () => {
    const heater = circuitOf(hide, 'Lens heater').id;
    const own = hide.circuits.find((c) => c.id === heater)!.switchPortId;
    for (const fuse of [AUTO, NONE]) {
      const box = change(
        hide,
        addFeed('u', {
          from: behindFeed('main'),
          fuse,
          ends: 'stud',
          switches: own.is === 'set' ? setTo([own.value]) : NONE
        }),
        set(`circuits/${heater}/from`, behindFeed('u'))
      );
      const [tied] = found(box, 'ways-tied');
      expect([fuse.is, tied?.severity]).toEqual([fuse.is, 'stop']);
      expect(tied!.title).toContain(fuse.is === 'none' ? 'an unfused wire' : 'FA');
      const after = change(box, ...tied!.remedies[0]!.edits);
      expect(found(after, 'ways-tied')).toEqual([]);
      expect(planOf(after).wiring.circuits.find((c) => c.circuit.id === heater)!.upId).toBe('u');
    }
  });

  test('a switch of a feed takes further circuits behind it, and none is tied by choosing it', () => {
    const lever = portNamed(hide, 'Lamp switch').id;
    const one = change(hide, ...shareSwitch(hide, circuitOf(hide, 'Lens heater').id, lever));
    expect(one.feeds).toHaveLength(2);
    const two = change(one, ...shareSwitch(one, circuitOf(hide, 'Camera A').id, lever));
    expect(two.feeds).toHaveLength(2);
    expect(found(two, 'ways-tied')).toEqual([]);
    expect(planOf(two).wiring.circuits.filter((c) => c.upId === one.feeds[1]!.id)).toHaveLength(3);
  });

  test('a tap ahead of a switch stays live when it is off, one behind it goes dark', () => {
    const [lamp, receiver] = [circuitOf(canal, 'Lamp'), circuitOf(canal, 'Bite alarm')];
    const box = change(canal, set(`circuits/${receiver.id}/from`, AHEAD));
    const plan = planOf(box);
    const circuit = new TrialCircuit(plan.wiring);
    const off = circuit.read(usualSource(plan.bank!, 6), undefined, { ...ALL_ON, off: new Set(['S0']) });
    const tag = (id: string) => plan.wiring.circuits.find((c) => c.circuit.id === id)!.portTag;
    expect(off.plugV.get(tag(receiver.id))!).toBeGreaterThan(11);
    expect(Math.abs(off.plugV.get(tag(lamp.id))!)).toBeLessThan(1);
  });

  test.each(['plus', 'minus'] as const)('a kill switch in the coil’s %s lets the relay go', (pole) => {
    const box = change(moor, set('relays/k1/switchPole', pole));
    const plan = planOf(box);
    const circuit = new TrialCircuit(plan.wiring);
    const source = usualSource(plan.bank!, 6);
    expect(circuit.read(source).pulledIn.has('K1')).toBe(true);
    const lever = plan.panel!.ports.find((p) => p.port.name === 'Kill switch')!.tag;
    expect(circuit.read(source, undefined, { ...ALL_ON, off: new Set([lever]) }).pulledIn.has('K1')).toBe(false);
    const into = plan.wiring.netlist.conductors.find((c) => c.to.part === lever)!;
    expect(into.polarity).toBe(pole === 'plus' ? 'positive' : 'negative');
  });

  test('a controller has its own switch on the battery side, and load terminals that give so much', () => {
    const lamp = circuitOf(moor, 'Window heater').id;
    const box = change(
      moor,
      set('charging/solar/switchPortId', setTo(portNamed(moor, 'Kill switch').id)),
      set('relays', []),
      set('charging/solar/loadTerminal', { mostA: 0.5 }),
      set(`circuits/${lamp}/from`, setTo({ at: 'load-terminal' }))
    );
    const { netlist } = planOf(box).wiring;
    const lever = planOf(box).panel!.ports.find((p) => p.port.name === 'Kill switch')!.tag;
    expect(netlist.conductors.find((c) => c.id === 'solar/battery+')!.from.part).toBe(lever);
    expect(netlist.conductors.find((c) => c.circuitId === lamp)!.from).toEqual({ part: 'SC', terminal: 'load +' });
    expect(
      found(box, 'element-overload')
        .map((f) => f.title)
        .join()
    ).toContain('Solar controller');
    expect(found(change(box, set('charging/solar/loadTerminal', { mostA: 10 })), 'element-overload')).toEqual([]);
  });

  test('a cut-off covers only what hangs behind it, and the run knows it', () => {
    const heater = circuitOf(canal, 'Aerator');
    const cut = [
      set('bank/disconnect', setTo({ cutV: 12.4, backV: 13 })),
      set('outing/durationH', 60),
      watts(canal, 'Bait aerator', 12)
    ];
    const stretched = canal.devices.map((d) =>
      set(`devices/${d.id}/spans`, [{ startH: 18, endH: 78, dutyFraction: null }])
    );
    const all = planOf(change(canal, ...cut, ...stretched)).outing!.run;
    const part = planOf(change(canal, ...cut, ...stretched, set('bank/disconnectIn', setTo(heater.id)))).outing!.run;
    const i = canal.devices.findIndex((d) => d.name === 'Bait aerator');
    const other = canal.devices.findIndex((d) => d.name === 'Bite-alarm receiver');
    const openAt = (r: typeof all) => r.timeH.indexOf(r.events.find((e) => e.reason === 'disconnect')!.timeH);
    expect(all.loadA[other]![openAt(all) + 2]).toBe(0);
    expect(part.loadA[i]![openAt(part) + 2]).toBe(0);
    expect(part.loadA[other]![openAt(part) + 2]!).toBeGreaterThan(0);
  });

  test('one body with several functions: its own switch breaks the circuit that ends in it', () => {
    const twin = {
      ...(starter('panel', 'usb-a-twin') as PartOf<'panel'>),
      id: 'usb-switched',
      also: ['switch' as const, 'meter' as const]
    };
    const port = portNamed(canal, 'Headlamp and phone');
    const box = change(
      canal,
      ...use(twin, `ports/${port.id}/partId`),
      set(`circuits/${circuitOf(canal, 'Headlamp and phone').id}/switchPortId`, setTo(port.id))
    );
    const { netlist, circuits } = planOf(box).wiring;
    const c = circuits.find((k) => k.circuit.portId === port.id)!;
    expect(netlist.parts.filter((p) => p.id === `${c.portTag}s`).map((p) => p.kind)).toEqual(['switch']);
    expect(planOf(box).findings.filter((f) => f.id === 'circuit-shape')).toEqual([]);
  });

  test('a spare outlet counts with what the person expects there', () => {
    const device = canal.devices.find((d) => d.name === 'Bait aerator')!;
    const spare = change(canal, set(`devices/${device.id}/portId`, null));
    const c = circuitOf(canal, 'Aerator');
    const load = (box: Box) => planOf(box).wiring.circuits.find((k) => k.circuit.id === c.id)!.loadA;
    expect(load(spare)).toBe(4);
    expect(load(change(spare, set(`circuits/${c.id}/expectedA`, setTo(1.5))))).toBe(1.5);
  });

  test('a port in a thin plate behind the wall holds on the plate and reaches further in', () => {
    const port = portNamed(canal, 'Lamp');
    const box = change(canal, set(`ports/${port.id}/insert`, { wallMm: 1.5, behindMm: 12 }));
    const need = (b: Box) => planOf(b).panel!.ports.find((p) => p.port.id === port.id)!.needMm;
    expect(need(box)).toBeCloseTo(need(canal) + 12, 9);
    const thick = change(canal, set(`ports/${port.id}/insert`, { wallMm: 9, behindMm: 0 }));
    expect(found(thick, 'panel-thickness').length).toBe(1);
    expect(found(box, 'panel-thickness')).toEqual([]);
  });

  test('chargers that live in the box have a fuse of their own and push together', () => {
    const charger = (id: string, currentA: number) => ({
      id,
      name: `Maintainer ${id}`,
      currentA: setTo(currentA),
      voltageV: AUTO,
      fuse: AUTO,
      from: AUTO,
      input: 'dc',
      lidShut: 'no'
    });
    const box = change(hide, set('charging/builtIn', [charger('a', 2), charger('b', 3)]));
    const { netlist } = planOf(box).wiring;
    expect(netlist.parts.filter((p) => p.id.startsWith('FC')).map((p) => p.ratingA)).toEqual([5, 5]);
    expect(
      found(change(hide, set('charging/builtIn', [charger('a', 12), charger('b', 14)])), 'charge-current')[0]
    ).toMatchObject({ severity: 'stop' });
    expect(stops(change(box, set('charging/builtIn/a/fuse', NONE), set('charging/builtIn/a/from', AT_POST)))).toContain(
      'run-unfused'
    );
  });

  test('a craft wired the other way round is cured by its adapter, and stays a trap', () => {
    const lead = { lengthMm: 800, wire: AUTO, adapter: 'reversing', reversed: 'yes', armoured: 'no' };
    const box = change(canal, set('devices/d2/lead', lead));
    const [trap] = found(box, 'adapter-reverses');
    expect(trap).toMatchObject({ severity: 'caution' });
    // as built it gets + on +: the circuit is not turned
    const end = planOf(box).wiring.netlist.conductors.find((c) => c.id === 'd2/plus')!.to.terminal;
    expect(end).toBe('+');
    const after = change(box, ...trap!.remedies[0]!.edits);
    expect(found(after, 'adapter-reverses')).toEqual([]);
    expect(after.devices.find((d) => d.id === 'd2')!.lead).toMatchObject({ adapter: 'straight', reversed: 'no' });
    expect(found(change(box, set('devices/d2/lead/adapter', 'straight')), 'adapter-reverses')[0]).toMatchObject({
      severity: 'stop'
    });
  });

  test('a cord through a gland is wired inside: judged like any circuit, threaded before its terminals', () => {
    const port = portNamed(canal, 'Lamp');
    const box = change(
      canal,
      ...use(starter('panel', 'gland-m12'), `ports/${port.id}/partId`),
      set(`ports/${port.id}/inUse`, 'mated')
    );
    const plan = planOf(box);
    expect(plan.wiring.circuits.find((c) => c.circuit.portId === port.id)!.loadA).toBeGreaterThan(0);
    expect(plan.findings.filter((f) => f.id === 'supply-mismatch')).toEqual([]);
    expect(plan.bench.steps.map((s) => s.detail).join('\n')).toMatch(/[Tt]hread .*gland.*before/);
  });

  test('insulation up to 200 °C, said for one stretch, carries more there and nowhere else', () => {
    const c = circuitOf(canal, 'Aerator');
    const ampacity = (box: Box) => planOf(box).wiring.circuits.map((k) => k.ampacityA!);
    const base = change(canal, set(`circuits/${c.id}/wire`, awg('16')));
    const hot = change(base, set(`circuits/${c.id}/insulationC`, setTo(200)));
    const i = canal.circuits.indexOf(c);
    expect(ampacity(hot)[i]!).toBeGreaterThan(ampacity(base)[i]!);
    expect(ampacity(hot).filter((_, k) => k !== i)).toEqual(ampacity(base).filter((_, k) => k !== i));
  });

  test('one long run does not halve every other wire of the box', () => {
    const c = circuitOf(canal, 'Aerator');
    const long = change(
      canal,
      ...canal.circuits.map((k) => set(`circuits/${k.id}/wire`, awg('16'))),
      set(`circuits/${c.id}/lengthMm`, setTo(2000))
    );
    const short = change(long, set(`circuits/${c.id}/lengthMm`, setTo(300)));
    const [a, b] = [long, short].map((box) =>
      planOf(box)
        .wiring.circuits.filter((k) => k.circuit.id !== c.id)
        .map((k) => k.ampacityA)
    );
    expect(a).toEqual(b);
    const three = change(long, ...canal.circuits.slice(0, 3).map((k) => set(`circuits/${k.id}/lengthMm`, setTo(2000))));
    expect(planOf(three).wiring.circuits[0]!.laid.bundledCount).toBeGreaterThan(2);
  });

  test('a second box has its own joint of returns and its own block', () => {
    const ids = ['Aerator', 'Lamp'].map((n) => circuitOf(canal, n).id);
    const box = change(
      canal,
      addFeed('forward', {
        from: setTo({ at: 'feed', id: 'main', ahead: false }),
        lengthMm: setTo(3000),
        secondBox: true,
        ends: 'fuse-block'
      }),
      ...use(starter('fuse-block', 'block-blade-6'), 'feeds/forward/blockPartId'),
      ...ids.map((id) => set(`circuits/${id}/from`, behindFeed('forward')))
    );
    const plan = planOf(box);
    for (const id of ids) {
      const c = plan.wiring.circuits.find((k) => k.circuit.id === id)!;
      expect(c.guard!.tag).toBe(c.fuseTag);
      expect(plan.wiring.netlist.conductors.find((w) => w.id === `${id}/return`)!.to.part).toBe('bus-A');
    }
    expect(plan.kit.lines.some((l) => l.name.includes('Blade fuse block, 6'))).toBe(true);
    // its joint of returns comes back over one wire: the feed's own fuse stands for it
    const thin = change(box, set('feeds/forward/returnWire', awg('22')), set('feeds/forward/fuse', setTo(10)));
    expect(found(thin, 'guard-exceeds-element').some((f) => f.title.includes('the return of A'))).toBe(true);
    expect(stops(box)).toEqual([]);
  });

  test('a battery nobody knows the figures of', () => {
    const box = change(
      canal,
      battery(canal, { chemistry: 'lithium', notKnown: ['capacity', 'mass', 'size'], hasProtection: null })
    );
    const ids = planOf(box)
      .findings.filter((f) => f.open)
      .map((f) => f.id);
    expect(ids).toEqual(expect.arrayContaining(['chemistry-unknown', 'no-protection', 'battery-figures-unknown']));
  });
});

describe('what must be a stop, whichever way it comes about', () => {
  const cold = change(hide, set('outing/airC', -4), set('outing/warmestC', -1));
  const sun = { ...hide.charging.solar!, duringOuting: true };

  test('lithium charged in the cold by the sun of the outing, a plugged charger, a season, a charger in the box', () => {
    for (const edits of [
      [set('charging/solar', sun)],
      [set('charging/plugged', [{ startH: 6, endH: 8 }])],
      [
        set('charging/builtIn', [
          { id: 'a', name: '', currentA: AUTO, voltageV: AUTO, fuse: AUTO, from: AUTO, input: 'dc', lidShut: 'yes' }
        ])
      ]
    ]) {
      const box = change(cold, ...edits);
      expect(stops(box), JSON.stringify(edits)).toContain('cold-charge');
      const [f] = found(box, 'cold-charge').filter((x) => x.severity === 'stop');
      expect(found(change(box, ...f!.remedies[0]!.edits), 'cold-charge').filter((x) => x.severity === 'stop')).toEqual(
        []
      );
      const blocked = change(box, set('bank/blocksCold', 'yes'));
      expect(found(blocked, 'cold-charge').map((x) => x.severity)).toEqual(['note']);
      // said to be blocked, nothing goes into the battery: what comes in only spares it
      expect(planOf(blocked).outing!.run.currentA.every((a) => a > -1e-9)).toBe(true);
    }
    const winter = change(
      hide,
      set('season/monthC', [-3, -3, -1, 4, 8, 12, 14, 14, 10, 4, 0, -2]),
      set('season/startDay', '2026-12-01')
    );
    expect(stops(winter)).toContain('cold-charge');
    expect(stops(change(hide, set('charging/solar', sun)))).not.toContain('cold-charge');
  });

  test('lead-acid shut and tight: the lid-open remedy holds only where nothing else charges it', () => {
    const tight = change(
      canal,
      ...use(starter('case', 'case-hard-deep'), 'casePartId'),
      set('charging/path', setTo('lid-open'))
    );
    expect(stops(tight)).not.toContain('lead-acid-sealed-charge');
    for (const edits of [
      [set('charging/solar', sun)],
      [set('charging/plugged', [{ startH: 19, endH: 21 }])],
      [
        set('charging/builtIn', [
          {
            id: 'a',
            name: '',
            currentA: AUTO,
            voltageV: AUTO,
            fuse: AUTO,
            from: AUTO,
            input: 'mains-cord',
            lidShut: 'unknown'
          }
        ])
      ]
    ]) {
      const box = change(tight, ...edits);
      const [f] = found(box, 'lead-acid-sealed-charge');
      expect(f, JSON.stringify(edits)).toMatchObject({ severity: 'stop' });
      expect(f!.remedies.map((r) => r.label)).not.toContain('Charge with the lid open, always');
      for (const r of f!.remedies) expect(found(change(box, ...r.edits), 'lead-acid-sealed-charge')).toEqual([]);
    }
  });

  test('flooded in a closed case, tight or not', () => {
    const flooded = change(canal, battery(canal, { chemistry: 'flooded' }), set('charging/path', AUTO));
    expect(canal.parts[canal.casePartId!]).toMatchObject({ gasTight: false });
    expect(stops(flooded)).toContain('lead-acid-sealed-charge');
    expect(stops(change(flooded, set('charging/path', setTo('lid-open'))))).not.toContain('lead-acid-sealed-charge');
  });

  test('a pack that trips on a motor’s start, and one that holds', () => {
    const motor = change(hide, set('devices/d4/hasMotor', true), watts(hide, 'Lens heater band', 70));
    expect(found(motor, 'bms-current').map((f) => f.severity)).toContain('caution');
    const small = change(motor, battery(hide, { maxContinuousA: 14 }));
    expect(stops(small)).toContain('bms-current');
    expect(found(change(motor, battery(hide, { maxContinuousA: 60 })), 'bms-current')).toEqual([]);
  });

  test('pack fuses break what the other packs drive through them, at their own terminals', () => {
    const pair = change(hide, set('bank/count', 2), set('bank/packFuse', setTo(30)));
    const fp = planOf(pair).judge.of('FP1')!;
    expect(fp.shortA).toBeCloseTo(planOf(hide).bank!.shortCircuitA, 0);
    const four = change(pair, set('bank/count', 4));
    expect(planOf(four).judge.of('FP1')!.shortA).toBeCloseTo(3 * fp.shortA, 0);
  });

  test('glass straight off a lithium post cannot break the short there; behind a fuse that can it need not', () => {
    const c = circuitOf(hide, 'Red lamp').id;
    const glass = change(
      hide,
      set(`circuits/${c}/fuseFamily`, setTo('glass')),
      set(`circuits/${c}/fuse`, setTo(3)),
      set(`circuits/${c}/from`, AT_POST)
    );
    expect(stops(glass)).toContain('interrupting-low');
    expect(found(change(glass, set(`circuits/${c}/from`, AUTO)), 'interrupting-low')).toEqual([]);
  });

  test.each([
    [
      'a tab too small for the load',
      [...use(starter('battery', 'battery-agm-7'), 'bank/partId'), watts(canal, 'Bait aerator', 200)]
    ],
    [
      'a fuse too big for the tab',
      [...use(starter('battery', 'battery-agm-7'), 'bank/partId'), set('feeds/main/fuse', setTo(30))]
    ],
    [
      'a bolted fuse on a tab',
      [
        ...use(starter('battery', 'battery-agm-12'), 'bank/partId'),
        ...use(starter('fuse-holder', 'holder-post'), 'feeds/main/holderPartId')
      ]
    ]
  ] as [string, Edit[]][])('%s', (_, edits) => {
    expect(stops(change(canal, ...edits))).toContain('battery-terminal-small');
    expect(stops(canal)).not.toContain('battery-terminal-small');
  });

  test('bare pins of a live inlet, and of nothing that is not live', () => {
    const inlet = portNamed(hide, 'Charge');
    const bare = { ...(starter('panel', 'inlet-3pin') as PartOf<'panel'>), id: 'inlet-bare', exposedLivePins: true };
    const box = change(hide, ...use(bare, `ports/${inlet.id}/partId`));
    expect(stops(box)).toContain('live-male-pins');
    const dead = change(box, { op: 'remove', path: `circuits/${circuitOf(hide, 'Charge').id}` });
    expect(stops(dead)).not.toContain('live-male-pins');
  });

  test('a device of unknown highest voltage on a bank that goes beyond 15 V', () => {
    const four = change(hide, battery(hide, { chemistry: 'nmc4' }), set('devices/d4/maxV', null));
    const said = (box: Box) => found(box, 'device-overvoltage').filter((f) => f.where.id === 'd4').length;
    expect(said(four)).toBe(1);
    expect(said(change(four, set('devices/d4/maxV', 18)))).toBe(0);
    expect(said(change(hide, set('devices/d4/maxV', null)))).toBe(0);
  });

  test('charging through an outlet beyond its fuse, plug or wire', () => {
    const through = (amps: number) => [
      set('charging/path', setTo('through-port')),
      set('charging/throughPortId', setTo(portNamed(hide, 'Red lamp').id)),
      set('charging/chargerA', setTo(amps))
    ];
    expect(stops(change(hide, ...through(12)))).toContain('element-overload');
    // what the plug bears, fuse and wire that are left to Haversack bear, too
    const { circuits } = planOf(change(hide, ...through(8))).wiring;
    const lamp = circuits.find((c) => c.circuit.portId === portNamed(hide, 'Red lamp').id)!;
    expect(lamp.fuseA! * 0.8).toBeGreaterThanOrEqual(8);
    expect(lamp.ampacityA!).toBeGreaterThanOrEqual(lamp.fuseA!);
    expect(found(change(hide, ...through(8)), 'element-overload').map((f) => f.title)).toEqual([]);
    expect(found(change(hide, ...through(0.5)), 'element-overload').map((f) => f.title)).toEqual([]);
  });

  test('the whole main feed: adiabatic limit, weakest fault, warm terminals', () => {
    const thin = change(
      canal,
      set('feeds/main/wire', awg('18')),
      set('feeds/main/fuse', setTo(60)),
      ...use(starter('fuse-holder', 'holder-midi'), 'feeds/main/holderPartId')
    );
    expect(found(thin, 'adiabatic-fail').some((f) => f.where.kind === 'main')).toBe(true);
    const far = change(
      canal,
      ...use(starter('battery', 'battery-agm-5'), 'bank/partId'),
      set('feeds/main/fuse', setTo(100)),
      set('outing/airC', -10)
    );
    expect(found(far, 'fault-too-weak').some((f) => f.where.kind === 'main')).toBe(true);
    const warm = change(
      canal,
      watts(canal, 'Bait aerator', 260),
      set('feeds/main/wire', awg('16')),
      set('wiring/insulationC', setTo(105))
    );
    expect(found(warm, 'terminal-too-hot').some((f) => f.where.kind === 'main')).toBe(true);
    for (const id of ['adiabatic-fail', 'fault-too-weak', 'terminal-too-hot']) expect(found(canal, id)).toEqual([]);
  });

  test('heat goes by the root mean square, loads by the peak', () => {
    const h = planOf(radio).judge.of(planOf(radio).wiring.circuits.find((c) => c.feeds.includes('radio'))!.portTag)!;
    // 6 W for nine tenths, 72 W for one: root of the mean square is a third of the peak
    expect(h.rmsA / h.steadyA).toBeCloseTo(Math.sqrt(0.9 * (6 / 72) ** 2 + 0.1), 3);
  });

  test('an inverter counts with its rating and its inrush', () => {
    const box = change(
      hide,
      set('devices/d4/supply', 'inverter'),
      set('devices/d4/converterW', 150),
      watts(hide, 'Lens heater band', 20)
    );
    const c = planOf(box).wiring.circuits.find((k) => k.circuit.id === circuitOf(hide, 'Lens heater').id)!;
    expect(c.loadA).toBeGreaterThanOrEqual(150 / 0.85 / 14.6);
    expect(c.inrushA2s).toBeGreaterThan(1);
    expect(stops(box)).toContain('fuse-near-limit');
  });

  test('deep frost is told, not clamped: lithium, and lead that is drained', () => {
    expect(stops(change(hide, set('outing/airC', -25)))).toContain('deep-frost');
    const empty = change(canal, set('bank/startFraction', 0.3), set('outing/airC', -17));
    expect(stops(empty)).toContain('deep-frost');
    expect(stops(change(empty, set('outing/airC', -3)))).not.toContain('deep-frost');
  });
});

describe('one table', () => {
  test('raising a fuse, thinning a wire, taking a protection away never makes Safe better', () => {
    const rank = { holds: 0, 'not-started': 0, caution: 1, stop: 2 } as const;
    const safe = (box: Box) => rank[planOf(box).verdicts.find((v) => v.id === 'safe')!.state];
    for (const box of [canal, radio, moor])
      for (const c of box.circuits) {
        const before = safe(box);
        const plan = planOf(box).wiring.circuits.find((k) => k.circuit.id === c.id)!;
        if (plan.fuseA === undefined) continue;
        for (const edits of [
          [set(`circuits/${c.id}/wire`, setTo(plan.wire)), set(`circuits/${c.id}/fuse`, setTo(plan.fuseA * 4))],
          [set(`circuits/${c.id}/fuse`, setTo(plan.fuseA)), set(`circuits/${c.id}/wire`, awg('22'))],
          [set(`circuits/${c.id}/fuse`, NONE)]
        ])
          expect(safe(change(box, ...edits)), `${box.name} ${c.id} ${JSON.stringify(edits)}`).toBeGreaterThanOrEqual(
            before
          );
      }
  });

  test('every origin that is offered can be taken, and leads to a circuit that is fed', () => {
    const box = change(moor, set('charging/solar/loadTerminal', { mostA: 10 }));
    const c = circuitOf(box, 'Camera');
    for (const choice of originChoices(box, planOf(box).wiring, c.id)) {
      expect(originKey(choice.from)).toBe(choice.key);
      const plan = planOf(change(box, set(`circuits/${c.id}/from`, choice.from)));
      const row = plan.judge.of(plan.wiring.circuits.find((k) => k.circuit.id === c.id)!.portTag)!;
      expect(row.steadyA, choice.text).toBeGreaterThan(0);
      expect(
        plan.findings.filter((f) => f.id === 'chain-loop'),
        choice.text
      ).toEqual([]);
    }
  });

  test('taking a feed out leaves nothing that names it', () => {
    const added = addFeedEdits(canal);
    const id = added.feedId;
    const c = circuitOf(canal, 'Lamp').id;
    const box = change(
      canal,
      ...added.edits,
      set(`circuits/${c}/from`, behindFeed(id)),
      set('bank/disconnectIn', setTo(id)),
      set('relays', [{ ...moor.relays[0]!, inId: id, switchPortId: NONE }])
    );
    const after = change(box, ...removalOf(box, [{ kind: 'feed', id }]));
    expect(JSON.stringify(after)).not.toContain(`"${id}"`);
    expect(removalOf(box, [{ kind: 'feed', id: 'main' }])).toEqual([]);
  });

  test('unknown origin, unknown fuse and wire of a feed are open items and never a blank', () => {
    const box = change(
      canal,
      addFeed('u', {
        fuse: UNKNOWN,
        wire: UNKNOWN,
        from: UNKNOWN,
        lengthMm: UNKNOWN,
        returnWire: UNKNOWN,
        insulationC: UNKNOWN,
        bundledCount: UNKNOWN
      }),
      set(`circuits/${circuitOf(canal, 'Lamp').id}/from`, behindFeed('u')),
      set(`circuits/${circuitOf(canal, 'Aerator').id}/from`, tapOf(circuitOf(canal, 'Lamp').id, false))
    );
    const plan = planOf(box);
    const open = plan.findings.filter((f) => f.open && f.where.label === 'Feed A').map((f) => f.title);
    expect(open.length).toBeGreaterThanOrEqual(3);
    for (const c of plan.wiring.circuits) expect(Number.isFinite(c.dropV)).toBe(true);
  });

  test('the main feed’s own return, insulation and unlisted wire are judged like any', () => {
    const thin = change(canal, set('feeds/main/returnWire', setTo({ system: 'awg', size: '20' })));
    expect(planOf(thin).judge.of('main/bus')!.conductor!.size).toEqual({ system: 'awg', size: '20' });
    expect(planOf(thin).judge.of('main/bus')!.guard!.tag).toBe('F0');
    const [f] = found(thin, 'guard-exceeds-element');
    expect([f!.severity, f!.where.kind]).toEqual(['stop', 'main']);
    expect(found(change(thin, ...f!.remedies[0]!.edits), 'guard-exceeds-element')).toEqual([]);
    const unknown = change(canal, set('feeds/main/returnWire', UNKNOWN), set('feeds/main/insulationC', UNKNOWN));
    expect(
      planOf(unknown)
        .findings.filter((k) => k.open)
        .map((k) => k.title)
    ).toEqual(['F0: return wire is unknown', 'F0: insulation is unknown']);
    const bears = (box: Box) => planOf(box).judge.of('main/bus')!.bearsA!;
    const wire = set('feeds/main/wire', setTo({ system: 'awg', size: '8' }));
    const cool = change(canal, wire, set('feeds/main/insulationC', setTo(60)));
    expect(bears(cool)).toBeLessThan(bears(change(canal, wire)));
  });

  test('a size no table holds is a stop wherever a wire of the box has it', () => {
    const odd = setTo({ system: 'awg', size: '30' });
    let tried = 0;
    for (const box of demoBoxes())
      for (const path of [
        ...box.feeds.flatMap((f) => [
          `feeds/${f.id}/wire`,
          ...(f.id === 'main' || f.secondBox ? [`feeds/${f.id}/returnWire`] : [])
        ]),
        ...box.circuits.flatMap((c) => [`circuits/${c.id}/wire`, `circuits/${c.id}/returnWire`])
      ]) {
        tried++;
        const [f] = found(change(box, set(path, odd)), 'wire-unlisted');
        expect([box.name, path, f?.severity]).toEqual([box.name, path, 'stop']);
        if (f!.remedies[0])
          expect(found(change(box, set(path, odd), ...f!.remedies[0].edits), 'wire-unlisted')).toEqual([]);
      }
    expect(tried).toBeGreaterThan(60);
  });

  test('a fuse of the drawn circuit whose rating nobody read is asked for, wherever it stands', () => {
    let asked = 0;
    for (const box of demoBoxes()) {
      const paths = [
        ...box.feeds.map((f) => `feeds/${f.id}/fuse`),
        ...box.circuits.map((c) => `circuits/${c.id}/fuse`),
        ...box.relays.map((r) => `relays/${r.id}/coilFuse`),
        ...box.charging.builtIn.map((b) => `charging/builtIn/${b.id}/fuse`),
        ...(box.charging.solar ? ['charging/solar/fuse'] : []),
        'bank/packFuse'
      ];
      for (const path of paths) {
        const unknown = change(box, set(path, UNKNOWN));
        const plan = planOf(unknown);
        const dark = plan.judge.all.filter((h) => h.kind === 'fuse' && h.part!.ratingA === null);
        if (dark.length === 0) continue;
        asked++;
        if (plan.findings.some((f) => f.open && (f.id === 'unknown-attribute' || f.about === path))) {
          expect([box.name, path, plan.verdicts.find((v) => v.id === 'safe')!.state]).not.toEqual([
            box.name,
            path,
            'holds'
          ]);
          continue;
        }
        // not asked: whatever it turns out to be, nothing speaks against it
        const range = unknownRanges(unknown, plan).find((r) => r.path === path)!;
        for (const value of range.values) {
          const now = stops(change(box, set(path, value)));
          expect([box.name, path, JSON.stringify(value), now]).toEqual([
            box.name,
            path,
            JSON.stringify(value),
            stops(box)
          ]);
        }
      }
    }
    expect(asked).toBeGreaterThan(30);
  });

  test('where nothing opens a path says that first, then how many more', () => {
    const box = change(
      canal,
      set('feeds/main/holderPartId', null),
      set(`circuits/${circuitOf(canal, 'Aerator').id}/fuse`, setTo(30))
    );
    const rows = paths(box, planOf(box)).filter((r) => r.circuitId !== null);
    expect(rows.length).toBeGreaterThan(3);
    for (const r of rows) {
      expect(r.state).toBe('stop');
      expect(r.say).toMatch(/^No fuse at the battery/);
    }
    expect(rows.find((r) => r.circuitId === circuitOf(canal, 'Aerator').id)!.say).toMatch(/\(and \d more\)$/);
  });

  test('findings, path table and survey agree on random boxes', () => {
    const seen = { stops: 0, burnt: 0 };
    fc.assert(
      fc.property(randomBox(8), (box) => {
        const plan = planOf(box);
        if (!plan.bank || plan.wiring.circuits.length === 0) return;
        const safe = plan.findings.filter((f) => f.verdict === 'safe' && f.acceptedBecause === null);
        const rows = paths(box, plan);
        for (const r of rows) {
          // a row that holds has nothing against it; a stop stands in the findings, too
          const at = safe.filter(
            (f) => f.where.kind === 'circuit' && f.where.id === r.circuitId && f.stage === 'wiring'
          );
          const ids = at.filter((f) => f.severity === 'stop' && f.id !== 'unknown-attribute').map((f) => f.id);
          if (r.circuitId !== null && ids.length > 0) expect([r.id, r.state, ids]).toEqual([r.id, 'stop', ids]);
          if (r.state === 'stop') {
            seen.stops++;
            expect(safe.some((f) => f.severity === 'stop') || r.say === 'nothing feeds it', `${r.id}: ${r.say}`).toBe(
              true
            );
          }
        }
        // whatever burns in a short tried on the circuit has its stop
        const circuit = new TrialCircuit(plan.wiring);
        const { weak, strong } = shortSources(plan.bank, box.outing.airC);
        for (const at of circuit.positives.slice(0, 12))
          for (const source of [weak, strong]) {
            const trial = oneShort(circuit, at, source, 'strong');
            if (trial.holds || trial.unprotected) continue;
            seen.burnt++;
            expect(
              safe.some((f) => f.severity !== 'note'),
              `${trial.where} burns ${trial.hottest?.name}`
            ).toBe(true);
          }
      }),
      { numRuns: runs(500), seed: 11 }
    );
    expect(seen.stops).toBeGreaterThan(runs(20));
  });
});

describe('figures beneath the table', () => {
  test('charge is conserved when the temperature swings: cold raises the floor, warmth gives it back', () => {
    fc.assert(
      fc.property(
        fc.constantFrom('lfp' as const, 'agm' as const, 'nmc3' as const),
        fc.array(fc.integer({ min: -20, max: 35 }), { minLength: 2, maxLength: 6 }),
        fc.integer({ min: 30, max: 100 }),
        (chemistry, temps, startPercent) => {
          const p = stateOf({
            chemistry,
            capacityAh: 20,
            count: 1,
            healthFraction: 1,
            resistanceFactor: 1,
            linkOhm: 0,
            startFraction: startPercent / 100
          });
          setTemperature(p, temps[0]!);
          const drawnAh = () => (1 - p.soc) / (3600 * p.perAs);
          const before = drawnAh();
          for (const c of temps.slice(1)) {
            setTemperature(p, c);
            expect(drawnAh()).toBeCloseTo(before, 9);
          }
          p.packA = 1;
          advance(p, 3600);
          expect(drawnAh()).toBeGreaterThanOrEqual(before + 1 - 1e-9);
          setTemperature(p, temps[0]!);
          expect(p.soc).toBeLessThan(startPercent / 100);
        }
      )
    );
  });

  test('glass carries half as much again for an hour and is slow beyond it; a blade is not', () => {
    expect(openingTimeS('glass', 10, 14.9)).toEqual({ minS: Infinity, maxS: Infinity });
    expect(openingTimeS('glass', 10, 21).maxS).toBeCloseTo(1800, 6);
    expect(openingTimeS('glass', 10, 40).maxS).toBeCloseTo(3, 6);
    expect(openingTimeS('blade', 10, 40).maxS).toBeLessThan(0.5);
    for (let a = 16; a < 200; a += 3) {
      const [t, next] = [openingTimeS('glass', 10, a), openingTimeS('glass', 10, a + 3)];
      expect(next.maxS).toBeLessThanOrEqual(t.maxS);
      expect(t.minS).toBeLessThanOrEqual(t.maxS);
    }
    // slow glass lets far more heat through than a blade of its rating
    expect(letThroughA2s('glass', 5)).toBeGreaterThan(5 * letThroughA2s('blade', 5));
  });

  test('a panel gives no more than its controller passes', () => {
    const solar = { ...hide.charging.solar!, panelW: 200, controllerMaxA: 4, duringOuting: true };
    const box = change(hide, set('charging/solar', solar), set('outing/day', '2026-06-21'));
    const { inflowA } = planOf(box).outing!.run;
    expect(Math.max(...inflowA)).toBeLessThanOrEqual(4 + 1e-9);
    expect(Math.max(...inflowA)).toBeGreaterThan(0);
    expect(planOf(box).judge.sources.find((s) => s.id === 'sun')!.currentA).toBe(4);
  });
});
