import { say } from '../words/say.ts';
import { apart } from '../../quantity/format.ts';
import { BEARS } from '../../wiring/fuse.ts';
import { panelPort } from '../panel-port.ts';
import { weakPart } from '../weak-part.ts';
import { rule, type Draft, type Where, branchPlace } from '../rule.ts';

/** What runs through one plug, and what it is made for. */
function overloaded(at: Where, tag: string, amps: number, ratingA: number, share: number): Draft[] {
  if (amps <= share * ratingA + 1e-9) return [];
  const stop = amps > ratingA;
  const [runs, bears] = apart(amps, ratingA, 1);
  return [
    {
      at,
      cause: weakPart(tag),
      severity: stop ? 'stop' : 'caution',
      say: say('connector-overload', 'told', { tag, bears, runs, stop }),
      figures: { loadA: amps, ratingA }
    }
  ];
}

/** More through a plug than it is made for: those of the circuits, and the one a panel plugs into. */
export const connectorOverload = rule('connector-overload', 'safe', 'wiring', (x) => {
  const port = panelPort(x);
  return [
    ...x.wiring.circuits.flatMap((c) => {
      const rating = c.portPart?.ratingA;
      if (rating == null || c.portPart?.role === 'meter' || c.portPart?.role === 'lamp') return [];
      // a converter is made for all of its own current; contacts age
      const share = c.portPart?.converterRatedW ? 1 : BEARS.contact;
      return overloaded(branchPlace(c), c.portTag, c.loadA, rating, share);
    }),
    ...(port?.part.ratingA == null ? [] : overloaded(port.at, port.tag, port.amps, port.part.ratingA, BEARS.contact))
  ];
});
