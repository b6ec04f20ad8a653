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

const say = (
  on: On,
  also: string,
  amps: number,
  d: Pick<Draft, 'severity' | 'short' | 'title' | 'why' | 'cause'>
): Draft => ({
  ...d,
  at: BATTERY_PLACE,
  also,
  figures: { amps, bearsA: on.ratingA }
});

function byLoad(x: Facts, on: On): Draft[] {
  const loadA = Math.max(x.judge.packA, ...x.judge.all.filter((h) => h.kind === 'battery').map((h) => h.chargeA));
  if (loadA <= LOAD_SHARE * on.ratingA) return [];
  return [
    say(on, 'load', loadA, {
      severity: loadA > on.ratingA ? 'stop' : 'caution',
      short: `${on.words} ${on.ratingA} A: ${loadA.toFixed(1)} A`,
      title: `The battery’s ${on.words} carries ${loadA.toFixed(1)} A`,
      why: `It bears ${on.ratingA} A for good; the receptacle on it gets hot and loosens. A battery with larger terminals, or less load.`
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
      say(on, `fuse-${f.id}`, ratingA, {
        severity: 'stop',
        short: `${f.id} ${ratingA} A on a ${on.words}`,
        title: `${f.id} is too big for the battery’s ${on.words}`,
        why: `It bears ${on.ratingA} A; ${ratingA} A can flow for minutes before ${f.id} opens. Take a smaller fuse where the load allows it.`,
        cause
      })
    );
  if (on.tab && (f.part?.family === 'post' || f.part?.family === 'midi'))
    out.push(
      say(on, `bolted-${f.id}`, ratingA ?? 0, {
        severity: 'stop',
        short: `${f.id} cannot sit on a tab`,
        title: `${f.id} is bolted, the battery has push-on tabs`,
        why: 'Nothing can be bolted on a push-on tab: it bends and breaks. An in-line holder with a lead to a receptacle takes its place.',
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
    say(on, 'wire', 0, {
      severity: 'caution',
      short: `${size} does not fit a ${on.words}`,
      title: `${size} is too thick for a ${on.words}`,
      why: `Receptacles for it take ${on.mostMm2} mm² at most. Begin with a short thin lead of the right size and a fuse that suits it, or take thinner wire.`
    })
  ];
}
