import type { PartOf } from '../catalogue/part.ts';

/** Ranks of sockets among those that suit a device: the cheapest first, or the ones that reach least far in. */
export type SocketRank = 'cheapest' | 'shallowest' | 'sealed';
/** Bodies first and the ports where they leave room, or the ports first and the bodies round them. */
export type Layout = 'bodies-first' | 'ports-first';

/** Everything that is decided when a box is designed; from it and the outing the whole document follows. */
export type Choice = {
  battery: PartOf<'battery'>;
  count: number;
  case: PartOf<'case'>;
  sockets: SocketRank;
  control: 'switch' | 'breaker';
  spread: 'fuse-block' | 'chain';
  meter: 'none' | 'voltmeter' | 'shunt';
  /** 'inlet-slow': a charger no stronger than the inlet bears, where the usual one is. */
  charging: 'inlet' | 'inlet-slow' | 'lid-open';
  /** Place in the row of fuse holders that suit the battery's terminals, smallest fuse first. */
  holder: number;
  layout: Layout;
  /** Devices that take a socket further down their row, and how far: where the first was not enough. */
  bumps: Readonly<Record<string, number>>;
};

/** Name of a choice, the same for the same one. */
export const choiceKey = (c: Choice): string =>
  [
    c.battery.id,
    c.count,
    c.case.id,
    c.sockets,
    c.control,
    c.spread,
    c.meter,
    c.charging,
    c.holder,
    c.layout,
    ...Object.entries(c.bumps).flat()
  ].join(' ');
