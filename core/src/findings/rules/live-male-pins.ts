import { say } from '../words/say.ts';
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
      say: say('live-male-pins', 'told', { tag: p.tag }),
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
      say: say('live-male-pins', 'wayIn', { way }),
      figures: {}
    });
  if (x.box.bank.stands === 'outside' && way === 'lead-plug')
    out.push({
      at: MAIN_PLACE,
      also: 'lead-plug',
      severity: 'caution',
      say: say('live-male-pins', 'leadPlug', {}),
      figures: {}
    });
  return out;
});
