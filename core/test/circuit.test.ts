import { proven } from '../src/remedy/prove.ts';
import { makeSound } from '../src/remedy/sound.ts';
import { BEHIND_MAIN, secondBox, tapOf } from './tree-edits.ts';
import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { AUTO, NONE, setTo, UNKNOWN } from '../src/box/attr.ts';
import { applyEdits, type Edit } from '../src/box/edits.ts';
import { removeCircuit } from '../src/box/remove-circuit.ts';
import { boxSchema, type Box } from '../src/box/schema.ts';
import { runList } from '../src/wiring/run-list.ts';
import { STARTER_CATALOGUE } from '../src/catalogue/starter.ts';
import { canalNightBankBox, demoBoxes, fellRaceRadioPost, saltmarshHideBox } from '../src/demo/boxes.ts';
import { starter } from '../src/demo/builder.ts';
import { jettyNetBox, moorCameraPost } from '../src/demo/wired.ts';
import type { Plan } from '../src/evaluate.ts';
import { removePort } from '../src/box/remove-port.ts';
import { polarityRows } from '../src/panel/polarity.ts';
import { paths, wayBack, wayFrom } from '../src/trials/paths.ts';
import { behind, tree, wayTo } from '../src/wiring/tree.ts';
import { milliOhmPerM } from '../src/wiring/conductor.ts';
import { breakerHotA, openingTimeS } from '../src/wiring/fuse.ts';
import { netlistFaults } from '../src/wiring/netlist.ts';
import { carriedBackA } from '../src/wiring/returns.ts';
import { smallestChange, troubles } from '../src/wiring/smallest-change.ts';
import { smallestWire } from '../src/wiring/sizing.ts';
import { findTabs, tabsOf } from '../src/wiring/tabs.ts';
import { TAB_ORDERS } from '../src/catalogue/part.ts';
import { evaluate } from './evaluated.ts';

const set = (path: string, value: unknown): Edit => ({ op: 'set', path, value });
const plan = (box: Box): Plan => evaluate(box, STARTER_CATALOGUE);
const change = (box: Box, ...edits: Edit[]): Box => applyEdits(box, edits);
const canal = canalNightBankBox();
const hide = saltmarshHideBox();
const moor = moorCameraPost();
const sourcesOf = (box: Box) => {
  const p = plan(box);
  return { box, catalogue: STARTER_CATALOGUE, need: p.demand, bank: p.bank, fit: p.fit };
};
const leadOf = (p: Plan, id: string) => p.wiring.netlist.conductors.find((c) => c.id === id)!;

describe('who feeds whom', () => {
  const random = fc.array(fc.option(fc.integer({ min: 0, max: 7 }), { nil: undefined }), {
    minLength: 8,
    maxLength: 8
  });
  const boxOf = (ups: (number | undefined)[]) => ({
    feeds: canal.feeds,
    circuits: ups.map((up, i) => ({
      ...canal.circuits[0]!,
      id: `c${i}`,
      from: up === undefined ? BEHIND_MAIN : tapOf(`c${up}`)
    }))
  });

  test('every circuit has its place once, behind the one that feeds it; rings are named and cut', () => {
    fc.assert(
      fc.property(random, (ups) => {
        const chain = tree(boxOf(ups));
        expect(chain.order.map((c) => c.id).sort()).toEqual(ups.map((_, i) => `c${i}`).sort());
        const at = new Map(chain.order.map((c, i) => [c.id, i]));
        for (const [id, up] of chain.upOf) expect(at.get(up)!).toBeLessThan(at.get(id)!);
        // what is left has no ring, and a circuit in a ring hangs on nothing
        for (const c of chain.order) expect(wayTo(chain, c.id).length).toBeLessThanOrEqual(8);
        for (const id of chain.loops.flat()) expect(chain.upOf.has(id)).toBe(false);
        const ringless = ups.every((_, i) => {
          const seen = new Set<number>();
          for (let n: number | undefined = i; n !== undefined; n = ups[n]) {
            if (seen.has(n)) return false;
            seen.add(n);
          }
          return true;
        });
        expect(chain.loops.length === 0).toBe(ringless);
      })
    );
  });
  test('what stands behind a circuit is all whose way leads over it', () => {
    fc.assert(
      fc.property(random, (ups) => {
        const chain = tree(boxOf(ups));
        for (const c of chain.order)
          expect(behind(chain, c.id).sort()).toEqual(
            chain.order
              .filter((o) => wayTo(chain, o.id).includes(c.id))
              .map((o) => o.id)
              .sort()
          );
      })
    );
  });
  test('a daisy chain takes loads behind the master along in their order; an inlet stays out', () => {
    const chain = tree(change(hide, set('feeds/main/ends', 'chain')));
    const loads = hide.circuits.filter((c) => c.purpose === 'load').map((c) => c.id);
    loads.slice(1).forEach((id, i) => expect(chain.upOf.get(id)).toBe(loads[i]));
    expect(chain.upOf.has(hide.circuits.find((c) => c.purpose === 'charge')!.id)).toBe(false);
  });
  test('each return carries its own load and all that land on its port', () => {
    const back = new Map([
      ['b', 'a'],
      ['c', 'b'],
      ['d', 'b']
    ]);
    const sums = carriedBackA(
      back,
      new Map([
        ['a', 1],
        ['b', 2],
        ['c', 4],
        ['d', 8]
      ])
    );
    expect([...sums]).toEqual([
      ['a', 15],
      ['b', 14],
      ['c', 4],
      ['d', 8]
    ]);
  });
});

