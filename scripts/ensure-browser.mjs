// Finds a headless Chromium for the browser tests; installs Debian's package when there is none and this user may.
import { spawnSync } from 'node:child_process';
import { existsSync } from 'node:fs';
import { fileURLToPath } from 'node:url';

// the shell has no window and no compositor of one: the same engine, two thirds of its CPU time
const SHELL = '/usr/bin/chromium-headless-shell';
const PLACES = ['/usr/bin/chromium', '/usr/bin/chromium-browser', '/usr/bin/google-chrome'];

/** Installs a package of Debian; true when the file it brings is there. */
function install(name, brings) {
  if (process.getuid?.() !== 0 || !existsSync('/usr/bin/apt-get')) return false;
  console.log(`Installing ${name} from Debian for the browser tests …`);
  const env = { ...process.env, DEBIAN_FRONTEND: 'noninteractive' };
  spawnSync('apt-get', ['update'], { stdio: 'ignore', env });
  spawnSync('apt-get', ['install', '-y', '--no-install-recommends', name], { stdio: 'ignore', env });
  return existsSync(brings);
}

export function ensureBrowser() {
  const wanted = process.env.CHROMIUM;
  if (wanted && existsSync(wanted)) return wanted;
  if (existsSync(SHELL) || install('chromium-headless-shell', SHELL)) return SHELL;
  const found = PLACES.find((path) => existsSync(path));
  if (found) return found;
  if (install('chromium', PLACES[0])) return PLACES[0];
  console.error(
    'The browser tests need Chromium. Type this once and run the tests again:\n\n  sudo apt-get update && sudo apt-get install -y chromium-headless-shell\n\n(or set CHROMIUM to the path of one).'
  );
  process.exit(1);
}

if (process.argv[1] === fileURLToPath(import.meta.url)) ensureBrowser();
