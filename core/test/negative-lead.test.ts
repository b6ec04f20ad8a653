import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { NONE, setTo, UNKNOWN } from '../src/box/attr.ts';
import { applyEdits, type Edit } from '../src/box/edits.ts';
import { boxSchema, type Box } from '../src/box/schema.ts';
import { STARTER_CATALOGUE } from '../src/catalogue/starter.ts';
import { canalNightBankBox, fellRaceRadioPost, saltmarshHideBox } from '../src/demo/boxes.ts';
import { evaluate, type Plan } from '../src/evaluate.ts';
import { proven } from '../src/remedy/prove.ts';
import { TrialCircuit } from '../src/trials/circuit.ts';
import { liveView } from '../src/trials/live.ts';
import { paths } from '../src/trials/paths.ts';
import { ALL_ON, usualSource } from '../src/trials/setting.ts';
import { netlistFaults } from '../src/wiring/netlist.ts';
import { randomBox } from './random-box.ts';
import { runs } from './runs.ts';
import { addFeed, AT_POST, behindFeed } from './tree-edits.ts';

const set = (path: string, value: unknown): Edit => ({ op: 'set', path, value });
const change = (box: Box, ...edits: Edit[]): Box => applyEdits(box, edits);
const planOf = (box: Box): Plan => evaluate(box, STARTER_CATALOGUE);
const found = (plan: Plan, id: string) => plan.findings.filter((f) => f.id === id);
const ids = (plan: Plan) => plan.findings.map((f) => f.id);
const safe = (plan: Plan) => plan.verdicts.find((v) => v.id === 'safe')!;
const portNamed = (box: Box, name: string) => box.ports.find((p) => p.name === name)!;
const circuitOf = (box: Box, name: string) => box.circuits.find((c) => c.portId === portNamed(box, name).id)!;
const MINUS = setTo('minus' as const);

const canal = canalNightBankBox();
const hide = saltmarshHideBox();
const radio = fellRaceRadioPost();
const lamp = circuitOf(canal, 'Lamp');
const lampInMinus = change(canal, set(`circuits/${lamp.id}/fuseLead`, MINUS));
const mainInMinus = change(canal, set('feeds/main/fuseLead', MINUS));
const masterInMinus = change(canal, set('feeds/main/switchLead', MINUS));

/** Where the leads of a part come from and go to, by their polarity. */
const polaritiesAt = (plan: Plan, part: string) =>
  new Set(
    plan.wiring.netlist.conductors.filter((c) => c.from.part === part || c.to.part === part).map((c) => c.polarity)
  );
const planFor = (plan: Plan, id: string) => plan.wiring.circuits.find((c) => c.circuit.id === id)!;

