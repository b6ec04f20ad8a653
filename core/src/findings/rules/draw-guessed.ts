import { say } from '../words/say.ts';
import { devicePlace, rule } from '../rule.ts';

const SHARE = 0.3;

/** A guess that a third of the energy hangs on. */
export const drawGuessed = rule('draw-guessed', 'lasts', 'outing', (x) =>
  x.demand.devices.flatMap((d, i) => {
    const device = x.box.devices[i]!;
    if (device.source !== 'guess' || x.demand.totalWh === 0 || d.energyWh / x.demand.totalWh < SHARE) return [];
    const share = Math.round((d.energyWh / x.demand.totalWh) * 100);
    return [
      {
        at: devicePlace(device.id, device.name),
        severity: 'note' as const,
        say: say('draw-guessed', 'told', { name: device.name, guessedFraction: share }),
        figures: { shareFraction: d.energyWh / x.demand.totalWh, spreadFraction: d.spreadFraction },
        asks: 'draw',
        open: true
      }
    ];
  })
);
