import { CHEMISTRY } from '../battery/chemistry.ts';
import { voltageChart } from '../battery/voltage.ts';
import { chargingPlan } from '../charge/charging.ts';
import { storagePlan } from '../charge/storage.ts';
import { holeSchedule } from '../drill/schedule.ts';
import type { Plan } from '../evaluate.ts';
import { durationText, fixed, lengthText, trimNumber } from '../quantity/format.ts';
import { saidIn } from '../quantity/said.ts';
import { seasonPlan } from '../season/season.ts';
import { withSeason } from '../season/season-answer.ts';
import { judgedReadings, shownReading, unitOf } from './judge-reading.ts';
import { switchCard } from './labels.ts';
import { dayOf, passportOf, type PaperSources, type Passport } from './passport.ts';
import { TEST_STAGE_WORDS, TEST_STAGES } from './tests.ts';

/** A printed sheet as data: one style draws all of them, on the page and as PDF. */
export type Block =
  | { kind: 'heading'; text: string }
  | { kind: 'text'; text: string; strong?: boolean }
  | { kind: 'caution'; text: string }
  | { kind: 'list'; items: string[] }
  | { kind: 'table'; head: string[]; rows: string[][]; /** Columns of figures, set flush right. */ figures?: number[] };
export const PAPER_KINDS = ['card', 'build', 'test', 'passport'] as const;
export type PaperKind = (typeof PAPER_KINDS)[number];
export const PAPER_WORDS: Record<PaperKind, { title: string; what: string }> = {
  card: { title: 'Card for the lid', what: 'Fuses, switches, voltages, how to charge and store.' },
  build: { title: 'Build sheet', what: 'Steps, holes, leads and kit of this box.' },
  test: { title: 'Test sheet', what: 'What should be read, and what was.' },
  passport: { title: 'Passport', what: 'For whoever gets the box: what it is, what it bears, what was tested.' }
};
export type PaperSheet = { kind: PaperKind; title: string; blocks: Block[] };

/** One of the box's papers, in the person's units; what this box does not have makes no row. */
export function paperOf(kind: PaperKind, x: PaperSources): PaperSheet {
  const blocks = { card, build, test, passport }[kind](x);
  return { kind, title: `${x.box.name}: ${PAPER_WORDS[kind].title.toLowerCase()}`, blocks };
}

const heading = (text: string): Block => ({ kind: 'heading', text });
const when = (rows: string[][], block: (rows: string[][]) => Block[]): Block[] => (rows.length > 0 ? block(rows) : []);

function lasts(x: PaperSources): string {
  const { box, plan } = x;
  const season = box.season ? seasonPlan(box, plan) : undefined;
  const v = withSeason(plan.verdicts, season).find((a) => a.id === 'lasts')!;
  return `${v.value.map((p) => `${p.number} ${p.unit}`.trim()).join(' ')} ${v.target}`.trim();
}

const fuseRows = (plan: Plan): string[][] => plan.bench.card.map((f) => [f.tag, f.fuse, f.feeds, f.live]);

function card(x: PaperSources): Block[] {
  const { box, plan } = x;
  const said = saidIn(box.preferences);
  const switches = plan.panel ? switchCard(plan.panel, plan.wiring) : [];
  const charging = chargingPlan(box, plan);
  const storage = storagePlan(box, plan);
  const bank = plan.bank;
  return [
    heading('Fuses'),
    { kind: 'table', head: ['Fuse', 'Rating', 'Feeds', 'Live'], rows: fuseRows(plan), figures: [1] },
    ...when(
      switches.map((s) => [`${s.tag} ${s.name}`, s.position, s.live.join(', ') || 'nothing', s.dead.join(', ')]),
      (rows) => [heading('Switches'), { kind: 'table', head: ['Switch', 'Position', 'Live', 'Dead'], rows }]
    ),
    ...(bank
      ? [
          heading(`Voltage, ${CHEMISTRY[bank.chemistry].name}`),
          {
            kind: 'table' as const,
            head: ['Left', 'Rested', `At ${fixed(plan.demand.meanA, 1)} A`],
            rows: voltageChart(bank.chemistry, {
              capacityAh: bank.part.capacityAh * bank.count,
              tempC: 20,
              currentA: plan.demand.meanA
            }).map((r) => [
              `${fixed(r.socFraction * 100, 0)} %`,
              `${fixed(r.restedV, 2)} V`,
              `${fixed(r.loadedV, 2)} V`
            ]),
            figures: [0, 1, 2]
          },
          { kind: 'text' as const, text: `Planned: ${lasts(x)}.` }
        ]
      : []),
    ...(charging
      ? [
          heading('Charging'),
          { kind: 'list' as const, items: [...charging.steps, ...charging.settings] },
          ...charging.cautions.map((text): Block => ({ kind: 'caution', text }))
        ]
      : [{ kind: 'text' as const, text: 'How this box is charged is not known yet.' }]),
    ...(storage ? [heading('Storing'), { kind: 'text' as const, text: storage.say }] : []),
    {
      kind: 'caution',
      text: `A blown fuse: find why before another of the same value goes in. Above ${said.degC(60)} at a plug or fuse: stop.`
    }
  ];
}

