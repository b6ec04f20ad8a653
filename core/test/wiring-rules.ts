import { AT_POST, tapOf } from './tree-edits.ts';
import { AUTO, NONE, setTo } from '../src/box/attr.ts';
import { applyEdits, type Edit } from '../src/box/edits.ts';
import type { Box } from '../src/box/schema.ts';
import { canalNightBankBox, fellRaceRadioPost, saltmarshHideBox } from '../src/demo/boxes.ts';
import { starter } from '../src/demo/builder.ts';
import { jettyNetBox, moorCameraPost } from '../src/demo/wired.ts';

const set = (path: string, value: unknown): Edit => ({ op: 'set', path, value });
const use = (part: { id: string }, path: string): Edit[] => [set(`parts/${part.id}`, part), set(path, part.id)];
const change = (box: Box, ...edits: Edit[]): Box => applyEdits(box, edits);
const canal = canalNightBankBox();
const radio = fellRaceRadioPost();
const hide = saltmarshHideBox();
const moor = moorCameraPost();
const jetty = jettyNetBox();
const circuitOf = (box: Box, portName: string) =>
  box.circuits.find((c) => c.portId === box.ports.find((p) => p.name === portName)!.id)!;
const deviceOf = (box: Box, name: string) => box.devices.find((d) => d.name === name)!;
const circuit = (box: Box, portName: string, key: string, value: unknown): Edit =>
  set(`circuits/${circuitOf(box, portName).id}/${key}`, value);
const awg = (size: string) => setTo({ system: 'awg', size });
const watts = (box: Box, name: string, powerW: number): Edit =>
  set(`devices/${deviceOf(box, name).id}/modes`, [
    { id: 'm1', name: 'on', dutyFraction: 1, draw: { kind: 'power', powerW } }
  ]);
const relay = (box: Box, over: object): Box => change(box, set('relays', [{ ...moor.relays[0]!, ...over }]));
const breaker = change(
  canal,
  ...use(starter('fuse-holder', 'holder-breaker'), 'feeds/main/holderPartId'),
  ...use(starter('fuse', 'breaker-thermal'), 'bank/partId').slice(0, 1)
);

const masterOf = (box: Box): string => box.ports.find((p) => p.name === 'Master')!.id;
const MAINTAINER = {
  id: 'm1',
  name: 'Maintainer',
  currentA: setTo(1),
  voltageV: AUTO,
  fuse: AUTO,
  from: AUTO,
  lidShut: 'no'
};

