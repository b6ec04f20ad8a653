import { CHEMISTRY, usedKind } from '../battery/chemistry.ts';
import { holdingA } from '../box/relay.ts';
import { panelPartOf, partOf } from '../box/lookup.ts';
import type { Box, Device } from '../box/schema.ts';
import type { PartOf } from '../catalogue/part.ts';
import { addLaws, lawCurrentA, type LoadLaw } from '../network/law.ts';
import { fixed } from '../quantity/format.ts';
import { line, type Working, type WorkingLine } from '../quantity/working.ts';
import { anyOf, barsAfter, barsWithin, totalH } from './bars.ts';
import { CONVERTERS, usbRail, type Rail } from './converter.ts';
import { spreadOfDevice } from './spread.ts';
import { activeFraction, activeLaw, drawW, hungriest, leadIdle, meanDrawW, meanOver, modesInBar } from './draw.ts';
import { onRails, railIdle, toInput, type OnRail } from './on-rail.ts';

/** One bar on the time line as the battery sees it. */
export type DemandBar = { startH: number; endH: number; meanLaw: LoadLaw; outW: number };

export type DeviceDemand = {
  deviceId: string;
  name: string;
  portId: string | null;
  /** As its modes say; the bars may have a duty of their own. */
  meanLaw: LoadLaw;
  peakLaw: LoadLaw;
  meanA: number;
  peakA: number;
  meanW: number;
  /** Watts that reach the device itself, after converters. */
  outW: number;
  bars: DemandBar[];
  onH: number;
  energyWh: number;
  chargeAh: number;
  /** Standard deviation of the draw as a share, from where the figure comes from. */
  spreadFraction: number;
  /** USB-C only: what it settles on at its hungriest. */
  rail: Rail | undefined;
  /** Fed from a voltage that several ports share: what it takes there. The laws above are those of the converter's input. */
  shared: OnRail | undefined;
  /** How long its inner battery carries it with the lead pulled, h; 0 without one. */
  innerH: number;
  working: Working;
};

/** Draw of a panel part itself: meter, lamp, idle module; or of a relay's coil, by the relay's id. */
export type StandingDraw = { portId: string; currentA: number; bars: { startH: number; endH: number }[] };

export type Demand = {
  /** Voltage at which currents are stated. */
  atV: number;
  devices: DeviceDemand[];
  /** What the box itself draws while switched on: meters, lamps, idle converters. */
  box: { currentA: number; energyWh: number; chargeAh: number; standing: StandingDraw[] };
  totalWh: number;
  totalAh: number;
  meanA: number;
  /** Highest current when everything on at one moment is in its hungriest mode. */
  peakA: number;
  peakAtH: number;
};

/** Nominal voltage of the chosen bank; 12.8 V while there is none. */
function nominalV(box: Box): number {
  const battery = partOf(box, 'battery', box.bank.partId);
  return CHEMISTRY[battery ? usedKind(battery.chemistry) : 'lfp'].nominalV;
}

/** The panel part a device plugs into. */
export const portPartOf = (box: Box, device: Device): PartOf<'panel'> | undefined =>
  panelPartOf(
    box,
    box.ports.find((p) => p.id === device.portId)
  );

/** What takes less takes nothing: its inner battery lies there for ever, and no hours are told. */
const NOTHING_W = 1e-9;

