import { describe, expect, test } from 'vitest';
import { NONE, setTo, UNKNOWN } from '../src/box/attr.ts';
import { applyEdits, type Edit } from '../src/box/edits.ts';
import { FED_FROM } from '../src/box/charge-names.ts';
import { plainFeed } from '../src/box/empty.ts';
import type { Box } from '../src/box/schema.ts';
import { chargingPlan } from '../src/charge/charging.ts';
import { STARTER_CATALOGUE } from '../src/catalogue/starter.ts';
import { canalNightBankBox, fellRaceRadioPost, saltmarshHideBox } from '../src/demo/boxes.ts';
import { campTableBox, slipwayBox } from '../src/demo/fed.ts';
import { jettyNetBox, moorCameraPost } from '../src/demo/wired.ts';
import { evaluate, type Plan } from '../src/evaluate.ts';
import { lookUpList } from '../src/unknown/look-up.ts';
import { ofUnread } from '../src/unknown/part-ranges.ts';
import { oldRadio, on, soundBase, span } from './small-boxes.ts';

const set = (path: string, value: unknown): Edit => ({ op: 'set', path, value });
const change = (box: Box, ...edits: Edit[]): Box => applyEdits(box, edits);
const planOf = (box: Box): Plan => evaluate(box, STARTER_CATALOGUE);
const stateOf = (plan: Plan, id: string) => plan.verdicts.find((v) => v.id === id)!.state;
const askedAt = (plan: Plan, path: string) => plan.findings.find((f) => f.open && f.about === path);

const hide = saltmarshHideBox();
const canal = canalNightBankBox();
const MAINTAINER = {
  id: 'm1',
  name: 'Maintainer',
  currentA: setTo(1),
  voltageV: setTo(14.6),
  fuse: setTo(3),
  from: { is: 'auto' },
  input: 'dc',
  lidShut: 'no'
};
const radio = fellRaceRadioPost();
const withMaintainer = change(radio, set('charging/builtIn', [MAINTAINER]));

describe('the volts of a charger nobody read', () => {
  test.each([
    ['the charger', radio, 'charging/chargerV', 'volts of the charger'],
    ['one that lives in the box', withMaintainer, 'charging/builtIn/m1/voltageV', 'volts of Maintainer']
  ])('%s: asked for, may be a stop, and the box is not called safe', (_, box, path, asks) => {
    const known = planOf(box);
    expect(stateOf(known, 'safe')).toBe('holds');
    const plan = planOf(change(box, set(path, UNKNOWN)));
    const f = askedAt(plan, path)!;
    expect(f.asks).toBe(asks);
    expect(f.mayBe.filter((m) => m.key.startsWith('charge-voltage')).map((m) => m.severity)).toContain('stop');
    expect(stateOf(plan, 'safe')).not.toBe('holds');
    // it is answered in volts, on the list of what to look up
    const question = lookUpList(plan.findings)
      .flatMap((p) => p.questions)
      .find((q) => q.path === path)!;
    expect(question).toMatchObject({ kind: 'volts', bare: false, mayBeNone: false });
    expect(stateOf(planOf(change(box, set(path, setTo(14.6)))), 'safe')).toBe('holds');
  });

  test('of a box that nothing charges nobody asks', () => {
    const bare = change(hide, set('charging/path', NONE), set('charging/chargerV', UNKNOWN));
    expect(askedAt(planOf(bare), 'charging/chargerV')).toBeUndefined();
  });

  test('for lead-acid a charger for four lithium cells is among what it may be', () => {
    const f = askedAt(planOf(change(canal, set('charging/chargerV', UNKNOWN))), 'charging/chargerV')!;
    expect(f.mayBe.some((m) => m.severity === 'stop')).toBe(true);
  });
});

