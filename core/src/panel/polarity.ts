import { panelPartOf, portTags } from '../box/lookup.ts';
import type { Box } from '../box/schema.ts';
import { masterPortId } from '../box/feeds.ts';
import { plugUses } from './plug-uses.ts';

export type PolarityRow = {
  portId: string;
  tag: string;
  name: string;
  part: string;
  volts: string;
  keyed: string;
  liveMetal: string;
  same: string;
  adapters: string;
  state: 'holds' | 'caution' | 'stop';
  say: string;
};

const ADAPTER = { none: '', straight: 'straight', reversing: 'swaps + and −', unknown: 'not measured' } as const;

/** The battery stands on it: a circuit ends there, or a feed comes in by it. */
const isLive = (box: Box, portId: string): boolean =>
  box.circuits.some((c) => c.portId === portId) ||
  box.feeds.some((f) => f.throughPortId.is === 'set' && f.throughPortId.value === portId);

/** For every connector: keyed or not, voltage, bare live metal, the same plug at another voltage, adapters on it. */
export function polarityRows(box: Box, railV: ReadonlyMap<string, number>): PolarityRow[] {
  const tags = portTags(box, masterPortId(box));
  const uses = plugUses(box, railV);
  return box.ports.flatMap((port): PolarityRow[] => {
    const part = panelPartOf(box, port);
    if (!part || (part.role !== 'outlet' && part.role !== 'inlet')) return [];
    const use = uses.find((u) => u.partId === part.id);
    const here = use?.ports.find((p) => p.portId === port.id);
    const others = use && use.volts.length > 1 ? use.ports.filter((p) => p.volts !== here?.volts) : [];
    const adapters = box.devices
      .filter((d) => d.portId === port.id && d.lead && d.lead.adapter !== 'none')
      .map((d) => ({ name: d.name, kind: d.lead!.adapter }));
    const usb = part.supply === 'usb-a' || part.supply === 'usb-c';
    const bare = part.exposedLivePins && isLive(box, port.id);
    const reverses = adapters.some((a) => a.kind === 'reversing');
    const doubts = [
      part.keyed === false ? 'goes in both ways: mark both halves' : '',
      part.keyed === null && !usb ? 'try by hand, unplugged, whether it is keyed' : '',
      others.length ? `also fits ${others.map((p) => tags[p.portId] ?? p.portId).join(', ')}` : '',
      adapters.some((a) => a.kind === 'unknown') ? 'measure its adapter' : ''
    ].filter(Boolean);
    return [
      {
        portId: port.id,
        tag: tags[port.id] ?? port.id,
        name: port.name,
        part: part.name,
        volts: usb ? '5 V and more, by agreement' : here ? here.what : '12 V',
        keyed: part.keyed === null ? 'unknown' : part.keyed ? 'yes' : 'no',
        liveMetal: bare ? 'yes' : part.exposedLivePins ? 'on the inlet' : 'no',
        same: others.length ? others.map((p) => `${tags[p.portId] ?? p.portId} ${p.what}`).join(', ') : 'no',
        adapters: adapters.map((a) => `${a.name}: ${ADAPTER[a.kind]}`).join(', ') || 'none',
        state: bare || reverses ? 'stop' : doubts.length ? 'caution' : 'holds',
        say: bare
          ? 'bare live metal: a key across it is a short'
          : reverses
            ? 'its adapter swaps + and −'
            : doubts.length
              ? doubts.join('; ')
              : 'goes in one way, at one voltage'
      }
    ];
  });
}
