import { add } from '../box/edit.ts';
import { once } from './once.ts';
import { setTo } from '../box/attr.ts';
import { PLUGGED } from '../charge/solar-port.ts';
import type { Box, Device } from '../box/schema.ts';
import { BoxBuilder, starter, watts, type Placed } from './builder.ts';
import { campTableBox, slipwayBox } from './fed.ts';
import { jettyNetBox, moorCameraPost } from './wired.ts';

const bar = (startH: number, endH: number, dutyFraction: number | null = null): Device['spans'][number] => ({
  startH,
  endH,
  dutyFraction
});

/** Batteries to stand beside the chosen one. */
function candidates(b: BoxBuilder, ...wanted: [partId: string, count: number][]): void {
  for (const [id] of wanted) b.set(`parts/${id}`, starter('battery', id));
  b.set(
    'compare/candidates',
    wanted.map(([partId, count], i) => ({ id: `b${i + 1}`, partId, count, pinned: false }))
  );
}

/** Something that travels along in the box. */
function stow(b: BoxBuilder, id: string, partId: string): void {
  const part = starter('body', partId);
  b.set(`parts/${partId}`, part).edit(add('bodies', { id, name: part.name, partId, held: 'stowed' }));
}

function saltmarshDevices(
  b: BoxBuilder,
  at: { cameraA: Placed; cameraB: Placed; phone: Placed; heater: Placed; lamp: Placed }
): void {
  b.device('camera-dummy', {
    name: 'Camera A',
    portId: at.cameraA.portId,
    source: 'measured',
    sourceNote: 'meter in the USB lead, ten minutes of video',
    claims: [{ kind: 'meter', currentA: 1.12, atV: 5, where: 'usb-plug' }],
    inner: { capacityWh: 7, first: 'box' },
    inSeason: false,
    modes: [watts('on', 5.6)],
    spans: [bar(5, 11.5), bar(13, 19)]
  });
  b.device('camera-dummy', {
    name: 'Camera B',
    portId: at.cameraB.portId,
    source: 'label',
    inner: { capacityWh: 7, first: 'box' },
    modes: [watts('on', 3.9)],
    spans: [bar(5.5, 19)]
  });
  b.device('phone', {
    name: 'Phone top-up',
    portId: at.phone.portId,
    source: 'label',
    inSeason: false,
    modes: [watts('charging', 15)],
    spans: [bar(12.25, 13.25)]
  });
  b.device('lens-heater', {
    name: 'Lens heater band',
    portId: at.heater.portId,
    source: 'label',
    inSeason: false,
    modes: [{ id: 'm1', name: 'heating', dutyFraction: 0.8, draw: { kind: 'resistive', powerW: 7.2, atV: 12 } }],
    spans: [bar(5, 10.5), bar(15.5, 19)]
  });
  b.device('lamp-red', {
    name: 'Red work lamp',
    portId: at.lamp.portId,
    source: 'measured',
    inSeason: false,
    modes: [{ id: 'm1', name: 'on', dutyFraction: 1, draw: { kind: 'current', currentA: 0.2, atV: 12 } }],
    spans: [bar(5, 7.3), bar(16.7, 19)]
  });
}

function saltmarshSeason(b: BoxBuilder): void {
  b.set('season', {
    startDay: '2026-10-26',
    dayCount: 21,
    monthC: [5, 5, 7, 9, 12, 15, 17, 17, 15, 11, 8, 5],
    swingK: 6,
    boxOn: true,
    useSun: true,
    visitEveryDays: 2,
    visit: 'swap'
  }).set('charging/solar', {
    panelW: 20,
    maxPowerV: 18,
    openV: 22,
    tiltDeg: 55,
    unshadedFraction: 0.8,
    learnt: null,
    skyFraction: { is: 'auto' },
    controller: 'mppt',
    controllerMaxV: 50,
    controllerMaxA: 10,
    duringOuting: false,
    ...PLUGGED
  });
}