describe('a circuit’s fuse in its negative lead', () => {
  const before = planFor(planOf(canal), lamp.id);
  const plan = planOf(lampInMinus);
  const now = planFor(plan, lamp.id);

  test('stands in the return, and the positive has none', () => {
    expect(polaritiesAt(planOf(canal), before.fuseTag)).toEqual(new Set(['positive']));
    expect(polaritiesAt(plan, now.fuseTag)).toEqual(new Set(['negative']));
    expect([now.fuseA, now.fuseOrigin]).toEqual([undefined, 'none']);
    expect(now.returnFuse).toEqual({ tag: before.fuseTag, family: before.fuseFamily, ratingA: before.fuseA });
    expect(netlistFaults(plan.wiring.netlist)).toEqual([]);
  });

  test('what protects its wire is the main fuse, with all that follows', () => {
    expect(before.guard!.tag).toBe(before.fuseTag);
    expect(now.guard!.tag).toBe('F0');
    const positive = plan.judge.all.find((h) => h.kind === 'wire' && h.circuitId === lamp.id)!;
    expect(positive.guard!.tag).toBe('F0');
  });

  test('is a stop, told once and in words that name what opens', () => {
    expect(safe(planOf(canal)).state).toBe('holds');
    const [f, ...more] = found(plan, 'fuse-in-return');
    expect(more).toEqual([]);
    expect(f).toMatchObject({ severity: 'stop', where: { id: lamp.id } });
    expect(f!.why).toContain('only F0 opens');
    expect(ids(plan)).not.toContain('source-unfused');
    expect(safe(plan).state).toBe('stop');
  });

  test('carries what the circuit draws, and loses what it lost in the other lead', () => {
    expect(plan.judge.of(now.fuseTag)!.steadyA).toBeCloseTo(now.loadA, 9);
    expect(now.fuseMilliOhm).toBeCloseTo(before.fuseMilliOhm, 9);
    // its own wire may be another: what protects it is
    const same = planFor(planOf(change(lampInMinus, set(`circuits/${lamp.id}/wire`, setTo(before.wire)))), lamp.id);
    expect(same.dropV).toBeCloseTo(before.dropV, 9);
  });

  test('its remedy clears it and brings nothing new', () => {
    const [f] = found(plan, 'fuse-in-return');
    const [move] = proven({ box: lampInMinus, catalogue: STARTER_CATALOGUE, plan }, f!);
    expect(move!.label).toBe(`${now.fuseTag} in the + lead`);
    const after = planOf(applyEdits(lampInMinus, move!.edits));
    expect(ids(after).sort()).toEqual(ids(planOf(canal)).sort());
  });

  test('the card, the paths and the kit know it', () => {
    const row = plan.bench.card.find((r) => r.tag === now.fuseTag)!;
    expect(row.feeds).toMatch(/in the − lead$/);
    const path = paths(lampInMinus, plan).find((r) => r.circuitId === lamp.id)!;
    expect(path.state).toBe('stop');
    expect(path.protection).toContain(`${now.fuseTag} in the − lead`);
    expect(path.protection).not.toContain(`${now.fuseTag} ${before.fuseA} A`);
    const fuses = (p: Plan) => p.kit.lines.filter((l) => l.what.kind === 'fuse').map((l) => [l.name, l.perBox]);
    expect(fuses(plan)).toEqual(fuses(planOf(canal)));
  });

  test('where another fuse is meant for it all the same it is a caution', () => {
    const chained = change(
      canal,
      set(`circuits/${lamp.id}/from`, setTo({ at: 'circuit', id: circuitOf(canal, 'Aerator').id, ahead: true })),
      set(`circuits/${lamp.id}/fuseLead`, MINUS)
    );
    expect(found(planOf(chained), 'fuse-in-return')).toMatchObject([{ severity: 'caution' }]);
  });

  test('a circuit without a fuse has none in either lead', () => {
    const bare = planOf(change(lampInMinus, set(`circuits/${lamp.id}/fuse`, NONE)));
    expect(planFor(bare, lamp.id).returnFuse).toBeUndefined();
    expect(ids(bare)).toContain('source-unfused');
    expect(ids(bare)).not.toContain('fuse-in-return');
  });
});

describe('a feed’s fuse in its negative lead', () => {
  const box = change(
    canal,
    addFeed('deck', { from: behindFeed('main'), fuse: setTo(10), ends: 'stud', fuseLead: MINUS })
  );
  const fed = change(box, set(`circuits/${lamp.id}/from`, behindFeed('deck')));

  test('the returns behind it come together before it', () => {
    const plan = planOf(fed);
    const feed = plan.wiring.feeds.find((f) => f.circuit.id === 'deck')!;
    expect(polaritiesAt(plan, feed.fuseTag)).toEqual(new Set(['negative']));
    const back = plan.wiring.netlist.conductors.find((c) => c.id === `${lamp.id}/return`)!;
    expect(back.to.part).toBe(`bus-${feed.tag}`);
    expect(plan.judge.of(feed.fuseTag)!.steadyA).toBeCloseTo(planFor(plan, lamp.id).loadA, 9);
    expect(found(plan, 'fuse-in-return').map((f) => f.where.id)).toEqual(['deck']);
    expect(netlistFaults(plan.wiring.netlist)).toEqual([]);
  });

  test('straight off the post nothing opens for it', () => {
    const plan = planOf(change(fed, set('feeds/deck/from', AT_POST)));
    expect(found(plan, 'fuse-in-return')).toMatchObject([{ severity: 'stop' }]);
    expect(found(plan, 'fuse-in-return')[0]!.why).toContain('nothing opens');
  });
});

