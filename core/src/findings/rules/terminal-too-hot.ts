import { say } from '../words/say.ts';
import { conductorC, knownSize } from '../../wiring/conductor.ts';
import { placeOf, wireLeft, wirePathOf, worstByPlace } from '../elements.ts';
import { HEAT_INSIDE } from '../heat-inside.ts';
import { branches, rule } from '../rule.ts';

/** Plastic switches and sockets soften at their tabs. @source electrical reference 12: 75 °C by default */
const TERMINAL_C = 75;

/** The wire itself bears the heat, the terminal at its end does not: by the root mean square of what it carries, charging too. */
export const terminalTooHot = rule('terminal-too-hot', 'safe', 'wiring', (x) => {
  const glands = new Set(x.panel?.ports.filter((p) => p.part.role === 'gland').map((p) => p.tag));
  const found = x.judge.all.flatMap((h) => {
    const c = h.conductor;
    if (h.kind !== 'wire' || !c?.size || !knownSize(c.size) || c.lengthMm === 0) return [];
    const branch = branches(x).find((b) => b.circuit.id === h.circuitId);
    const amps = Math.max(h.rmsA, h.chargeA);
    const warmC = conductorC(c.size, amps / c.count, branch?.laid ?? x.wiring.main.laid);
    // a cord goes through a gland whole: it has no tabs there
    const end = [c.to.part, c.from.part].find((id) => !glands.has(id));
    return warmC <= TERMINAL_C || end === undefined ? [] : [{ h, over: warmC, amps, where: placeOf(x, h), end }];
  });
  return worstByPlace(found).map(({ h, over, amps, where, end }) => {
    const path = wirePathOf(x, h);
    return {
      at: where,
      severity: 'caution' as const,
      ...(x.wiring.ambientC >= TERMINAL_C ? { cause: HEAT_INSIDE } : {}),
      say: say('terminal-too-hot', 'told', {
        label: where.label,
        conductorC: over,
        end,
        currentA: amps,
        terminalC: TERMINAL_C
      }),
      figures: { conductorC: over, limitC: TERMINAL_C },
      remedies: path ? [{ ...wireLeft(x, path), effect: 'cooler at its ends' }] : []
    };
  });
});
