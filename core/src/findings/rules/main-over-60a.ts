import { say } from '../words/say.ts';
import { MAIN_PLACE, rule } from '../rule.ts';

const LIMIT_A = 60;

/** Beyond what this tool is made for. */
export const mainOver60a = rule('main-over-60a', 'safe', 'wiring', (x) =>
  x.wiring.main.loadA > LIMIT_A
    ? [
        {
          at: MAIN_PLACE,
          severity: 'stop',
          say: say('main-over-60a', 'told', { loadA: x.wiring.main.loadA }),
          figures: { loadA: x.wiring.main.loadA, limitA: LIMIT_A }
        }
      ]
    : []
);