describe('the main fuse in the negative lead', () => {
  const plan = planOf(mainInMinus);

  test('is a stop of its own, and no word of a fuse that is not there', () => {
    expect(found(plan, 'fuse-in-return')).toMatchObject([{ severity: 'stop', where: { kind: 'main' } }]);
    expect(ids(plan)).not.toContain('no-main-fuse');
    expect(plan.wiring.main.fuseA).toBeUndefined();
    expect(polaritiesAt(plan, 'F0')).toEqual(new Set(['negative']));
    expect(plan.judge.of('F0')!.steadyA).toBeCloseTo(plan.wiring.main.loadA, 9);
  });

  test('every path says that nothing in its positive protects it at the battery', () => {
    for (const r of paths(mainInMinus, plan)) {
      expect(r.protection).toContain('no main fuse');
      expect(r.state).toBe('stop');
    }
  });

  test('a steel case is named as a way round it', () => {
    const steel = change(
      mainInMinus,
      set(`parts/${canal.casePartId}`, { ...canal.parts[canal.casePartId!], material: 'steel' })
    );
    expect(found(planOf(steel), 'fuse-in-return')[0]!.why).toContain('the steel case');
    expect(found(plan, 'fuse-in-return')[0]!.why).not.toContain('steel');
  });

  test('a return straight to the battery goes round it', () => {
    const round = planOf(change(mainInMinus, set(`circuits/${lamp.id}/returnTo`, 'battery')));
    const back = round.wiring.netlist.conductors.find((c) => c.id === `${lamp.id}/return`)!;
    expect(round.wiring.netlist.parts.find((p) => p.id === back.to.part)!.kind).toBe('battery');
  });

  test('of an outside battery it sits ahead of the way in', () => {
    const box = change(mainInMinus, set('bank/stands', 'outside'));
    const { netlist } = planOf(box).wiring;
    const next = (from: string) =>
      netlist.conductors.find((c) => c.from.part === from && c.polarity === 'negative')!.to.part;
    expect([next('bus'), next('inlet-'), next('F0')]).toEqual(['inlet-', 'F0', 'battery']);
  });

  test('its remedy gives the box it would be', () => {
    const [f] = found(plan, 'fuse-in-return');
    const [move] = proven({ box: mainInMinus, catalogue: STARTER_CATALOGUE, plan }, f!);
    expect(ids(planOf(applyEdits(mainInMinus, move!.edits))).sort()).toEqual(ids(planOf(canal)).sort());
  });
});

