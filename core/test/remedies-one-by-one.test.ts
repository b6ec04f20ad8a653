import { describe, expect, it } from 'vitest';
import { AUTO, setTo, UNKNOWN } from '../src/box/attr.ts';
import { applyEdits } from '../src/box/edits.ts';
import type { Box } from '../src/box/schema.ts';
import { byPrice } from '../src/catalogue/by-price.ts';
import { STARTER_CATALOGUE } from '../src/catalogue/starter.ts';
import type { BoxBuilder } from '../src/demo/builder.ts';
import { evaluate } from '../src/evaluate.ts';
import type { Finding } from '../src/findings/rule.ts';
import { proven, type Proven } from '../src/remedy/prove.ts';
import { listOf } from '../src/quantity/list-of.ts';
import { AS_BUILT } from './as-built/boxes.ts';
import { awg, on, solar, soundBase, span } from './small-boxes.ts';

const base = (): BoxBuilder => soundBase('Remedies', 'battery-agm-20');
const found = (box: Box, id: string): Finding | undefined =>
  evaluate(box, STARTER_CATALOGUE).findings.find((f) => f.id === id);
function remediesOf(box: Box, id: string): Proven[] {
  const plan = evaluate(box, STARTER_CATALOGUE);
  return proven(
    { box, catalogue: STARTER_CATALOGUE, plan },
    plan.findings.find((f) => f.id === id)!
  );
}

describe('a device whose plug its port does not take', () => {
  const box = (() => {
    const b = base();
    const p = b.port('socket-12v-20', 'front', 'Socket');
    b.device('speaker', { name: 'Speaker', portId: p.portId, spans: span(18, 20) });
    return b.box;
  })();

  it('is told in words, not in codes', () => {
    expect(found(box, 'supply-mismatch')!.why).toBe('It takes USB-A; its port gives 12 V direct.');
  });

  it('is offered a port of its kind that is not there yet, with a place for it', () => {
    const [first] = remediesOf(box, 'supply-mismatch');
    const cured = applyEdits(box, first!.edits);
    const fresh = cured.ports.filter((p) => !box.ports.some((q) => q.id === p.id));
    expect(fresh.map((p) => p.id)).toContain(cured.devices[0]!.portId);
    expect(found(cured, 'supply-mismatch')).toBeUndefined();
  });

  it('is offered one that is there before a new one', () => {
    const b = base();
    const socket = b.port('socket-12v-20', 'front', 'Socket');
    const usb = b.port('usb-a-boot', 'right', 'For phones');
    b.device('speaker', { name: 'Speaker', portId: socket.portId, spans: span(18, 20) });
    const [first] = remediesOf(b.box, 'supply-mismatch');
    expect(first!.label).toBe('Use For phones');
    expect(applyEdits(b.box, first!.edits).devices[0]!.portId).toBe(usb.portId);
  });
});

describe('a port of the right kind that is full', () => {
  it('is not offered: a new one is', () => {
    const b = base();
    const socket = b.port('socket-12v-20', 'front', 'Socket');
    const usb = b.port('usb-a-boot', 'right', 'For phones');
    b.device('phone-usb-a', { name: 'Phone', portId: usb.portId, modes: on(11), spans: span(18, 20) });
    b.device('speaker', { name: 'Speaker', portId: socket.portId, modes: on(5), spans: span(18, 20) });
    const labels = found(b.box, 'supply-mismatch')!.remedies.map((r) => r.label);
    expect(labels.length).toBeGreaterThan(0);
    expect(labels).not.toContain('Use For phones');
  });
});

