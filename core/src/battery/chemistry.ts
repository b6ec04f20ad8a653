import type { Chemistry, KnownChemistry } from '../catalogue/part.ts';

/**
 * Battery data by chemistry: typical figures of the electrical reference 5 and 6 (open-circuit voltage, capacity and
 * resistance against temperature, resistance constants, planning depth, life, charge limits). Ordinary packs vary:
 * OCV within 0.04-0.1 V, resistance by 0.5 to 2 times. A real label or measurement overrides.
 */
export type ChemistryData = {
  name: string;
  nominalV: number;
  /** Hour rate of the rated capacity. */
  hourRateH: number;
  peukertExponent: number;
  /** k/C + f, milliohm with C in Ah: low (fault) and high (sag) resistance. */
  faultKMilliOhmAh: number;
  faultFixedMilliOhm: number;
  sagKMilliOhmAh: number;
  sagFixedMilliOhm: number;
  /** Growth of sag resistance as it empties. */
  growth: number;
  /** Open-circuit voltage at SoC 0, 5 to 100 %, rested, 25 °C. */
  ocvV: readonly number[];
  /** Capacity and resistance factors at TEMPERATURES_C. */
  capacityFactor: readonly number[];
  resistanceFactor: readonly number[];
  cyclesAt80: number;
  lifeExponent: number;
  planningDepthFraction: number;
  absorbV: number;
  chargeMaxV: number;
  loadedCutoffV: number;
  absoluteCutoffV: number;
  chargeMinC: number;
  chargeMaxC: number;
  chargeRecommendedRate: number;
  chargeMaxRate: number;
  dischargeMaxRate: number;
  coulombicFraction: number;
  calendarYears: number;
  selfDischargePerMonthFraction: number;
  implausibleWhPerKg: number;
  cellCount: number;
  isLead: boolean;
  isLithium: boolean;
};

/** Whose figures are used for a battery nobody knows the chemistry of: the pessimistic ones of AGM; for lithium of unknown sort those of iron phosphate. */
export const usedKind = (chemistry: Chemistry): KnownChemistry =>
  chemistry === 'unknown' ? 'agm' : chemistry === 'lithium' ? 'lfp' : chemistry;

export const TEMPERATURES_C = [-20, -10, 0, 10, 20, 25, 30, 40] as const;

