import { railBox } from './rail-box.ts';
import { readdirSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { describe, expect, test } from 'vitest';
import { applyEdits, type Edit } from '../src/box/edits.ts';
import { NONE, setTo, UNKNOWN } from '../src/box/attr.ts';
import { boxSchema, type Box } from '../src/box/schema.ts';
import { STARTER_CATALOGUE } from '../src/catalogue/starter.ts';
import { canalNightBankBox, fellRaceRadioPost, saltmarshHideBox } from '../src/demo/boxes.ts';
import { jettyNetBox, moorCameraPost } from '../src/demo/wired.ts';
import { starter } from '../src/demo/builder.ts';
import { RULES } from '../src/findings/registry.ts';
import { SEVERITY_OF_TRIP } from './severities.ts';
import { stuffed } from './stuffed.ts';
import { WIRING_RULES } from './wiring-rules.ts';
import { evaluate } from './evaluated.ts';

const set = (path: string, value: unknown): Edit => ({ op: 'set', path, value });
const use = (part: { id: string }, path: string): Edit[] => [set(`parts/${part.id}`, part), set(path, part.id)];
const good = canalNightBankBox();
const radio = fellRaceRadioPost();
const hide = saltmarshHideBox();
const change = (box: Box, ...edits: Edit[]): Box => applyEdits(box, edits);
const idsOf = (box: Box) => evaluate(box, STARTER_CATALOGUE).findings.map((f) => f.id);
const portNamed = (box: Box, name: string) => box.ports.find((p) => p.name === name)!;
const circuitOf = (box: Box, portName: string) => box.circuits.find((c) => c.portId === portNamed(box, portName).id)!;
const part = (box: Box, id: string, over: object): Edit => set(`parts/${id}`, { ...box.parts[id], ...over });
const device = (box: Box, name: string) => box.devices.find((d) => d.name === name)!;
const lamp = circuitOf(good, 'Lamp').id;
const watts = (box: Box, name: string, powerW: number): Edit =>
  set(`devices/${device(box, name).id}/modes`, [
    { id: 'm1', name: 'on', dutyFraction: 1, draw: { kind: 'power', powerW } }
  ]);

const PANEL = {
  panelW: 50,
  maxPowerV: 18,
  openV: 22,
  tiltDeg: 30,
  unshadedFraction: 1,
  learnt: null,
  skyFraction: { is: 'auto' },
  controller: 'pwm',
  controllerMaxV: 30,
  controllerMaxA: 10,
  duringOuting: false,
  fit: 'plugged',
  panelPortId: { is: 'auto' },
  from: { is: 'auto' },
  switchPortId: { is: 'none' },
  loadTerminal: null,
  fuse: { is: 'auto' }
} as const;

const ARM = {
  id: 'k9',
  name: 'Camera arm',
  face: 'back',
  xMm: 120,
  yMm: 90,
  fixing: 'suction',
  acrossMm: 60,
  loadKg: 1.2,
  leverMm: 250
} as const;

/** For each rule a box that trips it; the canal box trips none of stop or caution. */
const TRIPS: Record<string, () => Box> = {
  'card-full': () => change(hide, set(`devices/${hide.devices[0]!.id}/card`, { sizeGB: 32, gbPerHour: 8 })),
  'no-charge-way': () =>
    change(
      hide,
      set('charging/path', NONE),
      set('charging/solar', null),
      ...hide.circuits
        .filter((c) => c.purpose === 'charge')
        .map((c): Edit => ({ op: 'remove', path: `circuits/${c.id}` }))
    ),
  'vehicle-direct': () => change(good, set('charging/fedFrom', 'vehicle-direct')),
  ...Object.fromEntries(Object.entries(WIRING_RULES).map(([id, boxes]) => [id, boxes.trips])),
  'air-transport': () => hide,
  'battery-does-not-fit': () => change(hide, ...use(starter('case', 'case-hard-small'), 'casePartId')),
  'behind-panel-collision': () =>
    change(
      hide,
      set(`ports/${portNamed(hide, 'Camera A').id}/terminals`, 'straight'),
      set('placements', { 'battery-1': { xMm: 7, yMm: 56, zMm: 5, turn: 'lwh' } })
    ),
  'bms-current': () => change(radio, part(radio, 'battery-lfp-35', { maxContinuousA: 6 })),
  'c-rate-high': () =>
    change(good, ...use(starter('battery', 'battery-agm-5'), 'bank/partId'), watts(good, 'Bait aerator', 90)),
  'capacity-claim': () => change(hide, part(hide, 'battery-lfp-20', { massKg: 1 })),
  'cca-wire': () => change(good, set('wiring/conductor', setTo('copper-clad-aluminium'))),
  'charge-current': () => change(good, set('charging/chargerA', setTo(12))),
  'charge-voltage': () => change(hide, set('charging/chargerV', setTo(16.8))),
  'chemistry-unknown': () => change(good, part(good, 'battery-agm-35', { chemistry: 'unknown' })),
  'circuit-shape': () => change(good, set(`circuits/${lamp}/portId`, portNamed(good, 'Aerator').id)),
  'cold-charge': () => change(hide, set('charging/coldestC', setTo(-3))),
  'conductor-overload': () =>
    change(
      good,
      watts(good, 'Bait aerator', 110),
      set(`circuits/${circuitOf(good, 'Aerator').id}/wire`, setTo({ system: 'awg', size: '22' }))
    ),
  'connector-overload': () => change(good, watts(good, 'Bait aerator', 140)),
  'rail-high': () => railBox(9),
  'rail-low': () => railBox(6),
  'rail-misplaced': () => change(railBox(), set('feeds/main/converter', { outV: 9, partId: null, ratedW: null })),
  'rail-range': () => railBox(12),
  'rail-unchosen': () => change(railBox(), set('feeds/f2/converter/partId', null)),
  'rail-overload': () => change(railBox(), watts(railBox(), 'Camera 1', 55)),
  'converter-overload': () => change(good, watts(good, 'Phone', 20)),
  'device-overvoltage': () => change(good, set(`devices/${device(good, 'Bait aerator').id}/maxV`, 13)),
  'device-never-runs': () => change(good, set(`devices/${device(good, 'Bite-alarm receiver').id}/minV`, 22)),
  'device-volts': () =>
    change(
      good,
      set(`devices/${device(good, 'Bite-alarm receiver').id}/maxV`, 9),
      set(`devices/${device(good, 'Bite-alarm receiver').id}/supply`, 'regulated-12v')
    ),
  'device-undervoltage': () => change(good, set(`devices/${device(good, 'Bite-alarm receiver').id}/minV`, 12.7)),
  'tilts-on-handle': () => hide,
  'lead-too-short': () => change(good, set(`circuits/${lamp}/lengthMm`, setTo(60))),
  'lead-too-long': () => change(good, set(`circuits/${lamp}/lengthMm`, setTo(2500))),
  'internal-heat': () =>
    change(hide, set('parts/body-inverter', starter('body', 'body-inverter')), {
      op: 'add',
      path: 'bodies',
      value: { id: 'b9', name: 'Inverter', partId: 'body-inverter', held: 'fixed' }
    }),
  'plug-envelope-clash': () => change(hide, set(`ports/${portNamed(hide, 'Camera A').id}/face`, 'back')),
  'lid-swing': () =>
    change(
      hide,
      set(`ports/${portNamed(hide, 'Camera A').id}/face`, 'lid'),
      set(`ports/${portNamed(hide, 'Camera A').id}/xMm`, 60),
      set(`ports/${portNamed(hide, 'Camera A').id}/yMm`, 21),
      part(hide, 'usb-c-pd-30', { bodyDepthMm: 120 })
    ),
  'lid-wire-trap': () =>
    change(
      hide,
      set(`ports/${portNamed(hide, 'Camera A').id}/face`, 'lid'),
      set(`ports/${portNamed(hide, 'Camera A').id}/yMm`, 70)
    ),
  'bend-too-tight': () =>
    change(
      hide,
      set('bank/terminals', 'straight'),
      part(hide, 'battery-lfp-20', { straightClearanceMm: 6, flagClearanceMm: 5 }),
      part(hide, 'case-plastic-deep', { depthMm: 168, lidDepthMm: 14 })
    ),
  'battery-wrong-way-up': () =>
    change(
      hide,
      part(hide, 'battery-lfp-20', { anyWayUp: 'upright' }),
      set('placements', { 'battery-1': { xMm: 20, yMm: 10, zMm: 3, turn: 'lhw' } })
    ),
  'battery-on-side': () => change(hide, set('placements', { 'battery-1': { xMm: 7, yMm: 10, zMm: 3, turn: 'lhw' } })),
  'battery-drags-gasket': () =>
    change(
      hide,
      part(hide, 'case-plastic-deep', { seal: { jet: 4, dunk: 0 } }),
      set('placements', { 'battery-1': { xMm: 40, yMm: 1, zMm: 3, turn: 'lwh' } })
    ),
  'bracket-pulls-off': () => change(hide, { op: 'add', path: 'brackets', value: ARM }),
  'bracket-foot': () =>
    change(hide, { op: 'add', path: 'brackets', value: { ...ARM, xMm: 42, yMm: 66, face: 'front' } }),
  'bracket-tips': () => change(hide, { op: 'add', path: 'brackets', value: { ...ARM, leverMm: 900, loadKg: 2 } }),
  'case-not-measured': () => change(hide, part(hide, 'case-plastic-deep', { unmeasured: ['wallMm', 'skirtMm'] })),
  'case-shape': () => change(hide, part(hide, 'case-plastic-deep', { wallMm: 50, floorWidthMm: 90 })),
  'port-face-lost': () => change(hide, set(`ports/${portNamed(hide, 'Phone').id}/cameOn`, 'top')),
  'gel-renew': () => change(hide, set('dry/gelG', 5), set('dry/gelSince', '2025-01-01')),
  'steel-unbushed': () => change(hide, ...use(starter('case', 'case-steel-medium'), 'casePartId')),
  'outside-inlet': () => change(good, set('bank/stands', 'outside')),
  'tips-over': () =>
    change(
      hide,
      part(hide, 'battery-lfp-20', { massKg: 12 }),
      set('placements', { 'battery-1': { xMm: 7, yMm: 7, zMm: 5, turn: 'lhw' } }),
      part(hide, 'case-plastic-deep', { floorWidthMm: 100 })
    ),
  condensation: () => change(good, set('dry/closeHumidityFraction', 0.95)),
  'gel-low': () => change(good, set('dry/gelG', 0.5)),
  sinks: () => change(good, set('outing/seal', 'dunk')),
  'draw-claims-disagree': () =>
    change(
      good,
      set(`devices/${device(good, 'Bait aerator').id}/claims`, [
        { kind: 'meter', currentA: 0.9, atV: 12.5, where: '12v-lead' },
        { kind: 'lasted', durationH: 48, capacityAh: 7, atV: 12 }
      ])
    ),
  'inverter-present': () => change(good, set(`devices/${device(good, 'Shelter lamp').id}/supply`, 'inverter')),
  'usb-c-rail': () =>
    change(hide, watts(hide, 'Phone top-up', 65), set(`devices/${device(hide, 'Phone top-up').id}/wantsV`, 20)),
  'battery-worn': () => change(good, set('bank/ageYears', 9)),
  'stored-flat': () => change(good, set('charging/storageMonths', 20), set('charging/storageC', 40)),
  'cutoff-too-low': () => change(good, set('bank/disconnect', setTo({ cutV: 9, backV: 12 }))),
  'parallel-soc': () =>
    change(
      good,
      set('bank/count', 2),
      set('bank/packs', [
        { ageYears: 0, startFraction: 1 },
        { ageYears: 0, startFraction: 0.2 }
      ])
    ),
  'parallel-takeoff': () =>
    change(good, set('bank/count', 4), set('bank/takeOff', 'same-end'), set('bank/linkMilliOhm', setTo(5))),
  'solar-direct': () => change(good, set('charging/solar', { ...PANEL, controller: 'none' })),
  'solar-voc': () => change(good, set('charging/solar', { ...PANEL, controllerMaxV: 23 })),
  'solar-place': () => change(good, set('outing/site', null), set('charging/solar', { ...PANEL, duringOuting: true })),
  'no-temp-comp': () => change(good, set('charging/coldestC', setTo(2))),
  'not-full-at-start': () => change(good, set('bank/startFraction', 0.8)),
  'device-without-port': () => change(good, set(`devices/${device(good, 'Phone').id}/portId`, null)),
  'dod-deep': () => change(good, set('bank/keepBack', setTo(0.1))),
  'one-plug': () =>
    change(
      good,
      set(
        `devices/${good.devices.find((d) => d.name === 'Bait aerator')!.id}/portId`,
        good.devices.find((d) => d.name === 'Shelter lamp')!.portId!
      ),
      set(`devices/${good.devices.find((d) => d.name === 'Bait aerator')!.id}/spans`, [
        { startH: 18, endH: 30, dutyFraction: null }
      ]),
      set(`devices/${good.devices.find((d) => d.name === 'Shelter lamp')!.id}/spans`, [
        { startH: 18, endH: 30, dutyFraction: null }
      ])
    ),
  'motor-unsaid': () =>
    change(
      good,
      watts(good, 'Bait aerator', 40),
      set(`devices/${good.devices.find((d) => d.name === 'Bait aerator')!.id}/hasMotor`, false)
    ),
  'sends-or-draws': () =>
    change(
      good,
      watts(good, 'Bait aerator', 50),
      set(`devices/${good.devices.find((d) => d.name === 'Bait aerator')!.id}/name`, 'Field radio'),
      set(`devices/${good.devices.find((d) => d.name === 'Bait aerator')!.id}/source`, 'label')
    ),
  'draw-guessed': () => change(good, set(`devices/${device(good, 'Shelter lamp').id}/source`, 'guess')),
  'edge-too-near': () => change(good, set(`ports/${portNamed(good, 'Aerator').id}/xMm`, 179)),
  'fault-too-weak': () =>
    change(
      good,
      set(`circuits/${lamp}/lengthMm`, setTo(20000)),
      set(`circuits/${lamp}/wire`, setTo({ system: 'awg', size: '22' })),
      set(`circuits/${lamp}/fuse`, setTo(5))
    ),
  // so full that neither the search nor an attempt has an answer in the time of an edit
  'fit-not-proven': () => stuffed(canalNightBankBox(), 14),
  'fit-tight': () =>
    change(
      hide,
      set(`ports/${portNamed(hide, 'Camera A').id}/yMm`, 60),
      set('placements', { 'battery-1': { xMm: 7, yMm: 55, zMm: 5, turn: 'lwh' } })
    ),
  'flange-overlap': () => change(good, set(`ports/${portNamed(good, 'Aerator').id}/xMm`, 90)),
  'fuse-block-ways': () => change(good, set('feeds/main/blockPartId', null)),
  'fuse-exceeds-conductor': () => hide,
  'fuse-exceeds-part': () =>
    change(
      good,
      set(`circuits/${lamp}/fuse`, setTo(15)),
      set(`circuits/${lamp}/wire`, setTo({ system: 'awg', size: '12' }))
    ),
  'fuse-inrush': () =>
    change(
      good,
      set(`devices/${device(good, 'Bait aerator').id}/modes`, [
        { id: 'm1', name: 'on', dutyFraction: 1, draw: { kind: 'power', powerW: 30 } }
      ]),
      set(`circuits/${circuitOf(good, 'Aerator').id}/fuse`, setTo(5))
    ),
  'fuse-near-limit': () =>
    change(good, watts(good, 'Bait aerator', 40), set(`circuits/${circuitOf(good, 'Aerator').id}/fuse`, setTo(3))),
  'fuse-oversized': () => change(good, set(`circuits/${lamp}/fuse`, setTo(7.5))),
  'fuse-voltage': () =>
    change(good, set('parts/fuse-mini-blade', { ...starter('fuse', 'fuse-mini-blade'), voltageDcV: null })),
  'gauge-too-thin': () => change(good, set(`circuits/${lamp}/wire`, setTo({ system: 'awg', size: '22' }))),
  'handle-rating': () => change(good, part(good, 'case-battery-box', { handleRatedKg: 8 })),
  'hot-box': () => change(hide, set('outing/inSun', true), set('outing/airC', 30)),
  'interrupting-low': () =>
    change(good, ...use(starter('fuse-holder', 'holder-inline-blade'), 'feeds/main/holderPartId')),
  'cord-loose': () =>
    change(good, {
      op: 'add',
      path: 'openings',
      value: { id: 'o1', name: 'Aerial lead', face: 'lid', kind: 'under-lid', areaCm2: null }
    }),
  'sealed-as-built': () => change(good, set(`ports/${portNamed(good, 'Lamp').id}/sealedBy`, setTo('vinegar'))),
  'ip-open-in-use': () => hide,
  'ip-weakest': () => change(good, set('outing/seal', 'rain')),
  'lead-acid-sealed-charge': () =>
    change(good, ...use(starter('case', 'case-plastic-tall'), 'casePartId'), set('charging/path', { is: 'auto' })),
  'lfp-volt-gauge': () => change(good, ...use(starter('battery', 'battery-lfp-35'), 'bank/partId')),
  'live-male-pins': () =>
    change(good, ...use(starter('panel', 'binding-posts'), `ports/${portNamed(good, 'Lamp').id}/partId`)),
  'loose-battery': () => change(good, set('bank/holdDown', NONE)),
  'main-fuse-exceeds': () => change(good, set('feeds/main/wire', setTo({ system: 'awg', size: '18' }))),
  'main-fuse-far': () => change(good, set('feeds/main/fuseFromStartMm', setTo(400))),
  'main-fuse-near-limit': () => change(good, watts(good, 'Bait aerator', 330), set('feeds/main/fuse', setTo(30))),
  'main-over-60a': () => change(good, watts(good, 'Bait aerator', 900)),
  'battery-shell': () =>
    change(hide, set(`parts/${hide.casePartId!}`, { ...hide.parts[hide.casePartId!], caseKind: 'battery-shell' })),
  'metal-case': () => change(hide, ...use(starter('case', 'case-steel-medium'), 'casePartId')),
  'never-on': () => change(good, set(`devices/${device(good, 'Phone').id}/spans`, [])),
  'no-cutoff': () => good,
  'no-main-fuse': () => change(good, set('feeds/main/holderPartId', null)),
  'no-master': () => change(good, set('feeds/main/switches', NONE)),
  'no-vent-sealed': () => change(hide, set('outing/seal', 'dunk')),
  'off-the-face': () => change(good, set(`ports/${portNamed(good, 'Aerator').id}/xMm`, 400)),
  overfilled: () => change(hide, ...use(starter('case', 'case-hard-small'), 'casePartId')),
  'hole-drilled': () => change(good, set(`ports/${portNamed(good, 'Aerator').id}/drilledMm`, 3)),
  'panel-thickness': () => change(good, ...use(starter('case', 'case-wooden'), 'casePartId')),
  'parallel-age': () => change(good, set('bank/count', 2)),
  'parallel-fuse': () => change(good, set('bank/count', 2), set('bank/packFuse', NONE)),
  'part-in-no-drill-zone': () => change(hide, set(`ports/${portNamed(hide, 'Heater switch').id}/yMm`, 176)),
  'plug-finger-gap': () => change(good, set(`ports/${portNamed(good, 'Aerator').id}/xMm`, 106)),
  'port-collision-inside': () => change(good, set(`ports/${portNamed(good, 'Bite alarm').id}/xMm`, 30)),
  'port-faces-up': () => change(hide, set(`ports/${portNamed(hide, 'Lens heater').id}/face`, 'lid')),
  'port-too-low': () => change(good, set(`ports/${portNamed(good, 'Aerator').id}/yMm`, 30)),
  'power-limit': () =>
    change(good, ...use(starter('battery', 'battery-agm-5'), 'bank/partId'), watts(good, 'Bait aerator', 1500)),
  'quiescent-drain': () => change(good, set('feeds/main/switches', NONE)),
  'reverse-polarity': () =>
    change(good, ...use(starter('panel', 'genderless-30'), `ports/${portNamed(good, 'Bite alarm').id}/partId`)),
  'runtime-short': () => hide,
  'runtime-tight': () => change(hide, ...use(starter('battery', 'battery-lfp-22'), 'bank/partId')),
  'selectivity-poor': () =>
    change(
      radio,
      set('feeds/main/fuse', setTo(15)),
      ...use(starter('fuse-holder', 'holder-inline-blade'), 'feeds/main/holderPartId')
    ),
  'fuse-in-return': () => change(good, set(`circuits/${lamp}/fuseLead`, setTo('minus'))),
  'switch-in-return': () => change(good, set('feeds/main/switchLead', setTo('minus'))),
  'shunt-bypassed': () => change(radio, set(`circuits/${circuitOf(radio, 'Lamp').id}/returnTo`, 'battery')),
  'shunt-overload': () => change(radio, part(radio, 'shunt-50', { ratingA: 10 })),
  'socket-overcurrent': () =>
    change(
      good,
      ...use(starter('panel', 'socket-12v-capped'), `ports/${portNamed(good, 'Aerator').id}/partId`),
      watts(good, 'Bait aerator', 100)
    ),
  'source-unfused': () => change(hide, set(`circuits/${circuitOf(hide, 'Charge').id}/fuse`, NONE)),
  'span-outside': () =>
    change(good, set(`devices/${device(good, 'Phone').id}/spans`, [{ startH: 30, endH: 35, dutyFraction: null }])),
  'supply-mismatch': () => change(good, set(`devices/${device(good, 'Phone').id}/portId`, portNamed(good, 'Lamp').id)),
  'switch-rating': () => change(hide, watts(hide, 'Lens heater band', 300)),
  'too-heavy': () => change(good, set('outing/carry', 'one-hand')),
  'unknown-attribute': () => change(good, set(`circuits/${lamp}/fuse`, UNKNOWN)),
  'unmeasured-part': () =>
    change(good, ...use(starter('panel', 'dc-5521'), `ports/${portNamed(good, 'Lamp').id}/partId`)),
  'voltage-drop': () =>
    change(
      good,
      set(`circuits/${lamp}/lengthMm`, setTo(20000)),
      set(`circuits/${lamp}/wire`, setTo({ system: 'awg', size: '22' })),
      watts(good, 'Shelter lamp', 30)
    ),
  'web-too-thin': () =>
    change(
      good,
      part(good, 'circular-16', { hole: { shape: 'round', diameterMm: 68, minMm: 67, maxMm: 69, key: null } })
    ),
  'wire-unlisted': () => change(good, set(`circuits/${lamp}/wire`, setTo({ system: 'awg', size: '13' })))
};

describe('findings', () => {
  test('every rule file is in the registry under its own name', () => {
    const files = readdirSync(fileURLToPath(new URL('../src/findings/rules', import.meta.url))).map((f) =>
      f.replace('.ts', '')
    );
    expect(RULES.map((r) => r.id).sort()).toEqual(files.sort());
  });

  const quick = Object.entries(TRIPS);
  test.each(quick)('%s is found where it is true', (id, make) => {
    const box = make();
    const checked = boxSchema.safeParse(box);
    expect(checked.success ? [] : checked.error.issues.slice(0, 2)).toEqual([]);
    expect(idsOf(box)).toContain(id);
  });

  test('each speaks as badly as the references say', () => {
    const grades: Record<string, string[]> = {};
    for (const [id, make] of Object.entries(TRIPS)) {
      const plan = evaluate(make(), STARTER_CATALOGUE);
      const grade = [...new Set(plan.findings.filter((f) => f.id === id).map((f) => f.severity))].sort().join();
      (grades[grade] ??= []).push(id);
    }
    expect(Object.fromEntries(Object.entries(grades).map(([grade, ids]) => [grade, ids.sort()]))).toEqual(
      SEVERITY_OF_TRIP
    );
  });

  test.each(Object.entries(WIRING_RULES))('%s stays quiet where it is not true', (id, boxes) => {
    const box = boxes.quiet();
    expect(boxSchema.safeParse(box).success).toBe(true);
    expect(idsOf(box)).not.toContain(id);
  });

  test('every rule has a box that does not trip it', () => {
    const quiet = [good, radio, hide, moorCameraPost(), jettyNetBox()].map((b) => new Set(idsOf(b)));
    expect(RULES.filter((r) => quiet.every((ids) => ids.has(r.id))).map((r) => r.id)).toEqual([]);
  });

  test('every rule has a box that trips it', () => {
    expect(Object.keys(TRIPS).sort()).toEqual(RULES.map((r) => r.id).sort());
  });

  test('the canal box, which holds, trips none of stop or caution', () => {
    expect(
      evaluate(good, STARTER_CATALOGUE)
        .findings.filter((f) => f.severity !== 'note')
        .map((f) => f.key)
    ).toEqual([]);
  });

  test('a packing that is cut short is a note, neither yes nor no', () => {
    const plan = evaluate(stuffed(hide, 20), STARTER_CATALOGUE);
    expect(plan.findings.find((f) => f.id === 'fit-not-proven')?.severity).toBe('note');
    expect(plan.findings.map((f) => f.id)).not.toContain('battery-does-not-fit');
  });

  test('each finding says its numbers, and nothing of it is cut', () => {
    for (const make of Object.values(TRIPS))
      for (const f of evaluate(make(), STARTER_CATALOGUE).findings) {
        expect(f.short.trim(), f.key).not.toBe('');
        expect(f.short, f.key).not.toContain('…');
        expect(f.why.length).toBeGreaterThan(20);
        for (const v of Object.values(f.figures))
          expect(Number.isFinite(v), `${f.key} ${JSON.stringify(f.figures)}`).toBe(true);
      }
  });

  test('keys are unique, so that accepting one does not accept another', () => {
    for (const make of Object.values(TRIPS)) {
      const keys = evaluate(make(), STARTER_CATALOGUE).findings.map((f) => f.key);
      expect(new Set(keys).size, keys.join(' ')).toBe(keys.length);
    }
  });

  test('every remedy can be applied, gives a valid document, and the first one clears or eases its stop', () => {
    for (const [id, make] of quick) {
      const box = make();
      for (const f of evaluate(box, STARTER_CATALOGUE).findings.filter((g) => g.id === id)) {
        for (const r of f.remedies)
          expect(boxSchema.safeParse(applyEdits(box, r.edits)).success, `${id}: ${r.label}`).toBe(true);
        const first = f.remedies[0];
        if (f.severity !== 'stop' || !first) continue;
        const after = evaluate(applyEdits(box, first.edits), STARTER_CATALOGUE).findings;
        expect(
          after.some((g) => g.key === f.key && g.severity === 'stop'),
          `${id}: ${first.label}`
        ).toBe(false);
      }
    }
  });

  test('an accepted finding keeps its reason and no longer counts', () => {
    const plan = evaluate(hide, STARTER_CATALOGUE);
    const stop = plan.findings.find((f) => f.severity === 'stop')!;
    const accepted = evaluate(
      { ...hide, accepted: [{ key: stop.key, reason: 'bench trial only' }] },
      STARTER_CATALOGUE
    );
    expect(accepted.findings.find((f) => f.key === stop.key)!.acceptedBecause).toBe('bench trial only');
    expect(plan.verdicts.find((v) => v.id === 'safe')!.state).toBe('stop');
    expect(accepted.verdicts.find((v) => v.id === 'safe')!.state).not.toBe('stop');
  });
});
