import { ofKind } from '../../catalogue/of-kind.ts';
import { say } from '../words/say.ts';
import { BOX_PLACE, rule, usePart } from '../rule.ts';

/** Heavier than the way it is meant to be carried. */
export const tooHeavy = rule('too-heavy', 'carry', 'case', (x) => {
  const { massKg, limitKg } = x.carry;
  if (massKg <= limitKg) return [];
  const lighter = ofKind(x.catalogue, 'battery').find(
    (b) =>
      b.chemistry === 'lfp' &&
      x.bank &&
      x.bank.chemistry !== 'lfp' &&
      b.capacityAh >= x.bank.part.capacityAh * 0.6 &&
      x.bank.massKg - b.massKg * x.bank.count > 0.5
  );
  return [
    {
      at: BOX_PLACE,
      severity: 'caution',
      say: say('too-heavy', 'told', { massKg, limitKg, carry: x.box.outing.carry }),
      figures: { massKg, limitKg },
      remedies: lighter
        ? [
            {
              label: lighter.name,
              reckoned: true,
              effect: `${x.said.kg((x.bank!.part.massKg - lighter.massKg) * x.bank!.count, 1)} lighter, lasts ${x.lastsAfterH(usePart(lighter, 'bank/partId')).toFixed(1)} h`,
              edits: usePart(lighter, 'bank/partId')
            }
          ]
        : []
    }
  ];
});
