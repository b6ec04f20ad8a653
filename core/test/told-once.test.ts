import { describe, expect, it } from 'vitest';
import { NONE, setTo } from '../src/box/attr.ts';
import type { Box } from '../src/box/schema.ts';
import { STARTER_CATALOGUE } from '../src/catalogue/starter.ts';
import { BoxBuilder } from '../src/demo/builder.ts';
import { evaluate } from '../src/evaluate.ts';
import { capital, inSentence } from '../src/quantity/capital.ts';
import { awg, span } from './small-boxes.ts';

function base(batteryId: string, holderId = 'holder-inline-blade'): BoxBuilder {
  const b = new BoxBuilder('Told once');
  b.use('battery', batteryId, 'bank/partId').use('case', 'case-hard-large', 'casePartId');
  b.use('fuse-holder', holderId, 'feeds/main/holderPartId').use(
    'fuse-block',
    'block-blade-6',
    'feeds/main/blockPartId'
  );
  return b.set('bank/postsCovered', 'yes').set('bank/holdDown', setTo('strap'));
}
const found = (box: Box) => evaluate(box, STARTER_CATALOGUE).findings;

describe('one part that one fuse does not protect', () => {
  /** Three ports in a chain on one big fuse: the last is the weakest of all of them. */
  const chain = (() => {
    const b = base('battery-lfp-20').set('feeds/main/fuse', setTo(30)).set('feeds/main/ends', 'chain');
    b.set('feeds/main/blockPartId', null);
    const ports = ['socket-12v-capped', 'socket-12v-capped', 'usb-a-twin'].map((id, i) => b.port(id, 'front', `P${i}`));
    ports.forEach((p, i) => {
      b.set(`circuits/${p.circuitId}/fuse`, NONE).set(`circuits/${p.circuitId}/wire`, awg('10'));
      const before = ports[i - 1];
      if (before) b.set(`circuits/${p.circuitId}/from`, setTo({ at: 'circuit', id: before.circuitId, ahead: true }));
    });
    b.device('lamp-strip', { name: 'Lamp', portId: ports[0]!.portId, spans: span(18, 22) });
    return { box: b.box, last: ports[2]!.circuitId };
  })();

  it('is told once, where it sits', () => {
    const parts = found(chain.box).filter((f) => f.id === 'fuse-exceeds-part');
    expect(parts.map((f) => f.where.id)).toEqual([chain.last]);
    expect(parts[0]!.severity).toBe('stop');
  });

  it('is told of every part where each is the weakest behind a fuse of its own', () => {
    const own = new BoxBuilder('own');
    own.box = chain.box;
    for (const c of chain.box.circuits)
      own.set(`circuits/${c.id}/fuse`, setTo(30)).set(`circuits/${c.id}/from`, { is: 'auto' });
    own.use('fuse-block', 'block-blade-6', 'feeds/main/blockPartId').set('feeds/main/ends', 'fuse-block');
    expect(found(own.box).filter((f) => f.id === 'fuse-exceeds-part')).toHaveLength(3);
  });
});

describe('a main fuse that is too big for the battery’s tab', () => {
  it('is told once, with its cure, and names the tab with its article', () => {
    const b = base('battery-agm-7').set('feeds/main/fuse', setTo(30));
    const p = b.port('socket-12v-capped', 'front', 'A');
    b.device('router', { name: 'Router', portId: p.portId, spans: span(18, 22) });
    const all = found(b.box);
    const said = all.filter((f) => /too big/.test(f.title) && /tab/.test(f.title));
    expect(said.map((f) => [f.id, f.title])).toEqual([
      ['main-fuse-exceeds', 'The main fuse is too big for the battery’s 4.8 mm tab']
    ]);
    expect(said[0]!.remedies.map((r) => r.label)).toContain('Let Haversack choose the fuse');
  });

  it('is told of the tab, too, where something behind is weaker still', () => {
    const b = base('battery-agm-12').set('feeds/main/fuse', setTo(40)).set('feeds/main/wire', awg('6'));
    const master = b.port('button-19', 'front', 'Master');
    b.set('feeds/main/switches', setTo([master.portId]));
    const p = b.port('socket-12v-capped', 'front', 'A');
    b.device('router', { name: 'Router', portId: p.portId, spans: span(18, 22) });
    const all = found(b.box);
    expect(all.some((f) => f.id === 'main-fuse-exceeds')).toBe(true);
    expect(all.some((f) => f.id === 'battery-terminal-small' && /F0 is too big/.test(f.title))).toBe(true);
  });
});

