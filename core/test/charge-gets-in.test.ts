import { describe, expect, it } from 'vitest';
import { AUTO, NONE, setTo, UNKNOWN } from '../src/box/attr.ts';
import { set } from '../src/box/edit.ts';
import { applyEdits } from '../src/box/edits.ts';
import { addFeedEdits } from '../src/box/feed-edits.ts';
import type { Box, Origin, Relay } from '../src/box/schema.ts';
import { STARTER_CATALOGUE } from '../src/catalogue/starter.ts';
import { chargeWay } from '../src/charge/charge-way.ts';
import { byCause } from '../src/findings/causes.ts';
import type { Finding } from '../src/findings/rule.ts';
import { proven } from '../src/remedy/prove.ts';
import { soldForInletA } from '../src/wiring/charger.ts';
import { usualFuseA } from '../src/wiring/fuse.ts';
import { awg, on, solar, soundBase, span } from './small-boxes.ts';
import { evaluate } from './evaluated.ts';

const planOf = (box: Box) => evaluate(box, STARTER_CATALOGUE);
const told = (box: Box, id: string): Finding[] => planOf(box).findings.filter((f) => f.id === id);
function cures(box: Box, f: Finding): Box[] {
  const remedies = proven({ box, catalogue: STARTER_CATALOGUE, plan: planOf(box) }, f);
  return remedies.map((r) => applyEdits(box, r.edits));
}

/** A lamp at a port through which the box is charged. */
function through(batteryId: string, from?: Origin): Box {
  const b = soundBase('Through', batteryId, 'holder-post');
  const p = b.port('circular-20', 'front', 'Lamp');
  b.device('lamp-strip', { name: 'Lamp', portId: p.portId, spans: span(9, 12) });
  if (from) b.set(`circuits/${p.circuitId}/from`, setTo(from));
  return b
    .set('charging/path', setTo('through-port'))
    .set('charging/throughPortId', setTo(p.portId))
    .set('charging/chargerA', setTo(1)).box;
}

describe('a charger at a port that only gives', () => {
  const atTerminal = applyEdits(through('battery-agm-20', { at: 'load-terminal' }), [
    set('charging/solar', solar({ loadTerminal: { mostA: 10 }, duringOuting: false }))
  ]);

  it('is a stop at the load terminals of a controller, as behind a converter', () => {
    const [f] = told(atTerminal, 'no-charge-way');
    expect(f).toMatchObject({ severity: 'stop', title: 'The battery cannot be charged through P1' });
    expect(f!.why).toContain('load terminal of the controller only gives');
    expect(told(through('battery-agm-20'), 'no-charge-way')).toEqual([]);
  });

  it('is the cause of what its current would do: that hangs below it', () => {
    const all = planOf(atTerminal).findings;
    const group = byCause(all).find((g) => g.head.id === 'no-charge-way')!;
    expect(group.others.map((f) => f.id)).toContain('lead-acid-sealed-charge');
  });

  it('is cured by charging where something gets in', () => {
    const cured = cures(atTerminal, told(atTerminal, 'no-charge-way')[0]!);
    expect(cured.length).toBeGreaterThan(0);
    for (const box of cured) {
      expect(told(box, 'no-charge-way')).toEqual([]);
      expect(told(box, 'lead-acid-sealed-charge')).toEqual([]);
    }
  });
});

describe('a charger behind the low-voltage cut-off', () => {
  const CUT = set('bank/disconnect', setTo({ cutV: 12, backV: 13 }));
  const inlet = (from: Box['circuits'][number]['from'], ...more: Parameters<typeof applyEdits>[1]): Box => {
    const b = soundBase('Inlet', 'battery-lfp-20', 'holder-post');
    const lamp = b.port('circular-20', 'front', 'Lamp');
    b.device('lamp-strip', { name: 'Lamp', portId: lamp.portId, spans: span(9, 12) });
    const i = b.port('inlet-sae', 'left', 'Charge');
    b.set('charging/path', setTo('inlet')).set('charging/chargerA', setTo(4));
    return applyEdits(b.box, [set(`circuits/${i.circuitId}/from`, from), CUT, ...more]);
  };
  const behind = setTo<Origin>({ at: 'feed', id: 'main', ahead: false });

  it('charges nothing once that has opened: an outlet is behind it, so is an inlet that was wired there', () => {
    for (const box of [applyEdits(through('battery-lfp-20'), [CUT]), inlet(behind)]) {
      const [f] = told(box, 'no-charge-way');
      expect(f).toMatchObject({ severity: 'caution' });
      expect(f!.key).toMatch(/:cut-off$/);
      expect(f!.figures).toEqual({ cutV: 12, backV: 13 });
      expect(cures(box, f!).length).toBeGreaterThan(0);
      for (const cured of cures(box, f!)) expect(told(cured, 'no-charge-way')).toEqual([]);
    }
  });

  it('is no matter for an inlet that Haversack places, for one ahead of what is cut off, and without a cut-off', () => {
    expect(told(inlet(AUTO), 'no-charge-way')).toEqual([]);
    const box = inlet(behind);
    const lamp = box.circuits.find((c) => c.purpose === 'load')!.id;
    expect(told(inlet(behind, set('bank/disconnectIn', setTo(lamp))), 'no-charge-way')).toEqual([]);
    expect(told(inlet(behind, set('bank/disconnect', NONE)), 'no-charge-way')).toEqual([]);
    // said to stand ahead of everything, it stands ahead of the inlet as well
    expect(told(inlet(AUTO, set('bank/disconnectIn', setTo('main'))), 'no-charge-way')).toHaveLength(1);
  });
});

