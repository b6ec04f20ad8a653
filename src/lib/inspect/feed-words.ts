import type { FEED_ENDS, WAYS_IN } from '@haversack/core/box/feed-names';
import type { FuseFamily } from '@haversack/core/catalogue/part';

/** How a feed ends, as choices. */
export const END_WORDS: Record<(typeof FEED_ENDS)[number], string> = {
  'fuse-block': 'fuse block, a way for each',
  chain: 'daisy chain from port to port',
  'bus-bar': 'bus bar',
  stud: 'stud',
  lever: 'lever connector',
  'push-in': 'push-in connector',
  splice: 'splice',
  terminal: 'terminal of a breaker or switch'
};
export const WAY_WORDS: Record<(typeof WAYS_IN)[number], string> = {
  connector: 'a connector',
  lugs: 'bare lugs on studs',
  clips: 'clips',
  'lead-plug': 'a lead with a plug',
  gland: 'a gland'
};
export const FAMILY_WORDS: Record<FuseFamily, string> = {
  'mini-blade': 'mini blade',
  blade: 'blade',
  midi: 'bolted, midi',
  post: 'on the post',
  glass: 'glass',
  breaker: 'breaker'
};
