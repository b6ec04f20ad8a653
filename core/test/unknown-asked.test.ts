import { describe, expect, test } from 'vitest';
import { NONE, setTo, UNKNOWN } from '../src/box/attr.ts';
import { applyEdits, type Edit } from '../src/box/edits.ts';
import type { Box } from '../src/box/schema.ts';
import { STARTER_CATALOGUE } from '../src/catalogue/starter.ts';
import { canalNightBankBox, fellRaceRadioPost, saltmarshHideBox } from '../src/demo/boxes.ts';
import { campTableBox, slipwayBox } from '../src/demo/fed.ts';
import { jettyNetBox, moorCameraPost } from '../src/demo/wired.ts';
import { evaluate, type Plan } from '../src/evaluate.ts';
import { lookUpList } from '../src/unknown/look-up.ts';

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

/** Attributes that nobody needs to read: they are chosen, or the worst of what they may be is counted anyhow. */
const NOT_ASKED: Readonly<Record<string, string>> = {
  'bank/keepBack': 'a choice',
  'charging/solar/skyFraction': 'weather: the usual one is taken',
  'charging/throughPortId': 'the weakest outlet counts',
  'circuits/*/expectedA': 'a plan, not a thing that is there',
  'charging/solar/panelPortId': 'told by the rules of the panel',
  'ports/*/tabs': 'told by a rule of its own'
};

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
    for (const box of [rich, moorCameraPost(), campTableBox(), jettyNetBox(), slipwayBox()])
      for (const path of attributes(box)) {
        const name = general(path);
        seen.add(name);
        if (asked.has(name)) continue;
        const plan = planOf(change(box, set(path, UNKNOWN)));
        if (askedAt(plan, path)) asked.add(name);
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
