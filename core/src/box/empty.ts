import { AUTO, NONE, setTo, BOX_FORMAT, BOX_VERSION } from './attr.ts';
import { MAIN_ID } from './feeds.ts';
import { FIRST_VARIANT } from './variant-names.ts';
import { NO_WISHES } from './wishes.ts';
import type { Box, Feed } from './schema.ts';

/** A feed while nothing is said of it: fused, sized and measured by Haversack. */
export const plainFeed = (id: string, name: string): Feed => ({
  id,
  name,
  from: AUTO,
  fuse: AUTO,
  fuseFamily: AUTO,
  fuseFromStartMm: AUTO,
  fuseLead: AUTO,
  switchLead: AUTO,
  switchPlace: AUTO,
  wire: AUTO,
  wireCount: 1,
  lengthMm: AUTO,
  returnWire: AUTO,
  insulationC: AUTO,
  bundledCount: AUTO,
  holderPartId: null,
  sheathed: false,
  leverSwitches: false,
  switches: AUTO,
  lead: null,
  wayIn: AUTO,
  throughPortId: AUTO,
  ends: 'fuse-block',
  blockPartId: null,
  secondBox: false,
  converter: null
});
const mainFeedOf = (): Feed => ({ ...plainFeed(MAIN_ID, 'Main feed'), from: setTo({ at: 'post', pack: null }) });

const noBattery = (): Box['bank'] => ({
  partId: null,
  count: 1,
  ageYears: 0,
  outingsPerYear: 30,
  keepBack: AUTO,
  reserveFraction: 0.1,
  startFraction: 1,
  warmerK: 0,
  packs: [],
  arrangement: 'parallel',
  stands: 'inside',
  changeoverJoins: false,
  changeoverA: AUTO,
  postsCovered: 'unknown',
  takeOff: 'bus',
  linkMilliOhm: AUTO,
  disconnect: NONE,
  disconnectIn: AUTO,
  blocksCold: 'unknown',
  packFuse: AUTO,
  holdDown: AUTO,
  terminals: 'flag',
  mayLie: true,
  learnt: null
});

const plainCharging = (): Box['charging'] => ({
  path: AUTO,
  throughPortId: AUTO,
  fedFrom: 'mains',
  chargerA: AUTO,
  chargerV: AUTO,
  coldestC: AUTO,
  plugged: [],
  solar: null,
  builtIn: [],
  storageC: 15,
  storageMonths: 6
});

const plainOuting = (): Box['outing'] => ({
  startH: 8,
  durationH: 10,
  airC: 10,
  warmestC: null,
  day: null,
  site: null,
  inSun: false,
  seal: 'rain',
  carry: 'short-walk',
  budgetAmount: null
});

/** A box with nothing in it but defaults: ten hours from 08:00 at 10 °C, rain wanted, one master switch. */
export function emptyBox(name: string): Box {
  return {
    format: BOX_FORMAT,
    version: BOX_VERSION,
    name,
    notes: '',
    preferences: {
      lengthUnit: 'mm',
      wireSystem: 'awg',
      temperatureUnit: 'C',
      massUnit: 'kg',
      colours: 'red-black',
      currency: '€'
    },
    outing: plainOuting(),
    devices: [],
    bank: noBattery(),
    charging: plainCharging(),
    dry: { closeC: 20, closeHumidityFraction: 0.6, openingsPerMonth: 4, gelG: null, gelSince: null },
    season: null,
    compare: { candidates: [] },
    casePartId: null,
    paddingMm: 3,
    bodies: [],
    placements: {},
    ports: [],
    brackets: [],
    openings: [],
    relays: [],
    feeds: [mainFeedOf()],
    circuits: [],
    wiring: {
      returns: AUTO,
      senseFuse: AUTO,
      reels: [],
      shuntPartId: null,
      insulationC: AUTO,
      conductor: AUTO,
      bundledCount: AUTO
    },
    kit: { boxCount: 1, owned: [], offered: [] },
    bench: { doneStepIds: [], asCut: {} },
    checkedPaths: [],
    wishes: NO_WISHES,
    variant: FIRST_VARIANT,
    accepted: [],
    parts: {}
  };
}
