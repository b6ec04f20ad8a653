import { CHEMISTRY } from '../../battery/chemistry.ts';
import type { Bank } from '../../battery/bank.ts';
import { panelPartOf, portTags } from '../../box/lookup.ts';
import type { Box } from '../../box/schema.ts';
import type { CaseFit } from '../../case/fit.ts';
import { holesToDrill } from '../../drill/schedule.ts';
import type { KitLine } from '../../kit/kit.ts';
import type { PanelPlan } from '../../panel/panel.ts';
import { saidIn } from '../../quantity/said.ts';
import { reaches } from '../../sealing/sealing.ts';
import { chargerA } from '../../wiring/charger.ts';
import type { RunList } from '../../wiring/run-list.ts';
import type { WiringPlan } from '../../wiring/types.ts';
import { fusesInOrder, type CardRow } from '../fuse-card.ts';
import { joinStep } from '../join-step.ts';
import type { Job } from './schedule.ts';

/** What a step shows of the plan, and nothing else. */
export type Shows =
  'plan' | 'holes' | 'runs' | 'parts' | 'fuses' | 'tests-dead' | 'tests-live' | 'tests-load' | 'tests-water' | null;

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

/** Minutes hands on, for one box. @source rule of thumb: a careful hobbyist, tools laid out */
const MIN = {
  mock: 25,
  measurePart: 3,
  mark: 10,
  markHole: 2,
  drill: 10,
  drillHole: 5,
  deburrHole: 2,
  paint: 15,
  cut: 10,
  cutLead: 1,
  cord: 8,
  end: 2,
  part: 6,
  inside: 15,
  connectEnd: 1.5,
  solar: 15,
  shunt: 5,
  hold: 15,
  join: 20,
  dead: 10,
  deadRow: 1,
  fuses: 8,
  live: 10,
  liveRow: 2,
  load: 20,
  water: 15,
  charge: 5,
  card: 15
} as const;
/** By itself, minutes. @source data sheets as usual: neutral silicone 2 to 3 mm a day, spray paint dry to handle, a load warms its terminals through */
const WAIT = { sealant: 1440, paint: 240, load: 30 } as const;
/** Charging takes longer than amp-hours by amps: the taper. @source electrical reference 6 */
const TAPER = 1.2;

/** Kit lines each step uses up or mounts. */
const takes = (lines: readonly KitLine[], is: (l: KitLine) => boolean): string[] =>
  lines.filter(is).map((l) => l.lineId);
const starts = (l: KitLine, ...heads: string[]): boolean => heads.some((h) => l.lineId.startsWith(h));

/**
 * How to build this very box: steps as a graph, each with what it needs, how long it takes and what waits after it. What a
 * box does not have makes no step. The order prevents rework: measured before it is bought deep, gland before terminals,
 * sleeve before crimp, swarf out before the battery goes in, fuse last.
 */
