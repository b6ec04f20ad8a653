import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { CHEMISTRY } from '../src/battery/chemistry.ts';
import { capacityFactor, openCircuitV, sagMilliOhm } from '../src/battery/model.ts';
import type { KnownChemistry } from '../src/catalogue/part.ts';
import { run } from '../src/outing/run.ts';
import type { Run, RunEvent, RunInput } from '../src/outing/run-types.ts';

/**
 * The run of a box once more, written apart from it and as plainly as can be: loads of constant current, one list of what
 * happened, everything worked out anew at every step. Where both agree over boxes made at random, what is switched off when,
 * by whom and what is left of it is right twice.
 */

const amps = (currentA: number) => ({ powerW: 0, currentA, conductanceS: 0 });
type Bar = { fromH: number; toH: number };
const isOn = (bars: readonly Bar[], t: number) => bars.some((b) => t >= b.fromH - 1e-9 && t < b.toH - 1e-9);

type Told = Pick<RunEvent, 'reason' | 'loadId'> & { atStep: number };
type Plain = {
  soc: number[];
  batteryV: number[];
  currentA: number[];
  loadA: number[][];
  events: Told[];
  failsAt: Told | undefined;
  endSoc: number[];
  drawnAh: number;
};

function plainly(input: RunInput): Plain {
  const steps = Math.round(((input.endH - input.startH) * 3600) / input.stepS);
  const tempC = input.coldestC + input.warmerK;
  const groups = input.packs.map((p) => ({ ...p, soc: p.startFraction }));
  const loads = input.loads.map((l) => ({ ...l, off: false, inner: false, leftH: l.innerH, warned: false }));
  const fullAh = (g: (typeof groups)[number]) => g.capacityAh * g.healthFraction * capacityFactor(g.chemistry, tempC);
  const out: Plain = {
    soc: [],
    batteryV: [],
    currentA: [],
    loadA: [],
    events: [],
    failsAt: undefined,
    endSoc: [],
    drawnAh: 0
  };
  let active = input.changeover && groups.length > 1 ? 0 : -1;
  let [open, dead] = [false, false];
  const covers = (port: number) => input.covered?.[port] ?? true;
  for (let n = 0; n <= steps; n++) {
    const t = input.startH + (n * input.stepS) / 3600;
    const tell = (reason: RunEvent['reason'], loadId: string | null = null, ends = false) => {
      const turns = out.events.filter((e) => e.reason === 'disconnect' || e.reason === 'back');
      const again = reason === 'changeover' || (reason === 'disconnect' && turns.at(-1)?.reason === 'back');
      if (!again && out.events.some((e) => e.reason === reason && e.loadId === loadId)) return;
      out.events.push({ reason, loadId, atStep: n });
      if (ends) out.failsAt ??= out.events.at(-1);
    };
    const sources = () =>
      groups.map((g) => ({
        v: openCircuitV(g.chemistry, g.soc),
        r: (sagMilliOhm(g.chemistry, g.capacityAh, tempC, g.soc) * g.resistanceFactor) / 1000 + g.linkOhm,
        count: g.count
      }));
    const together = () => {
      const all = sources().filter((_, i) => active < 0 || i === active);
      const siemens = all.reduce((s, p) => s + p.count / p.r, 0);
      return { v: all.reduce((s, p) => s + (p.v * p.count) / p.r, 0) / siemens, r: 1 / siemens };
    };
    const drawn = () =>
      loads.map((l) => {
        const bar = l.bars.find((b) => isOn([b], t));
        return !bar || dead || l.off || l.inner || (open && covers(l.port)) ? 0 : bar.law.currentA;
      });
    const standing = () =>
      input.standing.map((x) => (isOn(x.bars, t) && !dead && !(open && covers(x.port)) ? x.currentA : 0));
    const nextPack = () => {
      if (active < 0 || active + 1 >= groups.length) return false;
      active++;
      tell('changeover');
      return true;
    };
    const socOf = () => {
      const weigh = (g: (typeof groups)[number]) => g.capacityAh * g.count * g.healthFraction;
      return groups.reduce((s, g) => s + weigh(g) * g.soc, 0) / groups.reduce((s, g) => s + weigh(g), 0);
    };
    let volts: number;
    let byLoad: number[];
    let totalA: number;
    let opened = false;
    for (;;) {
      byLoad = drawn();
      const byStanding = standing();
      totalA = byLoad.reduce((s, a) => s + a, 0) + byStanding.reduce((s, a) => s + a, 0);
      const { v, r } = together();
      volts = v - r * totalA;
      if (dead) break;
      if ((active < 0 ? socOf() : groups[active]!.soc) <= 0) {
        if (nextPack()) continue;
        dead = true;
        tell('empty', null, true);
        continue;
      }
      const atPort = input.portOhm.map(
        (row) =>
          volts -
          loads.reduce((sum, l, i) => sum + byLoad[i]! * row[l.port]!, 0) -
          input.standing.reduce((sum, x, i) => sum + byStanding[i]! * row[x.port]!, 0)
      );
      if ([...loads.filter((_, i) => byLoad[i]! > 0), ...input.standing].some((l) => atPort[l.port]! <= 0)) {
        if (nextPack()) continue;
        dead = true;
        tell('power-limit', null, true);
        continue;
      }
      if (open && input.disconnect && volts > input.disconnect.backV && !opened) {
        // only if it lasts: else it was none
        const kept = [...out.events];
        open = false;
        const again = together().v - together().r * [...drawn(), ...standing()].reduce((s, a) => s + a, 0);
        if (again >= input.disconnect.cutV) {
          out.events.push({ reason: 'back', loadId: null, atStep: n });
          continue;
        }
        out.events = kept;
        open = true;
        opened = true;
      }
      if (open && input.disconnect && volts > input.disconnect.backV && opened) tell('hunts');
      if (open && !input.covered) break;
      if (!open && input.disconnect && volts < input.disconnect.cutV) {
        if (nextPack()) continue;
        open = true;
        opened = true;
        tell('disconnect', null, true);
        continue;
      }
      if (input.protectionV !== null && volts < input.protectionV) {
        if (nextPack()) continue;
        dead = true;
        tell('protection', null, true);
        continue;
      }
      if (active >= 0 && groups[active]!.soc <= input.keepBackFraction && nextPack()) continue;
      const weak = loads.findIndex((l, i) => {
        if (byLoad[i] === 0 || l.minV === null || (l.warned && l.belowMin !== 'stops')) return false;
        const more = (l.peakLaw.currentA - byLoad[i]!) * (input.portOhm[l.port]![l.port]! + r);
        if (atPort[l.port]! - more >= l.minV) return false;
        if (l.innerH > 0 || l.belowMin === 'stops') return true;
        l.warned = true;
        tell(l.belowMin, l.id);
        if (l.belowMin === 'resets') tell('device', l.id, true);
        return false;
      });
      if (weak < 0) break;
      const l = loads[weak]!;
      if (l.innerH > 0) {
        l.inner = true;
        tell('on-inner', l.id);
      } else {
        l.off = true;
        tell('device', l.id, true);
      }
    }
    const off = dead || (open && !input.covered);
    out.soc.push(socOf());
    out.batteryV.push(volts);
    out.currentA.push(off ? 0 : totalA);
    out.loadA.push(byLoad);
    if (socOf() <= input.keepBackFraction) tell('kept-back', null, true);
    if (n === steps || (input.untilFailure && out.failsAt)) break;
    const net = off ? 0 : totalA;
    const now = sources();
    const h = input.stepS / 3600;
    if (!dead)
      groups.forEach((g, i) => {
        const alone = active >= 0 || groups.length === 1;
        const packA = alone ? (active < 0 || i === active ? net / g.count : 0) : (now[i]!.v - volts) / now[i]!.r;
        const { peukertExponent: k, hourRateH, coulombicFraction } = CHEMISTRY[g.chemistry];
        const fast = Math.max(1, (packA * hourRateH) / g.capacityAh) ** (k - 1);
        g.soc =
          packA >= 0
            ? g.soc - (packA * fast * h) / fullAh(g)
            : Math.min(1, g.soc - (packA * coulombicFraction * h) / fullAh(g));
      });
    out.drawnAh += net * h;
    for (const l of loads) {
      if (l.off || l.leftH <= 0 || !isOn(l.bars, t)) continue;
      if (!l.inner && !dead && !(open && covers(l.port))) continue;
      l.leftH -= h;
      if (l.leftH > 0) continue;
      tell('inner-empty', l.id);
      l.off = true;
      if (l.inner) tell('device', l.id, true);
    }
  }
  out.endSoc = groups.map((g) => g.soc);
  return out;
}

