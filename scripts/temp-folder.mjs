// Whatever the tests leave in the system's temporary folder goes with the run.
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

export default function setup() {
  const before = process.env.TMPDIR;
  const folder = mkdtempSync(join(tmpdir(), 'haversack-run-'));
  process.env.TMPDIR = folder;
  return () => {
    if (before === undefined) delete process.env.TMPDIR;
    else process.env.TMPDIR = before;
    rmSync(folder, { recursive: true, force: true });
  };
}
