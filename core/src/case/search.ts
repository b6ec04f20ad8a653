import { insetMm, SLACK_MM, type PackBody, type Placed, type Sized, type Space, type Triple } from './space.ts';
import type { Try } from './first-tries.ts';
import { bitCount, copyBranch, rootBranch, smallest, type Branch } from './branch.ts';
import { VolumeBound } from './volume-bound.ts';
import type { Budget } from './budget.ts';

/** Looks at a pair that one round of drawing bounds together comes to: pushes, turns, forced ways. */
const LOOKS_A_ROUND = 6;
/** From this node on volumes are looked at. */
const BOUND_FROM_NODE = 12;

/**
 * Exact search for an arrangement: a tree over the turns of the bodies and, for each two, which stands before the other
 * on which axis. Bounds are drawn tight after every decision; a branch ends as soon as two bodies can be told apart on no axis.
 * @source mechanical reference 3.3, with turns decided late and volume bounds
 */
export class ExactSearch {
  nodeCount = 0;
  /** Share of the tree that is done, 0 to 1. */
  doneFraction = 0;
  private readonly n: number;
  private readonly total: number;
  /** Made when the search turns out not to be a short one. */
  private bound: VolumeBound | undefined;
  private readonly mirrored: { body: number; axes: readonly number[] } | undefined;
  /** Pairs of the same size: the first never stands behind the second in length. */
  private readonly twins: Uint8Array;
  private readonly gap: number;
  private readonly space: Space;
  private readonly bodies: readonly PackBody[];
  private readonly options: readonly Sized[][];
  private readonly budget: Budget;

  constructor(space: Space, bodies: readonly PackBody[], options: readonly Sized[][], budget: Budget) {
    this.budget = budget;
    this.space = space;
    this.bodies = bodies;
    this.options = options;
    this.n = bodies.length;
    this.total = this.n + space.keepOuts.length;
    this.gap = space.gapMm;
    this.twins = new Uint8Array(this.n * this.n);
    const key = options.map((o) => JSON.stringify(o.map((s) => s.size)));
    for (let i = 0; i < this.n; i++)
      for (let j = i + 1; j < this.n; j++) if (key[i] === key[j]) this.twins[i * this.n + j] = 1;
    this.mirrored = this.mirrorBody(key);
  }

  /**
   * Goes through the tree, handing out after every so many nodes so that it can be stopped.
   * @returns places, or undefined when no arrangement exists
   */
  *work(nodesAtATime = 256): Generator<number, Try | undefined> {
    const stack: Branch[] = [rootBranch(this.space, this.options)];
    let next = nodesAtATime;
    for (let branch = stack.pop(); branch; branch = stack.pop()) {
      this.nodeCount++;
      const children = this.tightened(branch) ? this.look(branch) : [];
      if (!Array.isArray(children)) return children.found;
      if (children.length === 0) this.doneFraction += branch.share;
      for (let k = children.length - 1; k >= 0; k--) {
        const child = children[k]!;
        child.share = branch.share / children.length;
        stack.push(child);
      }
      if (this.nodeCount >= next || this.budget.left <= 0) {
        next += nodesAtATime;
        yield this.doneFraction;
      }
    }
    return undefined;
  }

  /** The largest body with no twin may be held to one half on every axis on which the case is its own mirror image. */
  private mirrorBody(key: readonly string[]): { body: number; axes: number[] } | undefined {
    const { space: s } = this;
    const extent = [s.rimLengthMm, s.rimWidthMm, s.heightMm];
    const keep = new Set(s.keepOuts.map((k) => k.join()));
    const axes = [0, 1].filter((a) =>
      s.keepOuts.every((k) =>
        keep.has(k.map((v, i) => (i === a ? extent[a]! - k[a + 3]! : i === a + 3 ? extent[a]! - k[a]! : v)).join())
      )
    );
    const single = key
      .map((_, i) => i)
      .filter((i) => key.filter((k) => k === key[i]).length === 1)
      .sort((i, j) => this.volume(j) - this.volume(i))[0];
    return single === undefined || axes.length === 0 ? undefined : { body: single, axes };
  }

  private volume(i: number): number {
    const { lengthMm, widthMm, heightMm } = this.bodies[i]!;
    return lengthMm * widthMm * heightMm;
  }

