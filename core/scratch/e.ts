import { AS_BUILT } from '../test/as-built/boxes.ts';
import { report } from './lib.ts';
for (const [, b] of AS_BUILT) if (/Hilltop/.test(b.name)) report(b);
