import type { Conductor } from '../wiring/netlist.ts';
import { fixed } from '../quantity/format.ts';
import type { TrialCircuit } from './circuit.ts';
import type { Fault } from './reading.ts';
import { ALL_ON, type Setting, type Source } from './setting.ts';
import { secondsText, shown, type Outcome } from './outcome.ts';
import { reversedLead, stuckRelay } from './scenarios.ts';
import { conductorName, oneShort, whereOf, type ShortTrial } from './survey.ts';

/** Under this a 12 V port counts as dark, and under the second as weak. */
const DARK_V = 1;
const WEAK_V = 11;

type Sources = { usual: Source; weak: Source; strong: Source };

/** One fault tried on the circuit with everything on: what goes dark, and what the meters would show. */
export function trial(circuit: TrialCircuit, sources: Sources, fault: Fault, setting: Setting = ALL_ON): Outcome {
  if (fault.kind === 'short') return shortTrial(circuit, sources, fault.at, setting);
  if (fault.kind === 'reversed') return reversedLead(circuit, sources, fault.portTag);
  if (fault.kind === 'stuck') return stuckRelay(circuit, sources.usual, fault.partId);
  const before = circuit.read(sources.usual, undefined, setting);
  const after = circuit.read(sources.usual, fault, setting);
  const dark = [...after.plugV]
    .filter(([tag, v]) => v < DARK_V && (before.plugV.get(tag) ?? 0) >= DARK_V)
    .map(([t]) => t);
  const weak = [...after.plugV]
    .filter(([tag, v]) => v >= DARK_V && v < WEAK_V && (before.plugV.get(tag) ?? 0) >= WEAK_V)
    .map(([tag, v]) => `${tag} ${fixed(v, 1)} V`);
  const say: string[] = [];
  if (dark.length) say.push(`Dark: ${dark.join(', ')}.`);
  if (weak.length) say.push(`Weak: ${weak.join(', ')}.`);
  const conductor = conductorOf(circuit, fault);
  if (fault.kind === 'corroded' && conductor) {
    const amps = after.conductorA.get(conductor.id) ?? 0;
    say.push(`The joint itself gives off ${fixed(amps * amps * fault.ohm, 1)} W and gets hot.`);
  }
  if (fault.kind === 'shunt-bypassed' && conductor)
    say.push(
      `The meter misses ${fixed(Math.abs(before.shuntA - after.shuntA), 2)} A: its count drifts away from the battery.`
    );
  if (say.length === 0) say.push('Nothing is noticed while everything is on.');
  return {
    title: titleOf(circuit, fault, conductor),
    say,
    state: fault.kind === 'corroded' || fault.kind === 'shunt-bypassed' ? 'caution' : 'holds',
    ...shown(circuit, after),
    short: undefined
  };
}

/** A short at a place, from a battery at its weakest and at its strongest: what opens, how soon, what it does to the wires. */
function shortTrial(
  circuit: TrialCircuit,
  sources: Sources,
  place: Extract<Fault, { kind: 'short' }>['at'],
  setting: Setting
): Outcome {
  const weak = oneShort(circuit, place, sources.weak, 'weak');
  const strong = oneShort(circuit, place, sources.strong, 'strong');
  const worst = (strong.hottest?.share ?? 0) > (weak.hottest?.share ?? 0) ? strong : weak;
  const blown = worst.opens ? ({ kind: 'blown', partId: worst.opens.partId } as const) : undefined;
  const after = circuit.read(sources.usual, blown, setting);
  const { limitedBy } = weak;
  const flows = limitedBy
    ? `${limitedBy} drives ${fixed(strong.currentA, 1)} A at most, whatever the battery gives.`
    : `${fixed(weak.currentA, 0)} to ${fixed(strong.currentA, 0)} A flow, by how full and warm the battery is.`;
  const say = [flows, opensText(weak, strong)];
  if (worst.hottest) {
    const percent = fixed(worst.hottest.share * 100, 0);
    say.push(
      worst.holds
        ? `The hottest wire, ${worst.hottest.name}, uses ${percent} % of what it stands.`
        : `The wire ${worst.hottest.name} burns first: ${percent} % of what it stands.`
    );
  }
  if (worst.dark.length) say.push(`Dark afterwards: ${worst.dark.join(', ')}.`);
  return {
    title: `Short ${whereOf(circuit, place)}`,
    say,
    state: worst.holds && (weak.opens || limitedBy) ? 'holds' : 'stop',
    ...shown(circuit, after),
    short: worst
  };
}

function opensText(weak: ShortTrial, strong: ShortTrial): string {
  if (weak.opens) {
    const after = `${secondsText(strong.opens!.minS)} to ${secondsText(weak.opens.maxS)}`;
    return `${weak.opens.partId} opens after ${after}${weak.maybe.length ? `; ${weak.maybe.join(', ')} may go with it` : ''}.`;
  }
  if (weak.limitedBy) return 'Nothing opens: the converter holds back until the short is found.';
  return strong.opens
    ? `Only a strong battery opens ${strong.opens.partId}; a weak one feeds the short until it is empty.`
    : 'Nothing opens: the short is fed until the battery is empty or something burns.';
}

const conductorOf = ({ wiring }: TrialCircuit, fault: Fault): Conductor | undefined =>
  'conductorId' in fault ? wiring.netlist.conductors.find((c) => c.id === fault.conductorId) : undefined;

function titleOf(circuit: TrialCircuit, fault: Fault, conductor: Conductor | undefined): string {
  if (fault.kind === 'blown') return `Fuse ${fault.partId} blown`;
  if (fault.kind === 'dead-part') return `${fault.partId} does not pass current`;
  const name = conductor ? conductorName(conductor) : '';
  if (fault.kind === 'open') return `Wire off: ${name}`;
  if (fault.kind === 'corroded') return `Bad joint: ${name}`;
  return `Return past the shunt: ${name}`;
}
