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
        short: `Disconnect ${cutV} V is too low`,
        title: `A disconnect at ${cutV} V is too low`,
        why: `${data.name} is harmed under ${data.absoluteCutoffV} V; ${data.loadedCutoffV} V under load is a good setting.`,
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
        short: 'Pack opens before the disconnect',
        title: 'The pack’s own protection may open first',
        why: `It opens at ${pack} V, the disconnect at ${cutV} V: within 0.3 V of each other the pack drops out without warning.`,
        figures: { cutV, packV: pack },
        remedies: [better]
      }
    ];
  if (backV <= cutV)
    return [
      {
        at: BATTERY_PLACE,
        severity: 'caution',
        short: 'Disconnect would chatter',
        title: 'The disconnect would open and close without end',
        why: `It closes again at ${backV} V, not above the ${cutV} V at which it opens: a battery recovers by some tenths as soon as the load is off.`,
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
