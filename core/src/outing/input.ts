import type { Bank } from '../battery/bank.ts';
import { panelPartOf } from '../box/lookup.ts';
import type { Box, Device, Solar } from '../box/schema.ts';
import type { Demand, DemandBar } from '../demand/demand.ts';
import { leastAtPortV } from '../demand/own-volts.ts';
import { lawCurrentA } from '../network/law.ts';
import { CONTROLLER_SELF_W, panelPowerW, usualSkyFraction } from '../sun/panel.ts';
import { dayOfYear, monthAfter, panelWPerM2, solarHour } from '../sun/sun.ts';
import type { Feed } from '../wiring/feed.ts';
import { chargerA } from '../wiring/charger.ts';
import { coveredPorts } from '../wiring/cutoff.ts';
import { tree } from '../wiring/tree.ts';
import type { RunBar, RunInput, RunLoad } from './run-types.ts';

/** Half of it moves the hours by well under 0.2 %, and every edit runs it. */
export const RUN_STEP_S = 180;
/** As many steps as an edit can wait for: 400 hours. Outings of weeks take longer ones. */
const STEPS_MOST = 8000;

type Table = {
  ohm: number[][];
  place: (portId: string | null) => number;
  /** A device stands at the end of its own lead, where it has one. */
  placeOf: (device: { deviceId: string; portId: string | null }) => number;
};

/** The port table with one more place at its end: where devices without a port hang, on the shared path alone. */
function tableOf(feed: Feed): Table {
  const n = feed.ohm.length;
  const across = (p: number): number => Math.min(feed.commonOhm, feed.ohm[p]![p]!);
  const ohm = feed.ohm.map((row, p) => [...row, across(p)]);
  ohm.push([...feed.ohm.map((_, p) => across(p)), feed.commonOhm]);
  const place = (portId: string | null): number => {
    const p = portId === null ? -1 : feed.portIds.indexOf(portId);
    return p < 0 ? n : p;
  };
  return {
    ohm,
    place,
    placeOf: ({ deviceId, portId }) => {
      const d = feed.deviceIds.indexOf(deviceId);
      return d < 0 ? place(portId) : feed.portIds.length + d;
    }
  };
}

const runBar = (bar: DemandBar, atV: number): RunBar => ({
  fromH: bar.startH,
  toH: bar.endH,
  law: bar.meanLaw,
  outFraction: fractionOut(bar, atV)
});

/** Share of a bar's power that reaches the device: all of it without a converter. */
function fractionOut(bar: DemandBar, atV: number): number {
  const { powerW, currentA, conductanceS } = bar.meanLaw;
  if (currentA !== 0 || conductanceS !== 0) return 1;
  const inputW = lawCurrentA({ powerW, currentA, conductanceS }, atV) * atV;
  return inputW > 0 ? Math.min(1, bar.outW / inputW) : 1;
}

const gcd = (a: number, b: number): number => (b === 0 ? a : gcd(b, a % b));

/**
 * Step of a run, s: `RUN_STEP_S`, and longer where that makes more than `STEPS_MOST` of them, but only so far that
 * everything still begins and ends with a step; nothing that is switched falls between two of them.
 */
export function stepFor(startH: number, durationH: number, bars: readonly { fromH: number; toH: number }[]): number {
  const wantedS = (durationH * 3600) / STEPS_MOST;
  if (wantedS <= RUN_STEP_S) return RUN_STEP_S;
  const marksS = bars.flatMap((b) => [b.fromH, b.toH]).map((h) => Math.round(Math.abs(h - startH) * 3600));
  const commonS = marksS.reduce(gcd, Math.round(durationH * 3600));
  for (let k = Math.floor(commonS / wantedS); k >= 1; k--) if (commonS % k === 0) return commonS / k;
  return Math.max(RUN_STEP_S, commonS);
}

