import { holdingA } from '../box/relay.ts';
import type { Box } from '../box/schema.ts';
import { railInputW } from '../wiring/rails.ts';
import type { WiringPlan } from '../wiring/types.ts';
import { placeOfSource, type ChargeSource } from './charge-sources.ts';
import { COIL } from './flow.ts';
import { rmsShare } from './rms.ts';

/** What runs through a place, A: everything on that its switches allow; what heats it; while charging; and the heaviest switching on. */
export type Sums = { steadyA: number; rmsA: number; chargeA: number; inrushA2s: number };

type Draw = Pick<Sums, 'steadyA' | 'rmsA'>;

/** What is drawn and pushed at the nodes of a circuit: ports, coils, converters, places where something charges. */
export class Drawn {
  readonly #drawn = new Map<string, Draw>();
  readonly #inrush = new Map<string, number>();
  readonly #pushed = new Map<string, number>();

  constructor(box: Box, wiring: WiringPlan, sources: readonly ChargeSource[]) {
    this.#ports(box, wiring);
    this.#coils(box, wiring);
    this.#converters(wiring);
    for (const s of sources) {
      const node = placeOfSource(s, wiring.circuits);
      if (node !== undefined) this.#pushed.set(node, Math.max(this.#pushed.get(node) ?? 0, s.currentA ?? 0));
    }
  }

  #ports(box: Box, wiring: WiringPlan): void {
    const share = rmsShare(box);
    for (const c of wiring.circuits) {
      if (c.circuit.purpose !== 'load') continue;
      const was = this.#drawn.get(c.portTag);
      if (was && was.steadyA >= c.loadA) continue;
      const rmsA = c.devices.reduce((s, d) => s + d.currentA * share(d.id), 0);
      const namedA = c.devices.reduce((s, d) => s + d.currentA, 0);
      const heats = c.assumedLoad ? c.loadA : rmsA + Math.max(0, c.loadA - namedA);
      this.#drawn.set(c.portTag, { steadyA: c.loadA, rmsA: heats });
      this.#inrush.set(c.portTag, c.inrushA2s);
    }
  }

  #coils(box: Box, { netlist }: WiringPlan): void {
    for (const p of netlist.parts) {
      if (!p.coil) continue;
      const relay = box.relays.find((r) => p.ref.kind === 'relay' && r.id === p.ref.id);
      const amps = relay ? Math.max(holdingA(relay), 12 / p.coil.ohm) : 12 / p.coil.ohm;
      this.#drawn.set(`${p.id}${COIL}`, { steadyA: amps, rmsA: amps });
    }
  }

  /** A converter takes what hangs on it and its own loss, at the lowest voltage. */
  #converters(wiring: WiringPlan): void {
    for (const p of wiring.netlist.parts) {
      const { gives } = p;
      if (!gives) continue;
      const on = wiring.circuits.filter((c) => c.rail?.feedId === gives.feedId && c.circuit.purpose === 'load');
      const takes = (of: keyof Draw): number => {
        const outW = [...new Set(on.map((c) => c.portTag))].reduce(
          (s, tag) => s + (this.#drawn.get(tag)?.[of] ?? 0) * gives.outV,
          0
        );
        return railInputW(gives, outW) / wiring.lowV;
      };
      this.#drawn.set(p.id, { steadyA: takes('steadyA'), rmsA: takes('rmsA') });
    }
  }

  /** Of some nodes together. */
  over(nodes: ReadonlySet<string>): Sums {
    const sums = { steadyA: 0, rmsA: 0, chargeA: 0, inrushA2s: 0 };
    for (const n of nodes) {
      const d = this.#drawn.get(n);
      sums.steadyA += d?.steadyA ?? 0;
      sums.rmsA += d?.rmsA ?? 0;
      sums.chargeA += this.#pushed.get(n) ?? 0;
      sums.inrushA2s = Math.max(sums.inrushA2s, this.#inrush.get(n) ?? 0);
    }
    return sums;
  }
}
