import { applyEdits, type Edit } from '../box/edits.ts';
import { normalQuantile } from '../outing/normal.ts';
import { resizeOuting } from '../box/commands.ts';
import type { Box } from '../box/schema.ts';
import type { Ground } from './parts.ts';
import { set } from '../findings/rule.ts';
import { durationText } from '../quantity/format.ts';
import { SEAL_LADDER, SEAL_WORDS } from '../sealing/sealing.ts';
import { energyWh } from './candidates.ts';
import { overLimits, type Nearest } from './give-up.ts';
import { keepsLimits, withinLimits } from './limits.ts';
import { candidatesFor } from './order.ts';
import { designPair } from './pair.ts';
import { designSearch, groundFor, type DesignSearch, type Sound } from './search.ts';
import { failureSay } from './words.ts';

export type Unmet = { why: string[]; nearest: Nearest[] };

/** Choices tried for each thing that might give; pairs tried for the longest hours. */
const TRIED_EACH = 160;
const PAIRS_FOR_HOURS = 8;
/** Hours are offered in steps people plan in. */
const STEP_H = 5 / 60;
/**
 * What keeps a wish from being met, and the nearest that can be: which limit excludes what is sound, how many hours there are
 * within the limits, and which wish, given up alone, lets a sound box be built. Every box offered was worked out to the end.
 */
export function* unmet(box: Box, search: DesignSearch): Generator<undefined, Unmet> {
  if (withinLimits(box, search.front).length > 0) return { why: [], nearest: [] };
  const why: string[] = [];
  const nearest: Nearest[] = [];
  if (box.devices.length === 0) return { why: ['Nothing runs yet: say first what must run.'], nearest };
  overLimits(box, search, why, nearest);
  const hours = yield* mostHours(box, search.ground);
  if (hours) nearest.push(hours);
  if (search.sound.length === 0) {
    for (const r of relaxations(box)) {
      const found = yield* firstWithin(applyEdits(box, r.gives), search.ground);
      if (found) nearest.push({ ...r, design: found });
    }
    why.push(...reasons(search));
  }
  return { why, nearest };
}

/** The longest outing found that a sound box within the limits serves, the largest batteries first. */
function* mostHours(box: Box, g: Ground): Generator<undefined, Nearest | undefined> {
  const wantedH = box.outing.durationH;
  const shorter = (durationH: number): Edit[] => resizeOuting(box, { startH: box.outing.startH, durationH });
  // for a moment's outing whatever can be built at all stands among the candidates
  const brief = groundFor(applyEdits(box, shorter(STEP_H)), g.catalogue, g.home);
  const all = candidatesFor(brief)
    .all.filter((c) => keepsLimits({ ...box, wishes: { ...box.wishes, leastChanceFraction: 0 } }, c.bound))
    .toSorted((a, b) => energyWh(b.option) - energyWh(a.option) || (a.key < b.key ? -1 : 1));
  let best: Nearest | undefined;
  let bestH = 0;
  for (const [i, c] of all.entries()) {
    if (i >= (best ? PAIRS_FOR_HOURS : 3 * PAIRS_FOR_HOURS)) break;
    const pair = { battery: c.option.battery, count: c.option.count, case: c.case };
    const whole = yield* designPair(g, pair);
    if (whole.kind !== 'flawed') continue;
    const o = whole.design.plan.outing;
    if (!o || !Number.isFinite(o.lastsH) || o.lastsH >= wantedH) continue;
    const surelyH = o.lastsH - normalQuantile(box.wishes.leastChanceFraction) * o.spreadH;
    const durationH = Math.floor(surelyH / STEP_H) * STEP_H;
    if (durationH <= bestH || durationH < STEP_H) continue;
    const gives = shorter(durationH);
    const there = applyEdits(box, gives);
    const done = yield* designPair(groundFor(there, g.catalogue, g.home), pair);
    if (done.kind !== 'sound' || !keepsLimits(there, done.design.merits)) continue;
    bestH = durationH;
    best = {
      id: 'hours',
      say: `${durationText(durationH)} instead of ${durationText(wantedH)}`,
      gives,
      design: { ...done, pair, key: c.key, merits: done.design.merits }
    };
  }
  return best;
}

/** Wishes that can be given up one by one. */
function relaxations(box: Box): Omit<Nearest, 'design'>[] {
  const w = box.wishes;
  const out: Omit<Nearest, 'design'>[] = [];
  const at = SEAL_LADDER.indexOf(box.outing.seal);
  for (const seal of SEAL_LADDER.slice(0, at).toReversed())
    out.push({
      id: `seal-${seal}`,
      say: `${SEAL_WORDS[seal]} instead of ${SEAL_WORDS[box.outing.seal].toLowerCase()}`,
      gives: [set('outing/seal', seal)]
    });
  if (w.batteryPartId !== null)
    out.push({
      id: 'battery',
      say: 'Another battery',
      gives: [set('wishes/batteryPartId', null), set('wishes/batteryCount', null)]
    });
  if (w.chemistries.length > 0)
    out.push({ id: 'chemistry', say: 'Any chemistry', gives: [set('wishes/chemistries', [])] });
  if (w.casePartId !== null) out.push({ id: 'case', say: 'Another case', gives: [set('wishes/casePartId', null)] });
  if (w.noSoldering)
    out.push({ id: 'soldering', say: 'With a soldering iron', gives: [set('wishes/noSoldering', false)] });
  for (const [key, say] of [
    ['control', 'Switched otherwise'],
    ['spread', 'Spread out otherwise'],
    ['meter', 'With another meter or none'],
    ['charging', 'Charged otherwise']
  ] as const)
    if (w[key] !== 'usual') out.push({ id: key, say, gives: [set(`wishes/${key}`, 'usual')] });
  return out;
}

/** The first sound box of a search, within the limits if there is one. */
function* firstWithin(box: Box, { catalogue, home }: Ground): Generator<undefined, Sound | undefined> {
  const search = designSearch(box, catalogue, { mostTried: TRIED_EACH, home });
  for (let step = search.next(); ; step = search.next()) {
    if (step.done) return step.value.front[0];
    const found = withinLimits(box, step.value.front)[0];
    if (found) return found;
    yield undefined;
  }
}

/** What stood in the way of most pairs, in words, the commonest first. */
function reasons(search: DesignSearch): string[] {
  const counts = new Map<string, number>();
  for (const f of search.failed) counts.set(failureSay(f), (counts.get(failureSay(f)) ?? 0) + 1);
  for (const r of search.ruledOut) counts.set(`${r.name}: ${r.why}`, (counts.get(`${r.name}: ${r.why}`) ?? 0) + 1);
  return [...counts]
    .toSorted((a, b) => b[1] - a[1])
    .slice(0, 3)
    .map(([say]) => `${say}.`);
}