describe('what a person expects of a spare outlet', () => {
  const spare = (expectedA: number) => {
    const b = base('battery-lfp-20', 'holder-midi');
    const p = b.port('socket-12v-capped', 'front', 'Spare');
    return b.set(`circuits/${p.circuitId}/expectedA`, setTo(expectedA)).box;
  };
  const overload = (box: Box) => found(box).find((f) => f.id === 'connector-overload');

  it('is believed, also where the outlet does not bear it', () => {
    expect(overload(spare(15))).toMatchObject({ severity: 'stop', title: 'P1 carries 15.0 A of 10.0 A' });
    expect(overload(spare(6))).toBeUndefined();
  });

  it('does not outgrow what a module can give', () => {
    const b = base('battery-lfp-20', 'holder-midi');
    const p = b.port('usb-a-twin', 'front', 'Spare');
    const plan = evaluate(b.set(`circuits/${p.circuitId}/expectedA`, setTo(15)).box, STARTER_CATALOGUE);
    expect(plan.wiring.circuits[0]!.loadA).toBeLessThan(3);
  });
});

describe('the lead of a relay’s coil without a fuse', () => {
  const coil = (coilFuse: unknown) => {
    const b = base('battery-lfp-20', 'holder-midi');
    const p = b.port('circular-16', 'front', 'A');
    const kill = b.port('toggle-12', 'front', 'Kill');
    b.device('live-sonar', { name: 'Sonar', portId: p.portId, spans: span(18, 21) });
    const relay = { id: 'r1', name: 'K1', inId: 'main', contact: 'make', ratingA: 40, coilA: 0.15, coilFuse };
    b.set<string>('relays', [{ ...relay, switchPortId: setTo(kill.portId), switchPole: 'plus', suppressed: 'yes' }]);
    return found(b.box);
  };

  it('is one matter with what the main fuse lets through it', () => {
    const said = coil(NONE).filter((f) => f.cause === 'fuse F0');
    expect(said.map((f) => f.id)).toEqual(expect.arrayContaining(['relay-unsound', 'guard-exceeds-element']));
  });

  it('is its own fuse’s where that is too large', () => {
    const f = coil(setTo(15)).find((x) => x.id === 'relay-unsound' && x.severity === 'stop')!;
    expect(f.cause).not.toBe('fuse F0');
  });

  it('is quiet with a small one', () => {
    expect(coil({ is: 'auto' }).filter((f) => f.severity === 'stop' && f.id !== 'panel-thickness')).toEqual([]);
  });
});

describe('open items', () => {
  it('speak of several things in the plural', () => {
    const b = base('battery-agm-20');
    const p = b.port('socket-12v-capped', 'front', 'A');
    b.device('router', { name: 'Router', portId: p.portId, spans: span(18, 22) });
    const part = Object.values(b.box.parts).find((x) => x.kind === 'battery')!;
    b.set<string>(`parts/${part.id}/terminal`, 'unknown').set('wiring/returns', { is: 'unknown' });
    b.set('feeds/main/fuse', { is: 'unknown' });
    const titles = found(b.box)
      .filter((f) => f.id === 'unknown-attribute')
      .map((f) => f.title);
    expect(titles).toContain('F0: main fuse is unknown');
    for (const t of titles) expect(t).not.toMatch(/(terminals|returns|touch) is /);
    expect(titles.some((t) => /(terminals|returns) are unknown/.test(t))).toBe(true);
  });
});

describe('a name within a sentence', () => {
  it.each([
    ['Bolt-down midi holder, covered', 'bolt-down midi holder, covered'],
    ['USB-A module with screw-on cord boot', 'USB-A module with screw-on cord boot'],
    ['A 5 A fuse in line', 'a 5 A fuse in line'],
    ['M6 stud', 'M6 stud'],
    ['12 V socket', '12 V socket'],
    ['LiFePO4 12.8 V 12 Ah', 'LiFePO4 12.8 V 12 Ah'],
    ['AGM 12 Ah', 'AGM 12 Ah'],
    ['Slide the battery 45 mm', 'slide the battery 45 mm'],
    ['', '']
  ])('%s', (label, within) => expect(inSentence(label)).toBe(within));

  it('begins a sentence as the capital one', () => expect(capital('the main fuse')).toBe('The main fuse'));
});
