import type { Stage } from '@haversack/core/findings/rule';
import { STAGE_NAMES } from '@haversack/core/stage-names';

/** In the order they are worked through. */
export const STAGES = (Object.keys(STAGE_NAMES) as Stage[]).map((id) => ({ id, name: STAGE_NAMES[id] }));
