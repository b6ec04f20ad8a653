import { applyEdits } from '../box/edits.ts';
import type { Box } from '../box/schema.ts';
import { STARTER_CATALOGUE } from '../catalogue/starter.ts';
import { build } from '../design/build.ts';
import { groundFor } from '../design/search.ts';
import { takeEdits } from '../design/take.ts';
import { firstChoice, waysFor } from '../design/ways.ts';
import { starter } from './builder.ts';

/** Two other ways to build a demo box, as the search of designs builds them: beside the box itself they make three variants. */
export function otherVariants(box: Box): Box[] {
  const g = groundFor(box, STARTER_CATALOGUE);
  return (
    [
      ['Lasts the day', 'battery-lfp-35', 'case-plastic-tall'],
      ['Just enough', 'battery-lfp-22', 'case-plastic-deep']
    ] as const
  ).map(([name, batteryId, caseId], i) => {
    const battery = starter('battery', batteryId);
    const built = build(g, firstChoice(battery, 1, starter('case', caseId), waysFor(box.wishes, battery, 1)));
    if ('fails' in built) throw new Error(`the demo variant '${name}' cannot be built: ${built.fails}`);
    const variant = { id: `v${i + 2}`, name, builtDay: null };
    return { ...applyEdits(box, takeEdits(box, built.box)), variant };
  });
}
