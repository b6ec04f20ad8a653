import { ampsText, fixed } from '../quantity/format.ts';
import { line, type Working } from '../quantity/working.ts';
import { wireSizeText, type WireSize } from '../quantity/wire-size.ts';
import type { Draft } from './draft.ts';
import { SELECTIVE_RATIO } from './fuse.ts';
import type { Laid } from './sizing.ts';
import type { MainPlan } from './types.ts';

export function fuseWorking(
  d: Draft,
  ampacity: number | undefined,
  w: { min: number; max: number | undefined },
  wire: WireSize | undefined,
  laid: Laid
): Working {
  const lines = [
    line(
      'Load at the battery’s lowest voltage',
      ampsText(d.loadA),
      'A',
      d.assumedLoad ? 'assumed' : 'computed',
      d.assumedLoad ? 'no device named for this port yet' : 'everything on this port at its hungriest'
    ),
    line('Fuse at least, load ÷ 0.8', ampsText(w.min), 'A', 'computed', 'a fuse runs at 80 % at most'),
    line(
      wire ? `${wireSizeText(wire)} carries` : 'Wire carries',
      ampacity === undefined ? 'unknown' : fixed(ampacity, 1),
      'A',
      'table',
      `${laid.insulationC} °C class, ${fixed(laid.ambientC, 0)} °C air, ${laid.bundledCount <= 2 ? 'not bundled' : `${laid.bundledCount} bundled`}`
    )
  ];
  if (d.weakest)
    lines.push(line(`Weakest part, ${d.weakest.name}`, fixed(d.weakest.ratingA, 1), 'A', 'part', 'its rating'));
  if (d.inrushA2s > 0)
    lines.push(
      line(
        'Inrush',
        fixed(d.inrushA2s, 1),
        'A²s',
        'assumed',
        d.hasMotor ? 'motor start, 6 times for 0.15 s' : 'input capacitor of one module'
      )
    );
  return {
    id: `fuse-${d.circuit.id}`,
    title: `Fuse ${d.fuseTag}`,
    formula: 'at least load ÷ 0.8, at most the smallest of wire, switch and port',
    lines,
    result: { value: d.fuseA === undefined ? d.fuseOrigin : fixed(d.fuseA, 1), unit: 'A' }
  };
}

export function dropWorking(
  d: Draft,
  wire: WireSize,
  r: { wire: number; fuse: number; contacts: number },
  sharedV: number,
  dropV: number,
  main: MainPlan
): Working {
  return {
    id: `drop-${d.circuit.id}`,
    title: `Voltage lost on the way to ${d.portTag}`,
    formula: 'lost = load × (wire out and back + fuse + contacts) + shared path',
    lines: [
      line('Load', ampsText(d.loadA), 'A', 'computed', 'hungriest moment'),
      line(
        `${wireSizeText(wire)}, ${fixed(d.lengthMm / 1000, 2)} m out and back`,
        fixed(r.wire, 1),
        'mohm',
        d.lengthOrigin === 'set' ? 'entered' : 'computed',
        'copper at box temperature'
      ),
      line('Fuse and clips', fixed(r.fuse, 1), 'mohm', 'table', 'typical, warm'),
      line(
        'Switch, port and crimps',
        fixed(r.contacts, 1),
        'mohm',
        'table',
        'new contacts; old ones are several times higher'
      ),
      line(
        'Shared path',
        fixed(sharedV, 2),
        'V',
        'computed',
        `${ampsText(main.loadA)} A through ${fixed(main.commonMilliOhm, 1)} mohm`
      )
    ],
    result: { value: fixed(dropV, 2), unit: 'V' }
  };
}

export function mainWorking(m: Omit<MainPlan, 'working'>, biggestA: number): Working {
  return {
    id: 'main-fuse',
    title: 'Main fuse',
    formula: 'at least load ÷ 0.8 and 2.76 × the largest branch fuse, at most the smallest of wire and parts',
    lines: [
      line('Most at one moment', ampsText(m.loadA), 'A', 'computed', 'all that runs together, at the lowest voltage'),
      line('Fuse at least, load ÷ 0.8', ampsText(m.loadA / 0.8), 'A', 'computed', 'a fuse runs at 80 % at most'),
      line(
        'To let a branch open first',
        ampsText(SELECTIVE_RATIO * biggestA),
        'A',
        'computed',
        `2.76 × ${fixed(biggestA, 1)} A`
      ),
      line(
        m.wire ? `${wireSizeText(m.wire)} carries` : 'Wire carries',
        m.ampacityA === undefined ? 'unknown' : fixed(m.ampacityA, 1),
        'A',
        'table',
        'derated for class, air and bundle'
      ),
      ...(m.weakest
        ? [line(`Weakest part, ${m.weakest.name}`, fixed(m.weakest.ratingA, 0), 'A', 'part', 'its rating')]
        : []),
      line('A short behind it could reach', fixed(m.prospectiveA, 0), 'A', 'computed', 'full battery, low resistance')
    ],
    result: { value: m.fuseA === undefined ? m.fuseOrigin : fixed(m.fuseA, 1), unit: 'A' }
  };
}