/** Two cameras, phone, lens heater and red lamp from five in the morning at 4 °C. Kept wrong on purpose: one fuse too large for its wire, and it runs out before pack-up. */
export const saltmarshHideBox = once((): Box => {
  const b = new BoxBuilder('Saltmarsh hide box');
  b.set('notes', 'Tidal hide, cameras from first light. Carried a mile over the marsh.');
  b.set('outing', {
    startH: 5,
    durationH: 14,
    airC: 4,
    warmestC: 9,
    day: '2026-10-24',
    site: { latitudeDeg: 52.9, longitudeDeg: 0.6, utcOffsetH: 1 },
    inSun: false,
    seal: 'splash',
    carry: 'one-hand',
    budgetAmount: 520
  });
  b.use('battery', 'battery-lfp-20', 'bank/partId').use('case', 'case-plastic-deep', 'casePartId');
  b.set('bank/ageYears', 1).set('bank/postsCovered', 'yes');
  b.use('fuse-block', 'block-blade-6', 'feeds/main/blockPartId')
    .use('shunt', 'shunt-50', 'wiring/shuntPartId')
    .use('fuse-holder', 'holder-midi', 'feeds/main/holderPartId');
  const p1 = b.port('usb-c-pd-30', 'front', 'Camera A', { xMm: 42, yMm: 66 });
  const p2 = b.port('usb-c-pd-30', 'front', 'Camera B', { xMm: 97, yMm: 66 });
  const p3 = b.port('usb-c-pd-30', 'front', 'Phone', { xMm: 152, yMm: 66 });
  b.port('rotary-20', 'front', 'Master', { xMm: 198, yMm: 66 });
  b.port('shunt-display', 'front', 'Meter', { xMm: 198, yMm: 124 });
  const p4 = b.port('circular-16', 'right', 'Lens heater', { xMm: 30, yMm: 108 });
  const p5 = b.port('circular-16', 'right', 'Red lamp', { xMm: 76, yMm: 108 });
  const s4 = b.port('toggle-12', 'front', 'Heater switch', { xMm: 70, yMm: 124 });
  const s5 = b.port('toggle-12', 'front', 'Lamp switch', { xMm: 118, yMm: 124 });
  b.port('inlet-3pin', 'right', 'Charge', { xMm: 53, yMm: 152 });
  saltmarshDevices(b, { cameraA: p1, cameraB: p2, phone: p3, heater: p4, lamp: p5 });
  b.set(`circuits/${p4.circuitId}/switchPortId`, setTo(s4.portId)).set(
    `circuits/${p5.circuitId}/switchPortId`,
    setTo(s5.portId)
  );
  saltmarshSeason(b);
  stow(b, 'b1', 'body-spares');
  b.set('dry/gelG', 10).set('dry/gelSince', '2026-10-10');
  b.edit(
    add('brackets', {
      id: 'k1',
      name: 'Lamp arm',
      face: 'left',
      xMm: 70,
      yMm: 110,
      fixing: 'bolted',
      acrossMm: 50,
      loadKg: 0.25,
      leverMm: 140
    })
  );
  candidates(b, ['battery-lfp-22', 1], ['battery-lfp-35', 1], ['battery-agm-35', 1]);
  b.set(`circuits/${p4.circuitId}/wire`, setTo({ system: 'awg', size: '22' })).set(
    `circuits/${p4.circuitId}/fuse`,
    setTo(7.5)
  );
  return b.box;
});

/** A radio post in the rain: one caution, the plugs are open while in use. */
export const fellRaceRadioPost = once((): Box => {
  const b = new BoxBuilder('Fell-race radio post');
  b.set('notes', 'Checkpoint radio, tablet with the runners’ list, lamp for the last hours.');
  b.set('outing', {
    startH: 9,
    durationH: 10,
    airC: 2,
    warmestC: null,
    day: '2026-11-14',
    site: { latitudeDeg: 54.5, longitudeDeg: -3.1, utcOffsetH: 0 },
    inSun: false,
    seal: 'splash',
    carry: 'short-walk',
    budgetAmount: null
  });
  b.use('battery', 'battery-lfp-35', 'bank/partId').use('case', 'case-plastic-tall', 'casePartId');
  b.use('fuse-block', 'block-blade-6', 'feeds/main/blockPartId')
    .use('shunt', 'shunt-50', 'wiring/shuntPartId')
    .use('fuse-holder', 'holder-post', 'feeds/main/holderPartId');
  const radio = b.port('circular-16', 'right', 'Radio', { xMm: 60, yMm: 90 });
  const tablet = b.port('usb-c-pd-30', 'right', 'Tablet', { xMm: 120, yMm: 150 });
  const lamp = b.port('circular-16', 'right', 'Lamp', { xMm: 110, yMm: 90 });
  b.port('rotary-20', 'front', 'Master', { xMm: 240, yMm: 90 });
  b.port('shunt-display', 'front', 'Meter', { xMm: 240, yMm: 150 });
  b.port('inlet-3pin', 'right', 'Charge', { xMm: 60, yMm: 150 });
  b.device('vhf-mobile-25', {
    name: 'VHF mobile radio',
    portId: radio.portId,
    source: 'measured',
    modes: [
      { id: 'm1', name: 'receive', dutyFraction: 0.9, draw: { kind: 'power', powerW: 6 } },
      { id: 'm2', name: 'transmit', dutyFraction: 0.1, draw: { kind: 'power', powerW: 72 } }
    ],
    // the last runners come in: more traffic
    spans: [bar(9, 16), bar(16, 19, 0.15)]
  });
  b.device('tablet', {
    name: 'Tablet',
    portId: tablet.portId,
    source: 'label',
    claims: [{ kind: 'label', amount: 12, unit: 'W', atV: 5 }],
    modes: [watts('in use', 12)],
    spans: [bar(9, 19)]
  });
  b.device('lamp-strip', {
    name: 'Lamp',
    portId: lamp.portId,
    source: 'measured',
    modes: [{ id: 'm1', name: 'on', dutyFraction: 1, draw: { kind: 'current', currentA: 0.5, atV: 12 } }],
    spans: [bar(16, 19)]
  });
  stow(b, 'b1', 'body-charger');
  return b.box;
});

