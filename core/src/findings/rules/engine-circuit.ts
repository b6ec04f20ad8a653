import { remove } from '../../box/edit.ts';
import { OUT_OF_SCOPE } from '../out-of-scope.ts';
import { devicePlace, rule, set, type Draft } from '../rule.ts';

const WHAT = {
  starting: [
    'starts an engine',
    'Hundreds of amps, and an alternator that answers: that is the work of a vehicle or boat electrician.'
  ],
  propulsion: [
    'drives a vehicle or boat',
    'Loads and faults beyond what these figures were checked for, and lives hang on it.'
  ],
  mains: [
    'is mains wiring',
    'An inverter’s output can kill. Fixed mains wiring follows local codes and a licensed electrician.'
  ]
} as const;
/** Words in a name that point at work this tool refuses. */
const WORDS: readonly [RegExp, keyof typeof WHAT][] = [
  [/\b(starter|cranking|jump.?start|alternator|engine start)/i, 'starting'],
  [/\b(trolling|outboard|propulsion|traction|thruster)\b/i, 'propulsion']
];

/** Engine starting, propulsion and mains are refused; a name that sounds like them is asked about. */
export const engineCircuit = rule('engine-circuit', 'safe', 'outing', (x) =>
  x.box.devices.flatMap((d): Draft[] => {
    const at = devicePlace(d.id, d.name);
    if (d.use !== 'field') {
      const [does, why] = WHAT[d.use];
      return [
        {
          at,
          severity: 'stop',
          cause: OUT_OF_SCOPE,
          short: `${d.name} is out of scope`,
          title: `Haversack does not plan what ${does}`,
          why,
          figures: {},
          remedies: [
            {
              label: 'Take it out of this box',
              effect: 'plan it with a professional',
              edits: [remove(`devices/${d.id}`)]
            }
          ]
        }
      ];
    }
    const sounds = WORDS.find(([word]) => word.test(d.name))?.[1];
    if (!sounds) return [];
    return [
      {
        at,
        severity: 'caution',
        short: `${d.name}: engine or drive?`,
        title: `${d.name}: is this field electronics?`,
        why: `Its name sounds like something that ${WHAT[sounds][0]}: that is outside what Haversack plans.`,
        figures: {},
        asks: 'what it starts',
        open: true,
        remedies: [
          {
            label: 'It is: refuse it',
            effect: 'stays in the list as a stop',
            edits: [set(`devices/${d.id}/use`, sounds)],
            answer: true
          }
        ]
      }
    ];
  })
);
