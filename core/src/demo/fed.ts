import { add, remove } from '../box/edit.ts';
import { once } from './once.ts';
import { AUTO, NONE, setTo } from '../box/attr.ts';
import { addFeedEdits } from '../box/feed-edits.ts';
import type { Box, Feed } from '../box/schema.ts';
import { BoxBuilder, starter, watts, type Placed } from './builder.ts';

function feed(b: BoxBuilder, over: Partial<Feed>): string {
  const added = addFeedEdits(b.box, over);
  b.edit(...added.edits);
  return added.feedId;
}
const behind = (id: string) => setTo({ at: 'feed' as const, id, ahead: false });

function slipwayDevices(b: BoxBuilder, at: { lamp: Placed; phone: Placed; sounder: Placed; beacon: Placed }): void {
  b.device('lamp-strip', {
    name: 'Deck lamp',
    portId: at.lamp.portId,
    source: 'label',
    modes: [{ id: 'm1', name: 'on', dutyFraction: 1, draw: { kind: 'led-strip', currentA: 1 } }],
    spans: [{ startH: 6, endH: 7.5, dutyFraction: null }]
  });
  b.device('phone', {
    name: 'Phone',
    portId: at.phone.portId,
    source: 'label',
    modes: [watts('charging', 12)],
    spans: [{ startH: 10, endH: 12, dutyFraction: null }]
  });
  b.device('camera-dummy', {
    name: 'Echo sounder',
    supply: '12v',
    wantsV: null,
    maxV: 17,
    minV: 10.5,
    inner: null,
    card: null,
    portId: at.sounder.portId,
    source: 'measured',
    modes: [watts('sounding', 9)],
    spans: [{ startH: 6, endH: 15, dutyFraction: null }]
  });
  b.device('lamp-red', {
    name: 'Bow light',
    portId: at.beacon.portId,
    source: 'measured',
    modes: [{ id: 'm1', name: 'on', dutyFraction: 1, draw: { kind: 'current', currentA: 0.25, atV: 12 } }],
    spans: [{ startH: 6, endH: 8, dutyFraction: null }]
  });
}

/**
 * A distribution box on a big battery that stands outside: thick cable to a placed connector, two thinner wires side by side
 * behind it, and a cable on to a second small box forward with a block of its own.
 */
export const slipwayBox = once((): Box => {
  const b = new BoxBuilder('Slipway distribution box');
  b.set('notes', 'The battery stays under the bench; this box hangs on the rail, the small one sits forward.');
  b.set('outing', {
    startH: 6,
    durationH: 9,
    airC: 7,
    warmestC: 12,
    day: '2026-09-26',
    site: { latitudeDeg: 56.1, longitudeDeg: -4.6, utcOffsetH: 1 },
    inSun: false,
    seal: 'splash',
    carry: 'vehicle',
    budgetAmount: null
  });
  b.use('battery', 'battery-lfp-50', 'bank/partId').use('case', 'case-hard-deep', 'casePartId');
  b.set('bank/stands', 'outside').set('bank/postsCovered', 'yes').set('bank/holdDown', setTo('strap'));
  b.use('fuse-holder', 'holder-post', 'feeds/main/holderPartId')
    .use('fuse-block', 'block-blade-6', 'feeds/main/blockPartId')
    .use('shunt', 'shunt-50', 'wiring/shuntPartId');
  const inlet = b.port('genderless-30', 'right', 'Battery cable');
  const lamp = b.port('circular-16', 'front', 'Deck lamp');
  const phone = b.port('usb-c-pd-30', 'front', 'Phone');
  const sounder = b.port('circular-16', 'front', 'Echo sounder');
  const beacon = b.port('circular-16', 'front', 'Bow light');
  b.port('rotary-20', 'front', 'Master');
  b.port('shunt-display', 'front', 'Meter');
  b.edit(remove(`circuits/${inlet.circuitId}`));
  b.set('feeds/main/throughPortId', setTo(inlet.portId))
    .set('feeds/main/wayIn', setTo('connector'))
    .set('feeds/main/lead', { lengthMm: 2400, wire: setTo({ system: 'awg' as const, size: '6' }), wireCount: 1 })
    .set('feeds/main/wire', setTo({ system: 'awg', size: '10' }))
    .set('feeds/main/wireCount', 2)
    .set('charging/path', setTo('lid-open'));
  const forward = feed(b, {
    name: 'Box forward',
    fuse: AUTO,
    lengthMm: setTo(2600),
    wire: setTo({ system: 'awg', size: '12' }),
    secondBox: true,
    ends: 'fuse-block'
  });
  b.use('fuse-block', 'block-mini-6', `feeds/${forward}/blockPartId`);
  for (const c of [sounder, beacon]) b.set(`circuits/${c.circuitId}/from`, behind(forward));
  slipwayDevices(b, { lamp, phone, sounder, beacon });
  return b.box;
});

