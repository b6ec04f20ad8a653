import { mainFeed } from '../box/feeds.ts';
import type { Happening } from '../judge/table.ts';
import { isPackFuse } from '../judge/ways.ts';
import { wireSizeText } from '../quantity/wire-size.ts';
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
  type Facts,
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
  return branch ? `the wire of ${branchName(branch)} (${size})` : `${size} from ${c.from.part} to ${c.to.part}`;
}

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

/** Field of the document that sets an element's wire; undefined where it follows another. */
export function wirePathOf(x: Facts, h: Happening): string | undefined {
  const device = deviceOfCord(x, h);
  if (device) return `devices/${device.id}/lead/wire`;
  const c = branches(x).find((b) => b.circuit.id === h.circuitId);
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
