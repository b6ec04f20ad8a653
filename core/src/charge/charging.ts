import { saidIn, type Said } from '../quantity/said.ts';
import { CHEMISTRY } from '../battery/chemistry.ts';
import { ventOpeningCm2 } from '../battery/model.ts';
import { valueOf } from '../box/lookup.ts';
import type { Box } from '../box/schema.ts';
import type { KnownChemistry } from '../catalogue/part.ts';
import type { Plan } from '../evaluate.ts';
import { ampsText, fixed } from '../quantity/format.ts';
import { chargeWay, type ChargeWay } from './charge-way.ts';
import { chargeProfile, hoursToFull } from './hours.ts';
import { line, type Working } from '../quantity/working.ts';
import { chargerA } from '../wiring/charger.ts';

/** Float voltage and temperature coefficients of the pack; null = do not float. @source electrical reference 6 */
const FLOAT: Record<KnownChemistry, { floatV: number | null; absorbMvPerK: number; floatMvPerK: number }> = {
  lfp: { floatV: null, absorbMvPerK: 0, floatMvPerK: 0 },
  agm: { floatV: 13.6, absorbMvPerK: -24, floatMvPerK: -18 },
  gel: { floatV: 13.6, absorbMvPerK: -24, floatMvPerK: -18 },
  flooded: { floatV: 13.3, absorbMvPerK: -30, floatMvPerK: -18 },
  nmc3: { floatV: null, absorbMvPerK: 0, floatMvPerK: 0 },
  nmc4: { floatV: null, absorbMvPerK: 0, floatMvPerK: 0 }
};
/** Mains charger input over output. @source electrical reference 6 */
const CHARGER_EFFICIENCY = 0.88;
/** Energy kept of what is put in. @source electrical reference 6 */
const ENERGY_EFFICIENCY: Record<KnownChemistry, number> = {
  lfp: 0.95,
  agm: 0.82,
  gel: 0.8,
  flooded: 0.72,
  nmc3: 0.94,
  nmc4: 0.94
};

export type ChargingPlan = {
  path: 'inlet' | 'through-port' | 'lid-open';
  pathKnown: boolean;
  /** The way its current takes, and what limits it. */
  way: ChargeWay;
  chargerA: number;
  chargerV: number;
  floatV: number | null;
  tailA: number;
  hours: { constantH: number; taperH: number; totalH: number } | undefined;
  /** With the outing's mean load running meanwhile; undefined when the load takes all of it. */
  hoursLoaded: number | undefined;
  loadA: number;
  wallWh: number;
  coldestC: number;
  hottestC: number;
  whileOff: boolean;
  vent: { needed: boolean; openingCm2: number; say: string };
  /** What the box’s own meter shows while it charges. */
  meterSay: string;
  /** What to set on a charger or controller, to be noted beside it. */
  settings: string[];
  /** What to do, in order. */
  steps: string[];
  cautions: string[];
  working: Working;
};

/** How this box is charged: path, fuse, charger, profile, hours, limits, order. Undefined without a battery. @source electrical reference 6 and 11 */
export function chargingPlan(box: Box, plan: Plan): ChargingPlan | undefined {
  const b = plan.bank;
  if (!b) return undefined;
  const data = CHEMISTRY[b.chemistry];
  const inlet = plan.wiring.circuits.find((c) => c.circuit.purpose === 'charge');
  const way = chargeWay(box, plan);
  const path = valueOf(box.charging.path, inlet ? ('inlet' as const) : ('lid-open' as const));
  const amps = chargerA(box, b) ?? 0;
  const hoursAt = (currentA: number) => hoursToFull(b, currentA);
  const { tailA, profile, longer } = chargeProfile(b);
  const hours = hoursAt(amps);
  const loadA = plan.demand.meanA;
  const storedWh = (1 - profile.fromFraction) * b.ratedAh * b.healthFraction * data.nominalV;
  const vent = ventOpeningCm2(b.chemistry, b.ratedAh);
  const lid = path === 'lid-open';
  return {
    path: path ?? 'lid-open',
    pathKnown: path !== undefined,
    way,
    chargerA: amps,
    chargerV: valueOf(box.charging.chargerV, data.absorbV) ?? data.absorbV,
    floatV: FLOAT[b.chemistry].floatV,
    tailA,
    hours,
    hoursLoaded: hoursAt(amps - loadA)?.totalH,
    loadA,
    wallWh: storedWh / (ENERGY_EFFICIENCY[b.chemistry] * CHARGER_EFFICIENCY),
    coldestC: data.chargeMinC,
    hottestC: data.chargeMaxC,
    whileOff: way.switchesOn.length === 0,
    vent: {
      needed: data.isLead,
      openingCm2: vent.areaCm2,
      say: data.isLead
        ? lid
          ? 'Charges with the lid open: the gas leaves freely. No sparks near it.'
          : `Give it two openings of ${fixed(vent.areaCm2, 1)} cm², one low, one high, or charge with the lid open.`
        : 'Gives off no gas in use; keep the vent for a fault.'
    },
    meterSay: meterSay(plan, amps, way),
    settings: settingsOf(b.chemistry, data.absorbV, tailA, saidIn(box.preferences)),
    steps: steps(box, plan, lid, way),
    cautions: cautions(data.isLithium),
    working: hoursWorking(b.ratedAh * b.healthFraction, profile, amps, hours, longer)
  };
}

