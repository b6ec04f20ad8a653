import type { TabOrder } from '../catalogue/part.ts';

export type Tab = 'supply' | 'load' | 'lamp';

/** What stands on tab 1, 2, 3; counted from the marked end. */
export const tabsOf = (order: TabOrder): Tab[] =>
  order === 'two-tabs' ? ['supply', 'load'] : (order.split('-') as Tab[]);

/** What a meter says of a three-tab switch with all its leads off. Pairs are the tabs that were touched. */
export type TabReadings = {
  /** Tabs that join when the lever is on and part when it is off. */
  joined: '1-2' | '1-3' | '2-3' | 'none' | null;
  /** With the lever off: tab of the joining pair from which the remaining tab reads a lamp (some hundred to some thousand ohm, or a diode). */
  lampFrom: 1 | 2 | 3 | null;
};

export type TabAnswer = { order: TabOrder | undefined; next: string };

/**
 * Finds which tab is supply, load and lamp return from two readings of an ohmmeter. The lamp hangs between the load tab and
 * its own return, so with the lever off it is reached from the load tab only.
 */
export function findTabs(r: TabReadings): TabAnswer {
  if (r.joined === null)
    return {
      order: undefined,
      next: 'All leads off. Ohmmeter on tabs 1 and 2, 1 and 3, 2 and 3: which pair joins (under 1 ohm) with the lever on and parts with it off?'
    };
  if (r.joined === 'none')
    return {
      order: undefined,
      next: 'No pair joins: the switch is broken, or it is a push-button that springs back. Do not use it.'
    };
  const pair = r.joined.split('-').map(Number) as [number, number];
  const third = [1, 2, 3].find((t) => !pair.includes(t))!;
  if (r.lampFrom === null)
    return {
      order: undefined,
      next: `Lever off. Meter on diode or kilo-ohm, one tip on tab ${third}: from which of tab ${pair[0]} and tab ${pair[1]} does it read anything? Try both ways round.`
    };
  if (!pair.includes(r.lampFrom))
    return {
      order: undefined,
      next: `Tab ${third} is the lamp’s own; the answer must be tab ${pair[0]} or tab ${pair[1]}.`
    };
  const supply = pair.find((t) => t !== r.lampFrom)!;
  const at = { [supply]: 'supply', [r.lampFrom]: 'load', [third]: 'lamp' };
  return {
    order: [1, 2, 3].map((t) => at[t]).join('-') as TabOrder,
    next: `Tab ${supply} is supply, tab ${r.lampFrom} is load, tab ${third} is the lamp’s return to −.`
  };
}
