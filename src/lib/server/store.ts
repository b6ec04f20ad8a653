import { STARTER_CATALOGUE } from '@haversack/core/catalogue/starter';
import type { Box } from '@haversack/core/box/schema';
import { demoBoxes } from '@haversack/core/demo/boxes';
import { otherVariants } from '@haversack/core/demo/variants';
import { basename } from 'node:path';
import { createBox, getBox } from './boxes.ts';
import { backupWhileRunning } from './db/backup.ts';
import { databaseFile, migrationsFolder } from './db/file.ts';
import { seedBench } from './demo-bench.ts';
import { seedLog } from './demo-log.ts';
import { markRunning, openDatabase, restoreBackup, type Db, type Opened } from './db/open.ts';
import { ApiError } from './errors.ts';
import { boxCount } from './shelf.ts';
import { keepVariant } from './variants.ts';
import { recoverRecordings } from './meter/meters.ts';

/** The one open database of this process; opened when the server starts. */
let opened: Opened | undefined;

/** Opens the database once; with HAVERSACK_DEMO=1 an empty one gets the demo boxes. */
export async function openStore(): Promise<void> {
  opened = await openDatabase(databaseFile(), migrationsFolder(), Date.now());
  if (opened.state !== 'ready') return;
  markRunning(databaseFile());
  backupWhileRunning(opened.db.$client, databaseFile());
  recoverRecordings(opened.db);
  if (process.env.HAVERSACK_DEMO === '1' && boxCount(opened.db) === 0) seedDemo(opened.db);
}

/** The hide box stands among its variants under a name of its own. */
const inVariants = (box: Box): Box =>
  box.name.startsWith('Saltmarsh') ? { ...box, variant: { ...box.variant, name: 'As first drawn' } } : box;

/** The demo boxes; one in three variants; two of them with their bench, one half built, one finished; two with two seasons in their logbook. */
function seedDemo(db: Db): void {
  // one transaction: hundreds of records would each wait for the disk
  db.transaction(() => {
    const made = demoBoxes()
      .reverse()
      .map((box) => ({ id: createBox(db, inVariants(box), Date.now()).id, box }));
    const named = (name: string) => made.find((m) => m.box.name.startsWith(name))!;
    const hide = named('Saltmarsh');
    seedLog(db, { hide, race: named('Fell-race') }, STARTER_CATALOGUE, Date.now());
    // with what its logbook has taught by then
    for (const variant of otherVariants(getBox(db, hide.id).document)) keepVariant(db, hide.id, variant, Date.now());
    seedBench(db, { halfBuilt: named('Canal'), finished: named('Fell-race') }, STARTER_CATALOGUE, Date.now());
  });
}

export const storeState = (): Opened | undefined => opened;

/** @throws ApiError 503 while the database cannot be used */
export function theDb(): Db {
  if (opened?.state === 'ready') return opened.db;
  throw new ApiError(503, opened?.message ?? 'The database is not open yet; try again in a moment.');
}

/** Takes the newest backup (or a named one of the list) and opens it. */
export async function restoreStore(name: string): Promise<string> {
  const from = opened?.state === 'damaged' ? opened.backups.find((b) => basename(b) === name) : undefined;
  if (from === undefined)
    throw new ApiError(409, 'There is nothing to restore: the database is in use, or that backup is not in the list.');
  const aside = restoreBackup(databaseFile(), from, Date.now());
  await openStore();
  return basename(aside);
}