describe('what a charger is fed from, when nobody said', () => {
  const path = 'charging/fedFrom';
  const severities = (plan: Plan, id: string) =>
    askedAt(plan, path)!
      .mayBe.filter((m) => m.key.startsWith(id))
      .map((m) => m.severity);

  test('of lithium it may be a stop: asked for, and the box is not called safe', () => {
    const plan = planOf(change(radio, set(path, 'unknown')));
    expect(askedAt(plan, path)!.asks).toBe('what it is charged from');
    expect(severities(plan, 'vehicle-direct')).toEqual(['stop']);
    expect(stateOf(plan, 'safe')).not.toBe('holds');
    expect(plan.findings.filter((f) => f.id === 'vehicle-direct')).toEqual([]);
    const question = lookUpList(plan.findings)
      .flatMap((p) => p.questions)
      .find((q) => q.path === path)!;
    expect(question).toMatchObject({ kind: 'choice', bare: true, mayBeNone: false, stage: 'battery' });
    expect(question.choices.map(([value]) => value)).toEqual([...FED_FROM]);
    for (const [value] of question.choices) {
      const answered = planOf(change(radio, set(path, value)));
      expect(askedAt(answered, path)).toBeUndefined();
      expect(stateOf(answered, 'safe') === 'holds', value).toBe(!value.endsWith('-direct'));
    }
  });

  test('of lead-acid it may be a caution; a cord in the rain is told, too', () => {
    const wet = change(canal, set('outing/seal', 'rain'), set('charging/plugged', [{ startH: 20, endH: 22 }]));
    const plan = planOf(change(wet, set(path, 'unknown')));
    expect(severities(plan, 'vehicle-direct')).toEqual(['caution']);
    expect(severities(plan, 'mains-cord')).toHaveLength(1);
  });

  test('in frost a vehicle is as cold as the outing: what a room would hide may be a stop', () => {
    const frost = change(radio, set('outing/airC', -8), set('outing/warmestC', -2));
    const coldAt = (fedFrom: string) =>
      planOf(change(frost, set(path, fedFrom))).findings.filter((f) => f.id === 'cold-charge' && !f.open).length;
    expect([coldAt('mains'), coldAt('unknown'), coldAt('vehicle-converter')]).toEqual([0, 0, 1]);
    expect(severities(planOf(change(frost, set(path, 'unknown'))), 'cold-charge')).toEqual(['stop']);
  });

  test('of a box that nothing charges nobody asks; the plan of charging says what to find out', () => {
    expect(askedAt(planOf(change(hide, set('charging/path', NONE), set(path, 'unknown'))), path)).toBeUndefined();
    const unsaid = change(radio, set(path, 'unknown'));
    expect(chargingPlan(unsaid, planOf(unsaid))!.steps.join(' ')).toContain('Find out first what feeds it');
  });
});

