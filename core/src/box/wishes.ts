import type { Wishes } from './wishes-schema.ts';

/** Wishes while nobody has said any. */
export const NO_WISHES: Wishes = {
  batteryPartId: null,
  batteryAgeYears: 0,
  batteryCount: null,
  chemistries: [],
  casePartId: null,
  outletPartIds: [],
  mostKg: null,
  mostAmount: null,
  leastChanceFraction: 0.8,
  noSoldering: false,
  control: 'usual',
  spread: 'usual',
  meter: 'usual',
  charging: 'usual'
};
