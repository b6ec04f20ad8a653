import { fusesInOrder } from '../fuse-card.ts';
import { joinStep } from '../join-step.ts';
import { draft, type Draft, type StepSources } from './step.ts';
import { MIN, WAIT } from './step-times.ts';

/** Tested without power, the battery held and joined, fuses in, tested with power, and the card in the lid. */
export const endSteps = (x: StepSources): Draft[] => [...withoutPower(x), ...withPower(x)];

function withoutPower({ box, bank, wiring, runs }: StepSources): Draft[] {
  const join = joinStep(box, runs);
  return [
    draft(
      'test-dead',
      'Test without the battery',
      'Resistance from + to − at the fuse block, all switches on: see the test sheet.',
      {
        after: ['wire', 'solar', 'shunt'],
        workMin: MIN.dead + MIN.deadRow * wiring.circuits.length,
        tools: ['multimeter'],
        shows: 'tests-dead'
      }
    ),
    draft(
      'hold',
      'Hold the battery',
      box.bank.holdDown.is === 'set'
        ? `By ${box.bank.holdDown.value}. Turn the closed box over and shake it: nothing moves.`
        : 'Strap over the top, foam at the sides. Turn the closed box over and shake it: nothing moves.',
      {
        after: ['test-dead', 'charge'],
        workMin: MIN.hold,
        tools: ['scissors', 'knife'],
        shows: 'plan'
      }
    ),
    ...(bank && join
      ? [
          draft('join', join.title, join.detail, {
            after: ['hold', 'charge'],
            workMin: MIN.join,
            caution: join.caution,
            hands: 2,
            shows: 'runs'
          })
        ]
      : [])
  ];
}

const withPower = ({ wiring, card }: StepSources): Draft[] => [
  draft('fuse', 'Fuses in, main fuse last', fusesInOrder(card), {
    after: ['test-dead', 'hold', 'join'],
    workMin: MIN.fuses,
    caution: 'Cover the battery posts while you work.',
    shows: 'fuses'
  }),
  draft('test-live', 'Test with the battery', 'Every reading on the test sheet; write down what you measured.', {
    after: ['fuse'],
    workMin: MIN.live + MIN.liveRow * wiring.circuits.length,
    tools: ['multimeter'],
    caution: 'One hand, one probe at a time; nothing loose on the posts.',
    shows: 'tests-live'
  }),
  draft(
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
  ),
  draft('card', 'Card inside the lid', 'Fuse map, switch positions, how to charge; the date of the first charge.', {
    after: ['test-live'],
    workMin: MIN.card,
    shows: 'fuses'
  })
];