describe('the least voltage of a device nobody read', () => {
  /** A radio on a lead-acid battery that is used to its end: what it gives up at decides how long it runs. */
  const path = 'devices/radio/minV';
  const old = oldRadio();
  const lastsAt = (minV: number | null) => planOf(change(old, set(path, minV))).outing!.lastsH;
  const until = (durationH: number): Box =>
    change(old, set('outing/durationH', durationH), set('devices/radio/spans', span(8, 8 + durationH)));
  const unread = (durationH: number) => planOf(change(until(durationH), set(path, null)));

  test('where it decides whether the plan is served to its end it is asked for, with the hours as a range', () => {
    const [least, most] = [lastsAt(11.73), lastsAt(9)];
    expect(most).toBeGreaterThan(least + 0.3);
    const plan = unread((least + most) / 2);
    const f = askedAt(plan, path)!;
    expect(f.asks).toBe('least voltage');
    expect(f.where).toMatchObject({ kind: 'device', id: 'radio' });
    expect(f.mayBe.map((m) => m.key.split(':')[0])).toContain('runtime-short');
    expect(stateOf(plan, 'lasts')).not.toBe('holds');
    const question = lookUpList(plan.findings)
      .flatMap((p) => p.questions)
      .find((q) => q.path === path)!;
    expect(question).toMatchObject({ kind: 'volts', bare: true, mayBeNone: false, stage: 'outing' });
    // read, it is a matter of fact: 11.73 V is too early, 9 V lasts
    const read = (minV: number) => planOf(change(until((least + most) / 2), set(path, minV)));
    const short = (of: Plan) => of.findings.filter((k) => k.id === 'runtime-short' && !k.open).length;
    expect([short(read(11.73)), short(plan), short(read(9))]).toEqual([1, 0, 0]);
    expect(askedAt(read(9), path)).toBeUndefined();
    const hours = plan.verdicts.find((v) => v.id === 'lasts')!;
    expect(hours.say).toMatch(/^up to \d+ min short$/);
    expect([hours.value[0]!.number, hours.target.slice(0, 6)]).toEqual([
      `${Math.floor(least)}`,
      `to ${Math.floor(most)} h`
    ]);
  });

  test('behind a converter to 11.5 V it decides whether the radio gets what it wants', () => {
    const feed = {
      ...plainFeed('rail', 'Radio volts'),
      from: setTo({ at: 'feed', id: 'main', ahead: false }),
      fuse: setTo(10)
    };
    const converter = { outV: 11.5, partId: null, ratedW: 60 };
    const circuit = old.circuits.find((c) => c.portId === old.devices[0]!.portId)!;
    const box = change(
      old,
      { op: 'add', path: 'feeds', value: { ...feed, ends: 'lever', converter } },
      set(`circuits/${circuit.id}/from`, setTo({ at: 'feed', id: 'rail', ahead: false }))
    );
    const low = (minV: number | null) =>
      planOf(change(box, set(path, minV))).findings.filter((f) => f.id === 'rail-low');
    expect([low(9).length, low(11.73).length]).toEqual([0, 1]);
    const f = askedAt(planOf(change(box, set(path, null))), path)!;
    expect(f.mayBe.map((m) => m.key.split(':')[0])).toContain('rail-low');
  });

  test('an outing that is over long before asks for nothing; nor does a lamp, a USB device, one that is not plugged in', () => {
    expect(askedAt(unread(1), path)).toBeUndefined();
    const long = until((lastsAt(11.73) + lastsAt(9)) / 2);
    for (const other of [
      set('devices/radio/fussy', false),
      set('devices/radio/portId', null),
      set('devices/radio/supply', 'regulated-12v')
    ])
      expect(askedAt(planOf(change(long, set(path, null), other)), path)).toBeUndefined();
  });
});

describe('where a cut-off stands, and whether a controller has a switch', () => {
  const cut = setTo({ cutV: 11.5, backV: 12.8 });
  test('the cut-off’s place is asked for where there is one', () => {
    const path = 'bank/disconnectIn';
    const box = change(canal, set('bank/disconnect', cut), set(path, UNKNOWN));
    expect(askedAt(planOf(box), path)!.asks).toBe('where the low-voltage stop stands');
    expect(askedAt(planOf(change(box, set(path, setTo('main')))), path)).toBeUndefined();
    expect(askedAt(planOf(change(box, set('bank/disconnect', NONE))), path)).toBeUndefined();
  });

  test('the switch of a controller that is built in', () => {
    const path = 'charging/solar/switchPortId';
    const camp = campTableBox();
    expect(askedAt(planOf(change(camp, set(path, UNKNOWN))), path)!.asks).toBe('switch of the solar controller');
    expect(askedAt(planOf(camp), path)).toBeUndefined();
    // one that comes along plugged in has none in the box
    const moor = moorCameraPost();
    const plugged = change(moor, set('charging/solar/fit', 'plugged'), set(path, UNKNOWN));
    expect(askedAt(planOf(plugged), path)).toBeUndefined();
  });

  test('the output of a charger in the box is answered in amps', () => {
    const path = 'charging/builtIn/m1/currentA';
    const plan = planOf(change(withMaintainer, set(path, UNKNOWN)));
    const question = lookUpList(plan.findings)
      .flatMap((p) => p.questions)
      .find((q) => q.path === path)!;
    expect(question.kind).toBe('amps');
  });
});

