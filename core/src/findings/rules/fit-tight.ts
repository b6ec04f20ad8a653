import { say } from '../words/say.ts';
import { set } from '../../box/edit.ts';
import { BEHIND_GAP_MM } from '../../panel/spacing.ts';
import { portPlace, rule } from '../rule.ts';

/** It goes in, with less to spare than parts and mouldings vary. */
export const fitTight = rule('fit-tight', 'fits', 'ports', (x) =>
  (x.panel?.ports ?? [])
    .filter((p) => p.part.hole.shape !== 'none' && p.clearMm >= 0 && p.clearMm < BEHIND_GAP_MM)
    .map((p) => ({
      at: portPlace(p.port.id, p.tag),
      severity: 'caution' as const,
      say: say('fit-tight', 'told', { tag: p.tag, clearMm: p.clearMm, behindName: p.behindName }),
      figures: { clearMm: p.clearMm, wantedMm: BEHIND_GAP_MM },
      remedies:
        p.port.terminals === 'straight'
          ? [
              {
                label: 'Use flag terminals',
                effect: `${x.said.mm(p.clearMm + p.part.straightMm - p.part.flagMm, 1)} clear`,
                edits: [set(`ports/${p.port.id}/terminals`, 'flag')]
              }
            ]
          : []
    }))
);
