import { say } from '../words/say.ts';
import { isTab, terminalBears } from '../../judge/terminals.ts';
import { areaMm2, knownSize } from '../../wiring/conductor.ts';
import type { Happening } from '../../judge/table.ts';
import { wireSizeText } from '../../quantity/wire-size.ts';
import { LOAD_SHARE } from '../../wiring/fuse.ts';
import { BATTERY_PLACE, rule, type Draft, type Facts } from '../rule.ts';

/** The battery’s own tabs or studs bear less than what hangs on them: load, charge, fuse, wire; a fuse bolted on a tab. */
export const batteryTerminalSmall = rule('battery-terminal-small', 'safe', 'battery', (x) => {
  const part = x.bank?.part;
  const bears = part && terminalBears(part);
  if (!part || !bears) return [];
  const on: On = { ...bears, words: bears.words(x.said), tab: isTab(part) };
  return [
    ...byLoad(x, on),
    ...x.judge.all.filter((h) => isFirstFuse(x, h)).flatMap((f) => byFuse(x, on, f)),
    ...byWire(x, on)
  ];
});

/** What the terminals of the battery are, and what they bear. */
type On = { words: string; ratingA: number; mostMm2: number; tab: boolean };

const draft = (on: On, also: string, amps: number, d: Pick<Draft, 'severity' | 'say' | 'cause'>): Draft => ({
  ...d,
  at: BATTERY_PLACE,
  also,
  figures: { amps, bearsA: on.ratingA }
});

function byLoad(x: Facts, on: On): Draft[] {
  const loadA = Math.max(x.judge.packA, ...x.judge.all.filter((h) => h.kind === 'battery').map((h) => h.chargeA));
  if (loadA <= LOAD_SHARE * on.ratingA) return [];
  return [
    draft(on, 'load', loadA, {
      severity: loadA > on.ratingA ? 'stop' : 'caution',
      say: say('battery-terminal-small', 'byLoad', { words: on.words, ratingA: on.ratingA, loadA })
    })
  ];
}

/** A fuse whose lead comes straight off a pack. */
const isFirstFuse = (x: Facts, h: Happening): boolean =>
  h.kind === 'fuse' &&
  x.judge.all.some((c) => c.conductor?.to.part === h.id && x.wiring.netlist.packIds.includes(c.conductor.from.part));

/** Where the terminal is the weakest on the main path, main-fuse-exceeds says so and has the cure. */
const mainExceeds = ({ wiring: { main } }: Facts): boolean =>
  main.weakest?.isTerminal === true && main.fuseA !== undefined && main.fuseA > main.weakest.ratingA;

function byFuse(x: Facts, on: On, f: Happening): Draft[] {
  const out: Draft[] = [];
  const cause = `fuse ${f.id}`;
  const ratingA = f.part?.ratingA;
  if (ratingA != null && ratingA > on.ratingA && !(f.id === 'F0' && mainExceeds(x)))
    out.push(
      draft(on, `fuse-${f.id}`, ratingA, {
        severity: 'stop',
        say: say('battery-terminal-small', 'byFuse', { id: f.id, ratingA, words: on.words, onRatingA: on.ratingA }),
        cause
      })
    );
  if (on.tab && (f.part?.family === 'post' || f.part?.family === 'midi'))
    out.push(
      draft(on, `bolted-${f.id}`, ratingA ?? 0, {
        severity: 'stop',
        say: say('battery-terminal-small', 'bolted', { id: f.id }),
        cause
      })
    );
  return out;
}

function byWire(x: Facts, on: On): Draft[] {
  const { packIds, conductors } = x.wiring.netlist;
  const thick = conductors.find(
    (c) =>
      (packIds.includes(c.from.part) || packIds.includes(c.to.part)) &&
      c.size &&
      knownSize(c.size) &&
      c.lengthMm > 0 &&
      areaMm2(c.size) > on.mostMm2
  );
  if (!thick) return [];
  const size = wireSizeText(thick.size!);
  return [
    draft(on, 'wire', 0, {
      severity: 'caution',
      say: say('battery-terminal-small', 'byWire', { size, words: on.words, mostMm2: on.mostMm2 })
    })
  ];
}