export function workSteps(x: StepSources): WorkStep[] {
  const { box, bank, fit, panel, wiring, runs, lines } = x;
  const said = saidIn(box.preferences);
  const out: WorkStep[] = [];
  const has = (id: string): boolean => out.some((s) => s.id === id);
  const step = (
    id: string,
    title: string,
    detail: string,
    more: Partial<Omit<WorkStep, 'id' | 'title' | 'detail' | 'after'>> & { after?: (string | false)[] }
  ): void => {
    const { after = [], ...rest } = more;
    out.push({
      id,
      title,
      detail,
      caution: null,
      workMin: 10,
      waitMin: 0,
      waitWhat: null,
      tools: [],
      lineIds: [],
      place: null,
      hands: 1,
      shows: null,
      ...rest,
      // a step that this box does not have is not waited for
      after: after.filter((a): a is string => a !== false && has(a))
    });
  };
  const holes = panel ? holesToDrill(box, panel) : 0;
  const steel = fit?.part.material === 'steel';
  const leads = runs.runs.reduce((n, r) => n + r.count, 0);
  const data = bank && CHEMISTRY[bank.chemistry];
  const chargeA = bank && chargerA(box, bank);
  const chargeMin =
    bank && chargeA
      ? Math.ceil((60 * TAPER * bank.ratedAh * bank.healthFraction * bank.keepBackFraction) / chargeA)
      : 0;

  if (bank && data && box.charging.path.is !== 'none')
    step(
      'charge',
      'First full charge',
      `${data.absorbV} V charger for ${data.name}. Begin with it: it charges while you drill.`,
      {
        workMin: MIN.charge,
        waitMin: Math.max(60, chargeMin),
        waitWhat: 'the battery charges',
        caution: data.isLead ? 'Lid open, nothing that sparks near it.' : 'Above 0 °C, on a hard surface, attended.',
        lineIds: takes(lines, (l) => starts(l, 'battery-', 'charger-')),
        place: 'warm room'
      }
    );
  step(
    'mock',
    'Mock it up',
    'Put battery, fuse block and every panel part in place with tape. Open and close the lid. Compare with the plan view before anything is cut.',
    {
      workMin: MIN.mock,
      tools: ['tape'],
      shows: 'plan',
      lineIds: takes(lines, (l) => l.group === 'case' || l.group === 'panel' || starts(l, 'battery-', 'block-'))
    }
  );
  if (holes > 0) {
    step(
      'measure',
      'Measure your parts',
      'Caliper on every panel part: hole and depth behind the wall. Enter what differs; the checks run again.',
      {
        workMin: 5 + MIN.measurePart * box.ports.length,
        tools: ['caliper'],
        shows: 'holes',
        lineIds: takes(lines, (l) => l.group === 'panel')
      }
    );
    step(
      'mark',
      `Mark ${holes} holes`,
      'From the left edge and up from the inner floor, seen from outside. Tape first; punch the centres.',
      {
        after: ['mock', 'measure'],
        workMin: MIN.mark + MIN.markHole * holes,
        tools: ['template or rule', 'masking tape', 'centre punch'],
        shows: 'holes',
        place: 'daylight'
      }
    );
    step(
      'drill',
      'Drill',
      `Pilot ${said.mm(steel ? 4 : 3)}, wood clamped behind, slowly. Under the size and filed beats over it.`,
      {
        after: ['mark'],
        workMin: MIN.drill + MIN.drillHole * holes,
        tools: ['drill and the bits of the hole list', 'clamps', 'a piece of wood'],
        shows: 'holes',
        caution: 'Eye protection; clamp the case.'
      }
    );
    step(
      'deburr',
      'Deburr and try every part',
      steel
        ? 'Every part must drop in by hand. Brush and vacuum the swarf out: what is left shorts something one day.'
        : 'Every part must drop in by hand; no force. Brush and vacuum the swarf out before anything goes in.',
      {
        after: ['drill'],
        workMin: 5 + MIN.deburrHole * holes,
        tools: ['deburring tool or knife', 'round file', 'vacuum cleaner'],
        shows: 'holes'
      }
    );
    if (steel)
      step(
        'paint',
        'Paint the cut edges',
        'Zinc primer on bare edges, inside and out; let it dry before anything is fitted.',
        {
          after: ['deburr'],
          workMin: MIN.paint,
          waitMin: WAIT.paint,
          waitWhat: 'the paint dries',
          place: 'outdoors',
          tools: ['zinc primer', 'masking tape']
        }
      );
  }
  if (leads > 0)
    step('cut', `Cut ${leads} wires`, 'From the cut list. Sleeve before crimp, tug every crimp.', {
      after: ['mock'],
      workMin: MIN.cut + MIN.cutLead * leads,
      tools: ['wire cutter', 'rule', 'label printer or pen'],
      shows: 'runs',
      lineIds: takes(lines, (l) => starts(l, 'wire-', 'label-'))
    });
  const cords = cordsOf(box, wiring);
  if (cords.length > 0)
    step(
      'cords',
      'Thread the cords, terminals after',
      `${cords.join(', ')}: thread nut, seal and body over each cord and through its gland before any terminal is crimped; a terminal does not go through. The nut must stay reachable when the box is closed.`,
      {
        after: ['deburr', 'paint'],
        workMin: MIN.cord * cords.length,
        tools: ['two spanners'],
        caution: 'Armour ends in the gland, its cut end sleeved: it is a conductor.',
        shows: 'parts'
      }
    );
  step(
    'harness',
    'Make the harness outside the case',
    `Fuse block, ${wiring.circuits.length} circuits and their returns on the bench; sleeve on first, then the crimp, then tug it; label both ends. Fuses stay out.`,
    {
      after: ['cut', 'cords'],
      workMin: MIN.end * 2 * leads + 10,
      tools: ['crimp tool with the dies of the run list', 'heat gun', 'wire stripper'],
      shows: 'runs',
      lineIds: takes(lines, (l) => l.group === 'crimps' || starts(l, 'holder-', 'bus-', 'return-'))
    }
  );
  if (holes > 0)
    step(
      'fit-parts',
      'Fit the panel parts',
      'Gasket or neutral-cure silicone under each flange. Hand-tight plus a quarter turn. Every nut while you can still reach it.',
      {
        after: ['deburr', 'paint', 'cords'],
        workMin: MIN.part * box.ports.length + 5 * box.brackets.length,
        waitMin: WAIT.sealant,
        waitWhat: 'the sealant cures',
        caution: 'No acetic-cure (vinegar-smelling) silicone: it corrodes copper.',
        place: 'warm room',
        tools: ['spanners for the nuts', 'neutral-cure silicone'],
        shows: 'parts',
        lineIds: takes(lines, (l) => l.group === 'panel' || starts(l, 'sealant', 'bolt-m5', 'nut-m5', 'washer-m5'))
      }
    );
  step(
    'inside',
    'Screw down block, bars and shunt',
    'On their plate, after the nuts behind the panel are tight: the block hides them.',
    {
      // what cures may cure on while the inside is built: only the nuts must be on
      after: ['mock', 'deburr', 'paint'],
      workMin: MIN.inside,
      tools: ['screwdriver', 'spanner M4'],
      shows: 'plan',
      lineIds: takes(lines, (l) => starts(l, 'block-', 'shunt-', 'bus-', 'return-', 'bolt-m4', 'nut-m4', 'washer-m4'))
    }
  );
  step(
    'wire',
    'Connect',
    `Returns first, positives next, the battery not yet. Tie every wire within ${said.mm(50)} of its terminal.`,
    {
      after: ['harness', 'fit-parts', 'inside'],
      workMin: 10 + MIN.connectEnd * 2 * leads,
      tools: ['screwdriver', 'side cutter for ties'],
      shows: 'runs',
      lineIds: takes(lines, (l) => starts(l, 'tie-'))
    }
  );
  if (box.charging.solar?.fit === 'inside')
    step(
      'solar',
      'Join the solar controller',
      'Battery to the controller first, through its fuse; the panel last. To take it apart: panel off first.',
      {
        after: ['wire'],
        workMin: MIN.solar,
        caution: 'A panel in the sun cannot be switched off: cover it while you work.'
      }
    );
  if (wiring.shunt)
    step(
      'shunt',
      'Check the shunt',
      'Every return lands on its load side; only the battery’s negative is on the other.',
      {
        after: ['wire'],
        workMin: MIN.shunt,
        shows: 'runs'
      }
    );
  step(
    'test-dead',
    'Test without the battery',
    'Resistance from + to − at the fuse block, all switches on: see the test sheet.',
    {
      after: ['wire', 'solar', 'shunt'],
      workMin: MIN.dead + MIN.deadRow * wiring.circuits.length,
      tools: ['multimeter'],
      shows: 'tests-dead'
    }
  );
  if (fit && reaches(box.outing.seal, 'splash'))
    step(
      'water',
      'Water test, empty',
      'Paper inside at every penetration, lid shut, a hose or a bath: open it and look at each paper.',
      {
        after: ['wire'],
        workMin: MIN.water,
        place: 'outdoors',
        caution: 'No battery and no electronics that do not bear it in the case.',
        tools: ['paper', 'hose or bucket'],
        shows: 'tests-water'
      }
    );
  step(
    'hold',
    'Hold the battery',
    box.bank.holdDown.is === 'set'
      ? `By ${box.bank.holdDown.value}. Turn the closed box over and shake it: nothing moves.`
      : 'Strap over the top, foam at the sides. Turn the closed box over and shake it: nothing moves.',
    {
      after: ['test-dead', 'water', 'charge'],
      workMin: MIN.hold,
      lineIds: takes(lines, (l) => starts(l, 'strap', 'foam')),
      tools: ['scissors', 'knife'],
      shows: 'plan'
    }
  );
  const join = joinStep(box, runs);
  if (bank && join)
    step('join', join.title, join.detail, {
      after: ['hold', 'charge'],
      workMin: MIN.join,
      caution: join.caution,
      hands: 2,
      shows: 'runs'
    });
  step('fuse', 'Fuses in, main fuse last', fusesInOrder(x.card), {
    after: ['test-dead', 'hold', 'join'],
    workMin: MIN.fuses,
    caution: 'Cover the battery posts while you work.',
    shows: 'fuses',
    lineIds: takes(lines, (l) => /-[\d.]+a$/.test(l.lineId))
  });
  step('test-live', 'Test with the battery', 'Every reading on the test sheet; write down what you measured.', {
    after: ['fuse'],
    workMin: MIN.live + MIN.liveRow * wiring.circuits.length,
    tools: ['multimeter'],
    caution: 'One hand, one probe at a time; nothing loose on the posts.',
    shows: 'tests-live'
  });
  step(
    'load',
    'Run it under load',
    'Everything on for half an hour: the drop at each plug, then feel and measure every crimp, fuse and switch after 10 and 30 minutes.',
    {
      after: ['test-live'],
      workMin: MIN.load,
      waitMin: WAIT.load,
      waitWhat: 'it warms through',
      tools: ['multimeter', 'thermometer'],
      shows: 'tests-load'
    }
  );
  step('card', 'Card inside the lid', 'Fuse map, switch positions, how to charge; the date of the first charge.', {
    after: ['test-live'],
    workMin: MIN.card,
    shows: 'fuses',
    lineIds: takes(lines, (l) => starts(l, 'label-', 'gel-'))
  });
  giveRest(out, lines);
  return out;
}

