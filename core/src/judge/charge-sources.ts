import { chargerName } from '../box/source-leads.ts';
import type { Bank } from '../battery/bank.ts';
import { CHEMISTRY } from '../battery/chemistry.ts';
import { fedOutside } from '../charge/straight.ts';
import { valueOf } from '../box/lookup.ts';
import { chargedOnOuting, chargePortId, outingPortId, panelInletId, plainOutlets } from '../box/plugged.ts';
import type { Box, Solar } from '../box/schema.ts';
import { solarCurrent } from '../outing/input.ts';
import { airAtC } from '../sun/air.ts';
import { seasonAirC } from '../sun/season-air.ts';
import { chargerA } from '../wiring/charger.ts';
import { builtInA } from '../wiring/charge-fuse.ts';

/** Something that can charge the bank, and how it comes about. */
export type ChargeSource = {
  id: string;
  name: string;
  /** Port it is plugged into, or part of the circuit it is; undefined: clipped on the posts. */
  portId: string | undefined;
  partId: string | undefined;
  currentA: number | undefined;
  volts: number | undefined;
  /** It can run while the case is shut. */
  whileShut: boolean;
  /** Coldest the battery can be while it charges, °C; undefined when nobody knows. */
  coldestC: number | undefined;
  when: 'home' | 'outing' | 'season';
};

/** An automatic charging place is indoors, °C. @source electrical reference 11 */
const INDOORS_C = 5;
/** What an MPPT controller hands on of the panel's power. @source electrical reference 9 */
const MPPT_SHARE = 0.95;
/** Hours of a day in which a panel may give something where nobody said place and day. @source rule of thumb */
const DAYLIGHT_H = { from: 5, to: 21 } as const;
const HOUR_STEP = 0.25;

/** Most current a panel drives into the bank at a charging voltage, A; the controller's limit on it. @source electrical reference 9 */
export const sunMostA = (solar: Solar, chargeV: number): number =>
  Math.min(
    solar.controller === 'mppt' ? (MPPT_SHARE * solar.panelW) / chargeV : solar.panelW / solar.maxPowerV,
    solar.controllerMaxA ?? Infinity
  );

/** Everything that can charge this bank: a charger at home and on the outing, the sun, what lives in the box. Every rule about charging reads this. */
export function chargeSources(box: Box, bank: Bank | undefined): readonly ChargeSource[] {
  if (!bank) return [];
  const ready = known.get(box);
  if (ready?.bank === bank) return ready.sources;
  const sources = sourcesOf(box, bank);
  known.set(box, { bank, sources });
  return sources;
}

/** Worked out once for a document and its bank: many ask. */
const known = new WeakMap<Box, { bank: Bank; sources: readonly ChargeSource[] }>();

/** What several sources have in common: the volts and amps of the charger, and how cold it is at home and on the way. */
type Ground = {
  box: Box;
  volts: number | undefined;
  amps: number | undefined;
  absorbV: number;
  endH: number;
  home: Pick<ChargeSource, 'coldestC' | 'when'>;
  coldestIn: (hours: readonly number[]) => number | undefined;
};

function sourcesOf(box: Box, bank: Bank): ChargeSource[] {
  const { charging, outing } = box;
  const { absorbV } = CHEMISTRY[bank.chemistry];
  const cold = charging.coldestC;
  const coldestIn = (hours: readonly number[]): number | undefined =>
    hours.length === 0
      ? undefined
      : Math.min(...hours.map((h) => airAtC(outing.airC, outing.warmestC, h))) + box.bank.warmerK;
  const endH = outing.startH + outing.durationH;
  // a vehicle is where the outing is, and as cold
  const outsideC = fedOutside(box) ? coldestIn(hoursOf(outing.startH, endH)) : undefined;
  const usualC = outsideC ?? INDOORS_C;
  const ground: Ground = {
    box,
    absorbV,
    volts: valueOf(charging.chargerV, absorbV),
    amps: charging.chargerA.is === 'unknown' ? undefined : chargerA(box, bank),
    endH,
    home: { coldestC: cold.is === 'unknown' ? undefined : (valueOf(cold, usualC) ?? usualC), when: 'home' },
    coldestIn
  };
  return [...chargersOf(ground), ...sunOf(ground), ...builtInOf(ground)];
}

