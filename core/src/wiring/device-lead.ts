import type { DeviceDemand } from '../demand/demand.ts';
import { lawCurrentA } from '../network/law.ts';
import type { WireSize } from '../quantity/wire-size.ts';
import type { Conductor, Netlist } from './netlist.ts';
import { TAB_MOST_MM2 } from './sizing.ts';
import type { CircuitPlan } from './types.ts';

/** Volts a USB-A plug gives. @source USB 2.0, nominal supply */
const USB_A_V = 5;
/** A USB plug may lose a tenth of its volts in the lead: what hangs on it goes on at 4.5 V. @source USB battery charging, least voltage at a device */
export const USB_LEAD_FRACTION = 0.1;

/** Copper that the solder cups and crimps of a plug take, by what the plug bears: amps up to, mm². @source rule of thumb, usual cable plugs */
const PLUG_TAKES = [
  { uptoA: 2.5, mm2: 1 },
  { uptoA: 7.5, mm2: 1.5 },
  { uptoA: 15, mm2: 2.5 },
  { uptoA: 20, mm2: 4 }
] as const;

/** The thickest core of a cord that goes into a plug of a rating, mm²; of an unknown rating as into a tab. */
export const plugMostMm2 = (ratingA: number | null): number =>
  PLUG_TAKES.find((p) => ratingA !== null && ratingA <= p.uptoA)?.mm2 ?? TAB_MOST_MM2;

/** What a device's own lead, out and back, loses at the device's hungriest. */
export type LeadLoss = {
  size: WireSize;
  lengthMm: number;
  currentA: number;
  lostV: number;
  /** Volts that the lead begins with: 12, those of a shared rail, or of the USB plug. */
  baseV: number;
  usb: boolean;
};

/** Both wires of a device's lead in the netlist; undefined for a device without one. */
export function leadWires(
  { conductors }: Pick<Netlist, 'conductors'>,
  deviceId: string
): [Conductor, Conductor] | undefined {
  const [out, back] = ['plus', 'minus'].map((side) => conductors.find((w) => w.id === `${deviceId}/${side}`));
  return out && back && [out, back];
}

/**
 * Loss in the lead of a device, V; undefined without a lead, or while nobody knows its wire.
 * @source Ohm's law over the netlist's resistance of both wires, which the run goes through, too
 */
export function leadLoss(net: Pick<Netlist, 'conductors'>, need: DeviceDemand, c: CircuitPlan): LeadLoss | undefined {
  const wires = leadWires(net, need.deviceId);
  const size = wires?.[0].size;
  if (!wires || !size) return undefined;
  const ohm = (wires[0].milliOhm + wires[1].milliOhm) / 1000;
  const { usb, baseV, currentA } = ofPlug(need, c, c.plugV + c.dropV);
  return { size, lengthMm: wires[0].lengthMm, currentA, lostV: currentA * ohm, baseV, usb };
}

function ofPlug(need: DeviceDemand, c: CircuitPlan, lowV: number): Pick<LeadLoss, 'usb' | 'baseV' | 'currentA'> {
  if (need.shared) return { usb: false, baseV: lowV, currentA: need.shared.peakW / lowV };
  const usb = c.portPart?.supply === 'usb-a' || c.portPart?.supply === 'usb-c';
  const inA = lawCurrentA(need.peakLaw, lowV);
  if (!usb) return { usb, baseV: 12, currentA: inA };
  const baseV = need.rail?.volts ?? USB_A_V;
  const outFraction = need.meanW > 0 ? Math.min(1, need.outW / need.meanW) : 1;
  return { usb, baseV, currentA: (inA * lowV * outFraction) / baseV };
}
