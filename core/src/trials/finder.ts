import type { Terminal } from '../wiring/netlist.ts';
import type { TrialCircuit } from './circuit.ts';
import type { Fault, Reading } from './reading.ts';
import { ALL_ON, type Source } from './setting.ts';
import { conductorName } from './survey.ts';

/** Something that may be the culprit, with how likely it is before anything was measured. */
export type Suspect = { id: string; name: string; mend: string; fault: Fault; weight: number };

/** How a voltage reads against what the battery has: about all of it, clearly less, nothing. */
export type Level = 'full' | 'low' | 'none';
/** What the person sees at a port. */
export type Seen = { portTag: string; level: Level };
export type Probe = { id: string; red: Terminal; black: Terminal; say: string };
export type Answer = { probe: Probe; level: Level };

export type Step = {
  /** Suspects that everything seen so far leaves, likeliest first. */
  left: Suspect[];
  /** The measurement that halves them best; undefined when one is left, or when none tells them apart. */
  next: { probe: Probe; expect: { level: Level; volts: string; suspects: Suspect[] }[] } | undefined;
};

/** Share of the battery's voltage from which a reading counts as full, and as nothing. */
const FULL = 0.93;
const NONE = 0.15;
/** Resistance of a corroded joint. @source rule of thumb: green crimp, a tenth to some ohms */
export const CORRODED_OHM = 1.5;

/** How often what goes wrong, against each other. @source rule of thumb: contacts and fuses first */
const WEIGHT = { fuse: 4, crimp: 2, corroded: 2, switch: 1.5, port: 1.5 } as const;

/** Everything single that can leave a port dead or weak. */
export function suspects({ wiring }: TrialCircuit): Suspect[] {
  const out: Suspect[] = [];
  for (const p of wiring.netlist.parts) {
    if (p.kind === 'fuse')
      out.push({
        id: `blown ${p.id}`,
        name: `Fuse ${p.id} is blown`,
        mend: `Find what blew it before you fit another ${p.ratingA ?? ''} A.`,
        fault: { kind: 'blown', partId: p.id },
        weight: WEIGHT.fuse
      });
    if (p.kind === 'relay')
      out.push({
        id: `relay ${p.id}`,
        name: `Relay ${p.id} does not pass current`,
        mend: 'Listen for its click: no click, look at its coil’s feed; a click and no voltage, replace it.',
        fault: { kind: 'dead-part', partId: p.id },
        weight: WEIGHT.switch
      });
    if (p.kind === 'switch' || p.kind === 'changeover')
      out.push({
        id: `switch ${p.id}`,
        name: `${p.kind === 'switch' ? 'Switch' : 'Changeover'} ${p.id} does not close`,
        mend: 'Bridge its tabs for a moment to be sure, then replace it.',
        fault: { kind: 'dead-part', partId: p.id },
        weight: WEIGHT.switch
      });
    if (p.kind === 'port')
      out.push({
        id: `port ${p.id}`,
        name: `${p.id} itself: its contacts or its module`,
        mend: 'Clean the contacts; try another plug; replace the part.',
        fault: { kind: 'dead-part', partId: p.id },
        weight: WEIGHT.port
      });
  }
  for (const c of wiring.netlist.conductors) {
    if (c.polarity === 'sense' || c.lengthMm === 0) continue;
    const name = conductorName(c);
    out.push({
      id: `open ${c.id}`,
      name: `The wire ${name} is off or broken`,
      mend: 'Tug both ends; crimp it anew.',
      fault: { kind: 'open', conductorId: c.id },
      weight: WEIGHT.crimp
    });
    out.push({
      id: `corroded ${c.id}`,
      name: `A bad joint in ${name}`,
      mend: 'Cut it back to bright copper and crimp it anew; grease or sleeve it.',
      fault: { kind: 'corroded', conductorId: c.id, ohm: CORRODED_OHM },
      weight: WEIGHT.corroded
    });
  }
  return out;
}

const levelOf = (volts: number, source: Source): Level =>
  volts >= FULL * source.volts ? 'full' : volts <= NONE * source.volts ? 'none' : 'low';

/**
 * A fault finder over one circuit: for each suspect it knows what a meter would show everywhere, with everything
 * switched on and plugged in.
 */