  /** Draws the bounds together until nothing moves; false when something has no place left. */
  private tightened(b: Branch): boolean {
    const masks = b.masks.slice();
    for (let moved = true; moved;) {
      this.budget.left -= LOOKS_A_ROUND * this.n * this.total;
      // less is cut off than could be, which is never wrong; the search is about to be left
      if (this.budget.left <= 0) return true;
      moved = this.pushed(b);
      for (let i = 0; i < this.n; i++)
        for (let a = 0; a < 3; a++)
          if (b.low[3 * i + a]! + b.least[3 * i + a]! > b.end[3 * i + a]! + SLACK_MM) return false;
      const turns = this.turnsLeft(b);
      if (turns === 'none') return false;
      if (turns === 'fewer') {
        moved = true;
        continue;
      }
      if (moved) continue;
      const forced = this.forced(b);
      if (forced === 'none') return false;
      moved = forced === 'some';
    }
    if (this.nodeCount < BOUND_FROM_NODE) return true;
    const first = !this.bound;
    this.bound ??= new VolumeBound(this.space, this.options);
    const turned = first || b.masks.some((m, i) => m !== masks[i]);
    return !(turned && this.bound.exceeded(b.masks));
  }

  /** Walls and decided pairs push the bounds. */
  private pushed(b: Branch): boolean {
    const { n, total, space: s, gap } = this;
    let moved = false;
    const raise = (k: number, v: number) => {
      if (v > b.low[k]! + SLACK_MM) {
        b.low[k] = v;
        moved = true;
      }
    };
    const lower = (k: number, v: number) => {
      if (v < b.end[k]! - SLACK_MM) {
        b.end[k] = v;
        moved = true;
      }
    };
    if (s.rimLengthMm !== s.floorLengthMm || s.rimWidthMm !== s.floorWidthMm)
      for (let i = 0; i < n; i++) {
        const latestZ = b.end[3 * i + 2]! - b.least[3 * i + 2]!;
        for (const a of [0, 1] as const) {
          const inset = insetMm(s, a, latestZ) + s.wallGapMm;
          raise(3 * i + a, inset);
          lower(3 * i + a, (a === 0 ? s.rimLengthMm : s.rimWidthMm) - inset);
        }
      }
    if (this.mirrored) {
      const { body, axes } = this.mirrored;
      for (const a of axes) {
        let most = 0;
        this.options[body]!.forEach((o, k) => {
          if (b.masks[body]! & (1 << k) && o.size[a]! > most) most = o.size[a]!;
        });
        lower(3 * body + a, ((a === 0 ? s.rimLengthMm : s.rimWidthMm) + most) / 2);
      }
    }
    for (let i = 0; i < n; i++)
      for (let j = i + 1; j < total; j++) {
        const rel = b.before[i * total + j]!;
        if (rel === 0) continue;
        const a = Math.abs(rel) - 1;
        const first = 3 * i + a;
        if (j >= n) {
          const k = s.keepOuts[j - n]!;
          if (rel > 0) lower(first, k[a]! - gap);
          else raise(first, k[a + 3]! + gap);
          continue;
        }
        const [p, q] = rel > 0 ? [first, 3 * j + a] : [3 * j + a, first];
        raise(q, b.low[p]! + b.least[p]! + gap);
        lower(p, b.end[q]! - b.least[q]! - gap);
      }
    return moved;
  }

