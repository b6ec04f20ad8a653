import { AUTO } from '../../box/attr.ts';
import { capital } from '../../quantity/capital.ts';
import type { CircuitPlan } from '../../wiring/types.ts';
import { branches, branchName, branchPath, branchPlace, rule, set } from '../rule.ts';

const partOfBox = (c: CircuitPlan): string => (c.circuit.purpose === 'charge' ? 'charge lead' : 'circuit');

/** A circuit, or a charge lead, without a fuse of its own. */
export const sourceUnfused = rule('source-unfused', 'safe', 'wiring', (x) =>
  branches(x)
    .filter((c) => c.fuseOrigin === 'none' && (!c.sharesFuse || c.guard === undefined))
    .map((c) => ({
      at: branchPlace(c),
      severity: 'stop' as const,
      short: c.feed ? `Feed ${c.tag} has no fuse` : `${c.tag} ${partOfBox(c)} has no fuse`,
      title: `${capital(branchName(c))}${c.feed?.name ? ` (${c.feed.name})` : ''} has no fuse`,
      why:
        c.circuit.purpose === 'charge'
          ? 'The battery feeds a short on the charge lead from behind: its fuse belongs at the battery end.'
          : c.guard
            ? `A short on it would run through ${c.guard.tag} at its full rating.`
            : 'Nothing before it opens: a short on it burns its wire.',
      figures: { loadA: c.loadA },
      remedies: [
        {
          label: 'Fit a fuse',
          effect: `at least ${c.windowA.min.toFixed(1)} A`,
          edits: [set(`${branchPath(c)}/fuse`, AUTO)]
        }
      ]
    }))
);