export class FaultFinder {
  private readonly known: { suspect: Suspect; reading: Reading }[];
  private readonly probes: Probe[];
  private readonly source: Source;

  constructor(circuit: TrialCircuit, source: Source) {
    this.source = source;
    this.known = suspects(circuit).map((suspect) => ({
      suspect,
      reading: circuit.read(source, suspect.fault, ALL_ON)
    }));
    this.probes = probesOf(circuit);
  }

  /** What is left after all that was seen and measured, and what to measure next. */
  step(seen: readonly Seen[], answers: readonly Answer[]): Step {
    const left = this.known
      .filter(
        ({ reading }) =>
          seen.every((s) => levelOf(reading.plugV.get(s.portTag) ?? 0, this.source) === s.level) &&
          answers.every((a) => this.levelAt(reading, a.probe) === a.level)
      )
      .sort((a, b) => b.suspect.weight - a.suspect.weight);
    const done = new Set(answers.map((a) => a.probe.id));
    let best: { probe: Probe; worst: number; groups: Map<Level, typeof left> } | undefined;
    if (left.length > 1)
      for (const probe of this.probes) {
        if (done.has(probe.id)) continue;
        const groups = new Map<Level, typeof left>();
        for (const k of left) {
          const level = this.levelAt(k.reading, probe);
          groups.set(level, [...(groups.get(level) ?? []), k]);
        }
        if (groups.size < 2) continue;
        const worst = Math.max(...[...groups.values()].map((g) => g.reduce((s, k) => s + k.suspect.weight, 0)));
        if (!best || worst < best.worst - 1e-9) best = { probe, worst, groups };
      }
    return {
      left: left.map((k) => k.suspect),
      next: best && {
        probe: best.probe,
        expect: [...best.groups].map(([level, group]) => ({
          level,
          volts: this.voltsText(level),
          suspects: group.map((k) => k.suspect)
        }))
      }
    };
  }

  /** The level a probe shows with one suspect being true: what a seeded fault answers in tests and drills. */
  shows(suspectId: string, probe: Probe): Level {
    return this.levelAt(this.known.find((k) => k.suspect.id === suspectId)!.reading, probe);
  }
  seenWith(suspectId: string): Seen[] {
    const { reading } = this.known.find((k) => k.suspect.id === suspectId)!;
    return [...reading.plugV].map(([portTag, v]) => ({ portTag, level: levelOf(v, this.source) }));
  }

  private levelAt(reading: Reading, probe: Probe): Level {
    const red = reading.voltsAt(probe.red) ?? 0;
    const black = reading.voltsAt(probe.black) ?? 0;
    return levelOf(red - black, this.source);
  }

  private voltsText(level: Level): string {
    const v = this.source.volts;
    if (level === 'full') return `over ${(FULL * v).toFixed(1)} V`;
    return level === 'none'
      ? `under ${(NONE * v).toFixed(1)} V`
      : `${(NONE * v).toFixed(1)} to ${(FULL * v).toFixed(1)} V`;
  }
}

/** Where a meter can be put: each positive terminal against the battery's −, each negative one against its +. */
function probesOf({ wiring }: TrialCircuit): Probe[] {
  const { plus, minus } = wiring.netlist.feed;
  const out = new Map<string, Probe>();
  const word = (t: Terminal) => `${t.part} ${t.terminal === '-' ? '−' : t.terminal}`;
  for (const c of wiring.netlist.conductors) {
    if (c.polarity === 'sense') continue;
    for (const t of [c.from, c.to]) {
      if (
        (t.part === plus.part && t.terminal === plus.terminal) ||
        (t.part === minus.part && t.terminal === minus.terminal)
      )
        continue;
      const probe =
        c.polarity === 'positive'
          ? { red: t, black: minus, say: `Red on ${word(t)}, black on the battery’s −` }
          : { red: plus, black: t, say: `Red on the battery’s +, black on ${word(t)}` };
      out.set(probe.say, { id: probe.say, ...probe });
    }
  }
  for (const p of wiring.netlist.parts)
    if (p.kind === 'port') {
      const say = `Across the plug of ${p.id}, red on its middle or +`;
      out.set(say, { id: say, red: { part: p.id, terminal: 'plug' }, black: { part: p.id, terminal: '-' }, say });
    }
  return [...out.values()];
}
