import { duplicateDevice, resizeOuting } from '../box/commands.ts';
import { applyEdits, type Edit } from '../box/edits.ts';
import { panelPartOf } from '../box/lookup.ts';
import type { Box } from '../box/schema.ts';
import { caseFit } from '../case/fit.ts';
import type { Catalogue, Face, PartOf } from '../catalogue/part.ts';
import { chooseBattery } from '../compare/candidate.ts';
import { evaluate, type Plan } from '../evaluate.ts';
import { set, usePart } from '../findings/rule.ts';
import type { Finding } from '../findings/rule.ts';
import { BAD } from '../remedy/attempt.ts';
import { addPort } from '../panel/add-port.ts';
import { differencesOf, differenceText } from '../variant/differences.ts';
import { withinLimits } from './limits.ts';
import { isWish } from './assess.ts';
import { blocksFor } from './parts.ts';
import { designSearch } from './search.ts';
import { takeEdits } from './take.ts';
import { pairText } from './words.ts';
import { mainFeed, blockOf } from '../box/feeds.ts';
import { soundFacts, soundSearch, type Sound, type SoundFacts, type SoundProgress } from '../remedy/sound.ts';

/** What is asked of a box that stands: a longer outing, one more of a device, another battery, another case. */
export type Ask =
  | { kind: 'hours'; durationH: number }
  | { kind: 'again'; deviceId: string }
  | { kind: 'battery'; part: PartOf<'battery'>; count: number; ageYears: number }
  | { kind: 'case'; part: PartOf<'case'> };

const FACES: readonly Face[] = ['front', 'right', 'left', 'back', 'lid'];

/** One more of a device, with a port like that of the first where a face has room for it. */
function again(box: Box, catalogue: Catalogue, deviceId: string): Edit[] {
  const first = box.devices.find((d) => d.id === deviceId);
  if (!first) return [];
  const { device, edits } = duplicateDevice(box, first);
  const with_ = applyEdits(box, edits);
  const old = box.ports.find((p) => p.id === first.portId);
  const part = panelPartOf(box, old);
  const fit = caseFit(with_);
  if (!part || !old || !fit) return edits;
  const faces = [old.face, ...FACES.filter((f) => f !== old.face && f !== fit.part.hinge)];
  const port = faces.map((face) => addPort(with_, fit, part, face, { name: device.name })).find((p) => !p.crowded);
  if (!port) return edits;
  const out = [...edits, ...port.edits, set(`devices/${device.id}/portId`, port.portId)];
  // a full fuse block grows with it
  const after = applyEdits(box, out);
  const block = blockOf(after, mainFeed(after));
  const loads = after.circuits.filter((c) => c.purpose === 'load').length;
  if (!block || block.wayCount >= loads) return out;
  const larger = blocksFor(catalogue, loads, block.perWayA ?? 0)[0];
  return larger ? [...out, ...usePart(larger, 'feeds/main/blockPartId')] : out;
}

/** What an ask changes by itself, before anything follows from it. */
export function askEdits(box: Box, catalogue: Catalogue, ask: Ask): Edit[] {
  switch (ask.kind) {
    case 'hours':
      return resizeOuting(box, { startH: box.outing.startH, durationH: ask.durationH });
    case 'again':
      return again(box, catalogue, ask.deviceId);
    case 'battery':
      // what was put by hand stood round the other battery
      return [...chooseBattery(ask.part, ask.count), set('bank/ageYears', ask.ageYears), set('placements', {})];
    case 'case':
      return [...usePart(ask.part, 'casePartId'), set('placements', {})];
  }
}

/** What must change for an ask, the smallest change first, and what the box was and would be. */
export type Adapted = {
  asked: Edit[];
  /** Only what the ask brings is cured; what stood against the box before is no matter of it. */
  sound: Sound;
  before: SoundFacts;
  /** Where single changes leave something: the sound design in which least differs from the box as it stands. */
  anew: { name: string; edits: Edit[]; changes: string[]; after: SoundFacts } | undefined;
};

/** Choices tried for a design anew. */
const MOST_ANEW = 160;

/** The search of 'Make it sound' on the box as asked for; where that leaves something, the search of designs. Yields its progress. */
export function* adapting(
  box: Box,
  catalogue: Catalogue,
  ask: Ask,
  plan: Plan = evaluate(box, catalogue)
): Generator<SoundProgress, Adapted> {
  const asked = askEdits(box, catalogue, ask);
  const after = applyEdits(box, asked);
  const then = evaluate(after, catalogue);
  // what stood before as bad as now, and what it weighs: a wish of the person, no fault of the box
  const stood = new Map(plan.findings.map((f) => [f.key, BAD[f.severity]]));
  const isOld = (f: Finding): boolean => isWish(f) || (stood.get(f.key) ?? 0) >= BAD[f.severity];
  const left = new Set(then.findings.filter(isOld).map((f) => f.key));
  const sound = yield* soundSearch(after, catalogue, 'cautions', then, left);
  const anew = sound.inTheWay.length > 0 ? yield* leastAnew(box, after, catalogue, ask, sound) : undefined;
  return { asked, sound, before: soundFacts(plan), anew };
}

/** Of the sound designs for what is asked the one that leaves most as it is: case and battery first, then all else. */
function* leastAnew(
  box: Box,
  asked: Box,
  catalogue: Catalogue,
  ask: Ask,
  so: Sound
): Generator<SoundProgress, Adapted['anew']> {
  const wishes: Box['wishes'] = {
    ...asked.wishes,
    ...(ask.kind === 'battery'
      ? { batteryPartId: ask.part.id, batteryCount: ask.count, batteryAgeYears: ask.ageYears }
      : {}),
    ...(ask.kind === 'case' ? { casePartId: ask.part.id } : {})
  };
  const wished = { ...asked, wishes };
  const search = designSearch(wished, catalogue, { mostTried: MOST_ANEW });
  let step = search.next();
  while (!step.done) {
    yield { triedCount: so.triedCount + step.value.triedCount, ...so.after };
    step = search.next();
  }
  const kept = withinLimits(wished, step.value.sound);
  const all = kept.length > 0 ? kept : step.value.sound;
  const upset = (key: string, of: string | null): number => (key === of ? 0 : 1);
  const weigh = (s: (typeof all)[number]): number =>
    100 * upset(s.pair.case.id, box.casePartId) +
    40 * upset(s.pair.battery.id, box.bank.partId) +
    differencesOf(box, s.design.box).length;
  const best = all
    .map((s) => [weigh(s), s] as const)
    .toSorted((a, b) => a[0] - b[0] || (a[1].key < b[1].key ? -1 : 1))[0]?.[1];
  if (!best) return undefined;
  return {
    name: pairText(best.pair),
    edits: takeEdits(asked, best.design.box),
    changes: differencesOf(asked, best.design.box).map(differenceText),
    after: soundFacts(best.design.plan)
  };
}
