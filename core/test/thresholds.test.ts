import { CAMERA_W, railBox } from './rail-box.ts';
import { describe, expect, test } from 'vitest';
import { NONE, setTo } from '../src/box/attr.ts';
import { applyEdits, type Edit } from '../src/box/edits.ts';
import type { Box } from '../src/box/schema.ts';
import { STARTER_CATALOGUE } from '../src/catalogue/starter.ts';
import { starter } from '../src/demo/builder.ts';
import { canalNightBankBox, fellRaceRadioPost, saltmarshHideBox } from '../src/demo/boxes.ts';
import { moorCameraPost } from '../src/demo/wired.ts';
import { evaluate, type Plan } from '../src/evaluate.ts';
import type { Severity } from '../src/findings/rule.ts';
import { conductorC } from '../src/wiring/conductor.ts';

/**
 * Where each rule begins to speak. One input is turned until the finding comes; what decides it must then stand at the
 * figure of the reference, written out here by hand. Just below it is quiet, just above it speaks, with its severity.
 */
type Edge = {
  rule: string;
  /** At least this severe. */
  severity: Severity;
  make: (v: number) => Box;
  quiet: number;
  trips: number;
  /** What decides, in a plan. */
  figure: (p: Plan, v: number) => number;
  threshold: number;
  /** The input jumps (standard sizes, steps of a run): how near the threshold it can come. */
  within?: number;
};

const set = (path: string, value: unknown): Edit => ({ op: 'set', path, value });
const use = (part: { id: string }, path: string): Edit[] => [set(`parts/${part.id}`, part), set(path, part.id)];
const change = (box: Box, ...edits: Edit[]): Box => applyEdits(box, edits);
const part = (box: Box, id: string, over: object): Edit => set(`parts/${id}`, { ...box.parts[id], ...over });
const canal = canalNightBankBox();
const radio = fellRaceRadioPost();
const hide = saltmarshHideBox();
const moor = moorCameraPost();
const portOf = (box: Box, name: string) => box.ports.find((p) => p.name === name)!;
const circuitOf = (box: Box, port: string) => box.circuits.find((c) => c.portId === portOf(box, port).id)!;
const deviceOf = (box: Box, name: string) => box.devices.find((d) => d.name === name)!;
const watts = (box: Box, name: string, powerW: number): Edit =>
  set(`devices/${deviceOf(box, name).id}/modes`, [
    { id: 'm1', name: 'on', dutyFraction: 1, draw: { kind: 'power', powerW } }
  ]);
const circuit = (box: Box, port: string, key: string, value: unknown): Edit =>
  set(`circuits/${circuitOf(box, port).id}/${key}`, value);
const awg = (size: string) => setTo({ system: 'awg', size });
const planned = (p: Plan, box: Box, port: string) =>
  p.wiring.circuits.find((c) => c.circuit.id === circuitOf(box, port).id)!;
const place = (p: Plan, box: Box, port: string) => p.panel!.ports.find((x) => x.port.id === portOf(box, port).id)!;
const two = change(
  canal,
  set('bank/count', 2),
  set('bank/packs', [
    { ageYears: 0, startFraction: 1 },
    { ageYears: 0, startFraction: 1 }
  ])
);

/** Between the plugs of the two round ports nearest one another on the right: 24 mm across is the plug of either. */
const plugGap = (p: Plan) => {
  const [a, ...others] = [place(p, canal, 'Aerator'), place(p, canal, 'Bite alarm'), place(p, canal, 'Lamp')];
  return Math.min(
    ...others.map(
      (o) =>
        Math.hypot(o.port.xMm - a!.port.xMm, o.port.yMm - a!.port.yMm) - (o.part.plugWidthMm + a!.part.plugWidthMm) / 2
    )
  );
};