/** Everything the run needs, from the box and the steps before it; automatic steps as `stepFor` says. */
export function runInput(box: Box, need: Demand, b: Bank, feed: Feed, stepS?: number): RunInput {
  const { ohm, place, placeOf } = tableOf(feed);
  const loads = need.devices.map((d, i): RunLoad => {
    const device = box.devices[i]!;
    return {
      id: d.deviceId,
      port: placeOf(d),
      bars: d.bars.map((bar) => runBar(bar, need.atV)),
      peakLaw: d.peakLaw,
      // behind a shared converter it is that one which gives up first, and all that hangs on it with it
      minV: d.shared ? d.shared.rail.leastInV : leastAtPortV(device),
      belowMin: d.shared ? 'stops' : device.belowMin,
      innerH: device.inner?.first === 'box' ? d.innerH : 0
    };
  });
  const standing = need.box.standing.map((d) => ({
    port: place(d.portId),
    currentA: d.currentA,
    bars: d.bars.map((x) => ({ fromH: x.startH, toH: x.endH }))
  }));
  const meter = box.ports.find((p) => panelPartOf(box, p)?.role === 'meter');
  const cut = box.bank.disconnect;
  const { startH, durationH } = box.outing;
  const plugged = box.charging.plugged.map((p) => ({ fromH: p.startH, toH: p.endH }));
  const switched = [...loads.flatMap((l) => l.bars), ...standing.flatMap((d) => d.bars), ...plugged];
  return {
    packs: b.groups,
    changeover: box.bank.arrangement === 'changeover',
    protectionV: b.part.protectionCutoffV,
    disconnect: cut.is === 'set' ? cut.value : null,
    covered: coveredPlaces(box, ohm.length, place, (d) => placeOf({ deviceId: d.id, portId: d.portId })),
    coldestC: box.outing.airC,
    warmestC: box.outing.warmestC,
    warmerK: box.bank.warmerK,
    portOhm: ohm,
    loads,
    standing,
    ...inflowOf(box, b),
    startH,
    endH: startH + durationH,
    stepS: stepS ?? stepFor(startH, durationH, switched),
    keepBackFraction: b.keepBackFraction,
    meterPort: meter && feed.portIds.includes(meter.id) ? place(meter.id) : null
  };
}

/** Places of the port table that the cut-off switches off; undefined when it is all of them. */
function coveredPlaces(
  box: Box,
  count: number,
  place: (portId: string | null) => number,
  placeOf: (device: Device) => number
): readonly boolean[] | undefined {
  const ports = box.bank.disconnect.is === 'set' ? coveredPorts(box, tree(box)) : undefined;
  if (!ports) return undefined;
  const out = new Array<boolean>(count).fill(false);
  for (const id of ports) out[place(id)] = true;
  for (const d of box.devices) if (d.portId !== null && ports.has(d.portId)) out[placeOf(d)] = true;
  return out;
}

/** Current from a charger plugged in and from a panel that stands there, if any. */
function inflowOf(box: Box, b: Bank): Pick<RunInput, 'inflowA'> {
  const { plugged, solar } = box.charging;
  const amps = chargerA(box, b) ?? 0;
  const sunA = solar?.duringOuting ? solarCurrent(box, solar) : undefined;
  if (plugged.length === 0 && !sunA) return {};
  return {
    inflowA: (timeH, batteryV, airC) =>
      (plugged.some((s) => timeH >= s.startH && timeH < s.endH) ? amps : 0) + (sunA?.(timeH, batteryV, airC) ?? 0)
  };
}

/** The sky taken for a panel at the outing's time of year. */
export function skyFractionOf(solar: Solar, site: { latitudeDeg: number }, month: number): number {
  return solar.skyFraction.is === 'set' ? solar.skyFraction.value : usualSkyFraction(site.latitudeDeg, month);
}

/** Undefined while place, day or controller are missing: a panel without them gives nothing that could be counted on. */
export function solarCurrent(
  box: Box,
  solar: Solar
): ((timeH: number, batteryV: number, airC: number) => number) | undefined {
  const { site, day } = box.outing;
  if (!site || !day || (solar.controller !== 'pwm' && solar.controller !== 'mppt')) return undefined;
  const first = dayOfYear(day);
  const sky = skyFractionOf(solar, site, monthAfter(day, 0));
  return (timeH, batteryV, airC) => {
    const d = first + Math.floor(timeH / 24);
    const light = panelWPerM2(site.latitudeDeg, d, solarHour(site, d, ((timeH % 24) + 24) % 24), solar.tiltDeg) * sky;
    const amps = Math.max(0, panelPowerW(solar, light, airC, batteryV) - CONTROLLER_SELF_W) / batteryV;
    return Math.min(amps, solar.controllerMaxA ?? Infinity);
  };
}
