/** How many equal wires lie side by side, as choices. */
export const WIRE_COUNTS = [
  ['1', 'one wire'],
  ['2', 'two'],
  ['3', 'three'],
  ['4', 'four']
] as const;
