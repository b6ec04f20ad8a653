import type { Stage } from './findings/rule.ts';

/** The eight stages by the names people read. */
export const STAGE_NAMES: Record<Stage, string> = {
  outing: 'Outing',
  battery: 'Battery',
  case: 'Case',
  ports: 'Ports',
  wiring: 'Wiring',
  kit: 'Kit',
  bench: 'Bench',
  logbook: 'Logbook'
};
