import { bankChargeLimits, chargeLimits } from '../battery/charge-limits.ts';
import type { Bank } from '../battery/bank.ts';
import { openCircuitV } from '../battery/model.ts';
import { bankMilliOhm } from '../battery/resistance.ts';
import { ampsText, fixed } from '../quantity/format.ts';
import { placeOfSource, together, type ChargeSource } from '../judge/charge-sources.ts';
import { openingTimeS, LOAD_SHARE } from '../wiring/fuse.ts';
import { RELAY } from '../wiring/netlist.ts';
import type { TrialCircuit } from './circuit.ts';
import { pushesAt } from './pushes.ts';
import { secondsText, shown, type Outcome } from './outcome.ts';
import { ALL_ON, type Setting, type Source } from './setting.ts';
import { oneShort } from './survey.ts';
import { capital } from '../quantity/capital.ts';

const LIVE_V = 1;

/** A lead plugged in or wired the wrong way round: what its device sees, and what opens when it protects itself by a short. */
export function reversedLead(
  circuit: TrialCircuit,
  sources: { usual: Source; weak: Source; strong: Source },
  portTag: string
): Outcome {
  const c = circuit.wiring.circuits.find((k) => k.portTag === portTag)!;
  const read = circuit.read(sources.usual, { kind: 'reversed', portTag });
  const volts = read.plugV.get(portTag) ?? 0;
  const clamp = oneShort(circuit, { part: portTag, terminal: '+' }, sources.strong, 'strong');
  const opens = clamp.opens;
  const say = [
    `${c.feeds} sees ${fixed(volts, 1)} V where it wants ${fixed(-volts, 1)} V.`,
    c.portPart?.keyed === true
      ? `The plug of ${portTag} is keyed: this happens only when a lead is made up wrongly. Measure each new lead before it is used.`
      : c.portPart?.keyed === false
        ? `The plug of ${portTag} goes in both ways: mark both halves, or take a keyed one.`
        : `Whether the plug of ${portTag} is keyed is not known: try it by hand, unplugged.`,
    c.hasMotor
      ? 'A motor runs backwards; its electronics may die.'
      : c.fussy
        ? 'Electronics without protection are destroyed at once; no fuse is quick enough.'
        : 'A lamp or heater may not mind; anything with electronics dies without protection.',
    opens
      ? `A device that protects itself with a diode across its input makes a short of it: ${opens.partId} opens after ${secondsText(opens.minS)} to ${secondsText(opens.maxS)}.`
      : 'A device that protects itself with a diode across its input makes a short of it, and nothing opens.'
  ];
  if (c.circuit.purpose === 'charge')
    say.push('A reversed charger adds its voltage to the battery’s: only the fuse on this lead saves both.');
  return {
    title: `Lead reversed at ${portTag}`,
    say,
    state: c.portPart?.keyed === true ? 'caution' : 'stop',
    ...shown(circuit, read),
    short: undefined
  };
}

/** Contacts welded shut: what stays live when its switch is off. */
export function stuckRelay(circuit: TrialCircuit, source: Source, partId: string): Outcome {
  const { netlist } = circuit.wiring;
  const feed = netlist.conductors.find((c) => c.to.part === partId && c.to.terminal === RELAY.coilPlus);
  const lever = netlist.parts.find((p) => p.id === feed?.from.part && p.kind === 'switch');
  const off: Setting = { ...ALL_ON, off: new Set(lever ? [lever.id] : []) };
  const well = circuit.read(source, undefined, off);
  const stuck = circuit.read(source, { kind: 'stuck', partId }, off);
  const live = [...stuck.plugV]
    .filter(([tag, v]) => Math.abs(v) >= LIVE_V && Math.abs(well.plugV.get(tag) ?? 0) < LIVE_V)
    .map(([tag]) => tag);
  const say = [
    lever ? `${lever.id} is off, ${partId} does not let go.` : `${partId} has no switch of its own; it stays closed.`,
    live.length
      ? `Still live: ${live.join(', ')}; ${ampsText(stuck.batteryA - well.batteryA)} A go on flowing.`
      : 'Nothing stays live that would be dead otherwise.',
    'Feel and listen: a good relay clicks both ways. Contacts weld from currents beyond their rating or from a missing fuse.'
  ];
  return {
    title: `Relay ${partId} stuck`,
    say,
    state: live.length ? 'stop' : 'caution',
    ...shown(circuit, stuck),
    short: undefined
  };
}

