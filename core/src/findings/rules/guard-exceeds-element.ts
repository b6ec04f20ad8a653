import { say } from '../words/say.ts';
import { AUTO } from '../../box/attr.ts';
import { mainFeed } from '../../box/feeds.ts';
import type { Happening } from '../../judge/table.ts';
import type { Guard } from '../../judge/ways.ts';
import { HEAT_INSIDE, tooHotFor } from '../heat-inside.ts';
import { isOwnLead, nameOf, placeOf, wireLeft, wirePathOf, worstByPlace } from '../elements.ts';
import { branches, branchPath, rule, set, type Facts } from '../rule.ts';
import { fuseFirst } from '../fuse-first.ts';
import { BARE_MM, unfusedLimitMm } from '../../wiring/placement.ts';
import { ownAhead } from '../../wiring/net-branch.ts';
import { aheadOfFuseMm, switchedFirst } from '../../wiring/switch-place.ts';
import type { CircuitPlan } from '../../wiring/types.ts';

/** Circuits’ own wires, ports and switches, the main wire and its parts are judged by rules of their own. */
const hasOwn = (x: Facts, h: Happening): boolean => {
  if (h.kind === 'shunt' || h.kind === 'switch' || h.kind === 'port' || h.kind === 'fuse-block') return true;
  const branch = branches(x).find((c) => c.circuit.id === h.circuitId);
  if (branch && isOwnLead(x, h)) return false;
  // what a converter drives runs over its own return, and over each lead up to the first fuse behind it
  if (h.guard?.limits && branch && h.kind !== 'wire') return false;
  // ahead of its own fuse a wire has only what stands before; the same wire as behind it, where somebody said so
  if (branch && isAhead(x, h, branch)) return !ownAhead(branch) && aheadBySwitchMm(x, branch) <= BARE_MM;
  if (h.kind === 'wire' && branch) return !h.guard?.limits || branch.guard?.limits === true;
  // a circuit’s return as thick as its wire is judged with it
  if (h.kind === 'return' && branch) return branch.circuit.returnWire.is === 'auto' || branch.ampacityA === undefined;
  if (h.kind === 'return' && mainFeed(x.box).returnWire.is !== 'auto') return false;
  return h.circuitId === null && h.id.startsWith('main/') && h.guard?.tag === 'F0' && !isLead(h);
};
/** The stretch of a circuit or feed ahead of its own fuse; where its switches come first, all up to it. */
const isAhead = (x: Facts, h: Happening, branch: CircuitPlan): boolean => {
  if (h.kind !== 'wire' || !h.id.startsWith(`${branch.circuit.id}/`)) return false;
  return switchedFirst(x.box, branch)
    ? h.guard?.tag !== branch.fuseTag && h.conductor?.from.part !== branch.fuseTag
    : h.id === `${branch.circuit.id}/stub`;
};

/** How far its switches push its fuse out along its wire, mm. */
function aheadBySwitchMm(x: Facts, branch: CircuitPlan): number {
  if (!switchedFirst(x.box, branch)) return 0;
  const { overSwitchesMm, toFuseMm } = aheadOfFuseMm(branch);
  return overSwitchesMm + toFuseMm;
}

/** The section ahead of the way in may be of another size than the rest. */
const isLead = (h: Happening): boolean => h.id === 'main/inlet+' || h.id === 'main/inlet-';

/** Up to the main fuse, and so short that it might lie there with nothing before it. */
const mayBeBare = (x: Facts, h: Happening): boolean =>
  h.id === 'main/fuse' && h.conductor!.lengthMm <= unfusedLimitMm(mainFeed(x.box).sheathed);

/** A smaller fuse ahead that opens first and keeps it whole. Of the leads of one pack none does. */
function savedBy(h: Happening): Guard | undefined {
  const first = h.id.startsWith('battery-') || h.opensFirst?.tag === h.guard?.tag ? undefined : h.opensFirst;
  if (first?.heldA === undefined) return undefined;
  return (h.conductor ? first.heldA : first.ratingA!) <= h.bearsA! * (1 + 1e-9) ? first : undefined;
}

const amps = (g: Guard): string => String(Number((g.ratingA ?? 0).toFixed(1)));

/** A fuse larger than what stands behind it bears: links and leads of packs, coil, controller and charger leads, the way in, thin returns. */
export const guardExceedsElement = rule('guard-exceeds-element', 'safe', 'wiring', (x) => {
  const found = x.judge.all.flatMap((h) => {
    const { guard } = h;
    if (!guard || guard.heldA === undefined || h.bearsA == null || h.kind === 'fuse' || h.kind === 'battery') return [];
    if (h.kind === 'relay' || hasOwn(x, h) || h.kind === 'sense' || mayBeBare(x, h)) return [];
    const over = (h.conductor ? guard.heldA : (guard.ratingA ?? 0)) / h.bearsA;
    const ahead = savedBy(h);
    // where one is saved and another is not, the other is told
    return over <= 1 + 1e-9 ? [] : [{ h, guard, ahead, over: ahead ? over / 1e6 : over, where: placeOf(x, h) }];
  });
  return worstByPlace(found).map(({ h, guard, ahead, where }) => {
    const path = h.conductor ? wirePathOf(x, h) : undefined;
    const branch = branches(x).find((c) => c.circuit.id === h.circuitId);
    const hot = h.conductor !== undefined && tooHotFor(branch?.laid ?? x.wiring.main.laid);
    return {
      at: where,
      also: h.id.replace(/\W+/g, '-'),
      severity: ahead ? ('caution' as const) : ('stop' as const),
      cause: hot ? HEAT_INSIDE : `fuse ${guard.tag}`,
      say: say('guard-exceeds-element', 'told', {
        tag: guard.tag,
        amps: amps(guard),
        label: h.part?.label,
        bearsA: h.bearsA!,
        name: nameOf(x, h),
        aheadTag: ahead?.tag,
        aheadAmps: ahead && amps(ahead),
        limits: guard.limits,
        ratingA: guard.ratingA
      }),
      figures: { fuseA: guard.ratingA ?? 0, bearsA: h.bearsA! },
      remedies: [
        ...(branch && isAhead(x, h, branch)
          ? [
              ...fuseFirst(branch.circuit, branchPath(branch)),
              {
                label: `${branch.fuseTag} where its wire begins`,
                effect: 'protects the whole of it',
                edits: [set(`${branchPath(branch)}/fuseFromStartMm`, AUTO)]
              }
            ]
          : []),
        ...(path ? [{ ...wireLeft(x, path), effect: `carries ${amps(guard)} A` }] : [])
      ]
    };
  });
});
