import { say } from '../words/say.ts';
import { AUTO } from '../../box/attr.ts';
import { BOX_PLACE, rule, set } from '../rule.ts';

const LEAST_C = 75;

/** Wire whose insulation leaves no headroom in a warm box. */
export const insulationClassLow = rule('insulation-class-low', 'safe', 'wiring', (x) => {
  const c = x.box.wiring.insulationC;
  if (c.is !== 'set' || c.value >= LEAST_C || x.wiring.circuits.length === 0) return [];
  return [
    {
      at: BOX_PLACE,
      severity: 'caution',
      say: say('insulation-class-low', 'told', { classC: c.value, ambientC: x.wiring.ambientC }),
      figures: { insulationC: c.value, airC: x.wiring.ambientC },
      remedies: [
        { label: 'Use 75 °C wire or better', effect: 'carries more', edits: [set('wiring/insulationC', AUTO)] }
      ]
    }
  ];
});