describe('what a part bears that nobody read', () => {
  const camp = campTableBox();
  const partOf = (box: Box, id: string | null) => box.parts[id ?? '']!;
  const blank = (box: Box, id: string | null, over: object): Box =>
    change(box, set(`parts/${id}`, { ...partOf(box, id), ...over }));
  const sun = (over: object): Box => change(camp, set('charging/solar', { ...camp.charging.solar!, ...over }));
  const main = radio.feeds[0];
  /** Nothing on the main path but fuse, holder and block: what they bear decides. */
  const plain = ((): Box => {
    const b = soundBase('Plain', 'battery-lfp-35', 'holder-inline-blade').set('feeds/main/switches', NONE);
    const lamp = b.port('genderless-30', 'front', 'Lamp');
    b.device('lamp-strip', { name: 'Lamp', portId: lamp.portId, modes: on(60), spans: span(8, 12) });
    // a holder and a block that bear whatever they are tried with, but for what is blanked
    return change(
      b.box,
      set('parts/holder-inline-blade/ratingA', 200),
      set('parts/block-blade-6/totalA', 200),
      set('parts/block-blade-6/perWayA', 30)
    );
  })();

  test.each<[string, Box, string, string, string]>([
    [
      'the main holder',
      change(blank(plain, 'holder-inline-blade', { ratingA: null }), set('feeds/main/fuse', setTo(25))),
      'parts/holder-inline-blade/ratingA',
      'rating of the fuse holder',
      'main-fuse-exceeds'
    ],
    [
      'all of a fuse block',
      change(blank(plain, 'block-blade-6', { totalA: null }), set('feeds/main/fuse', setTo(40))),
      'parts/block-blade-6/totalA',
      'what the fuse block bears',
      'main-fuse-exceeds'
    ],
    [
      'one way of it',
      change(
        blank(plain, 'block-blade-6', { perWayA: null }),
        set(`circuits/${plain.circuits[0]!.id}/fuse`, setTo(15))
      ),
      'parts/block-blade-6/perWayA',
      'what one way of the fuse block bears',
      'fuse-exceeds-part'
    ],
    [
      'the shunt',
      change(blank(hide, hide.wiring.shuntPartId, { ratingA: null }), set('feeds/main/fuse', setTo(40))),
      `parts/${hide.wiring.shuntPartId}/ratingA`,
      'rating of the shunt',
      'main-fuse-exceeds'
    ],
    [
      'the volts a controller bears, of a panel for 24 V',
      sun({ openV: 45, maxPowerV: 36, controllerMaxV: null }),
      'charging/solar/controllerMaxV',
      'volts the controller bears',
      'solar-voc'
    ],
    [
      'the amps it bears, of a large panel',
      sun({ panelW: 120, controllerMaxA: null }),
      'charging/solar/controllerMaxA',
      'amps the controller bears',
      'solar-voc'
    ],
    [
      'its load terminals',
      change(
        sun({ loadTerminal: { mostA: null } }),
        set(
          `devices/${camp.devices.find((d) => camp.circuits.some((c) => c.portId === d.portId && c.from.is === 'set' && c.from.value.at === 'load-terminal'))!.id}/modes`,
          [{ id: 'm1', name: 'on', dutyFraction: 1, draw: { kind: 'power', powerW: 70 } }]
        )
      ),
      'charging/solar/loadTerminal/mostA',
      'amps of its load terminals',
      'element-overload'
    ]
  ])('%s: asked for, with what may be wrong', (_, box, path, asks, rule) => {
    const f = askedAt(planOf(box), path);
    expect(f?.asks).toBe(asks);
    expect(f!.mayBe.map((m) => m.key.split(':')[0])).toContain(rule);
    const question = lookUpList(planOf(box).findings)
      .flatMap((p) => p.questions)
      .find((q) => q.path === path)!;
    expect(question.bare).toBe(true);
    expect(['part-amps', 'volts']).toContain(question.kind);
    // read and large enough, nothing of it is left
    const read = planOf(change(box, set(path, 300)));
    expect(askedAt(read, path)).toBeUndefined();
  });

  test('a range runs from the least that is sold to the most, the least being the worst; each part once', () => {
    const all = sun({ controllerMaxV: null, controllerMaxA: null, loadTerminal: { mostA: null } });
    const ranges = [...ofUnread(blank(radio, main.holderPartId, { ratingA: null })), ...ofUnread(all)];
    expect(ranges).toHaveLength(4);
    for (const r of ranges) {
      const figures = r.values as number[];
      expect(figures.length, r.path).toBeGreaterThan(2);
      expect(
        figures.toSorted((a, b) => a - b),
        r.path
      ).toEqual(figures);
      expect([r.heat, r.short, r.best], r.path).toEqual([figures[0], figures[0], figures.at(-1)]);
    }
    // what comes along plugged in has no load terminals in the box; without a controller nothing is asked of one
    expect(ofUnread(sun({ controllerMaxV: null, fit: 'plugged', loadTerminal: { mostA: null } }))).toHaveLength(1);
    expect(ofUnread(sun({ controllerMaxV: null, controller: 'none' }))).toEqual([]);
    expect(ofUnread(change(camp, set('charging/solar', null)))).toEqual([]);
    expect(ofUnread(radio)).toEqual([]);
    // two feeds with a holder of one sort
    const twice = change(plain, set('parts/holder-inline-blade/ratingA', null), {
      op: 'add',
      path: 'feeds',
      value: { ...plain.feeds[0], id: 'f2', name: 'Two' }
    });
    expect(ofUnread(twice).map((r) => r.path)).toEqual(['parts/holder-inline-blade/ratingA']);
  });

  test('where nothing hangs on it nobody asks', () => {
    expect(
      askedAt(planOf(blank(radio, main.holderPartId, { ratingA: null })), `parts/${main.holderPartId}/ratingA`)
    ).toBeUndefined();
  });
});