describe('a daisy chain under one fuse', () => {
  const chained = change(canal, set('feeds/main/ends', 'chain'));
  const p = plan(chained);
  const loads = p.wiring.circuits;
  test('its first fuse carries the sum and stands for every lead behind it', () => {
    const sum = loads.reduce((s, c) => s + c.loadA, 0);
    expect(loads[0]!.carriesA).toBeCloseTo(sum, 9);
    expect(loads[0]!.fuseA!).toBeGreaterThanOrEqual(sum / 0.8);
    for (const c of loads.slice(1)) {
      expect(c.fuseOrigin).toBe('none');
      expect(c.guard).toMatchObject({ tag: loads[0]!.fuseTag, ratingA: loads[0]!.fuseA });
      expect(c.ampacityA!).toBeGreaterThanOrEqual(c.guard!.ratingA!);
    }
  });
  test('the drop at its end is the sum over its leads, by hand', () => {
    const end = loads[loads.length - 1]!;
    const net = p.wiring.netlist;
    const out = wayFrom(net, 'battery', end.portTag)!.filter((c) => c.circuitId !== null);
    const carried = new Map(loads.map((c) => [c.circuit.id, c.lowCarriesA]));
    const byHand =
      out.reduce((s, c) => s + (carried.get(c.circuitId!) ?? 0) * c.milliOhm, 0) +
      end.lowLoadA * (leadOf(p, `${end.circuit.id}/return`).milliOhm + (end.portPart?.contactMilliOhm ?? 0)) +
      loads[0]!.lowCarriesA * loads[0]!.fuseMilliOhm +
      p.wiring.main.lowLoadA * p.wiring.main.commonMilliOhm;
    // the stages take copper a little warmer than the netlist
    expect(Math.abs(end.dropV - byHand / 1000)).toBeLessThan(0.06 * end.dropV);
  });
  test('one fuse in line further down takes over for what hangs behind it', () => {
    const third = canal.circuits[2]!.id;
    const q = plan(change(chained, set(`circuits/${third}/fuse`, setTo(3)))).wiring.circuits;
    expect(q[2]!.guard).toMatchObject({ tag: 'F3', ratingA: 3 });
    expect(q[3]!.guard).toMatchObject({ tag: 'F3', ratingA: 3 });
    expect(q[1]!.guard!.tag).toBe('F1');
  });
  test('the netlist closes, the block is gone, and every port is reached', () => {
    expect(netlistFaults(p.wiring.netlist)).toEqual([]);
    expect(p.wiring.netlist.parts.some((x) => x.kind === 'fuse-block')).toBe(false);
    for (const c of loads) expect(wayFrom(p.wiring.netlist, 'battery', c.portTag)).toBeDefined();
  });
});

