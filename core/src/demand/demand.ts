import { CHEMISTRY } from '../battery/chemistry.ts';
import { panelPartOf, partOf } from '../box/lookup.ts';
import type { Box, Device, Draw } from '../box/schema.ts';
import type { PartOf } from '../catalogue/part.ts';
import { fixed } from '../quantity/format.ts';
import { line, type Working } from '../quantity/working.ts';
import { CONVERTERS, converterInputW } from './converter.ts';

/** How a load behaves with voltage: I(V) = powerW/V + currentA + conductanceS·V. */
export type LoadLaw = { powerW: number; currentA: number; conductanceS: number };

export type DeviceDemand = {
  deviceId: string;
  name: string;
  portId: string | null;
  /** Mean over the duty cycle while it is on, and the hungriest mode, as laws at the plug's 12 V side. */
  meanLaw: LoadLaw;
  peakLaw: LoadLaw;
  meanA: number;
  peakA: number;
  meanW: number;
  onH: number;
  energyWh: number;
  chargeAh: number;
  /** Standard deviation of the draw as a share, from where the figure comes from. */
  spreadFraction: number;
  working: Working;
};

export type Demand = {
  /** Voltage at which currents are stated. */
  atV: number;
  devices: DeviceDemand[];
  /** What the box itself draws while switched on: meters, lamps, idle converters. */
  box: { currentA: number; energyWh: number; chargeAh: number };
  totalWh: number;
  totalAh: number;
  meanA: number;
  /** Highest current when everything on at one moment is in its hungriest mode. */
  peakA: number;
  peakAtH: number;
};

/** One standard deviation of a draw by where it comes from. @source rule of thumb: measured within meter and habit, labels state maxima, guesses are guesses */
export const SPREAD_BY_SOURCE: Record<Device['source'], number> = { measured: 0.05, label: 0.15, guess: 0.3 };

const NO_LOAD: LoadLaw = { powerW: 0, currentA: 0, conductanceS: 0 };
const scaled = (law: LoadLaw, by: number): LoadLaw => ({
  powerW: law.powerW * by,
  currentA: law.currentA * by,
  conductanceS: law.conductanceS * by
});
const plus = (a: LoadLaw, b: LoadLaw): LoadLaw => ({
  powerW: a.powerW + b.powerW,
  currentA: a.currentA + b.currentA,
  conductanceS: a.conductanceS + b.conductanceS
});

/** Current of a law at a voltage > 0, A. */
export const lawCurrentA = (law: LoadLaw, volts: number): number =>
  law.powerW / volts + law.currentA + law.conductanceS * volts;

/** Watts a draw means at its own plug, at its stated voltage. */
export const drawW = (draw: Draw): number => (draw.kind === 'current' ? draw.currentA * draw.atV : draw.powerW);

/** The law of one mode seen from the 12 V side; behind a converter everything becomes constant power, idle loss left to the port. */
function modeLaw(device: Device, draw: Draw, port: PartOf<'panel'> | undefined): LoadLaw {
  if (device.supply !== '12v') {
    const converter = CONVERTERS[device.supply];
    const rated = port?.converterRatedW ?? converter.ratedW;
    return { ...NO_LOAD, powerW: converterInputW(converter, drawW(draw), rated) - converter.idleW };
  }
  if (draw.kind === 'current') return { ...NO_LOAD, currentA: draw.currentA };
  if (draw.kind === 'resistive') return { ...NO_LOAD, conductanceS: draw.powerW / draw.atV ** 2 };
  return { ...NO_LOAD, powerW: draw.powerW };
}

/** Hours a device is on within the outing; spans outside it do not count and overlapping spans count once. */
export function onHours(device: Device, outing: { startH: number; durationH: number }): number {
  const endH = outing.startH + outing.durationH;
  let reached = outing.startH;
  let total = 0;
  for (const span of [...device.spans].sort((a, b) => a.startH - b.startH)) {
    const from = Math.max(reached, span.startH);
    const to = Math.min(endH, span.endH);
    if (to > from) {
      total += to - from;
      reached = to;
    }
  }
  return total;
}

/** Nominal voltage of the chosen bank; 12.8 V while there is none. */
export function nominalV(box: Box): number {
  const battery = partOf(box, 'battery', box.bank.partId);
  return CHEMISTRY[battery && battery.chemistry !== 'unknown' ? battery.chemistry : battery ? 'agm' : 'lfp'].nominalV;
}