/** The charger at home, and the same one plugged in on the outing. */
function chargersOf({ box, volts, amps, endH, home, coldestIn }: Ground): ChargeSource[] {
  const { charging } = box;
  const portId = chargePortId(box);
  const same = { partId: undefined, currentA: amps, volts };
  const shut = mayBeShut(box, portId);
  const out: ChargeSource[] = [];
  if (charging.path.is !== 'none')
    out.push({ id: 'charger', name: 'the charger', portId, ...same, whileShut: shut, ...home });
  const plugged = chargedOnOuting(box);
  if (plugged.length)
    out.push({
      id: 'plugged',
      name: 'the charger plugged in on the outing',
      portId: outingPortId(box),
      ...same,
      whileShut: true,
      coldestC: coldestIn(
        plugged.flatMap((s) => hoursOf(Math.max(s.startH, box.outing.startH), Math.min(s.endH, endH)))
      ),
      when: 'outing'
    });
  return out;
}

/**
 * Whether the charger at home can charge while the lid is shut: where it is plugged in somewhere or meant to be, where nobody
 * knows how, and where an outlet would take it. With none of these it is clipped on the posts.
 */
function mayBeShut(box: Box, portId: string | undefined): boolean {
  const { path } = box.charging;
  if (path.is === 'set') return path.value !== 'lid-open';
  return portId !== undefined || path.is === 'unknown' || plainOutlets(box).length > 0;
}

/** The panel on the outing, and through the season. */
function sunOf({ box, volts, absorbV, coldestIn }: Ground): ChargeSource[] {
  const { solar } = box.charging;
  if (!solar) return [];
  const inside = solar.fit === 'inside';
  const common = {
    portId: inside ? undefined : panelInletId(box),
    partId: inside ? 'SC' : undefined,
    currentA: sunMostA(solar, volts ?? absorbV),
    volts: solar.controller === 'none' ? solar.openV : volts,
    whileShut: true
  };
  const out: ChargeSource[] = [];
  if (solar.duringOuting)
    out.push({
      id: 'sun',
      name: 'the sun on the outing',
      ...common,
      coldestC: coldestIn(sunHours(box, solar)),
      when: 'outing'
    });
  if (box.season?.useSun) {
    const { coldestC } = seasonAirC(box)!;
    out.push({ id: 'season-sun', name: 'the sun through the season', ...common, coldestC, when: 'season' });
  }
  return out;
}

/** What lives in the box: at home from the mains, on the way from another 12 V source. */
const builtInOf = ({ box, absorbV, endH, home, coldestIn }: Ground): ChargeSource[] =>
  box.charging.builtIn.map((c, i): ChargeSource => {
    const away = c.input === 'dc';
    return {
      id: `built-in-${c.id}`,
      name: chargerName(c),
      portId: undefined,
      partId: `CG${i + 1}`,
      currentA: builtInA(c),
      volts: valueOf(c.voltageV, absorbV),
      whileShut: c.lidShut !== 'no',
      coldestC: away ? coldestIn(hoursOf(box.outing.startH, endH)) : home.coldestC,
      when: away ? 'outing' : 'home'
    };
  });

const hoursOf = (fromH: number, toH: number): number[] => {
  const out: number[] = [];
  for (let h = fromH; h < toH; h += HOUR_STEP) out.push(h);
  return out;
};

/** Hours of the outing in which the panel gives something; all daylight while place or day are missing. */
function sunHours(box: Box, solar: Solar): number[] {
  const { startH, durationH } = box.outing;
  const hours = hoursOf(startH, startH + Math.min(durationH, 24 * 14));
  const amps = solarCurrent(box, solar);
  if (amps) return hours.filter((h) => amps(h, solar.maxPowerV * 0.7, box.outing.airC) > 0);
  return hours.filter((h) => h % 24 >= DAYLIGHT_H.from && h % 24 < DAYLIGHT_H.to);
}

/** Sources that can push at the same time: the charger or its twin on the outing counts once, the sun of trip or season too. */
export function together(sources: readonly ChargeSource[]): ChargeSource[] {
  const has = (id: string) => sources.some((s) => s.id === id);
  return sources.filter((s) => !(s.id === 'plugged' && has('charger')) && !(s.id === 'season-sun' && has('sun')));
}

/** What can push at the same time in all, A; unknown currents count as none. */
export const togetherA = (sources: readonly ChargeSource[]): number =>
  together(sources).reduce((sum, s) => sum + (s.currentA ?? 0), 0);

/** Where a source comes in: its part, or the contacts of its port; undefined when it is clipped on the posts. */
export const placeOfSource = (
  s: Pick<ChargeSource, 'partId' | 'portId'>,
  circuits: readonly { circuit: { portId: string }; portTag: string }[]
): string | undefined => s.partId ?? circuits.find((c) => c.circuit.portId === s.portId)?.portTag;
