import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { AUTO, NONE, setTo, UNKNOWN } from '../src/box/attr.ts';
import { applyEdits, type Edit } from '../src/box/edits.ts';
import { boxSchema, type Box } from '../src/box/schema.ts';
import { STARTER_CATALOGUE } from '../src/catalogue/starter.ts';
import { canalNightBankBox, saltmarshHideBox } from '../src/demo/boxes.ts';
import type { Plan } from '../src/evaluate.ts';
import { proven } from '../src/remedy/prove.ts';
import { TrialCircuit } from '../src/trials/circuit.ts';
import { liveView } from '../src/trials/live.ts';
import { ALL_ON, usualSource } from '../src/trials/setting.ts';
import { netlistFaults } from '../src/wiring/netlist.ts';
import { startsUnfused } from '../src/wiring/before-fuse.ts';
import { wayTags } from '../src/wiring/switch-place.ts';
import { DEMO_BOXES } from './boxes.ts';
import { evaluate } from './evaluated.ts';
import { randomBox } from './random-box.ts';
import { runs } from './runs.ts';
import { addFeed, AHEAD, BEHIND_MAIN, tapOf } from './tree-edits.ts';

const set = (path: string, value: unknown): Edit => ({ op: 'set', path, value });
const change = (box: Box, ...edits: Edit[]): Box => applyEdits(box, edits);
const planOf = (box: Box): Plan => evaluate(box, STARTER_CATALOGUE);
const found = (plan: Plan, id: string) => plan.findings.filter((f) => f.id === id);
const safe = (plan: Plan) => plan.verdicts.find((v) => v.id === 'safe')!;
const circuitOf = (box: Box, name: string) =>
  box.circuits.find((c) => c.portId === box.ports.find((p) => p.name === name)!.id)!;
const planFor = (plan: Plan, id: string) => plan.wiring.circuits.find((c) => c.circuit.id === id)!;
const FIRST = setTo('ahead-of-fuse' as const);

const canal = canalNightBankBox();
const hide = saltmarshHideBox();
const heater = circuitOf(hide, 'Lens heater');
const demo = (name: string): Box => DEMO_BOXES.find(([of]) => of.startsWith(name))![1];
const mainFirst = (box: Box): Box => change(box, set('feeds/main/switchPlace', FIRST));

/** The parts of the positive that belong to one circuit or to the main path, in the order the current meets them. */
function wayOf(plan: Plan, own: (id: string, circuitId: string | null) => boolean): string[] {
  const leads = plan.wiring.netlist.conductors.filter((c) => c.polarity === 'positive' && own(c.id, c.circuitId));
  return leads.flatMap((c, i) => (i === 0 ? [c.from.part, c.to.part] : [c.to.part]));
}
const mainWay = (plan: Plan) => wayOf(plan, (id) => id.startsWith('main/'));
const lengthOf = (plan: Plan, own: (id: string) => boolean) =>
  plan.wiring.netlist.conductors
    .filter((c) => c.polarity === 'positive' && own(c.id))
    .reduce((sum, c) => sum + c.lengthMm, 0);

