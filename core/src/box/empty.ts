import { AUTO, NONE, BOX_FORMAT, BOX_VERSION } from './attr.ts';
import type { Box } from './schema.ts';

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
    outing: {
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
    },
    devices: [],
    bank: {
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
      takeOff: 'bus',
      linkMilliOhm: AUTO,
      leadMm: 1500,
      disconnect: NONE,
      packFuse: AUTO,
      holdDown: AUTO,
      terminals: 'flag',
      mayLie: true
    },
    charging: {
      path: AUTO,
      chargerA: AUTO,
      chargerV: AUTO,
      coldestC: AUTO,
      plugged: [],
      solar: null,
      storageC: 15,
      storageMonths: 6
    },
    dry: { closeC: 20, closeHumidityFraction: 0.6, openingsPerMonth: 4, gelG: null, gelSince: null },
    season: null,
    compare: { candidates: [] },
    casePartId: null,
    paddingMm: 3,
    bodies: [],
    placements: {},
    ports: [],
    brackets: [],
    switching: { master: AUTO },
    circuits: [],
    wiring: {
      school: 'fuse-block',
      mainFuse: AUTO,
      mainHolderPartId: null,
      mainFuseFromBatteryMm: AUTO,
      mainSheathed: false,
      mainWire: AUTO,
      fuseBlockPartId: null,
      shuntPartId: null,
      insulationC: AUTO,
      conductor: AUTO,
      bundledCount: AUTO
    },
    kit: { boxCount: 1, owned: [] },
    bench: { doneStepIds: [] },
    accepted: [],
    parts: {}
  };
}
