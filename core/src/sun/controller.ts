/** What solar controllers of the size of a box are sold for: most volts of the panel, most amps. @source usual printed sizes */
export const CONTROLLER_SIZES = { volts: [25, 50, 75, 100, 150], amps: [5, 10, 15, 20, 30, 40, 60] } as const;
