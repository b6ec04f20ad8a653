import { mainFeed } from '../box/feeds.ts';
import type { Box } from '../box/schema.ts';
import type { Plan } from '../evaluate.ts';
import type { Stage, Verdict } from '../findings/rule.ts';

export type NextStep = {
  stage: Stage;
  text: string;
  /** True only when all five answers hold. */
  stands: boolean;
};

/** Where an answer is worked on when none of its findings says so. */
const STAGE_OF: Record<Verdict, Stage> = {
  lasts: 'battery',
  fits: 'case',
  dry: 'ports',
  safe: 'wiring',
  carry: 'case'
};
const LEAD: Record<Verdict, string> = {
  lasts: 'It does not last as long as wanted',
  fits: 'It does not all fit well',
  dry: 'It is not as dry as wanted',
  safe: 'Look at what is not safe yet',
  carry: 'It is heavier or dearer than wanted'
};

/** The way forward, one step at a time: what is missing first, then stops, then whichever of the five answers does not hold. */
export function nextStep(box: Box, plan: Plan): NextStep {
  const go = (stage: Stage, text: string): NextStep => ({ stage, text, stands: false });
  if (box.devices.length === 0) return go('outing', 'Name what must run: Add device.');
  if (!box.bank.partId) return go('battery', 'Choose a battery: the arithmetic says how large.');
  if (!box.casePartId) return go('case', 'Choose a case and see whether it goes in.');
  if (box.devices.some((d) => !d.portId)) return go('ports', 'Give every device a port on a face.');
  if (!mainFeed(box).blockPartId && mainFeed(box).ends === 'fuse-block' && box.circuits.length > 1)
    return go('wiring', 'Choose the fuse block.');
  if (!mainFeed(box).holderPartId) return go('wiring', 'Choose the main fuse holder.');
  const open = plan.findings.filter((f) => f.acceptedBecause === null);
  const stop = open.find((f) => f.severity === 'stop');
  if (stop) return go(stop.stage, `Clear the stops first: ${stop.title}.`);
  const answer = plan.verdicts.find((v) => v.state !== 'holds');
  if (answer) {
    const because = open.find((f) => f.verdict === answer.id && f.severity === 'caution');
    return go(because?.stage ?? STAGE_OF[answer.id], `${LEAD[answer.id]}: ${because?.title ?? answer.reason}.`);
  }
  return { stage: 'kit', text: 'Everything stands: see what to buy, then the build sheet.', stands: true };
}