  /** Takes away turns that the bounds or a neighbour leave no room for. */
  private turnsLeft(b: Branch): 'same' | 'fewer' | 'none' {
    const { n, total, gap } = this;
    let fewer = false;
    for (let i = 0; i < n; i++) {
      if (bitCount(b.masks[i]!) < 2) continue;
      const options = this.options[i]!;
      let mask = b.masks[i]!;
      for (let o = 0; o < options.length; o++) {
        if (!(mask & (1 << o))) continue;
        const size = options[o]!.size;
        let holds =
          b.low[3 * i]! + size[0] <= b.end[3 * i]! + SLACK_MM &&
          b.low[3 * i + 1]! + size[1] <= b.end[3 * i + 1]! + SLACK_MM &&
          b.low[3 * i + 2]! + size[2] <= b.end[3 * i + 2]! + SLACK_MM;
        for (let j = 0; holds && j < total; j++) {
          if (j === i) continue;
          const [p, q] = j < i ? [j, i] : [i, j];
          if (j < n && b.before[p * total + q] !== 0) continue;
          if (j >= n && b.before[i * total + j] !== 0) continue;
          holds = false;
          for (let a = 0; a < 3 && !holds; a++) {
            if (j >= n) {
              const k = this.space.keepOuts[j - n]!;
              holds =
                b.low[3 * i + a]! + size[a]! + gap <= k[a]! + SLACK_MM ||
                Math.max(b.low[3 * i + a]!, k[a + 3]! + gap) + size[a]! <= b.end[3 * i + a]! + SLACK_MM;
            } else {
              const need = size[a]! + gap + b.least[3 * j + a]! - SLACK_MM;
              holds = b.low[3 * i + a]! + need <= b.end[3 * j + a]! || b.low[3 * j + a]! + need <= b.end[3 * i + a]!;
            }
          }
        }
        if (!holds) mask &= ~(1 << o);
      }
      if (mask === b.masks[i]) continue;
      if (mask === 0) return 'none';
      b.masks[i] = mask;
      smallest(b, i, this.options[i]!);
      fewer = true;
    }
    return fewer ? 'fewer' : 'same';
  }

  /** The ways in which two may still stand: signed axis numbers, side by side before stacked, the larger one below. */
  private ways(b: Branch, i: number, j: number, out: number[]): number {
    const { n, gap, space: s } = this;
    let count = 0;
    const largerFirst = j >= n || this.volume(i) >= this.volume(j);
    for (let a = 0; a < 3; a++) {
      const p = 3 * i + a;
      let there: boolean;
      let back: boolean;
      if (j >= n) {
        const k = s.keepOuts[j - n]!;
        there = b.low[p]! + b.least[p]! + gap <= k[a]! + SLACK_MM;
        back = k[a + 3]! + gap + b.least[p]! <= b.end[p]! + SLACK_MM;
        // on the floor means above only what lies under it: a rib or a part under the foam
        if (s.onFloor && a === 2) back = back && k[a + 3]! + gap <= s.floorPadMm + SLACK_MM;
      } else {
        const q = 3 * j + a;
        const need = b.least[p]! + gap + b.least[q]! - SLACK_MM;
        there = b.low[p]! + need <= b.end[q]!;
        back = b.low[q]! + need <= b.end[p]! && !(a === 0 && this.twins[i * n + j]);
        if (s.onFloor && a === 2) there = back = false;
      }
      if (a === 2 && !largerFirst) {
        if (back) out[count++] = -(a + 1);
        if (there) out[count++] = a + 1;
      } else {
        if (there) out[count++] = a + 1;
        if (back) out[count++] = -(a + 1);
      }
    }
    return count;
  }

  private readonly scratch: number[] = [];

  /** Decides every pair that has but one way left. */
  private forced(b: Branch): 'same' | 'some' | 'none' {
    const { n, total } = this;
    let some = false;
    for (let i = 0; i < n; i++)
      for (let j = i + 1; j < total; j++) {
        if (b.before[i * total + j] !== 0) continue;
        const count = this.ways(b, i, j, this.scratch);
        if (count === 0) return 'none';
        if (count === 1) {
          b.before[i * total + j] = this.scratch[0]!;
          some = true;
        }
      }
    return some ? 'some' : 'same';
  }

  /** An arrangement when everything stands clear at its earliest place, else the branches to go on with. */
  private look(b: Branch): Branch[] | { found: Try } {
    const { n, total } = this;
    const at = this.settled(b);
    const holds = this.wallsHold(b, at);
    let pair: [number, number] | undefined;
    let fewest = 99;
    let weight = 0;
    for (let i = 0; i < n; i++)
      for (let j = i + 1; j < total; j++) {
        if (b.before[i * total + j] !== 0) continue;
        if (holds && !this.overlap(b, at, i, j)) continue;
        const count = this.ways(b, i, j, this.scratch);
        const heavy = j < n ? Math.min(this.volume(i), this.volume(j)) : this.volume(i);
        if (count < fewest || (count === fewest && heavy > weight)) {
          fewest = count;
          weight = heavy;
          pair = [i, j];
        }
      }
    const open = this.openBody(b);
    if (!pair && open === undefined) {
      if (!holds) return [];
      return { found: at.map((p, i) => ({ at: p, option: this.options[i]![Math.log2(b.masks[i]!)]! })) };
    }
    const turnsOf = (i: number) => bitCount(b.masks[i]!);
    if (open !== undefined && (!pair || turnsOf(open) < fewest)) return this.byTurn(b, open);
    return this.byWay(b, pair!);
  }

