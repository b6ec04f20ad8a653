import type { Stage } from '@haversack/core/findings/rule';

/** A field that is always there on its stage, by the words it is labelled with, and other words for it. */
export type KnownField = { label: string; stage: Stage; also?: string };

/** Fields that one looks for from elsewhere. What the open screen shows is found besides, whatever it is. */
export const KNOWN_FIELDS: readonly KnownField[] = [
  { label: 'Switch on', stage: 'outing', also: 'start begin time' },
  { label: 'Pack up', stage: 'outing', also: 'end time' },
  { label: 'Wanted', stage: 'outing', also: 'hours duration how long' },
  { label: 'Air', stage: 'outing', also: 'temperature cold' },
  { label: 'Weather', stage: 'outing', also: 'rain splash sealing' },
  { label: 'Carried', stage: 'outing', also: 'weight carry' },
  { label: 'Stands in the sun', stage: 'outing', also: 'heat' },
  { label: 'Budget', stage: 'outing', also: 'money price cost' },
  { label: 'Kept back in the battery', stage: 'outing', also: 'reserve depth of discharge' },
  { label: 'Type a line', stage: 'outing', also: 'add device quick' },
  { label: 'Latitude', stage: 'outing', also: 'site place sun solar' },
  { label: 'Longitude', stage: 'outing', also: 'site place' },
  { label: 'Day', stage: 'outing', also: 'date sunrise' },
  { label: 'Case', stage: 'case' },
  { label: 'Padding', stage: 'case', also: 'foam' },
  { label: 'Add to', stage: 'ports', also: 'face shelf of parts' },
  { label: 'Type or speak a line', stage: 'logbook', also: 'record out charged fault' }
];
