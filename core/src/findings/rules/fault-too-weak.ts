import { say } from '../words/say.ts';
import { AUTO } from '../../box/attr.ts';
import { mainFeed } from '../../box/feeds.ts';
import type { Feed } from '../../box/schema.ts';
import { isLeadPath, LEAD_WIRE, wireLeft } from '../elements.ts';
import type { CircuitPlan } from '../../wiring/types.ts';
import { branches, branchPath, branchPlace, MAIN_PLACE, rule, set, type Facts, type Where } from '../rule.ts';

const FAST = 3.5;
const OPENS = 1.6;

type Row = {
  at: Where;
  end: string;
  guard: { tag: string; ratingA: number | undefined } | undefined;
  weakFaultA: number;
  /** Fields somebody set: left to Haversack they hold. */
  paths: string[];
};

/** Wire, fuse and the section ahead of a way in, where any of them was set. */
function setPaths(of: Pick<Feed, 'wire' | 'fuse' | 'lead'>, path: string): string[] {
  const lead = of.lead?.wire.is === 'set';
  if (of.wire.is !== 'set' && of.fuse.is !== 'set' && !lead) return [];
  return [`${path}/wire`, `${path}/fuse`, ...(lead ? [`${path}/${LEAD_WIRE}`] : [])];
}

/** Every way out to its end: the main feed's, each feed's, each circuit's. */
function rowsOf(x: Facts): Row[] {
  const m = x.wiring.main;
  const main: Row = {
    at: MAIN_PLACE,
    end: 'the end of the main feed',
    guard: m.fuseFamily && m.fuseOrigin !== 'none' ? { tag: 'F0', ratingA: m.fuseA } : undefined,
    weakFaultA: m.weakFaultA,
    paths: setPaths(mainFeed(x.box), `feeds/${mainFeed(x.box).id}`)
  };
  return [
    main,
    ...branches(x).map((c) => ({
      at: branchPlace(c),
      end: c.portTag,
      guard: noneNeeded(c) || (c.fuseOrigin === 'none' && !c.sharesFuse) ? undefined : opener(c),
      weakFaultA: c.weakFaultA,
      paths: setPaths({ ...c.circuit, lead: c.feed?.lead ?? null }, branchPath(c))
    }))
  ];
}

/** A converter that drives less than the fuse behind it opens nothing. */
const opener = (c: CircuitPlan): CircuitPlan['guard'] => (c.opensFirst?.limits ? c.guard : c.opensFirst);

/** Behind a converter that drives no more than the wire bears nothing has to open. */
const noneNeeded = (c: CircuitPlan): boolean =>
  c.guard?.limits === true || (c.rail?.limitA !== undefined && c.rail.limitA <= (c.ampacityA ?? 0));

/** A short at the far end of a cold, nearly empty box must still open the fuse quickly. */
export const faultTooWeak = rule('fault-too-weak', 'safe', 'wiring', (x) =>
  rowsOf(x).flatMap(({ at, end, guard, weakFaultA, paths }) => {
    const fuseA = guard?.ratingA;
    if (!x.bank || !guard || fuseA === undefined || weakFaultA >= FAST * fuseA) return [];
    const stop = weakFaultA < OPENS * fuseA;
    return [
      {
        at,
        severity: stop ? ('stop' as const) : ('caution' as const),
        cause: `fuse ${guard.tag}`,
        say: say('fault-too-weak', 'told', { kind: at.kind, end, tag: guard.tag, weakFaultA, fuseA, fastTimes: FAST }),
        figures: { faultA: weakFaultA, fuseA },
        remedies: [
          ...paths
            .filter(isLeadPath)
            .map((path) => ({ ...wireLeft(x, path), effect: 'a short drives more through it' })),
          ...(paths.length > 0
            ? [
                {
                  label: 'Let Haversack choose wire and fuse',
                  effect: 'thicker wire, smaller fuse',
                  edits: paths.map((path) => set<string>(path, AUTO))
                }
              ]
            : [])
        ]
      }
    ];
  })
);