describe('a switch in the negative lead', () => {
  const live = (box: Box, off: string[]) => {
    const plan = planOf(box);
    const circuit = new TrialCircuit(plan.wiring);
    return liveView(circuit, usualSource(plan.bank!, 10), { ...ALL_ON, off: new Set(off) }, plan.bank!.ratedAh);
  };

  test('switched off its ports are dead, and their positives are not', () => {
    const plus = live(canal, ['S0']);
    const minus = live(masterInMinus, ['S0']);
    const feed = `${lamp.id}/feed`;
    expect(plus.ports.map((p) => p.live)).toEqual(canal.circuits.map(() => false));
    expect(minus.ports.map((p) => [p.live, p.because])).toEqual(canal.circuits.map(() => [false, 'S0 is off']));
    expect([plus.liveConductors.has(feed), minus.liveConductors.has(feed)]).toEqual([false, true]);
    expect(live(masterInMinus, []).ports.every((p) => p.live)).toBe(true);
  });

  test('is a caution with one remedy, and carries what the box draws', () => {
    const plan = planOf(masterInMinus);
    const [f, ...more] = found(plan, 'switch-in-return');
    expect(more).toEqual([]);
    expect(f).toMatchObject({ severity: 'caution', where: { kind: 'main' } });
    expect(plan.judge.of('S0')!.steadyA).toBeCloseTo(plan.wiring.main.loadA, 9);
    const [move] = proven({ box: masterInMinus, catalogue: STARTER_CATALOGUE, plan }, f!);
    expect(ids(planOf(applyEdits(masterInMinus, move!.edits))).sort()).toEqual(ids(planOf(canal)).sort());
  });

  test('of a circuit: one lever for two returns lets both out together', () => {
    const heater = circuitOf(hide, 'Lens heater');
    const red = circuitOf(hide, 'Red lamp');
    const lever = portNamed(hide, 'Heater switch').id;
    const box = change(
      hide,
      ...[heater, red].flatMap((c) => [
        set(`circuits/${c.id}/switchPortId`, setTo(lever)),
        set(`circuits/${c.id}/switchLead`, MINUS)
      ])
    );
    const plan = planOf(box);
    const { tag } = planFor(plan, heater.id).switches[0]!;
    expect(polaritiesAt(plan, tag)).toEqual(new Set(['negative']));
    const both = planFor(plan, heater.id).loadA + planFor(plan, red.id).loadA;
    expect(plan.judge.of(tag)!.steadyA).toBeCloseTo(both, 9);
    expect(
      found(plan, 'switch-in-return')
        .map((f) => f.where.id)
        .sort()
    ).toEqual([heater.id, red.id].sort());
  });

  test('each circuit on it keeps the fuse in its own return, ahead of the lever', () => {
    const ids = ['Lens heater', 'Red lamp'].map((name) => circuitOf(hide, name).id);
    const lever = portNamed(hide, 'Heater switch').id;
    const plan = planOf(
      change(
        hide,
        ...ids.flatMap((id) => [
          set(`circuits/${id}/switchPortId`, setTo(lever)),
          set(`circuits/${id}/switchLead`, MINUS),
          set(`circuits/${id}/fuseLead`, MINUS)
        ])
      )
    );
    const { tag } = planFor(plan, ids[0]!).switches[0]!;
    for (const id of ids) {
      const c = planFor(plan, id);
      const next = (from: string) =>
        plan.wiring.netlist.conductors.find((w) => w.from.part === from && w.polarity === 'negative')!.to.part;
      expect([next(c.portTag), next(c.fuseTag)]).toEqual([c.fuseTag, tag]);
      expect(plan.judge.of(c.fuseTag)!.steadyA).toBeCloseTo(c.loadA, 9);
      expect(plan.bench.card.map((r) => r.tag)).toContain(c.fuseTag);
    }
    expect(netlistFaults(plan.wiring.netlist)).toEqual([]);
  });

  test('the main path is as long and loses as much as with all of it in the + lead', () => {
    const main = (box: Box) => {
      const { main: m, netlist } = planOf(box).wiring;
      const lengthMm = netlist.conductors
        .filter((c) => c.id.startsWith('main/') && c.polarity === 'negative')
        .reduce((sum, c) => sum + c.lengthMm, 0);
      return [lengthMm, m.commonMilliOhm];
    };
    for (const box of [canal, hide, change(canal, set('bank/stands', 'outside'))]) {
      const fixed = change(box, set('feeds/main/wire', setTo({ system: 'awg', size: '10' })));
      const [lengthMm, milliOhm] = main(fixed);
      for (const moved of [
        [set('feeds/main/switchLead', MINUS)],
        [set('feeds/main/fuseLead', MINUS)],
        [set('feeds/main/switchLead', MINUS), set('feeds/main/fuseLead', MINUS)]
      ]) {
        const [after, lost] = main(change(fixed, ...moved));
        expect(after).toBeCloseTo(lengthMm!, 6);
        expect(Math.abs(lost! / milliOhm! - 1)).toBeLessThan(0.02);
      }
    }
  });

  test('one too small for the box is a stop in either lead', () => {
    const small = (box: Box): Box => change(box, set(`parts/${portNamed(box, 'Master').partId}/ratingA`, 0.5));
    const told = (box: Box) =>
      ids(planOf(small(box))).filter((id) => /switch-rating|element-overload|main-fuse-exceeds/.test(id));
    expect(told(canal).length).toBeGreaterThan(0);
    expect(told(masterInMinus)).toEqual(told(canal));
  });

  test('without a switch nothing is said', () => {
    expect(ids(planOf(change(canal, set(`circuits/${lamp.id}/switchLead`, MINUS))))).not.toContain('switch-in-return');
  });
});

