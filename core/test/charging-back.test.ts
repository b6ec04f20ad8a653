import fc from 'fast-check';
import { describe, expect, it, test } from 'vitest';
import { AUTO, NONE, setTo } from '../src/box/attr.ts';
import { set } from '../src/box/edit.ts';
import { applyEdits } from '../src/box/edits.ts';
import type { Box, Origin } from '../src/box/schema.ts';
import { STARTER_CATALOGUE } from '../src/catalogue/starter.ts';
import { BoxBuilder } from '../src/demo/builder.ts';
import { evaluate } from '../src/evaluate.ts';
import { proven } from '../src/remedy/prove.ts';
import { ampacityA, areaMm2 } from '../src/wiring/conductor.ts';
import { chargerA } from '../src/wiring/charger.ts';
import { LOAD_SHARE } from '../src/wiring/fuse.ts';
import { randomBox } from './random-box.ts';
import { runs } from './runs.ts';
import { on, solar, soundBase, span, withFeed } from './small-boxes.ts';

const planOf = (box: Box) => evaluate(box, STARTER_CATALOGUE);
const ON_CAMERA: Origin = { at: 'circuit', id: 'c1', ahead: false };
const OFF_POST: Origin = { at: 'post', pack: null };
/** What is said of parts that Haversack itself chose: nothing of it may contradict the choice. */
const OWN_CHOICE = /element-overload|guard-exceeds|fuse-exceeds-conductor|main-fuse-exceeds|terminal-too-hot|adiabatic/;
const against = (box: Box) =>
  planOf(box)
    .findings.filter((f) => OWN_CHOICE.test(f.id))
    .map((f) => f.title);

/** A camera of half an ampere in a box that much more is charged into. */
function cameraBox(over: (b: BoxBuilder, lampPortId: string) => void): Box {
  const b = soundBase('Camera', 'battery-lfp-50', 'holder-inline-blade');
  const camera = b.port('circular-20', 'front', 'Camera');
  b.device('trail-camera', { name: 'Camera', portId: camera.portId, spans: span(18, 24) });
  over(b, camera.portId);
  return b.box;
}
const panel = (from: Origin | undefined) => solar({ panelW: 120, controller: 'mppt', from: from ? setTo(from) : AUTO });
const maintainer = (from: Origin | undefined): Box['charging']['builtIn'] => [
  {
    id: 'bc1',
    name: 'Charger',
    currentA: setTo(10),
    voltageV: AUTO,
    fuse: AUTO,
    from: from ? setTo(from) : AUTO,
    input: 'dc',
    lidShut: 'yes'
  }
];