describe('a main switch ahead of the main fuse', () => {
  const plan = planOf(mainFirst(canal));

  test('comes first in the circuit, the fuse behind it', () => {
    expect(mainWay(planOf(canal))).toEqual(['battery', 'F0', 'S0', 'block']);
    expect(mainWay(plan)).toEqual(['battery', 'S0', 'F0', 'block']);
    expect(netlistFaults(plan.wiring.netlist)).toEqual([]);
    expect(lengthOf(plan, (id) => id.startsWith('main/'))).toBeCloseTo(
      lengthOf(planOf(canal), (id) => id.startsWith('main/')),
      6
    );
  });

  test('what lies up to the fuse has nothing that opens: a stop, and changing places cures it', () => {
    expect(plan.judge.of('S0')!.guard).toBeUndefined();
    expect(planOf(canal).judge.of('S0')!.guard!.tag).toBe('F0');
    const [far] = found(plan, 'main-fuse-far');
    expect(far!.severity).toBe('stop');
    expect(far!.figures!.distanceMm).toBeCloseTo(plan.wiring.main.fuseDistanceMm!, 9);
    const box = mainFirst(canal);
    const [way] = proven({ box: box, catalogue: STARTER_CATALOGUE, plan }, far!).filter(
      (r) => r.label === 'The fuse first, then the switch'
    );
    expect(planOf(change(box, ...way!.edits)).findings.map((f) => f.key)).toEqual(
      planOf(canal).findings.map((f) => f.key)
    );
  });

  test('a fuse measured near the post is near it, with the switch in that short stretch', () => {
    const near = planOf(change(mainFirst(canal), set('feeds/main/fuseFromStartMm', setTo(120))));
    expect(found(near, 'main-fuse-far')).toEqual([]);
    expect(mainWay(near)).toEqual(['battery', 'S0', 'F0', 'block']);
    expect(lengthOf(near, (id) => id === 'main/p6' || id === 'main/fuse')).toBeCloseTo(120, 9);
  });

  test('what is taken off ahead of it has no main fuse: its own stands at the battery', () => {
    const lamp = circuitOf(canal, 'Lamp');
    const ahead = set(`circuits/${lamp.id}/from`, AHEAD);
    const [usual, first] = [planOf(change(canal, ahead)), planOf(change(mainFirst(canal), ahead))];
    expect([planFor(usual, lamp.id).live, planFor(first, lamp.id).live]).toEqual(['always', 'direct']);
    const none = planOf(change(mainFirst(canal), ahead, set(`circuits/${lamp.id}/fuse`, NONE)));
    expect(planFor(none, lamp.id).guard).toBeUndefined();
    expect(planFor(planOf(change(canal, ahead, set(`circuits/${lamp.id}/fuse`, NONE))), lamp.id).guard!.tag).toBe('F0');
    expect(safe(none).state).toBe('stop');
    expect(mainWay(first)).toEqual(['battery', 'S0', 'F0', 'block']);
  });

  test('switched off, the fuse behind it is dead, and alive with the fuse first', () => {
    for (const [box, live] of [
      [canal, true],
      [mainFirst(canal), false]
    ] as const) {
      const now = planOf(box);
      const circuit = new TrialCircuit(now.wiring);
      const off = { ...ALL_ON, off: new Set(['S0']) };
      const view = liveView(circuit, usualSource(now.bank!, 10), off, now.bank!.ratedAh);
      const into = now.wiring.netlist.conductors.find((c) => c.to.part === 'F0')!;
      expect(view.liveConductors.has(into.id)).toBe(live);
    }
  });

  test('behind a way in: the whole lead outside and the switch have nothing', () => {
    const box = mainFirst(demo('Slipway'));
    const at = planOf(box);
    expect(mainWay(at)).toEqual(['battery', 'inlet', 'S0', 'F0', 'block']);
    expect(at.wiring.main.fuseDistanceMm!).toBeGreaterThan(box.feeds[0].lead!.lengthMm);
    expect(found(at, 'main-fuse-far')).toHaveLength(1);
    const ahead = planOf(change(box, set(`circuits/${box.circuits[0]!.id}/from`, AHEAD)));
    const begin = ahead.wiring.netlist.conductors.find((c) => c.circuitId === box.circuits[0]!.id)!;
    expect(begin.from.part).toBe('inlet');
  });

  test('the fuse card says when the main fuse is live', () => {
    const live = (box: Box) => planOf(box).bench.card[0]!.live;
    expect([live(canal), live(mainFirst(canal))]).toEqual(['always', 'master on']);
    const relayOnly = change(demo('Moor'), set('feeds/main/switches', NONE));
    expect([live(relayOnly), live(mainFirst(relayOnly))]).toEqual(['always', 'with its relay']);
  });

  test('its relay’s contact sits ahead as well, and the coil’s lead counts on no main fuse', () => {
    const moor = mainFirst(demo('Moor'));
    expect(mainWay(planOf(moor))).toEqual(['CH', 'K1', 'S0', 'F0', 'block']);
    const coil = planOf(moor).wiring.netlist.parts.find((p) => p.id === 'FK1')!;
    expect(coil.ratingA).toBe(2);
  });

  test('what sits in the other lead, or a feed without a fuse, has no order', () => {
    const usual = mainWay(planOf(canal));
    for (const other of [
      set('feeds/main/switchLead', setTo('minus')),
      set('feeds/main/fuseLead', setTo('minus')),
      set('feeds/main/fuse', NONE)
    ])
      expect(mainWay(planOf(change(mainFirst(canal), other)))).toEqual(mainWay(planOf(change(canal, other))));
    expect(usual).toEqual(['battery', 'F0', 'S0', 'block']);
  });
});

