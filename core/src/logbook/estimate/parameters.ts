import type { Bank } from '../../battery/bank.ts';
import { bankLearnt } from '../../battery/learnt.ts';
import { selfDischargePerMonth, stateOfHealth } from '../../battery/model.ts';
import { TABLE_SPREAD_V } from '../../battery/voltage.ts';
import type { Box } from '../../box/schema.ts';
import { storagePlan } from '../../charge/storage.ts';
import type { Plan } from '../../evaluate.ts';
import { NINE_OF_TEN } from '../../outing/normal.ts';
import { CAPACITY_SPREAD_FRACTION } from '../../outing/outing.ts';
import { learntOf, spreadOfDevice } from '../../demand/spread.ts';

export type ParameterKind =
  | 'draw'
  | 'box'
  | 'capacity'
  | 'resistance'
  | 'self-discharge'
  | 'standby'
  | 'sun'
  | 'meter-offset'
  | 'table';

/** One thing that the records tell about. */
export type Parameter = {
  key: string;
  kind: ParameterKind;
  /** Device of a draw; empty for the rest. */
  id: string;
  name: string;
  /** Of the draw, of the box's own, of resistance and sun: factor on what the plan has now. Capacity Ah, standby and offset A, self-discharge a share a month. */
  unit: '×' | 'Ah' | 'A' | 'V' | 'a month';
  mean: number;
  spread: number;
  /** What the plan has now, which is more than was believed where something was taken over. */
  plan: { mean: number; spread: number };
};

/** One standard deviation of what is believed before anything was recorded. @source rules of thumb where the plan has no spread of its own: quiescent draws, sky, storage and shunts without a name vary about so much */
const PRIOR = {
  boxFraction: 0.3,
  /** Of what age is taken to have cost. */
  ageShare: 0.4,
  resistance: 0.35,
  selfDischarge: 0.5,
  standbyFraction: 0.5,
  standbyA: 0.001,
  sun: 0.3,
  meterOffsetA: 0.01
} as const;

/** Share of its capacity by which a battery may stray within a year besides its age. @source rule of thumb */
export const CAPACITY_WANDER_A_YEAR = 0.03;

/** Capacity that the plan's own model gives the bank, whatever was learnt: Ah at 25 °C, and its spread. */
function modelledCapacity(box: Box, b: Bank): { mean: number; spread: number } {
  const depthFraction = Math.min(1, Math.max(0.3, 1 - b.keepBackFraction));
  const health =
    b.packs.reduce(
      (s, p) =>
        s +
        stateOfHealth(b.chemistry, {
          ageYears: p.ageYears,
          cycleCount: p.ageYears * box.bank.outingsPerYear,
          depthFraction,
          tempC: 25
        }),
      0
    ) / b.count;
  const mean = b.ratedAh * health;
  const unknownAge = box.bank.ageYears === 'unknown' ? 0.1 : 0;
  return {
    mean,
    spread: b.ratedAh * Math.hypot(health * CAPACITY_SPREAD_FRACTION, (1 - health) * PRIOR.ageShare, unknownAge)
  };
}

/** Draws that were taken over from the logbook start from what was believed before that, so that no record counts twice. */
const draws = (box: Box, plan: Plan): Parameter[] =>
  plan.demand.devices.flatMap((d): Parameter[] => {
    const device = box.devices.find((k) => k.id === d.deviceId)!;
    if (d.meanA <= 0) return [];
    const prior = learntOf(device) ?? { priorFactor: 1, priorSpreadFraction: spreadOfDevice(device) };
    return [
      {
        key: `draw ${d.deviceId}`,
        kind: 'draw',
        id: d.deviceId,
        name: d.name,
        unit: '×',
        mean: prior.priorFactor,
        spread: prior.priorFactor * prior.priorSpreadFraction,
        plan: { mean: 1, spread: spreadOfDevice(device) }
      }
    ];
  });

