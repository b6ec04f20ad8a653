/** Pieces cut from stock: wire from reels, strap and foam strip from lengths. */
export type CutPiece = {
  id: string;
  label: string;
  lengthMm: number;
  /** The box it is for, where several are cut together. */
  of?: string;
};
/** Stock at hand: rests and reels that are there. */
export type Stock = { id: string; lengthMm: number };
export type CutStock = {
  id: string;
  lengthMm: number;
  bought: boolean;
  pieces: CutPiece[];
  /** What is left of it, the last cut taken off. */
  leftMm: number;
};
export type CutPlan = {
  stocks: CutStock[];
  boughtCount: number;
  /** Fewer cannot do: what is not at hand, by total length. */
  leastBought: number;
  /** Longer than any stock. */
  tooLong: CutPiece[];
  leftMm: number;
};

export type CutOptions = {
  /** Length a new one is sold in, mm. */
  soldMm: number;
  /** Lost with every cut, mm; wire is snipped, foam and strap are sawn or cut with a knife. */
  kerfMm?: number;
};

/** How many pieces there are of each length, the longest first. */
export function countsByLength(pieces: readonly CutPiece[]): { lengthMm: number; count: number }[] {
  const counts = new Map<number, number>();
  for (const p of pieces) counts.set(p.lengthMm, (counts.get(p.lengthMm) ?? 0) + 1);
  return [...counts].map(([lengthMm, count]) => ({ lengthMm, count })).sort((a, b) => b.lengthMm - a.lengthMm);
}

const gcd = (a: number, b: number): number => (b === 0 ? a : gcd(b, a % b));

/**
 * A cutting plan: what is at hand is used first, the shortest that is filled best, then as few new ones as the heuristic
 * finds. Each stock is filled as full as its pieces allow, its longest piece in it.
 * @source one-dimensional cutting stock, filled one after the other by subset sums ("minimum bin slack", Gupta and Ho 1999); no proof of the fewest, but `leastBought` bounds it
 */
export function cutPlan(pieces: readonly CutPiece[], atHand: readonly Stock[], options: CutOptions): CutPlan {
  const kerf = options.kerfMm ?? 0;
  const longest = Math.max(options.soldMm, 0, ...atHand.map((s) => s.lengthMm));
  const tooLong = pieces.filter((p) => p.lengthMm > longest + 1e-9);
  let left = pieces.filter((p) => p.lengthMm > 0 && p.lengthMm <= longest + 1e-9);
  const out: CutStock[] = [];
  const take = (id: string, lengthMm: number, bought: boolean, mustHoldLongest: boolean): boolean => {
    const filled = fill(left, lengthMm, kerf, mustHoldLongest);
    if (filled.length === 0) return false;
    const chosen = new Set(filled);
    left = left.filter((p) => !chosen.has(p));
    const used = filled.reduce((s, p) => s + p.lengthMm, 0) + kerf * filled.length;
    out.push({
      id,
      lengthMm,
      bought,
      pieces: filled.toSorted((a, b) => b.lengthMm - a.lengthMm),
      leftMm: Math.max(0, Number((lengthMm - used).toFixed(3)))
    });
    return true;
  };
  // rests first: the shortest is of least use for anything else
  for (const s of atHand.toSorted((a, b) => a.lengthMm - b.lengthMm)) take(s.id, s.lengthMm, false, false);
  const total = left.reduce((s, p) => s + p.lengthMm + kerf, 0);
  const leastBought = left.length === 0 ? 0 : Math.ceil(total / (options.soldMm + kerf) - 1e-9);
  let boughtCount = 0;
  while (left.length > 0 && take(`new-${boughtCount + 1}`, options.soldMm, true, true)) boughtCount++;
  return {
    stocks: out,
    boughtCount,
    leastBought,
    // what only a rest would have been long enough for, when the rest went to other pieces
    tooLong: [...tooLong, ...left],
    leftMm: out.reduce((s, k) => s + k.leftMm, 0)
  };
}

/** Pieces that fill a length best; with `mustHoldLongest` the longest that fits is among them. */
function fill(pieces: readonly CutPiece[], lengthMm: number, kerfMm: number, mustHoldLongest: boolean): CutPiece[] {
  const fits = pieces.filter((p) => p.lengthMm <= lengthMm + 1e-9).toSorted((a, b) => b.lengthMm - a.lengthMm);
  if (fits.length === 0) return [];
  // a cut after every piece but the last: one kerf more of length is the same sum
  const size = (p: CutPiece) => Math.ceil(p.lengthMm + kerfMm - 1e-9);
  const room = Math.floor(lengthMm + kerfMm + 1e-9);
  const first = mustHoldLongest ? [fits[0]!] : [];
  const rest = mustHoldLongest ? fits.slice(1) : fits;
  const free = room - first.reduce((s, p) => s + size(p), 0);
  const step = rest.reduce((g, p) => gcd(g, size(p)), free) || 1;
  const groups = new Map<number, CutPiece[]>();
  for (const p of rest) groups.set(size(p), [...(groups.get(size(p)) ?? []), p]);
  const slots = Math.floor(free / step);
  /** For each reachable sum: which size was put last, and how many of it are in. */
  const last = new Int32Array(slots + 1).fill(-1);
  const inSum = new Int32Array(slots + 1);
  last[0] = 0;
  const reached = new Uint8Array(slots + 1);
  reached[0] = 1;
  const from = new Int32Array(slots + 1);
  for (const [s, group] of groups) {
    const w = s / step;
    inSum.fill(0);
    for (let n = w; n <= slots; n++)
      if (!reached[n] && reached[n - w] && inSum[n - w]! < group.length) {
        reached[n] = 1;
        inSum[n] = inSum[n - w]! + 1;
        last[n] = s;
        from[n] = n - w;
      }
  }
  let n = slots;
  while (n > 0 && !reached[n]) n--;
  const out = [...first];
  const taken = new Map<number, number>();
  while (n > 0) {
    const s = last[n]!;
    const i = taken.get(s) ?? 0;
    out.push(groups.get(s)![i]!);
    taken.set(s, i + 1);
    n = from[n]!;
  }
  return out;
}
