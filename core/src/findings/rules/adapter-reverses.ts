import { devicePlace, rule, set, type Draft } from '../rule.ts';

/** Adapters that swap the poles look like any other. */
export const adapterReverses = rule('adapter-reverses', 'safe', 'ports', (x) =>
  x.box.devices.flatMap((d): Draft[] => {
    const adapter = d.lead?.adapter;
    if (adapter !== 'reversing' && adapter !== 'unknown') return [];
    const unknown = adapter === 'unknown';
    return [
      {
        at: devicePlace(d.id, d.name),
        severity: unknown ? 'caution' : 'stop',
        short: unknown ? 'Does the adapter swap + and −?' : `${d.name} gets + on −`.slice(0, 32),
        title: unknown
          ? `Whether the adapter of ${d.name} swaps the poles is unknown`
          : `The adapter of ${d.name} swaps + and −`,
        why: 'Set a meter on its end before the device is plugged in: red on the middle or + must read positive.',
        figures: {},
        open: unknown,
        remedies: [
          {
            label: 'A straight adapter',
            effect: 'measured and marked',
            edits: [set(`devices/${d.id}/lead/adapter`, 'straight')]
          }
        ]
      }
    ];
  })
);
