// Writes from the code what docs/ says of it: the JSON Schema of the box document, the demo boxes as files, the picture of the
// house and the table of sources. --check only compares.
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { z } from 'zod';
import { boxSchema } from '../core/src/box/schema.ts';
import { demoBoxes } from '../core/src/demo/boxes.ts';
import { writeBox } from '../core/src/exchange/read-box.ts';
import { between, modulePicture, noticesTable, sourceTables } from './house-docs.ts';

const root = join(dirname(fileURLToPath(import.meta.url)), '..');
const files: Record<string, string> = {
  'docs/format/box.schema.json': `${JSON.stringify(z.toJSONSchema(boxSchema, { io: 'input' }), null, 2)}\n`
};
for (const box of demoBoxes())
  files[`docs/format/examples/${box.name.toLowerCase().replace(/[^a-z0-9]+/g, '-')}.json`] = writeBox(box);

const written = (path: string): string => readFileSync(join(root, path), 'utf8');
files['docs/architecture.md'] = between(written('docs/architecture.md'), 'house', modulePicture(root));
files['docs/third-party.md'] = between(written('docs/third-party.md'), 'packages', noticesTable(root));
files['docs/science.md'] = between(written('docs/science.md'), 'sources', sourceTables(root));

const stale = Object.entries(files).filter(
  ([path, text]) => !existsSync(join(root, path)) || readFileSync(join(root, path), 'utf8') !== text
);
if (process.argv.includes('--check')) {
  for (const [path] of stale) console.error(`${path} is stale: run npm run docs`);
  process.exit(stale.length ? 1 : 0);
}
for (const [path, text] of stale) {
  mkdirSync(dirname(join(root, path)), { recursive: true });
  writeFileSync(join(root, path), text);
  console.log(`wrote ${path}`);
}