const chemistry = fc.constantFrom<KnownChemistry>('lfp', 'agm', 'flooded', 'gel', 'nmc4');
const half = (most: number) => fc.integer({ min: 0, max: 2 * most }).map((n) => n / 2);
const bars = fc.array(half(10), { minLength: 0, maxLength: 3 }).map((ends) => {
  const marks = [...new Set(ends)].toSorted((a, b) => a - b);
  return marks.slice(0, -1).map((fromH, i) => ({ fromH, toH: marks[i + 1]! }));
});
const tenth = (min: number, max: number) =>
  fc.integer({ min: Math.round(min * 10), max: Math.round(max * 10) }).map((n) => n / 10);

/** A voltage that no battery stands at to the last digit: there both are right, and differ. */
const volts = (min: number, max: number) => tenth(min, max).map((v) => v + 0.00371);

const load = (ports: number) =>
  fc.record({
    port: fc.integer({ min: 0, max: ports - 1 }),
    bars,
    meanA: tenth(0.1, 8),
    peakMoreA: tenth(0, 6),
    minV: fc.option(volts(10.5, 12.8), { nil: null }),
    belowMin: fc.constantFrom('stops' as const, 'resets' as const, 'degrades' as const),
    innerH: fc.option(tenth(0.2, 3), { nil: 0, freq: 1 })
  });

