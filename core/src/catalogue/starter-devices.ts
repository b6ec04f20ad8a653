import type { PartOf, Supply } from './part.ts';

type Device = PartOf<'device'>;
type ModeRow = [name: string, lowW: number, highW: number, duty: number];
type EventRow = [name: string, lowJ: number, highJ: number, perDay: number, eventS: number];

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
    events: [],
    wantsV: null,
    innerWh: null,
    belowMin: 'stops',
    minV: supply === '12v' ? 10.5 : null,
    maxV: supply === '12v' ? 15.9 : null,
    hasMotor: false,
    fussy: supply !== '12v',
    ...extra
  };
}
const on = (low: number, high: number, duty = 1): ModeRow[] => [['on', low, high, duty]];
const events = (...rows: EventRow[]): Device['events'] =>
  rows.map(([name, lowJ, highJ, perDay, eventS]) => ({ name, lowJ, highJ, perDay, eventS }));
/** 13.8 V ± 15 %. */
const radio = { minV: 11.73, maxV: 15.87, fussy: true, belowMin: 'degrades' } as const;
const plain = { fussy: false, minV: 9 } as const;
const heater = { fussy: false, minV: null, maxV: null } as const;
const screen = { fussy: true, belowMin: 'resets', minV: 10.5 } as const;
const motor = { hasMotor: true, fussy: false, minV: 9, belowMin: 'degrades' } as const;
const receiveTransmit = (rx: [number, number], tx: [number, number], duty: number): ModeRow[] => [
  ['receive', ...rx, Number((1 - duty).toFixed(2))],
  ['transmit', ...tx, duty]
];
const trail = (name: string): Partial<Device> => ({
  note: `${name}: standby and events differ widely; measure a day if you can.`,
  minV: 8,
  fussy: false
});

