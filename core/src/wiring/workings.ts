import { lostV, type DropPiece } from './drop.ts';
import { ampsText, fixed, runText } from '../quantity/format.ts';
import { line, type Working, type WorkingLine } from '../quantity/working.ts';
import { wireSizeText, type WireSize } from '../quantity/wire-size.ts';
import type { Draft } from './draft.ts';
import { INRUSH_SHARE, LOAD_SHARE, PEAK_SHARE, meltingA2s, SELECTIVE_RATIO } from './fuse.ts';
import { ROUTING, STEP_MM, type RunMm } from './lengths.ts';
import { LID_SWING_MM, TAILS_MM } from './contacts.ts';
import type { Laid } from './sizing.ts';
import type { MainDraft, MainPlan } from './types.ts';

/** What must be carried is told a little too high, what may not be passed a little too low: redone by hand it never deceives. */
const upText = (currentA: number): string => fixed(Math.ceil(currentA * 100 - 1e-6) / 100, 2);
const downText = (currentA: number): string => fixed(Math.floor(currentA * 100 + 1e-6) / 100, 2);

const sizesLine = (ratingsA: readonly number[]): WorkingLine =>
  line('Sizes there are', [...ratingsA].sort((a, b) => a - b).join(', '), 'A', 'part', 'of this family', 'sizes');

const setLine = (value: string, origin: string): WorkingLine =>
  line(
    'Fuse as you say',
    value,
    'A',
    'entered',
    origin === 'set' ? 'kept as it is; the checks judge it' : origin,
    'set'
  );

const fuseLeastLine = (carriesA: number, fuseLoadA = carriesA): WorkingLine => {
  const comesAndGoes = fuseLoadA < carriesA - 1e-9;
  return line(
    `Fuse at least, load ÷ ${comesAndGoes ? `${LOAD_SHARE} to ${PEAK_SHARE}` : LOAD_SHARE}`,
    upText(fuseLoadA / LOAD_SHARE),
    'A',
    'computed',
    comesAndGoes
      ? 'a fuse runs at 80 % at most, at 95 % for the peak of what comes and goes'
      : 'a fuse runs at 80 % at most',
    'carry'
  );
};

const pushedLines = (pushedA: number): WorkingLine[] =>
  pushedA > 0
    ? [
        line('Charging pushes back', ampsText(pushedA), 'A', 'computed', 'a charger, or a controller in the sun'),
        line(
          `Carries that from, charging ÷ ${LOAD_SHARE}`,
          upText(pushedA / LOAD_SHARE),
          'A',
          'computed',
          'as far as what stands behind it bears it',
          'prefer'
        )
      ]
    : [];

const weakestLine = (weakest: Draft['weakest'] | MainPlan['weakest']): WorkingLine[] =>
  weakest ? [line(`Weakest part, ${weakest.name}`, downText(weakest.ratingA), 'A', 'part', 'its rating', 'most')] : [];

/** Smallest size whose element bears the inrush again and again. @source electrical reference 4: share of the melting value */
const leastForInrush = (d: Draft, ratingsA: readonly number[]): number | undefined =>
  [...ratingsA]
    .sort((a, b) => a - b)
    .find((r) => {
      const melt = meltingA2s(d.fuseFamily, r);
      return melt === undefined || d.inrushA2s <= INRUSH_SHARE * melt;
    });

export type FuseFacts = {
  ratingsA: readonly number[];
  ampacityA: number | undefined;
  wire: WireSize | undefined;
  laid: Laid;
  /** Nothing over this, whatever the parts bear. */
  meterMostA: number | undefined;
};

function inrushLines(d: Draft, ratingsA: readonly number[]): Working['lines'] {
  const least = leastForInrush(d, ratingsA);
  return d.inrushA2s > 0
    ? [
        line(
          'Inrush',
          fixed(d.inrushA2s, 1),
          'A²s',
          'assumed' as const,
          d.hasMotor ? 'motor start, 6 times for 0.15 s' : 'input capacitor of one module'
        ),
        line(
          'Bears that from',
          least === undefined ? 'none' : String(least),
          'A',
          'table' as const,
          'a third of its melting value',
          least === undefined ? 'given' : 'prefer'
        )
      ]
    : [];
}

const meterLines = (meterMostA: number | undefined): Working['lines'] =>
  meterMostA === undefined
    ? []
    : [
        line(
          'A meter’s lead, at most',
          fixed(meterMostA, 0),
          'A',
          'table' as const,
          'thin leads, next to no load',
          'most'
        )
      ];

/** Why a branch has the fuse it has. */
export function fuseWorking(d: Draft, x: FuseFacts): Working {
  const auto = d.fuseOrigin === 'auto';
  const lines = [
    line(
      'Load, battery low or charging',
      ampsText(d.loadA),
      'A',
      d.assumedLoad ? 'assumed' : 'computed',
      d.assumedLoad ? 'no device named for this port yet' : 'everything on this port at its hungriest'
    ),
    ...(d.carriesA > d.loadA + 1e-9
      ? [line('With what hangs behind it', ampsText(d.carriesA), 'A', 'computed' as const, 'the chain from here on')]
      : []),
    fuseLeastLine(d.carriesA, d.fuseLoadA),
    ...pushedLines(d.pushedA),
    ...inrushLines(d, x.ratingsA),
    line(
      x.wire ? `${wireSizeText(x.wire)} carries` : 'Wire carries',
      x.ampacityA === undefined ? 'unknown' : downText(x.ampacityA),
      'A',
      'table',
      `${x.laid.insulationC} °C class, ${fixed(x.laid.ambientC, 0)} °C air, ${x.laid.bundledCount <= 2 ? 'not bundled' : `${x.laid.bundledCount} bundled`}`,
      d.wireOrigin === 'set' && x.ampacityA !== undefined ? 'most' : 'given'
    ),
    ...weakestLine(d.weakest),
    ...meterLines(x.meterMostA)
  ];
  const value = d.fuseA === undefined ? d.fuseOrigin : String(d.fuseA);
  return {
    id: `fuse-${d.circuit.id}`,
    title: `Fuse ${d.fuseTag}`,
    formula: auto
      ? 'the smallest size that carries load and inrush, at most what wire, switch and port bear'
      : 'as you say; beside it what it should carry and what it may not pass',
    lines: auto ? [...lines, sizesLine(x.ratingsA)] : [...lines, setLine(value, d.fuseOrigin)],
    result: { value, unit: 'A' }
  };
}