describe('batteries, relays and leads in the netlist', () => {
  const parallel = (takeOff: string, count = 3) =>
    plan(change(hide, set('bank/count', count), set('bank/takeOff', takeOff)));
  test.each(['bus', 'opposite', 'same-end'])(
    '%s: every pack reaches the block through its own fuse, and back',
    (how) => {
      const { netlist } = parallel(how).wiring;
      expect(netlistFaults(netlist)).toEqual([]);
      for (const [i, id] of netlist.packIds.entries()) {
        const tags = netlist.conductors
          .filter((c) => c.from.part === id && c.polarity === 'positive')
          .map((c) => c.to.part);
        expect(tags).toEqual([`FP${i + 1}`]);
        expect(wayFrom(netlist, id, 'block')).toBeDefined();
        expect(netlist.conductors.some((c) => c.to.part === id && c.polarity === 'negative')).toBe(true);
      }
    }
  );
  test('without pack fuses there are none, and an unknown one is there without a rating', () => {
    const none = plan(change(hide, set('bank/count', 2), set('bank/packFuse', NONE))).wiring.netlist;
    expect(none.parts.some((x) => x.id === 'FP1')).toBe(false);
    const open = plan(change(hide, set('bank/count', 2), set('bank/packFuse', UNKNOWN))).wiring.netlist;
    expect(open.parts.find((x) => x.id === 'FP2')).toMatchObject({ kind: 'fuse', ratingA: null });
  });
  test('a direct circuit leaves ahead of the main fuse and has its own', () => {
    const receiver = plan(moor).wiring.circuits.find((c) => c.live === 'direct')!.circuit;
    const p = plan(moor);
    const c = p.wiring.circuits.find((x) => x.circuit.id === receiver.id)!;
    const way = wayFrom(p.wiring.netlist, 'battery-1', c.portTag)!.map((w) => w.to.part);
    expect(way).not.toContain('F0');
    expect(way).toContain(c.fuseTag);
    const row = paths(moor, p).find((r) => r.circuitId === receiver.id)!;
    expect(row.protection.join()).not.toContain('no main fuse');
    expect(row.state).toBe('holds');
  });
  test('a coil is its own path with its own fuse; the contacts stand in the main path', () => {
    const p = plan(moor);
    const coil = paths(moor, p).find((r) => r.to === 'K1')!;
    expect(coil.protection.at(-1)).toBe('FK1 2 A');
    expect(wayFrom(p.wiring.netlist, 'battery-1', 'block')!.map((c) => c.to.part)).toContain('K1');
  });
  test('two wires side by side have half the resistance and carry twice', () => {
    const id = canal.circuits[2]!.id;
    const one = plan(change(canal, set(`circuits/${id}/wire`, setTo({ system: 'awg', size: '16' }))));
    const two = plan(
      change(
        canal,
        set(`circuits/${id}/wire`, setTo({ system: 'awg', size: '16' })),
        set(`circuits/${id}/wireCount`, 2)
      )
    );
    expect(leadOf(two, `${id}/feed`).milliOhm).toBeCloseTo(leadOf(one, `${id}/feed`).milliOhm / 2, 9);
    const at = (p: Plan) => p.wiring.circuits.find((c) => c.circuit.id === id)!;
    expect(at(two).ampacityA!).toBeCloseTo(2 * at(one).ampacityA!, 9);
    expect(at(two).oneAmpacityA!).toBeCloseTo(at(one).ampacityA!, 9);
  });
  test('a lead cut on the bench counts with the length it has', () => {
    const id = `${canal.circuits[0]!.id}/feed`;
    const before = leadOf(plan(canal), id);
    const after = leadOf(plan(change(canal, set('bench/asCut', { [id]: before.lengthMm + 500 }))), id);
    const perM = milliOhmPerM(before.size!, Math.max(20, plan(canal).wiring.ambientC));
    expect(after.milliOhm - before.milliOhm).toBeCloseTo(0.5 * perM, 6);
    const list = runList(
      change(canal, set('bench/asCut', { [id]: 333 })),
      plan(change(canal, set('bench/asCut', { [id]: 333 }))).wiring.netlist
    );
    expect(list.runs.find((r) => r.key === id)).toMatchObject({ lengthMm: 333, asCut: true });
    expect(list.runs.filter((r) => r.asCut)).toHaveLength(1);
  });
  test('keys of leads stay when a port is added before them', () => {
    const before = plan(hide).wiring.netlist.conductors.map((c) => c.id);
    const fewer = plan(change(hide, ...removePort(hide, hide.circuits[0]!.portId))).wiring.netlist.conductors.map(
      (c) => c.id
    );
    expect(fewer.every((id) => before.includes(id))).toBe(true);
    expect(new Set(before).size).toBe(before.length);
  });
  test('a battery outside and a second box stand in the way, out and back', () => {
    const second = hide.circuits[0]!;
    const box = change(hide, set('bank/stands', 'outside'), ...secondBox(2500, second.id));
    const { netlist, circuits, feeds } = plan(box).wiring;
    const [tag] = feeds.map((f) => f.portTag);
    const port = circuits.find((c) => c.circuit.id === second.id)!;
    const way = wayFrom(netlist, 'battery', port.portTag)!.map((c) => c.to.part);
    expect(way).toEqual(['F0', 'inlet', 'S0', 'block', 'FA', tag, port.portTag]);
    expect(wayBack(netlist, port.portTag).map((c) => c.to.part)).toEqual([
      'bus-A',
      'bus',
      'shunt',
      'inlet-',
      'battery'
    ]);
    expect(port.guard?.tag).toBe('FA');
    expect(port.dropV).toBeGreaterThan(plan(hide).wiring.circuits[0]!.dropV);
  });
  test('a breaker that switches makes a master needless', () => {
    const breaker = change(
      canal,
      set('parts/holder-breaker', starter('fuse-holder', 'holder-breaker')),
      set('feeds/main/holderPartId', 'holder-breaker'),
      set('feeds/main/leverSwitches', true)
    );
    const p = plan(breaker);
    expect(p.wiring.main.masterPortId).toBeUndefined();
    expect(p.wiring.main.canSwitchOff).toBe(true);
    expect(p.findings.map((f) => f.id)).not.toContain('no-master');
    expect(p.wiring.netlist.parts.find((x) => x.id === 'F0')).toMatchObject({
      family: 'breaker',
      label: 'Main breaker'
    });
  });
  test('the shared resistance is what the netlist has from the bank to the feed and back', () => {
    for (const box of [...demoBoxes(), change(hide, set('bank/stands', 'outside'))]) {
      const p = plan(box);
      const net = p.wiring.netlist;
      const end = ['block', 'S0', 'F0'].find((id) => net.parts.some((x) => x.id === id))!;
      const start = net.feed.plus.part === 'CH' ? 'battery-1' : net.packIds[0]!;
      const main = (id: string | null) => id === null;
      const out = wayFrom(net, start, end)!.filter((c) => main(c.circuitId) && c.id.startsWith('main/'));
      const back = wayBack(net, 'bus').filter((c) => main(c.circuitId) && c.id.startsWith('main/'));
      const on = new Set([...out, ...back].flatMap((c) => [c.from.part, c.to.part]));
      const parts = net.parts.filter(
        (x) =>
          on.has(x.id) && !['battery', 'bus', 'fuse-block', 'changeover'].includes(x.kind) && !x.id.startsWith('FP')
      );
      const sum =
        [...out, ...back].reduce((s, c) => s + c.milliOhm, 0) + parts.reduce((s, x) => s + x.throughMilliOhm, 0);
      expect(sum, box.name).toBeCloseTo(p.wiring.main.commonMilliOhm, 6);
    }
  });
});