describe('what is left to Haversack bears what charges the battery back through it', () => {
  test.each<[string, (b: BoxBuilder, portId: string) => void]>([
    ['a panel of which nobody said where', (b) => b.set('charging/solar', panel(undefined))],
    ['a panel off the post', (b) => b.set('charging/solar', panel(OFF_POST))],
    ['a charger that lives in the box', (b) => b.set('charging/builtIn', maintainer(undefined))],
    ['a charger off the post', (b) => b.set('charging/builtIn', maintainer(OFF_POST))],
    [
      'both at once',
      (b) => b.set('charging/solar', panel(undefined)).set('charging/builtIn', maintainer({ ...OFF_POST }))
    ],
    [
      'a panel on a feed of its own',
      (b) => {
        withFeed(b, 'Sun', { ends: 'stud' });
        b.set('charging/solar', panel({ at: 'feed', id: 'f2', ahead: false }));
      }
    ],
    ['a charger on the circuit of the camera', (b) => b.set('charging/builtIn', maintainer(ON_CAMERA))],
    [
      'a feed off the post with its returns on the bus',
      (b) => {
        withFeed(b, 'Lamps', { from: setTo(OFF_POST), ends: 'stud' });
        const lamp = b.port('circular-20', 'left', 'Floodlight');
        b.device('lamp-strip', { portId: lamp.portId, modes: on(150), spans: span(18, 19) });
        b.set(`circuits/${lamp.circuitId}/from`, setTo({ at: 'feed', id: 'f2', ahead: false }));
      }
    ],
    [
      'a charger plugged into an outlet',
      (b, portId) =>
        b
          .set('charging/path', setTo('through-port'))
          .set('charging/throughPortId', setTo(portId))
          .set('charging/chargerA', setTo(10))
    ]
  ])('%s', (_, over) => {
    expect(against(cameraBox(over))).toEqual([]);
  });

  it('is not made to bear what a plug behind it does not', () => {
    const weak = cameraBox((b) => {
      const small = b.port('circular-12', 'left', 'Lamp');
      b.device('lamp-strip', { portId: small.portId, modes: on(6), spans: span(18, 20) });
      b.set('charging/path', setTo('through-port')).set('charging/throughPortId', setTo(small.portId));
      b.set('charging/chargerA', setTo(10));
    });
    const { circuits, main } = planOf(weak).wiring;
    const lamp = circuits[1]!;
    expect(lamp.pushedA).toBe(10);
    expect(lamp.fuseA).toBeLessThanOrEqual(lamp.portPart!.ratingA!);
    expect(against(weak).join()).toMatch(/Charging sends 10\.0 A through P2/);
    // what the weak plug lets in is all that the main fuse has to carry
    expect(main.pushedA).toBe(lamp.fuseA);
  });

  it('counts the charger and what lives in the box together, a feed with all behind it', () => {
    const both = cameraBox((b, portId) => {
      withFeed(b, 'Forward', { ends: 'stud' });
      b.set('circuits/c1/from', setTo({ at: 'feed', id: 'f2', ahead: false }));
      b.set('charging/path', setTo('through-port')).set('charging/throughPortId', setTo(portId));
      b.set('charging/chargerA', setTo(6)).set('charging/builtIn', maintainer({ at: 'feed', id: 'f2', ahead: false }));
    });
    const { feeds, main } = planOf(both).wiring;
    expect(feeds[0]!.pushedA).toBeCloseTo(16, 6);
    expect(main.pushedA).toBeCloseTo(16, 6);
    expect(feeds[0]!.fuseA).toBe(20);
  });

  it('takes a usual charger that what it is plugged into bears', () => {
    const through = (partId: string) => {
      const b = soundBase('Charged through', 'battery-lfp-100');
      const port = b.port(partId, 'front', 'Out');
      b.set('charging/path', setTo('through-port')).set('charging/throughPortId', setTo(port.portId));
      return chargerA(b.box, planOf(b.box).bank);
    };
    expect(through('circular-12')).toBeLessThanOrEqual(4);
    expect(through('circular-28')).toBe(25);
  });

  it('an unread charger is taken as the usual one', () => {
    const unread = cameraBox((b, portId) =>
      b
        .set('charging/path', setTo('through-port'))
        .set('charging/throughPortId', setTo(portId))
        .set('charging/chargerA', { is: 'unknown' })
    );
    expect(planOf(unread).wiring.circuits[0]!.pushedA).toBe(12);
  });
});

describe('in any box', () => {
  it('a fuse left to Haversack is no smaller for what is charged through it than what stands behind it forces', () => {
    let pushed = 0;
    fc.assert(
      fc.property(randomBox(8), fc.integer({ min: 0, max: 2 }), (box, nth) => {
        const port = box.circuits.filter((c) => c.purpose === 'load' && c.fuse.is === 'auto')[nth]?.portId;
        const charged = applyEdits(box, [
          set('charging/builtIn', maintainer(undefined)),
          ...(port
            ? [set('charging/path', setTo('through-port' as const)), set('charging/throughPortId', setTo(port))]
            : [])
        ]);
        const { circuits, feeds } = planOf(charged).wiring;
        for (const c of [...circuits, ...feeds]) {
          if (c.fuseOrigin !== 'auto' || c.fuseA === undefined || c.pushedA === 0) continue;
          pushed++;
          const ratings = STARTER_CATALOGUE.flatMap((p) =>
            p.kind === 'fuse' && p.family === c.fuseFamily ? p.ratingsA : []
          );
          const bears = Math.min(c.weakest?.ratingA ?? Infinity, c.wireOrigin === 'set' ? c.ampacityA! : Infinity);
          const larger = ratings.filter((r) => r > c.fuseA! && r <= bears);
          if (c.fuseA * LOAD_SHARE < c.pushedA - 1e-9) expect(larger, `${c.fuseTag} ${c.fuseA} A`).toEqual([]);
        }
      }),
      { numRuns: runs(60) }
    );
    expect(pushed).toBeGreaterThan(5);
  });
});

