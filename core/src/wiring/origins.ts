import { AUTO, setTo, UNKNOWN, type Attr } from '../box/attr.ts';
import { mainFeed } from '../box/feeds.ts';
import type { Box, Origin } from '../box/schema.ts';
import { behind } from './tree.ts';
import type { WiringPlan } from './types.ts';

export type OriginChoice = { key: string; text: string; from: Attr<Origin> };

const keyOf = (o: Origin): string =>
  o.at === 'feed' || o.at === 'circuit'
    ? `${o.at}:${o.id}:${o.ahead ? 'ahead' : 'end'}`
    : o.at === 'post'
      ? `post:${o.pack ?? ''}`
      : o.at;

/** The choice an attribute stands at. */
export const originKey = (from: Attr<Origin>): string => (from.is === 'set' ? keyOf(from.value) : from.is);

/**
 * Everything a feed, a circuit or a charge source can be taken from, in words: ahead of or behind each feed's switches, the
 * ports of circuits, the battery posts, the load terminals of a built-in controller. What hangs behind it itself is left out.
 */
export function originChoices(
  box: Box,
  wiring: Pick<WiringPlan, 'circuits' | 'feeds' | 'tree'>,
  forId: string | undefined
): OriginChoice[] {
  const own = new Set(forId === undefined ? [] : behind(wiring.tree, forId));
  const out: OriginChoice[] = [{ key: 'auto', text: 'automatic', from: AUTO }];
  const add = (text: string, o: Origin) => out.push({ key: keyOf(o), text, from: setTo(o) });
  const main = mainFeed(box);
  add('main feed, behind its switch', { at: 'feed', id: main.id, ahead: false });
  add('main feed, ahead of its switch', { at: 'feed', id: main.id, ahead: true });
  for (const f of wiring.feeds) {
    if (own.has(f.circuit.id)) continue;
    const name = `${f.tag} ${f.circuit.name}${f.gives && !f.circuit.name.includes(`${f.gives.outV} V`) ? `, ${f.gives.outV} V` : ''}`;
    add(f.switches.length ? `${name}, behind its switch` : `${name}, its end`, {
      at: 'feed',
      id: f.circuit.id,
      ahead: false
    });
    if (f.switches.length) add(`${name}, ahead of its switch`, { at: 'feed', id: f.circuit.id, ahead: true });
  }
  add('battery post', { at: 'post', pack: null });
  if (box.bank.count > 1)
    for (let pack = 1; pack <= box.bank.count; pack++) add(`post of battery ${pack}`, { at: 'post', pack });
  if (box.charging.solar?.fit === 'inside' && box.charging.solar.loadTerminal)
    add('load terminals of the controller', { at: 'load-terminal' });
  for (const c of wiring.circuits) {
    if (own.has(c.circuit.id)) continue;
    const name = `${c.portTag} ${c.feeds}`;
    if (c.switches.length) add(`${name}, ahead of ${c.switchTag}`, { at: 'circuit', id: c.circuit.id, ahead: true });
    add(c.switches.length ? `${name}, behind ${c.switchTag}` : name, {
      at: 'circuit',
      id: c.circuit.id,
      ahead: c.switches.length === 0
    });
  }
  out.push({ key: 'unknown', text: 'unknown', from: UNKNOWN });
  return out;
}
