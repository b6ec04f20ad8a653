import { switchesOf } from '../box/feeds.ts';
import { panelPartOf } from '../box/lookup.ts';
import type { Box, Device } from '../box/schema.ts';
import type { PartOf } from '../catalogue/part.ts';
import { addLaws, lawCurrentA, NO_LOAD, type LoadLaw } from '../network/law.ts';
import { RAIL_IDLE_A, railByPort, railShareW, type SharedRail } from '../wiring/rails.ts';
import { anyOf } from './bars.ts';
import { activeLaw, hungriest, leadIdle, meanOver } from './draw.ts';

/** A device that is fed from a shared rail. */
export type OnRail = {
  rail: SharedRail;
  /** As it hangs there: the rail stands in for the converter it would have in its own lead. */
  device: Device;
  /** At the rail, W: its hungriest mode and its mean. */
  peakW: number;
  meanW: number;
  /** Everything on the rail in its hungriest mode, W. */
  togetherW: number;
};

const asFed = (device: Device): Device =>
  device.supply === 'dc-converter' || device.supply === 'regulated-12v'
    ? { ...device, supply: '12v', converterW: null }
    : device;

const USB_V = 5;
const NOMINAL_V = 12;

/** The volts a device is made for; undefined where nobody said what its converter gives. */
export function madeForV({ supply, wantsV }: Pick<Device, 'supply' | 'wantsV'>): number | undefined {
  if (supply === 'usb-a') return USB_V;
  return supply === 'dc-converter' ? (wantsV ?? undefined) : NOMINAL_V;
}

/** Watts a law takes at a rail. */
const wattsAt = (law: LoadLaw, volts: number): number => lawCurrentA(law, volts) * volts;

function peakLawOf(device: Device, port: PartOf<'panel'> | undefined): LoadLaw {
  const top = device.modes[hungriest(device.modes)]!;
  return addLaws(leadIdle(device, port), activeLaw(device, top.draw, port));
}

/** Every device that hangs on a shared rail, by its id. */
export function onRails(box: Box): ReadonlyMap<string, OnRail> {
  const rails = railByPort(box);
  const out = new Map<string, OnRail>();
  if (rails.size === 0) return out;
  const found = box.devices.flatMap((device) => {
    const rail = device.portId === null ? undefined : rails.get(device.portId);
    if (!rail) return [];
    const port = panelPartOf(
      box,
      box.ports.find((p) => p.id === device.portId)
    );
    const fed = asFed(device);
    const peakW = wattsAt(peakLawOf(fed, port), rail.outV);
    const meanW = wattsAt(meanOver(fed, fed.modes, port).law, rail.outV);
    return [{ id: device.id, rail, device: fed, peakW, meanW }];
  });
  for (const { id, ...f } of found) {
    const togetherW = found.filter((o) => o.rail.feedId === f.rail.feedId).reduce((s, o) => s + o.peakW, 0);
    out.set(id, { ...f, togetherW });
  }
  return out;
}

/** What a law at the rail is at the converter's input: constant power, its share of the losses in it. */
export const toInput = ({ rail, togetherW }: OnRail, law: LoadLaw): LoadLaw => ({
  ...NO_LOAD,
  powerW: railShareW(rail, wattsAt(law, rail.outV), togetherW)
});

type Bars = { startH: number; endH: number }[];
/** What the converters themselves draw with nothing on them: as long as the box is on, or while something behind their switch is. */
export function railIdle(box: Box, whole: Bars): { portId: string; currentA: number; bars: Bars }[] {
  const rails = railByPort(box);
  return box.feeds
    .filter((f) => f.converter !== null)
    .map((feed) => {
      const users = box.devices.filter((d) => d.portId !== null && rails.get(d.portId)?.feedId === feed.id);
      const switched = switchesOf(box, feed).length > 0 && users.length > 0;
      return {
        portId: feed.id,
        currentA: RAIL_IDLE_A,
        bars: switched ? anyOf(users, box.outing) : whole
      };
    });
}
