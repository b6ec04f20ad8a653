import { once } from '../../src/demo/once.ts';
import { NONE, setTo, UNKNOWN } from '../../src/box/attr.ts';
import { addFeedEdits } from '../../src/box/feed-edits.ts';
import type { Box } from '../../src/box/schema.ts';
import type { PartOf } from '../../src/catalogue/part.ts';
import { BoxBuilder, starter } from '../../src/demo/builder.ts';
import { awg, on, solar, span } from '../small-boxes.ts';

/**
 * Boxes as other people build them, none of them sound: what lies at hand, what nobody read, what grew. Used to see
 * whether what must be told is told, and whether a way to a sound box is found.
 */
const outing = (over: Partial<Box['outing']>): Box['outing'] => ({
  startH: 18,
  durationH: 8,
  airC: 8,
  warmestC: null,
  day: '2026-10-10',
  site: null,
  inSun: false,
  seal: 'dry-store',
  carry: 'vehicle',
  budgetAmount: null,
  ...over
});
/** A part with figures of its own, as somebody read or did not read them. */
function own<K extends 'battery' | 'panel'>(
  b: BoxBuilder,
  kind: K,
  id: string,
  over: Partial<PartOf<K>>,
  path: string
): BoxBuilder {
  const part = { ...starter(kind, id), id: `own-${id}`, ...over };
  return b.set(`parts/${part.id}`, part).set(path, part.id);
}

/** A small tabbed battery with a bolted fuse on the tab, two sockets in a chain, a rocker nobody rated. */
export const ferryLampBox = once((): Box => {
  const b = new BoxBuilder('Ferry lamp box');
  b.set('outing', outing({}));
  b.use('battery', 'battery-agm-9', 'bank/partId').use('case', 'case-battery-box', 'casePartId');
  b.use('fuse-holder', 'holder-post', 'feeds/main/holderPartId');
  b.set('feeds/main/ends', 'chain').set('feeds/main/fuse', setTo(50)).set('feeds/main/wire', awg('14'));
  b.set('bank/postsCovered', 'yes').set('bank/holdDown', setTo('strap'));
  const lamp = b.port('socket-12v-capped', 'right', 'Lamp', { xMm: 70, yMm: 80 });
  const pump = b.port('socket-12v-capped', 'right', 'Pump', { xMm: 130, yMm: 80 });
  const rocker = b.port('rocker-20', 'front', 'Rocker', { xMm: 244, yMm: 80 });
  own(b, 'panel', 'rocker-20', { ratingA: null }, `ports/${rocker.portId}/partId`);
  b.set('feeds/main/switches', setTo([rocker.portId]));
  b.device('lamp-strip', { name: 'Lamp', portId: lamp.portId, modes: on(14), spans: span(18, 22) });
  b.device('aerator', { name: 'Pump', portId: pump.portId, modes: on(24, 0.3), spans: span(18, 26) });
  for (const c of b.box.circuits) b.set(`circuits/${c.id}/wire`, awg('18')).set(`circuits/${c.id}/fuse`, NONE);
  return b.box;
});

/** A big battery outside on thick lugged cable; one value of fuse for every circuit, thin wire behind. */
export const quayCableBox = once((): Box => {
  const b = new BoxBuilder('Quay cable box');
  b.set('outing', outing({ durationH: 12 }));
  b.use('battery', 'battery-lfp-100', 'bank/partId').use('case', 'case-hard-deep', 'casePartId');
  b.set('bank/stands', 'outside').set('bank/postsCovered', 'yes').set('bank/holdDown', setTo('strap'));
  b.use('fuse-holder', 'holder-post', 'feeds/main/holderPartId');
  b.use('fuse-block', 'block-blade-6', 'feeds/main/blockPartId');
  b.set('feeds/main/fuse', setTo(100))
    .set('feeds/main/lead', { lengthMm: 1800, wire: awg('2'), wireCount: 1 })
    .set('feeds/main/wire', awg('10'))
    .set('feeds/main/wayIn', setTo('lugs'))
    .set('feeds/main/switches', NONE);
  const names = ['Sounder', 'Lamp', 'Heater'];
  const ports = names.map((n) => b.port('circular-16', 'front', n));
  b.device('camera-dummy', {
    name: 'Sounder',
    supply: '12v',
    wantsV: null,
    inner: null,
    maxV: 17,
    minV: 10.5,
    portId: ports[0]!.portId,
    modes: on(14),
    spans: span(18, 30)
  });
  b.device('lamp-strip', { name: 'Lamp', portId: ports[1]!.portId, modes: on(10), spans: span(18, 24) });
  b.device('lens-heater', { name: 'Heater', portId: ports[2]!.portId, modes: on(45), spans: span(20, 28) });
  for (const c of b.box.circuits) b.set(`circuits/${c.id}/wire`, awg('18')).set(`circuits/${c.id}/fuse`, setTo(30));
  return b.box;
});