describe('a charge source on the main path', () => {
  const main = (box: Box) => mainFirst(box).feeds[0];
  const box = { feeds: [main(canal)] } as unknown as Box;
  test('hangs where no fuse has come yet, wherever it is said or left to Haversack', () => {
    expect(startsUnfused(box, AUTO)).toBe(true);
    expect(startsUnfused(box, AHEAD)).toBe(true);
    expect(startsUnfused(box, BEHIND_MAIN)).toBe(false);
    expect(startsUnfused(box, UNKNOWN)).toBe(false);
    expect(startsUnfused(canal, AUTO)).toBe(false);
    expect(startsUnfused(canal, setTo({ at: 'post', pack: null }))).toBe(true);
  });

  test('pushes nothing through the main fuse, and the wire of its own fuse is its own', () => {
    const camp = demo('Camp');
    const solar = camp.charging.solar!;
    const at = (place: Edit[]) =>
      planOf(
        change(
          camp,
          set('charging/solar', { ...solar, from: AHEAD }),
          set('feeds/main/fuseFromStartMm', AUTO),
          ...place
        )
      );
    const pushed = at([]).wiring.main.pushedA;
    expect(pushed).toBeGreaterThan(0);
    const first = at([set('feeds/main/switchPlace', FIRST)]);
    expect(first.wiring.main.pushedA).toBe(0);
  });
});

