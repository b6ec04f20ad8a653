import { say } from '../words/say.ts';
import { CHEMISTRY } from '../../battery/chemistry.ts';
import { setTo } from '../../box/attr.ts';
import { recovery } from '../../judge/recovery.ts';
import { BATTERY_PLACE, rule, set, type Draft, type Remedy } from '../rule.ts';

/** A low-voltage disconnect that opens only when the cells already suffer, or that closes again at the wrong voltage. */
export const cutoffTooLow = rule('cutoff-too-low', 'lasts', 'battery', (x) => {
  const cut = x.box.bank.disconnect;
  if (!x.bank || cut.is !== 'set') return [];
  const data = CHEMISTRY[x.bank.chemistry];
  const { cutV, backV } = cut.value;
  const facts = { ...x, bank: x.bank };
  const { offA, recoversV, chargedV, closesV } = recovery(facts, cutV);
  const closing: Remedy[] = [
    {
      label: `Close again at ${closesV.toFixed(1)} V`,
      effect: 'only after charging',
      edits: [set('bank/disconnect', setTo({ cutV, backV: closesV }))]
    }
  ];
  const out: Draft[] = [];
  if (cutV < data.absoluteCutoffV)
    out.push({
      at: BATTERY_PLACE,
      severity: 'stop',
      say: say('cutoff-too-low', 'low', {
        cutV,
        name: data.name,
        absoluteCutoffV: data.absoluteCutoffV,
        loadedCutoffV: data.loadedCutoffV
      }),
      figures: { cutV, limitV: data.absoluteCutoffV },
      remedies: [
        {
          label: `Open at ${data.loadedCutoffV} V`,
          effect: 'spares the cells',
          edits: [
            set(
              'bank/disconnect',
              setTo({ cutV: data.loadedCutoffV, backV: Math.max(backV, recovery(facts, data.loadedCutoffV).closesV) })
            )
          ]
        }
      ]
    });
  if (backV <= recoversV)
    out.push({
      at: BATTERY_PLACE,
      also: 'closes',
      severity: 'caution',
      say: say('cutoff-too-low', 'chatters', { backV, cutV, recoversV, offA }),
      figures: { cutV, backV, recoversV, offA },
      remedies: closing
    });
  else if (backV >= chargedV)
    out.push({
      at: BATTERY_PLACE,
      also: 'closes',
      severity: 'caution',
      say: say('cutoff-too-low', 'staysOpen', { backV, chargedV }),
      figures: { backV, chargedV },
      remedies: closing
    });
  return out;
});
