// Finds Chromium for the browser tests; installs Debian's package when there is none and this user may.
import { spawnSync } from 'node:child_process';
import { existsSync } from 'node:fs';

const PLACES = ['/usr/bin/chromium', '/usr/bin/chromium-browser', '/usr/bin/google-chrome'];

export function ensureBrowser() {
  const found = [process.env.CHROMIUM, ...PLACES].find((path) => path && existsSync(path));
  if (found) return found;
  if (process.getuid?.() === 0 && existsSync('/usr/bin/apt-get')) {
    console.log('Installing Chromium from Debian for the browser tests …');
    const env = { ...process.env, DEBIAN_FRONTEND: 'noninteractive' };
    spawnSync('apt-get', ['update'], { stdio: 'ignore', env });
    spawnSync('apt-get', ['install', '-y', '--no-install-recommends', 'chromium'], { stdio: 'ignore', env });
    if (existsSync(PLACES[0])) return PLACES[0];
  }
  console.error(
    'The browser tests need Chromium. Type this once and run the tests again:\n\n  sudo apt-get update && sudo apt-get install -y chromium\n\n(or set CHROMIUM to the path of one).'
  );
  process.exit(1);
}
