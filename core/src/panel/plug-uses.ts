import { panelPartOf } from '../box/lookup.ts';
import type { Box } from '../box/schema.ts';

export type PlugUse = {
  partId: string;
  name: string;
  ports: { portId: string; what: string; volts: string }[];
  /** Different voltages that this one kind of plug carries. */
  volts: string[];
};

/**
 * Kinds of plug with what each of their ports carries: 12 V out, a shared converter's volts, a charger's voltage in, a panel's
 * open voltage.
 * @param railV volts of the ports that hang on a shared converter, by port
 */
export function plugUses(box: Box, railV: ReadonlyMap<string, number>): PlugUse[] {
  const uses = new Map<string, PlugUse>();
  const panelPort = box.charging.solar?.fit === 'inside' ? box.charging.solar.panelPortId : undefined;
  for (const port of box.ports) {
    const part = panelPartOf(box, port);
    if (
      !part ||
      (part.role !== 'outlet' && part.role !== 'inlet') ||
      part.supply === 'usb-a' ||
      part.supply === 'usb-c'
    )
      continue;
    const sun = panelPort?.is === 'set' && panelPort.value === port.id;
    const circuit = box.circuits.find((c) => c.portId === port.id);
    const out = `${railV.get(port.id) ?? 12} V`;
    const what = sun
      ? `takes the panel’s ${box.charging.solar!.openV} V`
      : circuit?.purpose === 'charge'
        ? 'takes the charger'
        : `gives ${out}`;
    const volts = sun ? 'panel' : circuit?.purpose === 'charge' ? 'charger' : out;
    const use = uses.get(part.id) ?? { partId: part.id, name: part.name, ports: [], volts: [] };
    use.ports.push({ portId: port.id, what, volts });
    if (!use.volts.includes(volts)) use.volts.push(volts);
    uses.set(part.id, use);
  }
  return [...uses.values()];
}
