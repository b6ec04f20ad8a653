import { say } from '../words/say.ts';
import { AUTO } from '../../box/attr.ts';
import { BUNDLE_LENGTH_MM } from '../../wiring/contacts.ts';
import { BOX_PLACE, rule, set } from '../rule.ts';

const FREE = 2;
const BUNDLE_FROM = 3;

/** Long runs lie together, and somebody said that they do not. */
export const bundleNotDerated = rule('bundle-not-derated', 'safe', 'wiring', (x) => {
  const said = x.box.wiring.bundledCount;
  if (said.is !== 'set' || said.value > FREE) return [];
  const long = x.wiring.circuits.filter((c) => c.lengthMm > BUNDLE_LENGTH_MM && c.circuit.purpose === 'load');
  if (2 * long.length < BUNDLE_FROM) return [];
  return [
    {
      at: BOX_PLACE,
      severity: 'caution',
      say: say('bundle-not-derated', 'told', { longCount: long.length }),
      figures: { wireCount: 2 * long.length },
      remedies: [
        {
          label: 'Let the bundle count',
          effect: 'wires get thicker where they must',
          edits: [set('wiring/bundledCount', AUTO)]
        }
      ]
    }
  ];
});
