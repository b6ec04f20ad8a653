import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { lawCurrentA, type LoadLaw } from '../src/network/law.ts';
import { portResistance, solveNetwork, type Network } from '../src/network/solve.ts';
import { portState, setActive, solvePorts } from '../src/outing/ports.ts';
import { crowdedBox } from '../src/demo/crowded.ts';
import { demoBoxes } from '../src/demo/boxes.ts';
import { evaluate } from '../src/evaluate.ts';
import { STARTER_CATALOGUE } from '../src/catalogue/starter.ts';
import { seededRandom } from '../src/sun/weather.ts';
import { networkOf } from '../src/wiring/feed.ts';

/** The obvious solution: dense elimination with pivoting, loads by fixed point from the open voltage down. */
function dense(net: Network): { nodeV: number[]; loadA: number[] } {
  const n = net.nodeCount - 1;
  const solveDense = (a: number[][], b: number[]): number[] => {
    for (let k = 0; k < n; k++) {
      let p = k;
      for (let i = k + 1; i < n; i++) if (Math.abs(a[i]![k]!) > Math.abs(a[p]![k]!)) p = i;
      [a[k], a[p]] = [a[p]!, a[k]!];
      [b[k], b[p]] = [b[p]!, b[k]!];
      for (let i = k + 1; i < n; i++) {
        const f = a[i]![k]! / a[k]![k]!;
        for (let j = k; j < n; j++) a[i]![j]! -= f * a[k]![j]!;
        b[i]! -= f * b[k]!;
      }
    }
    const x = new Array<number>(n).fill(0);
    for (let i = n - 1; i >= 0; i--) {
      let s = b[i]!;
      for (let j = i + 1; j < n; j++) s -= a[i]![j]! * x[j]!;
      x[i] = s / a[i]![i]!;
    }
    return x;
  };
  let loadA = net.loads.map(() => 0);
  let nodeV: number[] = [];
  for (let round = 0; round < 60; round++) {
    const a = Array.from({ length: n }, () => new Array<number>(n).fill(0));
    const b = new Array<number>(n).fill(0);
    const stamp = (p: number, q: number, g: number) => {
      if (p > 0) a[p - 1]![p - 1]! += g;
      if (q > 0) a[q - 1]![q - 1]! += g;
      if (p > 0 && q > 0) {
        a[p - 1]![q - 1]! -= g;
        a[q - 1]![p - 1]! -= g;
      }
    };
    for (const r of net.resistors) stamp(r.a, r.b, 1 / r.ohm);
    for (const s of net.sources) {
      stamp(s.plus, s.minus, 1 / s.ohm);
      if (s.plus > 0) b[s.plus - 1]! += s.volts / s.ohm;
      if (s.minus > 0) b[s.minus - 1]! -= s.volts / s.ohm;
    }
    net.loads.forEach((l, i) => {
      if (l.plus > 0) b[l.plus - 1]! -= loadA[i]!;
      if (l.minus > 0) b[l.minus - 1]! += loadA[i]!;
    });
    nodeV = [0, ...solveDense(a, b)];
    loadA = net.loads.map((l) => lawCurrentA(l.law, nodeV[l.plus]! - nodeV[l.minus]!));
  }
  return { nodeV, loadA };
}

const anyLaw = (random: () => number): LoadLaw => {
  const kind = Math.floor(random() * 3);
  return {
    powerW: kind === 0 ? 1 + 15 * random() : 0,
    currentA: kind === 1 ? 0.1 + 1.5 * random() : 0,
    conductanceS: kind === 2 ? 0.01 + 0.08 * random() : 0
  };
};

/** Trees with some loops, two rails, one or two batteries, a handful of loads. */
function randomNetwork(seed: number): Network {
  const random = seededRandom(seed);
  const nodeCount = 4 + Math.floor(random() * 40);
  const resistors = Array.from({ length: nodeCount - 2 }, (_, i) => ({
    a: i + 2,
    b: i === 0 ? 1 : 1 + Math.floor(random() * (i + 1)),
    ohm: 0.001 + 0.04 * random()
  }));
  for (let k = 0; k < nodeCount / 6; k++) {
    const a = 1 + Math.floor(random() * (nodeCount - 1));
    const b = 1 + Math.floor(random() * (nodeCount - 1));
    if (a !== b) resistors.push({ a, b, ohm: 0.01 + 0.2 * random() });
  }
  const sources = [{ plus: 1, minus: 0, volts: 12 + 2 * random(), ohm: 0.005 + 0.03 * random() }];
  if (random() < 0.4)
    sources.push({ plus: nodeCount - 1, minus: 0, volts: sources[0]!.volts - 0.2 * random(), ohm: 0.04 });
  const loads = Array.from({ length: 1 + Math.floor(random() * 5) }, () => ({
    plus: 1 + Math.floor(random() * (nodeCount - 1)),
    minus: 0,
    law: anyLaw(random)
  }));
  return { nodeCount, resistors, sources, loads };
}

