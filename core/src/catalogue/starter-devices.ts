import type { PartOf, Supply } from './part.ts';

type Device = PartOf<'device'>;
type ModeRow = [name: string, lowW: number, highW: number, duty: number];

/**
 * Field devices of the electrical reference 7: power at the device's own plug. USB devices are given before the
 * converter's losses. The middle of each range is the default; min and max voltages are typical.
 */
function device(
  id: string,
  name: string,
  supply: Supply,
  behaves: Device['behaves'],
  modes: ModeRow[],
  extra: Partial<Device> = {}
): Device {
  return {
    kind: 'device',
    id: `device-${id}`,
    name,
    note: 'Range over ordinary makes; measure yours, it decides.',
    priceAmount: null,
    packCount: 1,
    massKg: 0,
    origin: 'catalogue',
    supply,
    behaves,
    modes: modes.map(([mode, lowW, highW, dutyFraction]) => ({
      name: mode,
      lowW,
      highW,
      powerW: Number(((lowW + highW) / 2).toPrecision(3)),
      dutyFraction
    })),
    minV: supply === '12v' ? 10.5 : null,
    maxV: supply === '12v' ? 15.9 : null,
    hasMotor: false,
    fussy: supply !== '12v',
    ...extra
  };
}
const on = (low: number, high: number, duty = 1): ModeRow[] => [['on', low, high, duty]];
const radio = { minV: 11.73, maxV: 15.87, fussy: true };

export const STARTER_DEVICES: Device[] = [
  device('action-camera', 'Action camera, 4K', 'usb-c', 'power', on(4, 6)),
  device('camera-dummy', 'Camera on external power', 'usb-c', 'power', on(3, 7)),
  device('phone', 'Phone, charging', 'usb-c', 'power', on(10, 18)),
  device('phone-usb-a', 'Phone, slow charge', 'usb-a', 'power', on(5, 10)),
  device('tablet', 'Tablet, in use and charging', 'usb-c', 'power', on(10, 20)),
  device('headlamp', 'Headlamp, charging', 'usb-a', 'power', on(4, 8)),
  device('laptop', 'Laptop', 'usb-c', 'power', on(30, 60)),
  device('lens-heater', 'Lens heater band', '12v', 'resistive', [['heating', 6, 10, 0.8]], {
    fussy: false,
    minV: null,
    maxV: null
  }),
  device('dew-band-8', 'Dew heater, 8 in', '12v', 'resistive', [['heating', 18, 25, 0.5]], {
    fussy: false,
    minV: null,
    maxV: null
  }),
  device('lamp-red', 'Red work lamp', '12v', 'current', on(2, 3), { fussy: false, minV: 9 }),
  device('lamp-strip', 'LED strip lamp, 1 m', '12v', 'current', on(4.8, 14), { fussy: false, minV: 9 }),
  device(
    'vhf-mobile-25',
    'VHF mobile radio, 25 W',
    '12v',
    'power',
    [
      ['receive', 4, 8, 0.9],
      ['transmit', 60, 85, 0.1]
    ],
    radio
  ),
  device(
    'vhf-mobile-50',
    'VHF mobile radio, 50 W',
    '12v',
    'power',
    [
      ['receive', 5, 12, 0.9],
      ['transmit', 110, 160, 0.1]
    ],
    radio
  ),
  device(
    'handheld',
    'Handheld radio, 5 W',
    '12v',
    'power',
    [
      ['receive', 0.5, 2.5, 0.9],
      ['transmit', 12, 18, 0.1]
    ],
    radio
  ),
  device(
    'hf-10',
    'HF radio, 10 W',
    '12v',
    'power',
    [
      ['receive', 1.5, 6, 0.8],
      ['transmit', 18, 35, 0.2]
    ],
    radio
  ),
  device('tracker', 'Packet tracker', '12v', 'power', on(0.3, 1), { fussy: true }),
  device('fish-finder-5', 'Fish finder, 5 in', '12v', 'power', on(4, 8), { fussy: true }),
  device('fish-finder-9', 'Fish finder, 9 in', '12v', 'power', on(14, 22), { fussy: true }),
  device('bite-receiver', 'Bite-alarm receiver', '12v', 'power', on(0.3, 0.8), { fussy: true }),
  device('aerator', 'Bait aerator, air pump', '12v', 'power', on(2, 6), { hasMotor: true, fussy: false, minV: 9 }),
  device('water-pump', 'Bait tank water pump', '12v', 'power', on(15, 30), { hasMotor: true, fussy: false, minV: 9 }),
  device('fan', 'Camping fan', '12v', 'power', on(5, 12), { hasMotor: true, fussy: false, minV: 8 }),
  device(
    'telescope-mount',
    'Small telescope mount',
    '12v',
    'power',
    [
      ['track', 3, 6, 0.95],
      ['slew', 10, 25, 0.05]
    ],
    { fussy: true, minV: 11 }
  ),
  device('router', 'Travel router', '12v', 'power', on(2, 5), { fussy: true, minV: 9 }),
  device('board-computer', 'Single-board computer', 'usb-c', 'power', on(2.5, 8)),
  device('audio-recorder', 'Audio recorder', 'usb-a', 'power', on(0.5, 2.5)),
  device('gnss', 'Survey receiver', '12v', 'power', on(1, 4), { fussy: true, minV: 9 }),
  device('ip-camera', 'Security camera', '12v', 'power', on(3, 8), { fussy: true, minV: 10.8 })
];