describe('a circuit’s own switch ahead of its fuse', () => {
  const box = change(hide, set(`circuits/${heater.id}/switchPlace`, FIRST));
  const plan = planOf(box);
  const own = planFor(plan, heater.id);

  test('comes first, out of the block, and the fuse behind it in the wire', () => {
    const way = wayOf(plan, (id, of) => of === heater.id && !id.startsWith('devices'));
    const [begin, ...rest] = way;
    expect(begin).toBe('block');
    expect(rest.slice(0, 3)).toEqual([own.switchTag, own.fuseTag, own.portTag]);
    expect(wayTags(box, own)).toEqual([own.switchTag, own.fuseTag, own.portTag]);
    expect(wayTags(hide, planFor(planOf(hide), heater.id))).toEqual([own.fuseTag, own.switchTag, own.portTag]);
    expect(netlistFaults(plan.wiring.netlist)).toEqual([]);
  });

  test('its wire up to the fuse is judged by what stands before, and a remedy that was tried clears it', () => {
    const told = found(plan, 'guard-exceeds-element').find((f) => f.where.id === heater.id)!;
    expect(told.severity).toBe('stop');
    expect(told.title).toContain('F0');
    const [way] = proven({ box: box, catalogue: STARTER_CATALOGUE, plan }, told).filter((r) =>
      r.label.startsWith('The fuse first')
    );
    expect(planOf(change(box, ...way!.edits)).findings.map((f) => f.key)).toEqual(
      planOf(hide).findings.map((f) => f.key)
    );
  });

  test('a wire that bears the fuse before is not told', () => {
    const thick = change(
      box,
      set(`circuits/${heater.id}/wire`, setTo({ system: 'awg', size: '8' })),
      set(`circuits/${heater.id}/fuseFromStartMm`, setTo(200))
    );
    expect(found(planOf(thick), 'guard-exceeds-element').filter((f) => f.where.id === heater.id)).toEqual([]);
  });

  test('as far out as it was measured: switch and fuse share that stretch, the rest goes on to the port', () => {
    const measured = planOf(change(box, set(`circuits/${heater.id}/fuseFromStartMm`, setTo(250))));
    const conductors = measured.wiring.netlist.conductors.filter(
      (c) => c.polarity === 'positive' && c.id.startsWith(`${heater.id}/`)
    );
    const upTo = conductors.filter((c) => c.from.part !== own.fuseTag);
    expect(upTo.reduce((sum, c) => sum + c.lengthMm, 0)).toBeCloseTo(250, 9);
    const whole = conductors.reduce((sum, c) => sum + c.lengthMm, 0);
    expect(whole).toBeCloseTo(planFor(measured, heater.id).lengthMm, 6);
  });

  test('what hangs ahead of that switch begins where it begins, and shares neither fuse nor switch', () => {
    const red = circuitOf(hide, 'Red lamp');
    const tapped = (of: Box) =>
      planOf(change(of, set(`circuits/${red.id}/from`, tapOf(heater.id, true)), set(`circuits/${red.id}/fuse`, NONE)));
    expect(planFor(tapped(change(hide, set(`circuits/${heater.id}/fuse`, setTo(5)))), red.id).guard!.tag).toBe(
      own.fuseTag
    );
    const first = tapped(change(box, set(`circuits/${heater.id}/fuse`, setTo(5))));
    expect(planFor(first, red.id).guard!.tag).toBe('F0');
    expect(planFor(first, heater.id).carriesA).toBeCloseTo(planFor(first, heater.id).loadA, 9);
    const behind = planOf(
      change(
        box,
        set(`circuits/${heater.id}/fuse`, setTo(5)),
        set(`circuits/${red.id}/from`, tapOf(heater.id, false)),
        set(`circuits/${red.id}/fuse`, NONE)
      )
    );
    expect(planFor(behind, red.id).guard!.tag).toBe(own.fuseTag);
  });

  test('takes no way of the block, and its holder is bought; so does one that was measured out along its wire', () => {
    const measured = change(hide, set(`circuits/${heater.id}/fuseFromStartMm`, setTo(300)));
    const holders = (of: Box) => {
      const { kit, wiring } = planOf(of);
      const family = planFor(planOf(of), heater.id).fuseFamily;
      return [family, kit.lines.find((l) => l.lineId === 'holder-inline-blade')?.perBox ?? 0, wiring.circuits.length];
    };
    const [, usual] = holders(hide);
    for (const of of [box, measured])
      expect(holders(of)).toEqual(['blade', (usual as number) + 1, hide.circuits.length]);
    // a block with a way too few is enough then
    const small = { ...planOf(hide).wiring.block!, wayCount: 5 };
    const ways = (of: Box) => found(planOf(change(of, set(`parts/${small.id}`, small))), 'fuse-block-ways').length;
    expect([hide, box, measured].map(ways)).toEqual([1, 0, 0]);
  });

  test('one switch ahead of the fuses of two circuits ties nothing together', () => {
    const red = circuitOf(hide, 'Red lamp');
    const lever = heater.switchPortId;
    const both = (place: Edit[]) => planOf(change(hide, set(`circuits/${red.id}/switchPortId`, lever), ...place));
    expect(found(both([]), 'ways-tied')).toHaveLength(1);
    const first = [heater, red].map((c) => set(`circuits/${c.id}/switchPlace`, FIRST));
    const after = both(first);
    expect(found(after, 'ways-tied')).toEqual([]);
    expect(netlistFaults(after.wiring.netlist)).toEqual([]);
  });
});