function deviceDemand(box: Box, device: Device, atV: number): DeviceDemand {
  const port = panelPartOf(
    box,
    box.ports.find((p) => p.id === device.portId)
  );
  const laws = device.modes.map((m) => modeLaw(device, m.draw, port));
  const meanLaw = laws.reduce((sum, law, i) => plus(sum, scaled(law, device.modes[i]!.dutyFraction)), NO_LOAD);
  const peakLaw = laws.reduce((best, law) => (lawCurrentA(law, atV) > lawCurrentA(best, atV) ? law : best), NO_LOAD);
  const meanA = lawCurrentA(meanLaw, atV);
  const onH = onHours(device, box.outing);
  const demand = {
    deviceId: device.id,
    name: device.name,
    portId: device.portId,
    meanLaw,
    peakLaw,
    meanA,
    peakA: lawCurrentA(peakLaw, atV),
    meanW: meanA * atV,
    onH,
    energyWh: meanA * atV * onH,
    chargeAh: meanA * onH,
    spreadFraction: SPREAD_BY_SOURCE[device.source]
  };
  return { ...demand, working: deviceWorking(device, demand, atV) };
}

function deviceWorking(device: Device, d: Omit<DeviceDemand, 'working'>, atV: number): Working {
  const lines = device.modes.map((m) =>
    line(
      `${m.name}, ${fixed(m.dutyFraction * 100, 0)} % of the time`,
      fixed(drawW(m.draw), 2),
      'W',
      'entered',
      device.source === 'measured'
        ? 'measured by you'
        : device.source === 'label'
          ? 'from its label'
          : 'a guess: measure it'
    )
  );
  if (device.supply !== '12v')
    lines.push(
      line(
        'Converter loss',
        fixed(d.meanLaw.powerW - device.modes.reduce((s, m) => s + drawW(m.draw) * m.dutyFraction, 0), 2),
        'W',
        'table',
        `${CONVERTERS[device.supply].name}, typical`
      )
    );
  lines.push(
    line('Mean from the battery', fixed(d.meanW, 2), 'W', 'computed', `at ${fixed(atV, 1)} V`),
    line('On within the outing', fixed(d.onH, 2), 'h', 'entered', 'its bars on the time line')
  );
  return {
    id: `demand-${device.id}`,
    title: `What ${device.name} uses`,
    formula: 'charge = mean watts ÷ volts × hours on',
    lines,
    result: { value: fixed(d.chargeAh, 2), unit: 'Ah' }
  };
}

/** Moments at which the set of running devices changes, within the outing. */
export function switchTimes(box: Box): number[] {
  const { startH, durationH } = box.outing;
  const times = new Set([startH, startH + durationH]);
  for (const device of box.devices)
    for (const s of device.spans)
      for (const t of [s.startH, s.endH]) if (t > startH && t < startH + durationH) times.add(t);
  return [...times].sort((a, b) => a - b);
}

export const isOn = (device: Device, timeH: number): boolean =>
  device.spans.some((s) => timeH >= s.startH && timeH < s.endH);

/** Standing draw of panel parts while the box is switched on. */
export const quiescentA = (box: Box): number =>
  box.ports.reduce((sum, p) => sum + (panelPartOf(box, p)?.quiescentA ?? 0), 0);

/**
 * Average and peak demand of every device and of the box itself over the outing, at the bank's nominal voltage.
 * @source electrical reference 7: averages by duty, converters by their fitted loss, panel quiescent draws
 */
export function demand(box: Box): Demand {
  const atV = nominalV(box);
  const devices = box.devices.map((d) => deviceDemand(box, d, atV));
  const boxA = quiescentA(box);
  const h = box.outing.durationH;
  const totalWh = devices.reduce((s, d) => s + d.energyWh, 0) + boxA * atV * h;
  let peakA = 0;
  let peakAtH = box.outing.startH;
  for (const t of switchTimes(box).slice(0, -1)) {
    const sum = devices.reduce((s, d, i) => s + (isOn(box.devices[i]!, t) ? d.peakA : 0), boxA);
    if (sum > peakA) [peakA, peakAtH] = [sum, t];
  }
  return {
    atV,
    devices,
    box: { currentA: boxA, energyWh: boxA * atV * h, chargeAh: boxA * h },
    totalWh,
    totalAh: totalWh / atV,
    meanA: totalWh / atV / h,
    peakA,
    peakAtH
  };
}