function holesBlock({ box, plan, bits }: PaperSources): Block[] {
  const unit = box.preferences.lengthUnit;
  const holes = plan.panel && plan.fit ? holeSchedule(box, plan.panel, plan.fit.part, bits) : [];
  return when(
    holes.map((h) => [
      h.tag,
      h.face,
      unit === 'in' ? h.x.inch : h.x.mm,
      unit === 'in' ? h.y.inch : h.y.mm,
      h.size,
      h.window,
      `${h.how}${h.key && h.key !== 'none' ? ` (${h.key})` : ''}`
    ]),
    (rows) => [
      heading(`Holes, ${unit}`),
      { kind: 'text', text: 'From the left edge and up from the inner floor, each face seen from outside.' },
      {
        kind: 'table',
        head: ['Port', 'Face', 'From left', 'Up', 'Hole', 'Good from, to', 'How'],
        rows,
        figures: [2, 3, 4]
      }
    ]
  );
}

function leadsBlock({ box, plan }: PaperSources): Block[] {
  const unit = box.preferences.lengthUnit;
  return when(
    plan.runs.runs.map((r) => [
      r.id,
      r.from.tab,
      r.to.tab,
      `${r.count > 1 ? `${r.count} × ` : ''}${r.size} ${r.colour}`,
      lengthText(r.lengthMm, unit, 0),
      `${r.from.terminal} / ${r.to.terminal}`
    ]),
    (rows) => [
      heading('Leads'),
      { kind: 'table', head: ['Run', 'From', 'To', 'Wire', `Length, ${unit}`, 'Ends'], rows, figures: [4] }
    ]
  );
}

function build(x: PaperSources): Block[] {
  const { box, plan } = x;
  const stops = plan.findings.filter((f) => f.severity === 'stop' && f.acceptedBecause === null);
  const open = plan.findings.filter((f) => f.open && f.acceptedBecause === null);
  const accepted = plan.findings.filter((f) => f.acceptedBecause !== null);
  return [
    ...(box.notes ? [{ kind: 'text' as const, text: box.notes }] : []),
    ...stops.map((f): Block => ({ kind: 'caution', text: `Do not build yet: ${f.where.label}: ${f.title}` })),
    ...plan.bench.cautions.map((text): Block => ({ kind: 'caution', text })),
    { kind: 'text', text: 'Local codes and licensed practice come first wherever they say something else.' },
    ...when(
      open.map((f) => [`${f.title}. ${f.why}`]),
      (rows) => [heading('Still to find out'), { kind: 'list', items: rows.flat() }]
    ),
    ...when(
      accepted.map((f) => [`${f.where.label}: ${f.title}. ${f.acceptedBecause}`]),
      (rows) => [heading('Accepted with a reason'), { kind: 'list', items: rows.flat() }]
    ),
    heading('Steps'),
    {
      kind: 'table',
      head: ['', 'Step', 'How', 'Done'],
      rows: plan.bench.steps.map((s, i) => [
        String(i + 1),
        s.title,
        [s.detail, s.caution ?? '', s.waitMin ? `Then ${s.waitWhat}: ${durationText(s.waitMin / 60)}.` : '']
          .filter(Boolean)
          .join(' '),
        x.marks.isTicked(`step ${s.id}`) ? 'done' : ''
      ]),
      figures: [0]
    },
    ...holesBlock(x),
    ...leadsBlock(x),
    ...when(
      plan.kit.lines.map((l) => [l.name, `${trimNumber(l.perBox)} ${l.unit}`, `${l.packs} × ${l.packText}`]),
      (rows) => [heading('Kit'), { kind: 'table', head: ['Part', 'One box takes', 'To buy'], rows, figures: [1] }]
    )
  ];
}