describe('the way in over a relay', () => {
  const relay = (over: Partial<Relay>): Relay => ({
    id: 'r1',
    name: 'Relay',
    inId: 'main',
    contact: 'make',
    ratingA: 40,
    coilA: 0.15,
    coilFuse: AUTO,
    switchPortId: NONE,
    switchPole: 'plus',
    suppressed: 'yes',
    ...over
  });
  it('is open only while the switch of its coil is on', () => {
    const b = soundBase('Relay', 'battery-lfp-20', 'holder-post');
    const p = b.port('circular-20', 'front', 'Lamp');
    const coil = b.port('toggle-12', 'right', 'Coil');
    b.set('feeds/main/switches', NONE)
      .set('charging/path', setTo('through-port'))
      .set('charging/throughPortId', setTo(p.portId));
    const wayOf = (r: Relay) => {
      const box = applyEdits(b.box, [set('relays', [r])]);
      return chargeWay(box, planOf(box)).switchesOn;
    };
    const at = setTo(coil.portId);
    expect(wayOf(relay({ switchPortId: at }))).toHaveLength(1);
    expect(wayOf(relay({ switchPortId: at, inId: p.circuitId }))).toHaveLength(1);
    expect(wayOf(relay({ switchPortId: at, contact: 'break' }))).toEqual([]);
    expect(wayOf(relay({}))).toEqual([]);
  });
});

describe('the fuse of a coil at a feed straight off a post', () => {
  it('that cannot break the short is cured by taking the feed from behind the main fuse', () => {
    const b = soundBase('Bow', 'battery-agm-75', 'holder-post');
    const on = b.port('toggle-12', 'left', 'On');
    const lamp = b.port('circular-20', 'right', 'Lamp');
    const bow = addFeedEdits(b.box, {
      name: 'Bow',
      from: setTo({ at: 'post', pack: null }),
      fuse: NONE,
      wire: awg('10'),
      secondBox: true
    });
    b.edit(...bow.edits).set(`circuits/${lamp.circuitId}/from`, setTo({ at: 'feed', id: bow.feedId, ahead: false }));
    b.set('relays', [
      {
        id: 'r1',
        name: 'Relay',
        inId: bow.feedId,
        contact: 'make',
        ratingA: 40,
        coilA: 0.15,
        coilFuse: AUTO,
        switchPortId: setTo(on.portId),
        switchPole: 'plus',
        suppressed: 'yes'
      }
    ]);
    const f = told(b.box, 'interrupting-low').find((k) => k.title.startsWith('FK1'))!;
    expect(f.severity).toBe('stop');
    const cured = cures(b.box, f);
    expect(cured.length).toBeGreaterThan(0);
    for (const box of cured) expect(told(box, 'interrupting-low').map((k) => k.key)).not.toContain(f.key);
  });
});

describe('what one remark says is not said twice', () => {
  const box = (spans: Box['devices'][number]['spans']): Box => {
    const b = soundBase('Bars', 'battery-lfp-20', 'holder-post');
    const p = b.port('circular-20', 'front', 'Lamp');
    b.device('lamp-strip', { name: 'Lamp', portId: p.portId, spans });
    return b.box;
  };
  const ids = (b: Box) =>
    planOf(b)
      .findings.map((f) => f.id)
      .filter((id) => id === 'never-on' || id === 'span-outside');

  it('a device whose bars all lie outside is never on, with the hours of the outing; one that runs over is cut', () => {
    const outside = box(span(20, 22));
    expect(ids(outside)).toEqual(['never-on']);
    expect(told(outside, 'never-on')[0]!.why).toContain('which runs 08:00 to 18:00');
    expect(told(box([]), 'never-on')[0]!.why).toBe(
      'It has no bar within the outing, so it draws nothing in this plan.'
    );
    const over = box(span(16, 22));
    expect(ids(over)).toEqual(['span-outside']);
    expect(ids(applyEdits(over, told(over, 'span-outside')[0]!.remedies[0]!.edits))).toEqual([]);
  });
});