test('the kit has every fuse of the circuit, a holder for each that sits in a wire, relay, changeover and boots', () => {
  const p = plan(moor);
  const line = (id: string) => p.kit.lines.find((l) => l.lineId === id)?.perBox;
  expect(line('fuse-post-30a')).toBe(3);
  expect(line('relay-40')).toBe(1);
  expect(line('changeover-switch')).toBe(1);
  expect(line('post-boot')).toBe(4);
  const fuses = p.wiring.netlist.parts.filter((x) => x.kind === 'fuse');
  const inBlock = p.wiring.netlist.conductors.filter((c) => c.from.part === 'block').length;
  expect(line('holder-inline-blade')).toBe(fuses.length - 3 - inBlock);
  const counted = p.kit.lines.filter((l) => /^fuse-.*a$/.test(l.lineId)).reduce((s, l) => s + l.perBox, 0);
  expect(counted).toBe(fuses.length);
});

describe('sizing by what is at hand', () => {
  const laid = { insulationC: 75, ambientC: 30, bundledCount: 1, cca: false };
  test('a reel at home is taken where it holds, the thinnest first; else the table', () => {
    const reels = [
      { system: 'mm2', size: '4' },
      { system: 'awg', size: '14' }
    ] as const;
    expect(smallestWire('awg', laid, 10, () => true, reels)).toEqual(reels[1]);
    expect(smallestWire('awg', laid, 25, () => true, reels)).toEqual(reels[0]);
    expect(smallestWire('awg', laid, 60, () => true, reels)).toEqual(smallestWire('awg', laid, 60, () => true));
  });
  test('the smallest change clears what it names, and a sound circuit gets none', () => {
    const wrong = hide.circuits.find((c) => c.fuse.is === 'set')!;
    const change1 = smallestChange(sourcesOf(hide), wrong.id)!;
    const after = plan(change(hide, ...change1.edits)).wiring.circuits.find((c) => c.circuit.id === wrong.id)!;
    expect(troubles(after)).toEqual([]);
    expect(change1.edits).toHaveLength(1);
    expect(smallestChange(sourcesOf(hide), hide.circuits[0]!.id)).toBeUndefined();
  });
  test('where no fuse helps the wire gets thicker, and one step is enough', () => {
    const id = canal.circuits.find((c) => c.portId === canal.ports.find((x) => x.name === 'Lamp')!.id)!.id;
    const box = change(
      canal,
      set(`circuits/${id}/wire`, setTo({ system: 'awg', size: '22' })),
      set(`circuits/${id}/lengthMm`, setTo(9000)),
      set(`devices/${canal.devices.find((d) => d.name === 'Shelter lamp')!.id}/modes`, [
        { id: 'm1', name: 'on', dutyFraction: 1, draw: { kind: 'power', powerW: 30 } }
      ])
    );
    const found = smallestChange(sourcesOf(box), id)!;
    expect(found.label).toMatch(/AWG/);
    const c = plan(change(box, ...found.edits)).wiring.circuits.find((x) => x.circuit.id === id)!;
    expect(troubles(c)).toEqual([]);
  });
});

