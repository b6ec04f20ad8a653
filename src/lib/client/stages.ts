import type { Stage } from '@haversack/core/findings/rule';

export const STAGES: readonly { id: Stage; name: string }[] = [
  { id: 'outing', name: 'Outing' },
  { id: 'battery', name: 'Battery' },
  { id: 'case', name: 'Case' },
  { id: 'ports', name: 'Ports' },
  { id: 'wiring', name: 'Wiring' },
  { id: 'kit', name: 'Kit' },
  { id: 'bench', name: 'Bench' },
  { id: 'logbook', name: 'Logbook' }
];