function deviceDemand(box: Box, device: Device, atV: number, shared: OnRail | undefined): DeviceDemand {
  const port = portPartOf(box, device);
  const fed = shared?.device ?? device;
  const asTaken = (law: LoadLaw): LoadLaw => (shared ? toInput(shared, law) : law);
  const { law, outW } = meanOver(fed, device.modes, port);
  const meanLaw = asTaken(law);
  const top = device.modes[hungriest(device.modes)]!;
  const peakLaw = asTaken(addLaws(leadIdle(fed, port), activeLaw(fed, top.draw, port)));
  const bars = barsWithin(device.spans, box.outing).map((b): DemandBar => {
    const mean = meanOver(fed, modesInBar(device.modes, b.dutyFraction), port);
    return { startH: b.startH, endH: b.endH, meanLaw: asTaken(mean.law), outW: mean.outW };
  });
  const innerH = device.inner && outW > NOTHING_W ? device.inner.capacityWh / outW : 0;
  const served = device.inner?.first === 'inner' ? withoutFirst(bars, innerH) : bars;
  const chargeAh = served.reduce((s, b) => s + lawCurrentA(b.meanLaw, atV) * (b.endH - b.startH), 0);
  const meanA = lawCurrentA(meanLaw, atV);
  const demand = {
    deviceId: device.id,
    name: device.name,
    portId: device.portId,
    meanLaw,
    peakLaw,
    meanA,
    peakA: lawCurrentA(peakLaw, atV),
    meanW: meanA * atV,
    outW,
    bars: served,
    onH: totalH(bars),
    energyWh: chargeAh * atV,
    chargeAh,
    spreadFraction: spreadOfDevice(device),
    shared,
    rail: device.supply === 'usb-c' ? usbRail(drawW(top.draw), device.wantsV, atV) : undefined,
    innerH
  };
  return { ...demand, working: deviceWorking(device, demand, atV) };
}

function withoutFirst(bars: DemandBar[], hours: number): DemandBar[] {
  const kept = barsAfter(
    bars.map((b) => ({ startH: b.startH, endH: b.endH, dutyFraction: null })),
    hours
  );
  return kept.map((k) => ({ ...bars.find((b) => b.endH === k.endH)!, startH: k.startH }));
}

const SOURCE_WORDS: Record<Device['source'], string> = {
  measured: 'measured by you',
  label: 'from its label',
  guess: 'a guess: measure it'
};

function deviceWorking(device: Device, d: Omit<DeviceDemand, 'working'>, atV: number): Working {
  const source = device.source === 'measured' && device.sourceNote ? device.sourceNote : SOURCE_WORDS[device.source];
  const lines = device.modes.map((m) =>
    m.draw.kind === 'event'
      ? line(
          `${m.name}, ${fixed(m.draw.eventsPerDay, 0)} a day of ${fixed(m.draw.energyJ, 0)} J`,
          fixed(meanDrawW(m), 3),
          'W',
          'entered',
          source
        )
      : line(
          `${m.name}, ${fixed(activeFraction(m) * 100, 0)} % of the time`,
          fixed(drawW(m.draw), 2),
          'W',
          'entered',
          source
        )
  );
  const { shared } = d;
  if (shared)
    lines.push(
      line(
        'Shared converter’s loss',
        fixed(d.meanLaw.powerW - d.outW, 2),
        'W',
        'table',
        `${fixed(shared.rail.outV, 1)} V, its share of it`
      )
    );
  else if (device.supply !== '12v')
    lines.push(
      line(
        'Converter loss',
        fixed(d.meanLaw.powerW - d.outW, 2),
        'W',
        'table',
        `${CONVERTERS[device.supply].name}, typical`
      )
    );
  lines.push(line('On within the outing', fixed(d.onH, 2), 'h', 'entered', 'its bars on the time line'));
  if (device.inner?.first === 'inner' && d.innerH > 0)
    lines.push(
      line('Its inner battery runs first', fixed(-Math.min(d.innerH, d.onH), 2), 'h', 'entered', 'not from the box')
    );
  lines.push(...energyLines(d.bars, atV), line('Volts', fixed(atV, 2), 'V', 'table', 'of the battery, nominal', '÷'));
  return {
    id: `demand-${device.id}`,
    title: `What ${device.name} uses`,
    formula: 'charge = sum of hours × mean watts from the battery ÷ volts',
    lines,
    result: { value: fixed(d.chargeAh, 2), unit: 'Ah' }
  };
}