describe('a kind of fuse that says nothing of direct current', () => {
  const glass = (() => {
    const b = base();
    b.use('fuse-holder', 'holder-inline-glass', 'feeds/main/holderPartId');
    const p = b.port('circular-16', 'front', 'Lamp');
    b.device('lamp-strip', { name: 'Lamp', portId: p.portId, modes: on(20), spans: span(18, 22) });
    return b;
  })();

  it('is changed for another, at the main fuse', () => {
    const all = remediesOf(glass.box, 'fuse-voltage');
    expect(all.length).toBeGreaterThan(0);
    for (const r of all) {
      const cured = applyEdits(glass.box, r.edits);
      expect(found(cured, 'fuse-voltage'), r.label).toBeUndefined();
    }
  });

  it('is changed at a circuit as well, where it stands there alone', () => {
    const b = base();
    const p = b.port('circular-16', 'front', 'Lamp');
    b.device('lamp-strip', { name: 'Lamp', portId: p.portId, modes: on(20), spans: span(18, 22) });
    b.set('feeds/main/ends', 'splice').set('feeds/main/blockPartId', null);
    b.set(`circuits/${p.circuitId}/fuseFamily`, setTo('glass')).set(`circuits/${p.circuitId}/fuse`, setTo(5));
    const [first] = remediesOf(b.box, 'fuse-voltage');
    const cured = applyEdits(b.box, first!.edits);
    expect(cured.circuits[0]!.fuseFamily).toEqual(AUTO);
    expect(found(cured, 'fuse-voltage')).toBeUndefined();
  });
});

describe('a remedy that needs a second change', () => {
  it('never sets the same thing twice under two names', () => {
    for (const [name, box] of AS_BUILT.slice(0, 4)) {
      const plan = evaluate(box, STARTER_CATALOGUE);
      const worst = plan.findings.filter((f) => f.severity === 'stop' || f.open).slice(0, 3);
      for (const f of worst)
        for (const r of proven({ box, catalogue: STARTER_CATALOGUE, plan }, f)) {
          const paths = r.edits.filter((e) => e.op === 'set' && !e.path.startsWith('parts/')).map((e) => e.path);
          if (r.label.includes(', and: ')) expect(new Set(paths).size, `${name}: ${r.label}`).toBe(paths.length);
        }
    }
  });

  it('is named by what is left of it: another fuse, not one fuse and then another', () => {
    const b = base();
    b.use('battery', 'battery-flooded-85', 'bank/partId').set('bank/stands', 'outside');
    b.use('fuse-holder', 'holder-breaker', 'feeds/main/holderPartId');
    b.set('feeds/main/lead', { lengthMm: 2400, wire: awg('10'), wireCount: 1 })
      .set('feeds/main/fuse', setTo(50))
      .set('feeds/main/fuseFromStartMm', setTo(2500));
    for (const [id, name] of [
      ['live-sonar', 'Sonar'],
      ['fish-finder-12', 'Finder']
    ] as const) {
      const p = b.port('circular-16', 'front', name);
      b.device(id, { name, portId: p.portId, spans: span(6, 16) });
      b.set(`circuits/${p.circuitId}/fuse`, UNKNOWN);
    }
    const labels = remediesOf(b.box, 'unknown-attribute').map((r) => r.label);
    expect(labels.length).toBeGreaterThan(0);
    for (const label of labels) expect(label).not.toMatch(/: a \S+ A fuse, and: F\d+: a \S+ A fuse/);
  });
});

describe('who loses voltage on the way', () => {
  const lossy = (names: string[]) => {
    const b = base();
    const p = b.port('socket-12v-20', 'front', 'Socket');
    for (const name of names)
      b.device('handheld-charger', {
        name,
        portId: p.portId,
        fussy: true,
        supply: '12v',
        modes: on(50),
        spans: span(18, 20)
      });
    b.set(`circuits/${p.circuitId}/wire`, awg('22'));
    if (names.length === 0)
      b.set(`circuits/${p.circuitId}/expectedA`, setTo(15)).set(`circuits/${p.circuitId}/lengthMm`, setTo(2000));
    return found(b.box, 'voltage-drop')?.title;
  };

  it('one device, several, or the port where none is named', () => {
    expect(lossy(['Radio'])).toMatch(/^Radio loses \d/);
    expect(lossy(['Radio', 'Lamp'])).toMatch(/^Radio and Lamp lose \d/);
    expect(lossy([])).toMatch(/^P1 loses \d/);
  });

  it('a row of words as a sentence has it', () => {
    expect(listOf([])).toBe('');
    expect(listOf(['C1'])).toBe('C1');
    expect(listOf(['C1', 'C1'])).toBe('C1');
    expect(listOf(['C1', 'C2', 'C3'])).toBe('C1, C2 and C3');
  });
});