/** Where a line belongs that no step names by itself. */
const STEP_OF_GROUP: Record<KitLine['group'], string> = {
  power: 'mock',
  case: 'mock',
  panel: 'mock',
  wiring: 'inside',
  crimps: 'harness',
  small: 'card'
};

/** Every line of the kit is needed by some step: what is missing always holds something up. */
function giveRest(steps: readonly WorkStep[], lines: readonly KitLine[]): void {
  const named = new Set(steps.flatMap((s) => s.lineIds));
  for (const l of lines)
    if (!named.has(l.lineId)) steps.find((s) => s.id === STEP_OF_GROUP[l.group])?.lineIds.push(l.lineId);
}

/** Glands with a cord in them: a circuit that is wired inside, or a feed that comes in. */
function cordsOf(box: Box, wiring: WiringPlan): string[] {
  const tags = portTags(box, wiring.main.masterPortId);
  const through = box.feeds.flatMap((f) => (f.throughPortId.is === 'set' ? [f.throughPortId.value] : []));
  return box.ports
    .filter((p) => panelPartOf(box, p)?.role === 'gland')
    .filter((p) => through.includes(p.id) || box.circuits.some((c) => c.portId === p.id))
    .map((p) => `${tags[p.id] ?? ''} ${p.name}`.trim());
}
