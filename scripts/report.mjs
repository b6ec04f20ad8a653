// The derived plan of a box file. Exit status: 0 no stop, 3 a stop, 2 the file cannot be read.
import { spawnSync } from 'node:child_process';
import { join } from 'node:path';
import { ensureInstalled, root } from './ensure.mjs';

ensureInstalled();
const r = spawnSync(join(root, 'node_modules/.bin/tsx'), [join(root, 'scripts/report.ts'), ...process.argv.slice(2)], {
  stdio: 'inherit',
  cwd: process.env.INIT_CWD ?? process.cwd()
});
process.exit(r.status ?? 2);