/** Two small lead packs in a row without fuses, charged through an outlet, shut and tight. */
export const twinSevensBox = once((): Box => {
  const b = new BoxBuilder('Twin sevens');
  b.set('preferences/lengthUnit', 'in').set('preferences/massUnit', 'lb').set('preferences/temperatureUnit', 'F');
  b.set('outing', outing({ durationH: 5, seal: 'rain' }));
  b.use('battery', 'battery-agm-7', 'bank/partId').use('case', 'case-hard-deep', 'casePartId');
  b.set('bank/count', 2)
    .set('bank/packFuse', NONE)
    .set('bank/takeOff', 'same-end')
    .set('bank/packs', [
      { ageYears: 0, startFraction: 1 },
      { ageYears: 5, startFraction: 0.7 }
    ])
    .set('bank/postsCovered', 'no');
  b.use('fuse-holder', 'holder-inline-blade', 'feeds/main/holderPartId');
  b.set('feeds/main/ends', 'stud').set('feeds/main/fuseFromStartMm', setTo(350)).set('feeds/main/fuse', setTo(30));
  const radio = b.port('sae-2pin', 'front', 'Radio');
  const lamp = b.port('dc-5521', 'front', 'Lamp');
  b.device('vhf-mobile-25', { name: 'Radio', portId: radio.portId, spans: span(18, 23) });
  b.device('lamp-red', { name: 'Lamp', portId: lamp.portId, modes: on(6), spans: span(18, 23) });
  for (const c of b.box.circuits) b.set(`circuits/${c.id}/fuse`, setTo(15)).set(`circuits/${c.id}/wire`, awg('20'));
  b.set('charging/path', setTo('through-port'))
    .set('charging/throughPortId', setTo(lamp.portId))
    .set('charging/chargerA', setTo(8));
  return b.box;
});

/** A lithium pack without protection, a panel that charges it in frost, nothing that stops it. */
const ridgeTrackerBox = once((): Box => {
  const b = new BoxBuilder('Ridge tracker');
  b.set(
    'outing',
    outing({
      airC: -8,
      warmestC: 3,
      durationH: 60,
      seal: 'rain',
      site: { latitudeDeg: 47, longitudeDeg: 11, utcOffsetH: 1 }
    })
  );
  own(
    b.use('case', 'case-hard-deep', 'casePartId'),
    'battery',
    'battery-lfp-20',
    { hasProtection: false, protectionCutoffV: null },
    'bank/partId'
  );
  b.set('bank/postsCovered', 'yes').set('bank/blocksCold', 'no').set('bank/holdDown', setTo('hook-and-loop'));
  b.use('fuse-holder', 'holder-inline-glass', 'feeds/main/holderPartId');
  b.use('fuse-block', 'block-mini-6', 'feeds/main/blockPartId');
  const tracker = b.port('dc-5521', 'front', 'Tracker');
  const panel = b.port('inlet-sae', 'front', 'Panel');
  b.edit({ op: 'remove', path: `circuits/${panel.circuitId}` });
  b.device('tracker', { name: 'Tracker', portId: tracker.portId, spans: span(18, 78) });
  b.set(
    'charging/solar',
    solar({
      panelW: 20,
      maxPowerV: 18,
      openV: 22,
      tiltDeg: 50,
      controller: 'none',
      panelPortId: setTo(panel.portId),
      fuse: NONE
    })
  );
  return b.box;
});

/** Three fused ways tied behind one lever. */
export const threeWayBox = once((): Box => {
  const b = new BoxBuilder('Three ways, one lever');
  b.set('outing', outing({ durationH: 6 }));
  b.use('battery', 'battery-lfp-20', 'bank/partId').use('case', 'case-hard-deep', 'casePartId');
  b.set('bank/postsCovered', 'yes').set('bank/holdDown', setTo('strap'));
  b.use('fuse-holder', 'holder-inline-blade', 'feeds/main/holderPartId');
  b.use('fuse-block', 'block-blade-6', 'feeds/main/blockPartId');
  const ports = ['Left lamp', 'Right lamp', 'Pump'].map((n) => b.port('circular-12', 'front', n));
  const lever = b.port('toggle-12', 'front', 'Lever');
  own(b, 'panel', 'toggle-12', { ratingA: 5 }, `ports/${lever.portId}/partId`);
  b.set('feeds/main/switches', NONE);
  b.device('lamp-strip', { name: 'Left lamp', portId: ports[0]!.portId, modes: on(30), spans: span(18, 22) });
  b.device('lamp-strip', { name: 'Right lamp', portId: ports[1]!.portId, modes: on(30), spans: span(18, 22) });
  b.device('aerator', { name: 'Pump', portId: ports[2]!.portId, modes: on(24), spans: span(18, 24) });
  for (const c of b.box.circuits)
    b.set(`circuits/${c.id}/switchPortId`, setTo(lever.portId)).set(`circuits/${c.id}/fuse`, setTo(10));
  return b.box;
});

