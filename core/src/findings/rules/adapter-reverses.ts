import { say } from '../words/say.ts';
import type { Edit } from '../../box/edits.ts';
import type { Device } from '../../box/schema.ts';
import { devicePlace, rule, set, type Draft } from '../rule.ts';

/** Adapters and devices that swap the poles look like any other; one cures the other, and is a trap for everything else. */
export const adapterReverses = rule('adapter-reverses', 'safe', 'ports', (x) =>
  x.box.devices.flatMap((d): Draft[] => {
    if (!d.lead) return [];
    const { adapter, reversed } = d.lead;
    const at = devicePlace(d.id, d.name);
    const path = `devices/${d.id}/lead` as const;
    const straight = [set(`${path}/adapter`, 'straight'), set(`${path}/reversed`, 'no')];
    if (adapter === 'unknown' || reversed === 'unknown') return [notKnown(d, d.lead, straight)];
    const swaps = adapter === 'reversing';
    if (swaps && reversed === 'yes')
      return [
        {
          at,
          severity: 'caution',
          say: say('adapter-reverses', 'told', { name: d.name }),
          figures: {},
          remedies: [
            { label: 'Rewire the device, straight adapter', effect: 'nothing left to mix up', edits: straight }
          ]
        }
      ];
    if (swaps === (reversed === 'yes')) return [];
    return [
      {
        at,
        severity: 'stop',
        say: say('adapter-reverses', 'swapped', { name: d.name, swaps }),
        figures: {},
        remedies: swaps
          ? [{ label: 'A straight adapter', effect: 'measured and marked', edits: straight }]
          : [{ label: 'Rewire the device', effect: '+ to +, then measured', edits: straight }]
      }
    ];
  })
);

function notKnown(d: Device, { adapter, reversed }: NonNullable<Device['lead']>, straight: Edit[]): Draft {
  const which = adapter === 'unknown';
  return {
    at: devicePlace(d.id, d.name),
    severity: 'caution',
    say: say('adapter-reverses', 'notKnown', { ofAdapter: which, name: d.name }),
    figures: {},
    asks: 'adapter',
    open: true,
    remedies:
      which && reversed === 'no'
        ? [{ label: 'A straight adapter', effect: 'measured and marked', edits: straight, answer: true }]
        : []
  };
}