  /** The largest body whose turn is not decided. */
  private openBody(b: Branch): number | undefined {
    let best: number | undefined;
    for (let i = 0; i < this.n; i++)
      if (bitCount(b.masks[i]!) > 1 && (best === undefined || this.volume(i) > this.volume(best))) best = i;
    return best;
  }

  private byTurn(b: Branch, i: number): Branch[] {
    return this.options[i]!.flatMap((_, k) => {
      if (!(b.masks[i]! & (1 << k))) return [];
      const child = copyBranch(b);
      child.masks[i] = 1 << k;
      smallest(child, i, this.options[i]!);
      return [child];
    });
  }

  private byWay(b: Branch, [i, j]: [number, number]): Branch[] {
    const count = this.ways(b, i, j, this.scratch);
    return this.scratch.slice(0, count).map((way) => {
      const child = copyBranch(b);
      child.before[i * this.total + j] = way;
      return child;
    });
  }

  /** Earliest places; height first, then the walls as they are at that height. @source mechanical reference 3.3, step 2-3 */
  private settled(b: Branch): Triple[] {
    const { n, total, space: s, gap } = this;
    const at = Array.from({ length: n }, (_, i): Triple => [0, 0, b.low[3 * i + 2]!]);
    for (const a of [0, 1] as const) {
      for (let i = 0; i < n; i++) {
        at[i]![a] = Math.max(insetMm(s, a, at[i]![2]) + s.wallGapMm, 0);
        for (let j = n; j < total; j++)
          if (b.before[i * total + j] === -(a + 1)) at[i]![a] = Math.max(at[i]![a], s.keepOuts[j - n]![a + 3]! + gap);
      }
      for (let round = 0, moved = true; moved && round <= n; round++) {
        moved = false;
        for (let i = 0; i < n; i++)
          for (let j = i + 1; j < n; j++) {
            const rel = b.before[i * total + j]!;
            if (Math.abs(rel) !== a + 1) continue;
            const [p, q] = rel > 0 ? [i, j] : [j, i];
            const from = at[p]![a] + b.least[3 * p + a]! + gap;
            if (from > at[q]![a] + SLACK_MM) {
              at[q]![a] = from;
              moved = true;
            }
          }
      }
    }
    return at;
  }

  private wallsHold(b: Branch, at: readonly Triple[]): boolean {
    const { space: s } = this;
    return at.every(
      (p, i) =>
        p[0] + b.least[3 * i]! <= s.rimLengthMm - insetMm(s, 0, p[2]) - s.wallGapMm + SLACK_MM &&
        p[1] + b.least[3 * i + 1]! <= s.rimWidthMm - insetMm(s, 1, p[2]) - s.wallGapMm + SLACK_MM
    );
  }

  private overlap(b: Branch, at: readonly Triple[], i: number, j: number): boolean {
    const g = this.gap - SLACK_MM;
    for (let a = 0; a < 3; a++) {
      const low = at[i]![a]!;
      const high = low + b.least[3 * i + a]!;
      const k = j >= this.n ? this.space.keepOuts[j - this.n]! : undefined;
      const otherLow = k ? k[a]! : at[j]![a]!;
      const otherHigh = k ? k[a + 3]! : otherLow + b.least[3 * j + a]!;
      if (low >= otherHigh + g || otherLow >= high + g) return false;
    }
    return true;
  }
}

/** Tries as arrangements of the bodies. */
export const placedOf = (bodies: readonly PackBody[], found: Try): Placed[] =>
  bodies.map((body, i) => placedAt(body, found[i]!));

/** One body where it was tried. */
export const placedAt = ({ id }: PackBody, { at, option }: Try[number]): Placed => ({
  id,
  turn: option.turn,
  xMm: at[0],
  yMm: at[1],
  zMm: at[2],
  lengthMm: option.size[0],
  widthMm: option.size[1],
  heightMm: option.size[2]
});
