import { say } from '../words/say.ts';
import { BARE_MM } from '../../wiring/placement.ts';
import { nameOf, placeOf, worstByPlace } from '../elements.ts';
import { branches, rule } from '../rule.ts';

/** Wire that a battery reaches with nothing before it to open, wherever no other rule asks for its fuse. */
export const runUnfused = rule('run-unfused', 'safe', 'wiring', (x) => {
  if (!x.bank) return [];
  // a pack without its fuse, the main feed and each circuit and feed say it themselves
  const own = new Set(branches(x).map((c) => c.circuit.id));
  const found = x.judge.all.flatMap((h) => {
    if (h.kind !== 'wire' || h.unfusedMm <= BARE_MM || h.circuitId === null || own.has(h.circuitId)) return [];
    if (h.circuitId === 'solar' && x.box.charging.solar?.fuse.is === 'none') return [];
    return [{ h, over: h.unfusedMm, where: placeOf(x, h) }];
  });
  return worstByPlace(found).map(({ h, where }) => ({
    at: where,
    also: h.id.replace(/\W+/g, '-'),
    severity: 'stop' as const,
    say: say('run-unfused', 'told', {
      shortA: h.shortA,
      unfusedMm: h.unfusedMm,
      name: nameOf(x, h),
      to: h.conductor!.to.part
    }),
    figures: { unfusedMm: h.unfusedMm, limitMm: BARE_MM, shortA: h.shortA }
  }));
});
