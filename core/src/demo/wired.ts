import { add, remove } from '../box/edit.ts';
import { once } from './once.ts';
import { AUTO, NONE, setTo, UNKNOWN } from '../box/attr.ts';
import type { Box } from '../box/schema.ts';
import { BoxBuilder, starter, watts, type Placed } from './builder.ts';

function jettyDevices(b: BoxBuilder, at: { lamp: Placed; pump: Placed; usb: Placed }): void {
  b.device('lamp-strip', {
    name: 'Jetty lamp',
    portId: at.lamp.portId,
    source: 'label',
    modes: [{ id: 'm1', name: 'on', dutyFraction: 1, draw: { kind: 'led-strip', currentA: 1.5 } }],
    spans: [{ startH: 19, endH: 27, dutyFraction: null }],
    lead: {
      lengthMm: 3000,
      wire: setTo({ system: 'awg', size: '22' }),
      adapter: 'unknown',
      reversed: 'no',
      armoured: 'no'
    }
  });
  b.device('aerator', {
    name: 'Live-bait pump',
    portId: at.pump.portId,
    source: 'guess',
    modes: [watts('pumping', 30, 0.3)],
    spans: [{ startH: 19, endH: 27, dutyFraction: null }]
  });
  b.device('phone-usb-a', {
    name: 'Phone',
    portId: at.usb.portId,
    source: 'guess',
    modes: [watts('charging', 8)],
    spans: [{ startH: 22, endH: 24, dutyFraction: null }]
  });
}

/**
 * An old box as somebody found it: sockets fed from each other under one fuse, returns from port to port, a rocker nobody
 * knows the tabs of, figures nobody read. Kept wrong on purpose.
 */
export const jettyNetBox = once((): Box => {
  const b = new BoxBuilder('Jetty net box, as found');
  b.set('notes', 'Bought with the barrow. Entered as it is, to see what is wrong with it.');
  b.set('outing', {
    startH: 19,
    durationH: 8,
    airC: 8,
    warmestC: null,
    day: '2026-10-03',
    site: null,
    inSun: false,
    seal: 'dry-store',
    carry: 'car-to-bank',
    budgetAmount: null
  });
  b.use('battery', 'battery-agm-18', 'bank/partId').use('case', 'case-battery-box', 'casePartId');
  b.use('fuse-holder', 'holder-inline-blade', 'feeds/main/holderPartId');
  b.set('bank/ageYears', 4).set('bank/postsCovered', 'no').set('bank/holdDown', NONE);
  b.set('feeds/main/ends', 'chain')
    .set('wiring/returns', setTo('chain'))
    .set('feeds/main/fuse', UNKNOWN)
    .set('feeds/main/wire', setTo({ system: 'awg', size: '16' }))
    .set('feeds/main/fuseFromStartMm', setTo(320))
    .set('wiring/insulationC', UNKNOWN)
    .set('charging/path', setTo('through-port'));
  const lamp = b.port('socket-12v-capped', 'right', 'Lamp', { xMm: 70, yMm: 80 });
  const pump = b.port('socket-12v-capped', 'right', 'Pump', { xMm: 130, yMm: 80 });
  const usb = b.port('usb-a-twin', 'front', 'Phone', { xMm: 244, yMm: 138 });
  const rocker = b.port('rocker-20', 'front', 'Master', { xMm: 244, yMm: 80 });
  b.set('feeds/main/switches', setTo([rocker.portId]));
  jettyDevices(b, { lamp, pump, usb });
  for (const c of b.box.circuits)
    b.set(`circuits/${c.id}/wire`, setTo({ system: 'awg', size: '18' })).set(`circuits/${c.id}/fuse`, NONE);
  return b.box;
});

function moorRelay(b: BoxBuilder, kill: Placed): void {
  b.set('relays', [
    {
      id: 'k1',
      name: 'Main relay',
      inId: 'main',
      contact: 'make',
      ratingA: 40,
      coilA: 0.14,
      coilFuse: AUTO,
      switchPortId: setTo(kill.portId),
      switchPole: 'plus',
      suppressed: 'yes'
    }
  ]);
  b.set('feeds/main/switches', setTo([b.box.ports.find((p) => p.name === 'Master')!.id]));
}

