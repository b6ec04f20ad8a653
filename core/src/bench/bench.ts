import { saidIn } from '../quantity/said.ts';
import type { Bank } from '../battery/bank.ts';
import { CHEMISTRY } from '../battery/chemistry.ts';
import { openCircuitV, sagMilliOhm } from '../battery/model.ts';
import { panelPartOf, portTags } from '../box/lookup.ts';
import type { Box } from '../box/schema.ts';
import type { CaseFit } from '../case/fit.ts';
import type { Demand } from '../demand/demand.ts';
import { holesToDrill } from '../drill/schedule.ts';
import type { PanelPlan } from '../panel/panel.ts';
import { ampsText, fixed } from '../quantity/format.ts';
import { standbyDraws } from '../wiring/standby.ts';
import type { RunList } from '../wiring/run-list.ts';
import type { WiringPlan } from '../wiring/types.ts';
import { fuseCard, fusesInOrder, type CardRow } from './fuse-card.ts';
import { joinStep } from './join-step.ts';

export type Step = { id: string; title: string; detail: string; caution: string | null };
export type TestRow = { id: string; what: string; where: string; expected: string; unit: string; why: string };

export type Bench = {
  steps: Step[];
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
  }
): Bench {
  const { bank, fit, panel, wiring, runs, demand } = parts;
  const data = bank && CHEMISTRY[bank.chemistry];
  const card = fuseCard(wiring);
  return {
    steps: steps(box, { bank, fit, holeCount: panel ? holesToDrill(box, panel) : 0, wiring, runs, card }),
    tests: bank ? testRows(box, bank, wiring, demand) : [],
    card,
    cautions: [
      ...CAUTIONS.always,
      ...(data?.isLithium ? [CAUTIONS.lithium] : []),
      ...(data?.isLead ? [CAUTIONS.lead] : [])
    ]
  };
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

function steps(
  box: Box,
  p: {
    bank: Bank | undefined;
    fit: CaseFit | undefined;
    holeCount: number;
    wiring: WiringPlan;
    runs: RunList;
    card: CardRow[];
  }
): Step[] {
  const out: Step[] = [];
  const step = (id: string, title: string, detail: string, caution: string | null = null) =>
    out.push({ id, title, detail, caution });
  const { wiring, fit, bank } = p;
  step(
    'mock',
    'Mock it up',
    'Put battery, fuse block and every panel part in place with tape. Open and close the lid. Compare with the plan view before anything is cut.'
  );
  if (p.holeCount > 0) {
    step(
      'measure',
      'Measure your parts',
      'Caliper on every panel part: hole and depth behind the wall. Enter what differs; the checks run again.'
    );
    step(
      'mark',
      `Mark ${p.holeCount} holes`,
      'From the left edge and up from the inner floor, seen from outside. Tape first; punch the centres.'
    );
    step(
      'drill',
      'Drill',
      `Pilot ${saidIn(box.preferences).mm(fit?.part.material === 'steel' ? 4 : 3)}, wood clamped behind, slowly. Under the size and filed beats over it.`,
      'Eye protection; clamp the case.'
    );
    step(
      'deburr',
      'Deburr and try every part',
      fit?.part.material === 'steel'
        ? 'Paint the cut edges and let them dry before anything is fitted.'
        : 'Every part must drop in by hand; no force.'
    );
  }
  step(
    'cut',
    `Cut ${p.runs.runs.reduce((n, r) => n + r.count, 0)} wires`,
    'From the cut list. Sleeve before crimp, tug every crimp.'
  );
  const cords = cordsOf(box, wiring);
  if (cords)
    step(
      'cords',
      'Thread the cords, terminals after',
      `${cords}: thread nut, seal and body over each cord and through its gland before any terminal is crimped; a terminal does not go through. The nut must stay reachable when the box is closed.`,
      'Armour ends in the gland, its cut end sleeved: it is a conductor.'
    );
  step(
    'harness',
    'Make the harness outside the case',
    `Fuse block, ${wiring.circuits.length} circuits and their returns on the bench; label both ends. Fuses stay out.`
  );
  if (p.holeCount > 0)
    step(
      'fit-parts',
      'Fit the panel parts',
      'Gasket or neutral-cure silicone under each flange. Hand-tight plus a quarter turn.',
      'No acetic-cure (vinegar-smelling) silicone: it corrodes copper.'
    );
  step(
    'wire',
    'Connect',
    'Returns first, positives next, the battery not yet. Tie every wire within 50 mm of its terminal.'
  );
  if (box.charging.solar?.fit === 'inside')
    step(
      'solar',
      'Join the solar controller',
      'Battery to the controller first, through its fuse; the panel last. To take it apart: panel off first.',
      'A panel in the sun cannot be switched off: cover it while you work.'
    );
  if (wiring.shunt)
    step(
      'shunt',
      'Check the shunt',
      'Every return lands on its load side; only the battery’s negative is on the other.'
    );
  step(
    'hold',
    'Hold the battery',
    box.bank.holdDown.is === 'set'
      ? `By ${box.bank.holdDown.value}. Turn the closed box over and shake it: nothing moves.`
      : 'Strap over the top, foam at the sides. Turn the closed box over and shake it: nothing moves.'
  );
  const join = joinStep(box, p.runs);
  if (bank && join) step('join', join.title, join.detail, join.caution);
  step(
    'test-dead',
    'Test without the battery',
    'Resistance from + to − at the fuse block, all switches on: see the test sheet.'
  );
  step('fuse', 'Fuses in, main fuse last', fusesInOrder(p.card), 'Cover the battery posts while you work.');
  step('test-live', 'Test with the battery', 'Every reading on the test sheet; write down what you measured.');
  if (bank)
    step(
      'charge',
      'First full charge',
      `${CHEMISTRY[bank.chemistry].absorbV} V charger for ${CHEMISTRY[bank.chemistry].name}.`,
      CHEMISTRY[bank.chemistry].isLead ? 'Lid open.' : 'Above 0 °C, attended.'
    );
  step('card', 'Card inside the lid', 'Fuse map, switch positions, how to charge; the date of the first charge.');
  return out;
}

/** Glands with a cord in them: a circuit that is wired inside, or a feed that comes in. */
function cordsOf(box: Box, wiring: WiringPlan): string {
  const tags = portTags(box, wiring.main.masterPortId);
  const through = box.feeds.flatMap((f) => (f.throughPortId.is === 'set' ? [f.throughPortId.value] : []));
  return box.ports
    .filter((p) => panelPartOf(box, p)?.role === 'gland')
    .filter((p) => through.includes(p.id) || box.circuits.some((c) => c.portId === p.id))
    .map((p) => `${tags[p.id] ?? ''} ${p.name}`.trim())
    .join(', ');
}
