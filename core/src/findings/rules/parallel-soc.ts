import { say } from '../words/say.ts';
import { bankSurge } from '../../battery/parallel-plan.ts';
import { BATTERY_PLACE, rule, set } from '../rule.ts';

/** Packs joined at unequal charge push current into each other. */
export const parallelSoc = rule('parallel-soc', 'safe', 'battery', (x) => {
  const b = x.bank;
  if (!b || b.count < 2 || x.box.bank.arrangement !== 'parallel') return [];
  const surge = bankSurge(b);
  if (!surge) return [];
  const socs = b.packs.map((p) => p.startFraction);
  const [full, empty] = [Math.max(...socs), Math.min(...socs)];
  const stop = surge.settledA > surge.limitA;
  const evenly = {
    label: 'Charge both full before joining',
    effect: 'no surge',
    edits: [
      set(
        'bank/packs',
        x.box.bank.packs.map((p) => ({ ...p, startFraction: 1 }))
      ),
      set('bank/startFraction', 1)
    ]
  };
  return [
    {
      at: BATTERY_PLACE,
      severity: stop ? 'stop' : 'caution',
      say: say('parallel-soc', 'told', {
        settledA: surge.settledA,
        full,
        empty,
        peakA: surge.peakA,
        limitA: surge.limitA,
        movedAh: surge.movedAh
      }),
      figures: { settledA: surge.settledA, peakA: surge.peakA, limitA: surge.limitA },
      remedies: [evenly]
    }
  ];
});