function canalDevices(b: BoxBuilder, at: { receiver: Placed; aerator: Placed; lamp: Placed; usb: Placed }): void {
  b.device('bite-receiver', {
    name: 'Bite-alarm receiver',
    portId: at.receiver.portId,
    source: 'measured',
    modes: [watts('listening', 0.5)],
    spans: [bar(18, 32)]
  });
  b.device('aerator', {
    name: 'Bait aerator',
    portId: at.aerator.portId,
    source: 'measured',
    modes: [watts('pumping', 3.5, 0.5)],
    spans: [bar(18, 32)]
  });
  b.device('lamp-strip', {
    name: 'Shelter lamp',
    portId: at.lamp.portId,
    source: 'label',
    modes: [{ id: 'm1', name: 'on', dutyFraction: 1, draw: { kind: 'led-strip', currentA: 0.4 } }],
    spans: [bar(18, 23), bar(30.5, 32)]
  });
  b.device('headlamp', {
    name: 'Headlamp',
    portId: at.usb.portId,
    source: 'label',
    modes: [watts('charging', 5)],
    spans: [bar(23, 25)]
  });
  b.device('phone-usb-a', {
    name: 'Phone',
    portId: at.usb.portId,
    source: 'label',
    modes: [watts('charging', 6)],
    spans: [bar(25, 27)]
  });
}

/** A night at the canal under a shelter, lead-acid in a vented box: everything holds. */
export const canalNightBankBox = once((): Box => {
  const b = new BoxBuilder('Canal night bank box');
  b.set('notes', 'Stands under the shelter on the barrow. Charged at home with the lid off.');
  b.set('outing', {
    startH: 18,
    durationH: 14,
    airC: 6,
    warmestC: 11,
    day: '2026-09-18',
    site: { latitudeDeg: 53.3, longitudeDeg: -2.2, utcOffsetH: 1 },
    inSun: false,
    seal: 'dry-store',
    carry: 'car-to-bank',
    budgetAmount: 350
  });
  b.use('battery', 'battery-agm-35', 'bank/partId').use('case', 'case-battery-box', 'casePartId');
  b.set('charging/path', setTo('lid-open')).set('bank/postsCovered', 'yes');
  b.use('fuse-block', 'block-mini-6', 'feeds/main/blockPartId').use(
    'fuse-holder',
    'holder-post',
    'feeds/main/holderPartId'
  );
  const receiver = b.port('circular-12', 'right', 'Bite alarm', { xMm: 80, yMm: 80 });
  const aerator = b.port('circular-16', 'right', 'Aerator', { xMm: 125, yMm: 80 });
  const lamp = b.port('circular-16', 'right', 'Lamp', { xMm: 80, yMm: 135 });
  const usb = b.port('usb-a-twin', 'front', 'Headlamp and phone', { xMm: 244, yMm: 138 });
  b.port('voltmeter-29', 'right', 'Voltmeter', { xMm: 132, yMm: 135 });
  b.port('rotary-20', 'front', 'Master', { xMm: 244, yMm: 80 });
  canalDevices(b, { receiver, aerator, lamp, usb });
  candidates(b, ['battery-agm-22', 1], ['battery-lfp-20', 1], ['battery-agm-18', 2]);
  return b.box;
});

export const demoBoxes = (): Box[] => [
  saltmarshHideBox(),
  fellRaceRadioPost(),
  canalNightBankBox(),
  moorCameraPost(),
  jettyNetBox(),
  slipwayBox(),
  campTableBox()
];