describe('straight off the battery', () => {
  const lamp = circuitOf(canal, 'Lamp');
  const off = change(
    canal,
    addFeed('second', { from: setTo({ at: 'post', pack: null }), fuse: setTo(10), lengthMm: setTo(900), ends: 'stud' }),
    set(`circuits/${lamp.id}/from`, setTo({ at: 'feed', id: 'second', ahead: false })),
    { op: 'add', path: 'ports', value: { ...canal.ports.at(-1)!, id: 'lever', name: 'Lever' } },
    set('feeds/main/switches', setTo([canal.ports.at(-1)!.id])),
    set('feeds/second/switches', setTo(['lever']))
  );
  const first = change(off, set('feeds/second/switchPlace', FIRST));

  test('its fuse is as far out as the switch lies: a stop with a remedy', () => {
    expect(found(planOf(off), 'direct-fuse-far')).toEqual([]);
    const plan = planOf(first);
    const [far] = found(plan, 'direct-fuse-far');
    expect(far!.severity).toBe('stop');
    expect(far!.figures!.distanceMm).toBeGreaterThan(400);
    const [way] = proven({ box: first, catalogue: STARTER_CATALOGUE, plan }, far!);
    expect(way!.label).toMatch(/^The fuse first, then the switch/);
    expect(found(planOf(change(first, ...way!.edits)), 'direct-fuse-far')).toEqual([]);
  });

  test('measured near the post, nothing is told', () => {
    expect(found(planOf(change(first, set('feeds/second/fuseFromStartMm', setTo(90)))), 'direct-fuse-far')).toEqual([]);
  });
});

describe('which comes first nobody knows', () => {
  test('is asked, with the worst of both, and the answer that it may be well', () => {
    for (const [box, path, key] of [
      [canal, 'feeds/main', 'main-fuse-far'],
      [hide, `circuits/${heater.id}`, 'guard-exceeds-element']
    ] as const) {
      const plan = planOf(change(box, set(`${path}/switchPlace`, UNKNOWN)));
      const asked = plan.findings.find((f) => f.about === `${path}/switchPlace`)!;
      expect(asked.open).toBe(true);
      expect(asked.mayBe.some((m) => m.key.startsWith(key) && m.severity === 'stop')).toBe(true);
      expect(safe(plan).state).not.toBe('holds');
      expect(plan.wiring).toEqual(expect.objectContaining({ lowV: planOf(box).wiring.lowV }));
    }
  });
});

describe('as documents hold it', () => {
  test('one that says nothing has every switch behind its fuse', () => {
    const raw = JSON.parse(JSON.stringify(hide)) as { feeds: object[]; circuits: object[] };
    for (const one of [...raw.feeds, ...raw.circuits] as Record<string, unknown>[]) delete one.switchPlace;
    expect(boxSchema.parse(raw)).toEqual(hide);
    expect(
      boxSchema.safeParse({ ...hide, feeds: [{ ...hide.feeds[0], switchPlace: setTo('in-the-middle') }] }).success
    ).toBe(false);
  });

  test('a switch put ahead of a fuse keeps every circuit whole and never makes a verdict better', () => {
    const rank = { stop: 0, caution: 1, unknown: 1, holds: 2, 'not-started': 3 } as Record<string, number>;
    fc.assert(
      fc.property(randomBox(6), fc.nat(), (box, nth) => {
        const places = [...box.feeds.map((f) => `feeds/${f.id}`), ...box.circuits.map((c) => `circuits/${c.id}`)];
        const path = `${places[nth % places.length]}/switchPlace`;
        const [a, b] = [AUTO, FIRST].map((place) => planOf(change(box, set(path, place))));
        expect(netlistFaults(b!.wiring.netlist)).toEqual([]);
        expect(rank[safe(b!).state]!).toBeLessThanOrEqual(rank[safe(a!).state]!);
        expect(b!.wiring.netlist.parts.map((p) => p.id).sort()).toEqual(
          a!.wiring.netlist.parts.map((p) => p.id).sort()
        );
      }),
      { numRuns: runs(160), seed: 20261202 }
    );
  });
});
