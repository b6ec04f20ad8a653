import { say } from '../words/say.ts';
import type { Device } from '../../box/schema.ts';
import { remove } from '../../box/edit.ts';
import { OUT_OF_SCOPE } from '../out-of-scope.ts';
import { devicePlace, rule, set, type Draft } from '../rule.ts';

/** Words in a name that point at work this tool refuses. */
const WORDS: readonly [RegExp, Exclude<Device['use'], 'field' | 'mains'>][] = [
  [/\b(starter|cranking|jump.?start|alternator|engine start)/i, 'starting'],
  [/\b(trolling|outboard|propulsion|traction|thruster)\b/i, 'propulsion']
];

/** Engine starting, propulsion and mains are refused; a name that sounds like them is asked about. */
export const engineCircuit = rule('engine-circuit', 'safe', 'outing', (x) =>
  x.box.devices.flatMap((d): Draft[] => {
    const at = devicePlace(d.id, d.name);
    if (d.use !== 'field') {
      return [
        {
          at,
          severity: 'stop',
          cause: OUT_OF_SCOPE,
          say: say('engine-circuit', 'outOfScope', { name: d.name, use: d.use }),
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
        say: say('engine-circuit', 'sounds', { name: d.name, sounds }),
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