const pack = fc.record({
  capacityAh: fc.integer({ min: 4, max: 40 }),
  count: fc.integer({ min: 1, max: 2 }),
  healthFraction: tenth(0.5, 1),
  resistanceFactor: tenth(0.7, 2),
  linkOhm: tenth(0, 1).map((v) => v / 100),
  startFraction: tenth(0.3, 1)
});

const boxes = fc
  .record({
    kind: chemistry,
    packs: fc.array(pack, { minLength: 1, maxLength: 3 }),
    changeover: fc.boolean(),
    protectionV: fc.option(volts(10, 11.8), { nil: null }),
    disconnect: fc.option(fc.record({ cutV: volts(10.8, 12.6), backV: volts(10.8, 13.4) }), { nil: null }),
    covered: fc.option(fc.array(fc.boolean(), { minLength: 3, maxLength: 3 }), { nil: undefined }),
    coldestC: fc.integer({ min: -10, max: 30 }),
    warmerK: fc.integer({ min: 0, max: 5 }),
    own: fc.array(tenth(0.2, 1.5), { minLength: 3, maxLength: 3 }),
    shared: tenth(0.1, 0.5),
    loads: fc.array(load(3), { minLength: 1, maxLength: 4 }),
    standing: fc.array(
      fc.record({ port: fc.integer({ min: 0, max: 2 }), currentA: tenth(0, 3).map((v) => v / 10), bars }),
      {
        maxLength: 2
      }
    ),
    stepS: fc.constantFrom(360, 600, 900),
    keepBackFraction: fc.constantFrom(-1, 0.10037, 0.30037),
    untilFailure: fc.boolean()
  })
  .map(({ kind, packs, own, shared, loads, ...b }): RunInput => ({
    ...b,
    packs: packs.map((p) => ({ ...p, chemistry: kind })),
    warmestC: null,
    portOhm: own.map((o, p) => own.map((_, q) => (shared + (p === q ? o : 0)) / 20)),
    loads: loads.map(({ meanA, peakMoreA, bars: when, ...l }, i) => ({
      ...l,
      id: `d${i}`,
      bars: when.map((w) => ({ ...w, law: amps(meanA), outFraction: 1 })),
      peakLaw: amps(meanA + peakMoreA)
    })),
    startH: 0,
    endH: 12
  }));

const told = (r: Run, stepS: number): Told[] =>
  r.events.map((e) => ({ reason: e.reason, loadId: e.loadId, atStep: Math.round((e.timeH * 3600) / stepS) }));

const close = (got: readonly number[], want: readonly number[], digits: number) => {
  expect(got).toHaveLength(want.length);
  got.forEach((v, i) => expect(v).toBeCloseTo(want[i]!, digits));
};

describe('the run, worked out a second time', () => {
  test('agrees in every curve, every event and what is left, over boxes made at random', () => {
    fc.assert(
      fc.property(boxes, (input) => {
        const [a, b] = [run(input), plainly(input)];
        expect(told(a, input.stepS)).toEqual(b.events);
        close(a.socFraction, b.soc, 9);
        close(a.batteryV, b.batteryV, 7);
        close(a.currentA, b.currentA, 9);
        input.loads.forEach((_, i) =>
          close(
            a.loadA[i]!,
            b.loadA.map((row) => row[i]!),
            9
          )
        );
        close(a.endSocByGroup, b.endSoc, 9);
        expect(a.drawnAh).toBeCloseTo(b.drawnAh, 9);
        expect(a.failReason).toBe(b.failsAt?.reason);
        if (b.failsAt) expect(Math.round((a.failsAtH! * 3600) / input.stepS)).toBe(b.failsAt.atStep);
        // without its curves it ends the same way
        const bare = run({ ...input, bare: true });
        expect([bare.failsAtH, bare.failReason, bare.failsExactH]).toEqual([a.failsAtH, a.failReason, a.failsExactH]);
        expect(bare.timeH).toEqual([]);
        close(bare.endSocByGroup, a.endSocByGroup, 12);
      }),
      { numRuns: 400 }
    );
  });
});
