import { AUTO } from '../box/attr.ts';
import { mainFeed } from '../box/feeds.ts';
import type { Feed } from '../box/schema.ts';
import type { Happening } from '../judge/table.ts';
import { isPackFuse } from '../judge/ways.ts';
import { wireSizeText, type WireSize } from '../quantity/wire-size.ts';
import { hasOwnLead } from '../wiring/lead-section.ts';
import {
  BATTERY_PLACE,
  BOX_PLACE,
  branches,
  branchPath,
  branchName,
  branchPlace,
  MAIN_PLACE,
  mainPath,
  portPlace,
  set,
  type Facts,
  type Remedy,
  type Where
} from './rule.ts';

/** Where a finding about an element stands. */
export function placeOf(x: Facts, h: Happening): Where {
  const c = branches(x).find((b) => b.circuit.id === h.circuitId);
  if (c) return branchPlace(c);
  const ref = h.part?.ref;
  if (ref?.kind === 'port') {
    const port = x.panel?.ports.find((p) => p.port.id === ref.id);
    return port ? portPlace(ref.id, port.tag) : MAIN_PLACE;
  }
  if (ref?.kind === 'relay' || h.circuitId?.startsWith('relay-')) return BOX_PLACE;
  if (ref?.kind === 'battery' || h.circuitId !== null || h.id.startsWith('battery')) return BATTERY_PLACE;
  return MAIN_PLACE;
}

/** The device whose own cord a wire is; undefined for what lies in the box. */
function deviceOfCord(x: Facts, { conductor: c }: Happening) {
  if (!c) return undefined;
  const ends = x.wiring.netlist.parts.filter((p) => p.id === c.to.part || p.id === c.from.part);
  const id = ends.flatMap(({ ref }) => (ref.kind === 'device' ? [ref.id] : []))[0];
  return x.box.devices.find((d) => d.id === id);
}

/** An element in words: 'FP1', 'the link of battery 2', 'the return of C3', 'the wire from F0 to S0'. */
export function nameOf(x: Facts, h: Happening): string {
  const c = h.conductor;
  if (!c) return h.part!.label === h.id ? h.id : h.part!.label;
  const branch = branches(x).find((b) => b.circuit.id === h.circuitId);
  const size = c.size ? `${c.count > 1 ? `${c.count} × ` : ''}${wireSizeText(c.size)}` : 'the unknown wire';
  if (c.id.endsWith('-link')) return `the link at battery ${c.id.split('/')[0]!.replace('battery-', '')} (${size})`;
  const device = deviceOfCord(x, h);
  if (device) return `the lead of ${device.name} (${size})`;
  if (h.kind === 'return') return branch ? `the return of ${branch.tag} (${size})` : `the return ${size}`;
  if (branch && isOwnLead(x, h)) return `the section ahead of ${branchName(branch)} (${size})`;
  return branch ? `the wire of ${branchName(branch)} (${size})` : `${size} from ${c.from.part} to ${c.to.part}`;
}

/** Conductors that lie ahead of a feed's way in: from the post to the fuse, on to the way in, and of the main feed back. */
const leadIds = (x: Facts, feed: Feed): readonly string[] =>
  feed === mainFeed(x.box) ? ['main/fuse', 'main/inlet+', 'main/inlet-'] : [`${feed.id}/post`, `${feed.id}/way-in`];

/** The feed ahead of whose way in a conductor lies, where that stretch is not as the rest: no rule about the feed's own wire speaks of it. */
function ownLeadOf(x: Facts, h: Happening): Feed | undefined {
  const feed = x.box.feeds.find((f) => hasOwnLead(f) && leadIds(x, f).includes(h.id));
  if (!feed) return undefined;
  const { wire, wireCount } = feed.lead!;
  // a fuse far inside the case has the wire of the rest before it
  const size = h.conductor?.size;
  return h.conductor?.count === wireCount && (wire.is !== 'set' || (size && sameWire(size, wire.value)))
    ? feed
    : undefined;
}
export const isOwnLead = (x: Facts, h: Happening): boolean => ownLeadOf(x, h) !== undefined;
const sameWire = (a: WireSize, b: WireSize): boolean => a.system === b.system && a.size === b.size;

/** Field of the document that holds the rating of a fuse of the drawn circuit; undefined when none does. */
export function fuseFieldOf(x: Pick<Facts, 'box' | 'wiring'>, tag: string): string | undefined {
  if (tag === 'F0') return mainPath(x, 'fuse');
  if (isPackFuse({ id: tag })) return 'bank/packFuse';
  if (tag === 'FS') return 'charging/solar/fuse';
  const branch = branches(x).find((b) => b.fuseTag === tag);
  if (branch) return `${branchPath(branch)}/fuse`;
  const charger = x.box.charging.builtIn[Number(/^FC(\d+)$/.exec(tag)?.[1]) - 1];
  if (charger) return `charging/builtIn/${charger.id}/fuse`;
  const ref = x.wiring.netlist.parts.find((p) => p.id === tag)?.ref;
  if (ref?.kind === 'relay') return `relays/${ref.id}/coilFuse`;
  return ref?.kind === 'circuit' ? 'wiring/senseFuse' : undefined;
}

export const LEAD_WIRE = 'lead/wire';
export const isLeadPath = (path: string): boolean => path.endsWith(`/${LEAD_WIRE}`);
/** A wire left to Haversack, by the field that sets it; a section ahead becomes as the rest of its feed. */
export function wireLeft({ box }: Pick<Facts, 'box'>, path: string): Pick<Remedy, 'label' | 'edits'> {
  const feed = isLeadPath(path) ? box.feeds.find((f) => path === `feeds/${f.id}/${LEAD_WIRE}`) : undefined;
  return {
    label: `Let Haversack choose the wire${feed ? ' of the section ahead' : ''}`,
    edits: [set<string>(path, AUTO), ...(feed ? [set<string>(`feeds/${feed.id}/lead/wireCount`, feed.wireCount)] : [])]
  };
}

/** Field of the document that sets an element's wire; undefined where it follows another. */
export function wirePathOf(x: Facts, h: Happening): string | undefined {
  const device = deviceOfCord(x, h);
  if (device) return `devices/${device.id}/lead/wire`;
  const c = branches(x).find((b) => b.circuit.id === h.circuitId);
  const led = ownLeadOf(x, h);
  if (led) return `feeds/${led.id}/${LEAD_WIRE}`;
  if (c) return `${branchPath(c)}/${h.kind === 'return' && c.circuit.returnWire.is !== 'auto' ? 'returnWire' : 'wire'}`;
  if (h.kind === 'return' && h.id.startsWith('main/') && mainFeed(x.box).returnWire.is !== 'auto')
    return mainPath(x, 'returnWire');
  return h.circuitId === null || h.circuitId === 'solar' || h.circuitId.startsWith('charger-')
    ? mainPath(x, 'wire')
    : undefined;
}

/** Rules that tell one element of each place by `worstByPlace`. */
export const WORST_OF_PLACE = [
  'adiabatic-fail',
  'element-overload',
  'guard-exceeds-element',
  'run-unfused',
  'terminal-too-hot'
] as const;

/** Of several elements at one place the one that is furthest beyond its limit. A rule that uses it stands in `WORST_OF_PLACE`. */
export function worstByPlace<T extends { where: Where; over: number }>(list: readonly T[]): T[] {
  const worst = new Map<string, T>();
  for (const one of list) {
    const key = `${one.where.kind} ${one.where.id}`;
    const was = worst.get(key);
    if (!was || one.over > was.over) worst.set(key, one);
  }
  return [...worst.values()];
}
