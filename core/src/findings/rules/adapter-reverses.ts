import type { Edit } from '../../box/edits.ts';
import type { Device } from '../../box/schema.ts';
import { devicePlace, rule, set, type Draft } from '../rule.ts';

const MEASURE = 'Set a meter on its end before the device is plugged in: red on the middle or + must read positive.';

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
          short: `${d.name}: swapped adapter`,
          title: `${d.name} is wired the other way round, and its adapter swaps the poles back`,
          why: 'It works with this adapter only: the adapter kills every other device, and the device dies on every other lead. Mark both halves in words and colour, or rewire the device and throw the adapter away.',
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
        short: `${d.name} gets + on −`,
        title: swaps
          ? `The adapter of ${d.name} swaps + and −`
          : `${d.name} is wired the other way round and nothing swaps it back`,
        why: MEASURE,
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
    short: which ? 'Does the adapter swap + and −?' : `${d.name}: which pole is +?`,
    title: which
      ? `Whether the adapter of ${d.name} swaps the poles is unknown`
      : `Which way round ${d.name} is wired is unknown`,
    why: MEASURE,
    figures: {},
    asks: 'adapter',
    open: true,
    remedies:
      which && reversed === 'no'
        ? [{ label: 'A straight adapter', effect: 'measured and marked', edits: straight, answer: true }]
        : []
  };
}
