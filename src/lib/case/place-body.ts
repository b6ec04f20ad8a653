import type { FitBody } from '@haversack/core/case/fit';
import { turned, type Placed } from '@haversack/core/case/space';
import type { Turn } from '@haversack/core/box/schema';
import type { OpenBox } from '$lib/client/open-box.svelte.ts';

export type Place = { xMm: number; yMm: number; zMm: number; turn: Turn };

const placeOf = (p: Placed | undefined): Place => ({
  xMm: p?.xMm ?? 10,
  yMm: p?.yMm ?? 10,
  zMm: p?.zMm ?? 3,
  turn: p?.turn ?? 'lwh'
});

/** Puts a body by hand; from then on it stays there. */
export function putBody(
  open: OpenBox,
  body: FitBody,
  placed: Placed | undefined,
  change: Partial<Place>,
  merge?: string
): void {
  const at = { ...placeOf(placed), ...change };
  open.set(`${body.name} put by hand`, `placements/${body.id}`, at, merge);
}

/** The next allowed way to lie, about the body's own middle. */
export function turnBody(open: OpenBox, body: FitBody, placed: Placed | undefined): void {
  const now = placeOf(placed);
  const next = body.turns[(body.turns.indexOf(now.turn) + 1) % body.turns.length]!;
  const [a, b] = [turned(body, now.turn), turned(body, next)];
  const round = (v: number) => Number(v.toFixed(1));
  putBody(open, body, placed, {
    turn: next,
    xMm: round(now.xMm + (a[0] - b[0]) / 2),
    yMm: round(now.yMm + (a[1] - b[1]) / 2)
  });
}