test('a thermal breaker: never at its rating, within the hour at 135 %, seconds at 200 %; less when warm', () => {
  expect(openingTimeS('breaker', 20, 20).maxS).toBe(Infinity);
  expect(openingTimeS('breaker', 20, 27)).toEqual({ minS: 60, maxS: 3600 });
  expect(openingTimeS('breaker', 20, 40)).toEqual({ minS: 5, maxS: 60 });
  expect(breakerHotA(20, 45)).toBeCloseTo(20 * (1 - 0.007 * 20), 9);
});

describe('tabs of a switch', () => {
  test('from two readings every order is found again', () => {
    for (const order of TAB_ORDERS.filter((o) => o !== 'two-tabs')) {
      const tabs = tabsOf(order);
      const n = (t: string) => (tabs.indexOf(t as never) + 1) as 1 | 2 | 3;
      const pair = [n('supply'), n('load')].sort().join('-') as '1-2' | '1-3' | '2-3';
      expect(findTabs({ joined: pair, lampFrom: n('load') }).order).toBe(order);
      expect(findTabs({ joined: pair, lampFrom: n('lamp') }).order).toBeUndefined();
    }
    expect(findTabs({ joined: null, lampFrom: null }).next).toContain('1 and 2');
    expect(findTabs({ joined: 'none', lampFrom: null }).next).toContain('broken');
  });
});

