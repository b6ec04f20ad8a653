import { CHEMISTRY } from '../../battery/chemistry.ts';
import { panelPartOf, portTags } from '../../box/lookup.ts';
import { wallMmOf } from '../../case/faces.ts';
import type { Box } from '../../box/schema.ts';
import { hoursToFull } from '../../charge/hours.ts';
import { holesToDrill, pilotMm } from '../../drill/schedule.ts';
import { saidIn } from '../../quantity/said.ts';
import { peelsOff } from '../../sealing/as-built.ts';
import { reaches } from '../../sealing/sealing.ts';
import { chargerA } from '../../wiring/charger.ts';
import type { WiringPlan } from '../../wiring/types.ts';
import { draft, type Draft, type StepSources } from './step.ts';
import { MIN, WAIT } from './step-times.ts';

/** Charging the battery first, then the case: measured, drilled, its parts fitted, and tried with water while it is empty. */
export function caseSteps(x: StepSources): Draft[] {
  const holes = x.panel ? holesToDrill(x.box, x.panel) : 0;
  return [
    ...firstCharge(x),
    draft(
      'mock',
      'Mock it up',
      'Put battery, fuse block and every panel part in place with tape. Open and close the lid. Compare with the plan view before anything is cut.',
      {
        workMin: MIN.mock,
        tools: ['tape'],
        shows: 'plan'
      }
    ),
    ...(holes > 0 ? holeSteps(x, holes) : []),
    ...cordSteps(x),
    ...(holes > 0 ? [fitting(x)] : []),
    ...waterTest(x)
  ];
}

function firstCharge({ box, bank }: StepSources): Draft[] {
  if (!bank || box.charging.path.is === 'none') return [];
  const data = CHEMISTRY[bank.chemistry];
  return [
    draft(
      'charge',
      'First full charge',
      `${data.absorbV} V charger for ${data.name}. Begin with it: it charges while you drill.`,
      {
        workMin: MIN.charge,
        waitMin: Math.ceil(60 * (hoursToFull(bank, chargerA(box, bank) ?? 0)?.totalH ?? 1)),
        waitWhat: 'the battery charges',
        caution: data.isLead ? 'Lid open, nothing that sparks near it.' : 'Above 0 °C, on a hard surface, attended.',
        place: 'warm room'
      }
    )
  ];
}

/** From the caliper to the deburred hole. */
function holeSteps({ box, fit }: StepSources, holes: number): Draft[] {
  const said = saidIn(box.preferences);
  const steel = fit?.part.material === 'steel';
  return [
    draft(
      'measure',
      'Measure your parts',
      'Caliper on every panel part: hole and depth behind the wall. Enter what differs; the checks run again.',
      {
        workMin: 5 + MIN.measurePart * box.ports.length,
        tools: ['caliper'],
        shows: 'holes'
      }
    ),
    draft(
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
    ),
    draft(
      'drill',
      'Drill',
      `Pilot ${said.mm(pilotMm(fit?.part.material ?? 'PP'))}, wood clamped behind, slowly. Under the size and filed beats over it.`,
      {
        after: ['mark'],
        workMin: MIN.drill + MIN.drillHole * holes,
        tools: ['drill and the bits of the hole list', 'clamps', 'a piece of wood'],
        shows: 'holes',
        caution: 'Eye protection; clamp the case.'
      }
    ),
    ...counterbores({ box, fit }),
    draft(
      'deburr',
      'Deburr and try every part',
      steel
        ? 'Every part must drop in by hand. Brush and vacuum the swarf out: what is left shorts something one day.'
        : 'Every part must drop in by hand; no force. Brush and vacuum the swarf out before anything goes in.',
      {
        after: ['drill', 'counterbore'],
        workMin: 5 + MIN.deburrHole * holes,
        tools: ['deburring tool or knife', 'round file', 'vacuum cleaner'],
        shows: 'holes'
      }
    ),
    ...(steel ? [PAINT] : [])
  ];
}

/** Ports that hold on less wall than there is. */
function counterbores({ box, fit }: Pick<StepSources, 'box' | 'fit'>): Draft[] {
  if (!fit) return [];
  const said = saidIn(box.preferences);
  const tags = portTags(box);
  const thin = box.ports.flatMap((p) =>
    p.insert?.behindMm === 0 && p.insert.wallMm < wallMmOf(fit.part, p.face)
      ? [`${tags[p.id]}: ${said.mm(p.insert.wallMm)}`]
      : []
  );
  if (thin.length === 0) return [];
  return [
    draft(
      'counterbore',
      'Thin the wall where parts want it',
      `Left standing at ${thin.join(', ')}. Counterbore from inside, wide enough for nut and spanner, with a stop on the bit; or a plate of that thickness over a cut-out.`,
      {
        after: ['drill'],
        workMin: MIN.drillHole * thin.length,
        tools: ['flat-bottomed bit', 'depth stop'],
        shows: 'holes'
      }
    )
  ];
}

const PAINT: Draft = draft(
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

function cordSteps({ box, wiring }: StepSources): Draft[] {
  const cords = cordsOf(box, wiring);
  if (cords.length === 0) return [];
  return [
    draft(
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
    )
  ];
}

/** What goes under a flange: sealant only where it bonds. */
const underFlange = (greasy: boolean): string =>
  greasy
    ? 'Ring or gasket under each flange: no sealant bonds to this plastic.'
    : 'Gasket or neutral-cure silicone under each flange.';

const fitting = ({ box, fit }: StepSources): Draft => {
  const greasy = fit !== undefined && peelsOff(fit.part.material);
  return draft(
    'fit-parts',
    'Fit the panel parts',
    `${underFlange(greasy)} Hand-tight plus a quarter turn. Every nut while you can still reach it.`,
    {
      after: ['deburr', 'paint', 'cords'],
      workMin: MIN.part * box.ports.length + 5 * box.brackets.length,
      ...(greasy ? {} : { waitMin: WAIT.sealant, waitWhat: 'the sealant cures' }),
      caution: 'No acetic-cure (vinegar-smelling) silicone: it corrodes copper.',
      place: 'warm room',
      tools: ['spanners for the nuts', ...(greasy ? [] : ['neutral-cure silicone'])],
      shows: 'parts'
    }
  );
};

function waterTest({ box, fit }: StepSources): Draft[] {
  if (!fit || !reaches(box.outing.seal, 'splash')) return [];
  return [
    draft(
      'water',
      'Water test, empty',
      'Paper inside at every penetration, lid shut, a hose or a bath: open it and look at each paper.',
      {
        after: ['fit-parts'],
        workMin: MIN.water,
        place: 'outdoors',
        caution: 'Nothing electric in the case yet but the parts in its walls; dry them well afterwards.',
        tools: ['paper', 'hose or bucket'],
        shows: 'tests-water'
      }
    )
  ];
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
