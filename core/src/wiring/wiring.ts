import { warmestAirC } from '../sun/season-air.ts';
import { rmsShare } from '../judge/rms.ts';
import { CHEMISTRY } from '../battery/chemistry.ts';
import { partOf, portTags, valueOf } from '../box/lookup.ts';
import type { Box, Port } from '../box/schema.ts';
import { insideRiseK, outsideOf, SUN_W_PER_M2 } from '../case/heat.ts';
import type { CaseFit } from '../case/fit.ts';
import { lossesOf } from '../case/losses.ts';
import type { Demand } from '../demand/demand.ts';
import { draftBranches } from './branch-draft.ts';
import { finishCircuits } from './branch-finish.ts';
import { knownSize, milliOhmPerM } from './conductor.ts';
import { DROP_BASE_V } from './contacts.ts';
import type { Sources } from './draft.ts';
import { blockOf, mainFeed, masterPortId } from '../box/feeds.ts';
import { bodyPoint, portPoint, runOver, type RunMm, type Stop } from './lengths.ts';
import { mainDraft, mainPlan, THINNEST } from './main-path.ts';
import { bankNet } from './net-bank.ts';
import { branchNet } from './net-branch.ts';
import { NetBuilder } from './net-builder.ts';
import { mainNet } from './net-main.ts';
import { extrasNet } from './net-extras.ts';
import { railsOf } from './rails.ts';
import { carriedBackA, returnChain } from './returns.ts';
import { ownLaid } from './laid.ts';
import { LEAST_AIR_C, WORST_INSULATION_C, type Laid } from './sizing.ts';
import { tree, type Branch, type Tree } from './tree.ts';
import type { WiringPlan } from './types.ts';

/** Air inside the box that wires and parts lie in at the warmest hour, °C. */
function boxAirC(box: Box, need: Demand, fit: CaseFit | undefined): number {
  const airC = warmestAirC(box);
  if (!fit) return airC;
  const lossW = lossesOf(box, need).reduce((s, l) => s + l.lossW, 0);
  return airC + insideRiseK(outsideOf(fit.part), { lossW, sunWPerM2: box.outing.inSun ? SUN_W_PER_M2 : 0 });
}

/**
 * The wiring of the whole box, of either school: sizes, fuses, lengths, drops and fault currents of the main path and of
 * every circuit, and the netlist from each battery's posts to each device. Set values are kept as they are; the checks
 * judge them.
 * @source electrical reference 1 to 5
 */
export function wiringPlan(sources: Sources): WiringPlan {
  const { box, need, bank, fit } = sources;
  const insulationC = valueOf<number>(box.wiring.insulationC, 75) ?? WORST_INSULATION_C; // with an open finding
  const cca = box.wiring.conductor.is === 'set' && box.wiring.conductor.value === 'copper-clad-aluminium';
  const tags = portTags(box, masterPortId(box));
  const t = tree(box);
  const { runs, backMm } = runsOf(box, fit, t, tags);
  const ambientC = boxAirC(box, need, fit);
  const laid: Laid = {
    insulationC,
    ambientC: Math.max(LEAST_AIR_C, ambientC),
    bundledCount: valueOf(box.wiring.bundledCount, 1) ?? Math.max(1, 2 * box.circuits.length),
    cca
  };
  const block = blockOf(box, mainFeed(box));
  const shunt = partOf(box, 'shunt', box.wiring.shuntPartId);
  const lowV = bank ? CHEMISTRY[bank.chemistry].loadedCutoffV : DROP_BASE_V;

  const drafts = draftBranches(sources, runs, {
    laid,
    tags,
    lowV,
    tree: t,
    rails: railsOf(box, t),
    rmsShare: rmsShare(box)
  });
  const unknown = Math.max(1, 2 * box.circuits.length);
  const mainLaid = ownLaid(laid, mainFeed(box), { usual: laid.bundledCount, unknown });
  const draft = mainDraft(sources, drafts, { laid: mainLaid, block, shunt, lowV, tags, tree: t });
  const builder = new NetBuilder(
    (size) => milliOhmPerM(size && knownSize(size) ? size : THINNEST, Math.max(20, ambientC), { cca }),
    box.bench.asCut
  );
  const bankEnds = bankNet(builder, box, { size: draft.wire ?? null, count: draft.wireCount }, fit);
  const hasLoads = t.order.some((b) => t.startOf.get(b.id) === 'main');
  const ends = mainNet(builder, bankEnds, { box, main: draft, block, shunt, tags, hasLoads });
  const main = mainPlan(sources, draft, ends);
  const back = returnChain(box, t);
  const backA = carriedBackA(back, new Map(drafts.map((d) => [d.circuit.id, d.lowLoadA])));
  const branches = finishCircuits(sources, drafts, { main, laid, lowV, tree: t, back, backA, backMm });
  const net = { builder, ends, bank: bankEnds, box, main, tags };
  branchNet(net, branches, { tree: t, back, backMm, block, shunt });
  extrasNet(net, branches);
  const netlist = builder.done({ packIds: bankEnds.packIds, feed: bankEnds.feed });
  const at = new Map(branches.map((c) => [c.circuit.id, c]));
  return {
    ambientC,
    insulationC,
    bundledCount: Math.max(1, ...branches.map((c) => c.laid.bundledCount)),
    cca,
    main,
    block,
    shunt,
    circuits: box.circuits.map((c) => at.get(c.id)!),
    feeds: branches.filter((c) => c.feed !== undefined),
    tree: t,
    netlist,
    lowV
  };
}

/** One-way lengths of all branches by the layout: from block or battery, or from the port before in a chain; and of the returns. */
function runsOf(
  box: Box,
  fit: CaseFit | undefined,
  t: Tree,
  tags: Record<string, string>
): { runs: ReadonlyMap<string, RunMm>; backMm: ReadonlyMap<string, number> } {
  const middle = bodyPoint(fit, 'fuse-block') ?? bodyPoint(fit, 'battery-1');
  const portById = new Map(box.ports.map((p) => [p.id, p]));
  const byId = new Map(t.order.map((b) => [b.id, b]));
  const backMm = new Map<string, number>();
  const runs = new Map<string, RunMm>();
  const portOf = (b: Branch) => {
    if (!b.feed) return portById.get(b.circuit.portId);
    // a feed ends where its switch sits, else where it goes through a wall
    const id = b.feed.switches.is === 'set' ? b.feed.switches.value[0] : valueOf(b.feed.throughPortId, undefined);
    return id === undefined ? undefined : portById.get(id);
  };
  const stop = (name: string, port: Port | undefined): Stop => ({
    name,
    at: portPoint(fit, port),
    onLid: port?.face === 'lid'
  });
  for (const b of t.order) {
    const port = portOf(b);
    const up = byId.get(t.upOf.get(b.id) ?? '');
    const begin = up && !(up.feed && !portOf(up)) ? stop('', portOf(up)) : { name: '', at: middle, onLid: false };
    const end = stop(port ? (tags[port.id] ?? '') : '', port);
    const straight = runOver({ name: '', at: middle, onLid: false }, [end], fit?.part);
    // the lead goes to its switch and from there to its port; the return goes straight
    const lever = b.feed ? undefined : portById.get(valueOf(b.circuit.switchPortId, undefined) ?? '');
    const over = lever && lever !== port ? [stop(tags[lever.id] ?? '', lever)] : [];
    if (over.length > 0 || (up && !up.feed)) backMm.set(b.id, straight.lengthMm);
    runs.set(b.id, runOver(begin, [...over, end], fit?.part));
  }
  return { runs, backMm };
}
