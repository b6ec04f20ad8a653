import { coldestAirC } from '../sun/season-air.ts';
import { finished } from '../work.ts';
import { wholeDay } from '../season/season-answer.ts';
import { seasonPlan } from '../season/season.ts';
import { drilledFaces, faceDrawing } from '../template/face-drawing.ts';
import { TrialCircuit } from '../trials/circuit.ts';
import { survey } from '../trials/survey.ts';
import type { Assessed } from './assess.ts';
import type { BuildFault } from './build.ts';

/**
 * What the five answers do not ask on every edit, for a design that is to be handed out: the packing proven, every place
 * shorted in turn, the whole season, and a template that can be drilled by. @returns what speaks against it, or undefined
 */
export function faultOf(design: Assessed): { because: BuildFault; say: string } | undefined {
  const say = shapeFault(design);
  if (say) return { because: 'not-verified', say };
  const dies = wholeDay(design.box.season ? seasonPlan(design.box, design.plan)?.diesOnDay : undefined);
  return dies === undefined ? undefined : { because: 'dies-in-season', say: `left alone it dies on day ${dies + 1}` };
}

function shapeFault(design: Assessed): string | undefined {
  const { box, plan } = design;
  if (plan.fit?.state !== 'fits') return 'the packing is not proven';
  if (!plan.panel || plan.panel.ports.length !== box.ports.length) return 'a port has no place';
  if (plan.bank) {
    const bad = finished(survey(new TrialCircuit(plan.wiring), plan.bank, coldestAirC(box))).find(
      (t) => !t.holds && !t.unprotected
    );
    if (bad) return `shorted at ${bad.where}, ${bad.hottest?.name ?? 'a lead'} overheats`;
  }
  const part = plan.fit.part;
  for (const face of drilledFaces(box, plan.panel)) {
    const [warning] = faceDrawing(box, plan.panel, part, face, []).warnings;
    if (warning) return warning;
  }
  return undefined;
}
