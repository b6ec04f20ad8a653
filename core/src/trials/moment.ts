import type { ConverterState } from './converters.ts';
import type { Fault, Reading } from './reading.ts';
import type { Setting, Source } from './setting.ts';

/** Not there: far over any leak. */
export const OPEN_OHM = 1e12;

export type Edge = {
  a: number;
  b: number;
  ohm: number;
  conductorId?: string;
  partId?: string;
  /** Its own contact of a changeover. */
  position?: string;
  /** Contacts of a relay, and its coil. */
  relay?: 'contact' | 'coil';
  /** There only in the trial of this very short, or of this return laid past the shunt. */
  shortOf?: string;
  bypassOf?: string;
};

/** All that one solution stands on: what feeds, what is broken, how everything is set, and how far coils and converters have got. */
export type Moment = {
  source: Source;
  fault: Fault | undefined;
  setting: Setting;
  mode: 'all' | 'idle' | 'none';
  pulledIn: ReadonlySet<string>;
  holding: ReadonlySet<string>;
  states: ReadonlyMap<string, ConverterState>;
};

export type Currents = Pick<Reading, 'conductorA' | 'partA' | 'shuntA'>;

/** What runs through every conductor and part, and through the shunt with its sign, A. */
export function currentsIn(edges: readonly Edge[], nodeV: ArrayLike<number>): Currents {
  const conductorA = new Map<string, number>();
  const partA = new Map<string, number>();
  let shuntA = 0;
  for (const e of edges) {
    const signed = e.ohm >= OPEN_OHM ? 0 : (nodeV[e.a]! - nodeV[e.b]!) / e.ohm;
    const amps = Math.abs(signed);
    if (e.partId !== undefined) {
      if (e.relay !== 'coil') partA.set(e.partId, Math.max(partA.get(e.partId) ?? 0, amps));
      if (e.partId === 'shunt') shuntA = signed;
    } else if (e.conductorId !== undefined) conductorA.set(e.conductorId, (conductorA.get(e.conductorId) ?? 0) + amps);
  }
  return { conductorA, partA, shuntA };
}
