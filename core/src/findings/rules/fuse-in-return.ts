import { AUTO } from '../../box/attr.ts';
import { say } from '../words/say.ts';
import { branches, branchPath, branchPlace, MAIN_PLACE, mainPath, rule, set, type Draft } from '../rule.ts';

/** A fuse in the negative lead: what comes back to the battery another way never goes through it. */
export const fuseInReturn = rule('fuse-in-return', 'safe', 'wiring', (x) => {
  const steel = x.fit?.part.material === 'steel';
  const draft = (tag: string, path: string, of: { branch?: string; guardTag?: string | undefined }) => ({
    say: say('fuse-in-return', 'told', { tag, branch: of.branch, guardTag: of.guardTag, steel }),
    remedies: [
      { label: `${tag} in the + lead`, effect: 'whatever + touches, it opens', edits: [set<string>(path, AUTO)] }
    ]
  });
  const out: Draft[] = [];
  if (x.wiring.main.returnFuse)
    out.push({ at: MAIN_PLACE, severity: 'stop', ...draft('F0', mainPath(x, 'fuseLead'), {}) });
  for (const c of branches(x)) {
    if (!c.returnFuse) continue;
    out.push({
      at: branchPlace(c),
      // where another fuse is meant for it all the same, its own is only of no use
      severity: c.sharesFuse && c.guard ? 'caution' : 'stop',
      ...draft(c.fuseTag, `${branchPath(c)}/fuseLead`, { branch: c.tag, guardTag: c.guard?.tag })
    });
  }
  return out;
});