/** The packs: what they hold, their resistance, what they lose by themselves and what is drawn while all is off. */
function battery(box: Box, plan: Plan, b: Bank): Parameter[] {
  const capacity = modelledCapacity(box, b);
  const learnt = bankLearnt(box);
  const self = selfDischargePerMonth(b.chemistry, Math.min(45, Math.max(0, box.charging.storageC)));
  const drainA = storagePlan({ ...box, bank: { ...box.bank, learnt: null } }, plan)?.drainA ?? 0;
  const standbySpread = Math.hypot(drainA * PRIOR.standbyFraction, PRIOR.standbyA);
  return [
    {
      key: 'capacity',
      kind: 'capacity',
      id: '',
      name: 'Capacity',
      unit: 'Ah',
      ...capacity,
      plan: {
        mean: b.ratedAh * b.healthFraction,
        spread: learnt?.capacityAh ? learnt.capacitySpreadAh : capacity.spread
      }
    },
    {
      key: 'resistance',
      kind: 'resistance',
      id: '',
      name: 'Resistance of the battery',
      unit: '×',
      mean: 1,
      spread: PRIOR.resistance,
      plan: learnt?.resistanceFactor
        ? { mean: learnt.resistanceFactor, spread: learnt.resistanceSpread }
        : { mean: 1, spread: PRIOR.resistance }
    },
    {
      key: 'self-discharge',
      kind: 'self-discharge',
      id: '',
      name: 'Self-discharge',
      unit: 'a month',
      mean: self,
      spread: self * PRIOR.selfDischarge,
      plan: { mean: learnt?.selfDischargeFraction ?? self, spread: self * PRIOR.selfDischarge }
    },
    {
      key: 'standby',
      kind: 'standby',
      id: '',
      name: 'Drain while off',
      unit: 'A',
      mean: drainA,
      spread: standbySpread,
      plan: { mean: learnt?.standbyA ?? drainA, spread: standbySpread }
    },
    ...(b.assumedChemistry ? [] : [table(b)])
  ];
}

/** How far a pack of its kind may stray from the table of rested voltages. */
function table(b: Bank): Parameter {
  // the tables' stated fit holds about nine of ten packs
  const spread = TABLE_SPREAD_V[b.chemistry] / NINE_OF_TEN;
  return {
    key: 'table',
    kind: 'table',
    id: '',
    name: 'Rested voltage against the table',
    unit: 'V',
    mean: 0,
    spread,
    plan: { mean: 0, spread }
  };
}

function sun({ charging: { solar } }: Box): Parameter[] {
  if (!solar || solar.unshadedFraction <= 0) return [];
  const learnt = solar.learnt?.atFraction === solar.unshadedFraction ? solar.learnt : null;
  const mean = learnt ? learnt.fromFraction / solar.unshadedFraction : 1;
  return [
    {
      key: 'sun',
      kind: 'sun',
      id: '',
      name: 'Yield of the sun',
      unit: '×',
      mean,
      spread: mean * PRIOR.sun,
      plan: { mean: 1, spread: PRIOR.sun }
    }
  ];
}

/** The box's own draw, where it has one. */
const ofTheBox = (plan: Plan): Parameter[] =>
  plan.demand.box.chargeAh > 0
    ? [
        {
          key: 'box',
          kind: 'box',
          id: '',
          name: 'The box itself',
          unit: '×',
          mean: 1,
          spread: PRIOR.boxFraction,
          plan: { mean: 1, spread: PRIOR.boxFraction }
        }
      ]
    : [];

/** What there is to learn of this box and its battery, each with what the plan believes before any record. */
export const parameters = (box: Box, plan: Plan): Parameter[] => [
  ...draws(box, plan),
  ...ofTheBox(plan),
  ...(plan.bank ? battery(box, plan, plan.bank) : []),
  ...sun(box),
  {
    key: 'meter-offset',
    kind: 'meter-offset',
    id: '',
    name: 'Offset of the meter',
    unit: 'A',
    mean: 0,
    spread: PRIOR.meterOffsetA,
    plan: { mean: 0, spread: PRIOR.meterOffsetA }
  }
];
