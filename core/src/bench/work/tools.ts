import type { Marks } from '../marks.ts';
import type { WorkStep } from './steps.ts';

/** A tool that the work wants, and the first step left that wants it. */
export type ToolRow = { key: string; tool: string; atHand: boolean; first: WorkStep };

/** What a tool is, its settings aside: 'torque wrench: M5 2 to 3 N·m' is one wrench. */
const bare = (tool: string): string => tool.split(':')[0]!;
/** Mark that says a tool is at hand. */
export const toolKey = (tool: string): string => `part tool ${bare(tool)}`;

/** Every tool of the steps that are left, once, in the order in which it is wanted. @param done ids of the steps that are done */
export function toolsOf(steps: readonly WorkStep[], done: readonly string[], marks: Marks): ToolRow[] {
  const rows = new Map<string, ToolRow>();
  for (const first of steps) {
    if (done.includes(first.id)) continue;
    for (const tool of first.tools) {
      const key = toolKey(tool);
      if (!rows.has(key)) rows.set(key, { key, tool: bare(tool), atHand: marks.isTicked(key), first });
    }
  }
  return [...rows.values()];
}

/** Tools of one step that nobody ticked, once somebody has begun to tick tools: before that nothing is known. */
export function toolsMissing(step: WorkStep, steps: readonly WorkStep[], marks: Marks): string[] {
  const begun = toolsOf(steps, [], marks).some((t) => t.atHand);
  return begun ? step.tools.filter((t) => !marks.isTicked(toolKey(t))).map(bare) : [];
}
