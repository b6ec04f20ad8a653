/** Pages that are no box. */
export const PAGES = ['/', '/parts', '/batteries', '/known'] as const;

/** Every stage and view of a box, in two halves for two workers. */
export const STAGE_PATHS = [
  'outing',
  'battery',
  'case',
  'ports',
  'wiring',
  'kit',
  'kit?view=orders',
  'kit?view=cutting',
  'kit?view=drawer',
  'kit?view=value',
  'bench',
  'bench?view=build',
  'bench?view=test',
  'bench?view=papers',
  'logbook?kind=outing',
  'logbook?view=history',
  'logbook?view=history&part=series',
  'logbook?view=learnt',
  'logbook?view=due',
  'logbook?view=meter'
] as const;
export const VIEW_PATHS = [
  'outing?view=season',
  'battery?view=compare',
  'battery?view=join',
  'battery?view=charge',
  'battery?view=volts',
  'ports?view=holes',
  'ports?view=water',
  'ports?view=labels',
  'ports?view=brackets',
  'wiring?view=paths',
  'wiring?view=survey',
  'wiring?view=trials',
  'wiring?view=finder',
  'wiring?view=runs',
  'wiring?view=live',
  'wiring?view=where',
  'wiring?view=plugs',
  'design',
  'variants',
  'variants?view=earlier',
  'variants?view=family'
] as const;
