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
      short: `${b.bracket.name || 'Bracket'} tips the box`,
      title: `${b.bracket.name || 'The bracket'} tips the box over`,
      why: `Its load uses ${(b.tipShare * 100).toFixed(0)} % of what the box’s own weight holds; half is left for gusts and knocks. Shorten the arm, or peg the box down.`,
      figures: { tipShare: b.tipShare }
    }))
);
