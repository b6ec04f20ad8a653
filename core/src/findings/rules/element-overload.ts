import { say } from '../words/say.ts';
import { apart } from '../../quantity/format.ts';
import { LOAD_SHARE } from '../../wiring/fuse.ts';
import type { Happening } from '../../judge/table.ts';
import { isOwnLead, nameOf, placeOf, wireLeft, wirePathOf, worstByPlace } from '../elements.ts';
import { HEAT_INSIDE, tooHotFor } from '../heat-inside.ts';
import { branches, rule, type Facts } from '../rule.ts';
import { weakPart } from '../weak-part.ts';

/** Elements whose discharge has a rule of its own: a circuit's or feed's fuse and wire, its port and switch, the main fuse, the shunt. */
const hasOwn = (x: Facts, h: Happening): boolean => {
  if (h.id === 'F0' || h.kind === 'shunt' || h.kind === 'relay') return true;
  if (h.kind === 'switch' || h.kind === 'port') return true;
  if (isOwnLead(x, h)) return false;
  return (h.kind === 'fuse' || h.kind === 'wire') && branches(x).some((c) => c.circuit.id === h.circuitId);
};

/** A switch or contact breaks its current; a fuse must carry it for good with a margin. */
const shareOf = (h: Happening): number => (h.kind === 'fuse' ? LOAD_SHARE : 1);

/** More through an element than it bears: way in, pack fuse, link, joint, block, return; and anything at all while it charges. */
export const elementOverload = rule('element-overload', 'safe', 'wiring', (x) => {
  const found = x.judge.all.flatMap((h) => {
    if (h.bearsA == null || h.kind === 'sense' || h.kind === 'battery') return [];
    const use = { amps: hasOwn(x, h) ? 0 : h.steadyA, charging: false };
    if (h.chargeA > use.amps) Object.assign(use, { amps: h.chargeA, charging: true });
    if (use.amps <= 0) return [];
    const over = use.amps / h.bearsA;
    if (over <= shareOf(h) + 1e-9) return [];
    return [{ h, ...use, over, where: placeOf(x, h) }];
  });
  return worstByPlace(found).map(({ h, amps, charging, over, where }) => {
    const name = nameOf(x, h);
    const stop = over > 1 + 1e-9;
    const [runs, bears] = apart(amps, h.bearsA!, 1);
    const branch = branches(x).find((c) => c.circuit.id === h.circuitId);
    const path = h.conductor && wirePathOf(x, h);
    const hot = h.conductor !== undefined && tooHotFor(branch?.laid ?? x.wiring.main.laid);
    return {
      at: where,
      ...(hot ? { cause: HEAT_INSIDE } : h.part ? { cause: weakPart(h.id) } : {}),
      also: `${h.id.replace(/\W+/g, '-')}${charging ? '-charging' : ''}`,
      severity: stop ? ('stop' as const) : ('caution' as const),
      say: say('element-overload', 'told', {
        isPart: h.part !== undefined,
        id: h.id,
        label: where.label,
        runs,
        bears,
        charging,
        name,
        isWire: h.conductor !== undefined,
        stop
      }),
      figures: { amps, bearsA: h.bearsA! },
      remedies: path === undefined ? [] : [{ ...wireLeft(x, path), effect: `carries ${runs} A` }]
    };
  });
});
