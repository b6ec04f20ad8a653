import type { Edit } from '../box/edits.ts';
import type { Box } from '../box/schema.ts';
import type { Verdict } from '../findings/rule.ts';
import type { VerdictState } from '../verdict.ts';
import { sketchOf, type Sketch } from '../panel/sketch.ts';
import type { Merits } from './assess.ts';
import { explain, type Reason } from './explain.ts';
import { keepsLimits } from './limits.ts';
import { namedOf, type Role } from './named.ts';
import type { DesignProgress, DesignSearch, Sound } from './search.ts';
import { takeEdits } from './take.ts';
import type { Unmet } from './unmet.ts';
import { packsText, pairText } from './words.ts';

/** A sound box that was found, as a dot among the others. */
export type DesignDot = {
  key: string;
  /** Battery and case. */
  name: string;
  merits: Merits;
  lastsH: number | null;
  /** Keeps every limit. */
  within: boolean;
  roles: Role[];
};

/** A sound box to be looked at and taken. */
export type Proposal = DesignDot & {
  battery: string;
  caseName: string;
  box: Box;
  edits: Edit[];
  answers: { id: Verdict; name: string; state: VerdictState; say: string }[];
  reasons: Reason[];
  cautions: string[];
  /** Lines of the kit whose price nobody knows: the price leaves them out. */
  unpricedCount: number;
  sketch: Sketch | undefined;
};

/** What a search shows while it runs and at its end. Plain data: it goes from the worker to the page. */
export type DesignView = {
  settledCount: number;
  pairCount: number;
  triedCount: number;
  soundCount: number;
  dots: DesignDot[];
  proposals: Proposal[];
};

/** The end of a search: how it was done, how far from the best it may be, and what keeps a wish from being met. */
export type DesignResult = DesignView & {
  boundedCount: number;
  failedCount: number;
  ruledOutCount: number;
  gap: DesignSearch['gap'];
  unmet: { why: string[]; nearest: { id: string; say: string; gives: Edit[]; proposal: Proposal }[] };
};

const dotOf = (box: Box, s: Sound, roles: Role[]): DesignDot => ({
  key: s.key,
  name: pairText(s.pair),
  merits: s.merits,
  lastsH: s.design.lastsH,
  within: keepsLimits(box, s.merits),
  roles
});

/** A sound box as it is shown when it is opened. @param search with what it beat, once the search has seen enough */
export function proposalOf(box: Box, s: Sound, roles: Role[], search?: DesignSearch): Proposal {
  const { plan } = s.design;
  return {
    ...dotOf(box, s, roles),
    battery: packsText(s.pair),
    caseName: s.pair.case.name,
    box: s.design.box,
    edits: takeEdits(box, s.design.box),
    answers: plan.verdicts.map(({ id, name, state, say }) => ({ id, name, state, say })),
    reasons: search ? explain(search.ground, search, s) : [],
    cautions: s.design.against.map((f) => f.title),
    unpricedCount: plan.kit.unpricedCount,
    sketch: sketchOf(plan)
  };
}

/** What a search has found so far. */
export function viewOf(box: Box, seen: DesignProgress, search?: DesignSearch): DesignView {
  const named = namedOf(box, seen.sound);
  const rolesOf = (s: Sound): Role[] => named.find((n) => n.design === s)?.roles ?? [];
  return {
    settledCount: seen.settledCount,
    pairCount: seen.pairCount,
    triedCount: seen.triedCount,
    soundCount: seen.soundCount,
    dots: seen.sound.map((s) => dotOf(box, s, rolesOf(s))),
    proposals: named.map((n) => proposalOf(box, n.design, n.roles, search))
  };
}

/** The end of a search in full. */
export const resultOf = (box: Box, search: DesignSearch, unmet: Unmet): DesignResult => ({
  ...viewOf(box, search, search),
  boundedCount: search.boundedCount,
  failedCount: search.failed.length,
  ruledOutCount: search.ruledOut.length,
  gap: search.gap,
  unmet: {
    why: unmet.why,
    nearest: unmet.nearest.map((n) => ({
      id: n.id,
      say: n.say,
      gives: n.gives,
      // what another search found was not compared with what this one saw
      proposal: proposalOf(box, n.design, [], search.sound.includes(n.design) ? search : undefined)
    }))
  }
});