/** Voltage lost on the way to a plug and back, piece by piece; in a chain each carries what hangs behind it. */
export const dropWorking = (d: Draft, pieces: readonly DropPiece[], dropV: number): Working => ({
  id: `drop-${d.circuit.id}`,
  title: `Voltage lost on the way to ${d.portTag}`,
  formula: 'lost = sum of amps × milliohms ÷ 1000 over every piece of the way out and back',
  lines: pieces.map((p) =>
    line(
      p.what,
      fixed(lostV(p), 4),
      'V',
      p.entered ? 'entered' : 'computed',
      `${fixed(p.currentA, 3)} A through ${fixed(p.milliOhm, 2)} mohm`,
      '+'
    )
  ),
  result: { value: fixed(dropV, 2), unit: 'V' }
});

/** Why the main fuse is what it is. */
export function mainWorking(m: MainDraft): Working {
  const auto = m.fuseOrigin === 'auto' && m.fuse !== undefined;
  const value = m.fuseA === undefined ? (auto ? 'none large enough' : m.fuseOrigin) : String(m.fuseA);
  const lines = [
    line('Most at one moment', ampsText(m.loadA), 'A', 'computed', 'everything its switches allow at once'),
    fuseLeastLine(m.loadA, m.fuseLoadA),
    ...pushedLines(m.pushedA),
    line(
      'To let a branch open first',
      upText(SELECTIVE_RATIO * m.biggestA),
      'A',
      'computed',
      `${SELECTIVE_RATIO} × ${fixed(m.biggestA, 1)} A, where that is to be had`,
      'prefer'
    ),
    line(
      m.wire ? `${wireSizeText(m.wire)} carries` : 'Wire carries',
      m.ampacityA === undefined ? 'unknown' : downText(m.ampacityA),
      'A',
      'table',
      'derated for class, air and bundle',
      m.wireOrigin === 'set' && m.ampacityA !== undefined ? 'most' : 'given'
    ),
    ...weakestLine(m.weakest)
  ];
  return {
    id: 'main-fuse',
    title: 'Main fuse',
    formula: 'the smallest size that carries the load and lets a branch open first, at most what wire and parts bear',
    lines: auto ? [...lines, sizesLine(m.fuse!.ratingsA)] : [...lines, setLine(value, m.fuseOrigin)],
    result: { value, unit: 'A' }
  };
}

/** How long a feed is, one way: by the layout, or as somebody said. */
export function lengthWorking(
  d: Pick<Draft, 'circuit' | 'portTag' | 'lengthMm' | 'lengthOrigin'>,
  run: RunMm,
  unit: 'mm' | 'in'
): Working {
  const shown = runText(d.lengthMm, unit);
  const mm = (label: string, value: number, source: string, op: WorkingLine['op'] = '+') =>
    line(label, fixed(value, 2), 'mm', 'computed', source, op);
  const { way } = run;
  const byLayout: WorkingLine[] = run.legs
    ? run.legs.map((leg) => mm(`To ${leg.to || 'the port'}`, leg.lengthMm, 'a lead of its own, with its tails'))
    : way
      ? [
          mm('Left to right', way.acrossMm.xMm, 'along the walls, right-angled'),
          mm('Front to back', way.acrossMm.yMm, 'along the walls'),
          mm('Up and down', way.acrossMm.zMm, 'along the walls'),
          line('For the routing', String(ROUTING), '', 'assumed', 'bends and ties', '×'),
          ...(way.openMm === undefined
            ? []
            : [mm('To the open lid', way.openMm, 'lid as far as it opens', 'at least')]),
          mm('Tails and service loop', TAILS_MM, 'rule of thumb'),
          ...(way.loose ? [mm('To lay the lid beside the box', LID_SWING_MM, 'rule of thumb')] : []),
          mm('Up to the next', STEP_MM, 'a short lead is scrap', 'up to next')
        ]
      : [
          line(
            'Taken while a place is not known',
            fixed(run.lengthMm, 0),
            'mm',
            'assumed',
            'place battery, block and port',
            '+'
          )
        ];
  const own = d.lengthOrigin === 'set' || d.lengthOrigin === 'none';
  return {
    id: `length-${d.circuit.id}`,
    title: `Way to ${d.portTag}, one way`,
    formula: own ? 'as you say' : 'straight ways × routing + tails, up to the next 10 mm; a hinged lid is reached open',
    lines: [
      ...(own
        ? [line('Length as you say', fixed(d.lengthMm, 2), 'mm', 'entered', 'measured or wished', '+')]
        : byLayout),
      line(
        unit === 'mm' ? 'Millimetres in a metre' : 'Millimetres in an inch',
        unit === 'mm' ? '1000' : '25.4',
        '',
        'table',
        'by definition',
        '÷'
      )
    ],
    result: shown
  };
}
