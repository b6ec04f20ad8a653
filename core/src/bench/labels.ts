import type { Box } from '../box/schema.ts';
import { fuseWords } from '../wiring/fuse-words.ts';
import type { WiringPlan } from '../wiring/types.ts';
import type { RunList } from '../wiring/run-list.ts';
import type { PanelPlan } from '../panel/panel.ts';
import { TrialCircuit } from '../trials/circuit.ts';

/** Letters at least this high can be read at arm's length, mm. @source mechanical reference 5 */
export const LETTER_MM = 3;
const LABEL_MM = 10;

export type Label = {
  /** Large and small line. */
  title: string;
  detail: string;
  widthMm: number;
  heightMm: number;
};
export type PortLabel = Label & { portId: string; tag: string };

/** A flag round a lead: half of it shows on either side. @source usual flags for wires up to 6 mm */
const FLAG_MM = { width: 40, height: 8 } as const;

/** Two labels for every lead, one for each end: its number large, where this end goes and what comes from the other small. */
export function leadLabels(runs: RunList): Label[] {
  return runs.runs.flatMap((r) =>
    Array.from({ length: r.count }, () => [r.from, r.to]).flatMap((ends) =>
      ends.map((end, i): Label => ({
        title: r.id,
        detail: `${end.tab} · from ${ends[1 - i]!.tab}`,
        widthMm: FLAG_MM.width,
        heightMm: FLAG_MM.height
      }))
    )
  );
}

/** A label for every port at its flange's width: name, fuse, what it feeds with, polarity for inlets. @source mechanical reference 5, labels */
export function portLabels(box: Box, panel: PanelPlan, wiring: WiringPlan): PortLabel[] {
  return panel.ports
    .filter((p) => p.part.hole.shape !== 'none')
    .map((p) => {
      const circuit = wiring.circuits.find((c) => c.circuit.portId === p.port.id);
      const fuse = circuit ? fuseWords(circuit) : '';
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
        detail: [p.tag, inlet || (circuit?.rail && supply === '12 V' ? `${circuit.rail.outV} V` : supply), fuse]
          .filter(Boolean)
          .join(' · '),
        widthMm: Math.max(26, p.part.flangeWidthMm),
        heightMm: LABEL_MM
      };
    });
}

export type SwitchRow = { tag: string; name: string; position: 'on' | 'off'; live: string[]; dead: string[] };

/** What is live for each position of each switch, relay coils and breaker lever in, the others on: solved, not assumed. */
export function switchCard(panel: PanelPlan, wiring: WiringPlan): SwitchRow[] {
  const circuit = new TrialCircuit(wiring);
  const liveWith = (off: string[]): Set<string> => {
    const read = circuit.read(CARD_SOURCE, undefined, { off: new Set(off), unplugged: new Set() }, 'none');
    return new Set([...read.plugV].filter(([, v]) => Math.abs(v) >= CARD_LIVE_V).map(([tag]) => tag));
  };
  const all = liveWith([]);
  const name = (tag: string): string => {
    const c = wiring.circuits.find((k) => k.portTag === tag);
    return c ? `${tag} ${c.feeds}`.trim() : tag;
  };
  const named = (tags: Iterable<string>): string[] =>
    wiring.circuits.flatMap((c) => ([...tags].includes(c.portTag) ? [name(c.portTag)] : []));
  const levers = wiring.netlist.parts.filter((p) => p.kind === 'switch').map((p) => p.id);
  return panel.ports
    .filter((p) => p.part.role === 'switch')
    .flatMap((p) => {
      const off = levers.includes(p.tag) ? liveWith([p.tag]) : all;
      const title = p.port.name || p.part.name.split(',')[0]!;
      return [
        { tag: p.tag, name: title, position: 'on' as const, live: named(all), dead: [] },
        {
          tag: p.tag,
          name: title,
          position: 'off' as const,
          live: named(off),
          dead: named([...all].filter((t) => !off.has(t)))
        }
      ];
    });
}

/** Any healthy battery: only what is live counts here, V. */
const CARD_SOURCE = { volts: 12.8, ohm: 0.02 };
const CARD_LIVE_V = 1;
