import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import type { Box } from '../src/box/schema.ts';
import { STARTER_CATALOGUE } from '../src/catalogue/starter.ts';
import { evaluate, type Plan } from '../src/evaluate.ts';
import type { Happening } from '../src/judge/table.ts';
import { ampacityA, knownSize, milliOhmPerM } from '../src/wiring/conductor.ts';
import { heldA, letThroughA2s } from '../src/wiring/fuse.ts';
import { laidLookup } from '../src/wiring/laid.ts';
import type { Conductor, Terminal } from '../src/wiring/netlist.ts';
import { standsA2s } from '../src/wiring/sizing.ts';
import { AS_BUILT } from './as-built/boxes.ts';
import { DEMO_BOXES } from './boxes.ts';
import { randomBox } from './random-box.ts';
import { runs } from './runs.ts';

/**
 * The judge against a second reckoning that goes the other way: from each element back to the battery, lead by lead,
 * instead of from the battery outward. Where a place is reached by more than one lead the two need not go the same way,
 * and nothing is compared.
 */
const place = (t: Terminal): string =>
  ['85', '86'].includes(t.terminal) ? `${t.part}#coil` : t.terminal.startsWith('out ') ? `${t.part}#out` : t.part;

class Backwards {
  readonly plan: Plan;
  readonly #into = new Map<string, Conductor[]>();

  constructor(plan: Plan) {
    this.plan = plan;
    for (const c of plan.wiring.netlist.conductors)
      if (c.polarity === 'positive') this.#into.set(place(c.to), [...(this.#into.get(place(c.to)) ?? []), c]);
  }

  /** The leads from a place back to a pack, the nearest first; undefined where the way forks or ends in nothing. */
  way(node: string): Conductor[] | undefined {
    const out: Conductor[] = [];
    const seen = new Set<string>();
    for (let at = node; !this.plan.wiring.netlist.packIds.includes(at);) {
      const into = this.#into.get(at) ?? [];
      if (into.length !== 1 || seen.has(at)) return undefined;
      seen.add(at);
      out.push(into[0]!);
      at = place(into[0]!.from);
    }
    return out;
  }

  part = (id: string) => this.plan.wiring.netlist.parts.find((p) => p.id === id);

  /** The fuses ahead of a lead, the nearest first, its own starting point in. */
  fusesAhead = (c: Conductor, way: readonly Conductor[]) =>
    [c, ...way].map((lead) => this.part(place(lead.from))).filter((p) => p?.kind === 'fuse');
}

/** Everything that hangs on a place, by asking of each part whether its own way back leads through there. */
function hangsOn(b: Backwards, node: string): string[] | undefined {
  const out: string[] = [];
  for (const c of b.plan.wiring.circuits) {
    const way = b.way(c.portTag);
    if (!way) return undefined;
    if ([c.portTag, ...way.map((lead) => place(lead.from))].includes(node)) out.push(c.portTag);
  }
  return [...new Set(out)];
}

const simple = (plan: Plan): boolean =>
  plan.wiring.feeds.every((f) => !f.gives) && plan.wiring.netlist.parts.every((p) => !p.coil);