describe('ahead of its own fuse', () => {
  it('a circuit off the post has wire that is no thinner than its own', () => {
    const box = cameraBox((b) => {
      const radio = b.port('circular-28', 'left', 'Radio');
      b.device('hf-100-data', { portId: radio.portId, spans: span(18, 20) });
      b.set(`circuits/${radio.circuitId}/from`, setTo(OFF_POST));
    });
    const { netlist, circuits, main } = planOf(box).wiring;
    const radio = circuits[1]!;
    expect(areaMm2(radio.wire!)).toBeGreaterThan(areaMm2(main.wire!));
    const ahead = netlist.conductors.find((c) => c.id === `${radio.circuit.id}/post`)!;
    expect(ahead.size).toEqual(radio.wire);
    // where the main wire is the thicker one it is that, as it was
    const thick = applyEdits(box, [set('feeds/main/wire', setTo({ system: 'awg', size: '4' }))]);
    const thickAhead = planOf(thick).wiring.netlist.conductors.find((c) => c.id === ahead.id)!;
    expect(thickAhead.size).toEqual({ system: 'awg', size: '4' });
  });

  it('a controller’s lead is as the feed it hangs on, and bears its own fuse', () => {
    const box = cameraBox((b) => {
      withFeed(b, 'Sun', { ends: 'stud', wire: setTo({ system: 'awg', size: '12' }) });
      b.set('charging/solar', panel({ at: 'feed', id: 'f2', ahead: false }));
    });
    const lead = (of: Box) => planOf(of).wiring.netlist.conductors.find((c) => c.id === 'solar/battery+')!.size!;
    expect(lead(box)).toEqual({ system: 'awg', size: '12' });
    const auto = applyEdits(box, [set('feeds/f2/wire', AUTO)]);
    const { main } = planOf(auto).wiring;
    expect(ampacityA(lead(auto), main.laid)).toBeGreaterThanOrEqual(15);
  });
});

describe('a feed whose circuits have fuses of their own', () => {
  it('is not held to what the weakest plug behind those bears', () => {
    const box = (ahead: boolean) => {
      const b = soundBase('Two plugs', 'battery-lfp-50', 'holder-inline-blade');
      withFeed(b, 'Forward', { ends: 'bus-bar', from: setTo({ at: 'feed', id: 'main', ahead }) });
      for (const [partId, watts] of [
        ['circular-12', 6],
        ['circular-28', 150]
      ] as const) {
        const port = b.port(partId, 'front', partId);
        b.device('lamp-strip', { name: partId, portId: port.portId, modes: on(watts), spans: span(18, 19) });
        b.set(`circuits/${port.circuitId}/from`, setTo({ at: 'feed', id: 'f2', ahead: false }));
        b.set(`circuits/${port.circuitId}/fuse`, ahead ? AUTO : NONE);
      }
      return planOf(b.box).wiring;
    };
    // always live: each circuit has its own, the feed's carries both lamps
    const apart = box(true);
    expect(apart.circuits.map((c) => c.fuseA !== undefined)).toEqual([true, true]);
    expect(apart.feeds[0]!.fuseA! * 0.8).toBeGreaterThanOrEqual(13);
    // without their own its fuse is all that the small plug has
    expect(box(false).feeds[0]!.weakest?.ratingA).toBe(5);
  });
});

describe('a fuse behind a converter that steps up', () => {
  const at48 = (outV: number, over: (b: BoxBuilder) => void = () => {}) => {
    const b = soundBase('Step-up', 'battery-lfp-20');
    withFeed(b, 'Network', { ends: 'splice', converter: { outV, partId: null, ratedW: 100 } });
    const port = b.port('circular-28', 'left', 'Camera');
    b.set(`circuits/${port.circuitId}/from`, setTo({ at: 'feed', id: 'f2', ahead: false }));
    b.device('ip-camera', {
      name: 'Camera',
      supply: 'dc-converter',
      wantsV: outV,
      minV: null,
      maxV: outV * 1.2,
      portId: port.portId,
      modes: on(40),
      spans: span(18, 24)
    });
    over(b);
    return b.box;
  };
  const said = (box: Box) => planOf(box).findings.filter((f) => f.id === 'fuse-voltage');

  it('is told when it is made for less, at its own place', () => {
    const [one, ...rest] = said(at48(48));
    expect(rest).toEqual([]);
    expect(one!.severity).toBe('caution');
    expect(one!.where.id).toBe('c1');
    expect(one!.figures).toEqual({ needV: 48, ratedV: 32 });
    expect(said(at48(24))).toEqual([]);
  });

  it('is silent for a fuse of one’s own that says enough', () => {
    const blade = STARTER_CATALOGUE.find((p) => p.id === 'fuse-blade')!;
    const own = at48(48, (b) =>
      b.set('parts/own-blade-58', { ...blade, id: 'own-blade-58', voltageDcV: 58 } as (typeof b.box.parts)[string])
    );
    expect(said(own)).toEqual([]);
  });

  it('offers a breaker that breaks it', () => {
    const box = at48(48);
    const plan = planOf(box);
    const [first] = proven({ box, catalogue: STARTER_CATALOGUE, plan }, said(box)[0]!);
    expect(first?.label).toBe('A breaker as F1');
    const after = applyEdits(box, first!.edits);
    expect(said(after)).toEqual([]);
    expect(planOf(after).wiring.circuits[0]!.fuseFamily).toBe('breaker');
  });
});

