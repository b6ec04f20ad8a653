import { CHEMISTRY } from '../battery/chemistry.ts';
import { partOf, portTags, valueOf } from '../box/lookup.ts';
import type { Box } from '../box/schema.ts';
import { insideRiseK, outsideOf, SUN_W_PER_M2 } from '../case/heat.ts';
import type { CaseFit } from '../case/fit.ts';
import { lossesOf } from '../case/losses.ts';
import type { Demand } from '../demand/demand.ts';
import { masterPortId } from '../panel/panel.ts';
import { draftCircuits } from './branch-draft.ts';
import { finishCircuits } from './branch-finish.ts';
import { chains, type Chains } from './chain.ts';
import { knownSize, milliOhmPerM } from './conductor.ts';
import { BUNDLE_LENGTH_MM, DROP_BASE_V } from './contacts.ts';
import type { Sources } from './draft.ts';
import { bodyPoint, portPoint, runMm, type RunMm } from './lengths.ts';
import { mainDraft, mainPlan, outsideLeadMm, THINNEST } from './main-path.ts';
import { bankNet } from './net-bank.ts';
import { branchNet } from './net-branch.ts';
import { NetBuilder } from './net-builder.ts';
import { mainNet } from './net-main.ts';
import { extrasNet } from './net-extras.ts';
import { carriedBackA, returnChain } from './returns.ts';
import type { Laid } from './sizing.ts';
import type { WiringPlan } from './types.ts';

/** Air inside the box that wires and parts lie in at the warmest hour, °C. */
export function boxAirC(box: Box, need: Demand, fit: CaseFit | undefined): number {
  const airC = Math.max(box.outing.airC, box.outing.warmestC ?? box.outing.airC);
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
  const insulationC = valueOf<number>(box.wiring.insulationC, 75) ?? 60; // unknown: the worst class, with an open finding
  const cca = box.wiring.conductor.is === 'set' && box.wiring.conductor.value === 'copper-clad-aluminium';
  const tags = portTags(box, masterPortId(box));
  const chain = chains(box);
  const { runs, backMm } = runsOf(box, fit, chain);
  const longest = Math.max(0, ...box.circuits.map((c, i) => valueOf(c.lengthMm, runs[i]!.lengthMm) ?? 0));
  const bundledCount =
    valueOf(
      box.wiring.bundledCount,
      longest > BUNDLE_LENGTH_MM ? 2 * box.circuits.filter((c) => c.purpose === 'load').length : 1
    ) ?? 2 * box.circuits.length;
  const ambientC = boxAirC(box, need, fit);
  const laid: Laid = { insulationC, ambientC: Math.max(30, ambientC), bundledCount: Math.max(1, bundledCount), cca };
  // a chain has no block, whatever part lies in the drawer
  const block = box.wiring.school === 'fuse-block' ? partOf(box, 'fuse-block', box.wiring.fuseBlockPartId) : undefined;
  const shunt = partOf(box, 'shunt', box.wiring.shuntPartId);
  const lowV = bank ? CHEMISTRY[bank.chemistry].loadedCutoffV : DROP_BASE_V;

  const drafts = draftCircuits(sources, runs, { laid, tags, block, lowV, chain });
  const draft = mainDraft(sources, drafts, { laid, block, shunt, lowV, tags });
  const builder = new NetBuilder(
    (size) => milliOhmPerM(size && knownSize(size) ? size : THINNEST, Math.max(20, ambientC), { cca }),
    box.bench.asCut
  );
  const bankEnds = bankNet(builder, box, { size: draft.wire ?? null, count: draft.wireCount }, fit);
  const ends = mainNet(builder, bankEnds, {
    box,
    main: draft,
    block,
    shunt,
    tags,
    leadMm: outsideLeadMm(box),
    hasLoads: box.circuits.some((c) => c.live === 'master')
  });
  const main = mainPlan(sources, draft, ends.commonMilliOhm, laid);
  const back = returnChain(box, chain);
  const backA = carriedBackA(back, new Map(drafts.map((d) => [d.circuit.id, d.loadA])));
  const circuits = finishCircuits(sources, drafts, { main, laid, lowV, chain, back, backA, backMm });
  const net = { builder, ends, bank: bankEnds, box, main, tags };
  branchNet(net, circuits, { chain, back, backMm, block, shunt });
  extrasNet(net, circuits);
  const netlist = builder.done({ packIds: bankEnds.packIds, feed: bankEnds.feed });
  return { ambientC, insulationC, bundledCount, cca, main, block, shunt, circuits, chain, netlist, lowV };
}

/** One-way lengths of all feeds by the layout: from block or battery, or from the port before in a chain; and of the returns. */
function runsOf(
  box: Box,
  fit: CaseFit | undefined,
  chain: Chains
): { runs: RunMm[]; backMm: ReadonlyMap<string, number> } {
  const middle = bodyPoint(fit, 'fuse-block') ?? bodyPoint(fit, 'battery-1');
  const portById = new Map(box.ports.map((p) => [p.id, p]));
  const byId = new Map(box.circuits.map((c) => [c.id, c]));
  const backMm = new Map<string, number>();
  const runs = box.circuits.map((c) => {
    const port = portById.get(c.portId);
    const lid = port?.face === 'lid' ? fit?.part : undefined;
    const to = portPoint(fit, port);
    const straight = runMm(middle, to, lid);
    const up = byId.get(chain.upOf.get(c.id) ?? '');
    if (!up) return straight;
    backMm.set(c.id, straight.lengthMm);
    const from = portById.get(up.portId);
    const bothOnLid = from?.face === 'lid' && port?.face === 'lid';
    return runMm(
      portPoint(fit, from),
      to,
      bothOnLid ? undefined : (lid ?? (from?.face === 'lid' ? fit?.part : undefined))
    );
  });
  return { runs, backMm };
}