describe('the network', () => {
  test('agrees with the dense solution on 200 random networks to 1e-6', () => {
    for (let seed = 1; seed <= 200; seed++) {
      const net = randomNetwork(seed);
      const ours = solveNetwork(net);
      if (ours.kind !== 'solved') throw new Error(`${seed}: ${ours.kind}`);
      const oracle = dense(net);
      net.loads.forEach((_, i) => expect(Math.abs(ours.loadA[i]! - oracle.loadA[i]!)).toBeLessThan(1e-6));
      oracle.nodeV.forEach((v, i) => expect(Math.abs(ours.nodeV[i]! - v)).toBeLessThan(1e-6));
    }
  });

  test('a load beyond what the path can carry is told, and so is a node that hangs on nothing', () => {
    const net = (powerW: number, extra = 0): Network => ({
      nodeCount: 3 + extra,
      sources: [{ plus: 1, minus: 0, volts: 12, ohm: 0.5 }],
      resistors: [{ a: 1, b: 2, ohm: 0.1 }],
      loads: [{ plus: 2, minus: 0, law: { powerW, currentA: 0, conductanceS: 0 } }]
    });
    expect(solveNetwork(net(59.9)).kind).toBe('solved');
    expect(solveNetwork(net(60.1)).kind).toBe('overloaded');
    expect(solveNetwork(net(10, 1)).kind).toBe('floating');
  });

  test('power out of the sources is what loads and resistors turn over', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 100000 }), (seed) => {
        const net = randomNetwork(seed);
        const s = solveNetwork(net);
        if (s.kind !== 'solved') return;
        const out = net.sources.reduce(
          (sum, src, i) => sum + src.volts * s.sourceA[i]! - s.sourceA[i]! ** 2 * src.ohm,
          0
        );
        const wires = net.resistors.reduce((sum, r) => sum + (s.nodeV[r.a]! - s.nodeV[r.b]!) ** 2 / r.ohm, 0);
        const loads = net.loads.reduce((sum, _, i) => sum + s.loadA[i]! * s.loadV[i]!, 0);
        expect(Math.abs(out - wires - loads)).toBeLessThan(1e-6 * Math.max(1, out));
      }),
      { seed: 20260101, numRuns: 60 }
    );
  });

  test('two wires in series and one beside them reduce to what hand algebra says', () => {
    // feed 1-0; port A behind 0.1, port B behind another 0.2, which a 0.3 bypasses
    const z = portResistance(
      {
        nodeCount: 4,
        resistors: [
          { a: 1, b: 2, ohm: 0.1 },
          { a: 2, b: 3, ohm: 0.2 },
          { a: 1, b: 3, ohm: 0.3 }
        ]
      },
      { plus: 1, minus: 0 },
      [
        { plus: 2, minus: 0 },
        { plus: 3, minus: 0 }
      ]
    );
    expect(z[0]![0]).toBeCloseTo((0.1 * 0.5) / 0.6, 12);
    expect(z[1]![1]).toBeCloseTo(0.3 / 2, 12);
    expect(z[0]![1]).toBeCloseTo(z[1]![0]!, 12);
    expect(z[0]![1]).toBeCloseTo(0.1 * 0.5, 12);
  });

  test('a port that hangs on nothing has no finite resistance', () => {
    const z = portResistance({ nodeCount: 4, resistors: [{ a: 1, b: 2, ohm: 0.1 }] }, { plus: 1, minus: 0 }, [
      { plus: 2, minus: 0 },
      { plus: 3, minus: 0 }
    ]);
    expect(z[0]![0]).toBeCloseTo(0.1, 12);
    expect(z[1]![1]).toBe(Infinity);
  });

  test('the run’s port solution is the whole netlist solved at once, for every demo box', () => {
    for (const box of [...demoBoxes(), crowdedBox(20)]) {
      const plan = evaluate(box, STARTER_CATALOGUE);
      const { network, nodeAt } = networkOf(plan.wiring.netlist);
      const laws = plan.feed.portIds.map((id): LoadLaw => {
        const d = plan.demand.devices.find((x) => x.portId === id);
        return d ? d.peakLaw : { powerW: 0, currentA: 0.01, conductanceS: 0 };
      });
      const [openV, ohm] = [12.9, 0.02];
      const whole = solveNetwork({
        ...network,
        // the panel's side of a built-in controller hangs on nothing
        resistors: [
          ...network.resistors,
          ...Array.from({ length: network.nodeCount - 1 }, (_, n) => ({ a: n + 1, b: 0, ohm: 1e9 }))
        ],
        sources: [
          {
            plus: nodeAt(plan.wiring.netlist.feed.plus)!,
            minus: nodeAt(plan.wiring.netlist.feed.minus)!,
            volts: openV,
            ohm
          }
        ],
        loads: plan.feed.portIds.map((id, i) => {
          const tag = plan.wiring.circuits.find((c) => c.circuit.portId === id)!.portTag;
          return {
            plus: nodeAt({ part: tag, terminal: 'plug' })!,
            minus: nodeAt({ part: tag, terminal: '-' })!,
            law: laws[i]!
          };
        })
      });
      if (whole.kind !== 'solved') throw new Error(whole.kind);
      const ports = portState(plan.feed.ohm);
      setActive(ports, laws);
      expect(solvePorts(ports, laws, openV, ohm, 0)).toBe(true);
      laws.forEach((_, i) => expect(Math.abs(ports.volts[i]! - whole.loadV[i]!)).toBeLessThan(1e-6));
    }
  });

  test('the drop the wiring stage prints is the drop in the network', () => {
    for (const box of demoBoxes()) {
      const plan = evaluate(box, STARTER_CATALOGUE);
      for (const c of plan.wiring.circuits.filter((x) => x.live === 'master' && x.wire)) {
        const i = plan.feed.portIds.indexOf(c.circuit.portId);
        const own = plan.feed.ohm[i]![i]! * 1000;
        const printed = c.branchMilliOhm + plan.wiring.main.commonMilliOhm;
        // the stub before a fuse in line is left to the netlist
        if (plan.wiring.tree.startOf.get(c.circuit.id) !== 'load-terminal')
          expect(Math.abs(own - printed)).toBeLessThan((c.upId && c.fuseA ? 0.05 : 0.02) * printed);
      }
    }
  });
});
