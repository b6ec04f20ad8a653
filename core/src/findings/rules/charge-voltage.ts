import { say } from '../words/say.ts';
import { CHEMISTRY, usedKind } from '../../battery/chemistry.ts';
import type { Chemistry } from '../../catalogue/part.ts';
import { AUTO } from '../../box/attr.ts';
import { chargeSources } from '../../judge/charge-sources.ts';
import { BATTERY_PLACE, rule, set, type Draft, type Facts } from '../rule.ts';
import type { Edit } from '../../box/edits.ts';

/** Chargers are set no closer. @source electrical reference 11 */
const TOLERANCE_V = 0.3;
/** So far below the full voltage a battery still fills most of the way. @source rule of thumb: 13.8 V fills iron phosphate to about 95 % */
const MOSTLY_V = 0.9;

/** The lowest at which a kind of battery is kept full by its makers: it fills there, too, only slowly. @source electrical reference 11, float V, lower end */
const LEAST_FLOAT_V: Partial<Record<Chemistry, number>> = { agm: 13.5, gel: 13.5, flooded: 13.2 };

/** A voltage that somebody read off a charger, of one that does charge this bank. */
type Read = { also?: string; name: string; volts: number; matched: Edit };

/** A charger made for another chemistry, whichever one it is: the one at home, the one plugged in on the way, one that lives in the box. */
export const chargeVoltage = rule('charge-voltage', 'safe', 'battery', (x) => {
  if (!x.bank) return [];
  const d = CHEMISTRY[x.bank.chemistry];
  return voltagesRead(x).flatMap(({ also, name, volts, matched }): Draft[] => {
    const high = volts > d.absorbV + TOLERANCE_V;
    if (!high && volts >= d.absorbV - TOLERANCE_V) return [];
    // between the resting voltage and the full one it fills most of the way and harms nothing
    const least = Math.min(d.absorbV - MOSTLY_V, LEAST_FLOAT_V[usedKind(x.bank!.chemistry)] ?? Infinity);
    const mostly = !high && volts >= least - 1e-9;
    return [
      {
        at: BATTERY_PLACE,
        ...(also ? { also } : {}),
        severity: high ? 'stop' : mostly ? 'note' : 'caution',
        say: say('charge-voltage', 'told', { givesV: volts, absorbV: d.absorbV, name, high, mostly, isLead: d.isLead }),
        figures: { chargerV: volts, wantedV: d.absorbV },
        remedies: [{ label: 'Use a matched charger', effect: `${d.absorbV} V`, edits: [matched] }]
      }
    ];
  });
});

function voltagesRead(x: Facts): Read[] {
  const { charging } = x.box;
  const v = charging.chargerV;
  const charges = chargeSources(x.box, x.bank).some((s) => s.id === 'charger' || s.id === 'plugged');
  return [
    ...(charges && v.is === 'set'
      ? [{ name: 'The charger', volts: v.value, matched: set('charging/chargerV', AUTO) }]
      : []),
    ...charging.builtIn.flatMap((c): Read[] =>
      c.voltageV.is === 'set'
        ? [
            {
              also: `built-in-${c.id}`,
              name: c.name || 'The charger in the box',
              volts: c.voltageV.value,
              matched: set(`charging/builtIn/${c.id}/voltageV`, AUTO)
            }
          ]
        : []
    )
  ];
}