/** Attributes that nobody needs to read: they are chosen, or the worst of what they may be is counted anyhow. */
const NOT_ASKED: Readonly<Record<string, string>> = {
  'bank/keepBack': 'a choice',
  'charging/solar/skyFraction': 'weather: the usual one is taken',
  'charging/throughPortId': 'the weakest outlet counts',
  'circuits/*/expectedA': 'a plan, not a thing that is there',
  'charging/solar/panelPortId': 'told by the rules of the panel',
  'ports/*/tabs': 'told by a rule of its own'
};

/** Of the same attribute of several circuits or ports. */
const MOST_OF_A_BOX = 7;

describe('every attribute of a document', () => {
  type Node = Record<string, unknown>;
  const attributes = (box: Box): string[] => {
    const out: string[] = [];
    const walk = (node: unknown, names: string[]): void => {
      if (typeof node !== 'object' || node === null) return;
      if (typeof (node as Node).is === 'string') return void out.push(names.join('/'));
      if (Array.isArray(node))
        node.forEach((v, i) => walk(v, [...names, String(((v as Node | null)?.id as string | undefined) ?? i)]));
      else
        for (const [key, v] of Object.entries(node)) if (names.length > 0 || key !== 'parts') walk(v, [...names, key]);
    };
    walk(box, []);
    return out;
  };
  const general = (path: string): string =>
    path.replace(/^(circuits|feeds|relays|ports|devices|charging\/builtIn)\/[^/]+/, '$1/*');

  test('that somebody calls unknown is asked for somewhere, or shown to change nothing there', () => {
    // a box in which as much as possible hangs on each
    const rich = change(
      hide,
      set('charging/builtIn', [{ ...MAINTAINER, currentA: setTo(8), fuse: setTo(10) }]),
      set('bank/count', 2),
      set('bank/takeOff', 'same-end'),
      set('bank/disconnect', cut()),
      set('charging/solar', { ...campTableBox().charging.solar!, loadTerminal: null })
    );
    const asked = new Set<string>();
    const seen = new Set<string>();
    // each name is tried in a box or two until somebody asks: a whole plan, with its ends, is worked out for every one
    for (const box of [rich, moorCameraPost(), campTableBox(), jettyNetBox(), slipwayBox()]) {
      const tried = new Map<string, number>();
      for (const path of attributes(box)) {
        const name = general(path);
        const before = tried.get(name) ?? 0;
        seen.add(name);
        if (asked.has(name) || name in NOT_ASKED || before >= MOST_OF_A_BOX) continue;
        tried.set(name, before + 1);
        if (askedAt(planOf(change(box, set(path, UNKNOWN))), path)) asked.add(name);
      }
    }
    const never = [...seen].filter((name) => !asked.has(name) && !(name in NOT_ASKED));
    // what no end of its range makes worse in any of these boxes
    expect(never.sort()).toEqual([
      'bank/linkMilliOhm',
      'charging/builtIn/*/fuse',
      'charging/solar/fuse',
      'relays/*/switchPortId'
    ]);
  });
  function cut() {
    return setTo({ cutV: 11.5, backV: 12.8 });
  }
});