/** Bars with the same draw put together: hours at so many watts. */
function energyLines(bars: readonly DemandBar[], atV: number): WorkingLine[] {
  const byWatts = new Map<string, { hours: number; watts: number }>();
  for (const b of bars) {
    const watts = lawCurrentA(b.meanLaw, atV) * atV;
    const known = byWatts.get(watts.toPrecision(9));
    if (known) known.hours += b.endH - b.startH;
    else byWatts.set(watts.toPrecision(9), { hours: b.endH - b.startH, watts });
  }
  return [...byWatts.values()].map((g) =>
    line(
      'From the battery',
      fixed(g.hours * g.watts, 3),
      'Wh',
      'computed',
      `${fixed(g.hours, 3)} h at ${fixed(g.watts, 3)} W`,
      '+'
    )
  );
}

/** Moments at which the set of running devices changes, within the outing. */
function switchTimes(box: Box): number[] {
  const { startH, durationH } = box.outing;
  const times = new Set([startH, startH + durationH]);
  for (const device of box.devices)
    for (const s of device.spans)
      for (const t of [s.startH, s.endH]) if (t > startH && t < startH + durationH) times.add(t);
  return [...times].sort((a, b) => a - b);
}

const isOn = (device: Device, timeH: number): boolean => device.spans.some((s) => timeH >= s.startH && timeH < s.endH);

/**
 * Draws of the panel parts themselves: a part behind a switch of its own draws only while something on that port is on,
 * the others as long as the box is.
 */
function standingDraws(box: Box): StandingDraw[] {
  const whole = [{ startH: box.outing.startH, endH: box.outing.startH + box.outing.durationH }];
  const coils = box.relays
    .filter((r) => holdingA(r) > 0)
    .map((r): StandingDraw => ({ portId: r.id, currentA: holdingA(r), bars: whole }));
  const parts = box.ports.flatMap((port): StandingDraw[] => {
    const currentA = panelPartOf(box, port)?.quiescentA ?? 0;
    if (currentA === 0) return [];
    const circuit = box.circuits.find((c) => c.portId === port.id);
    const users = box.devices.filter((d) => d.portId === port.id);
    const switched = circuit?.switchPortId.is === 'set' && users.length > 0;
    return [{ portId: port.id, currentA, bars: switched ? anyOf(users, box.outing) : whole }];
  });
  return [...parts, ...coils, ...railIdle(box, whole)];
}

/**
 * Average and peak demand of every device and of the box itself over the outing, at the bank's nominal voltage.
 * @source electrical reference 7: averages by duty, converters by their fitted loss, panel quiescent draws
 */
export function demand(box: Box): Demand {
  const atV = nominalV(box);
  const shared = onRails(box);
  const devices = box.devices.map((d) => deviceDemand(box, d, atV, shared.get(d.id)));
  const standing = standingDraws(box);
  const boxA = standing.reduce((s, d) => s + d.currentA, 0);
  const boxAh = standing.reduce((s, d) => s + d.currentA * totalH(d.bars), 0);
  const totalWh = devices.reduce((s, d) => s + d.energyWh, 0) + boxAh * atV;
  let peakA = 0;
  let peakAtH = box.outing.startH;
  for (const t of switchTimes(box).slice(0, -1)) {
    const sum = devices.reduce((s, d, i) => s + (isOn(box.devices[i]!, t) ? d.peakA : 0), boxA);
    if (sum > peakA) [peakA, peakAtH] = [sum, t];
  }
  return {
    atV,
    devices,
    box: { currentA: boxA, energyWh: boxAh * atV, chargeAh: boxAh, standing },
    totalWh,
    totalAh: totalWh / atV,
    meanA: totalWh / atV / box.outing.durationH,
    peakA,
    peakAtH
  };
}

/** What the box itself draws on average over the outing, A: meters, lamps, idle converters. */
export const boxDrawA = (box: Pick<Box, 'outing'>, need: Pick<Demand, 'box'>): number =>
  box.outing.durationH > 0 ? need.box.chargeAh / box.outing.durationH : 0;

/** What a device draws on average while it is on, A: as its bars really ask for it, since a bar may have a duty of its own. */
export const whileOnA = (d: Pick<DeviceDemand, 'onH' | 'chargeAh' | 'meanA'>): number =>
  d.onH > 0 ? d.chargeAh / d.onH : d.meanA;