/** The last pack joined while it stands at another charge than the rest. @param socFraction charge of the last pack, 0 to 1 */
export function joinedPack(
  circuit: TrialCircuit,
  bank: Bank,
  airC: number,
  soc: { rest: number; last: number }
): Outcome | undefined {
  const { packIds } = circuit.wiring.netlist;
  const hasChangeover = circuit.wiring.netlist.parts.some((p) => p.kind === 'changeover');
  if (packIds.length < 2) return undefined;
  const { chemistry, part } = bank;
  const source: Source = {
    volts: openCircuitV(chemistry, soc.rest),
    ohm: bankMilliOhm(bank, airC, Math.min(soc.rest, soc.last)) / 1000
  };
  const last = packIds[packIds.length - 1]!;
  const read = circuit.read(
    source,
    undefined,
    { ...ALL_ON, changeover: 'both', packVolts: new Map([[last, openCircuitV(chemistry, soc.last)]]) },
    'none'
  );
  const flowA = Math.abs(read.packA.get(last) ?? 0);
  const { mostA: limitA, wantedA } = chargeLimits(chemistry, {
    capacityAh: part.capacityAh,
    labelA: part.maxChargeA
  });
  const fuse = circuit.wiring.netlist.parts.find((p) => p.id === `FP${packIds.length}`);
  const opens = fuse?.ratingA && fuse.family ? openingTimeS(fuse.family, fuse.ratingA, flowA) : undefined;
  const say = [
    `${fixed(flowA, 1)} A flow from the fuller into the emptier pack as they are joined; it may be charged with ${fixed(limitA, 1)} A.`,
    opens && Number.isFinite(opens.minS)
      ? `${fuse!.id} ${fuse!.ratingA} A opens after ${secondsText(opens.minS)} to ${secondsText(opens.maxS)}.`
      : fuse
        ? `${fuse.id} stays closed.`
        : 'No fuse stands between the packs.',
    'A pack fresh off the charger carries surface charge: the first moment can be double. Charge both full before they are joined.'
  ];
  if (hasChangeover) say.push('On a changeover this happens only in a position that joins both packs.');
  return {
    title: `${last.replace('battery-', 'Battery ')} joined at ${fixed(soc.last * 100, 0)} %, the rest at ${fixed(soc.rest * 100, 0)} %`,
    say,
    state: flowA > limitA || !fuse ? 'stop' : flowA > wantedA ? 'caution' : 'holds',
    ...shown(circuit, read),
    short: undefined
  };
}

/** All that can charge the box at once: what flows into the battery, and what each lead and the meter carry. */
export function chargingTogether(
  circuit: TrialCircuit,
  bank: Bank,
  usual: Source,
  sources: readonly ChargeSource[]
): Outcome | undefined {
  const { wiring } = circuit;
  const all = together(sources).filter((s) => (s.currentA ?? 0) > 0);
  const charging = pushesAt(all, wiring.circuits, bank);
  if (charging.size === 0) return undefined;
  const read = circuit.read(usual, undefined, { ...ALL_ON, charging }, 'idle');
  const intoA = -read.batteryA;
  const { mostA: limitA, wantedA } = bankChargeLimits(bank);
  const say = [
    `${fixed(intoA, 1)} A go into the battery: ${fixed(wantedA, 1)} A are recommended, ${fixed(limitA, 1)} A the most it bears.`
  ];
  const placed = all.filter((s) => placeOfSource(s, wiring.circuits) !== undefined);
  if (placed.length > charging.size) say.push('Some want the same inlet: only one of them can be plugged in.');
  if (placed.length < all.length)
    say.push(
      `Clipped on the posts and not in this drawing: ${all
        .filter((s) => !placed.includes(s))
        .map((s) => s.name)
        .join(', ')}.`
    );
  if (charging.size < 2) say.push(`${capital(placed[0]!.name)} is alone in this drawing.`);
  else say.push('Each ends its charge by its own voltage: the higher one goes on while the other has stopped.');
  for (const [id] of charging) {
    const c = wiring.circuits.find((k) => k.portTag === id);
    const amps = read.chargeA.get(id) ?? 0;
    if (c?.ampacityA !== undefined && amps > c.ampacityA)
      say.push(`The lead of ${id} carries ${fixed(amps, 1)} A, more than its ${fixed(c.ampacityA, 1)} A.`);
    if (c?.fuseA !== undefined && amps > LOAD_SHARE * c.fuseA)
      say.push(`${c.fuseTag} ${c.fuseA} A carries ${fixed(amps, 1)} A: it will open one day.`);
  }
  return {
    title: 'All that charges at once',
    say,
    state: intoA > limitA ? 'stop' : intoA > wantedA * 1.0001 ? 'caution' : 'holds',
    ...shown(circuit, read),
    short: undefined
  };
}
