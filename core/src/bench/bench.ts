import type { Bank } from '../battery/bank.ts';
import { CHEMISTRY } from '../battery/chemistry.ts';
import type { Box } from '../box/schema.ts';
import type { CaseFit } from '../case/fit.ts';
import type { Demand } from '../demand/demand.ts';
import type { PanelPlan } from '../panel/panel.ts';
import type { RunList } from '../wiring/run-list.ts';
import type { WiringPlan } from '../wiring/types.ts';
import type { KitLine } from '../kit/kit.ts';
import { fuseCard, type CardRow } from './fuse-card.ts';
import { testRows, type TestRow } from './tests.ts';
import { schedule } from './work/schedule.ts';
import { workSteps, type WorkStep } from './work/steps.ts';

export type Bench = {
  /** In the order in which one person does them soonest. */
  steps: WorkStep[];
  tests: TestRow[];
  card: CardRow[];
  cautions: string[];
};

/** Short cautions that stand once on every sheet. @source electrical reference 11 */
const CAUTIONS = {
  always: [
    'A spanner or ring across the battery posts passes hundreds of amps: take jewellery off, cover the posts, fit the main fuse last, disconnect negative first.',
    'A fuse protects wire, not loose crimps: tug every crimp and feel for warmth in the first hour.',
    'Do not open battery packs. A swollen, leaking or hot pack: stop, take it outdoors, do not charge it.',
    'Not for navigation lights, bilge pumps, rescue or medical equipment as the only supply. Vehicles and boats follow their own codes.'
  ],
  lithium: 'Never charge below 0 °C; charge on a hard surface, attended, with the charger made for it.',
  lead: 'Charging makes hydrogen: open the lid, ventilate, no sparks. Acid burns: protect your eyes.'
};

/** How to build this box, in a workable order, with the sheets the bench needs. */
export function bench(
  box: Box,
  parts: {
    bank: Bank | undefined;
    fit: CaseFit | undefined;
    panel: PanelPlan | undefined;
    wiring: WiringPlan;
    runs: RunList;
    demand: Demand;
    lines: readonly KitLine[];
  }
): Bench {
  const { bank, fit, panel, wiring, runs, demand } = parts;
  const data = bank && CHEMISTRY[bank.chemistry];
  const card = fuseCard(wiring);
  let steps: WorkStep[] | undefined;
  let tests: TestRow[] | undefined;
  return {
    // worked out when somebody looks: most plans are only trials
    get steps() {
      return (steps ??= inOrder(workSteps({ box, bank, fit, panel, wiring, runs, card, lines: parts.lines })));
    },
    get tests() {
      return (tests ??= bank ? testRows({ box, bank, fit, panel, wiring, runs, demand }) : []);
    },
    card,
    cautions: [
      ...CAUTIONS.always,
      ...(data?.isLithium ? [CAUTIONS.lithium] : []),
      ...(data?.isLead ? [CAUTIONS.lead] : [])
    ]
  };
}

/** The graph in the order of the work: what cures is begun early. */
function inOrder(steps: readonly WorkStep[]): WorkStep[] {
  const byId = new Map(steps.map((s) => [s.id, s]));
  return schedule(steps).slots.map((s) => byId.get(s.id)!);
}
