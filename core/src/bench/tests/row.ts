import type { Bank } from '../../battery/bank.ts';
import type { Box } from '../../box/schema.ts';
import type { CaseFit } from '../../case/fit.ts';
import type { Demand } from '../../demand/demand.ts';
import type { PanelPlan } from '../../panel/panel.ts';
import type { QuantityKind } from '../../quantity/units.ts';
import type { Level } from '../../trials/finder.ts';
import type { NetPart } from '../../wiring/netlist.ts';
import type { RunList } from '../../wiring/run-list.ts';
import type { CircuitPlan, WiringPlan } from '../../wiring/types.ts';

/** Before there is power, at the first power, under load, with water, over hours: in this order it is safe. */
export const TEST_STAGES = ['dead', 'first', 'load', 'water', 'capacity'] as const;
export type TestStage = (typeof TEST_STAGES)[number];
export const TEST_STAGE_WORDS: Record<TestStage, string> = {
  dead: 'Before there is power',
  first: 'First power',
  load: 'Under load',
  water: 'Water',
  capacity: 'Capacity'
};

export type TestRow = {
  id: string;
  stage: TestStage;
  what: string;
  where: string;
  expected: string;
  unit: string;
  why: string;
  /** What is typed, and between what it passes; undefined: it is so, or it is not. */
  kind: Extract<QuantityKind, 'resistance' | 'voltage' | 'current' | 'temperature' | 'capacity' | 'power'> | undefined;
  low: number | undefined;
  high: number | undefined;
  /** It must be measured against the battery's own voltage of the day. */
  drop: { atRestV: number } | undefined;
  /** What it likely is when it reads too little, too much, or is not so. */
  causes: { low: string; high: string };
  /** What the fault finder starts from when it reads too little. */
  seen: { portTag: string; level: Level } | undefined;
  /** Device whose draw this reading can take the place of: what it should draw here, and what idles beside it. */
  draws: { deviceId: string; peakA: number; idleA: number } | undefined;
  /** Port whose contacts this reading can take the place of: what flows, and the resistance of everything else on the way. */
  resists: { portId: string; currentA: number; elseMilliOhm: number } | undefined;
};

export type Sources = {
  box: Box;
  bank: Bank;
  fit: CaseFit | undefined;
  panel: PanelPlan | undefined;
  wiring: WiringPlan;
  runs: RunList;
  demand: Demand;
};

/** Share of a figure a hobby meter and a moving load leave open, and what it shows at nothing. @source rule of thumb: 3½ digits, loads swing */
export const OPEN = { loadFraction: 0.3, dropFraction: 0.4, volts: 0.1, milliAmps: 3 } as const;
/** Three quarters full: what the sheet reckons with. */
export const AT_SOC = 0.75;

export type Given = Partial<TestRow> & Pick<TestRow, 'id' | 'what' | 'where'>;
/** A row with what is usual where nothing is said. */
export const row = (stage: TestStage, given: Given): TestRow => ({
  stage,
  expected: 'yes',
  unit: '',
  why: '',
  kind: undefined,
  low: undefined,
  high: undefined,
  drop: undefined,
  causes: { low: 'Look at it again, then at what it hangs on.', high: '' },
  seen: undefined,
  draws: undefined,
  resists: undefined,
  ...given
});

/** What a part of the circuit is in the document: stays the same when tags are counted anew. */
export const placeId = (p: NetPart): string => ('id' in p.ref ? p.ref.id : p.id);

/** Circuits that feed something. */
export const loads = (wiring: WiringPlan): CircuitPlan[] => wiring.circuits.filter((c) => c.circuit.purpose === 'load');
