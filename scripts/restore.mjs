// Puts the newest backup (or a named one) in the place of the database; what was there is kept beside it.
import { copyFileSync, existsSync, readdirSync, renameSync, statSync } from 'node:fs';
import { basename, join, resolve } from 'node:path';
import { root } from './ensure.mjs';

const args = process.argv.slice(2);
const dataAt = args.indexOf('--data');
const dataDir = resolve(root, dataAt >= 0 ? args[dataAt + 1] : 'data');
const db = join(dataDir, 'haversack.db');
const dir = join(dataDir, 'backups');
const named = args.find((a, i) => !a.startsWith('--') && i !== dataAt + 1);
const backups = existsSync(dir)
  ? readdirSync(dir)
      .filter((f) => f.endsWith('.db'))
      .sort((a, b) => statSync(join(dir, b)).mtimeMs - statSync(join(dir, a)).mtimeMs)
  : [];
const chosen = named ? basename(named) : backups[0];
if (!chosen || !backups.includes(chosen)) {
  console.error(
    backups.length
      ? `There is no backup '${named}'. These are there:\n  ${backups.join('\n  ')}`
      : `No backup was found in ${dir}.`
  );
  process.exit(1);
}
const aside = `${db}.before-restore-${Date.now()}`;
for (const suffix of ['', '-wal', '-shm']) if (existsSync(db + suffix)) renameSync(db + suffix, aside + suffix);
copyFileSync(join(dir, chosen), db);
console.log(
  `Restored ${chosen}. What was there before is kept as ${aside}. Stop Haversack before restoring, start it after.`
);