function moorSun(b: BoxBuilder, sun: Placed): void {
  b.set('charging/solar', {
    panelW: 30,
    maxPowerV: 18,
    openV: 22,
    tiltDeg: 60,
    unshadedFraction: 0.9,
    learnt: null,
    skyFraction: AUTO,
    controller: 'mppt',
    controllerMaxV: 50,
    controllerMaxA: 5,
    duringOuting: true,
    fit: 'inside',
    panelPortId: setTo(sun.portId),
    fuse: AUTO,
    from: AUTO,
    switchPortId: NONE,
    loadTerminal: null
  });
  b.set('parts/body-solar-controller', starter('body', 'body-solar-controller')).edit(
    add('bodies', { id: 'b1', name: 'Solar controller', partId: 'body-solar-controller', held: 'fixed' })
  );
}

function moorDevices(b: BoxBuilder, at: { camera: Placed; receiver: Placed; heater: Placed }): void {
  b.device('camera-dummy', {
    name: 'Moor camera',
    supply: '12v',
    wantsV: null,
    portId: at.camera.portId,
    source: 'measured',
    modes: [watts('watching', 3.2)],
    spans: [{ startH: 16, endH: 32, dutyFraction: null }],
    lead: { lengthMm: 1500, wire: AUTO, adapter: 'straight', reversed: 'no', armoured: 'no' }
  });
  b.device('bite-receiver', {
    name: 'Tag receiver',
    portId: at.receiver.portId,
    source: 'measured',
    modes: [watts('listening', 0.8)],
    spans: [{ startH: 16, endH: 32, dutyFraction: null }]
  });
  b.device('lens-heater', {
    name: 'Window heater',
    portId: at.heater.portId,
    source: 'label',
    modes: [{ id: 'm1', name: 'heating', dutyFraction: 0.3, draw: { kind: 'resistive', powerW: 7.2, atV: 12 } }],
    spans: [{ startH: 19, endH: 31, dutyFraction: null }]
  });
}

/**
 * A camera and receiver post that stands for weeks: two batteries by changeover, sun on a controller in the box, a kill
 * switch on the coil of the main relay, a receiver straight off the battery, twin wires to the heater, leads described.
 */
export const moorCameraPost = once((): Box => {
  const b = new BoxBuilder('Moor camera post');
  b.set('notes', 'Two batteries by turns, one works while the other is carried home. Panel on the fence.');
  b.set('outing', {
    startH: 16,
    durationH: 16,
    airC: 3,
    warmestC: 12,
    day: '2026-10-16',
    site: { latitudeDeg: 55.2, longitudeDeg: -2.5, utcOffsetH: 1 },
    inSun: false,
    seal: 'splash',
    carry: 'vehicle',
    budgetAmount: null
  });
  b.use('battery', 'battery-lfp-20', 'bank/partId').use('case', 'case-hard-deep', 'casePartId');
  b.set('bank/count', 2)
    .set('bank/arrangement', 'changeover')
    .set('bank/postsCovered', 'yes')
    .set('wiring/reels', [
      { system: 'awg', size: '16' },
      { system: 'awg', size: '12' },
      { system: 'awg', size: '10' }
    ]);
  b.use('fuse-block', 'block-blade-6', 'feeds/main/blockPartId')
    .use('shunt', 'shunt-50', 'wiring/shuntPartId')
    .use('fuse-holder', 'holder-post', 'feeds/main/holderPartId');
  const camera = b.port('circular-16', 'front', 'Camera');
  const receiver = b.port('circular-16', 'front', 'Receiver');
  const heater = b.port('circular-16', 'front', 'Window heater');
  b.port('rotary-20', 'front', 'Master');
  const kill = b.port('button-19', 'front', 'Kill switch');
  b.port('shunt-display', 'front', 'Meter');
  b.port('inlet-3pin', 'right', 'Charge');
  const sun = b.port('genderless-30', 'right', 'Solar panel');
  b.edit(remove(`circuits/${sun.circuitId}`));
  moorRelay(b, kill);
  moorSun(b, sun);
  b.set(`circuits/${receiver.circuitId}/from`, setTo({ at: 'post', pack: null })).set(
    `circuits/${heater.circuitId}/wireCount`,
    2
  );
  moorDevices(b, { camera, receiver, heater });
  return b.box;
});