describe('a battery whose label nobody read', () => {
  const box = (chemistry: 'lithium' | 'unknown'): Box => {
    const b = soundBase('Label', 'battery-nmc3-20', 'holder-inline-blade');
    return b.set('parts/battery-nmc3-20/chemistry' as string, chemistry).box;
  };
  const answers = (b: Box) => told(b, 'chemistry-unknown')[0]!.remedies;

  it('is asked with every sort it may be, each of which answers it', () => {
    expect(answers(box('lithium')).map((r) => r.label)).toEqual([
      'The label says LiFePO4',
      'The label says 11.1 V, three cells',
      'The label says 14.8 V, four cells'
    ]);
    for (const kind of ['lithium', 'unknown'] as const)
      for (const r of answers(box(kind))) {
        expect(r).toMatchObject({ answer: true });
        expect(r.effect).not.toBe('');
        expect(told(applyEdits(box(kind), r.edits), 'chemistry-unknown')).toEqual([]);
      }
  });

  it('is asked first with what its weight leaves; a label that says otherwise can still be read out', () => {
    const labels = (b: Box) => answers(b).map((r) => r.label.replace('The label says ', ''));
    const LEAD = ['AGM', 'gel', 'acid, with caps to fill'];
    const LITHIUM = ['LiFePO4', '11.1 V, three cells', '14.8 V, four cells'];
    // 222 Wh in 1.4 kg: no lead battery
    expect(labels(box('unknown'))).toEqual([...LITHIUM, ...LEAD]);
    const heavy = applyEdits(box('unknown'), [set('parts/battery-nmc3-20/massKg' as string, 8)]);
    expect(labels(heavy)).toEqual([...LEAD, ...LITHIUM]);
  });
});

describe('the fuse of a lead that charges from inside', () => {
  const asked = (box: Box, path: string) => planOf(box).findings.filter((f) => f.open && f.about === path);
  it('is asked for by its tag where nobody read it: of the packs only their own are asked together', () => {
    const b = soundBase('Inside', 'battery-agm-20', 'holder-inline-blade');
    const post = setTo({ at: 'post' as const, pack: null });
    b.set('charging/solar', solar({ fuse: UNKNOWN, from: post })).set('charging/builtIn', [
      {
        id: 'bc1',
        name: 'Maintainer',
        currentA: setTo(2),
        voltageV: setTo(14.4),
        fuse: UNKNOWN,
        from: AUTO,
        input: 'dc',
        lidShut: 'no'
      }
    ]);
    const [sun] = asked(b.box, 'charging/solar/fuse');
    expect(sun!.title).toMatch(/FS is unknown$/);
    expect(sun!.why).toContain('Pull FS and read the number on it.');
    const [maintainer] = asked(b.box, 'charging/builtIn/bc1/fuse');
    expect(maintainer!.title).toMatch(/FC1 is unknown$/);
  });
});

describe('fuses of packs that nobody read', () => {
  it('are asked for once, with what may be wrong there', () => {
    const b = soundBase('Packs', 'battery-agm-12', 'holder-inline-blade');
    b.set('bank/count', 2).set('bank/packFuse', UNKNOWN).set('bank/changeoverA', setTo(40));
    const asked = planOf(b.box).findings.filter((f) => f.open && f.about === 'bank/packFuse');
    expect(asked.map((f) => f.id)).toEqual(['parallel-fuse']);
    expect(asked[0]!.mayBe.length).toBeGreaterThan(0);
  });
});

describe('a fuse that Haversack chose for a part that is too weak', () => {
  const box = (over: Parameters<typeof applyEdits>[1]): Box => {
    const b = soundBase('Weak', 'battery-lfp-20', 'holder-post');
    const i = b.port('inlet-sae', 'left', 'Charge');
    b.set('charging/path', setTo('inlet')).set('charging/chargerA', setTo(8));
    b.set(`circuits/${i.circuitId}/fuse`, AUTO);
    return applyEdits(b.box, over);
  };
  it('is told why no smaller one will do, with the part as the cause', () => {
    const [f] = told(box([]), 'fuse-exceeds-part');
    expect(f!.cause).toBe('part I1');
    expect(f!.why).toBe(
      'I1 is rated 7.0 A. No smaller fuse than 10 A carries 8.0 A for good, and with that one it melts first: less current, or a part that bears more.'
    );
  });
  it('but one that somebody fitted is the cause itself', () => {
    const id = box([]).circuits[0]!.id;
    const [f] = told(
      box([set('charging/chargerA', setTo(2)), set(`circuits/${id}/fuse`, setTo(15))]),
      'fuse-exceeds-part'
    );
    expect(f!.cause).toMatch(/^fuse F\d/);
    expect(f!.why).toBe('I1 is rated 7.0 A; with a 15 A fuse it melts first.');
  });
});

