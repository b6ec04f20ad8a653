import { say } from '../words/say.ts';
import { AUTO } from '../../box/attr.ts';
import { branches, branchName, branchPath, branchPlace, rule, set } from '../rule.ts';

/** A circuit, or a charge lead, without a fuse of its own. */
export const sourceUnfused = rule('source-unfused', 'safe', 'wiring', (x) =>
  branches(x)
    .filter((c) => c.fuseOrigin === 'none' && !c.returnFuse && (!c.sharesFuse || c.guard === undefined))
    .map((c) => ({
      at: branchPlace(c),
      severity: 'stop' as const,
      say: say('source-unfused', 'told', {
        tag: c.tag,
        purpose: c.circuit.purpose,
        feedName: c.feed?.name,
        guardTag: c.guard?.tag,
        branch: branchName(c)
      }),
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