export const STARTER_DEVICES: Device[] = [
  // cameras and pictures
  device('action-camera', 'Action camera, 4K', 'usb-c', 'power', on(4, 6), { innerWh: 5 }),
  device('action-camera-hd', 'Action camera, 1080p', 'usb-c', 'power', on(3, 4), { innerWh: 5 }),
  device('action-camera-60', 'Action camera, 4K at 60', 'usb-c', 'power', on(6, 8.5), { innerWh: 5 }),
  device('camera-dummy', 'Camera on external power', 'usb-c', 'power', on(3, 7)),
  device('camera-timelapse', 'Camera, time-lapse', 'usb-c', 'power', [['sleeping', 0.1, 0.3, 1]], {
    events: events(['frame', 5, 15, 1440, 3])
  }),
  device('trail-camera', 'Trail camera', '12v', 'power', [['standby', 0.002, 0.012, 1]], {
    ...trail('Trail camera'),
    events: events(['night picture', 10, 25, 40, 3], ['day picture', 2, 5, 20, 2]),
    innerWh: 15
  }),
  device('trail-camera-video', 'Trail camera, video', '12v', 'power', [['standby', 0.002, 0.012, 1]], {
    ...trail('Trail camera'),
    events: events(['night clip, 10 s', 60, 150, 15, 12]),
    innerWh: 15
  }),
  device('trail-camera-cellular', 'Trail camera, sends pictures', '12v', 'power', [['standby', 0.005, 0.02, 1]], {
    ...trail('Trail camera'),
    events: events(['night picture', 10, 25, 40, 3], ['upload', 30, 150, 20, 40]),
    innerWh: 15
  }),
  device('ip-camera', 'Security camera', '12v', 'power', on(3, 8), { fussy: true, minV: 10.8, belowMin: 'resets' }),
  device(
    'ip-camera-ir',
    'Security camera, infrared',
    '12v',
    'power',
    [
      ['day', 3, 8, 0.5],
      ['night, infrared on', 5, 13, 0.5]
    ],
    { fussy: true, minV: 10.8, belowMin: 'resets' }
  ),
  device('dash-camera', 'Dash camera', 'usb-a', 'power', on(2.5, 5)),
  device('monitor-5', 'Field monitor, 5 in', 'dc-converter', 'power', on(6, 10), { wantsV: 8 }),
  device('monitor-7', 'Field monitor, 7 in', '12v', 'power', on(10, 20), screen),
  device('gimbal', 'Camera gimbal, charging', 'usb-c', 'power', on(6, 12)),
  device('slider', 'Camera slider', '12v', 'power', on(2, 8, 0.3), motor),
  device('lens-heater', 'Lens heater band', '12v', 'resistive', [['heating', 6, 10, 0.8]], heater),
  device('lens-heater-usb', 'Lens heater band, USB', 'usb-a', 'power', on(4, 8, 0.8)),
  // astronomy
  device('dew-band-4', 'Dew heater, 4 in', '12v', 'resistive', [['heating', 8, 12, 0.5]], heater),
  device('dew-band-8', 'Dew heater, 8 in', '12v', 'resistive', [['heating', 18, 25, 0.5]], heater),
  device(
    'telescope-mount',
    'Small telescope mount',
    '12v',
    'power',
    [
      ['track', 3, 6, 0.95],
      ['slew', 10, 25, 0.05]
    ],
    { fussy: true, minV: 11, belowMin: 'degrades' }
  ),
  device('astro-camera-cooled', 'Astronomy camera, cooled', '12v', 'power', on(15, 35), { fussy: true, minV: 11 }),
  device('astro-camera', 'Astronomy camera, uncooled', 'usb-a', 'power', on(1.5, 3)),
  device('focuser', 'Focus motor', '12v', 'power', on(2, 6, 0.05), motor),
  // radio
  device('handheld', 'Handheld radio, 5 W', '12v', 'power', receiveTransmit([0.5, 2.5], [12, 18], 0.1), {
    ...radio,
    innerWh: 12
  }),
  device('handheld-charger', 'Handheld radio, drop-in charger', '12v', 'power', on(3, 10), plain),
  device('vhf-mobile-25', 'VHF mobile radio, 25 W', '12v', 'power', receiveTransmit([4, 8], [60, 85], 0.1), radio),
  device('vhf-mobile-50', 'VHF mobile radio, 50 W', '12v', 'power', receiveTransmit([5, 12], [110, 160], 0.1), radio),
  device('hf-10', 'HF radio, 10 W', '12v', 'power', receiveTransmit([1.5, 6], [18, 35], 0.2), radio),
  device(
    'hf-100-ssb',
    'HF radio, 100 W, voice',
    '12v',
    'power',
    // a quarter of the time transmitting, and speech at its peak for 0.35 of that: electrical vectors, HF 100 W SSB
    [
      ['receive', 13, 25, 0.9125],
      ['transmit, peaks of speech', 260, 310, 0.0875]
    ],
    {
      ...radio,
      note: 'Its 100 W are what the aerial gets. Speech draws 20 A and more at its peaks, a third of that on the mean: the mean decides the battery, the peak fuse, wire and what the pack must give.'
    }
  ),
  device('hf-100-data', 'HF radio, 100 W, data', '12v', 'power', receiveTransmit([13, 25], [260, 310], 0.3), radio),
  device('scanner', 'Scanning receiver', '12v', 'power', on(1.5, 4), { ...radio, minV: 10.5 }),
  device('tracker', 'Packet tracker', '12v', 'power', [['listening', 0.3, 1, 1]], {
    fussy: true,
    minV: 9,
    events: events(['position report', 5, 10, 480, 1])
  }),
  device('mesh-node', 'Mesh text node', 'usb-a', 'power', [['listening', 0.1, 0.3, 1]], {
    events: events(['message sent', 0.5, 1.5, 300, 1]),
    innerWh: 10
  }),
  device('repeater', 'Cross-band repeater', '12v', 'power', receiveTransmit([4, 8], [60, 85], 0.25), radio),
  device('antenna-tuner', 'Antenna tuner', '12v', 'power', on(1, 6, 0.1), { ...plain, fussy: true }),
  // fishing
  device('fish-finder-5', 'Fish finder, 5 in', '12v', 'power', on(4, 8), screen),
  device('fish-finder-7', 'Fish finder, 7 in', '12v', 'power', on(9, 14), screen),
  device('fish-finder-9', 'Fish finder, 9 in', '12v', 'power', on(14, 22), screen),
  device('fish-finder-12', 'Fish finder, 12 in', '12v', 'power', on(25, 40), screen),
  device('live-sonar', 'Live-scanning sonar module', '12v', 'power', on(20, 35), screen),
  device('bite-receiver', 'Bite-alarm receiver', '12v', 'power', on(0.3, 0.8), { fussy: true }),
  device('aerator', 'Bait aerator, air pump', '12v', 'power', on(2, 6), motor),
  device('water-pump', 'Bait tank water pump', '12v', 'power', on(15, 30), motor),
  device('bait-boat', 'Bait boat, charging', 'dc-converter', 'power', on(10, 25), { wantsV: 12.6 }),
  // light and warmth
  device('lamp-red', 'Red work lamp', '12v', 'current', on(2, 3), plain),
  device('lamp-strip', 'LED strip lamp, 1 m', '12v', 'led-strip', on(4.8, 14), plain),
  device('lamp-strip-dim', 'LED strip, 1 m, few lamps', '12v', 'led-strip', on(2.4, 7), plain),
  device('lamp-strip-bright', 'LED strip, 1 m, dense', '12v', 'led-strip', on(9, 20), plain),
  device('lamp-usb', 'Camping lamp, USB', 'usb-a', 'power', on(2, 6)),
  device('headlamp', 'Headlamp, charging', 'usb-a', 'power', on(4, 8), { innerWh: 10 }),
  device('heated-vest', 'Heated vest', 'usb-a', 'power', on(7, 12, 0.6)),
  device('seat-pad', 'Heated seat pad', '12v', 'resistive', [['heating', 20, 35, 0.5]], heater),
  device('fan', 'Camping fan', '12v', 'power', on(5, 12), motor),
  device('fan-small', 'Small fan, 120 mm', '12v', 'power', on(1.5, 4), motor),
  device('cool-box', 'Compressor cool box', '12v', 'power', on(35, 55, 0.35), {
    hasMotor: true,
    fussy: false,
    minV: 10.4,
    belowMin: 'resets'
  }),
  device('air-pump', 'Mattress pump', '12v', 'power', on(60, 110, 1), motor),
  // phones, tablets, computers
  device('phone', 'Phone, charging', 'usb-c', 'power', on(10, 18), { innerWh: 18 }),
  device('phone-usb-a', 'Phone, slow charge', 'usb-a', 'power', on(5, 10), { innerWh: 18 }),
  device('phone-in-use', 'Phone, kept going', 'usb-c', 'power', on(2, 5), { innerWh: 18 }),
  device('tablet', 'Tablet, in use and charging', 'usb-c', 'power', on(10, 20), { innerWh: 35 }),
  device('laptop', 'Laptop', 'usb-c', 'power', on(30, 60), { wantsV: 20, innerWh: 50 }),
  device('laptop-inverter', 'Laptop on its mains supply', 'inverter', 'power', on(35, 65), { innerWh: 50 }),
  device('board-computer', 'Single-board computer', 'usb-c', 'power', on(2.5, 8), { wantsV: 5, belowMin: 'resets' }),
  device('router', 'Travel router', '12v', 'power', on(2, 5), { fussy: true, minV: 9, belowMin: 'resets' }),
  device('hotspot', 'Mobile hotspot', 'usb-a', 'power', on(3, 8), { innerWh: 12 }),
  device('satellite-messenger', 'Satellite messenger', 'usb-a', 'power', [['listening', 0.1, 0.4, 1]], {
    events: events(['message sent', 15, 60, 40, 20]),
    innerWh: 5
  }),
  // measuring and sound
  device('gnss', 'Survey receiver', '12v', 'power', on(1, 4), { fussy: true, minV: 9 }),
  device('gnss-logger', 'Track logger', 'usb-a', 'power', on(0.1, 0.5), { innerWh: 4 }),
  device('audio-recorder', 'Audio recorder', 'usb-a', 'power', on(0.5, 2.5)),
  device('audio-recorder-phantom', 'Audio recorder, microphones powered', 'usb-a', 'power', on(1, 3.5)),
  device('bat-detector', 'Bat and bird recorder', 'usb-a', 'power', on(0.2, 1)),
  device('weather-station', 'Weather station', '12v', 'power', [['standby', 0.05, 0.2, 1]], {
    ...plain,
    events: events(['report sent', 5, 30, 144, 10])
  }),
  device('electric-fence', 'Bear and stock fence energiser', '12v', 'power', on(1, 5), plain),
  device('speaker', 'Wireless speaker, charging', 'usb-a', 'power', on(4, 9), { innerWh: 15 })
];
