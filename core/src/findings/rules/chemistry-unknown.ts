import { say } from '../words/say.ts';
import { byWeight, leftByWeight } from '../../battery/density.ts';
import type { PartOf } from '../../catalogue/part.ts';
import type { Said } from '../../quantity/said.ts';
import { BATTERY_PLACE, rule, set } from '../rule.ts';

const LITHIUM = ['lfp', 'nmc3', 'nmc4'] as const;
const ALL = ['lfp', 'agm', 'gel', 'flooded', 'nmc3', 'nmc4'] as const;

/** What the weight leaves comes first; a label that says otherwise can be read out all the same. */
function likeliestFirst(part: PartOf<'battery'>): (typeof ALL)[number][] {
  const left = leftByWeight(part, ALL);
  return [...left, ...ALL.filter((c) => !left.includes(c))];
}

/** What stands on a label of each sort, and what follows from it. */
const LABEL: Record<(typeof ALL)[number], { says: string; means: (said: Said) => string }> = {
  lfp: { says: 'LiFePO4', means: (said) => `12.8 V, no charging below ${said.degC(0)}` },
  agm: { says: 'AGM', means: () => '12 V, half its charge usable' },
  gel: { says: 'gel', means: () => '12 V, charged with less than AGM' },
  flooded: { says: 'acid, with caps to fill', means: () => '12 V, stands upright and is charged in the open' },
  nmc3: { says: '11.1 V, three cells', means: () => 'reaches 12.6 V while it charges' },
  nmc4: { says: '14.8 V, four cells', means: () => 'reaches 16.8 V while it charges' }
};

/** Nobody read what the battery is made of: charging and capacity rest on it. */
export const chemistryUnknown = rule('chemistry-unknown', 'safe', 'battery', (x) => {
  if (!x.bank?.assumedChemistry) return [];
  const id = x.bank.part.id;
  const lithium = x.bank.part.chemistry === 'lithium';
  return [
    {
      at: BATTERY_PLACE,
      severity: 'stop',
      say: say('chemistry-unknown', 'told', { lithium, byWeight: byWeight(x.bank.part).say }),
      figures: { massKg: x.bank.part.massKg, capacityAh: x.bank.part.capacityAh },
      asks: 'chemistry',
      open: true,
      remedies: (lithium ? LITHIUM : likeliestFirst(x.bank.part)).map((c) => ({
        label: `The label says ${LABEL[c].says}`,
        effect: LABEL[c].means(x.said),
        edits: [set(`parts/${id}/chemistry`, c)],
        answer: true
      }))
    }
  ];
});
