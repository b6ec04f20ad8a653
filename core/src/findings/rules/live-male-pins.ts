import { mainFeed } from '../../box/feeds.ts';
import { valueOf } from '../../box/lookup.ts';
import { panelPort } from '../panel-port.ts';
import { MAIN_PLACE, portPlace, rule, type Draft } from '../rule.ts';

/** Bare live metal outside the case: pins of any plug that the battery reaches, inlets too, and bare lugs. */
export const liveMalePins = rule('live-male-pins', 'safe', 'ports', (x) => {
  const out: Draft[] = [];
  const through = new Set(x.box.feeds.flatMap((f) => valueOf(f.throughPortId, undefined) ?? []));
  const live = new Set(x.wiring.circuits.map((c) => c.circuit.portId));
  // with nothing between, or nobody knows what, the battery stands on the panel’s pins, too
  const panel = panelPort(x);
  if (panel && ['none', 'unknown'].includes(x.box.charging.solar!.controller)) live.add(panel.at.id);
  for (const p of x.panel?.ports ?? []) {
    if (!p.part.exposedLivePins || (!live.has(p.port.id) && !through.has(p.port.id))) continue;
    const c = x.wiring.circuits.find((k) => k.circuit.portId === p.port.id);
    out.push({
      at: portPlace(p.port.id, p.tag),
      severity: 'stop',
      short: `${p.tag} has bare live metal`,
      title: `${p.tag} has bare live metal outside`,
      why: 'A key or a wet strap across it is a short circuit: the battery stands on its pins whenever nothing is plugged in. Take a shrouded connector, or cover it with boots and accept this finding.',
      figures: { fuseA: c?.guard?.ratingA ?? 0 }
    });
  }
  const feed = mainFeed(x.box);
  const way = valueOf(feed.wayIn, undefined);
  if (x.box.bank.stands === 'outside' && (way === 'lugs' || way === 'clips'))
    out.push({
      at: MAIN_PLACE,
      also: 'way-in',
      severity: 'stop',
      short: way === 'lugs' ? 'Bare lugs carry the battery' : 'Clips carry the battery',
      title: way === 'lugs' ? 'The battery comes in on bare lugs' : 'The battery is clipped on',
      why: 'Both poles stand open side by side: a spanner, a key or the other clip shorts them, and a clip that jumps off sparks. A shrouded two-pole connector takes their place; boots over lugs are the least.',
      figures: {}
    });
  return out;
});
