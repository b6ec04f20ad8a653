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
      short: `Joining them: ${surge.settledA.toFixed(0)} A surge`,
      title: `Joining these packs lets ${surge.settledA.toFixed(0)} A flow between them`,
      why: `One is ${Math.round(full * 100)} % and one ${Math.round(empty * 100)} % full: ${surge.settledA.toFixed(0)} A over the first minute, ${surge.peakA.toFixed(0)} A at first, double that fresh off a charger; the emptier one may be charged with ${surge.limitA.toFixed(0)} A. ${surge.movedAh.toFixed(1)} Ah move.`,
      figures: { settledA: surge.settledA, peakA: surge.peakA, limitA: surge.limitA },
      remedies: [evenly]
    }
  ];
});
