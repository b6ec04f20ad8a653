// Puts a named backup in the place of the database; what was there is kept beside it. npm run restore -- FILE [--data FOLDER]
import { resolve } from 'node:path';
import { ensureInstalled, root } from './ensure.mjs';
import { OptionError, readOptions } from './options.mjs';

ensureInstalled();
try {
  const { options, files } = readOptions(
    process.argv.slice(2),
    { '--data': { value: 'FOLDER', what: 'the data folder; without it ./data' } },
    { most: 1 }
  );
  const { restore } = await import('./restore-plan.mjs');
  const cwd = process.env.INIT_CWD ?? process.cwd();
  const dataDir = options['--data'] ? resolve(cwd, options['--data']) : resolve(root, 'data');
  const done = await restore({ dataDir, file: files[0], cwd, nowMs: Date.now() });
  if (!done.ok) {
    console.error(done.why);
    process.exit(1);
  }
  for (const line of done.say) console.log(line);
} catch (error) {
  if (!(error instanceof OptionError)) throw error;
  console.error(error.message);
  process.exit(1);
}
