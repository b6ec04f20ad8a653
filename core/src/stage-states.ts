import type { Box } from './box/schema.ts';
import type { Plan } from './evaluate.ts';
import type { Stage } from './findings/rule.ts';
import type { VerdictState } from './verdict.ts';

/** 'note' means under way: begun, not done, and nothing wrong with it. */
export type StageState = { state: VerdictState | 'note'; say: string };

/** How each stage stands, in words, too. Steps done are those of the document unless others are given. Kit, bench and logbook have work of their own beside findings. */
export function stageStates(
  box: Box,
  plan: Plan,
  recordCount: number,
  doneStepIds: readonly string[] = box.bench.doneStepIds
): Record<Stage, StageState> {
  const designed = (stage: Stage, begun: boolean): StageState => {
    const found = plan.findings.filter((f) => f.stage === stage && f.acceptedBecause === null);
    const stops = found.filter((f) => f.severity === 'stop').length;
    const cautions = found.filter((f) => f.severity === 'caution').length;
    if (stops) return { state: 'stop', say: stops === 1 ? 'one stop' : `${stops} stops` };
    if (!begun) return { state: 'not-started', say: 'not begun' };
    if (cautions) return { state: 'caution', say: cautions === 1 ? 'one caution' : `${cautions} cautions` };
    return { state: 'holds', say: 'holds' };
  };
  return {
    outing: designed('outing', box.devices.length > 0),
    battery: designed('battery', box.bank.partId !== null),
    case: designed('case', box.casePartId !== null),
    ports: designed('ports', box.ports.length > 0),
    wiring: designed('wiring', box.circuits.length > 0),
    kit: kitState(plan),
    bench: benchState(plan, doneStepIds),
    logbook:
      recordCount === 0
        ? { state: 'not-started', say: 'nothing recorded' }
        : { state: 'holds', say: recordCount === 1 ? 'one record' : `${recordCount} records` }
  };
}

function kitState(plan: Plan): StageState {
  const { lines } = plan.kit;
  if (lines.length === 0) return { state: 'not-started', say: 'nothing to buy yet' };
  const missing = lines.filter((l) => l.packs > 0).length;
  if (missing > 0) return { state: 'note', say: missing === 1 ? 'one thing to buy' : `${missing} things to buy` };
  return { state: 'holds', say: 'all at hand' };
}

/** A box that must not be built does not hold on the bench, however many steps are ticked. */
function benchState(plan: Plan, doneStepIds: readonly string[]): StageState {
  const steps = plan.bench.steps;
  const done = steps.filter((s) => doneStepIds.includes(s.id)).length;
  if (plan.findings.some((f) => f.severity === 'stop' && f.acceptedBecause === null))
    return { state: done > 0 ? 'stop' : 'not-started', say: 'do not build yet' };
  if (done === 0) return { state: 'not-started', say: 'no step done' };
  if (done < steps.length) return { state: 'note', say: `${done} of ${steps.length} steps done` };
  return { state: 'holds', say: 'every step done' };
}