/** For each rule of the circuit a box that trips it, and one close by that does not. */
export const WIRING_RULES: Record<string, { trips: () => Box; quiet: () => Box }> = {
  'fuse-exceeds-return': {
    trips: () =>
      change(
        canal,
        set('wiring/returns', setTo('chain')),
        circuit(canal, 'Bite alarm', 'wire', awg('22')),
        circuit(canal, 'Aerator', 'fuse', setTo(10))
      ),
    quiet: () => change(canal, circuit(canal, 'Aerator', 'fuse', setTo(10)))
  },
  'return-shared-overload': {
    trips: () =>
      change(
        canal,
        set('wiring/returns', setTo('chain')),
        circuit(canal, 'Bite alarm', 'wire', awg('22')),
        watts(canal, 'Bait aerator', 80)
      ),
    quiet: () => change(canal, watts(canal, 'Bait aerator', 80))
  },
  'element-overload': {
    trips: () => change(canal, set('bank/count', 2), set('bank/packFuse', setTo(1)), watts(canal, 'Bait aerator', 60)),
    quiet: () => change(canal, set('bank/count', 2), set('bank/packFuse', setTo(30)), watts(canal, 'Bait aerator', 60))
  },
  'guard-exceeds-element': {
    trips: () =>
      change(canal, circuit(canal, 'Aerator', 'fuse', setTo(10)), circuit(canal, 'Aerator', 'returnWire', awg('22'))),
    quiet: () =>
      change(canal, circuit(canal, 'Aerator', 'fuse', setTo(10)), circuit(canal, 'Aerator', 'returnWire', awg('14')))
  },
  'run-unfused': {
    trips: () => change(relay(canal, { coilFuse: NONE, switchPortId: NONE }), set('feeds/main/holderPartId', null)),
    quiet: () => relay(canal, { coilFuse: NONE, switchPortId: NONE })
  },
  'battery-terminal-small': {
    trips: () =>
      change(canal, ...use(starter('battery', 'battery-agm-7'), 'bank/partId'), set('feeds/main/fuse', setTo(30))),
    quiet: () => change(canal, set('feeds/main/fuse', setTo(30)))
  },
  'no-protection': {
    trips: () => change(hide, set('parts/battery-lfp-20', { ...hide.parts['battery-lfp-20'], hasProtection: false })),
    quiet: () => hide
  },
  'peak-cutoff': {
    trips: () => change(radio, set('bank/disconnect', setTo({ cutV: 13, backV: 13.4 }))),
    quiet: () => change(radio, set('bank/disconnect', setTo({ cutV: 11, backV: 12.4 })))
  },
  'deep-frost': {
    trips: () => change(hide, set('outing/airC', -26)),
    quiet: () => change(hide, set('outing/airC', -26), set('bank/warmerK', 10))
  },
  'ways-tied': {
    trips: () =>
      change(
        canal,
        set('feeds/main/switches', NONE),
        ...['Aerator', 'Lamp', 'Bite alarm'].map((n) => circuit(canal, n, 'switchPortId', setTo(masterOf(canal))))
      ),
    quiet: () =>
      change(canal, set('feeds/main/switches', NONE), circuit(canal, 'Lamp', 'switchPortId', setTo(masterOf(canal))))
  },
  'joint-unsound': {
    trips: () => change(canal, set('feeds/main/ends', 'push-in')),
    quiet: () => change(canal, set('feeds/main/ends', 'bus-bar'))
  },
  'mains-cord': {
    trips: () => change(canal, set('charging/builtIn', [{ ...MAINTAINER, input: 'mains-cord' }])),
    quiet: () => change(canal, set('charging/builtIn', [{ ...MAINTAINER, input: 'dc' }]))
  },
  'cord-armour': {
    trips: () => change(moor, set('devices/d1/lead/armoured', 'yes')),
    quiet: () => moor
  },
  'battery-figures-unknown': {
    trips: () =>
      change(canal, set('parts/battery-agm-35', { ...canal.parts['battery-agm-35'], notKnown: ['capacity', 'mass'] })),
    quiet: () => canal
  },
  'cutoff-bypassed': {
    trips: () =>
      change(
        canal,
        set('bank/disconnect', setTo({ cutV: 11.6, backV: 12.4 })),
        set('bank/disconnectIn', setTo(circuitOf(canal, 'Lamp').id))
      ),
    quiet: () => change(canal, set('bank/disconnect', setTo({ cutV: 11.6, backV: 12.4 })))
  },
  'adiabatic-fail': {
    trips: () => change(canal, circuit(canal, 'Lamp', 'wire', awg('22')), circuit(canal, 'Lamp', 'fuse', setTo(30))),
    quiet: () => change(canal, circuit(canal, 'Lamp', 'wire', awg('22')), circuit(canal, 'Lamp', 'fuse', setTo(2)))
  },
  'breaker-auto-reset': {
    trips: () =>
      change(breaker, set('parts/breaker-thermal', { ...starter('fuse', 'breaker-thermal'), reset: 'auto' })),
    quiet: () => breaker
  },
  'breaker-hot': {
    trips: () =>
      change(breaker, set('feeds/main/fuse', setTo(10)), set('outing/warmestC', 45), watts(canal, 'Bait aerator', 95)),
    quiet: () => breaker
  },
  'breaker-lever': {
    trips: () => change(canal, set('feeds/main/leverSwitches', true)),
    quiet: () => change(breaker, set('feeds/main/leverSwitches', true))
  },
  'terminal-too-hot': {
    trips: () =>
      change(
        canal,
        set('wiring/insulationC', setTo(105)),
        set('outing/warmestC', 40),
        circuit(canal, 'Aerator', 'wire', awg('22')),
        watts(canal, 'Bait aerator', 45)
      ),
    quiet: () => change(canal, set('wiring/insulationC', setTo(105)))
  },
  'bundle-not-derated': {
    trips: () =>
      change(
        canal,
        set('wiring/bundledCount', setTo(1)),
        circuit(canal, 'Aerator', 'lengthMm', setTo(900)),
        circuit(canal, 'Lamp', 'lengthMm', setTo(900))
      ),
    quiet: () => change(canal, set('wiring/bundledCount', setTo(1)))
  },
  'insulation-class-low': {
    trips: () => change(canal, set('wiring/insulationC', setTo(60))),
    quiet: () => change(canal, set('wiring/insulationC', setTo(75)))
  },
  'parallel-wires': {
    trips: () =>
      change(
        canal,
        circuit(canal, 'Lamp', 'wire', awg('22')),
        circuit(canal, 'Lamp', 'wireCount', 2),
        circuit(canal, 'Lamp', 'fuse', setTo(10))
      ),
    quiet: () => change(canal, circuit(canal, 'Lamp', 'wireCount', 2))
  },
  'contact-heat': {
    trips: () =>
      change(
        canal,
        ...use(starter('panel', 'socket-12v-capped'), `ports/${circuitOf(canal, 'Aerator').portId}/partId`),
        watts(canal, 'Bait aerator', 50)
      ),
    quiet: () => change(canal, watts(canal, 'Bait aerator', 10))
  },
  'terminal-stack': {
    trips: () => change(canal, set('wiring/returns', setTo('stud'))),
    quiet: () => change(canal, set('wiring/returns', setTo('bus-bar')))
  },
  'series-batteries': {
    trips: () => change(canal, set('bank/count', 2), set('bank/arrangement', 'series')),
    quiet: () => change(canal, set('bank/count', 2))
  },
  'meter-shared-feed': { trips: () => moor, quiet: () => change(moor, circuit(moor, 'Meter', 'from', AT_POST)) },
  'meter-unfused': {
    trips: () => change(radio, set('wiring/senseFuse', NONE)),
    quiet: () => change(radio, set('wiring/senseFuse', setTo(1)))
  },
  'engine-circuit': {
    trips: () => change(canal, set(`devices/${deviceOf(canal, 'Bait aerator').id}/use`, 'propulsion')),
    quiet: () => canal
  },
  'tab-order-unknown': {
    trips: () => jetty,
    quiet: () =>
      change(jetty, set(`ports/${jetty.ports.find((p) => p.name === 'Master')!.id}/tabs`, setTo('supply-load-lamp')))
  },
  'posts-uncovered': {
    trips: () => change(canal, set('bank/postsCovered', 'unknown')),
    quiet: () => canal
  },
  'same-plug': {
    trips: () =>
      change(hide, ...use(starter('panel', 'circular-16'), `ports/${circuitOf(hide, 'Charge').portId}/partId`)),
    quiet: () => hide
  },
  'adapter-reverses': {
    trips: () => change(moor, set(`devices/${deviceOf(moor, 'Moor camera').id}/lead/adapter`, 'reversing')),
    quiet: () => moor
  },
  'device-lead-thin': {
    trips: () =>
      change(
        moor,
        set(`devices/${deviceOf(moor, 'Moor camera').id}/lead/wire`, awg('22')),
        circuit(moor, 'Camera', 'fuse', setTo(10))
      ),
    quiet: () => change(moor, set(`devices/${deviceOf(moor, 'Moor camera').id}/lead/wire`, awg('14')))
  },
  'chain-loop': {
    trips: () =>
      change(
        canal,
        circuit(canal, 'Lamp', 'from', tapOf(circuitOf(canal, 'Aerator').id)),
        circuit(canal, 'Aerator', 'from', tapOf(circuitOf(canal, 'Lamp').id))
      ),
    quiet: () => change(canal, circuit(canal, 'Lamp', 'from', tapOf(circuitOf(canal, 'Aerator').id)))
  },
  'relay-unsound': { trips: () => relay(moor, { suppressed: 'no', coilFuse: NONE }), quiet: () => moor },
  'changeover-unsound': {
    trips: () => change(moor, set('bank/changeoverJoins', true)),
    quiet: () => moor
  },
  'path-changed': {
    trips: () =>
      change(
        canal,
        set('checkedPaths', [
          {
            circuitId: circuitOf(canal, 'Lamp').id,
            mark: 'main 30 A, F3 2 A, 20 AWG, to P3',
            by: 'me',
            day: '2026-10-01'
          }
        ])
      ),
    quiet: () => canal
  },
  'fuse-unlisted': {
    trips: () => change(canal, circuit(canal, 'Lamp', 'fuse', setTo(6))),
    quiet: () => change(canal, circuit(canal, 'Lamp', 'fuse', setTo(3)))
  },
  'direct-fuse-far': {
    trips: () => change(moor, circuit(moor, 'Receiver', 'fuseFromStartMm', setTo(400))),
    quiet: () => moor
  },
  'controller-unsound': { trips: () => change(moor, set('charging/solar/fuse', NONE)), quiet: () => hide },
  'sparks-by-battery': { trips: () => canal, quiet: () => radio },
  'cutoff-vs-bms': {
    trips: () =>
      change(
        radio,
        set('parts/battery-lfp-35', { ...radio.parts['battery-lfp-35'], protectionCutoffV: 10.8 }),
        set('bank/disconnect', setTo({ cutV: 10.9, backV: 12.5 }))
      ),
    quiet: () =>
      change(
        radio,
        set('parts/battery-lfp-35', { ...radio.parts['battery-lfp-35'], protectionCutoffV: 10 }),
        set('bank/disconnect', setTo({ cutV: 11.5, backV: 12.5 }))
      )
  }
};
