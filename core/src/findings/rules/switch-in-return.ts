import { AUTO } from '../../box/attr.ts';
import { leverAt } from '../../wiring/levers.ts';
import { mainFeed, switchesOf } from '../../box/feeds.ts';
import { portTags } from '../../box/lookup.ts';
import { listOf } from '../../quantity/list-of.ts';
import { switchedInMinus } from '../../wiring/poles.ts';
import { say } from '../words/say.ts';
import { branches, branchName, branchPath, branchPlace, MAIN_PLACE, mainPath, rule, set, type Draft } from '../rule.ts';

/** A switch in the negative lead: switched off, everything behind it stays joined to the positive. */
export const switchInReturn = rule('switch-in-return', 'safe', 'wiring', (x) => {
  const steel = x.fit?.part.material === 'steel';
  const draft = (tags: readonly string[], of: string | undefined, path: string) => ({
    severity: 'caution' as const,
    say: say('switch-in-return', 'told', { tags: listOf(tags), one: tags.length === 1, of, steel }),
    remedies: [
      {
        label: `${listOf(tags)} in the + lead`,
        effect: 'off, nothing behind stays live',
        edits: [set<string>(path, AUTO)]
      }
    ]
  });
  const out: Draft[] = [];
  const main = mainFeed(x.box);
  if (switchedInMinus(main)) {
    const tags = portTags(x.box, x.wiring.main.masterPortId);
    const levers = switchesOf(x.box, main).flatMap((id) => leverAt(x.box, tags, id)?.tag ?? []);
    if (levers.length > 0) out.push({ at: MAIN_PLACE, ...draft(levers, undefined, mainPath(x, 'switchLead')) });
  }
  for (const c of branches(x)) {
    if (!switchedInMinus(c.circuit) || c.switches.length === 0) continue;
    const tags = c.switches.map((s) => s.tag);
    out.push({ at: branchPlace(c), ...draft(tags, branchName(c), `${branchPath(c)}/switchLead`) });
  }
  return out;
});
