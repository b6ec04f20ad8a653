import { CHEMISTRY } from '../../battery/chemistry.ts';
import { devicePlace, rule } from '../rule.ts';

/** The battery's highest voltage harms a device fed directly. */
export const deviceOvervoltage = rule('device-overvoltage', 'safe', 'outing', (x) => {
  if (!x.bank) return [];
  const highV = CHEMISTRY[x.bank.chemistry].chargeMaxV;
  return x.box.devices
    .filter((d) => d.supply === '12v' && d.maxV !== null && d.maxV < highV)
    .map((d) => ({
      at: devicePlace(d.id, d.name),
      severity: 'stop' as const,
      short: `${d.name.slice(0, 16)} gets ${highV.toFixed(1)} V`,
      title: `${d.name} can get ${highV.toFixed(1)} V`,
      why: `It bears ${d.maxV} V. While this battery charges its terminals reach ${highV.toFixed(1)} V.`,
      figures: { highV, maxV: d.maxV! },
      remedies: [
        {
          label: 'Feed it from a regulated 12 V port',
          effect: 'holds 12 V whatever the battery does',
          edits: [{ op: 'set' as const, path: `devices/${d.id}/supply`, value: 'regulated-12v' }]
        }
      ]
    }));
});
