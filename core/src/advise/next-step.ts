import { mainFeed } from '../box/feeds.ts';
import type { Box } from '../box/schema.ts';
import type { Plan } from '../evaluate.ts';
import type { Finding, Stage, Verdict } from '../findings/rule.ts';
import type { VerdictAnswer } from '../verdict.ts';

export type NextStep = {
  stage: Stage;
  text: string;
  /** True only when all five answers hold. */
  stands: boolean;
  /** What has not been chosen yet. */
  missing?: 'device' | 'battery' | 'case' | 'port' | 'part';
  /** The finding it is about, and whether that only asks for something nobody knows. */
  findingKey?: string;
  isQuestion?: boolean;
  /** It must not be built like this. */
  isStop?: boolean;
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
/** Where an answer does not hold for another reason than the one that gives it its name. */
const LOOK_AGAIN: Partial<Record<Verdict, string>> = {
  lasts: 'Look again at the battery and what it feeds',
  dry: 'Look again at how dry it stays',
  carry: 'Look again at how it is carried'
};
/** Where the answer waits for something that nobody looked up yet. */
const NOT_KNOWN: Readonly<Record<Verdict, string>> = {
  lasts: 'Whether it lasts as long as wanted is not known yet',
  fits: 'Whether it all fits is not known yet',
  dry: 'How dry it stays is not known yet',
  safe: 'Look up what is not known yet',
  carry: 'How it is carried is not known yet'
};
const WETTER: readonly string[] = ['ip-open-in-use', 'ip-weakest', 'port-faces-up', 'port-too-low', 'sinks'];

/** What is said ahead of the reason: that the answer is missed only where it is. */
function leadOf(id: Verdict, plan: Plan, because: Finding | undefined): string {
  if (because?.open) return NOT_KNOWN[id];
  return (because === undefined || misses(plan, because) ? undefined : LOOK_AGAIN[id]) ?? LEAD[id];
}

/** Whether a finding is that its answer is missed, and not something beside it. */
function misses({ outing }: Plan, f: Finding): boolean {
  if (f.verdict === 'lasts') return outing !== undefined && outing.lastsH < outing.wantedH;
  if (f.verdict === 'dry') return WETTER.includes(f.id);
  return f.verdict !== 'carry' || f.id === 'too-heavy';
}

/**
 * The way forward, one step at a time: what is missing first, then stops, then whichever of the five answers does not hold.
 * @param verdicts as they are shown, with chance and season, where those are known
 */
export function nextStep(box: Box, plan: Plan, verdicts: readonly VerdictAnswer[] = plan.verdicts): NextStep {
  const go = (stage: Stage, text: string, missing?: NextStep['missing']): NextStep => ({
    stage,
    text,
    stands: false,
    ...(missing ? { missing } : {})
  });
  const about = (f: Finding, stage: Stage, text: string): NextStep => ({
    ...go(stage, text),
    findingKey: f.key,
    isQuestion: f.open === true,
    isStop: f.severity === 'stop'
  });
  if (box.devices.length === 0) return go('outing', 'Name what must run.', 'device');
  if (!box.bank.partId) return go('battery', 'Choose a battery: the arithmetic says how large.', 'battery');
  if (!box.casePartId) return go('case', 'Choose a case and see whether it goes in.', 'case');
  if (box.devices.some((d) => !d.portId)) return go('ports', 'Give every device a port on a face.', 'port');
  if (!mainFeed(box).blockPartId && mainFeed(box).ends === 'fuse-block' && box.circuits.length > 1)
    return go('wiring', 'Choose the fuse block.', 'part');
  if (!mainFeed(box).holderPartId) return go('wiring', 'Choose the main fuse holder.', 'part');
  const open = plan.findings.filter((f) => f.acceptedBecause === null);
  const stop = open.find((f) => f.severity === 'stop');
  if (stop) return about(stop, stop.stage, `Clear the stops first: ${stop.title}.`);
  const answer = verdicts.find((v) => v.state !== 'holds');
  if (answer) {
    const why = open.filter((f) => f.verdict === answer.id && f.severity === 'caution');
    const because = why.find((f) => misses(plan, f)) ?? why[0];
    const text = `${leadOf(answer.id, plan, because)}: ${because?.title ?? (answer.reason || answer.say)}.`;
    return because
      ? about(because, because.stage, text)
      : { ...go(STAGE_OF[answer.id], text), isStop: answer.state === 'stop' };
  }
  return { stage: 'kit', text: 'Everything stands: see what to buy, then the build sheet.', stands: true };
}
