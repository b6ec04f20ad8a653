import { applyEdits } from '../../src/box/edits.ts';
import { deviceFrom } from '../../src/box/commands.ts';
import { emptyBox } from '../../src/box/empty.ts';
import type { Box, Device } from '../../src/box/schema.ts';
import { starter } from '../../src/demo/builder.ts';

type Brief = {
  name: string;
  /** Devices of the library, each a part's id without its 'device-', with what is said of it. */
  devices: readonly (string | readonly [string, Partial<Device>])[];
  outing: Partial<Box['outing']>;
  wishes?: Partial<Box['wishes']>;
  charging?: Partial<Box['charging']>;
  season?: Box['season'];
  /** Why no sound box within the limits is to be had, and what the search must offer instead; absent: at least one is. */
  unmet?: { because: RegExp; offers: readonly string[] };
};

const bar = (startH: number, endH: number): Device['spans'][number] => ({ startH, endH, dutyFraction: null });
const watts = (powerW: number, dutyFraction = 1): Device['modes'] => [
  { id: 'm1', name: 'on', dutyFraction, draw: { kind: 'power', powerW } }
];
const season = (dayCount: number, visitEveryDays: number | null): NonNullable<Box['season']> => ({
  startDay: '2026-05-04',
  dayCount,
  monthC: [3, 4, 6, 9, 12, 15, 17, 17, 14, 10, 6, 4],
  swingK: 8,
  boxOn: true,
  useSun: false,
  visitEveryDays,
  visit: 'swap'
});