/** Nobody read anything: battery, fuses, wires, switch. */
export const shedFindBox = once((): Box => {
  const b = new BoxBuilder('Found in the shed');
  b.set('outing', outing({ durationH: 4 }));
  b.use('case', 'case-battery-box', 'casePartId');
  own(
    b,
    'battery',
    'battery-agm-12',
    {
      chemistry: 'unknown',
      name: '12 V battery, no label',
      terminal: 'unknown',
      maxContinuousA: null,
      hasProtection: null
    },
    'bank/partId'
  );
  b.use('fuse-holder', 'holder-inline-blade', 'feeds/main/holderPartId');
  b.set('feeds/main/ends', 'splice')
    .set('feeds/main/fuse', UNKNOWN)
    .set('feeds/main/wire', UNKNOWN)
    .set('feeds/main/fuseFromStartMm', UNKNOWN)
    .set('wiring/insulationC', UNKNOWN)
    .set('wiring/returns', UNKNOWN)
    .set('charging/path', UNKNOWN)
    .set('charging/chargerA', UNKNOWN);
  const lamp = b.port('socket-12v-capped', 'right', 'Lamp', { xMm: 70, yMm: 80 });
  const radio = b.port('socket-12v-capped', 'right', 'Radio', { xMm: 130, yMm: 80 });
  b.device('lamp-strip', { name: 'Lamp', portId: lamp.portId, modes: on(12), spans: span(18, 22) });
  b.device('scanner', { name: 'Radio', portId: radio.portId, spans: span(18, 22) });
  for (const c of b.box.circuits)
    b.set(`circuits/${c.id}/fuse`, UNKNOWN)
      .set(`circuits/${c.id}/wire`, UNKNOWN)
      .set(`circuits/${c.id}/switchPortId`, UNKNOWN);
  return b.box;
});

/** A hundred-watt radio on a car-type socket, a breaker whose terminal is the junction, a long thin lead. */
const hilltopRadioBox = once((): Box => {
  const b = new BoxBuilder('Hilltop radio');
  b.set('outing', outing({ startH: 9, durationH: 6, airC: 3, seal: 'splash' }));
  b.use('battery', 'battery-agm-35', 'bank/partId').use('case', 'case-hard-large', 'casePartId');
  b.set('bank/postsCovered', 'no').set('bank/holdDown', NONE);
  b.use('fuse-holder', 'holder-breaker', 'feeds/main/holderPartId');
  b.set('feeds/main/ends', 'terminal').set('feeds/main/leverSwitches', true).set('feeds/main/switches', NONE);
  b.set('feeds/main/fuseFamily', setTo('breaker')).set('feeds/main/fuse', setTo(60)).set('feeds/main/wire', awg('12'));
  const radio = b.port('socket-12v-capped', 'front', 'Radio');
  const meter = b.port('voltmeter-29', 'front', 'Volts');
  b.device('hf-100-ssb', {
    name: 'Radio',
    portId: radio.portId,
    spans: span(9, 15),
    lead: { lengthMm: 3500, wire: awg('18'), adapter: 'none', reversed: 'no', armoured: 'no' }
  });
  b.set(`circuits/${radio.circuitId}/wire`, awg('16')).set(`circuits/${radio.circuitId}/fuse`, NONE);
  b.set(`circuits/${meter.circuitId}/wire`, awg('22')).set(`circuits/${meter.circuitId}/fuse`, NONE);
  return b.box;
});