describe('bad input', () => {
  const lamp = canal.circuits[2]!.id;
  test.each([
    [
      'a ring',
      [
        set(`circuits/c1/from`, setTo({ at: 'circuit', id: 'c2', ahead: true })),
        set(`circuits/c2/from`, setTo({ at: 'circuit', id: 'c1', ahead: true }))
      ],
      'chain-loop',
      'C1'
    ],
    ['itself', [set(`circuits/c1/from`, setTo({ at: 'circuit', id: 'c1', ahead: true }))], 'chain-loop', 'C1'],
    [
      'a circuit that is not there',
      [set(`circuits/c3/from`, setTo({ at: 'circuit', id: 'c77', ahead: true }))],
      'chain-loop',
      'C3'
    ],
    ['a port on two circuits', [set(`circuits/c3/portId`, canal.circuits[0]!.portId)], 'circuit-shape', 'C3'],
    ['a circuit without a port', [set(`circuits/c3/portId`, 'p99')], 'circuit-shape', 'C3'],
    ['a port without a circuit', [{ op: 'remove', path: `circuits/${lamp}` }], 'circuit-shape', 'P3'],
    ['a fuse that nobody sells', [set(`circuits/${lamp}/fuse`, setTo(6))], 'fuse-unlisted', 'C3'],
    ['a rating nobody read', [set('feeds/main/fuse', UNKNOWN)], 'unknown-attribute', 'F0'],
    [
      'a relay in a circuit that is not there',
      [set('relays', [{ ...moor.relays[0]!, inId: 'c99' }])],
      'relay-unsound',
      'box'
    ]
  ] as [string, Edit[], string, string][])('%s is named and located, the rest is computed', (_, edits, rule, where) => {
    const box = change(canal, ...edits);
    expect(boxSchema.safeParse(box).success).toBe(true);
    const p = plan(box);
    const found = p.findings.filter((f) => f.id === rule);
    expect(found.map((f) => f.where.label).join()).toContain(where);
    for (const c of p.wiring.circuits) expect(Number.isFinite(c.dropV) && Number.isFinite(c.loadA)).toBe(true);
    expect(p.outing!.lastsH).toBeGreaterThan(0);
    expect(p.wiring.netlist.conductors.every((c) => Number.isFinite(c.milliOhm))).toBe(true);
  });
  test('the remedies of a ring and of a lost feed clear them', () => {
    for (const edits of [
      [
        set(`circuits/c1/from`, setTo({ at: 'circuit', id: 'c2', ahead: true })),
        set(`circuits/c2/from`, setTo({ at: 'circuit', id: 'c1', ahead: true }))
      ],
      [set(`circuits/c3/from`, setTo({ at: 'circuit', id: 'c77', ahead: true }))]
    ]) {
      const box = change(canal, ...edits);
      const f = plan(box).findings.find((x) => x.id === 'chain-loop')!;
      expect(plan(change(box, ...f.remedies[0]!.edits)).findings.map((x) => x.id)).not.toContain('chain-loop');
    }
  });
  test('taking a circuit or port out leaves nothing that names it', () => {
    const box = change(
      moor,
      set(`circuits/c3/from`, setTo({ at: 'circuit', id: 'c1', ahead: true })),
      set('checkedPaths', [{ circuitId: 'c1', mark: 'x', by: '', day: '2026-01-01' }])
    );
    const after = change(box, ...removeCircuit(box, 'c1'));
    expect(JSON.stringify(after.circuits)).not.toContain('"c1"');
    expect(after.checkedPaths).toEqual([]);
    const kill = moor.relays[0]!.switchPortId;
    const gone = change(moor, ...removePort(moor, kill.is === 'set' ? kill.value : ''));
    expect(gone.relays[0]!.switchPortId).toEqual(NONE);
    const sun = moor.charging.solar!.panelPortId;
    expect(change(moor, ...removePort(moor, sun.is === 'set' ? sun.value : '')).charging.solar!.panelPortId).toEqual(
      AUTO
    );
  });
});

test('a chain of first remedies on the box as found comes to an end without a stop of safety', () => {
  let box = jettyNetBox();
  const first = () => {
    const now = plan(box);
    const b = { box, catalogue: STARTER_CATALOGUE, plan: now };
    for (const f of now.findings) {
      if (f.verdict !== 'safe' || f.severity === 'note') continue;
      const [cure] = proven(b, f).filter((r) => !r.answer);
      if (cure) return cure;
    }
    return undefined;
  };
  expect(plan(box).verdicts.find((v) => v.id === 'safe')!.state).toBe('stop');
  let pressed = 0;
  for (let cure = first(); cure && pressed < 40; cure = first(), pressed++) box = change(box, ...cure.edits);
  expect(pressed).toBeLessThan(40);
  const left = plan(box).findings.filter((f) => f.verdict === 'safe' && f.severity === 'stop');
  expect(left.map((f) => f.title)).toEqual(['The main fuse sits 320 mm from the battery']);
  // what no single press cures is cured by several together
  expect(makeSound(box, STARTER_CATALOGUE, 'stops').after.stopCount).toBe(0);
});

describe('plugs', () => {
  test('each connector has its row; the same plug at two voltages is told at both', () => {
    const radio = fellRaceRadioPost();
    const inlet = radio.circuits.find((c) => c.purpose === 'charge')!.portId;
    const box = change(radio, set(`ports/${inlet}/partId`, 'circular-16'));
    const rows = polarityRows(box, new Map());
    expect(rows.length).toBe(
      radio.ports.filter((p) => ['outlet', 'inlet'].includes((radio.parts[p.partId] as { role: string }).role)).length
    );
    expect(rows.filter((r) => r.say.includes('also fits')).length).toBeGreaterThanOrEqual(3);
    expect(polarityRows(radio, new Map()).every((r) => !r.say.includes('also fits'))).toBe(true);
  });
  test('a reversing adapter and bare pins are stops', () => {
    const lead = {
      lengthMm: 1000,
      wire: AUTO,
      adapter: 'reversing' as const,
      reversed: 'no' as const,
      armoured: 'no' as const
    };
    const box = change(canal, set('devices/d1/lead', lead));
    expect(
      polarityRows(box, new Map())
        .filter((r) => r.state === 'stop')
        .map((r) => r.say)
    ).toEqual(['its adapter swaps + and −']);
  });
});