/** Forty outings of all sorts, for the search of designs. */
export const OUTINGS: readonly Brief[] = [
  {
    name: 'night imaging in frost',
    devices: ['astro-camera-cooled', 'dew-band-4', 'focuser', 'board-computer'],
    outing: { startH: 20, durationH: 8, airC: -8, seal: 'splash', carry: 'car-to-bank' }
  },
  {
    name: 'night imaging, all on USB',
    devices: ['astro-camera', 'lens-heater-usb', 'board-computer'],
    outing: { startH: 21, durationH: 7, airC: 2, seal: 'splash', carry: 'short-walk' }
  },
  {
    name: 'deep frost',
    devices: ['trail-camera', 'lamp-red'],
    outing: { durationH: 10, airC: -30, seal: 'splash', carry: 'short-walk' }
  },
  {
    name: 'season camera',
    devices: [['trail-camera', { spans: [bar(8, 18)] }]],
    outing: { durationH: 10, airC: 5, seal: 'splash', carry: 'short-walk' },
    season: season(40, null)
  },
  {
    name: 'season camera that sends',
    devices: ['trail-camera-cellular'],
    outing: { durationH: 24, airC: 4, seal: 'splash', carry: 'short-walk' },
    season: season(30, 15)
  },
  {
    name: 'radio weekend',
    devices: ['vhf-mobile-25', 'tablet', 'lamp-strip-dim'],
    outing: { startH: 9, durationH: 24, airC: 6, seal: 'splash', carry: 'vehicle' }
  },
  {
    name: 'handheld radio day',
    devices: ['handheld', 'phone-in-use'],
    outing: { durationH: 8, airC: 8, seal: 'splash', carry: 'one-hand' }
  },
  {
    name: 'low power radio on a hill',
    devices: ['hf-10', 'lamp-red'],
    outing: { durationH: 5, airC: 3, seal: 'rain', carry: 'short-walk' }
  },
  {
    name: 'strong radio from the car',
    devices: ['hf-100-ssb', 'antenna-tuner', 'tablet'],
    outing: { durationH: 6, airC: 10, seal: 'dry-store', carry: 'vehicle' }
  },
  {
    name: 'repeater for a run',
    devices: ['repeater'],
    outing: { durationH: 9, airC: 7, seal: 'splash', carry: 'vehicle' }
  },
  {
    name: 'race checkpoint',
    devices: ['vhf-mobile-25', 'tablet', 'lamp-strip'],
    outing: { startH: 9, durationH: 10, airC: 2, seal: 'splash', carry: 'car-to-bank' }
  },
  {
    name: 'scanner and recorder',
    devices: ['scanner', 'audio-recorder'],
    outing: { durationH: 12, airC: 9, seal: 'splash', carry: 'one-hand' }
  },
  {
    name: 'kayak sounder',
    devices: ['fish-finder-5', 'action-camera'],
    outing: { startH: 6, durationH: 6, airC: 10, seal: 'dunk', carry: 'short-walk' }
  },
  {
    name: 'kayak, larger screen',
    devices: ['fish-finder-7'],
    outing: { startH: 6, durationH: 8, airC: 12, seal: 'dunk', carry: 'car-to-bank' }
  },
  {
    name: 'boat with live sonar',
    devices: ['live-sonar', 'fish-finder-9'],
    outing: { startH: 6, durationH: 8, airC: 12, seal: 'splash', carry: 'vehicle' }
  },
  {
    name: 'canal bank',
    devices: ['bite-receiver', 'aerator', 'lamp-strip-dim', 'headlamp', 'phone-usb-a'],
    outing: { startH: 18, durationH: 14, airC: 6, seal: 'dry-store', carry: 'car-to-bank' }
  },
  {
    name: 'bank in the rain',
    devices: ['bite-receiver', 'lamp-red', 'phone-usb-a'],
    outing: { startH: 18, durationH: 12, airC: 5, seal: 'rain', carry: 'car-to-bank' }
  },
  {
    name: 'bait boat charge',
    devices: ['bait-boat', 'bite-receiver'],
    outing: { startH: 7, durationH: 6, airC: 12, seal: 'dry-store', carry: 'car-to-bank' }
  },
  {
    name: 'live bait tank',
    devices: ['water-pump'],
    outing: { startH: 6, durationH: 5, airC: 14, seal: 'splash', carry: 'vehicle' }
  },
  {
    name: 'hide at first light',
    devices: [
      ['camera-dummy', { name: 'Camera A' }],
      ['camera-dummy', { name: 'Camera B' }],
      'lens-heater',
      'lamp-red'
    ],
    outing: { startH: 5, durationH: 9, airC: 4, seal: 'splash', carry: 'short-walk' }
  },
  {
    name: 'hide, one camera',
    devices: ['camera-dummy', 'lamp-red'],
    outing: { startH: 5, durationH: 12, airC: 1, seal: 'splash', carry: 'one-hand' }
  },
  {
    name: 'time-lapse for two days',
    devices: ['camera-timelapse', 'lens-heater-usb'],
    outing: { durationH: 48, airC: 5, seal: 'splash', carry: 'car-to-bank' }
  },
  {
    name: 'slider and monitor',
    devices: ['slider', 'monitor-7'],
    outing: { durationH: 4, airC: 15, seal: 'splash', carry: 'one-hand' }
  },
  {
    name: 'interview on location',
    devices: ['monitor-5', 'audio-recorder-phantom', ['camera-dummy', { modes: watts(8) }]],
    outing: { durationH: 5, airC: 12, seal: 'dry-store', carry: 'short-walk' }
  },
  {
    name: 'bat evening',
    devices: ['bat-detector', 'lamp-red', 'phone-in-use'],
    outing: { startH: 20, durationH: 6, airC: 9, seal: 'splash', carry: 'one-hand' }
  },
  {
    name: 'one socket for phones',
    devices: ['phone'],
    outing: { durationH: 3, airC: 15, seal: 'dry-store', carry: 'pocketable' }
  },
  {
    name: 'phones for four',
    devices: [
      ['phone-usb-a', { name: 'Phone 1' }],
      ['phone-usb-a', { name: 'Phone 2' }],
      ['phone-usb-a', { name: 'Phone 3' }],
      ['phone-usb-a', { name: 'Phone 4' }]
    ],
    outing: { durationH: 3, airC: 15, seal: 'dry-store', carry: 'one-hand' }
  },
  {
    name: 'camp with sun',
    devices: ['cool-box', 'lamp-strip', 'phone'],
    outing: {
      startH: 12,
      durationH: 24,
      airC: 14,
      warmestC: 26,
      day: '2026-07-11',
      site: { latitudeDeg: 49.4, longitudeDeg: 8.7, utcOffsetH: 2 },
      seal: 'dry-store',
      carry: 'vehicle'
    }
  },
  {
    name: 'camp table',
    devices: ['lamp-strip', 'fan', 'speaker'],
    outing: { startH: 17, durationH: 7, airC: 16, seal: 'dry-store', carry: 'car-to-bank' }
  },
  {
    name: 'mattress pump once',
    devices: [['air-pump', { spans: [bar(18, 18.25)] }], 'lamp-red'],
    outing: { startH: 18, durationH: 4, airC: 14, seal: 'dry-store', carry: 'short-walk' }
  },
  {
    name: 'heated vest at the butts',
    devices: ['heated-vest', 'phone-in-use'],
    outing: { durationH: 5, airC: -2, seal: 'splash', carry: 'short-walk' }
  },
  {
    name: 'survey day',
    devices: ['gnss', 'tablet'],
    outing: { durationH: 8, airC: 8, seal: 'splash', carry: 'short-walk' }
  },
  {
    name: 'weather station week',
    devices: ['weather-station'],
    outing: { durationH: 168, airC: 2, seal: 'splash', carry: 'car-to-bank' }
  },
  {
    name: 'mesh node on a roof',
    devices: ['mesh-node'],
    outing: { durationH: 72, airC: 0, seal: 'rain', carry: 'short-walk' }
  },
  {
    name: 'router for an event',
    devices: ['router', 'hotspot'],
    outing: { durationH: 10, airC: 12, seal: 'splash', carry: 'short-walk' }
  },
  {
    name: 'stock fence',
    devices: ['electric-fence'],
    outing: { durationH: 48, airC: 6, seal: 'splash', carry: 'car-to-bank' }
  },
  {
    name: 'my old lead battery',
    devices: ['bite-receiver', 'lamp-red'],
    outing: { durationH: 10, airC: 8, seal: 'dry-store', carry: 'car-to-bank' },
    wishes: { batteryPartId: 'battery-agm-18' }
  },
  {
    name: 'light and without solder',
    devices: ['phone-in-use', 'lamp-red'],
    outing: { durationH: 6, airC: 8, seal: 'splash', carry: 'pocketable' },
    wishes: { noSoldering: true }
  },
  {
    name: 'too much for one hand',
    devices: [
      ['camera-dummy', { name: 'Camera A' }],
      ['camera-dummy', { name: 'Camera B' }],
      'lens-heater',
      'phone-in-use'
    ],
    outing: { startH: 5, durationH: 14, airC: 4, seal: 'splash', carry: 'pocketable' },
    unmet: { because: /lightest sound box that keeps the rest weighs/, offers: ['mass', 'hours'] }
  },
  {
    name: 'too dear',
    devices: ['vhf-mobile-25', 'tablet'],
    outing: { durationH: 12, airC: 5, seal: 'splash', carry: 'vehicle', budgetAmount: 150 },
    unmet: { because: /cheapest sound box that keeps the rest costs/, offers: ['money'] }
  }
];

/** The box of a brief: devices and outing, nothing else. */
export function outingBox(brief: Brief): Box {
  let box = emptyBox(brief.name);
  box = {
    ...box,
    outing: { ...box.outing, ...brief.outing },
    wishes: { ...box.wishes, ...brief.wishes },
    charging: { ...box.charging, ...brief.charging },
    season: brief.season ?? null
  };
  for (const entry of brief.devices) {
    const [id, over] = typeof entry === 'string' ? [entry, {}] : entry;
    const device = { ...deviceFrom(box, starter('device', `device-${id}`)), ...over };
    box = applyEdits(box, [{ op: 'add', path: 'devices', value: device }]);
  }
  return box;
}
