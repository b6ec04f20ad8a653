import { AUTO, NONE, setTo } from '../src/box/attr.ts';
import { plainFeed } from '../src/box/empty.ts';
import type { Box, Device, Feed } from '../src/box/schema.ts';
import { BoxBuilder } from '../src/demo/builder.ts';

/** Pieces of the small boxes that tests are made of. */
export const awg = (size: string) => setTo({ system: 'awg' as const, size });
export const span = (startH: number, endH: number): Device['spans'] => [{ startH, endH, dutyFraction: null }];
export const on = (powerW: number, dutyFraction = 1): Device['modes'] => [
  { id: 'm1', name: 'on', dutyFraction, draw: { kind: 'power', powerW } }
];

/** Battery, case, main fuse and block of a box that is sound so far: held, its posts covered. */
export function soundBase(name: string, batteryId: string, holderId = 'holder-midi'): BoxBuilder {
  const b = new BoxBuilder(name);
  b.use('battery', batteryId, 'bank/partId').use('case', 'case-hard-large', 'casePartId');
  b.use('fuse-holder', holderId, 'feeds/main/holderPartId').use(
    'fuse-block',
    'block-blade-6',
    'feeds/main/blockPartId'
  );
  return b.set('bank/postsCovered', 'yes').set('bank/holdDown', setTo('strap'));
}

/** A feed of its own behind the main one, as somebody laid it. */
export const withFeed = (b: BoxBuilder, name: string, over: Partial<Feed>): BoxBuilder =>
  b.edit({
    op: 'add',
    path: 'feeds',
    value: { ...plainFeed('f2', name), from: setTo({ at: 'feed', id: 'main', ahead: false }), ...over }
  });

type Solar = NonNullable<Box['charging']['solar']>;
/** A small panel that stands there during the outing. */
export const solar = (over: Partial<Solar>): Solar => ({
  panelW: 10,
  maxPowerV: 17.5,
  openV: 21.5,
  tiltDeg: 45,
  unshadedFraction: 1,
  learnt: null,
  skyFraction: AUTO,
  controller: 'pwm',
  controllerMaxV: null,
  controllerMaxA: null,
  duringOuting: true,
  fit: 'inside',
  panelPortId: AUTO,
  from: AUTO,
  switchPortId: NONE,
  loadTerminal: null,
  fuse: AUTO,
  ...over
});

/** A radio on a lead-acid battery that is used to its end: what it gives up at decides how long it runs. */
export function oldRadio(): Box {
  const b = soundBase('Old radio', 'battery-agm-12');
  const { portId } = b.port('circular-16', 'front', 'Radio');
  const modes = on(30);
  b.device('vhf-mobile-25', { id: 'radio', name: 'Radio', portId, belowMin: 'stops', modes, spans: span(8, 12) });
  const whole = { startH: 8, durationH: 4, day: null, site: null };
  return b.set('outing', { ...b.box.outing, ...whole }).set('bank/keepBack', setTo(0)).box;
}

/** Packs side by side with no fuse of their own, one of them old, and an inverter that is too much for one of them. */
export function sideBySide(batteryId: string, count: number, watts: number): Box {
  const b = new BoxBuilder('Side by side');
  b.use('battery', batteryId, 'bank/partId').use('case', 'case-battery-box-large', 'casePartId');
  b.use('fuse-holder', 'holder-midi', 'feeds/main/holderPartId').set('feeds/main/ends', 'stud');
  b.set('bank/postsCovered', 'yes').set('bank/count', count).set('bank/packFuse', NONE).set('bank/takeOff', 'same-end');
  b.set('bank/packs', [
    { ageYears: 0, startFraction: 1 },
    { ageYears: 5, startFraction: 0.6 }
  ]);
  const p = b.port('circular-28', 'front', 'Inverter');
  b.device('laptop-inverter', { name: 'Inverter', portId: p.portId, modes: on(watts), spans: span(9, 11) });
  return b.box;
}
