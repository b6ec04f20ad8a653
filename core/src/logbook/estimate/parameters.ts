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
  'draw' | 'box' | 'capacity' | 'resistance' | 'self-discharge' | 'standby' | 'sun' | 'meter-offset' | 'table';

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
function modelledCapacity(box: Box, plan: Pick<Plan, 'bank'>): { mean: number; spread: number } | undefined {
  const b = plan.bank;
  if (!b) return undefined;
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

/**
 * What there is to learn of this box and its battery, each with what the plan believes before any record. Draws that were
 * taken over from the logbook start from what was believed before that, so that no record counts twice.
 */
export function parameters(box: Box, plan: Plan): Parameter[] {
  const out: Parameter[] = plan.demand.devices.flatMap((d): Parameter[] => {
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
  if (plan.demand.box.chargeAh > 0)
    out.push({
      key: 'box',
      kind: 'box',
      id: '',
      name: 'The box itself',
      unit: '×',
      mean: 1,
      spread: PRIOR.boxFraction,
      plan: { mean: 1, spread: PRIOR.boxFraction }
    });
  const b = plan.bank;
  const capacity = modelledCapacity(box, plan);
  const learnt = bankLearnt(box);
  if (b && capacity) {
    out.push({
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
    });
    out.push({
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
    });
    const self = selfDischargePerMonth(b.chemistry, Math.min(45, Math.max(0, box.charging.storageC)));
    out.push({
      key: 'self-discharge',
      kind: 'self-discharge',
      id: '',
      name: 'Self-discharge',
      unit: 'a month',
      mean: self,
      spread: self * PRIOR.selfDischarge,
      plan: { mean: learnt?.selfDischargeFraction ?? self, spread: self * PRIOR.selfDischarge }
    });
    const drainA = storagePlan({ ...box, bank: { ...box.bank, learnt: null } }, plan)?.drainA ?? 0;
    const standbySpread = Math.hypot(drainA * PRIOR.standbyFraction, PRIOR.standbyA);
    out.push({
      key: 'standby',
      kind: 'standby',
      id: '',
      name: 'Drain while off',
      unit: 'A',
      mean: drainA,
      spread: standbySpread,
      plan: { mean: learnt?.standbyA ?? drainA, spread: standbySpread }
    });
  }
  if (b && !b.assumedChemistry) {
    // the tables' stated fit holds about nine of ten packs
    const spread = TABLE_SPREAD_V[b.chemistry] / NINE_OF_TEN;
    out.push({
      key: 'table',
      kind: 'table',
      id: '',
      name: 'Rested voltage against the table',
      unit: 'V',
      mean: 0,
      spread,
      plan: { mean: 0, spread }
    });
  }
  const { solar } = box.charging;
  if (solar && solar.unshadedFraction > 0) {
    const learnt = solar.learnt?.atFraction === solar.unshadedFraction ? solar.learnt : null;
    const mean = learnt ? learnt.fromFraction / solar.unshadedFraction : 1;
    out.push({
      key: 'sun',
      kind: 'sun',
      id: '',
      name: 'Yield of the sun',
      unit: '×',
      mean,
      spread: mean * PRIOR.sun,
      plan: { mean: 1, spread: PRIOR.sun }
    });
  }
  out.push({
    key: 'meter-offset',
    kind: 'meter-offset',
    id: '',
    name: 'Offset of the meter',
    unit: 'A',
    mean: 0,
    spread: PRIOR.meterOffsetA,
    plan: { mean: 0, spread: PRIOR.meterOffsetA }
  });
  return out;
}
