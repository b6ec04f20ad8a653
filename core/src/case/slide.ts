import { arrangementFaults, type Placed, type Space } from './space.ts';

/** Shares of the way that are tried, the whole of it first. */
const SHARES = [1, 0.9, 0.8, 0.7, 0.6, 0.5, 0.4, 0.3, 0.2, 0.1] as const;

/**
 * An arrangement slid as one piece, as far towards a wish as walls, tray and keep-outs let it, in whole millimetres; undefined where it
 * cannot move at all. What lies beside each other stays so.
 */
export function slid(
  space: Space,
  placed: readonly Placed[],
  wishMm: { xMm: number; yMm: number }
): { placed: Placed[]; byMm: { xMm: number; yMm: number } } | undefined {
  for (const share of SHARES) {
    const byMm = { xMm: Math.round(wishMm.xMm * share), yMm: Math.round(wishMm.yMm * share) };
    if (byMm.xMm === 0 && byMm.yMm === 0) return undefined;
    const moved = placed.map((p) => ({ ...p, xMm: p.xMm + byMm.xMm, yMm: p.yMm + byMm.yMm }));
    if (arrangementFaults(space, moved).length === 0) return { placed: moved, byMm };
  }
  return undefined;
}
