import type { Edit } from '../box/edits.ts';
import type { Box } from '../box/schema.ts';
import type { Catalogue } from '../catalogue/part.ts';
import type { Finding } from '../findings/rule.ts';
import { follow, isMissingPart } from './follow.ts';

/** What is missing and can be chosen for the person. */
export const missingParts = (findings: readonly Finding[]): Finding[] =>
  findings.filter((f) => isMissingPart(f) && f.remedies.length > 0);

/** A part for everything that is missing, each tried on the box with those before it. */
export const chooseParts = (box: Box, catalogue: Catalogue): Edit[] => follow(box, catalogue, isMissingPart);

/** A port for every device that has none, each tried on the box with those before it. */
export const portsForDevices = (box: Box, catalogue: Catalogue): Edit[] =>
  follow(box, catalogue, (f) => f.id === 'device-without-port');
