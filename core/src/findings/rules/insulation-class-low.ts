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
      short: `Wire of the ${c.value} °C class`,
      title: `The insulation is only of the ${c.value} °C class`,
      why: `In a box at ${x.said.degC(x.wiring.ambientC, 0)} little room is left for the wire’s own heat. 90 to 105 °C wire costs hardly more.`,
      figures: { insulationC: c.value, airC: x.wiring.ambientC },
      remedies: [
        { label: 'Use 75 °C wire or better', effect: 'carries more', edits: [set('wiring/insulationC', AUTO)] }
      ]
    }
  ];
});