function compare(box: Box): number {
  const plan = evaluate(box, STARTER_CATALOGUE);
  const b = new Backwards(plan);
  const laidAt = laidLookup(plan.wiring);
  const packs = plan.wiring.netlist.packIds;
  const ohm = (c: Conductor) =>
    c.size && knownSize(c.size)
      ? ((c.lengthMm / 1000) * milliOhmPerM(c.size, 20, { cca: plan.wiring.cca })) / c.count
      : 0;
  const loadOf = (tag: string) =>
    Math.max(
      0,
      ...plan.wiring.circuits.filter((c) => c.portTag === tag && c.circuit.purpose === 'load').map((c) => c.loadA)
    );
  let compared = 0;
  for (const c of plan.wiring.netlist.conductors) {
    const h: Happening = plan.judge.of(c.id)!;
    const known = c.size !== null && knownSize(c.size);
    expect(h.kind, c.id).toBe({ positive: 'wire', negative: 'return', sense: 'sense' }[c.polarity]);
    if (c.lengthMm > 0) {
      expect(h.bearsA, c.id).toBe(known ? c.count * ampacityA(c.size!, laidAt(c.circuitId)) : null);
      expect(h.standsA2s, c.id).toBe(known ? standsA2s(c.size!, laidAt(c.circuitId), c.count) : undefined);
    } else expect(h.bearsA, c.id).toBeUndefined();
    const lets = [h.guard, h.opensFirst]
      .filter((g) => g !== undefined && g.ratingA !== null && !g.limits)
      .map((g) => letThroughA2s(g!.family, g!.ratingA!));
    expect(h.letsA2s, c.id).toBe(h.guard && h.guard.ratingA !== null && lets.length ? Math.min(...lets) : undefined);
    const branch = [...plan.wiring.circuits, ...plan.wiring.feeds].find((k) => k.circuit.id === c.circuitId);
    expect(h.weakA, c.id).toBe(branch?.weakFaultA ?? plan.wiring.main.weakFaultA);
    if (c.polarity === 'sense') expect(h, c.id).toMatchObject({ steadyA: 0, rmsA: 0, chargeA: 0, inrushA2s: 0 });
    if (c.polarity !== 'positive' || place(c.from).endsWith('#out') || !simple(plan)) continue;
    const back = packs.includes(place(c.from)) ? [] : b.way(place(c.from));
    if (!back) continue;
    compared++;
    const fuses = b.fusesAhead(c, back);
    const [fuse] = fuses;
    expect(h.guard?.tag, `${c.id}: the fuse ahead`).toBe(fuse?.id);
    expect(h.guard?.ratingA, c.id).toBe(fuse ? fuse.ratingA : undefined);
    if (fuse) expect(h.guard!.heldA, c.id).toBe(fuse.ratingA === null ? undefined : heldA(fuse.family!, fuse.ratingA));
    const atOnce = box.bank.arrangement === 'changeover' ? 1 : box.bank.count;
    const held = fuses.flatMap((p) =>
      p!.ratingA === null ? [] : [heldA(p!.family!, p!.ratingA) * (/^FP\d/.test(p!.id) ? atOnce : 1)]
    );
    expect(h.opensFirst?.heldA, `${c.id}: what opens first`).toBe(held.length ? Math.min(...held) : undefined);
    const bareMm = [c, ...back].reduce((s, lead) => s + lead.lengthMm, 0);
    expect(h.unfusedMm, `${c.id}: wire without a fuse`).toBeCloseTo(fuse ? 0 : bareMm, 6);
    const outOhm = [c, ...back].reduce((s, lead) => s + ohm(lead), 0);
    const shortA = plan.bank ? (plan.bank.fullV / (plan.bank.faultMilliOhm + 2 * outOhm)) * 1000 : 0;
    expect(h.shortA, `${c.id}: a short at its end`).toBeCloseTo(shortA, 6);
    const tags = hangsOn(b, place(c.to));
    const ofPack = packs.length > 1 && (packs.includes(c.from.part) || /^FP\d/.test(c.from.part));
    if (tags) {
      const on = plan.wiring.circuits.filter((k) => tags.includes(k.portTag));
      const jolt = Math.max(0, ...on.filter((k) => k.circuit.purpose === 'load').map((k) => k.inrushA2s));
      if (new Set(on.map((k) => k.portTag)).size === on.length)
        expect(h.inrushA2s, `${c.id}: switching on`).toBeCloseTo(jolt, 9);
      expect(h.rmsA, `${c.id}: what heats it`).toBeLessThanOrEqual(Math.max(h.steadyA, plan.judge.packA) + 1e-9);
      // what is pushed in at the ports behind it: at each the larger of those that come in there
      const pushed = tags.map((tag) =>
        Math.max(
          0,
          ...plan.judge.sources
            .filter(
              (s) =>
                s.partId === undefined &&
                plan.wiring.circuits.find((k) => k.circuit.portId === s.portId)?.portTag === tag
            )
            .map((s) => s.currentA ?? 0)
        )
      );
      if (plan.judge.sources.every((s) => s.partId === undefined))
        expect(h.chargeA, `${c.id}: while charging`).toBeCloseTo(
          pushed.reduce((s, a) => s + a, 0),
          9
        );
    }
    if (tags && !ofPack) {
      const sum = tags.reduce((s, tag) => s + loadOf(tag), 0);
      const trunk = c.circuitId === null && !c.id.startsWith('battery-');
      expect(h.steadyA, `${c.id}: what runs through it`).toBeCloseTo(
        trunk ? Math.max(sum, plan.wiring.main.loadA) : sum,
        6
      );
    }
    if (ofPack && !packs.includes(c.to.part)) expect(h.steadyA, c.id).toBeCloseTo(plan.judge.packA, 9);
  }
  for (const p of plan.wiring.netlist.parts) {
    const h = plan.judge.of(p.id)!;
    expect(h.circuitId, p.id).toBe(p.ref.kind === 'circuit' ? p.ref.id : null);
    expect(h.breaksA === undefined, p.id).toBe(p.kind !== 'fuse');
    if (p.kind === 'port' && simple(plan)) expect(h.steadyA, p.id).toBeCloseTo(loadOf(p.id), 9);
    if (p.kind === 'device') expect(h.bearsA, p.id).toBeUndefined();
    if (['switch', 'port', 'inlet', 'fuse', 'relay', 'shunt', 'fuse-block'].includes(p.kind))
      expect(h.bearsA, p.id).toBe(p.ratingA);
    if (packs.includes(p.id)) expect(h.steadyA, p.id).toBe(plan.judge.packA);
  }
  return compared;
}

describe('every row of the table, reckoned backwards', () => {
  test.each([...DEMO_BOXES, ...AS_BUILT])('%s', (_, box) => {
    const leads = compare(box);
    if (simple(evaluate(box, STARTER_CATALOGUE)) && box.bank.count === 1) expect(leads).toBeGreaterThan(2);
  });

  test('boxes of all shapes', () => {
    let compared = 0;
    fc.assert(
      fc.property(randomBox(30), (box) => {
        compared += compare(box);
      }),
      { numRuns: runs(200) }
    );
    expect(compared).toBeGreaterThan(300);
  });
});
