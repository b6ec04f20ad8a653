import { say } from '../words/say.ts';
import { set } from '../../box/edit.ts';
import { aboveGroundMm } from '../../panel/panel.ts';
import { GROUND_CLEAR_MM } from '../../panel/spacing.ts';
import { portPlace, rule } from '../rule.ts';

/** Puddles and sand reach it. */
export const portTooLow = rule('port-too-low', 'dry', 'ports', (x) =>
  (x.panel?.ports ?? []).flatMap((p) => {
    if (['lid', 'floor'].includes(p.port.face)) return [];
    const height = aboveGroundMm(p, x.fit!.part);
    if (height >= GROUND_CLEAR_MM - 1e-6 || height < 0) return [];
    const yMm = p.port.yMm + GROUND_CLEAR_MM - height;
    return [
      {
        at: portPlace(p.port.id, p.tag),
        severity: 'caution' as const,
        say: say('port-too-low', 'told', { tag: p.tag, heightMm: height }),
        figures: { heightMm: height, wantedMm: GROUND_CLEAR_MM },
        remedies: [
          {
            label: `Raise it to ${x.said.mm(yMm, 0)}`,
            effect: `${x.said.mm(GROUND_CLEAR_MM)} above ground`,
            edits: [set(`ports/${p.port.id}/yMm`, yMm)]
          }
        ]
      }
    ];
  })
);
