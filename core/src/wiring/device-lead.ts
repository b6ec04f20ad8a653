import type { Device } from '../box/schema.ts';
import type { DeviceDemand } from '../demand/demand.ts';
import { lawCurrentA } from '../network/law.ts';
import type { WireSize } from '../quantity/wire-size.ts';
import { knownSize, milliOhmPerM } from './conductor.ts';
import { leadWire } from './net-extras.ts';
import type { CircuitPlan } from './types.ts';

/** Volts a USB-A plug gives. @source USB 2.0, nominal supply */
const USB_A_V = 5;
/** A USB plug may lose a tenth of its volts in the lead: what hangs on it goes on at 4.5 V. @source USB battery charging, least voltage at a device */
export const USB_LEAD_FRACTION = 0.1;

/** What a device's own lead, out and back, loses at the device's hungriest. */
export type LeadLoss = {
  size: WireSize;
  currentA: number;
  lostV: number;
  /** Volts that the lead begins with: 12, those of a shared rail, or of the USB plug. */
  baseV: number;
  usb: boolean;
};

/**
 * Loss in the lead of a device, V; undefined without a lead, or while nobody knows its wire.
 * @param ambientC air around the lead; under 20 °C it is taken as 20
 * @source Ohm's law over the resistance of the wire, both ways
 */
export function leadLoss(device: Device, need: DeviceDemand, c: CircuitPlan, ambientC: number): LeadLoss | undefined {
  const size = device.lead ? leadWire(device.lead) : undefined;
  if (!device.lead || !size || !knownSize(size)) return undefined;
  const ohm = (2 * device.lead.lengthMm * milliOhmPerM(size, Math.max(20, ambientC))) / 1e6;
  const lowV = c.plugV + c.dropV;
  const { usb, baseV, currentA } = ofPlug(need, c, lowV);
  return { size, currentA, lostV: currentA * ohm, baseV, usb };
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
