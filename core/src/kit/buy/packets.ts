/** Packets of some sizes that hold at least a wanted count, at the least price. */
export type PacketSize = { id: string; holds: number; price: number };
export type Packets = { cost: number; counts: { id: string; packets: number }[] };

/** Metres are counted in these parts of one. */
const PARTS_OF_ONE = 100;
/** Prices to a cent. */
export const CENTS = 100;
export const cents = (amount: number): number => Math.round(amount * CENTS);

/**
 * Cheapest packets that together hold at least `wanted`; of equally cheap ways the one with most left over.
 * Exact: least cost for every count up to the wanted one. Costs are whole cents.
 * @param wanted pieces or metres, over 0
 * @returns undefined when there is nothing to choose from
 * @source covering knapsack with as many of each as one likes, by dynamic programming over the count
 */
export function cheapestPackets(sizes: readonly PacketSize[], wanted: number): Packets | undefined {
  const usable = sizes.filter((s) => s.holds > 0);
  if (usable.length === 0) return undefined;
  // whole pieces when everything is whole, hundredths of a metre otherwise
  const scale = [wanted, ...usable.map((s) => s.holds)].every(Number.isInteger) ? 1 : PARTS_OF_ONE;
  const most = Math.max(1, Math.ceil(wanted * scale - 1e-6));
  const holds = usable.map((s) => Math.max(1, Math.floor(s.holds * scale + 1e-6)));
  const costs = usable.map((s) => cents(s.price));
  const best = new Array<number>(most + 1).fill(Infinity);
  const over = new Array<number>(most + 1).fill(0);
  const last = new Array<number>(most + 1).fill(-1);
  best[0] = 0;
  for (let n = 1; n <= most; n++)
    for (let i = 0; i < usable.length; i++) {
      const from = Math.max(0, n - holds[i]!);
      const cost = best[from]! + costs[i]!;
      const left = over[from]! + Math.max(0, holds[i]! - n);
      if (cost < best[n]! || (cost === best[n]! && left > over[n]!)) {
        best[n] = cost;
        over[n] = left;
        last[n] = i;
      }
    }
  const counts = new Map<number, number>();
  for (let n = most; n > 0; n = Math.max(0, n - holds[last[n]!]!))
    counts.set(last[n]!, (counts.get(last[n]!) ?? 0) + 1);
  return {
    cost: best[most]! / CENTS,
    counts: [...counts].sort(([a], [b]) => a - b).map(([i, packets]) => ({ id: usable[i]!.id, packets }))
  };
}
