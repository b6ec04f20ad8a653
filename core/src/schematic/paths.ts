import type { Point, Shape } from './shapes.ts';

/** SVG path through points. */
export const pathOf = (points: readonly Point[]): string =>
  points.map(([x, y], i) => `${i === 0 ? 'M' : 'L'}${x} ${y}`).join('');

const SIZE = 5;
/** A small filled arrow with its tip ahead of the point. */
export function arrowPath(a: Pick<Extract<Shape, { t: 'arrow' }>, 'x' | 'y' | 'to'>): string {
  const { x, y } = a;
  const tip = { right: [SIZE + 4, 0], left: [-SIZE - 4, 0], up: [0, -SIZE - 4], down: [0, SIZE + 4] }[a.to] as [
    number,
    number
  ];
  const side: [number, number] = tip[0] === 0 ? [SIZE, 0] : [0, SIZE];
  return `M${x + side[0]} ${y + side[1]}L${x + tip[0]} ${y + tip[1]}L${x - side[0]} ${y - side[1]}z`;
}
