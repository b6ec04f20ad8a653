import { ofKind } from '../../catalogue/of-kind.ts';
import { say } from '../words/say.ts';
import { byPrice } from '../../catalogue/by-price.ts';
import { swapPart } from '../../panel/place-port.ts';
import { AUTO, setTo } from '../../box/attr.ts';
import { BLOCK_WAY } from '../../wiring/draft.ts';
import { feedOfBranch } from '../../wiring/tree.ts';
import { countsA } from '../../wiring/fuse.ts';
import { fuseOf } from '../../wiring/main-path.ts';
import { smallestFuse } from '../../wiring/sizing.ts';
import type { CircuitPlan } from '../../wiring/types.ts';
import { weakPart } from '../weak-part.ts';
import { branches, branchPath, branchPlace, type Facts, type Remedy, rule, set, usePart } from '../rule.ts';

/** A branch fuse larger than the weakest switch, socket or fuse way behind it. */
export const fuseExceedsPart = rule('fuse-exceeds-part', 'safe', 'wiring', (x) =>
  branches(x).flatMap((c) => {
    const guard = c.fuseOrigin === 'none' && !c.sharesFuse ? undefined : c.guard;
    const fuseA = guard?.ratingA;
    const own = c.fuseOrigin !== 'none';
    if (!guard || fuseA === undefined || !c.weakest) return [];
    if ((c.opensFirst?.ratingA ?? fuseA) <= c.weakest.ratingA + 1e-9) return [];
    const chosen = c.fuseOrigin === 'auto' && guard.tag === c.fuseTag;
    // behind one fuse the same part is the weakest of several circuits: told where it sits
    if (c.portTag !== c.weakest.name && toldElsewhere(x, c)) return [];
    return [
      {
        at: branchPlace(c),
        severity: 'stop' as const,
        // one that Haversack chose is as small as what runs through it lets it be: the part is too weak for that
        cause: chosen && ofPanel(c) ? weakPart(c.weakest.name) : `fuse ${guard.tag}`,
        say: say('fuse-exceeds-part', 'told', {
          tag: guard.tag,
          plain: plain(fuseA),
          name: c.weakest.name,
          limits: guard.limits,
          ratingA: c.weakest.ratingA,
          chosen,
          carriesA: c.carriesA,
          fuseA
        }),
        figures: { fuseA, ratingA: c.weakest.ratingA },
        remedies: () => [...remediesFor(x, c, own), ...(c.weakest!.name === BLOCK_WAY ? strongerBlocks(x, c) : [])]
      }
    ];
  })
);

/** The weakest is a part of the panel: the port itself, or a switch before it. */
const ofPanel = (c: CircuitPlan): boolean => [c.portTag, ...c.switches.map((s) => s.tag)].includes(c.weakest!.name);

const toldElsewhere = (x: Facts, c: CircuitPlan): boolean =>
  branches(x).some(
    (o) =>
      o.portTag === c.weakest!.name &&
      o.circuit.id !== c.circuit.id &&
      o.weakest?.name === c.weakest!.name &&
      o.guard?.tag === c.guard?.tag &&
      !(o.fuseOrigin === 'none' && !o.sharesFuse)
  );

/** A limit is no round figure as a fuse is. */
const plain = (amps: number): string => String(Number(amps.toFixed(1)));

/** The automatic fuse where one fits; in a chain a small fuse in line before the port. */
function remediesFor(x: Facts, c: CircuitPlan, own: boolean): Remedy[] {
  const weak = x.wiring.circuits.find((o) => o.portTag === c.weakest!.name && o.circuit.id !== c.circuit.id);
  if (own && weak && weak.fuseOrigin !== 'set') return inLine(x, weak, c.weakest!.ratingA);
  const path = `${branchPath(c)}/fuse`;
  const limitA = Math.min(c.weakest!.ratingA, c.oneAmpacityA ?? Infinity);
  if (own)
    return c.fuseOrigin === 'set' && c.windowA.min <= c.weakest!.ratingA
      ? [
          {
            label: 'Let Haversack choose the fuse',
            effect: `between ${c.windowA.min.toFixed(1)} and ${(c.windowA.max ?? c.weakest!.ratingA).toFixed(1)} A`,
            edits: [set(path, AUTO)]
          }
        ]
      : largerPort(x, c);
  const fits = smallestFuse(c.fuseFamily, fuseOf(x.box, x.catalogue, c.fuseFamily)?.ratingsA ?? [], {
    loadA: countsA(c),
    inrushA2s: c.inrushA2s,
    limitA
  });
  return fits === undefined || fits > limitA
    ? largerPort(x, c)
    : [
        {
          label: `A ${fits} A fuse in line before ${c.portTag}`,
          effect: 'protects what hangs behind it',
          edits: [set(path, setTo(fits))]
        }
      ];
}

/** A small fuse in line before the weak one of a chain. */
function inLine(x: Facts, c: CircuitPlan, limitA: number): Remedy[] {
  const fits = smallestFuse(c.fuseFamily, fuseOf(x.box, x.catalogue, c.fuseFamily)?.ratingsA ?? [], {
    loadA: countsA(c),
    inrushA2s: c.inrushA2s,
    limitA
  });
  if (fits === undefined || fits > limitA) return [];
  const label = `A ${fits} A fuse in line before ${c.portTag}`;
  return [{ label, effect: 'protects what hangs behind it', edits: [set(`${branchPath(c)}/fuse`, setTo(fits))] }];
}

/** A fuse block of the catalogue whose ways bear the fuse, with as many of them as hang there. */
function strongerBlocks(x: Facts, c: CircuitPlan): Remedy[] {
  const feedOf = (o: CircuitPlan) => feedOfBranch(x.box, x.wiring.tree, o.circuit.id);
  const feed = feedOf(c);
  if (!feed) return [];
  const fuseA = c.guard?.ratingA ?? Infinity;
  const wanted = branches(x).filter((o) => o.fuseOrigin !== 'none' && feedOf(o) === feed).length;
  return ofKind(x.catalogue, 'fuse-block')
    .filter((b) => b.perWayA !== null && b.perWayA >= fuseA && b.wayCount >= wanted)
    .toSorted((a, b) => a.wayCount - b.wayCount || byPrice(a, b))
    .slice(0, 2)
    .map((b) => ({
      label: `${b.name} for ${feed.name || feed.id}`,
      effect: `${b.perWayA} A a way`,
      edits: usePart(b, `feeds/${feed.id}/blockPartId`)
    }));
}

/** The smallest connector of the catalogue that bears the fuse, in place of the one that does not. */
function largerPort(x: Facts, c: CircuitPlan): Remedy[] {
  const fuseA = c.guard?.ratingA;
  const weak = x.wiring.circuits.find((o) => o.portTag === c.weakest!.name);
  if (fuseA === undefined || !weak?.portPart || weak.portPart.converterRatedW !== null) return [];
  const larger = ofKind(x.catalogue, 'panel')
    .filter((p) => p.role === weak.portPart!.role && p.supply === weak.portPart!.supply && !p.exposedLivePins)
    .filter((p) => (p.ratingA ?? 0) >= fuseA)
    .sort((a, b) => a.ratingA! - b.ratingA! || byPrice(a, b))[0];
  const swap = larger && x.fit ? swapPart(x.box, x.fit, weak.circuit.portId, larger) : undefined;
  return swap ? [{ label: larger!.name, effect: `bears ${larger!.ratingA} A`, edits: swap.edits }] : [];
}