describe('lead-acid that several things charge while the case is shut', () => {
  const sources = (more: (b: BoxBuilder) => void): Box => {
    const b = base().use('case', 'case-junction-large', 'casePartId');
    const p = b.port('circular-12', 'front', 'Lamp');
    b.device('lamp-red', { name: 'Lamp', portId: p.portId, spans: span(18, 19) });
    more(b);
    return b.box;
  };
  const SOLAR = solar({ controllerMaxV: 50, controllerMaxA: 5, fit: 'plugged' });
  const MAINTAINER = {
    id: 'm1',
    name: 'Maintainer',
    currentA: setTo(1),
    voltageV: AUTO,
    fuse: AUTO,
    from: AUTO,
    input: 'mains-cord' as const,
    lidShut: 'yes' as const
  };
  const CASES: [string, (b: BoxBuilder) => void, string][] = [
    ['a charger', () => {}, 'The charger can charge it'],
    [
      'a charger and a maintainer that lives in the box',
      (b) => b.set('charging/builtIn', [MAINTAINER]),
      'The charger and Maintainer can charge it'
    ],
    [
      'a charger that is plugged in on the outing as well, and the sun',
      (b) => b.set('charging/plugged', [{ startH: 10, endH: 11 }]).set('charging/solar', SOLAR),
      'The charger, the charger plugged in on the outing and the sun on the outing can charge it'
    ]
  ];

  it.each(CASES)('%s: one press ends all of it, and says what is given up', (_, more, why) => {
    const box = sources(more);
    const f = found(box, 'lead-acid-sealed-charge')!;
    expect(f.why).toContain(why);
    const [first] = f.remedies;
    expect(first!.effect).not.toBe('');
    expect(found(applyEdits(box, first!.edits), 'lead-acid-sealed-charge')).toBeUndefined();
  });

  it('what is given up is named once each', () => {
    const [first] = found(sources(CASES[2]![1]), 'lead-acid-sealed-charge')!.remedies;
    expect(first!.effect).toBe(
      'printed on the card inside the lid; not plugged in on the outing; no panel during the outing'
    );
  });
});

describe('a module that gives its devices too little', () => {
  const phones = (count: number): Box => {
    const b = base();
    const p = b.port('usb-a-twin', 'front', 'USB');
    for (let n = 1; n <= count; n++)
      b.device('phone-usb-a', {
        name: `Phone ${n}`,
        portId: p.portId,
        modes: on(count > 2 ? 2.5 + n : 5 + n),
        spans: span(18, 20)
      });
    return b.box;
  };

  it('the hungriest of several gets a port of its own', () => {
    const box = phones(2);
    const all = found(box, 'converter-overload')!.remedies;
    expect(all.length).toBeGreaterThan(0);
    for (const r of all) {
      expect(r.label).toMatch(/^Phone 2: /);
      const cured = applyEdits(box, r.edits);
      expect(found(cured, 'converter-overload')).toBeUndefined();
      expect(new Set(cured.devices.map((d) => d.portId)).size).toBe(2);
    }
  });

  it('of three, as many as are too much go to another together', () => {
    const box = phones(3);
    const [first] = found(box, 'converter-overload')!.remedies;
    expect(first!.label).toMatch(/^Phone 3: /);
    const four = phones(4);
    const [both] = found(four, 'converter-overload')!.remedies;
    expect(both!.label).toMatch(/^Phone 4 and Phone 3: /);
    const cured = applyEdits(four, both!.edits);
    const at = (n: number) => cured.devices.find((d) => d.name === `Phone ${n}`)!.portId;
    expect(at(4)).toBe(at(3));
    expect(at(1)).toBe(at(2));
    expect(at(1)).not.toBe(at(4));
  });

  it('one alone is not moved from one such port to another', () => {
    const b = base();
    const p = b.port('usb-a-twin', 'front', 'USB');
    b.device('phone-usb-a', { name: 'Phone', portId: p.portId, modes: on(20), spans: span(18, 20) });
    const { remedies } = found(b.box, 'converter-overload')!;
    expect(remedies.map((r) => r.label)).toEqual(['Phone takes 12 W there, and charges slower']);
  });
});

