import type { Bank } from '../battery/bank.ts';
import { CHEMISTRY } from '../battery/chemistry.ts';
import { openCircuitV, sagMilliOhm } from '../battery/model.ts';
import type { Box } from '../box/schema.ts';
import type { CaseFit } from '../case/fit.ts';
import type { Demand } from '../demand/demand.ts';
import type { PanelPlan } from '../panel/panel.ts';
import { ampsText, fixed } from '../quantity/format.ts';
import { standbyDraws } from '../wiring/standby.ts';
import type { RunList } from '../wiring/run-list.ts';
import type { WiringPlan } from '../wiring/types.ts';
import type { KitLine } from '../kit/kit.ts';
import { fuseCard, type CardRow } from './fuse-card.ts';
import { schedule } from './work/schedule.ts';
import { workSteps, type WorkStep } from './work/steps.ts';

export type TestRow = { id: string; what: string; where: string; expected: string; unit: string; why: string };

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
  return {
    steps: inOrder(workSteps({ box, bank, fit, panel, wiring, runs, card, lines: parts.lines })),
    tests: bank ? testRows(box, bank, wiring, demand) : [],
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

/** Expected readings at three quarters charge, from this design. */
function testRows(box: Box, bank: Bank, wiring: WiringPlan, demand: Demand): TestRow[] {
  const soc = 0.75;
  const restV = openCircuitV(bank.chemistry, soc);
  const batteryMilliOhm = sagMilliOhm(bank.chemistry, bank.part.capacityAh, 20, soc) / bank.count;
  const reach = wiring.netlist.parts.some((p) => p.kind === 'fuse-block')
    ? 'fuse block'
    : (wiring.circuits[0]?.portTag ?? 'battery leads');
  const rows: TestRow[] = [
    {
      id: 'short',
      what: `Resistance + to − at the ${reach}, battery off, master on, nothing plugged in`,
      where: reach,
      expected: 'over 1000',
      unit: 'ohm',
      why: 'less means a short or a part that is on'
    },
    {
      id: 'rest',
      what: 'Battery at rest for an hour, 20 °C, about three quarters full',
      where: 'battery posts',
      expected: fixed(restV, 2),
      unit: 'V',
      why: 'from the battery’s own curve, ± 0.1 V'
    },
    {
      id: 'standing',
      what: 'Current with the master off, nothing plugged in',
      where: 'in the battery lead, through a meter',
      expected: fixed(standingA(box, wiring) * 1000, 0),
      unit: 'mA',
      why: 'only what is always live'
    },
    {
      id: 'idle',
      what: 'Current with the master on, nothing plugged in',
      where: 'in the battery lead, through a meter',
      expected: fixed(demand.box.currentA * 1000, 0),
      unit: 'mA',
      why: 'meters and idle converters'
    }
  ];
  for (const c of wiring.circuits) {
    if (c.circuit.purpose === 'charge') {
      rows.push({
        id: `charge-${c.circuit.id}`,
        what: `Polarity and voltage at ${c.portTag}, unplugged`,
        where: c.portTag,
        expected: fixed(restV, 2),
        unit: 'V',
        why: 'the inlet is always live: + must be the shrouded side'
      });
      continue;
    }
    if (c.portPart?.converterRatedW) {
      rows.push({
        id: `port-${c.circuit.id}`,
        what: `Output of ${c.portTag} with ${c.feeds} plugged in`,
        where: c.portTag,
        expected: 'it charges',
        unit: '',
        why: `takes ${ampsText(c.lowLoadA)} A at ${fixed(wiring.lowV, 1)} V`
      });
      continue;
    }
    const loadedV = restV - (c.lowLoadA * (batteryMilliOhm + wiring.main.commonMilliOhm + c.branchMilliOhm)) / 1000;
    rows.push({
      id: `port-${c.circuit.id}`,
      what: `${c.portTag} with ${ampsText(c.lowLoadA)} A flowing (${c.feeds}), others off`,
      where: c.portTag,
      expected: fixed(loadedV, 2),
      unit: 'V',
      why: `${fixed(restV, 2)} V less ${fixed(restV - loadedV, 2)} V in battery and wiring`
    });
  }
  return rows;
}

const standingA = (box: Box, wiring: WiringPlan): number =>
  standbyDraws(box, wiring).reduce((sum, d) => sum + d.currentA, 0);
