import { ofKind } from '../catalogue/of-kind.ts';
import type { Edit } from '../box/edits.ts';
import type { Box } from '../box/schema.ts';
import type { Catalogue } from '../catalogue/part.ts';
import type { Plan } from '../evaluate.ts';
import { usePart, type Stage } from '../findings/rule.ts';
import { durationText } from '../quantity/format.ts';
import { STAGE_NAMES } from '../stage-names.ts';
import type { VerdictAnswer } from '../verdict.ts';
import { chooseParts, missingParts, portsForDevices } from './choose-parts.ts';
import { nextStep, type NextStep } from './next-step.ts';
import { suggestBattery } from './suggest-battery.ts';
import { suitCases } from './suit-case.ts';

/** What one press does about what is next. */
export type Press =
  /** Changes the box, undone as one step; the edits are worked out when it is pressed. Undefined: nothing was found. */
  | { kind: 'do'; label: string; edits: () => Edit[] | undefined }
  | { kind: 'go'; label: string; stage: Stage | 'design'; view?: string }
  /** Opens the search for the shortest list of changes. */
  | { kind: 'sound'; label: string }
  | { kind: 'add-device'; label: string }
  | { kind: 'print'; label: string }
  /** Prints what is on the screen. */
  | { kind: 'print-view'; label: string };

export type Lead = NextStep & { press: Press };

/** A remedy that was tried on a copy. */
type Proven = { label: string; edits: Edit[]; answer?: boolean };

type Input = {
  box: Box;
  plan: Plan;
  catalogue: Catalogue;
  /** Where the person is. */
  stage: string;
  /** Which of the stage's views is shown. */
  view?: string;
  /** As they are shown, with chance and season; those of the plan where none are given. */
  verdicts?: readonly VerdictAnswer[];
  /** Remedies of a finding; undefined while they are still being tried. */
  remediesOf?: (key: string) => readonly Proven[] | undefined;
};

/** What is next, why, and what one press does about it, wherever the person is. */
export function lead(x: Input): Lead {
  const next = nextStep(x.box, x.plan, x.verdicts);
  return { ...next, press: pressOf(x, next) };
}

function pressOf(x: Input, next: NextStep): Press {
  const { box, plan, catalogue, stage } = x;
  const go = (to: Stage): Press => ({ kind: 'go', label: `Go to ${STAGE_NAMES[to]}`, stage: to });
  switch (next.missing) {
    case 'device':
      return { kind: 'add-device', label: 'Add a device' };
    case 'battery':
      return (stage === 'battery' ? batteryThatLasts(box, plan, catalogue) : undefined) ?? DESIGN;
    case 'case':
      return { kind: 'do', label: 'Take the case that suits best', edits: () => caseThatSuits(box, plan, catalogue) };
    case 'port':
      return {
        kind: 'do',
        label: box.devices.filter((d) => !d.portId).length === 1 ? 'Give it a port' : 'Give each a port',
        edits: () => some(portsForDevices(box, catalogue))
      };
    case 'part':
      return missingParts(plan.findings).length > 0
        ? { kind: 'do', label: 'Choose the missing parts', edits: () => some(chooseParts(box, catalogue)) }
        : go(next.stage);
    case undefined:
      break;
  }
  if (next.stands) return afterAll(stage);
  const sound: Press = { kind: 'sound', label: 'Make it sound' };
  // a wish that is missed without a finding, such as a budget, has no cure of its own
  if (next.findingKey === undefined) return next.isStop ? sound : afterAll(stage);
  const remedies = x.remediesOf?.(next.findingKey);
  const first = remedies?.find((r) => !r.answer);
  if (first) return { kind: 'do', label: first.label, edits: () => first.edits };
  // on the list itself the next thing is to fill it in; on paper it goes to where the box is
  if (next.isQuestion && stage === 'bench' && x.view === 'lookup')
    return { kind: 'print-view', label: 'Print this list' };
  if (next.isQuestion) return { kind: 'go', label: 'What to look up', stage: 'bench', view: 'lookup' };
  if (remedies === undefined) return next.stage === stage ? sound : go(next.stage);
  // a stop that no single change cures wants several; a caution that nothing cures is read, and then it is built
  return next.isStop ? sound : afterAll(stage);
}

/** With nothing left to be changed: kit, bench, print, then the logbook. */
function afterAll(stage: string): Press {
  if (stage === 'kit') return { kind: 'go', label: 'Go to the bench', stage: 'bench' };
  if (stage === 'bench') return { kind: 'print', label: 'Print the build sheet' };
  return { kind: 'go', label: 'See what to buy', stage: 'kit' };
}

const some = (edits: Edit[]): Edit[] | undefined => (edits.length > 0 ? edits : undefined);

const DESIGN: Press = { kind: 'go', label: 'Design it', stage: 'design' };

function batteryThatLasts(box: Box, plan: Plan, catalogue: Catalogue): Press | undefined {
  const batteries = ofKind(catalogue, 'battery');
  const found = suggestBattery(box, plan, batteries);
  if (!found) return undefined;
  const name = found.count > 1 ? `${found.count} × ${found.part.name}` : found.part.name;
  const short = found.holds ? '' : `, ${durationText(found.shortH)} short`;
  return { kind: 'do', label: `Take ${name}${short}`, edits: () => found.edits };
}

function caseThatSuits(box: Box, plan: Plan, catalogue: Catalogue): Edit[] | undefined {
  const best = suitCases(box, plan, catalogue).find((c) => c.suits);
  return best && usePart(best.part, 'casePartId');
}