/** A flooded battery shut in, a charger that lives beside it, a cool box plugged straight on, nothing fused at the post. */
export const vanCornerBox = once((): Box => {
  const b = new BoxBuilder('Van corner');
  b.set('outing', outing({ durationH: 14, airC: 16 }));
  b.use('battery', 'battery-flooded-60', 'bank/partId').use('case', 'case-hard-wheeled', 'casePartId');
  b.set('bank/holdDown', setTo('strap')).set('bank/postsCovered', 'yes').set('feeds/main/ends', 'bus-bar');
  const cool = b.port('socket-12v-20', 'front', 'Cool box');
  const phone = b.port('usb-a-twin', 'front', 'Phone');
  b.device('cool-box', { name: 'Cool box', portId: cool.portId, modes: on(45, 0.4), spans: span(18, 32) });
  b.device('phone-usb-a', { name: 'Phone', portId: phone.portId, modes: on(10), spans: span(20, 23) });
  b.set(`circuits/${cool.circuitId}/fuse`, NONE)
    .set(`circuits/${cool.circuitId}/wire`, awg('16'))
    .set(`circuits/${cool.circuitId}/from`, setTo({ at: 'post', pack: null }))
    .set('charging/path', setTo('lid-open'))
    .set('charging/chargerA', setTo(10));
  return b.box;
});

/** Two batteries by a changeover that joins them, a relay with an unfused coil, one value of fuse too large. */
export const weirGaugeBox = once((): Box => {
  const b = new BoxBuilder('Weir gauge');
  b.set('outing', outing({ durationH: 72, airC: 1, seal: 'rain' }));
  b.use('battery', 'battery-lfp-12', 'bank/partId').use('case', 'case-hard-deep', 'casePartId');
  b.set('bank/count', 2)
    .set('bank/arrangement', 'changeover')
    .set('bank/changeoverJoins', true)
    .set('bank/changeoverA', setTo(15))
    .set('bank/packFuse', setTo(40))
    .set('bank/postsCovered', 'yes')
    .set('bank/holdDown', setTo('strap'));
  b.use('fuse-holder', 'holder-inline-blade', 'feeds/main/holderPartId');
  b.use('fuse-block', 'block-mini-6', 'feeds/main/blockPartId');
  b.set('feeds/main/fuse', setTo(30)).set('feeds/main/wire', awg('16'));
  const logger = b.port('circular-12', 'front', 'Logger');
  const router = b.port('dc-5521', 'front', 'Router');
  b.device('weather-station', { name: 'Logger', portId: logger.portId, spans: span(18, 90) });
  b.device('router', { name: 'Router', portId: router.portId, modes: on(5), spans: span(18, 90) });
  for (const c of b.box.circuits) b.set(`circuits/${c.id}/fuse`, setTo(15)).set(`circuits/${c.id}/wire`, awg('20'));
  return b.box;
});

/** A second small box forward on thin cable, thick fuse, its returns as thin; a tap with no fuse of its own. */
export const bowBoxForward = once((): Box => {
  const b = new BoxBuilder('Bow box');
  b.set('outing', outing({ startH: 5, durationH: 10, airC: 5, seal: 'splash' }));
  b.use('battery', 'battery-lfp-50', 'bank/partId').use('case', 'case-hard-deep', 'casePartId');
  b.set('bank/postsCovered', 'yes').set('bank/holdDown', setTo('strap'));
  b.use('fuse-holder', 'holder-midi', 'feeds/main/holderPartId').use(
    'fuse-block',
    'block-blade-6',
    'feeds/main/blockPartId'
  );
  const sounder = b.port('circular-16', 'front', 'Sounder');
  const light = b.port('circular-16', 'front', 'Bow light');
  const pump = b.port('circular-16', 'front', 'Pump');
  const forward = addFeedEdits(b.box, {
    name: 'Forward',
    fuse: setTo(40),
    lengthMm: setTo(4000),
    wire: awg('16'),
    secondBox: true,
    ends: 'splice'
  });
  b.edit(...forward.edits);
  const behind = setTo({ at: 'feed' as const, id: forward.feedId, ahead: false });
  for (const c of [sounder, light])
    b.set(`circuits/${c.circuitId}/from`, behind).set(`circuits/${c.circuitId}/fuse`, NONE);
  b.device('fish-finder-9', { name: 'Sounder', portId: sounder.portId, spans: span(5, 15) });
  b.device('lamp-red', { name: 'Bow light', portId: light.portId, modes: on(4), spans: span(5, 7) });
  b.device('water-pump', { name: 'Pump', portId: pump.portId, modes: on(40, 0.1), spans: span(5, 15) });
  b.set(`circuits/${pump.circuitId}/fuse`, setTo(3));
  return b.box;
});

export const AS_BUILT: readonly [string, Box][] = [
  ferryLampBox(),
  quayCableBox(),
  twinSevensBox(),
  ridgeTrackerBox(),
  threeWayBox(),
  shedFindBox(),
  hilltopRadioBox(),
  vanCornerBox(),
  weirGaugeBox(),
  bowBoxForward()
].map((box) => [box.name, box]);
