import type { Op, Working } from '../src/quantity/working.ts';

/** A printed number: '12.5', '-3', '1 3/8', '−2'. */
export function numberOf(text: string): number {
  const s = text.trim().replace('−', '-');
  const fraction = /^(-?)(?:(\d+) )?(\d+)\/(\d+)$/.exec(s);
  if (fraction) {
    const value = Number(fraction[2] ?? 0) + Number(fraction[3]) / Number(fraction[4]);
    return fraction[1] ? -value : value;
  }
  return Number(s);
}

/** Smallest step of a printed number. */
export function stepOf(text: string): number {
  if (text.includes('/')) return 1 / 64;
  const decimals = /\.(\d+)$/.exec(text)?.[1]?.length ?? 0;
  return 10 ** -decimals;
}

const OF_CHOICE: readonly Op[] = ['carry', 'prefer', 'most', 'sizes'];

/** The result of a working as somebody gets it who redoes its printed lines with a pocket calculator. */
export function redo(w: Working): string | number {
  const set = w.lines.find((l) => l.op === 'set');
  if (set) return set.value;
  if (w.lines.some((l) => OF_CHOICE.includes(l.op))) return choose(w);
  return w.lines.reduce((now, l) => {
    const x = numberOf(l.value);
    switch (l.op) {
      case '+':
        return now + x;
      case '×':
        return now * x;
      case '÷':
        return now / x;
      case 'at least':
        return Math.max(now, x);
      case 'up to next':
        return Math.ceil(Math.round(now * 100) / 100 / x) * x;
      default:
        return now;
    }
  }, 0);
}

/** The smallest size that carries and reaches what is preferred; the largest allowed; else the smallest that carries. */
function choose(w: Working): string | number {
  const of = (op: Op) => w.lines.filter((l) => l.op === op).map((l) => numberOf(l.value));
  const ladder = w.lines.find((l) => l.op === 'sizes');
  const sizes = ladder && ladder.value !== '' ? ladder.value.split(', ').map(Number) : [];
  const carries = sizes.filter((s) => of('carry').every((c) => s >= c - 1e-9));
  const within = carries.filter((s) => of('most').every((m) => s <= m + 1e-9));
  return within.find((s) => of('prefer').every((p) => s >= p - 1e-9)) ?? within.at(-1) ?? carries[0] ?? 'none';
}
