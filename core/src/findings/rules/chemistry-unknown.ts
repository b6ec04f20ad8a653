import { BATTERY_PLACE, rule, set } from '../rule.ts';

/** Nobody read what the battery is made of: charging and capacity rest on it. */
export const chemistryUnknown = rule('chemistry-unknown', 'safe', 'battery', (x) => {
  if (!x.bank?.assumedChemistry) return [];
  const id = x.bank.part.id;
  return [
    {
      at: BATTERY_PLACE,
      severity: 'stop',
      short: 'Battery chemistry is unknown',
      title: 'The battery’s chemistry is unknown',
      why: 'Charging voltage, cold limit and usable depth depend on it. Read the label: LiFePO4 says 12.8 V, AGM and gel say 12 V and weigh two and a half times as much. Until then the figures are those of AGM.',
      figures: { massKg: x.bank.part.massKg, capacityAh: x.bank.part.capacityAh },
      open: true,
      remedies: (['lfp', 'agm'] as const).map((c) => ({
        label: `The label says ${c === 'lfp' ? 'LiFePO4' : 'AGM'}`,
        effect: c === 'lfp' ? '12.8 V, no charging below 0 °C' : '12 V, half its charge usable',
        edits: [set(`parts/${id}/chemistry`, c)]
      }))
    }
  ];
});
