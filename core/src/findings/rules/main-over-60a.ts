import { MAIN_PLACE, rule } from '../rule.ts';

const LIMIT_A = 60;

/** Beyond what this tool is made for. */
export const mainOver60a = rule('main-over-60a', 'safe', 'wiring', (x) =>
  x.wiring.main.loadA > LIMIT_A
    ? [
        {
          at: MAIN_PLACE,
          severity: 'stop',
          short: `${x.wiring.main.loadA.toFixed(0)} A is beyond this tool`,
          title: 'Over 60 A: outside what Haversack judges',
          why: 'Engine starting, propulsion and large inverters follow other rules. Have it designed by someone licensed for it.',
          figures: { loadA: x.wiring.main.loadA, limitA: LIMIT_A }
        }
      ]
    : []
);
