import { ofKind } from '../../catalogue/of-kind.ts';
import { say } from '../words/say.ts';
import { MAIN_PLACE, rule, set } from '../rule.ts';
import {} from '../rule.ts';

/** A breaker that closes again by itself feeds the fault again and again. */
export const breakerAutoReset = rule('breaker-auto-reset', 'safe', 'wiring', (x) => {
  const { fuse } = x.wiring.main;
  if (fuse?.reset !== 'auto') return [];
  const manual = ofKind(x.catalogue, 'fuse').find((f) => f.family === fuse.family && f.reset === 'manual');
  return [
    {
      at: MAIN_PLACE,
      severity: 'caution',
      say: say('breaker-auto-reset', 'told', {}),
      figures: { ratingA: x.wiring.main.fuseA ?? 0 },
      remedies: manual
        ? [
            {
              label: manual.name,
              effect: 'stays open until somebody looks',
              edits: [set(`parts/${fuse.id}`, { ...fuse, reset: 'manual', name: manual.name })]
            }
          ]
        : []
    }
  ];
});