function campCharging(b: BoxBuilder, sun: Placed, solarFeedId: string): void {
  b.set('charging/solar', {
    panelW: 60,
    maxPowerV: 18,
    openV: 22,
    tiltDeg: 35,
    unshadedFraction: 0.8,
    learnt: null,
    skyFraction: AUTO,
    controller: 'mppt',
    controllerMaxV: 50,
    controllerMaxA: 10,
    duringOuting: true,
    fit: 'inside',
    panelPortId: setTo(sun.portId),
    fuse: NONE,
    from: behind(solarFeedId),
    switchPortId: NONE,
    loadTerminal: { mostA: 10 }
  });
  b.set('charging/path', setTo('lid-open'));
  b.set('parts/body-solar-controller', starter('body', 'body-solar-controller')).edit(
    add('bodies', { id: 'b1', name: 'Solar controller', partId: 'body-solar-controller', held: 'fixed' })
  );
}

function campDevices(
  b: BoxBuilder,
  at: { radio: Placed; phone: Placed; table: Placed; tent: Placed; cool: Placed }
): void {
  b.device('vhf-mobile-25', {
    name: 'Camp radio',
    portId: at.radio.portId,
    source: 'measured',
    modes: [
      { id: 'm1', name: 'receive', dutyFraction: 0.95, draw: { kind: 'power', powerW: 5 } },
      { id: 'm2', name: 'transmit', dutyFraction: 0.05, draw: { kind: 'power', powerW: 40 } }
    ],
    spans: [{ startH: 18, endH: 22, dutyFraction: null }]
  });
  b.device('phone-usb-a', {
    name: 'Phones',
    portId: at.phone.portId,
    source: 'label',
    modes: [watts('charging', 10)],
    spans: [{ startH: 22, endH: 25, dutyFraction: null }]
  });
  for (const [name, port] of [
    ['Table lamp', at.table],
    ['Tent lamp', at.tent]
  ] as const)
    b.device('lamp-strip', {
      name,
      portId: port.portId,
      source: 'label',
      modes: [{ id: 'm1', name: 'on', dutyFraction: 1, draw: { kind: 'led-strip', currentA: 0.5 } }],
      spans: [{ startH: 20, endH: 24, dutyFraction: null }]
    });
  b.device('aerator', {
    name: 'Cool box',
    portId: at.cool.portId,
    source: 'label',
    hasMotor: true,
    modes: [watts('cooling', 36, 0.4)],
    spans: [{ startH: 17, endH: 37, dutyFraction: null }]
  });
}

/**
 * A camp box with breakers by role: one for the appliances, one for the sun; a lamp on the controller's load terminals, which
 * are the only cut-off; and a plug for the cool box that goes round all of it.
 */
export const campTableBox = once((): Box => {
  const b = new BoxBuilder('Camp table box');
  b.set('notes', 'Breakers by role under the lid. The cool box is plugged straight on.');
  b.set('outing', {
    startH: 17,
    durationH: 20,
    airC: 9,
    warmestC: 21,
    day: '2026-07-11',
    site: { latitudeDeg: 49.4, longitudeDeg: 8.7, utcOffsetH: 2 },
    inSun: false,
    seal: 'dry-store',
    carry: 'vehicle',
    budgetAmount: null
  });
  b.use('battery', 'battery-lfp-50', 'bank/partId').use('case', 'case-hard-deep', 'casePartId');
  b.set('bank/postsCovered', 'yes').set('bank/disconnect', setTo({ cutV: 12, backV: 13 }));
  b.use('fuse-holder', 'holder-post', 'feeds/main/holderPartId');
  b.set('feeds/main/ends', 'bus-bar').set('feeds/main/switches', NONE);
  const radio = b.port('circular-16', 'front', 'Radio');
  const phone = b.port('usb-a-twin', 'front', 'Phones');
  const table = b.port('circular-16', 'front', 'Table lamp');
  const tent = b.port('circular-16', 'front', 'Tent lamp');
  const cool = b.port('genderless-30', 'right', 'Cool box');
  const sun = b.port('inlet-3pin', 'right', 'Solar panel');
  b.edit(remove(`circuits/${sun.circuitId}`));
  const holder = starter('fuse-holder', 'holder-breaker');
  b.set(`parts/${holder.id}`, holder);
  const breaker = (name: string, amps: number, over: Partial<Feed> = {}): string =>
    feed(b, {
      name,
      from: behind('main'),
      holderPartId: holder.id,
      fuse: setTo(amps),
      leverSwitches: true,
      ends: 'bus-bar',
      ...over
    });
  const appliances = breaker('Appliances', 10);
  const solar = breaker('Sun', 10);
  for (const c of [radio, phone, table]) b.set(`circuits/${c.circuitId}/from`, behind(appliances));
  // a USB module is fused for what it takes, not for what the breaker lets through
  b.set(`circuits/${phone.circuitId}/fuse`, setTo(3));
  b.set(`circuits/${tent.circuitId}/from`, setTo({ at: 'load-terminal' })).set(
    `circuits/${tent.circuitId}/fuse`,
    setTo(2)
  );
  b.set(`circuits/${cool.circuitId}/from`, setTo({ at: 'post', pack: null }));
  // straight off the post only a fuse that breaks what the battery drives is a fuse
  b.set(`circuits/${cool.circuitId}/fuseFamily`, setTo('post')).set(`circuits/${cool.circuitId}/fuse`, setTo(30));
  b.set('bank/disconnectIn', setTo('load-terminal'));
  campCharging(b, sun, solar);
  campDevices(b, { radio, phone, table, tent, cool });
  return b.box;
});
