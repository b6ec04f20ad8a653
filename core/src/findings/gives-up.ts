const SAYS = 'gives up ';

/** What a device that falls under its least voltage has as a consequence hangs below it: the plan's early end is one matter with it. */
export const givesUp = (deviceId: string): string => SAYS + deviceId;

export const isGivingUp = (cause: string): boolean => cause.startsWith(SAYS);
