import type { Box } from '../box/schema.ts';
import type { WiringPlan } from '../wiring/types.ts';
import type { PanelPlan } from '../panel/panel.ts';

/** Letters at least this high can be read at arm's length, mm. @source mechanical reference 5 */
export const LETTER_MM = 3;
const LABEL_MM = 10;

export type PortLabel = {
  portId: string;
  tag: string;
  /** Large and small line. */
  title: string;
  detail: string;
  widthMm: number;
  heightMm: number;
};

/** A label for every port at its flange's width: name, fuse, what it feeds with, polarity for inlets. @source mechanical reference 5, labels */
export function portLabels(box: Box, panel: PanelPlan, wiring: WiringPlan): PortLabel[] {
  return panel.ports
    .filter((p) => p.part.hole.shape !== 'none')
    .map((p) => {
      const circuit = wiring.circuits.find((c) => c.circuit.portId === p.port.id);
      const fuse = circuit
        ? `${circuit.fuseTag} ${circuit.fuseA === undefined ? 'no fuse' : `${circuit.fuseA} A`}`
        : '';
      const supply =
        p.part.supply === null
          ? ''
          : {
              '12v': '12 V',
              'usb-a': 'USB-A 5 V',
              'usb-c': 'USB-C',
              'regulated-12v': '12 V steady',
              'dc-converter': 'DC',
              inverter: 'mains'
            }[p.part.supply];
      const inlet =
        p.part.role === 'inlet'
          ? `charge only, ${box.charging.chargerV.is === 'set' ? `${box.charging.chargerV.value} V` : 'see card'}`
          : '';
      return {
        portId: p.port.id,
        tag: p.tag,
        title: p.port.name || p.part.name.split(',')[0]!,
        detail: [p.tag, inlet || supply, fuse].filter(Boolean).join(' · '),
        widthMm: Math.max(26, p.part.flangeWidthMm),
        heightMm: LABEL_MM
      };
    });
}

export type SwitchRow = { tag: string; name: string; position: 'on' | 'off'; live: string[]; dead: string[] };

/** What is live for each position of each switch, the others on. */
export function switchCard(panel: PanelPlan, wiring: WiringPlan): SwitchRow[] {
  const master = wiring.main.masterPortId;
  return panel.ports
    .filter((p) => p.part.role === 'switch')
    .flatMap((p) => {
      const isMaster = p.port.id === master;
      const names = (live: boolean) =>
        wiring.circuits
          .filter((c) => {
            const always = c.circuit.live !== 'master';
            const mine = isMaster
              ? !always
              : c.circuit.switchPortId.is === 'set' && c.circuit.switchPortId.value === p.port.id;
            return live ? !mine : mine;
          })
          .map((c) => `${c.portTag} ${c.feeds}`.trim());
      const name = p.port.name || p.part.name.split(',')[0]!;
      const all = wiring.circuits.map((c) => `${c.portTag} ${c.feeds}`.trim());
      return [
        { tag: p.tag, name, position: 'on' as const, live: all, dead: [] },
        { tag: p.tag, name, position: 'off' as const, live: names(true), dead: names(false) }
      ];
    });
}
