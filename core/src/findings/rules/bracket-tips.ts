import { say } from '../words/say.ts';
import { rule } from '../rule.ts';

/** From this share of its own weight's moment on, a knock puts it over. @source rule of thumb: half for gusts and knocks */
const MOST_SHARE = 0.5;

/** What hangs on the bracket takes the box over. */
export const bracketTips = rule('bracket-tips', 'carry', 'ports', (x) =>
  x.brackets
    .filter((b) => b.tipShare > MOST_SHARE)
    .map((b) => ({
      at: { kind: 'body' as const, id: b.bracket.id, label: b.bracket.name || 'bracket' },
      severity: 'caution' as const,
      say: say('bracket-tips', 'told', { name: b.bracket.name, tipShare: b.tipShare }),
      figures: { tipShare: b.tipShare }
    }))
);
