import { say } from '../words/say.ts';
import { AUTO } from '../../box/attr.ts';
import { BATTERY_PLACE, rule, set } from '../rule.ts';

/** Two 12 V batteries in a row make 24 V: refused. */
export const seriesBatteries = rule('series-batteries', 'safe', 'battery', (x) => {
  if (x.box.bank.arrangement !== 'series') return [];
  const v = (x.bank?.fullV ?? 12.8) * Math.max(2, x.box.bank.count);
  return [
    {
      at: BATTERY_PLACE,
      severity: 'stop',
      say: say('series-batteries', 'told', { seriesV: v }),
      figures: { volts: v },
      remedies: [
        {
          label: 'In parallel, each with its fuse',
          effect: 'stays at 12 V, adds their hours',
          edits: [
            set('bank/arrangement', 'parallel'),
            ...(x.box.bank.packFuse.is === 'none' ? [set('bank/packFuse', AUTO)] : [])
          ]
        },
        {
          label: 'One of them alone',
          effect: 'stays at 12 V',
          edits: [set('bank/arrangement', 'parallel'), set('bank/count', 1), set('bank/packs', [])]
        }
      ]
    }
  ];
});