function test({ box, plan, marks }: PaperSources): Block[] {
  const made = judgedReadings(plan.bench.tests, marks, box.preferences);
  return [
    { kind: 'text', text: 'Before there is power the main fuse is out. With power: one hand, one probe.' },
    ...TEST_STAGES.flatMap((stage) =>
      when(
        plan.bench.tests
          .filter((r) => r.stage === stage)
          .map((r) => {
            const { reading, judged } = made.get(r.id) ?? {};
            const value = reading?.value;
            const read =
              typeof value === 'number'
                ? `${shownReading(r, value, box.preferences)} ${unitOf(r, box.preferences)}`.trim()
                : value === undefined
                  ? ''
                  : value
                    ? 'yes'
                    : 'no';
            return [
              r.what,
              r.expected === 'yes' ? 'yes' : `${r.expected} ${r.kind === 'temperature' ? '' : r.unit}`.trim(),
              read,
              judged ? (judged.passes ? 'passes' : 'FAILS') : '',
              reading ? `${dayOf(reading.atMs)} ${reading.by}`.trim() : ''
            ];
          }),
        (rows) => [
          heading(TEST_STAGE_WORDS[stage]),
          { kind: 'table', head: ['Reading', 'Expected', 'Measured', '', 'When, who'], rows, figures: [1, 2] }
        ]
      )
    )
  ];
}

const testedBlock = (p: Passport): Block[] => [
  heading('Tested'),
  ...(p.tests.length === 0
    ? [{ kind: 'text' as const, text: 'No reading was written down.' }]
    : [
        {
          kind: 'text' as const,
          text: `${p.tests.filter((t) => t.passes).length} of ${p.tests.length} readings pass, the last on ${p.tests
            .map((t) => t.day)
            .sort()
            .at(-1)}.${p.openTests.length ? '' : ' Nothing is open.'}`
        }
      ]),
  ...(p.openTests.length ? [{ kind: 'list' as const, items: shortened(p.openTests) }] : [])
];

function passport(x: PaperSources): Block[] {
  const p = passportOf(x);
  const said = saidIn(x.box.preferences);
  const charging = chargingPlan(x.box, x.plan);
  const storage = storagePlan(x.box, x.plan);
  return [
    { kind: 'text', text: `Serial number ${p.serial}, issued ${p.issuedDay}.`, strong: true },
    ...p.stops.map((s): Block => ({ kind: 'caution', text: `Not sound as it stands: ${s}` })),
    {
      kind: 'table',
      head: ['', ''],
      rows: [
        ...(p.battery
          ? [
              [
                'Battery',
                `${p.battery.count > 1 ? `${p.battery.count} × ` : ''}${p.battery.name}, ${p.battery.chemistry}`
              ]
            ]
          : []),
        ['Main fuse', p.mainFuseA === null ? 'none or not known' : `${p.mainFuseA} A`],
        ['Mass', said.kg(p.massKg, 1)],
        ['Water', `${p.seal}, as it is used`],
        ['Planned', lasts(x)]
      ]
    },
    ...when(
      p.outlets.map((o) => [
        `${o.tag} ${o.name}`.trim(),
        o.ratingA === null ? 'not known' : `${o.ratingA} A`,
        o.fuse,
        o.feeds
      ]),
      (rows) => [
        heading('What it gives'),
        { kind: 'table', head: ['Port', 'Bears', 'Fuse', 'Meant for'], rows, figures: [1] }
      ]
    ),
    ...(p.notKnown.length ? [heading('Not known'), { kind: 'list' as const, items: p.notKnown }] : []),
    ...testedBlock(p),
    heading('In use'),
    {
      kind: 'list',
      items: [
        ...x.plan.bench.cautions,
        ...(charging ? [`Charging: ${charging.steps.join(' ')}`, ...charging.settings] : []),
        ...(storage ? [storage.say] : [])
      ]
    },
    heading('Never'),
    { kind: 'list', items: p.never },
    ...when(
      p.history.map((h) => [h.day, h.what]),
      (rows) => [heading('History'), { kind: 'table', head: ['Day', 'What'], rows }]
    )
  ];
}

/** The passport names a few; the test sheet has them all. */
const NAMED = 12;
const shortened = (items: readonly string[]): string[] =>
  items.length <= NAMED
    ? [...items]
    : [...items.slice(0, NAMED), `and ${items.length - NAMED} more, on the test sheet`];
