import { BOX_PLACE, rule } from '../rule.ts';

/** Nothing switches the whole box off. */
export const noMaster = rule('no-master', 'safe', 'wiring', (x) =>
  x.box.circuits.some((c) => c.live === 'master') &&
  !x.wiring.main.canSwitchOff &&
  x.box.switching.master.is !== 'unknown'
    ? [
        {
          at: BOX_PLACE,
          severity: 'note',
          short: 'No master switch',
          title: 'No master switch',
          why: 'Meters and idle converters draw all the time, and there is no one thing to throw when something smells.',
          figures: { standingA: x.demand.box.currentA }
        }
      ]
    : []
);