/** A shunt counts what goes in less what runs meanwhile; on the wrong side of it a charger is not seen at all. */
function meterSay(plan: Plan, amps: number, way: ChargeWay): string {
  if (!plan.wiring.shunt) return 'No meter counts what goes in: full is when the charger says so.';
  const runs = way.liveMeanwhile.length > 0 ? plan.demand.meanA : 0;
  const net = amps - runs;
  const shown = `${net < 0 ? '−' : '+'}${ampsText(Math.abs(net))} A`;
  return runs > 0
    ? `The meter shows ${shown}: ${ampsText(amps)} A of the charger less ${ampsText(runs)} A that runs meanwhile; plus is into the battery.`
    : `The meter shows ${shown}: plus is into the battery. It counts up.`;
}

function settingsOf(chemistry: KnownChemistry, absorbV: number, tailA: number, said: Said): string[] {
  const f = FLOAT[chemistry];
  return [
    `Charge (absorption) ${fixed(absorbV, 1)} V, ends at ${ampsText(tailA)} A`,
    f.floatV === null ? 'Float off' : `Float ${fixed(f.floatV, 1)} V`,
    'Equalise off',
    f.absorbMvPerK === 0
      ? 'Temperature compensation off'
      : `Temperature compensation ${said.mvPerDegree(f.absorbMvPerK)} above ${said.degC(25)}`
  ];
}

/** What feeds the charger, in the order of the work. */
const FEED: Record<Box['charging']['fedFrom'], { connect: (what: string) => string; end: string }> = {
  mains: {
    connect: (what) => `Connect ${what} first, then to the mains.`,
    end: 'Stay near. Mains off first, then the box, when it is full.'
  },
  'vehicle-converter': {
    connect: (what) => `Connect ${what} first, then its converter to the vehicle’s socket, engine running.`,
    end: 'Out of the vehicle’s socket before the engine is off for long; then the box, when it is full.'
  },
  'vehicle-direct': {
    connect: () => 'Do not: a vehicle’s socket is no charger. Put a converter made for it in between.',
    end: 'Until then charge it from the mains.'
  },
  'battery-direct': {
    connect: () => 'Do not: the fuller battery pushes all that the leads pass. Put a charging converter in between.',
    end: 'Until then charge it from the mains.'
  },
  unknown: {
    connect: (what) => `Find out first what feeds it; then connect ${what}, and what feeds it last.`,
    end: 'Stay near. What feeds it off first, then the box, when it is full.'
  }
};

function steps(box: Box, plan: Plan, lid: boolean, way: ChargeWay): string[] {
  const out: string[] = [];
  if (lid) out.push('Open the lid and leave it open until done.');
  const what = way.portTag ? `the charger to ${way.portTag}` : 'the charger to the battery';
  if (way.switchesOn.length > 0) {
    const live =
      way.liveMeanwhile.length > 0
        ? ` ${way.liveMeanwhile.join(', ')} are live meanwhile: unplug or switch off what need not run.`
        : '';
    out.push(
      `Switch on ${way.switchesOn.join(' and ')}: the charge goes in through ${way.switchesOn.length > 1 ? 'them' : 'it'}.${live}`
    );
  } else if (plan.wiring.main.canSwitchOff) out.push('Switch the box off.');
  out.push(FEED[box.charging.fedFrom].connect(what));
  if (box.charging.solar)
    out.push('Sun: controller to the battery first, panel last; the other way round when taking it apart.');
  if (plan.bank!.count > 1) out.push('Packs of the bank charge together, joined as they are used.');
  out.push(FEED[box.charging.fedFrom].end);
  return out;
}

const cautions = (lithium: boolean): string[] => [
  'A charger made for this chemistry, on a hard surface, away from exits and bedding.',
  ...(lithium
    ? ['Never below 0 °C: the cells are damaged for good. Attended, always.']
    : ['Hydrogen explodes from 4 % upward: ventilate, no sparks.']),
  'A swollen, leaking, dropped or hot battery is not charged.'
];

function hoursWorking(
  capacityAh: number,
  p: { fromFraction: number; tailA: number; taperSocFraction: number; coulombicFraction: number },
  amps: number,
  hours: ChargingPlan['hours'],
  longer: number
): Working {
  return {
    id: 'charge-hours',
    title: 'Hours to full',
    formula: 'steady part = (taper − start) × capacity ÷ (amps × efficiency); then τ × ln(amps ÷ tail)',
    lines: [
      line('From', fixed(p.fromFraction * 100, 1), '%', 'computed', 'down to what is kept back'),
      line('Capacity now', fixed(capacityAh, 2), 'Ah', 'computed', 'rated, less age'),
      line('Charger', fixed(amps, 2), 'A', 'entered', 'or the usual one for this battery'),
      line('Taper begins', fixed(p.taperSocFraction * 100, 1), '%', 'table', 'current falls from here'),
      line('Of the charge stays', fixed(p.coulombicFraction * 100, 1), '%', 'table', 'coulombic efficiency'),
      line('Tail', ampsText(p.tailA), 'A', 'table', 'counts as full'),
      line(
        'Steady part',
        fixed(hours?.constantH ?? NaN, 3),
        'h',
        'computed',
        '(taper − from) × capacity ÷ (amps × efficiency)',
        '+'
      ),
      line(
        'Taper',
        fixed(hours?.taperH ?? NaN, 3),
        'h',
        'computed',
        longer > 1 ? 'lead takes 1.3 times the ideal' : 'falling by itself to the tail',
        '+'
      )
    ],
    result: { value: fixed(hours?.totalH ?? NaN, 1), unit: 'h' }
  };
}
