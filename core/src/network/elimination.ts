/**
 * Order and fill pattern for eliminating a sparse symmetric matrix, worked out once for a shape and used for every set
 * of values. Fewest-neighbours-first: a tree, which nearly every box is, fills nothing in.
 */
export type Elimination = {
  size: number;
  /** Slot of each wanted pair (i, j), i ≠ j, in the value array; diagonals stand at 0..size-1. */
  slotOf: (i: number, j: number) => number;
  slotCount: number;
  order: Int32Array;
  /** For each pivot of the order: its still standing neighbours and the slots of those pairs. */
  neighbours: readonly Int32Array[];
  slots: readonly Int32Array[];
  /** For each pivot: slot of every pair of its neighbours, row by row of the upper triangle with the diagonal. */
  targets: readonly Int32Array[];
};

const key = (i: number, j: number, size: number): number => (i < j ? i * size + j : j * size + i);

/** @param pairs off-diagonal places that can hold a value */
export function planElimination(size: number, pairs: readonly (readonly [number, number])[]): Elimination {
  const next = Array.from({ length: size }, () => new Set<number>());
  const slot = new Map<number, number>();
  let slotCount = size;
  const place = (i: number, j: number): number => {
    if (i === j) return i;
    const k = key(i, j, size);
    let s = slot.get(k);
    if (s === undefined) slot.set(k, (s = slotCount++));
    return s;
  };
  for (const [i, j] of pairs) {
    if (i === j) continue;
    next[i]!.add(j);
    next[j]!.add(i);
    place(i, j);
  }
  const left = new Set(Array.from({ length: size }, (_, i) => i));
  const order = new Int32Array(size);
  const neighbours: Int32Array[] = [];
  const slots: Int32Array[] = [];
  const targets: Int32Array[] = [];
  for (let step = 0; step < size; step++) {
    let pivot = -1;
    for (const i of left) if (pivot < 0 || next[i]!.size < next[pivot]!.size) pivot = i;
    left.delete(pivot);
    order[step] = pivot;
    const around = [...next[pivot]!];
    neighbours.push(Int32Array.from(around));
    slots.push(Int32Array.from(around, (j) => place(pivot, j)));
    const target: number[] = [];
    around.forEach((i, a) => {
      next[i]!.delete(pivot);
      for (let b = a; b < around.length; b++) {
        const j = around[b]!;
        target.push(place(i, j));
        if (i !== j) {
          next[i]!.add(j);
          next[j]!.add(i);
        }
      }
    });
    targets.push(Int32Array.from(target));
  }
  return { size, slotOf: place, slotCount, order, neighbours, slots, targets };
}

/** Eliminates in place. False when a pivot vanishes: the matrix is singular. */
export function factorize(e: Elimination, values: Float64Array): boolean {
  for (let step = 0; step < e.size; step++) {
    const pivot = values[e.order[step]!]!;
    if (!(Math.abs(pivot) > 1e-300)) return false;
    const slots = e.slots[step]!;
    const target = e.targets[step]!;
    let t = 0;
    for (let a = 0; a < slots.length; a++) {
      const factor = values[slots[a]!]! / pivot;
      for (let b = a; b < slots.length; b++) values[target[t++]!]! -= factor * values[slots[b]!]!;
    }
  }
  return true;
}

/** Solves with eliminated values; the right side is replaced by the answer. */
export function backSolve(e: Elimination, values: Float64Array, x: Float64Array): void {
  for (let step = 0; step < e.size; step++) {
    const i = e.order[step]!;
    const share = x[i]! / values[i]!;
    const around = e.neighbours[step]!;
    const slots = e.slots[step]!;
    for (let a = 0; a < around.length; a++) x[around[a]!]! -= values[slots[a]!]! * share;
  }
  for (let step = e.size - 1; step >= 0; step--) {
    const i = e.order[step]!;
    const around = e.neighbours[step]!;
    const slots = e.slots[step]!;
    let sum = x[i]!;
    for (let a = 0; a < around.length; a++) sum -= values[slots[a]!]! * x[around[a]!]!;
    x[i] = sum / values[i]!;
  }
}
