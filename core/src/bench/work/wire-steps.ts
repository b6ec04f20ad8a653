import { saidIn } from '../../quantity/said.ts';
import { draft, type Draft, type StepSources } from './step.ts';
import { MIN } from './step-times.ts';
import { torques } from './torque.ts';

/** Leads cut and crimped outside the case, the inside screwed down, everything connected. */
export const wireSteps = (x: StepSources): Draft[] => [...harnessSteps(x), INSIDE, ...joinedSteps(x)];

const leadCount = ({ runs }: StepSources): number => runs.runs.reduce((n, r) => n + r.count, 0);

function harnessSteps(x: StepSources): Draft[] {
  const { wiring } = x;
  const leads = leadCount(x);
  return [
    ...(leads > 0
      ? [
          draft('cut', `Cut ${leads} wires`, 'From the cut list. Sleeve before crimp, tug every crimp.', {
            after: ['mock'],
            workMin: MIN.cut + MIN.cutLead * leads,
            tools: ['wire cutter', 'rule', 'label printer or pen'],
            shows: 'runs'
          })
        ]
      : []),
    draft(
      'harness',
      'Make the harness outside the case',
      `Fuse block, ${wiring.circuits.length} circuits and their returns on the bench; sleeve on first, then the crimp, then tug it; label both ends. Fuses stay out.`,
      {
        after: ['cut', 'cords'],
        workMin: MIN.end * 2 * leads + 10,
        tools: ['crimp tool with the dies of the run list', 'heat gun', 'wire stripper'],
        shows: 'runs'
      }
    )
  ];
}

const INSIDE: Draft = draft(
  'inside',
  'Screw down block, bars and shunt',
  'On their plate, after the nuts behind the panel are tight: the block hides them.',
  {
    after: ['mock', 'deburr', 'paint', 'water'],
    // the nuts must be on, what seals them may cure on
    follows: ['fit-parts'],
    workMin: MIN.inside,
    tools: ['screwdriver', 'spanner M4'],
    shows: 'plan'
  }
);

function joinedSteps(x: StepSources): Draft[] {
  const { box, wiring, runs } = x;
  const said = saidIn(box.preferences);
  const leads = leadCount(x);
  const studs = torques(runs, box.preferences.lengthUnit);
  return [
    draft(
      'wire',
      'Connect',
      `Returns first, positives next, the battery not yet. Tie every wire within ${said.mm(50)} of its terminal.`,
      {
        after: ['harness', 'fit-parts', 'inside'],
        workMin: 10 + MIN.connectEnd * 2 * leads,
        tools: [
          'screwdriver',
          'side cutter for ties',
          ...(studs.length > 0 ? [`torque wrench: ${studs.join('; ')}`] : [])
        ],
        shows: 'runs'
      }
    ),
    ...(box.charging.solar?.fit === 'inside' ? [SOLAR] : []),
    ...(wiring.shunt ? [SHUNT] : [])
  ];
}

const SOLAR: Draft = draft(
  'solar',
  'Join the solar controller',
  'Battery to the controller first, through its fuse; the panel last. To take it apart: panel off first.',
  {
    after: ['wire'],
    workMin: MIN.solar,
    caution: 'A panel in the sun cannot be switched off: cover it while you work.'
  }
);

const SHUNT: Draft = draft(
  'shunt',
  'Check the shunt',
  'Every return lands on its load side; only the battery’s negative is on the other.',
  {
    after: ['wire'],
    workMin: MIN.shunt,
    shows: 'runs'
  }
);