const EDGES: Edge[] = [
  // batteries
  {
    rule: 'air-transport',
    severity: 'note',
    make: (v) => change(hide, part(hide, 'battery-lfp-20', { capacityAh: v })),
    quiet: 5,
    trips: 12,
    figure: (p) => p.bank!.packWh,
    threshold: 100
  },
  {
    rule: 'bms-current',
    severity: 'caution',
    make: (v) => change(radio, part(radio, 'battery-lfp-35', { maxContinuousA: v })),
    quiet: 40,
    trips: 6,
    figure: (p, v) => p.wiring.main.loadA / v,
    threshold: 0.8
  },
  {
    rule: 'bms-current',
    severity: 'stop',
    make: (v) => change(radio, part(radio, 'battery-lfp-35', { maxContinuousA: v })),
    quiet: 40,
    trips: 6,
    figure: (p, v) => p.wiring.main.loadA / v,
    threshold: 1
  },
  {
    rule: 'capacity-claim',
    severity: 'caution',
    make: (v) => change(hide, part(hide, 'battery-lfp-20', { massKg: v })),
    quiet: 3,
    trips: 0.5,
    figure: (_, v) => (20 * 12.8) / v,
    threshold: 160
  },
  {
    rule: 'charge-voltage',
    severity: 'stop',
    make: (v) => change(hide, set('charging/chargerV', setTo(v))),
    quiet: 14.4,
    trips: 16,
    figure: (_, v) => v - 14.4,
    threshold: 0.3
  },
  {
    rule: 'charge-voltage',
    severity: 'caution',
    make: (v) => change(hide, set('charging/chargerV', setTo(v))),
    quiet: 14.4,
    trips: 12.5,
    figure: (_, v) => 14.4 - v,
    threshold: 0.9
  },
  {
    rule: 'cold-charge',
    severity: 'stop',
    make: (v) => change(hide, set('charging/coldestC', setTo(v))),
    quiet: 5,
    trips: -5,
    figure: (_, v) => v,
    threshold: 0
  },
  {
    rule: 'no-temp-comp',
    severity: 'caution',
    make: (v) => change(canal, set('charging/coldestC', setTo(v))),
    quiet: 20,
    trips: 2,
    figure: (_, v) => v,
    threshold: 10
  },
  {
    rule: 'cutoff-too-low',
    severity: 'stop',
    make: (v) => change(canal, set('bank/disconnect', setTo({ cutV: v, backV: 14 }))),
    quiet: 11.5,
    trips: 9,
    figure: (_, v) => v,
    threshold: 10.5
  },
  {
    rule: 'cutoff-vs-bms',
    severity: 'note',
    make: (v) =>
      change(
        radio,
        part(radio, 'battery-lfp-35', { protectionCutoffV: 10 }),
        set('bank/disconnect', setTo({ cutV: v, backV: 14 }))
      ),
    quiet: 11,
    trips: 10,
    figure: (_, v) => v,
    threshold: 10.3
  },
  {
    rule: 'dod-deep',
    severity: 'caution',
    make: (v) => change(canal, set('bank/keepBack', setTo(v))),
    quiet: 0.6,
    trips: 0.1,
    figure: (_, v) => v,
    threshold: 0.5
  },
  {
    rule: 'not-full-at-start',
    severity: 'note',
    make: (v) => change(canal, set('bank/startFraction', v)),
    quiet: 1,
    trips: 0.5,
    figure: (_, v) => v,
    threshold: 0.95
  },
  {
    rule: 'parallel-age',
    severity: 'caution',
    make: (v) =>
      change(
        two,
        set('bank/packs', [
          { ageYears: 0, startFraction: 1 },
          { ageYears: v, startFraction: 1 }
        ])
      ),
    quiet: 0,
    trips: 3,
    figure: (_, v) => v,
    threshold: 0.5
  },
  {
    rule: 'parallel-soc',
    severity: 'caution',
    make: (v) =>
      change(
        two,
        set('bank/packs', [
          { ageYears: 0, startFraction: 1 },
          { ageYears: 0, startFraction: v }
        ])
      ),
    quiet: 1,
    trips: 0.5,
    figure: (_, v) => 1 - v,
    threshold: 0.01
  },
  {
    rule: 'loose-battery',
    severity: 'stop',
    make: (v) =>
      change(hide, set('bank/holdDown', setTo('hook-and-loop')), part(hide, 'battery-lfp-20', { massKg: v })),
    quiet: 0.6,
    trips: 2,
    figure: (_, v) => v,
    threshold: 1
  },
  {
    rule: 'c-rate-high',
    severity: 'caution',
    make: (v) => change(canal, watts(canal, 'Bait aerator', v)),
    quiet: 20,
    trips: 450,
    figure: (p) => p.wiring.main.loadA / 35,
    threshold: 1
  },

  // hours
  {
    rule: 'runtime-short',
    severity: 'caution',
    make: (v) => change(canal, watts(canal, 'Bait aerator', v)),
    quiet: 5,
    trips: 60,
    figure: (p) => p.outing!.lastsH / 14,
    threshold: 1,
    within: 0.01
  },
  {
    rule: 'runtime-tight',
    severity: 'note',
    make: (v) => change(canal, watts(canal, 'Bait aerator', v)),
    quiet: 1,
    trips: 8,
    figure: (p) => p.outing!.lastsH / 14,
    threshold: 1.2,
    within: 0.01
  },
  {
    rule: 'draw-guessed',
    severity: 'note',
    make: (v) =>
      change(
        canal,
        set(`devices/${deviceOf(canal, 'Bait aerator').id}/source`, 'guess'),
        watts(canal, 'Bait aerator', v)
      ),
    quiet: 0.1,
    trips: 30,
    figure: (p) => p.demand.devices.find((d) => d.name === 'Bait aerator')!.energyWh / p.demand.totalWh,
    threshold: 0.3
  },
  {
    rule: 'device-overvoltage',
    severity: 'stop',
    make: (v) => change(canal, set(`devices/${deviceOf(canal, 'Bait aerator').id}/maxV`, v)),
    quiet: 16,
    trips: 12,
    figure: (_, v) => v,
    threshold: 14.8
  },
  {
    rule: 'device-never-runs',
    severity: 'stop',
    make: (v) => change(canal, set(`devices/${deviceOf(canal, 'Bait aerator').id}/minV`, v)),
    quiet: 11,
    trips: 24,
    figure: (p, v) => v - p.bank!.fullV,
    threshold: 0
  },
  {
    rule: 'main-over-60a',
    severity: 'stop',
    make: (v) => change(canal, watts(canal, 'Bait aerator', v)),
    quiet: 300,
    trips: 900,
    figure: (p) => p.wiring.main.loadA,
    threshold: 60
  },
  {
    rule: 'quiescent-drain',
    severity: 'caution',
    make: (v) =>
      change(
        canal,
        set('feeds/main/switches', NONE),
        part(canal, 'voltmeter-29', { quiescentA: v }),
        part(canal, 'usb-a-twin', { quiescentA: 0 })
      ),
    quiet: 0.0001,
    trips: 0.05,
    figure: (_, v) => (v * 24 * 90) / 35,
    threshold: 1
  },
  {
    rule: 'battery-worn',
    severity: 'note',
    make: (v) => change(canal, set('bank/ageYears', v)),
    quiet: 1,
    trips: 12,
    figure: (p) => Math.min(...p.bank!.packs.map((k) => k.healthFraction)),
    threshold: 0.8
  },
  {
    rule: 'battery-worn',
    severity: 'caution',
    make: (v) => change(canal, set('bank/ageYears', v)),
    quiet: 1,
    trips: 12,
    figure: (p) => Math.min(...p.bank!.packs.map((k) => k.healthFraction)),
    threshold: 0.7
  },
  {
    // a gel or AGM battery under half its charge; at 25 °C it loses 2.5 % a month
    rule: 'stored-flat',
    severity: 'caution',
    make: (v) => change(canal, set('charging/storageC', 25), set('charging/storageMonths', v)),
    quiet: 6,
    trips: 36,
    figure: (_, v) => 0.975 ** v,
    threshold: 0.5
  },

  // carry and stand
  {
    rule: 'too-heavy',
    severity: 'caution',
    make: (v) => change(canal, set('outing/carry', 'car-to-bank'), part(canal, 'battery-agm-35', { massKg: v })),
    quiet: 5,
    trips: 20,
    figure: (p) => p.carry.massKg,
    threshold: 15
  },
  {
    rule: 'handle-rating',
    severity: 'caution',
    make: (v) => change(canal, part(canal, 'case-battery-box', { handleRatedKg: v })),
    quiet: 40,
    trips: 5,
    figure: (p, v) => p.carry.massKg / v,
    threshold: 1
  },
  {
    rule: 'tilts-on-handle',
    severity: 'note',
    make: (v) => change(hide, part(hide, 'case-plastic-deep', { handleAt: { xMm: v, yMm: 86, zMm: 235 } })),
    quiet: 120,
    trips: 20,
    figure: (p) => p.stance!.hangDeg!,
    threshold: 5
  },
  {
    rule: 'tilts-on-handle',
    severity: 'caution',
    make: (v) => change(hide, part(hide, 'case-plastic-deep', { handleAt: { xMm: v, yMm: 86, zMm: 235 } })),
    quiet: 120,
    trips: 20,
    figure: (p) => p.stance!.hangDeg!,
    threshold: 10
  },
  {
    rule: 'overfilled',
    severity: 'caution',
    make: (v) =>
      change(
        hide,
        part(hide, 'battery-lfp-20', { lengthMm: v, widthMm: 120, heightMm: 160 }),
        set('bank/mayLie', false)
      ),
    quiet: 60,
    trips: 250,
    figure: (p) => p.fit!.fillFraction,
    threshold: 0.7
  },

  // panel
  {
    rule: 'behind-panel-collision',
    severity: 'stop',
    make: (v) =>
      change(
        canal,
        set('placements', { 'battery-1': { xMm: 40, yMm: 60, zMm: 3, turn: 'lwh' } }),
        part(canal, 'circular-16', { bodyDepthMm: v })
      ),
    quiet: 1,
    trips: 60,
    figure: (p) => Math.min(...p.panel!.ports.map((x) => x.clearMm)),
    threshold: 0
  },
  {
    rule: 'fit-tight',
    severity: 'caution',
    make: (v) =>
      change(
        canal,
        set('placements', { 'battery-1': { xMm: 40, yMm: 60, zMm: 3, turn: 'lwh' } }),
        part(canal, 'circular-16', { bodyDepthMm: v })
      ),
    quiet: 1,
    trips: 25,
    figure: (p) => Math.min(...p.panel!.ports.map((x) => x.clearMm)),
    threshold: 5
  },
  {
    rule: 'off-the-face',
    severity: 'stop',
    make: (v) => change(canal, set(`ports/${portOf(canal, 'Aerator').id}/xMm`, v)),
    quiet: 100,
    trips: 400,
    figure: (p) => place(p, canal, 'Aerator').edgesMm.right,
    threshold: 0
  },
  {
    rule: 'port-too-low',
    severity: 'caution',
    make: (v) => change(canal, set(`ports/${portOf(canal, 'Aerator').id}/yMm`, v)),
    quiet: 90,
    trips: 15,
    figure: (p) => place(p, canal, 'Aerator').edgesMm.bottom + 2.5,
    threshold: 40
  },
  {
    rule: 'plug-finger-gap',
    severity: 'caution',
    make: (v) => change(canal, set(`ports/${portOf(canal, 'Aerator').id}/xMm`, v)),
    quiet: 130,
    trips: 106,
    figure: (p) => plugGap(p),
    threshold: 15
  },
  {
    rule: 'internal-heat',
    severity: 'caution',
    make: (v) =>
      change(
        canal,
        watts(canal, 'Phone', 1),
        ...use({ ...starter('body', 'body-inverter'), lossW: v } as never, 'casePartId').slice(0, 1),
        { op: 'add', path: 'bodies', value: { id: 'b9', name: 'Inverter', partId: 'body-inverter', held: 'fixed' } }
      ),
    quiet: 0.1,
    trips: 30,
    figure: (p) => p.heat!.shadeRiseK,
    threshold: 10
  },
  {
    rule: 'bracket-tips',
    severity: 'caution',
    make: (v) =>
      change(
        hide,
        set('brackets', [
          {
            id: 'k9',
            name: 'Arm',
            face: 'left',
            xMm: 70,
            yMm: 110,
            fixing: 'bolted',
            acrossMm: 50,
            loadKg: 0.3,
            leverMm: v
          }
        ])
      ),
    quiet: 20,
    trips: 1900,
    figure: (p) => p.brackets.find((b) => b.bracket.id === 'k9')!.tipShare,
    threshold: 0.5
  },
  {
    rule: 'gel-low',
    severity: 'note',
    make: (v) => change(canal, set('dry/gelG', v)),
    quiet: 900,
    trips: 0.5,
    figure: (p) => p.dry!.gelDays!,
    threshold: 30
  },
  {
    rule: 'condensation',
    severity: 'note',
    make: (v) => change(canal, set('dry/closeHumidityFraction', v)),
    quiet: 0.1,
    trips: 0.99,
    figure: (p) => p.dry!.condensesG,
    threshold: 0.03
  },

  // circuits
  {
    rule: 'conductor-overload',
    severity: 'caution',
    make: (v) => change(canal, circuit(canal, 'Aerator', 'wire', awg('18')), watts(canal, 'Bait aerator', v)),
    quiet: 10,
    trips: 200,
    figure: (p) => {
      const c = planned(p, canal, 'Aerator');
      return c.carriesA / c.ampacityA!;
    },
    threshold: 0.8
  },
  {
    rule: 'conductor-overload',
    severity: 'stop',
    make: (v) => change(canal, circuit(canal, 'Aerator', 'wire', awg('18')), watts(canal, 'Bait aerator', v)),
    quiet: 10,
    trips: 200,
    figure: (p) => {
      const c = planned(p, canal, 'Aerator');
      return c.carriesA / c.ampacityA!;
    },
    threshold: 1
  },
  {
    rule: 'connector-overload',
    severity: 'caution',
    make: (v) => change(canal, watts(canal, 'Bait aerator', v)),
    quiet: 10,
    trips: 200,
    figure: (p) => planned(p, canal, 'Aerator').loadA / 10,
    threshold: 0.8
  },
  {
    rule: 'connector-overload',
    severity: 'stop',
    make: (v) => change(canal, watts(canal, 'Bait aerator', v)),
    quiet: 10,
    trips: 200,
    figure: (p) => planned(p, canal, 'Aerator').loadA / 10,
    threshold: 1
  },
  {
    rule: 'fuse-near-limit',
    severity: 'caution',
    make: (v) => change(canal, circuit(canal, 'Aerator', 'fuse', setTo(5)), watts(canal, 'Bait aerator', v)),
    quiet: 10,
    trips: 80,
    figure: (p) => planned(p, canal, 'Aerator').loadA / 5,
    threshold: 0.8
  },
  {
    rule: 'fuse-near-limit',
    severity: 'stop',
    make: (v) => change(canal, circuit(canal, 'Aerator', 'fuse', setTo(5)), watts(canal, 'Bait aerator', v)),
    quiet: 10,
    trips: 80,
    figure: (p) => planned(p, canal, 'Aerator').loadA / 5,
    threshold: 1
  },
  {
    rule: 'fuse-oversized',
    severity: 'note',
    make: (v) =>
      change(
        canal,
        circuit(canal, 'Lamp', 'fuse', setTo(10)),
        circuit(canal, 'Lamp', 'wire', awg('12')),
        watts(canal, 'Shelter lamp', v)
      ),
    quiet: 70,
    trips: 5,
    figure: (p) => 10 / planned(p, canal, 'Lamp').carriesA,
    threshold: 3
  },
  {
    rule: 'fault-too-weak',
    severity: 'caution',
    make: (v) =>
      change(
        canal,
        circuit(canal, 'Lamp', 'lengthMm', setTo(v)),
        circuit(canal, 'Lamp', 'wire', awg('18')),
        circuit(canal, 'Lamp', 'fuse', setTo(10))
      ),
    quiet: 100,
    trips: 20000,
    figure: (p) => planned(p, canal, 'Lamp').weakFaultA / 10,
    threshold: 3.5
  },
  {
    rule: 'fault-too-weak',
    severity: 'stop',
    make: (v) =>
      change(
        canal,
        circuit(canal, 'Lamp', 'lengthMm', setTo(v)),
        circuit(canal, 'Lamp', 'wire', awg('22')),
        circuit(canal, 'Lamp', 'fuse', setTo(10))
      ),
    quiet: 100,
    trips: 20000,
    figure: (p) => planned(p, canal, 'Lamp').weakFaultA / 10,
    threshold: 1.6
  },
  {
    rule: 'voltage-drop',
    severity: 'caution',
    make: (v) =>
      change(
        canal,
        circuit(canal, 'Lamp', 'lengthMm', setTo(v)),
        circuit(canal, 'Lamp', 'wire', awg('18')),
        watts(canal, 'Shelter lamp', 20)
      ),
    quiet: 100,
    trips: 20000,
    figure: (p) => planned(p, canal, 'Lamp').dropV / 12,
    threshold: 0.1
  },
  {
    rule: 'lead-too-long',
    severity: 'caution',
    make: (v) => change(canal, circuit(canal, 'Lamp', 'lengthMm', setTo(v))),
    quiet: 300,
    trips: 2500,
    figure: (p, v) => v - planned(p, canal, 'Lamp').neededMm!,
    threshold: 250
  },
  {
    rule: 'lead-too-short',
    severity: 'caution',
    make: (v) => change(canal, circuit(canal, 'Lamp', 'lengthMm', setTo(v))),
    quiet: 290,
    trips: 60,
    figure: (p, v) => planned(p, canal, 'Lamp').neededMm! - v,
    threshold: 40
  },
  {
    rule: 'lead-too-short',
    severity: 'stop',
    make: (v) => change(canal, circuit(canal, 'Lamp', 'lengthMm', setTo(v))),
    quiet: 290,
    trips: 60,
    figure: (p, v) => planned(p, canal, 'Lamp').neededMm! - v,
    threshold: 80
  },
  {
    rule: 'main-fuse-far',
    severity: 'stop',
    make: (v) => change(canal, set('feeds/main/fuseFromStartMm', setTo(v))),
    quiet: 30,
    trips: 400,
    figure: (_, v) => v,
    threshold: 180
  },
  {
    rule: 'main-fuse-far',
    severity: 'stop',
    make: (v) => change(canal, set('feeds/main/sheathed', true), set('feeds/main/fuseFromStartMm', setTo(v))),
    quiet: 30,
    trips: 3000,
    figure: (_, v) => v,
    threshold: 1830
  },
  {
    rule: 'direct-fuse-far',
    severity: 'stop',
    make: (v) => change(moor, circuit(moor, 'Receiver', 'fuseFromStartMm', setTo(v))),
    quiet: 100,
    trips: 400,
    figure: (_, v) => v,
    threshold: 180
  },
  {
    rule: 'main-fuse-near-limit',
    severity: 'caution',
    make: (v) => change(canal, set('feeds/main/fuse', setTo(30)), watts(canal, 'Bait aerator', v)),
    quiet: 50,
    trips: 500,
    figure: (p) => p.wiring.main.loadA / 30,
    threshold: 0.8
  },
  {
    rule: 'main-fuse-near-limit',
    severity: 'stop',
    make: (v) => change(canal, set('feeds/main/fuse', setTo(30)), watts(canal, 'Bait aerator', v)),
    quiet: 50,
    trips: 500,
    figure: (p) => p.wiring.main.loadA / 30,
    threshold: 1
  },
  {
    rule: 'shunt-overload',
    severity: 'caution',
    make: (v) => change(radio, part(radio, 'shunt-50', { ratingA: v })),
    quiet: 50,
    trips: 5,
    figure: (p, v) => p.wiring.main.loadA / v,
    threshold: 0.67
  },
  {
    rule: 'switch-rating',
    severity: 'stop',
    make: (v) => change(canal, part(canal, 'rotary-20', { ratingA: v })),
    quiet: 60,
    trips: 0.2,
    figure: (p, v) => p.wiring.main.loadA / v,
    threshold: 1
  },
  {
    rule: 'socket-overcurrent',
    severity: 'caution',
    make: (v) =>
      change(
        canal,
        ...use(starter('panel', 'socket-12v-capped'), `ports/${portOf(canal, 'Aerator').id}/partId`),
        watts(canal, 'Bait aerator', v)
      ),
    quiet: 30,
    trips: 150,
    figure: (p) => planned(p, canal, 'Aerator').loadA,
    threshold: 8
  },
  {
    rule: 'socket-overcurrent',
    severity: 'stop',
    make: (v) =>
      change(
        canal,
        ...use(starter('panel', 'socket-12v-capped'), `ports/${portOf(canal, 'Aerator').id}/partId`),
        watts(canal, 'Bait aerator', v)
      ),
    quiet: 30,
    trips: 150,
    figure: (p) => planned(p, canal, 'Aerator').loadA,
    threshold: 10
  },
  {
    rule: 'interrupting-low',
    severity: 'caution',
    make: (v) => change(canal, set('parts/fuse-post', { ...starter('fuse', 'fuse-post'), interruptingA: v })),
    quiet: 9000,
    trips: 500,
    figure: (p, v) => p.judge.of('F0')!.shortA / v,
    threshold: 0.8
  },
  {
    rule: 'interrupting-low',
    severity: 'stop',
    make: (v) => change(canal, set('parts/fuse-post', { ...starter('fuse', 'fuse-post'), interruptingA: v })),
    quiet: 9000,
    trips: 500,
    figure: (p, v) => p.judge.of('F0')!.shortA / v,
    threshold: 1
  },
  {
    rule: 'fuse-exceeds-part',
    severity: 'stop',
    make: (v) =>
      change(
        canal,
        circuit(canal, 'Lamp', 'fuse', setTo(5)),
        circuit(canal, 'Lamp', 'wire', awg('12')),
        part(canal, 'circular-12', { ratingA: v }),
        part(canal, 'circular-16', { ratingA: v })
      ),
    quiet: 9,
    trips: 2,
    figure: (_, v) => 5 / v,
    threshold: 1
  },
  {
    rule: 'converter-overload',
    severity: 'stop',
    make: (v) => change(canal, watts(canal, 'Phone', v), watts(canal, 'Headlamp', 0.001)),
    quiet: 2,
    trips: 20,
    figure: (_, v) => v + 0.001,
    threshold: 12
  },
  {
    rule: 'rail-overload',
    severity: 'stop',
    make: (v) => change(railBox(), watts(railBox(), 'Camera 1', v)),
    quiet: 20,
    trips: 90,
    figure: (_, v) => v + 2 * CAMERA_W,
    threshold: 60
  },
  {
    rule: 'rail-range',
    severity: 'stop',
    make: (v) => railBox(v),
    quiet: 7.4,
    trips: 14,
    figure: (_, v) => v,
    threshold: 9
  },
  {
    rule: 'rail-high',
    severity: 'stop',
    make: (v) => railBox(v),
    quiet: 7.4,
    trips: 12,
    figure: (_, v) => v,
    threshold: 8.4
  },
  {
    rule: 'rail-low',
    severity: 'stop',
    make: (v) => railBox(v),
    quiet: 7.4,
    trips: 5,
    figure: (p) => Math.min(...p.wiring.circuits.flatMap((c) => (c.rail ? [c.plugV] : []))),
    threshold: 6.5
  },
  {
    rule: 'terminal-too-hot',
    severity: 'caution',
    make: (v) =>
      change(
        canal,
        set('wiring/insulationC', setTo(105)),
        circuit(canal, 'Aerator', 'wire', awg('22')),
        watts(canal, 'Bait aerator', v)
      ),
    quiet: 5,
    trips: 60,
    figure: (p) => {
      const { wire, carriesA, laid } = planned(p, canal, 'Aerator');
      return conductorC(wire!, carriesA, laid);
    },
    threshold: 75
  },
  {
    rule: 'meter-shared-feed',
    severity: 'note',
    make: (v) => change(canal, watts(canal, 'Bait aerator', v)),
    quiet: 5,
    trips: 200,
    figure: (p) => (p.wiring.main.lowLoadA * p.wiring.main.commonMilliOhm) / 1000,
    threshold: 0.1
  },
  {
    rule: 'solar-voc',
    severity: 'stop',
    make: (v) => change(hide, set('charging/solar/controllerMaxV', v)),
    quiet: 50,
    trips: 20,
    figure: (_, v) => v,
    threshold: 22 * (1 + 0.003 * 35)
  }
];

