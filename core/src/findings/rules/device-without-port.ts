import { say } from '../words/say.ts';
import { devicePlace, rule } from '../rule.ts';
import { waysIn } from '../ways-in.ts';

/** Something runs and has nowhere to plug in. */
export const deviceWithoutPort = rule('device-without-port', 'fits', 'ports', (x) => {
  const { fit, box } = x;
  if (!fit) return [];
  return box.devices
    .filter((d) => !box.ports.some((p) => p.id === d.portId))
    .map((d) => ({
      at: devicePlace(d.id, d.name),
      severity: 'caution' as const,
      say: say('device-without-port', 'told', { name: d.name }),
      figures: {},
      remedies: () => waysIn(x, fit, d)
    }));
});
