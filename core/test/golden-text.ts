import type { Box } from '../src/box/schema.ts';
import { USUAL_SETS } from '../src/drill/bits.ts';
import { holeSchedule } from '../src/drill/schedule.ts';
import type { Plan } from '../src/evaluate.ts';

const section = (name: string, rows: readonly string[]) => [`== ${name}`, ...rows, ''];
const cells = (...of: (string | number | null)[]) => of.map((c) => (c === null ? '?' : String(c))).join(' | ');

/** What a box prints, as text: the sheets of the bench and the shopping list. */
export function sheetsText(box: Box, plan: Plan): string {
  const { bench, runs, kit } = plan;
  return [
    `# ${box.name}`,
    ...section(
      'answers',
      plan.verdicts.map((v) =>
        cells(v.name, v.state, v.value.map((p) => `${p.number} ${p.unit}`.trim()).join(' '), v.reason)
      )
    ),
    ...section(
      'findings',
      plan.findings.map((f) => cells(f.severity, f.id, f.title))
    ),
    ...section('cautions', bench.cautions),
    ...section(
      'steps',
      bench.steps.map((s) => cells(s.title, s.detail, s.caution ?? ''))
    ),
    ...section(
      'holes',
      plan.panel && plan.fit
        ? holeSchedule(box, plan.panel, plan.fit.part, USUAL_SETS).map((h) =>
            cells(h.tag, h.face, h.x.mm, h.y.mm, h.x.inch, h.y.inch, h.size, h.window, h.pilot, h.how)
          )
        : []
    ),
    ...section(
      'runs',
      runs.runs.map((r) =>
        cells(
          r.id,
          r.from.tab,
          r.from.terminal,
          r.to.tab,
          r.to.terminal,
          r.count,
          r.size,
          r.colour,
          r.lengthMm,
          r.sleeve,
          r.die
        )
      )
    ),
    ...section(
      'terminals',
      runs.terminals.map((t) => cells(t.name, t.count))
    ),
    ...section(
      'sleeves',
      runs.sleeves.map((t) => cells(t.name, t.count))
    ),
    ...section(
      'lid card',
      bench.card.map((c) => cells(c.tag, c.fuse, c.feeds, c.live))
    ),
    ...section(
      'test sheet',
      bench.tests.map((t) => cells(t.id, t.where, t.expected, t.unit, t.what))
    ),
    ...section(
      'kit',
      kit.lines.map((l) =>
        cells(l.perBox.toFixed(2), l.unit, l.name, l.packs, l.packText, l.packPrice, l.cost.toFixed(2))
      )
    ),
    `total ${kit.totalCost.toFixed(2)}`,
    ''
  ].join('\n');
}