describe('what is asked', () => {
  it('is looked up or built as Haversack would: no larger fuse and no other battery is offered for it', () => {
    const b = soundBase('Asked', 'battery-agm-20', 'holder-inline-blade');
    const p = b.port('circular-20', 'front', 'Lamp');
    b.device('lamp-strip', { name: 'Lamp', portId: p.portId, spans: span(9, 12) });
    b.set('feeds/main/fuse', UNKNOWN)
      .set('feeds/main/wire', UNKNOWN)
      .set('parts/battery-agm-20/chemistry' as string, 'unknown');
    const plan = planOf(b.box);
    const loadA = plan.wiring.main.loadA;
    for (const f of plan.findings.filter((k) => k.open))
      for (const r of proven({ box: b.box, catalogue: STARTER_CATALOGUE, plan }, f)) {
        const after = applyEdits(b.box, r.edits);
        expect([r.label, after.bank.partId]).toEqual([r.label, 'battery-agm-20']);
        const fuse = after.feeds[0].fuse;
        if (fuse.is === 'set') expect(fuse.value).toBeLessThanOrEqual(Math.max(5, 3 * loadA));
      }
  });
});

describe('a charger that nobody chose', () => {
  const INLETS = STARTER_CATALOGUE.filter((p) => p.kind === 'panel' && p.role === 'inlet').map((p) => p.id);
  const BATTERIES = STARTER_CATALOGUE.filter((p) => p.kind === 'battery').map((p) => p.id);
  const of = (batteryId: string, inletId: string): Box => {
    const b = soundBase('Usual', batteryId, 'holder-post');
    b.port(inletId, 'left', 'Charge');
    return b.set('charging/path', setTo('inlet')).box;
  };

  it('is one whose fuse and plug suit each other, at every inlet and battery', () => {
    for (const inlet of INLETS)
      for (const battery of BATTERIES) {
        const plan = planOf(of(battery, inlet));
        const [c] = plan.wiring.circuits;
        const said = plan.findings.filter(
          (f) => f.where.id === c!.circuit.id && /exceeds|overload|near-limit|contact-heat/.test(f.id)
        );
        expect([battery, inlet, c!.loadA, said.map((f) => f.title)]).toEqual([battery, inlet, c!.loadA, []]);
        expect(c!.loadA).toBeGreaterThan(0);
      }
  });

  it('is never larger than contacts and fuse bear together', () => {
    expect([2, 5, 7, 10, 20].map((ratingA) => soldForInletA(Infinity, ratingA))).toEqual([1, 4, 4, 8, 15]);
    expect(soldForInletA(3, 20)).toBe(3);
    expect([1, 4, 5, 8, 20].map(usualFuseA)).toEqual([2, 5, 7.5, 10, 25]);
  });
});

describe('lead-acid while the lid is shut', () => {
  const box = (ports: readonly string[], path: Box['charging']['path'] = AUTO): Box => {
    const b = soundBase('Shut', 'battery-agm-12', 'holder-inline-blade');
    ports.forEach((id, i) => b.port(id, (['front', 'left'] as const)[i]!, id));
    return b.set('charging/path', path).box;
  };
  const stops = (b: Box) => told(b, 'lead-acid-sealed-charge').length;

  it('is charged by what can be plugged in, or while nobody said how', () => {
    expect(stops(box(['inlet-3pin']))).toBe(1);
    expect(stops(box(['circular-20']))).toBe(1);
    expect(stops(box(['gland-m16'], UNKNOWN))).toBe(1);
    // an inlet that is still to be placed
    expect(stops(box([], setTo('inlet')))).toBe(1);
  });

  it('is not where a charger can only be clipped on the posts', () => {
    expect(stops(box(['gland-m16', 'usb-a-boot']))).toBe(0);
    expect(stops(box([]))).toBe(0);
    expect(stops(box(['circular-20'], setTo('lid-open')))).toBe(0);
  });
});

describe('a main fuse that a small switch keeps small', () => {
  it('is cured at that switch where a branch may open it', () => {
    const b = soundBase('Small', 'battery-lfp-12', 'holder-inline-blade');
    for (const [face, powerW] of [
      ['front', 22],
      ['left', 8]
    ] as const) {
      const p = b.port('circular-20', face, face);
      b.device('lamp-strip', { name: face, portId: p.portId, modes: on(powerW), spans: span(9, 12) });
    }
    b.port('button-19', 'right', 'On');
    const f = told(b.box, 'selectivity-poor').find((k) => k.severity === 'caution');
    expect(f).toBeDefined();
    const cured = cures(b.box, f!);
    expect(cured.length).toBeGreaterThan(0);
    for (const one of cured)
      expect(told(one, 'selectivity-poor').map((k) => [k.key, k.severity])).not.toContainEqual([f!.key, 'caution']);
  });
});