export const CHEMISTRY: Record<KnownChemistry, ChemistryData> = {
  lfp: {
    name: 'LiFePO4 4S',
    nominalV: 12.8,
    hourRateH: 5,
    peukertExponent: 1.03,
    faultKMilliOhmAh: 120,
    faultFixedMilliOhm: 2,
    sagKMilliOhmAh: 250,
    sagFixedMilliOhm: 8,
    growth: 0.02,
    ocvV: [
      10.8, 12.2, 12.72, 12.82, 12.9, 12.97, 13.03, 13.09, 13.13, 13.15, 13.16, 13.17, 13.19, 13.24, 13.29, 13.31,
      13.32, 13.325, 13.33, 13.35, 13.6
    ],
    capacityFactor: [0.6, 0.76, 0.88, 0.95, 0.99, 1, 1, 1.01],
    resistanceFactor: [4, 2.7, 1.9, 1.4, 1.1, 1, 0.95, 0.85],
    cyclesAt80: 3200,
    lifeExponent: 1.1,
    planningDepthFraction: 0.9,
    absorbV: 14.4,
    chargeMaxV: 14.6,
    loadedCutoffV: 12,
    absoluteCutoffV: 10,
    chargeMinC: 0,
    chargeMaxC: 45,
    chargeRecommendedRate: 0.5,
    chargeMaxRate: 1,
    dischargeMaxRate: 1,
    coulombicFraction: 0.99,
    calendarYears: 12,
    selfDischargePerMonthFraction: 0.025,
    implausibleWhPerKg: 160,
    cellCount: 4,
    isLead: false,
    isLithium: true
  },
  agm: {
    name: 'AGM / SLA',
    nominalV: 12,
    hourRateH: 20,
    peukertExponent: 1.12,
    faultKMilliOhmAh: 140,
    faultFixedMilliOhm: 2,
    sagKMilliOhmAh: 225,
    sagFixedMilliOhm: 3,
    growth: 0.35,
    ocvV: [
      11.58, 11.69, 11.77, 11.84, 11.9, 11.96, 12.02, 12.08, 12.14, 12.2, 12.26, 12.32, 12.38, 12.44, 12.5, 12.56,
      12.62, 12.68, 12.74, 12.8, 12.85
    ],
    capacityFactor: [0.55, 0.72, 0.84, 0.93, 0.98, 1, 1.02, 1.04],
    resistanceFactor: [1.9, 1.5, 1.3, 1.15, 1.03, 1, 0.98, 0.95],
    cyclesAt80: 400,
    lifeExponent: 1.1,
    planningDepthFraction: 0.5,
    absorbV: 14.6,
    chargeMaxV: 14.8,
    loadedCutoffV: 11.6,
    absoluteCutoffV: 10.5,
    chargeMinC: -15,
    chargeMaxC: 50,
    chargeRecommendedRate: 0.25,
    chargeMaxRate: 0.3,
    dischargeMaxRate: 1,
    coulombicFraction: 0.95,
    calendarYears: 6,
    selfDischargePerMonthFraction: 0.025,
    implausibleWhPerKg: 48,
    cellCount: 6,
    isLead: true,
    isLithium: false
  },
  gel: {
    name: 'Gel',
    nominalV: 12,
    hourRateH: 20,
    peukertExponent: 1.14,
    faultKMilliOhmAh: 200,
    faultFixedMilliOhm: 2,
    sagKMilliOhmAh: 350,
    sagFixedMilliOhm: 3,
    growth: 0.35,
    ocvV: [
      11.75, 11.82, 11.88, 11.94, 12, 12.05, 12.11, 12.17, 12.23, 12.29, 12.35, 12.41, 12.47, 12.53, 12.59, 12.65, 12.7,
      12.75, 12.8, 12.85, 12.9
    ],
    capacityFactor: [0.52, 0.7, 0.83, 0.92, 0.98, 1, 1.02, 1.04],
    resistanceFactor: [2.1, 1.6, 1.35, 1.15, 1.03, 1, 0.98, 0.95],
    cyclesAt80: 500,
    lifeExponent: 1.1,
    planningDepthFraction: 0.5,
    absorbV: 14.2,
    chargeMaxV: 14.4,
    loadedCutoffV: 11.7,
    absoluteCutoffV: 10.5,
    chargeMinC: -15,
    chargeMaxC: 50,
    chargeRecommendedRate: 0.2,
    chargeMaxRate: 0.25,
    dischargeMaxRate: 0.2,
    coulombicFraction: 0.94,
    calendarYears: 7,
    selfDischargePerMonthFraction: 0.02,
    implausibleWhPerKg: 45,
    cellCount: 6,
    isLead: true,
    isLithium: false
  },
  flooded: {
    name: 'Flooded deep cycle',
    nominalV: 12,
    hourRateH: 20,
    peukertExponent: 1.2,
    faultKMilliOhmAh: 200,
    faultFixedMilliOhm: 1.5,
    sagKMilliOhmAh: 350,
    sagFixedMilliOhm: 3,
    growth: 0.35,
    ocvV: [
      11.5, 11.6, 11.7, 11.78, 11.85, 11.92, 11.98, 12.04, 12.09, 12.14, 12.2, 12.25, 12.3, 12.35, 12.4, 12.45, 12.5,
      12.54, 12.58, 12.62, 12.66
    ],
    capacityFactor: [0.5, 0.68, 0.8, 0.91, 0.98, 1, 1.02, 1.05],
    resistanceFactor: [2, 1.6, 1.35, 1.15, 1.03, 1, 0.98, 0.95],
    cyclesAt80: 550,
    lifeExponent: 1.1,
    planningDepthFraction: 0.5,
    absorbV: 14.6,
    chargeMaxV: 15.8,
    loadedCutoffV: 11.6,
    absoluteCutoffV: 10.5,
    chargeMinC: -15,
    chargeMaxC: 50,
    chargeRecommendedRate: 0.15,
    chargeMaxRate: 0.25,
    dischargeMaxRate: 0.2,
    coulombicFraction: 0.88,
    calendarYears: 5,
    selfDischargePerMonthFraction: 0.06,
    implausibleWhPerKg: 48,
    cellCount: 6,
    isLead: true,
    isLithium: false
  },
  nmc3: {
    name: 'Li-ion NMC 3S',
    nominalV: 10.8,
    hourRateH: 5,
    peukertExponent: 1.04,
    faultKMilliOhmAh: 90,
    faultFixedMilliOhm: 2,
    sagKMilliOhmAh: 300,
    sagFixedMilliOhm: 8,
    growth: 0.03,
    ocvV: [
      9, 10.08, 10.38, 10.56, 10.68, 10.8, 10.89, 10.98, 11.04, 11.13, 11.25, 11.37, 11.46, 11.58, 11.7, 11.79, 11.91,
      12.03, 12.18, 12.33, 12.54
    ],
    capacityFactor: [0.6, 0.78, 0.88, 0.95, 0.99, 1, 1, 1],
    resistanceFactor: [3.5, 2.4, 1.7, 1.3, 1.07, 1, 0.95, 0.9],
    cyclesAt80: 800,
    lifeExponent: 1.2,
    planningDepthFraction: 0.8,
    absorbV: 12.6,
    chargeMaxV: 12.6,
    loadedCutoffV: 9.9,
    absoluteCutoffV: 9,
    chargeMinC: 0,
    chargeMaxC: 45,
    chargeRecommendedRate: 0.5,
    chargeMaxRate: 1,
    dischargeMaxRate: 2,
    coulombicFraction: 0.99,
    calendarYears: 8,
    selfDischargePerMonthFraction: 0.015,
    implausibleWhPerKg: 260,
    cellCount: 3,
    isLead: false,
    isLithium: true
  },
  nmc4: {
    name: 'Li-ion NMC 4S',
    nominalV: 14.4,
    hourRateH: 5,
    peukertExponent: 1.04,
    faultKMilliOhmAh: 120,
    faultFixedMilliOhm: 2,
    sagKMilliOhmAh: 400,
    sagFixedMilliOhm: 8,
    growth: 0.03,
    ocvV: [
      12, 13.44, 13.84, 14.08, 14.24, 14.4, 14.52, 14.64, 14.72, 14.84, 15, 15.16, 15.28, 15.44, 15.6, 15.72, 15.88,
      16.04, 16.24, 16.44, 16.72
    ],
    capacityFactor: [0.6, 0.78, 0.88, 0.95, 0.99, 1, 1, 1],
    resistanceFactor: [3.5, 2.4, 1.7, 1.3, 1.07, 1, 0.95, 0.9],
    cyclesAt80: 800,
    lifeExponent: 1.2,
    planningDepthFraction: 0.8,
    absorbV: 16.8,
    chargeMaxV: 16.8,
    loadedCutoffV: 13.2,
    absoluteCutoffV: 12,
    chargeMinC: 0,
    chargeMaxC: 45,
    chargeRecommendedRate: 0.5,
    chargeMaxRate: 1,
    dischargeMaxRate: 2,
    coulombicFraction: 0.99,
    calendarYears: 8,
    selfDischargePerMonthFraction: 0.015,
    implausibleWhPerKg: 260,
    cellCount: 4,
    isLead: false,
    isLithium: true
  }
};
