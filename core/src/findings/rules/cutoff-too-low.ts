import { say } from '../words/say.ts';
import { CHEMISTRY } from '../../battery/chemistry.ts';
import { setTo } from '../../box/attr.ts';
import { BATTERY_PLACE, rule, set } from '../rule.ts';

/** A low-voltage disconnect that opens only when the cells already suffer, or after the pack's own protection. */
export const cutoffTooLow = rule('cutoff-too-low', 'lasts', 'battery', (x) => {
  const cut = x.box.bank.disconnect;
  if (!x.bank || cut.is !== 'set') return [];
  const data = CHEMISTRY[x.bank.chemistry];
  const { cutV, backV } = cut.value;
  const better = {
    label: `Open at ${data.loadedCutoffV} V`,
    effect: 'spares the cells',
    edits: [
      set('bank/disconnect', setTo({ cutV: data.loadedCutoffV, backV: Math.max(backV, data.loadedCutoffV + 0.8) }))
    ]
  };
  if (cutV < data.absoluteCutoffV)
    return [
      {
        at: BATTERY_PLACE,
        severity: 'stop',
        say: say('cutoff-too-low', 'low', {
          cutV,
          name: data.name,
          absoluteCutoffV: data.absoluteCutoffV,
          loadedCutoffV: data.loadedCutoffV
        }),
        figures: { cutV, limitV: data.absoluteCutoffV },
        remedies: [better]
      }
    ];
  const pack = x.bank.part.protectionCutoffV;
  if (pack !== null && cutV <= pack + 0.3)
    return [
      {
        at: BATTERY_PLACE,
        severity: 'note',
        say: say('cutoff-too-low', 'packFirst', { packV: pack, cutV }),
        figures: { cutV, packV: pack },
        remedies: [better]
      }
    ];
  if (backV <= cutV)
    return [
      {
        at: BATTERY_PLACE,
        severity: 'caution',
        say: say('cutoff-too-low', 'chatters', { backV, cutV }),
        figures: { cutV, backV },
        remedies: [
          {
            label: `Close again at ${(cutV + 0.8).toFixed(1)} V`,
            effect: 'only after charging',
            edits: [set('bank/disconnect', setTo({ cutV, backV: Number((cutV + 0.8).toFixed(1)) }))]
          }
        ]
      }
    ];
  return [];
});