describe('a switch behind a converter that steps up', () => {
  const switched = (outV: number) => {
    const b = soundBase('Step-up', 'battery-lfp-20');
    withFeed(b, 'Network', { ends: 'splice', converter: { outV, partId: null, ratedW: 100 } });
    const port = b.port('circular-28', 'left', 'Camera');
    const toggle = b.port('toggle-12', 'front', 'Camera switch');
    b.set(`circuits/${port.circuitId}/from`, setTo({ at: 'feed', id: 'f2', ahead: false }));
    b.set(`circuits/${port.circuitId}/switchPortId`, setTo(toggle.portId));
    const device = { supply: 'dc-converter' as const, wantsV: outV, minV: null, maxV: outV * 1.2 };
    b.device('ip-camera', { name: 'Camera', portId: port.portId, modes: on(20), spans: span(18, 24), ...device });
    return b.box;
  };
  const said = (box: Box) => planOf(box).findings.filter((f) => f.id === 'switch-rating');

  it('is told above what small contacts break, and goes ahead of the converter by one press', () => {
    expect(said(switched(24))).toEqual([]);
    const box = switched(48);
    const plan = planOf(box);
    const [one] = said(box);
    expect(one!.title).toBe('S1 is made for 12 V and has to break 48 V');
    const [first] = proven({ box, catalogue: STARTER_CATALOGUE, plan }, one!);
    expect(first?.label).toBe('The switch ahead of Network');
    const after = applyEdits(box, first!.edits);
    expect(said(after)).toEqual([]);
    const [ahead] = planOf(after).wiring.feeds[0]!.switches;
    expect(after.ports.find((p) => p.id === ahead?.portId)?.name).toBe('Camera switch');
    expect(planOf(after).wiring.circuits[0]!.switches).toEqual([]);
  });
});

describe('a box with no fuse anywhere', () => {
  it('is offered a holder at the battery with everything behind it fused anew', () => {
    const b = soundBase('Bare', 'battery-agm-35');
    b.set('feeds/main/holderPartId', null).set('feeds/main/blockPartId', null).set('feeds/main/ends', 'stud');
    b.set('feeds/main/fuse', NONE).set('charging/path', setTo('lid-open'));
    for (const [partId, watts] of [
      ['circular-20', 60],
      ['circular-12', 5],
      ['usb-a-twin', 10]
    ] as const) {
      const port = b.port(partId, 'front', partId);
      b.device(partId === 'usb-a-twin' ? 'phone-usb-a' : 'lamp-strip', {
        name: partId,
        portId: port.portId,
        modes: on(watts),
        spans: span(18, 20)
      });
      b.set(`circuits/${port.circuitId}/fuse`, NONE);
      b.set(`circuits/${port.circuitId}/wire`, setTo({ system: 'mm2', size: '1.5' }));
    }
    const plan = planOf(b.box);
    for (const id of ['no-main-fuse', 'source-unfused']) {
      const finding = plan.findings.find((f) => f.id === id)!;
      const offered = proven({ box: b.box, catalogue: STARTER_CATALOGUE, plan }, finding);
      const whole = offered.find((r) => /for F0, and: let Haversack choose every fuse and wire$/.test(r.label));
      expect(whole, id).toBeDefined();
      const after = planOf(applyEdits(b.box, whole!.edits));
      expect(after.wiring.main.fuseA).toBeDefined();
      expect(after.wiring.circuits.every((c) => c.fuseA !== undefined)).toBe(true);
      expect(after.findings.filter((f) => /unfused|no-main-fuse/.test(f.id))).toEqual([]);
    }
  });
});
