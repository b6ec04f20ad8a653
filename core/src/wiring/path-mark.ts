import { wireSizeText } from '../quantity/wire-size.ts';
import type { CircuitPlan, WiringPlan } from './types.ts';

/** What a checked path relied on, in words: when one of them changes the check no longer stands. */
export const pathMark = (wiring: Pick<WiringPlan, 'main'>, c: CircuitPlan): string =>
  [
    `main ${wiring.main.fuseA === undefined ? wiring.main.fuseOrigin : `${wiring.main.fuseA} A`}`,
    c.guard === undefined
      ? 'no fuse'
      : `${c.guard.tag} ${c.guard.ratingA === undefined ? 'unknown' : `${c.guard.ratingA} A`}`,
    `${c.circuit.wireCount > 1 ? `${c.circuit.wireCount} × ` : ''}${c.wire ? wireSizeText(c.wire) : 'wire unknown'}`,
    `to ${c.portTag}`
  ].join(', ');