describe('which lead nobody knows', () => {
  test('is asked, may be a stop, and the box is not called safe', () => {
    for (const path of [`circuits/${lamp.id}`, 'feeds/main']) {
      const plan = planOf(change(canal, set(`${path}/fuseLead`, UNKNOWN)));
      const asked = plan.findings.find((f) => f.about === `${path}/fuseLead`)!;
      expect(asked.open).toBe(true);
      expect(asked.mayBe.some((m) => m.key.startsWith('fuse-in-return') && m.severity === 'stop')).toBe(true);
      expect(safe(plan).state).not.toBe('holds');
    }
  });

  test('nothing of what it is charged with hangs on it', () => {
    const plan = planOf(change(radio, set('feeds/main/fuseLead', UNKNOWN), set('charging/chargerV', UNKNOWN)));
    const mayBe = (path: string) => plan.findings.find((f) => f.about === path)!.mayBe.map((m) => m.key);
    expect(mayBe('charging/chargerV').some((key) => /charge-voltage|overvoltage/.test(key))).toBe(true);
    expect(mayBe('feeds/main/fuseLead').filter((key) => /charge|volt/.test(key))).toEqual([]);
  });

  test('of a switch it may be a caution', () => {
    const plan = planOf(change(canal, set('feeds/main/switchLead', UNKNOWN)));
    const asked = plan.findings.find((f) => f.about === 'feeds/main/switchLead')!;
    expect(asked.mayBe.map((m) => [m.key, m.severity])).toEqual([['switch-in-return:main', 'caution']]);
  });
});

describe('as documents hold it', () => {
  test('one that says nothing has everything in the positive', () => {
    const raw = JSON.parse(JSON.stringify(radio)) as { feeds: object[]; circuits: object[] };
    for (const one of [...raw.feeds, ...raw.circuits] as Record<string, unknown>[]) {
      delete one.fuseLead;
      delete one.switchLead;
    }
    expect(boxSchema.parse(raw)).toEqual(radio);
  });

  test('a fuse moved into the negative lead never makes a verdict better', () => {
    const rank = { stop: 0, caution: 1, unknown: 1, holds: 2, 'not-started': 3 } as Record<string, number>;
    fc.assert(
      fc.property(randomBox(6), fc.nat(), (box, nth) => {
        const places = [...box.feeds.map((f) => `feeds/${f.id}`), ...box.circuits.map((c) => `circuits/${c.id}`)];
        const moved = change(box, set(`${places[nth % places.length]}/fuseLead`, MINUS));
        const [a, b] = [planOf(box), planOf(moved)];
        expect(Object.keys(rank)).toContain(safe(a).state);
        expect(rank[safe(b).state]!).toBeLessThanOrEqual(rank[safe(a).state]!);
        expect(netlistFaults(b.wiring.netlist)).toEqual(netlistFaults(a.wiring.netlist));
      }),
      { numRuns: runs(60), seed: 26 }
    );
  });
});
