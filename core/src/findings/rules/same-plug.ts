import { say } from '../words/say.ts';
import { portPlace, rule } from '../rule.ts';
import { plugUses } from '../../panel/plug-uses.ts';
import { railVolts } from '../../wiring/rails.ts';

/** One kind of plug for two voltages: one day the wrong one goes in. */
export const samePlug = rule('same-plug', 'safe', 'ports', (x) =>
  plugUses(x.box, railVolts(x.wiring))
    .filter((u) => u.volts.length > 1)
    .map((u) => {
      const first = u.ports[0]!;
      const tags = u.ports.map((p) => x.panel?.ports.find((q) => q.port.id === p.portId)?.tag ?? p.portId);
      return {
        at: portPlace(first.portId, tags[0]!),
        others: u.ports.slice(1).map((p, i) => portPlace(p.portId, tags[i + 1]!)),
        severity: 'caution' as const,
        say: say('same-plug', 'told', {
          voltsCount: u.volts.length,
          tags,
          ports: u.ports.map((p, i) => `${tags[i]} ${p.what}`)
        }),
        figures: { voltageCount: u.volts.length }
      };
    })
);