describe('the automatic fuse of a module', () => {
  const modules = STARTER_CATALOGUE.flatMap((p) =>
    p.kind === 'panel' && p.role === 'outlet' && p.converterRatedW !== null ? [p] : []
  );

  it.each(modules.map((p) => [p.name, p] as const))(
    '%s: bears whatever it feeds, and is never too big for it',
    (_, p) => {
      for (const share of [0.1, 0.4, 0.6, 0.7, 0.8, 0.9, 1]) {
        const b = base();
        const port = b.port(p.id, 'front', 'USB');
        b.device('router', {
          name: 'Thing',
          supply: p.supply!,
          wantsV: null,
          minV: null,
          maxV: null,
          portId: port.portId,
          modes: on(share * p.converterRatedW!),
          spans: span(18, 18.5)
        });
        const plan = evaluate(b.box, STARTER_CATALOGUE);
        const said = plan.findings.filter((f) => /^fuse-(exceeds|near)/.test(f.id) && f.where.kind === 'circuit');
        expect(
          said.map((f) => f.title),
          `${share}`
        ).toEqual([]);
        expect(plan.wiring.circuits[0]!.fuseA! * 0.8).toBeGreaterThanOrEqual(plan.wiring.circuits[0]!.loadA - 1e-9);
      }
    }
  );
});

describe('a box built into the shell of a battery that was opened', () => {
  const shell = (() => {
    const b = base();
    const part = STARTER_CATALOGUE.find((p) => p.id === 'case-hard-large')!;
    if (part.kind !== 'case') throw new Error('no case');
    const own = {
      ...part,
      id: 'own-shell',
      name: 'Old big one',
      origin: 'own' as const,
      caseKind: 'battery-shell' as const
    };
    b.set(`parts/${own.id}`, own).set('casePartId', own.id);
    const p = b.port('circular-16', 'front', 'Lamp');
    b.device('lamp-red', { name: 'Lamp', portId: p.portId, spans: span(18, 19) });
    return b.box;
  })();

  it('is refused, and another case is offered that fits', () => {
    expect(found(shell, 'battery-shell')).toMatchObject({ severity: 'stop', verdict: 'safe', stage: 'case' });
    const all = remediesOf(shell, 'battery-shell');
    expect(all.length).toBeGreaterThan(0);
    for (const r of all) {
      const cured = applyEdits(shell, r.edits);
      expect(found(cured, 'battery-shell'), r.label).toBeUndefined();
      expect(found(cured, 'battery-does-not-fit'), r.label).toBeUndefined();
    }
  });
});

describe('the order of prices', () => {
  it('is cheapest first; what nobody priced comes last, and two of those are equal', () => {
    const of = (priceAmount: number | null) => ({ priceAmount });
    expect([of(null), of(3), of(0), of(null), of(2)].toSorted(byPrice).map((p) => p.priceAmount)).toEqual([
      0,
      2,
      3,
      null,
      null
    ]);
    expect(byPrice(of(null), of(null))).toBe(0);
  });
});