/** Whether the rule speaks at an input, and what decides there. */
function look(e: Edge, v: number): { speaks: boolean; figure: number } {
  const rank = { note: 0, caution: 1, stop: 2 };
  const plan = evaluate(e.make(v), STARTER_CATALOGUE);
  const speaks = plan.findings.some((f) => f.id === e.rule && rank[f.severity] >= rank[e.severity]);
  return { speaks, figure: e.figure(plan, v) };
}

/** The input is halved no more often; one whose figure jumps never comes nearer. */
const MOST_HALVINGS = 22;

describe('both sides of each threshold', () => {
  test.each(EDGES.map((e) => [`${e.rule}, ${e.severity}, at ${e.threshold}`, e] as const))('%s', (_, e) => {
    let [quiet, trips] = [e.quiet, e.trips];
    let [below, above] = [look(e, quiet), look(e, trips)];
    expect(below.speaks, `quiet at ${quiet}`).toBe(false);
    expect(above.speaks, `speaks at ${trips}`).toBe(true);
    const near = (e.within ?? 1e-3) * Math.max(1, Math.abs(e.threshold));
    for (let i = 0; i < MOST_HALVINGS && Math.abs(below.figure - above.figure) > near / 100; i++) {
      const mid = (quiet + trips) / 2;
      const there = look(e, mid);
      if (there.speaks) [trips, above] = [mid, there];
      else [quiet, below] = [mid, there];
    }
    const slack = near + Math.abs(below.figure - above.figure);
    for (const { figure } of [below, above])
      expect(Math.abs(figure - e.threshold), `the edge lies at ${below.figure} / ${above.figure}`).toBeLessThanOrEqual(
        slack
      );
  });
});
