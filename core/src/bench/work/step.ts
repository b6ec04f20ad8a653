import type { Bank } from '../../battery/bank.ts';
import type { Box } from '../../box/schema.ts';
import type { CaseFit } from '../../case/fit.ts';
import type { KitLine } from '../../kit/kit.ts';
import type { PanelPlan } from '../../panel/panel.ts';
import type { RunList } from '../../wiring/run-list.ts';
import type { WiringPlan } from '../../wiring/types.ts';
import type { CardRow } from '../fuse-card.ts';
import type { Job } from './schedule.ts';

/** What a step shows of the plan, and nothing else. */
export type Shows =
  | 'plan'
  | 'holes'
  | 'runs'
  | 'parts'
  | 'fuses'
  | 'tests-dead'
  | 'tests-live'
  | 'tests-load'
  | 'tests-water'
  | null;

export type WorkStep = Job & {
  title: string;
  detail: string;
  caution: string | null;
  /** What happens in the wait, in a word or two. */
  waitWhat: string | null;
  tools: string[];
  /** Kit lines that must have come. */
  lineIds: string[];
  /** Where it wants to be done; a second pair of hands. */
  place: 'warm room' | 'daylight' | 'outdoors' | null;
  hands: 1 | 2;
  shows: Shows;
};

export type StepSources = {
  box: Box;
  bank: Bank | undefined;
  fit: CaseFit | undefined;
  panel: PanelPlan | undefined;
  wiring: WiringPlan;
  runs: RunList;
  card: CardRow[];
  lines: readonly KitLine[];
};

/** A step before it is known which others this box has, and which lines of the kit it needs. */
export type Draft = Omit<WorkStep, 'lineIds'>;

/** A step with what is usual where nothing is said. */
export const draft = (
  id: string,
  title: string,
  detail: string,
  more: Partial<Omit<Draft, 'id' | 'title' | 'detail'>>
): Draft => ({
  id,
  title,
  detail,
  caution: null,
  after: [],
  workMin: 10,
  waitMin: 0,
  waitWhat: null,
  tools: [],
  place: null,
  hands: 1,
  shows: null,
  ...more
});
