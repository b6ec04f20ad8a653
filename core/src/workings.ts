import type { Box } from './box/schema.ts';
import { chargingPlan } from './charge/charging.ts';
import { storagePlan } from './charge/storage.ts';
import { bitsFor, START_SETS, type BitSet } from './drill/bits.ts';
import { chooseBit } from './drill/choose.ts';
import { holeWorking } from './drill/hole-working.ts';
import type { Plan } from './evaluate.ts';
import { wallMmOf } from './case/faces.ts';
import { priceWorking } from './kit/price-working.ts';
import { hoursWorking } from './outing/hours-working.ts';
import type { PortPlan } from './panel/panel.ts';
import type { Working } from './quantity/working.ts';

/** The working of a round hole with the person's own bits. */
function holeWorkingOf(plan: Plan, p: PortPlan, owned: readonly BitSet[]): Working | undefined {
  const { hole } = p.part;
  if (hole.shape !== 'round' || !plan.fit) return undefined;
  const c = plan.fit.part;
  const window = { minMm: hole.minMm, targetMm: hole.diameterMm, maxMm: hole.maxMm };
  return holeWorking(p, chooseBit(window, bitsFor(owned, c.material, wallMmOf(c, p.port.face))));
}

/** Every open working of a box; an opened one is found again by its id after any edit. */
export function allWorkings(box: Box, plan: Plan, owned: readonly BitSet[] = START_SETS): Working[] {
  const charge = chargingPlan(box, plan);
  return [
    ...plan.demand.devices.map((d) => d.working),
    plan.bank?.usable,
    plan.bank?.sizing,
    plan.outing && hoursWorking(box, plan.outing),
    charge?.hours && charge.working,
    storagePlan(box, plan)?.working,
    plan.heat?.working,
    plan.dry?.working,
    plan.carry.working,
    ...(plan.panel?.ports ?? []).flatMap((p) => [p.working, holeWorkingOf(plan, p, owned)]),
    ...plan.brackets.map((b) => b.working),
    plan.wiring.main.working,
    ...plan.wiring.circuits.flatMap((c) => [c.fuseWorking(), c.dropWorking(), c.lengthWorking()]),
    priceWorking(box, plan.kit)
  ].filter((w) => w !== undefined);
}
